using System.Net;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.PadRounds;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>What an instructor tripped over while using it.</summary>
public sealed class MendedByUseTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> Sheet(Visitor visitor, string text)
    {
        var group = (await visitor.Page("/sheets/new"))
            .QuerySelectorAll("#ClassId option")
            .First(o => o.TextContent.StartsWith("Kites", StringComparison.Ordinal));
        var begun = await visitor.Submit(
            "/sheets/new",
            "Text",
            ("ClassId", group.GetAttribute("value")!),
            ("Date", "2041-06-06"),
            ("Text", text)
        );
        return begun.Headers.Location!.ToString().Split('?')[0];
    }

    [Fact]
    public async Task A_sheet_is_deleted_and_restored_and_a_lesson_that_was_run_stays()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await Sheet(ines, "jab x5");
        var deleted = await ines.Post(sheet, $"{sheet}?handler=Delete");
        Assert.Equal(HttpStatusCode.Redirect, deleted.StatusCode);
        await ines.Page(sheet, HttpStatusCode.NotFound);
        var list = await ines.Page("/sheets");
        var restore = list.QuerySelector("#deleted form")!.GetAttribute("action")!;
        await ines.Post("/sheets", restore);
        await ines.Page(sheet);

        var logged = (await ines.Page("/diary"))
            .QuerySelectorAll("a[href^='/diary/0']")
            .Select(a => a.GetAttribute("href")!)
            .First();
        var taught = logged.Replace("/diary/", "/sheets/", StringComparison.Ordinal);
        await ines.Post(taught, $"{taught}?handler=Delete");
        Assert.Contains(
            "record of what was taught",
            Visitor.Read((await ines.Page(taught)).Body),
            StringComparison.Ordinal
        );
    }

    /// <summary>It landed on the sheet, past the reason, and named a panel that is called otherwise.</summary>
    [Fact]
    public async Task What_stands_against_a_start_is_told_on_the_way_and_can_be_started_anyway()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await Sheets.Begin(ines, "## Basics\nclinch knee x5", "Little Gulls", "2041-06-09");
        var mat = sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal);
        Assert.Equal($"{mat}/ready", (await ines.Get(mat)).Headers.Location?.ToString());
        var ready = await ines.Page($"{mat}/ready");
        Assert.NotEmpty(ready.QuerySelectorAll(".ready-stops li"));
        var empty = await ines.Post($"{mat}/ready", $"{mat}/ready?handler=Anyway", ("reason", ""));
        Assert.NotNull((await Visitor.Parse(empty)).QuerySelector(".field-error"));
        var started = await ines.Post(
            $"{mat}/ready",
            $"{mat}/ready?handler=Anyway",
            ("reason", "seniors only tonight")
        );
        Assert.Equal(mat, started.Headers.Location?.ToString());
        await ines.Page(mat);
    }

    [Fact]
    public async Task A_run_that_was_started_by_mistake_is_thrown_away_and_leaves_nothing_to_log()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await Sheet(ines, "jab x5");
        var mat = sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal);
        var token = await ines.Token(mat);
        object Press(string kind) =>
            new[]
            {
                new
                {
                    id = Guid.NewGuid(),
                    at = server.Clock.GetUtcNow(),
                    kind,
                },
            };
        Assert.Equal(
            HttpStatusCode.OK,
            (await ines.PostJson($"{mat}?handler=Events", Press("start"), token)).StatusCode
        );
        await using var db = server.Owner();
        var lesson = Guid.Parse(sheet.Split('/')[^1]);
        var run = await db.Runs.IgnoreQueryFilters().SingleAsync(r => r.LessonId == lesson, Cancel);
        await ines.Post(mat, $"{mat}?handler=Discard");
        Assert.False(await db.Runs.IgnoreQueryFilters().AnyAsync(r => r.LessonId == lesson, Cancel));
        // a device that still has the old run is told so, and the lesson stands as before
        await ines.Page(mat);
        Assert.Equal(
            HttpStatusCode.Gone,
            (await ines.PostJson($"{mat}?handler=Events&run={run.Id}", Press("go"), token)).StatusCode
        );
        // after a quarter of an hour it is no mistake any more
        await ines.PostJson($"{mat}?handler=Events", Press("start"), token);
        server.Clock.Pass(TimeSpan.FromMinutes(15));
        await ines.Post(mat, $"{mat}?handler=Discard");
        Assert.True(
            await db.Runs.IgnoreQueryFilters().AnyAsync(r => r.LessonId == lesson && r.Events.Count > 0, Cancel)
        );
    }

    [Fact]
    public async Task A_line_that_went_meanwhile_answers_with_what_was_typed()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await Sheet(ines, "jab x5\ncross x5");
        var line = (await ines.Page(sheet)).QuerySelector("[data-line]")!.GetAttribute("data-line")!;
        await ines.Post(sheet, $"{sheet}/lines?handler=Remove&line={line}");
        var edited = await ines.Post(
            sheet,
            $"{sheet}/lines?handler=Edit&line={line}&version=1",
            ("text", "hook 7/side slow")
        );
        Assert.Equal(HttpStatusCode.Conflict, edited.StatusCode);
        Assert.Contains(
            "hook 7/side slow",
            Visitor.Read((await Visitor.Parse(edited)).QuerySelector(".said.stop")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_part_of_a_page_whose_session_has_ended_is_told_so_instead_of_sent_the_sign_in()
    {
        await using var server = await LadderServer.Start();
        using var nobody = new Visitor(server.Address);
        using var part = new HttpRequestMessage(HttpMethod.Get, "/sheets");
        part.Headers.Add("HX-Request", "true");
        Assert.Equal(HttpStatusCode.Unauthorized, (await nobody.Send(part)).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await nobody.Get("/sheets")).StatusCode);
    }

    /// <summary>Nine things asked for and none marked, three weeks ahead: it was printed.</summary>
    [Fact]
    public async Task A_certificate_is_for_whoever_showed_it_all_and_not_before_the_day()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        await using var db = server.Owner();
        var grading = await db
            .Gradings.IgnoreQueryFilters()
            .Include(g => g.Candidates)
            .OrderBy(g => g.Id)
            .FirstAsync(g => g.ClosedAt == null, Cancel);
        var page = $"/gradings/{grading.Id}";
        var student = (await ines.Page(page)).QuerySelectorAll(".joiners input")[^1].GetAttribute("value")!;
        await ines.Post(page, $"{page}?handler=Join", ("student", student));
        await db.Entry(grading).Collection(g => g.Candidates).LoadAsync(Cancel);
        var candidate = await db.Candidates.IgnoreQueryFilters().SingleAsync(c => c.GradingId == grading.Id, Cancel);
        candidate.Result = GradingResult.Passed;
        grading.On = DateOnly.FromDateTime(LadderServer.Tuesday.Date).AddDays(21);
        await db.SaveChangesAsync(Cancel);
        async Task<(int Printed, string Words)> Certificates()
        {
            var paper = await ines.Page($"{page}/certificates");
            // whoever marked it and the head instructor sign, with the day beside them
            Assert.All(
                paper.QuerySelectorAll(".certificate"),
                c =>
                {
                    Assert.Contains(
                        c.QuerySelectorAll(".signatures p"),
                        p => p.TextContent.EndsWith(", head instructor", StringComparison.Ordinal)
                    );
                    Assert.Contains(
                        c.QuerySelectorAll(".signatures p"),
                        p => p.TextContent.EndsWith(" 2041", StringComparison.Ordinal)
                    );
                    Assert.Equal(2, c.QuerySelectorAll("svg.rails").Length);
                }
            );
            return (paper.QuerySelectorAll(".certificate").Length, Visitor.Read(paper.Body));
        }
        Assert.Contains("from that day on", (await Certificates()).Words, StringComparison.Ordinal);
        Assert.Equal(0, (await Certificates()).Printed);
        grading.On = DateOnly.FromDateTime(LadderServer.Tuesday.Date);
        await db.SaveChangesAsync(Cancel);
        var (none, lacking) = await Certificates();
        Assert.Equal(0, none);
        Assert.Contains("not marked", lacking, StringComparison.Ordinal);
        var asked = await db
            .Requirements.IgnoreQueryFilters()
            .Where(r => r.RankId == candidate.ToRankId && r.ArchivedAt == null)
            .Select(r => new { r.Id, r.Signers })
            .ToListAsync(Cancel);
        var people = await db
            .Users.IgnoreQueryFilters()
            .Where(u => u.SchoolId == grading.SchoolId)
            .Select(u => u.Id)
            .ToListAsync(Cancel);
        foreach (var need in asked)
        foreach (var examiner in people.Take(need.Signers))
            await db.Database.ExecuteSqlAsync(
                $"""
                INSERT INTO grading_marks (id, candidate_id, requirement_id, examiner_id, seen, faults, at, school_id, changed_at,
                  changed_by_id)
                VALUES ({Guid.NewGuid()}, {candidate.Id}, {need.Id}, {examiner}, 'Met', '', now(), {grading.SchoolId}, now(), {examiner})
                """,
                Cancel
            );
        Assert.Equal(1, (await Certificates()).Printed);
    }

    /// <summary>'soonest Tue 4 Jan' was two years off, and the page of the same student had another day.</summary>
    [Fact]
    public async Task A_day_of_another_year_says_so_and_list_and_page_of_a_student_agree()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var seen = 0;
        foreach (
            var group in (await ines.Page("/people"))
                .QuerySelectorAll(".shelves a[href*='group=']")
                .Select(a => a.GetAttribute("href")!)
                .ToList()
        )
        foreach (var row in (await ines.Page(group)).QuerySelectorAll("tbody tr"))
        {
            var told = Visitor.Read(row);
            var link = row.QuerySelector("a[href^='/people/0']")?.GetAttribute("href");
            if (link is null || !told.Contains("soonest ", StringComparison.Ordinal))
                continue;
            var day = told[(told.IndexOf("soonest ", StringComparison.Ordinal) + 8)..];
            Assert.Contains(
                $"earliest date: {day}",
                Visitor.Read((await ines.Page(link)).Body),
                StringComparison.Ordinal
            );
            if (day.EndsWith("2042", StringComparison.Ordinal) || day.EndsWith("2043", StringComparison.Ordinal))
                seen++;
            else
                Assert.Matches("[a-z]$", day);
        }
        Assert.True(seen > 0, "no forecast reaches into another year");
    }

    [Fact]
    public async Task The_bench_reads_what_is_said_and_offers_what_was_meant()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        Assert.NotNull((await ines.Page("/bench?c=one%20two")).QuerySelector(".bench-facts"));
        var mistyped = await ines.Page("/bench?c=jab%20croos%20lead%20hok");
        Assert.Contains(
            "jab, cross, lead hook",
            Visitor.Read(mistyped.QuerySelector(".notation-errors")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_list_of_changes_tells_what_people_changed_and_not_what_plans_are_worked_out_by()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        await using var db = server.Owner();
        await db.Database.ExecuteSqlRawAsync(
            "INSERT INTO audits (id, kind, row_id, deed, fields, school_id, changed_at, changed_by_id) "
                + "SELECT gen_random_uuid(), 'TermSolve', gen_random_uuid(), 'Changed', 'BeatAt, IsBest', id, now(), id FROM schools",
            Cancel
        );
        var words = Visitor.Read((await ines.Page("/school/changes")).Body);
        Assert.DoesNotContain("beatat", words, StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>The page of rounds took a tenth of its time alone and ten times that under load: they were made anew each time.</summary>
    [Fact]
    public async Task The_same_rounds_are_made_once()
    {
        await using var server = await LadderServer.Start();
        await using var owner = server.Owner();
        var school = await owner.Schools.IgnoreQueryFilters().Select(s => s.Id).SingleAsync(Cancel);
        async Task<RoundsMade> Made(long seed)
        {
            await using var scope = server.Services.CreateAsyncScope();
            scope.ServiceProvider.GetRequiredService<SchoolScope>().SchoolId = school;
            return await scope
                .ServiceProvider.GetRequiredService<RoundsBook>()
                .Make(new RoundRequest { AgeBand = "adults", Seed = seed }, NamingSchool.Generic, Cancel);
        }
        var first = await Made(5);
        Assert.Same(first, await Made(5));
        Assert.NotSame(first, await Made(6));
    }

    /// <summary>Two people over one form: the second is told, and nothing of the first is gone without a word.</summary>
    [Theory]
    [InlineData("/school/papers", "Closing", "First closing", "Second closing")]
    public async Task Whoever_comes_second_is_told(string page, string field, string first, string second)
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        await ines.Submit(page, field, (field, "Once before"));
        var old = (await ines.Page(page))
            .QuerySelector($"form:has([name='{field}']) input[name=Version]")!
            .GetAttribute("value")!;
        Assert.Equal(HttpStatusCode.Redirect, (await ines.Submit(page, field, (field, first))).StatusCode);
        var told = await ines.Submit(page, field, (field, second), ("Version", old));
        Assert.Equal(HttpStatusCode.Conflict, told.StatusCode);
        var words = Visitor.Read((await Visitor.Parse(told)).Body);
        Assert.Contains(first, words, StringComparison.Ordinal);
    }
}
