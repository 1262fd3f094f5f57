using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Material;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>The syllabus grid, lists of students, signing off and what is printed, over HTTP.</summary>
public sealed class HeadsWeekTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<JsonElement> Cells(
        Visitor ines,
        string grid,
        string rank,
        string learnable,
        string seen,
        string typed,
        string what = "",
        string kind = ""
    )
    {
        var cells = new[]
        {
            new
            {
                rankId = rank,
                learnable,
                what,
                kind,
                seen,
                typed,
            },
        };
        var answer = await ines.Post(grid, $"{grid}&handler=Cells", ("cells", JsonSerializer.Serialize(cells)));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return JsonDocument.Parse(await answer.Content.ReadAsStringAsync(Cancel)).RootElement;
    }

    [Fact]
    public async Task A_cell_is_kept_taken_out_and_comes_back_with_its_signatures()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var grid = "/ladder/grid?track=" + await Track(server, "Teens");
        var page = await ines.Page(grid);
        await using var owner = server.Owner();
        var signed = await owner
            .SignOffs.IgnoreQueryFilters()
            .Include(s => s.Requirement!.Rank!.Track)
            .Where(s => s.Requirement!.Rank!.Track!.Name == "Teens" && s.Requirement.ArchivedAt == null)
            // asked for at a stage: of what is only asked for, 1 and 2 say the same
            .Where(s => s.Requirement!.Kind == Core.Syllabus.RequirementKind.Technique)
            .OrderBy(s => s.RequirementId)
            .Select(s => s.Requirement!)
            .FirstAsync(Cancel);
        var was = page.QuerySelector($"tr[data-learnable='{signed.Learnable}'] input[data-rank='{signed.RankId}']")!
            .GetAttribute("value")!;
        var (rank, learnable) = (signed.RankId.ToString(), signed.Learnable);
        // somebody else's state is shown, not overwritten
        var mine = was == "1" ? "2" : "1";
        var clash = await Cells(ines, grid, rank, learnable, "not what stands there", mine);
        Assert.Equal(was, clash.GetProperty("cells")[0].GetProperty("text").GetString());
        Assert.NotEqual(JsonValueKind.Null, clash.GetProperty("cells")[0].GetProperty("problem").ValueKind);
        await Cells(ines, grid, rank, learnable, was, "");
        Assert.NotNull((await Find(owner, signed.Id)).ArchivedAt);
        var back = await Cells(ines, grid, rank, learnable, "", was);
        Assert.Equal(was, back.GetProperty("cells")[0].GetProperty("text").GetString());
        Assert.Null((await Find(owner, signed.Id)).ArchivedAt);
        foreach (var nonsense in new[] { "", "[]", "[null]", "[{}]", "{", "[{\"rankId\":\"x\"}]" })
            Assert.Equal(
                HttpStatusCode.UnprocessableEntity,
                (await ines.Post(grid, $"{grid}&handler=Cells", ("cells", nonsense))).StatusCode
            );
        var wrong = await Cells(ines, grid, rank, learnable, was, "lots");
        Assert.Equal(was, wrong.GetProperty("cells")[0].GetProperty("text").GetString());
    }

    private static Task<Data.Syllabus.RequirementRow> Find(Data.LadderContext db, Guid id) =>
        db.Requirements.IgnoreQueryFilters().AsNoTracking().SingleAsync(r => r.Id == id, Cancel);

    private static async Task<Guid> Track(LadderServer server, string name)
    {
        await using var owner = server.Owner();
        return await owner.Tracks.IgnoreQueryFilters().Where(t => t.Name == name).Select(t => t.Id).SingleAsync(Cancel);
    }

    [Fact]
    public async Task A_new_row_is_one_that_the_track_does_not_have()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var grid = "/ladder/grid?track=" + await Track(server, "Teens");
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await ines.Get($"{grid}&handler=Row&what=moon kick")).StatusCode
        );
        Assert.Equal(HttpStatusCode.Conflict, (await ines.Get($"{grid}&handler=Row&what=low kick")).StatusCode);
        var row = await Visitor.Parse(await ines.Get($"{grid}&handler=Row&what=Tide form&kind=form"));
        Assert.Contains("Tide form", row.Body!.TextContent, StringComparison.Ordinal);
        var rank = (await ines.Page(grid)).QuerySelector("th[data-rank]")!.GetAttribute("data-rank")!;
        var kept = await Cells(ines, grid, rank, "form:tideform", "", "x*", "Tide form", "Form");
        Assert.Equal("x*", kept.GetProperty("cells")[0].GetProperty("text").GetString());
        // emptied, it can be asked for again from the same row
        await Cells(ines, grid, rank, "form:tideform", "x*", "", "Tide form", "Form");
        // as a person types it: what is meant is what is kept
        kept = await Cells(ines, grid, rank, "form:tideform", "", "yes", "Tide form", "Form");
        kept = await Cells(ines, grid, rank, "form:tideform", "", "yes", "Tide form", "Form");
        Assert.Equal(JsonValueKind.Null, kept.GetProperty("cells")[0].GetProperty("problem").ValueKind);
        Assert.Contains(
            "Tide form",
            (await ines.Page(grid)).QuerySelector("[data-grid]")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_track_is_copied_into_another_by_pasting_its_table_and_new_ranks_stand_on_top()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var (from, to) = (await Track(server, "Teens"), await Track(server, DemoLadderNames.FirstSteps));
        var text = (await ines.Page($"/ladder/grid?track={from}")).QuerySelector("#Text")!.TextContent;
        var grid = $"/ladder/grid?track={to}";
        var look = await Visitor.Parse(await ines.Post(grid, $"{grid}&handler=Look", ("Text", text)));
        Assert.Contains("Ranks added on top", look.QuerySelector(".said")!.TextContent, StringComparison.Ordinal);
        var before = (await ines.Page(grid)).QuerySelectorAll("th[data-rank]").Length;
        var key = ("Key", Guid.NewGuid().ToString());
        await ines.Post(grid, $"{grid}&handler=Take", ("Text", text), key);
        await ines.Post(grid, $"{grid}&handler=Take", ("Text", text), key);
        var after = (await ines.Page(grid)).QuerySelectorAll("th[data-rank]");
        Assert.Equal(before + 6, after.Length);
        var again = await Visitor.Parse(await ines.Post(grid, $"{grid}&handler=Look", ("Text", text)));
        Assert.Contains("0 new rows", again.QuerySelector(".said")!.TextContent, StringComparison.Ordinal);
        var wrong = await Visitor.Parse(
            await ines.Post(grid, $"{grid}&handler=Take", ("Text", "what\tWhite\nmoon kick\t3\nlow kick\t9"))
        );
        Assert.Equal(2, wrong.QuerySelectorAll(".said li").Length);
        Assert.Equal(
            "what\tWhite\nmoon kick\t3\nlow kick\t9",
            wrong.QuerySelector("#Text")!.TextContent.ReplaceLineEndings("\n")
        );
    }

    private static class DemoLadderNames
    {
        public const string FirstSteps = "First steps";
    }

    [Fact]
    public async Task A_list_is_looked_at_first_answered_where_it_must_be_and_taken_once()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        await using var owner = server.Owner();
        var there = await owner.Students.IgnoreQueryFilters().Where(s => s.Initial != "").FirstAsync(Cancel);
        var list = $"Zephyr Quill, white, Petrels\nKites; yelow; Quinta Q.\n{there.FirstName} {there.Initial}, Limpets";
        var before = await owner.Students.IgnoreQueryFilters().CountAsync(Cancel);
        var look = await Visitor.Parse(await marlow.Post("/people/add", "/people/add?handler=Look", ("Names", list)));
        Assert.Equal(1, look.QuerySelectorAll("tr.is-open").Length);
        Assert.Equal(before, await owner.Students.IgnoreQueryFilters().CountAsync(Cancel));
        var answers = new[]
        {
            ("Names", list),
            ("Key", Guid.NewGuid().ToString()),
            ("Answers[0].Line", "3"),
            ("Answers[0].First", there.FirstName),
            ("Answers[0].Initial", there.Initial),
            ("Answers[0].Same", there.Id.ToString()),
        };
        await marlow.Post("/people/add", "/people/add?handler=Take", answers);
        await marlow.Post("/people/add", "/people/add?handler=Take", answers);
        Assert.Equal(before + 2, await owner.Students.IgnoreQueryFilters().CountAsync(Cancel));
        var zephyr = await owner
            .Students.IgnoreQueryFilters()
            .Include(s => s.Enrolments)
                .ThenInclude(e => e.Class)
            .SingleAsync(s => s.FirstName == "Zephyr", Cancel);
        Assert.Equal(("Q", "Petrels"), (zephyr.Initial, zephyr.Enrolments.Single().Class!.Name));
        Assert.Equal(
            1,
            await owner
                .Enrolments.IgnoreQueryFilters()
                .CountAsync(e => e.StudentId == there.Id && e.Class!.Name == "Limpets", Cancel)
        );
    }

    [Fact]
    public async Task Those_who_are_ticked_are_moved_enrolled_and_ranked_at_once()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var page = await ines.Page("/people");
        var address = page.QuerySelector("#many")!.GetAttribute("action")!;
        var who = page.QuerySelectorAll("input[name=who]")
            .Take(3)
            .Select(i => ("who", i.GetAttribute("value")!))
            .ToList();
        var into = page.QuerySelector("#into option:nth-child(2)")!;
        await ines.Post("/people", address, [.. who, ("act", "move"), ("into", into.GetAttribute("value")!)]);
        var there = (await ines.Page($"/people?group={into.GetAttribute("value")}")).QuerySelectorAll(
            "input[name=who]"
        );
        Assert.Equal(3, there.Count(i => who.Contains(("who", i.GetAttribute("value")!))));
        Assert.DoesNotContain(
            (await ines.Page("/people")).QuerySelectorAll("input[name=who]"),
            i => who.Contains(("who", i.GetAttribute("value")!))
        );
        var rank = page.QuerySelector("#rank option:nth-child(3)")!.GetAttribute("value")!;
        await ines.Post("/people", "/people?handler=Many&everybody=true", [.. who, ("act", "rank"), ("rank", rank)]);
        await using var owner = server.Owner();
        var ids = who.ConvertAll(w => Guid.Parse(w.Item2));
        Assert.Equal(
            [Guid.Parse(rank)],
            await owner
                .Students.IgnoreQueryFilters()
                .Where(s => ids.Contains(s.Id))
                .Select(s => s.RankId!.Value)
                .Distinct()
                .ToListAsync(Cancel)
        );
        var cards = await ines.Page($"/people/cards?who={ids[0]}&who={ids[1]}");
        Assert.Equal(2, cards.QuerySelectorAll(".rank-card").Length);
    }

    [Fact]
    public async Task One_thing_is_signed_off_for_everybody_and_a_second_touch_takes_no_signature_back_without_asking()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var choose = (await ines.Page("/people")).QuerySelector("a[href^='/people/sign']")!.GetAttribute("href")!;
        var what = (await ines.Page(choose)).QuerySelector(".sign-things a")!.GetAttribute("href")!;
        var page = await ines.Page(what);
        var open = page.QuerySelectorAll(".sign-tile")
            .First(t => t.QuerySelector("button:not([disabled])") is not null && t.QuerySelector("details") is null);
        var (of, requirement) = (Field(open, "of"), Field(open, "requirement"));
        var token = Field(open, "__RequestVerificationToken");
        async Task<AngleSharp.Dom.IElement> Press(string back) =>
            (
                await Visitor.Parse(
                    await ines.Send(what, token, isPart: true, ("of", of), ("requirement", requirement), ("back", back))
                )
            ).QuerySelector(".sign-tile")!;
        var mine = await Press("false");
        Assert.NotNull(mine.QuerySelector("summary.is-mine"));
        await using var owner = server.Owner();
        Assert.Equal(1, await Signed());
        // the only button stands inside what the second touch opens
        Assert.Equal(["Take it back"], mine.QuerySelectorAll("button").Select(b => b.TextContent));
        Assert.NotNull(mine.QuerySelector("button")!.Closest("details:not([open])"));
        // and the same post again, from a tablet that answered late, changes nothing
        await Press("false");
        Assert.Equal(1, await Signed());
        Assert.Null((await Press("true")).QuerySelector("details"));
        Assert.Equal(0, await Signed());

        Task<int> Signed() =>
            owner
                .SignOffs.IgnoreQueryFilters()
                .CountAsync(s => s.StudentId == Guid.Parse(of) && s.RequirementId == Guid.Parse(requirement), Cancel);
    }

    private static string Field(AngleSharp.Dom.IElement form, string name) =>
        form.QuerySelector($"input[name='{name}']")!.GetAttribute("value")!;

    private static async Task<HttpResponseMessage> Upload(Visitor visitor, byte[] bytes, string name)
    {
        var token = Field(
            (await visitor.Page("/school/papers")).QuerySelector("form[enctype]")!,
            "__RequestVerificationToken"
        );
        var file = new ByteArrayContent(bytes);
        file.Headers.ContentType = new MediaTypeHeaderValue("image/png");
        using var form = new MultipartFormDataContent
        {
            { file, "file", name },
            { new StringContent(token), "__RequestVerificationToken" },
        };
        return await visitor.Send("/school/papers?handler=Picture", form);
    }

    [Fact]
    public async Task A_picture_that_acts_is_too_large_or_lies_is_refused_with_a_reason()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        const string Drawing = "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 9 9\">{0}</svg>";
        (byte[] Bytes, string Name, string Reason)[] refused =
        [
            (Text(Drawing, "<script>alert(1)</script>"), "crest.svg", "script"),
            (Text(Drawing, "<path d='M0 0' onload='x()'/>"), "crest.svg", "acts by itself"),
            (Encoding.UTF8.GetBytes("MZ this is a program"), "crest.png", "neither a PNG nor an SVG"),
            (new byte[2_000_000], "crest.png", "1 MB"),
        ];
        foreach (var (bytes, name, reason) in refused)
        {
            var answer = await Visitor.Parse(await Upload(ines, bytes, name));
            Assert.Contains(reason, answer.QuerySelector(".field-error")!.TextContent, StringComparison.Ordinal);
        }
        var huge = await Upload(ines, new byte[50_000_000], "crest.png");
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, huge.StatusCode);
        Assert.Contains("picture 1 MB", await huge.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await ines.Get("/school/papers?handler=Picture")).StatusCode);
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await Upload(ines, Text(Drawing, "<path d='M0 0H9'/>"), "crest.svg")).StatusCode
        );
        var picture = await ines.Get("/school/papers?handler=Picture");
        Assert.Equal("image/svg+xml", picture.Content.Headers.ContentType!.MediaType);
        Assert.Equal("nosniff", picture.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Contains(
            "script-src 'self'",
            picture.Headers.GetValues("Content-Security-Policy").Single(),
            StringComparison.Ordinal
        );

        static byte[] Text(string format, string inside) =>
            Encoding.UTF8.GetBytes(format.Replace("{0}", inside, StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_page_for_home_opens_without_a_sign_in_names_nobody_and_ends()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        await using var owner = server.Owner();
        var combination = await owner
            .NumberedCombinations.IgnoreQueryFilters()
            .Where(c => c.Kind == CombinationKind.Combination)
            .FirstAsync(Cancel);
        var address = $"/material/numbered/{combination.Id}";
        var made = await Visitor.Parse(await ines.Post(address, $"{address}?handler=Home"));
        var link = made.QuerySelector("a[href*='/practice/']")!.GetAttribute("href")!;
        var path = link[link.IndexOf("/practice/", StringComparison.Ordinal)..];
        using var anybody = new Visitor(server.Address);
        var page = await anybody.Page(path);
        Assert.NotEmpty(page.QuerySelectorAll(".card-steps li"));
        Assert.NotNull(page.QuerySelector("svg.floor"));
        var words = page.Body!.TextContent;
        var names = await owner.Users.Select(u => u.DisplayName).ToListAsync(Cancel);
        Assert.All(names, n => Assert.DoesNotContain(n, words, StringComparison.Ordinal));
        Assert.DoesNotContain("Saltmere", words, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await anybody.Get("/practice/nothing")).StatusCode);
        server.Clock.Pass(TimeSpan.FromDays(PracticePage.Days + 1));
        Assert.Equal(HttpStatusCode.NotFound, (await anybody.Get(path)).StatusCode);
        using var later = await Visitor.SignedIn(server);
        var again = await Visitor.Parse(await later.Post(address, $"{address}?handler=Home"));
        var second = again.QuerySelector("a[href*='/practice/']")!.GetAttribute("href")!;
        second = second[second.IndexOf("/practice/", StringComparison.Ordinal)..];
        await anybody.Page(second);
        await later.Post(address, $"{address}?handler=EndHome");
        Assert.Equal(HttpStatusCode.NotFound, (await anybody.Get(second)).StatusCode);
    }

    [Fact]
    public async Task The_week_and_the_pictures_say_what_the_logs_have()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var week = await ines.Page("/week");
        var headings = week.QuerySelectorAll(".week-page h2").Select(h => h.TextContent).ToList();
        Assert.Contains("No instructor", headings);
        Assert.Contains("stand-in wanted", week.QuerySelector(".week-page")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(
            "Petrels",
            week.QuerySelector(".week-page section:nth-child(2)")!.TextContent,
            StringComparison.Ordinal
        );
        var charts = await ines.Page("/people/charts");
        Assert.Equal(12, charts.QuerySelectorAll("svg.came rect.was").Length);
        // a sentence above each says what it shows, and rows without anybody are left out
        Assert.Matches(@"^\d+ come to a lesson", charts.QuerySelector(".columns-2 section p")!.TextContent);
        Assert.Matches(
            @"^\d+ of \d+ were here in the last two weeks\.$",
            charts.QuerySelectorAll(".columns-2 section p")[1].TextContent
        );
        Assert.DoesNotContain(
            charts.QuerySelectorAll("table.bars")[0].QuerySelectorAll("td.figure"),
            f => f.TextContent.StartsWith("0 ", StringComparison.Ordinal)
        );
        var work = charts.QuerySelectorAll("table.bars")[1].QuerySelectorAll("td.figure").Select(td => td.TextContent);
        Assert.Equal(
            100,
            work.Sum(w => int.Parse(w.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture)),
            2.0
        );
        var group = charts.QuerySelector(".shelves a[aria-current=page]")!.GetAttribute("href")!;
        await ines.Post(group, group.Replace("?", "?handler=Aims&", StringComparison.Ordinal), ("Aims[Partner]", "40"));
        Assert.Contains(
            "aim 40 %",
            (await ines.Page(group)).QuerySelectorAll("table.bars")[1].TextContent,
            StringComparison.Ordinal
        );
        var wrong = await ines.Post(
            group,
            group.Replace("?", "?handler=Aims&", StringComparison.Ordinal),
            ("Aims[Partner]", "80"),
            ("Aims[Alone]", "30")
        );
        Assert.Contains("110 %", await wrong.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_students_page_is_drawn_and_printed()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var student = (await marlow.Page("/people")).QuerySelector("a[href^='/people/0']")!.GetAttribute("href")!;
        var page = await marlow.Page(student);
        Assert.NotNull(page.QuerySelector("svg.year-strip rect.was"));
        Assert.NotNull(page.QuerySelector("svg.climbed .held"));
        var paper = await marlow.Page($"{student}/paper");
        Assert.NotNull(paper.QuerySelector("svg.year-strip"));
        Assert.DoesNotContain("Care", paper.Body!.TextContent, StringComparison.Ordinal);
    }
}
