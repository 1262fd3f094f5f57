using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Drills, kept sheets, lists and formats: what a school keeps beyond one lesson.</summary>
public sealed class LibraryTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task A_linked_drill_follows_its_change_and_a_copy_does_not()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        async Task<HttpResponseMessage> Save(string? id, string name, string text) =>
            await marlow.Post(
                "/material/drills",
                "/material/drills" + (id is null ? "" : $"?edit={id}"),
                ("name", name),
                ("kind", "Pads"),
                ("leastBand", "Teens"),
                ("text", text),
                ("notes", "")
            );
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await Save(null, "Harbour wall", "jab, cross 4/side\nfront kick 4/side")).StatusCode
        );
        var linked = await Sheets.Begin(marlow, "jog 2:00");
        await marlow.Post(linked, $"{linked}/lines?handler=Add", ("text", "drill: harbour wall"));
        await marlow.Post(linked, $"{linked}/lines?handler=Add", ("text", "water 1:00"));
        var copied = await Sheets.Begin(marlow, "jog 2:00");
        await marlow.Post(copied, $"{copied}/lines?handler=Add", ("text", "copy: Harbour Wall"));
        var unknown = await Visitor.Parse(
            await marlow.Post(copied, $"{copied}/lines?handler=Add", ("text", "drill: nothing of that name"))
        );
        Assert.Contains(
            "There is no drill called",
            unknown.QuerySelector(".said.stop")!.TextContent,
            StringComparison.Ordinal
        );

        var id = (await marlow.Page("/material/drills"))
            .QuerySelectorAll("tr")
            .First(r => r.TextContent.Contains("Harbour wall", StringComparison.Ordinal))
            .QuerySelector("a[href*='edit=']")!
            .GetAttribute("href")!
            .Split("edit=")[1]
            .Split('#')[0];
        await Save(id, "Harbour wall", "jab, cross 6/side\nround kick 5/side\nplank 30s");
        Assert.Contains(
            "jab, cross 6/side\nround kick 5/side\nplank 30s\nwater 1:00",
            await Sheets.Text(marlow, linked),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "jab, cross 4/side\nfront kick 4/side",
            await Sheets.Text(marlow, copied),
            StringComparison.Ordinal
        );

        // a block that is edited is the sheet's own from then on
        var row = (await marlow.Page(linked))
            .QuerySelectorAll(".line")
            .First(l => l.TextContent.Contains("round kick", StringComparison.Ordinal));
        var edit = (await marlow.Page($"{linked}?edit={row.GetAttribute("data-line")}"))
            .QuerySelector("[data-save]")!
            .GetAttribute("formaction")!;
        await marlow.Post(linked, edit, ("text", "round kick 9/side"));
        await Save(id, "Harbour wall", "jab, cross 7/side");
        var after = await Sheets.Text(marlow, linked);
        Assert.Contains("jab, cross 6/side\nround kick 9/side\nplank 30s\n", after, StringComparison.Ordinal);

        var wrong = await Visitor.Parse(await Save(null, "", "## Pads\njab"));
        Assert.True(wrong.QuerySelectorAll(".field-error").Length >= 2);
        Assert.Equal("## Pads\njab", wrong.QuerySelector("#text")!.TextContent);
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        Assert.Contains(
            "/trouble",
            (await odile.Post("/", "/material/drills", ("name", "x"), ("text", "jab x5"))).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_sheet_is_kept_and_used_again_with_the_other_class_s_own_heads()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await Sheets.Begin(
            ines,
            "# Low kicks\n18 people\njab, cross 8/side\nround kick 5/side\nstretch 3:00"
        );
        Assert.Contains(
            "/sheets/library/",
            (
                await ines.Post(
                    $"{sheet}/use",
                    $"{sheet}/use?handler=Keep",
                    ("title", "Low kicks again"),
                    ("week", "7")
                )
            ).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            " 1 to 53",
            (
                await Visitor.Parse(
                    await ines.Post($"{sheet}/use", $"{sheet}/use?handler=Keep", ("title", "x"), ("week", "99"))
                )
            )
                .QuerySelector(".field-error")!
                .TextContent,
            StringComparison.Ordinal
        );
        var kept = (await ines.Page("/sheets/library"))
            .QuerySelectorAll("a[href^='/sheets/library/']")
            .First(a => a.TextContent == "Low kicks again")
            .GetAttribute("href")!;
        var gulls = (await ines.Page(kept))
            .QuerySelectorAll("#place-class option")
            .First(o => o.TextContent.StartsWith("Little Gulls", StringComparison.Ordinal))
            .GetAttribute("value")!;
        var used = (
            await ines.Post(kept, kept, ("Place.ClassId", gulls), ("Place.Date", "2041-06-07"))
        ).Headers.Location!.ToString();
        var text = await Sheets.Text(ines, used);
        Assert.Contains("jab, cross 8/side\nround kick 5/side\nstretch 3:00", text, StringComparison.Ordinal);
        Assert.Contains("Little Gulls · 12 people · 40 min · kids", text, StringComparison.Ordinal);
        Assert.Equal(
            HttpStatusCode.OK,
            (await ines.Post(kept, kept, ("Place.ClassId", gulls), ("Place.Date", "1999-01-01"))).StatusCode
        );
        Assert.True((await ines.Page("/sheets/library")).QuerySelectorAll("tr").Length >= 13);
        Assert.Equal(HttpStatusCode.Redirect, (await ines.Post(kept, $"{kept}?handler=Remove")).StatusCode);
        await ines.Page(kept, HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_sheet_goes_out_as_json_and_comes_in_again_after_a_look()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await Sheets.Begin(
            ines,
            "# There and back\n## Pads\njab, cross pairs 8/side steady [6 mitts] must\nwibble x5\nnote: keys"
        );
        var json = await (await ines.Get($"{sheet}/files?handler=Json")).Content.ReadAsStringAsync(Cancel);
        Assert.Equal(4, JsonDocument.Parse(json).RootElement.GetProperty("entries").GetArrayLength());
        var id = (await ines.Page("/sheets/new")).QuerySelectorAll("#ClassId option")[0].GetAttribute("value")!;
        var planned = (await ines.Page("/sheets")).QuerySelectorAll("a[href^='/sheets/0']").Length;
        var look = await Visitor.Parse(
            await ines.Post(
                "/sheets/new",
                "/sheets/new",
                ("ClassId", id),
                ("Date", "2041-06-08"),
                ("Text", json),
                ("look", "true")
            )
        );
        Assert.Contains("Not saved yet", Visitor.Read(look.QuerySelector(".said")), StringComparison.Ordinal);
        Assert.Contains("wibble", look.QuerySelector(".paste-look u")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(planned, (await ines.Page("/sheets")).QuerySelectorAll("a[href^='/sheets/0']").Length);
        var again = (
            await ines.Post("/sheets/new", "/sheets/new", ("ClassId", id), ("Date", "2041-06-08"), ("Text", json))
        ).Headers.Location!.ToString();
        Assert.Equal(
            (await Sheets.Text(ines, sheet)).Split('\n')[2..],
            (await Sheets.Text(ines, again)).Split('\n')[2..]
        );
        var broken = await Visitor.Parse(
            await ines.Post(
                "/sheets/new",
                "/sheets/new",
                ("ClassId", id),
                ("Date", "2041-06-08"),
                ("Text", json.Replace("pairs 8/side steady", "heaps", StringComparison.Ordinal))
            )
        );
        Assert.Contains(
            "entries[1].dose",
            broken.QuerySelector(".field-error[data-valmsg-for=Text]")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains("heaps", broken.QuerySelector("#Text")!.TextContent, StringComparison.Ordinal);
        var svg = await ines.Get($"{sheet}/files?handler=Ladder");
        Assert.Equal("image/svg+xml", svg.Content.Headers.ContentType!.MediaType);
        Assert.Equal(
            "svg",
            System.Xml.Linq.XDocument.Parse(await svg.Content.ReadAsStringAsync(Cancel)).Root!.Name.LocalName
        );
    }

    [Theory]
    [InlineData("students")]
    [InlineData("kit")]
    [InlineData("drills")]
    [InlineData("ladder")]
    public async Task A_list_comes_in_as_it_went_out_and_shows_what_it_changes_first(string list)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        async Task<string> Out() =>
            await (await ines.Get($"/school/lists?list={list}&handler=Csv")).Content.ReadAsStringAsync(Cancel);
        var csv = await Out();
        var same = await Visitor.Parse(
            await ines.Post($"/school/lists?list={list}", $"/school/lists?list={list}", ("text", csv))
        );
        Assert.Contains(
            "0 to add, 0 to change",
            Visitor.Read(same.QuerySelector("#in .said")),
            StringComparison.Ordinal
        );
        var more = list switch
        {
            "students" => csv + ",=Wren+1,Q,Kids: White,Sandpipers\r\n",
            "kit" => csv + "=cmd|' /C calc'!A0,3,20\r\n",
            "ladder" => csv + "Kids,White,Challenge,=Wash the dishes,1,,,2\r\n",
            _ => csv + "Ordinary drill,Pads,adults,\"jab x5\ncross x5\",\r\n",
        };
        var look = await Visitor.Parse(
            await ines.Post($"/school/lists?list={list}", $"/school/lists?list={list}", ("text", more))
        );
        Assert.Contains(
            "1 to add, 0 to change",
            Visitor.Read(look.QuerySelector("#in .said")),
            StringComparison.Ordinal
        );
        Assert.Equal(csv, await Out());
        var wrong =
            more
            + (
                list == "students" ? ",Bea,B,No such rank,\r\n"
                : list == "kit" ? "gloves,many,20\r\n"
                : list == "ladder" ? "Kids,White,Technique,wibble kick,3,,,1\r\n"
                : "Other,Nowhere,adults,jab x5,\r\n"
            );
        var refused = await Visitor.Parse(
            await ines.Post($"/school/lists?list={list}", $"/school/lists?list={list}&handler=Take", ("text", wrong))
        );
        Assert.Contains("1 row wrong", Visitor.Read(refused.QuerySelector("#in .said")), StringComparison.Ordinal);
        Assert.Equal(csv, await Out());
        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await ines.Post($"/school/lists?list={list}", $"/school/lists?list={list}&handler=Take", ("text", more))
            ).StatusCode
        );
        var after = await Out();
        Assert.Equal(csv.Count(c => c == '\r') + 1, after.Count(c => c == '\r'));
        if (list != "drills")
            Assert.Contains("'=", after, StringComparison.Ordinal);
        Assert.Contains(
            "0 to add, 0 to change",
            Visitor.Read(
                (
                    await Visitor.Parse(
                        await ines.Post($"/school/lists?list={list}", $"/school/lists?list={list}", ("text", after))
                    )
                ).QuerySelector("#in .said")
            ),
            StringComparison.Ordinal
        );
        foreach (var nonsense in new[] { "a,b,c\n1,2,3", "\"", csv.Split('\r')[0], "" })
            Assert.NotEmpty(
                (
                    await Visitor.Parse(
                        await ines.Post($"/school/lists?list={list}", $"/school/lists?list={list}", ("text", nonsense))
                    )
                ).QuerySelectorAll("#in .said")
            );
    }

    [Fact]
    public async Task The_timetable_is_read_by_a_calendar_library()
    {
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        var answer = await odile.Get("/timetable.ics");
        Assert.Equal("text/calendar", answer.Content.Headers.ContentType!.MediaType);
        var text = await answer.Content.ReadAsStringAsync(Cancel);
        Assert.All(text.Split("\r\n"), l => Assert.True(Encoding.UTF8.GetByteCount(l) <= 75));
        var calendar = Ical.Net.Calendar.Load(text)!;
        Assert.Equal(9, calendar.Events.Count(e => e.RecurrenceRule is not null));
        var kites = calendar.Events.Single(e => e.Summary == "Kites");
        Assert.Equal(
            ("Europe/London", 18, 45),
            (
                kites.DtStart!.TzId,
                kites.DtStart.Value.Hour,
                (int)(kites.DtEnd!.Value - kites.DtStart.Value).TotalMinutes
            )
        );
        Assert.Equal(3, kites.GetOccurrences(kites.DtStart).Take(3).Count());
        // closed days are left out, moved dates are where they were moved to, once
        List<string> Days(string name) =>
            [
                .. calendar
                    .GetOccurrences(new Ical.Net.DataTypes.CalDateTime(2041, 5, 7))
                    .TakeWhile(o => o.Period.StartTime.Value < new DateTime(2041, 5, 29))
                    .Where(o => ((Ical.Net.CalendarComponents.CalendarEvent)o.Source).Summary == name)
                    .Select(o => o.Period.StartTime.Value.ToString("d HH:mm", CultureInfo.InvariantCulture)),
            ];
        Assert.Equal(["7 18:00", "14 18:00", "28 18:00"], Days("Kites"));
        Assert.Equal(["9 16:00", "16 15:30", "23 15:30"], Days("Limpets"));
        Assert.Equal(["12 07:00", "20 07:00", "26 07:00"], Days("Early Tide"));
        Assert.Equal(["7 19:30", "10 19:30", "14 19:30", "17 19:30", "24 19:30", "28 19:30"], Days("Cormorants"));
        var away = calendar.Events.Single(e => e is { Summary: "Sandpipers", RecurrenceRule: null });
        Assert.Contains("stand-in wanted", away.Description!, StringComparison.Ordinal);
        // the class is at 18:00 in May and in January, which a calendar knows from the zone that goes with it
        var zone = Assert.Single(calendar.TimeZones);
        Assert.Equal(["+0000", "+0100"], zone.TimeZoneInfos.Select(i => i.OffsetTo!.ToString()).Distinct().Order());
        using var nobody = new Visitor(demo.Server.Address);
        Assert.NotEqual(HttpStatusCode.OK, (await nobody.Get("/timetable.ics")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await nobody.Get("/api/v1/timetable.ics")).StatusCode);
    }

    [Fact]
    public async Task Limits_of_the_school_are_those_of_its_sheets_and_say_what_they_change()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var page = await ines.Page("/school/limits?band=Teens");
        var fields = page.QuerySelectorAll(".limits input")
            .Select(i => (i.GetAttribute("name")!, i.GetAttribute("value")!))
            .ToArray();
        Assert.Equal(16, fields.Length);
        var dry = fields.Select(f => f.Item1 == "Form.DryMinutes" ? (f.Item1, "5") : f).ToArray();
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await ines.Post("/school/limits?band=Teens", "/school/limits?band=Teens", dry)).StatusCode
        );
        var said = (await ines.Page("/school/limits?band=Teens")).QuerySelector(".said")!.TextContent;
        Assert.Contains("Kites", said, StringComparison.Ordinal);
        Assert.Contains("5 min is the most", said, StringComparison.Ordinal);
        var wrong = fields.Select(f => f.Item1 == "Form.DryMinutes" ? (f.Item1, "900") : f).ToArray();
        var refused = await Visitor.Parse(
            await ines.Post("/school/limits?band=Teens", "/school/limits?band=Teens", wrong)
        );
        Assert.Equal("900", refused.QuerySelector("#DryMinutes")!.GetAttribute("value"));
        Assert.Single(refused.QuerySelectorAll(".limits .field-error"));
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        Assert.Contains(
            "/trouble",
            (await marlow.Post("/", "/school/limits?band=Teens", dry)).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_hall_with_fewer_bags_says_what_that_does_to_coming_sheets()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var edit = (await ines.Page("/school/halls"))
            .QuerySelectorAll("tr")
            .First(r => r.TextContent.Contains("Net loft", StringComparison.Ordinal))
            .QuerySelector("a[href*='edit=']")!
            .GetAttribute("href")!;
        await ines.Post(
            edit,
            "/school/halls",
            ("Edit", edit.Split('=')[1]),
            ("Form.Name", "Net loft"),
            ("Form.Length", "12"),
            ("Form.Width", "9"),
            ("Form.Bags", "3")
        );
        var said = (await ines.Page("/school/halls")).QuerySelector(".said")!;
        Assert.Contains("Net loft is saved.", said.TextContent, StringComparison.Ordinal);
        Assert.Contains(said.QuerySelectorAll("li"), l => l.TextContent.StartsWith("Kites,", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Heads_hall_and_class_of_a_sheet_say_what_they_change()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await Sheets.Begin(
            ines,
            "## Warm-up\njog 6 laps\n## Pads\njab, cross pairs 8/side [mitts]\nclinch knee x5 [kick pads]",
            "Cormorants",
            "2041-06-11"
        );
        async Task<string> Head(params (string Name, string Value)[] changes)
        {
            var form = (await ines.Page(sheet))
                .QuerySelectorAll("#head-form form [name]")
                .Where(f => f.GetAttribute("name")!.StartsWith("Head.", StringComparison.Ordinal))
                .ToDictionary(
                    f => f.GetAttribute("name")!,
                    f => (f is AngleSharp.Html.Dom.IHtmlSelectElement s ? s.Value : f.GetAttribute("value")) ?? ""
                );
            foreach (var (name, value) in changes)
                form[name] = value;
            await ines.Post(sheet, $"{sheet}?handler=Head", [.. form.Select(f => (f.Key, f.Value))]);
            return (await ines.Page(sheet)).QuerySelector(".said")!.TextContent;
        }
        async Task<string> Choice(string field, string words) =>
            (await ines.Page(sheet))
                .QuerySelectorAll($"#head-form select[name='{field}'] option")
                .First(o => o.TextContent.StartsWith(words, StringComparison.Ordinal))
                .GetAttribute("value")!;
        Assert.Equal("Saved.", (await Head()).Trim());
        var odd = await Head(("Head.Heads", "15"));
        Assert.Contains("jab, cross:", odd, StringComparison.Ordinal);
        Assert.Contains("New: 15 heads make one group of three", odd, StringComparison.Ordinal);
        Assert.Contains("Settled: 15 heads", await Head(("Head.Heads", "16")), StringComparison.Ordinal);
        Assert.Contains(
            "jog:",
            await Head(("Head.HallId", await Choice("Head.HallId", "Sail room"))),
            StringComparison.Ordinal
        );
        var kids = await Head(("Head.ClassId", await Choice("Head.ClassId", "Little Gulls")));
        Assert.Contains("New: Clinch knee for kids", kids, StringComparison.Ordinal);
        Assert.Contains("The lesson takes", kids, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_stop_keeps_a_lesson_off_the_mat_until_it_is_mended_or_set_aside_by_name()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await Sheets.Begin(ines, "## Basics\nclinch knee x5", "Little Gulls", "2041-06-09");
        var mat = sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal);
        Assert.Equal($"{mat}/ready", (await ines.Get(mat)).Headers.Location!.ToString());
        var stop = (await ines.Page(sheet)).QuerySelectorAll(".check.stop").Single();
        var (name, act) = (
            stop.QuerySelector("input")!.GetAttribute("name")!,
            stop.QuerySelector("details button")!.GetAttribute("formaction")!
        );
        var refused = await Visitor.Parse(await ines.Post(sheet, act, (name, " ")));
        Assert.Contains(
            "kept with your name",
            refused.QuerySelector(".check.stop .field-error")!.TextContent,
            StringComparison.Ordinal
        );
        var aside = await Visitor.Parse(await ines.Post(sheet, act, (name, "Shown slowly, nobody is struck")));
        Assert.Contains(
            "Ines: “Shown slowly, nobody is struck”",
            aside.QuerySelector(".check.is-aside")!.TextContent,
            StringComparison.Ordinal
        );
        await ines.Page(mat);
        var again = aside
            .QuerySelector(".check.is-aside button[formaction*='CountAgain']")!
            .GetAttribute("formaction")!;
        await ines.Post(sheet, again);
        Assert.Equal(HttpStatusCode.Redirect, (await ines.Get(mat)).StatusCode);
    }

    [Fact]
    public async Task Moving_every_line_down_and_up_again_changes_nothing()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await Sheets.Begin(
            ines,
            "## Warm-up\njog 2:00\nlunge 5/side\n## Basics\njab x5\ncross x6\nwater 1:00"
        );
        var before = await Sheets.Text(ines, sheet);
        var token = await ines.Token(sheet);
        var rows = (await ines.Page(sheet))
            .QuerySelectorAll("[data-line]")
            .Select(r => r.GetAttribute("data-line")!)
            .ToList();
        foreach (var row in rows.SkipLast(1))
        {
            await ines.Send($"{sheet}/doses?handler=Move&line={row}&by=1", token, true);
            Assert.NotEqual(before, await Sheets.Text(ines, sheet));
            await ines.Send($"{sheet}/doses?handler=Move&line={row}&by=-1", token, true);
            Assert.Equal(before, await Sheets.Text(ines, sheet));
        }
    }

    [Fact]
    public async Task A_late_lesson_is_fitted_on_the_mat_and_logged_as_it_was_fitted()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await Sheets.Begin(
            ines,
            "## Basics\njab, cross 30/side\nfront kick 60/side\nround kick 60/side\nhook 60/side\nwater 1:00\n## Cool-down\nstretch 5:00",
            "Cormorants",
            "2041-06-10"
        );
        var mat = sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal);
        var page = await ines.Page(mat);
        var run = JsonDocument.Parse(page.QuerySelector("#run")!.TextContent).RootElement;
        var (token, steps) = (
            page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!,
            run.GetProperty("program").GetProperty("steps").EnumerateArray().ToList()
        );
        Assert.Equal(HttpStatusCode.NotFound, (await ines.Get($"{mat}?handler=Fit")).StatusCode);
        // it began three quarters of an hour ago: fifteen minutes are left
        object[] pressed =
        [
            new
            {
                id = Guid.NewGuid(),
                at = demo.Server.Clock.GetUtcNow().AddMinutes(-45),
                kind = "start",
                value = 0,
            },
            new
            {
                id = Guid.NewGuid(),
                at = demo.Server.Clock.GetUtcNow().AddSeconds(-1),
                kind = "go",
                step = steps[1].GetProperty("id").GetString(),
                value = 0,
            },
        ];
        Assert.Equal(HttpStatusCode.OK, (await ines.PostJson($"{mat}?handler=Events", pressed, token)).StatusCode);
        var offer = JsonDocument
            .Parse(await (await ines.Get($"{mat}?handler=Fit")).Content.ReadAsStringAsync(Cancel))
            .RootElement;
        Assert.True(offer.GetProperty("lateSeconds").GetInt32() > 60);
        foreach (var way in new[] { "", "Wibble" })
            Assert.Equal(
                HttpStatusCode.NotFound,
                (await ines.PostJson($"{mat}?handler=Fit&way={way}", "", token)).StatusCode
            );
        // on to the next line: now what is left can be made to fit
        object[] on =
        [
            new
            {
                id = Guid.NewGuid(),
                at = demo.Server.Clock.GetUtcNow(),
                kind = "go",
                step = steps[2].GetProperty("id").GetString(),
                value = 0,
            },
        ];
        await ines.PostJson($"{mat}?handler=Events", on, token);
        var taken = await ines.PostJson($"{mat}?handler=Fit&way=LeaveOut", "", token);
        var (status, said) = (taken.StatusCode, await taken.Content.ReadAsStringAsync(Cancel));
        if (status != HttpStatusCode.OK)
            Assert.Fail(await (await ines.Get($"{mat}?handler=Fit")).Content.ReadAsStringAsync(Cancel));
        var program = JsonDocument.Parse(said).RootElement;
        Assert.Equal(1, program.GetProperty("fits").GetInt32());
        Assert.Contains(
            "\"kind\":\"fit\"",
            await (await ines.Get($"{mat}?handler=Events")).Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
        var left = program.GetProperty("steps").EnumerateArray().Skip(4).ToList();
        Assert.DoesNotContain(
            left,
            s => s.GetProperty("isDropped").GetBoolean() && s.GetProperty("title").GetString() is "water" or "stretch"
        );
    }
}
