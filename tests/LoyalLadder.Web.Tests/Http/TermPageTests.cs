using System.Net;
using AngleSharp.Dom;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Terms;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Terms and their maps: a plan worked out behind the page, stopped, taken; pins; bad input beside what was typed.</summary>
public sealed class TermPageTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> Map(Visitor visitor, string group) =>
        (await visitor.Page("/term"))
            .QuerySelectorAll("a[href^='/term/']")
            .First(a => a.TextContent == group)
            .GetAttribute("href")!;

    /// <summary>Where the plan of a map is worked out, taken or left.</summary>
    private static string Plan(string map, string handler = "") =>
        map.Replace("?", $"/plan?{(handler.Length > 0 ? $"handler={handler}&" : "")}", StringComparison.Ordinal);

    /// <summary>The strip beside the title, once it says what is waited for.</summary>
    private static async Task<IDocument> Until(Visitor visitor, string map, Func<IElement, bool> holds)
    {
        for (var tries = 0; tries < 600; tries++)
        {
            var page = await visitor.Page(Plan(map));
            if (holds(page.QuerySelector("#term-solve")!))
                return page;
            await Task.Delay(100, Cancel);
        }
        throw new TimeoutException("The plan was not worked out within a minute.");
    }

    private static bool HasPlan(IElement strip) => strip.GetAttribute("data-found") != "0";

    private static bool HasEnded(IElement strip) => strip.GetAttribute("hx-get") is null;

    private static int Marks(IDocument page, string state) => page.QuerySelectorAll($".term-map svg.m.{state}").Length;

    [Fact]
    public async Task A_plan_is_worked_out_shown_and_taken_and_the_drafts_know_it()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var map = await Map(ines, "Petrels");
        Assert.Equal(0, Marks(await ines.Page(map), "planned"));
        Assert.Equal(HttpStatusCode.Redirect, (await ines.Post(map, Plan(map))).StatusCode);
        await Until(ines, map, HasPlan);
        var proposed = await ines.Page(map);
        Assert.True(Marks(proposed, "planned") > 5);
        Assert.NotNull(proposed.QuerySelector(".is-proposed"));
        // another class has to wait for its turn
        var other = await Map(ines, "Early Tide");
        var said = await ines.Post(other, Plan(other));
        var told = (await ines.Page(said.Headers.Location!.ToString())).QuerySelector(".said")?.TextContent ?? "";
        var isOver = (await ines.Page(Plan(map))).QuerySelector("#term-solve")!.GetAttribute("hx-get") is null;
        Assert.True(isOver || told.Contains("one at a time", StringComparison.Ordinal), told);

        await ines.Post(map, Plan(map, "Take"));
        var taken = await ines.Page(map);
        Assert.Null(taken.QuerySelector(".is-proposed"));
        Assert.Contains(
            "Plan again from today",
            taken.QuerySelector("#term-solve")!.TextContent,
            StringComparison.Ordinal
        );
        var planned = Marks(taken, "planned");
        Assert.True(planned > 5);

        // the first session that the plan has something for
        var columns = taken.QuerySelectorAll(".term-map thead tr:last-child th[data-key]").ToList();
        var row = taken
            .QuerySelectorAll(".term-map tr[data-item]")
            .First(r => r.QuerySelector("svg.planned") is not null);
        var at = row.Children.Index(row.QuerySelector("td:has(svg.planned)")!);
        var draft = columns[at - 1].GetAttribute("data-url")!;
        Assert.StartsWith("/draft?", draft, StringComparison.Ordinal);
        var why = (await ines.Page(draft)).QuerySelectorAll(".drafted td.quiet").Select(td => td.TextContent).ToList();
        Assert.Contains(why, w => w.Contains("the term's map has it here", StringComparison.Ordinal));

        // a process that is killed leaves its plan in the database; what was taken stays whatever becomes of the next one
        await using var db = server.Owner();
        var of = await db.ClassTerms.IgnoreQueryFilters().SingleAsync(c => c.Class!.Name == "Petrels", Cancel);
        db.TermSolves.Add(
            new TermSolve
            {
                SchoolId = of.SchoolId,
                ClassTermId = of.Id,
                StartedAt = server.Clock.GetUtcNow().AddMinutes(-1),
                BeatAt = server.Clock.GetUtcNow().AddMinutes(-1),
                Plan = """{"wanted":{},"places":{}}""",
                Found = 3,
                Missing = 4,
            }
        );
        await db.SaveChangesAsync(Cancel);
        var broken = (await ines.Page(map)).QuerySelector("#term-solve")!;
        Assert.Contains("broken off", broken.TextContent, StringComparison.Ordinal);
        Assert.Contains("4 lessons without a place", broken.TextContent, StringComparison.Ordinal);
        await ines.Post(map, Plan(map, "Drop"));
        Assert.Equal(planned, Marks(await ines.Page(map), "planned"));
    }

    [Fact]
    public async Task A_plan_that_is_stopped_ends_with_the_best_so_far_and_pins_hold()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var map = await Map(marlow, "Kites");
        var page = await marlow.Page(map);
        var key = page.QuerySelectorAll("th[data-can='1']")[^1].GetAttribute("data-key")!;
        var item = page.QuerySelector("tr[data-item]")!.GetAttribute("data-item")!;
        Task<HttpResponseMessage> Pin(string session, string thing, string must) =>
            marlow.Post(map, $"{map}&handler=Pin", ("session", session), ("item", thing), ("must", must));
        Assert.Equal(HttpStatusCode.Redirect, (await Pin(key, item, "false")).StatusCode);
        Assert.Single((await marlow.Page(map)).QuerySelectorAll("td.never"));
        // said of a session that was, of one that is not, or of nothing that is taught
        var past = page.QuerySelector("th[data-can='']")!.GetAttribute("data-key")!;
        Assert.Equal(HttpStatusCode.Conflict, (await Pin(past, item, "true")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await Pin("2041-01-01T00:00", item, "true")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await Pin(key, "nothing", "true")).StatusCode);

        await marlow.Post(map, Plan(map));
        await Until(marlow, map, HasPlan);
        await marlow.Post(map, Plan(map, "Stop"));
        var ended = await Until(marlow, map, HasEnded);
        Assert.Contains("Take this plan", ended.Body!.TextContent, StringComparison.Ordinal);
        var grid = await marlow.Page($"{map}&handler=Grid");
        Assert.Null(grid.QuerySelector("td.never svg.planned"));
        Assert.True(Marks(grid, "planned") > 5);
        // neither again
        await Pin(key, item, "");
        Assert.Empty((await marlow.Page(map)).QuerySelectorAll("td.never, td.must"));
    }

    /// <summary>It is worked out by nobody's request, and yet speaks to whoever pressed.</summary>
    [Fact]
    public async Task What_would_be_enough_is_told_in_the_language_of_whoever_asked()
    {
        await using var server = await LadderServer.Start();
        using var marlow = (await Visitor.SignedIn(server, DemoSchool.Instructor)).Reading("nl");
        var map = await Map(marlow, "Kites");
        await using (var db = server.Owner())
            await db
                .ClassTerms.IgnoreQueryFilters()
                .Where(c => c.Class!.Name == "Kites")
                .ExecuteUpdateAsync(c => c.SetProperty(x => x.Share, 5), Cancel);
        await marlow.Post(map, Plan(map));
        var ended = await Until(marlow, map, HasEnded);
        var offers = ended.QuerySelectorAll(".offers li").Select(l => l.TextContent).ToList();
        Assert.Contains(offers, o => o.StartsWith("Te veel: ", StringComparison.Ordinal));
        Assert.DoesNotContain(offers, o => o.Contains(" needs ", StringComparison.Ordinal));
    }

    [Fact]
    public async Task The_past_is_what_the_log_says_and_the_files_say_the_same()
    {
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        var map = await Map(odile, "Kites");
        var page = await odile.Page(map);
        Assert.True(Marks(page, "taught") > 10 && Marks(page, "missed") > 0 && Marks(page, "planned") > 10);
        Assert.Empty(page.QuerySelectorAll("button[data-pin], form[action*='/plan?']"));
        var csv = await (
            await odile.Get(map.Replace("?", "/paper?handler=Csv&", StringComparison.Ordinal))
        ).Content.ReadAsStringAsync(Cancel);
        foreach (var state in new[] { "taught", "missed", "planned" })
            Assert.Equal(Marks(page, state), csv.Split($"{state} ").Length - 1);
        var calendar = Ical.Net.Calendar.Load(
            await (
                await odile.Get(map.Replace("?", "/paper?handler=Calendar&", StringComparison.Ordinal))
            ).Content.ReadAsStringAsync(Cancel)
        )!;
        Assert.Equal(page.QuerySelectorAll("th[data-key]:not(.off)").Length, calendar.Events.Count);
        Assert.Contains(calendar.Events, e => e.Description?.Contains("(planned)", StringComparison.Ordinal) == true);
        var paper = await odile.Page(map.Replace("?", "/paper?", StringComparison.Ordinal));
        Assert.Equal(
            page.QuerySelectorAll("tr[data-item]").Length,
            paper.QuerySelectorAll("tbody tr:not(.rung)").Length
        );
        // the school sees how far each class is
        var weeks = (await odile.Page("/term")).QuerySelectorAll(".term-school tbody tr:first-child svg");
        Assert.Equal(12, weeks.Length);
    }

    [Theory]
    [InlineData("Form.Until", "before it begins", "2041-09-01", "2041-08-31", "")]
    [InlineData("Form.Until", "At most 400 days", "2042-09-01", "2044-09-01", "")]
    [InlineData("Form.From", "is then already", "2041-05-01", "2041-05-20", "")]
    [InlineData("graded", "not in the term", "2041-09-01", "2041-12-01", "2042-01-01")]
    [InlineData("Form.From", "From which day?", "", "2041-12-01", "")]
    public async Task A_term_that_cannot_be_is_refused_beside_its_field(
        string field,
        string why,
        string from,
        string until,
        string graded
    )
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var page = await Visitor.Parse(
            await ines.Submit(
                "/term",
                "Form.Name",
                ("Form.Name", "Winter term"),
                ("Form.From", from),
                ("Form.Until", until),
                ("Form.Gradings[0].On", graded)
            )
        );
        var input = page.QuerySelector(field == "graded" ? "#graded-0" : $"[name='{field}']")!;
        Assert.Contains(why, input.ParentElement!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Winter term", page.QuerySelector("[name='Form.Name']")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_term_is_added_once_changed_and_removed()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        (string, string)[] fields =
        [
            ("Key", Guid.CreateVersion7().ToString()),
            ("Form.Name", "Winter term"),
            ("Form.From", "2041-09-02"),
            ("Form.Until", "2041-12-01"),
            ("Form.Gradings[0].On", "2041-11-30"),
        ];
        var made = await ines.Submit("/term", "Form.Name", fields);
        var again = await ines.Submit("/term", "Form.Name", fields);
        Assert.Equal(made.Headers.Location, again.Headers.Location);
        var address = made.Headers.Location!.ToString();
        Assert.Contains(
            "grading on Sat 30 Nov",
            (await ines.Page(address)).Body!.TextContent,
            StringComparison.Ordinal
        );
        var edit = (await ines.Page(address)).QuerySelector("a[href*='edit=']")!.GetAttribute("href")!;
        await ines.Submit(edit, "Form.Name", ("Form.Name", "Long winter"), ("Form.Gradings[0].On", ""));
        var changed = await ines.Page(address);
        Assert.Equal("Long winter", changed.QuerySelector("h1")!.TextContent);
        Assert.DoesNotContain("grading on", changed.QuerySelector(".room-head")!.TextContent, StringComparison.Ordinal);
        await ines.Post(address, $"/term?handler=Remove&id={address[^36..]}");
        await ines.Page(address, HttpStatusCode.NotFound);
        await ines.Page("/term?term=x");
        await ines.Page($"/term/{Guid.NewGuid()}", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_goes_in_and_what_it_keeps_are_changed_and_bad_numbers_refused()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var map = await Map(marlow, "Kites");
        int Rows(IDocument page) => page.QuerySelectorAll("tr[data-item]").Length;
        var rows = Rows(await marlow.Page(map));
        await marlow.Submit(map, "Add", ("Add", "crescent kick"));
        Assert.Equal(rows + 1, Rows(await marlow.Page(map)));
        var wrong = await Visitor.Parse(await marlow.Submit(map, "Add", ("Add", "wibble wobble")));
        Assert.Contains(
            "wibble wobble",
            wrong.QuerySelector("[name='Add']")!.ParentElement!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Equal("wibble wobble", wrong.QuerySelector("[name='Add']")!.GetAttribute("value"));
        wrong = await Visitor.Parse(await marlow.Submit(map, "Add", ("things[0].Wanted", "9")));
        Assert.Contains("1 to 8", wrong.QuerySelector(".term-things")!.TextContent, StringComparison.Ordinal);
        wrong = await Visitor.Parse(
            await marlow.Submit(map, "Limits.Share", ("Limits.Share", "900"), ("Limits.MostDays", "x"))
        );
        Assert.NotEqual("", Near(wrong, "Limits.MostDays"));
        wrong = await Visitor.Parse(await marlow.Submit(map, "Limits.Share", ("Limits.Share", "900")));
        Assert.Equal("10 to 100.", Near(wrong, "Limits.Share"));
        Assert.Equal("900", wrong.QuerySelector("[name='Limits.Share']")!.GetAttribute("value"));
        await marlow.Submit(map, "Limits.Share", ("Limits.Share", "40"), ("Limits.NewItems", "2"));
        Assert.Contains(
            "40 % of each session, 2 new things at once",
            (await marlow.Page(map)).QuerySelectorAll("summary").Select(Visitor.Read).Last(),
            StringComparison.Ordinal
        );

        static string Near(IDocument page, string field) =>
            page.QuerySelector($"[name='{field}']")!.ParentElement!.QuerySelector(".field-error")!.TextContent;
    }
}
