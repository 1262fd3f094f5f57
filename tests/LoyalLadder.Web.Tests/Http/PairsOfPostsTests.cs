using System.Net;
using AngleSharp.Dom;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Demo;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Two people press at the same moment: nothing breaks, nothing is doubled, nothing is lost without a word.</summary>
public sealed class PairsOfPostsTests
{
    private const int Pairs = 200;

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Something to send, made from what stands just now.</summary>
    private sealed record Post(string Page, string To, params (string Name, string Value)[] Fields);

    private sealed class School(LadderServer server, string sheet, string log, string student, string grading)
    {
        private readonly Random _random = new(20410507);

        public static async Task<School> Of(LadderServer server, Visitor ines)
        {
            var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
            var people = await ines.Page("/people");
            var student = people
                .QuerySelectorAll("a[href^='/people/0']")
                .Select(a => a.GetAttribute("href")!)
                .First(h => h.Length > 30);
            var grading = (await ines.Page("/gradings")).QuerySelector("a[href^='/gradings/']")!.GetAttribute("href")!;
            var log = sheet.Replace("/sheets/", "/diary/", StringComparison.Ordinal);
            return new School(server, sheet, log, student, grading);
        }

        private T Any<T>(IReadOnlyList<T> all) => all[_random.Next(all.Count)];

        /// <summary>Two posts of one kind, often about the same thing.</summary>
        public async Task<(Post First, Post Second)> Next()
        {
            Func<Task<Post>>[] kinds =
            [
                Add,
                Edit,
                () => OnLine("doses", "Step", "&by=1"),
                () => OnLine("doses", "Move", "&by=1"),
                () => OnLine("doses", "Move", "&by=-1"),
                () => OnLine("doses", "Prioritise", "&priority=Could"),
                () => OnLine("lines", "Remove", ""),
                () => Plain(sheet, $"{sheet}/settle?handler=Back"),
                () => Plain(sheet, $"{sheet}/settle?handler=Again"),
                () => OnSeveral("Move", "&by=1"),
                () => OnSeveral("Drop"),
                () => OnSeveral("Copy"),
                () => Plain(sheet, $"{sheet}/settle?handler=Mend"),
                SayOnLine,
                Log,
                Kit,
                Drill,
                Sign,
                () => Plain(student, $"{student}?handler=Care", ("words", "left knee"), ("until", "2041-05-12")),
                () => Plain(grading, $"{grading}?handler=Close"),
                () => Plain(grading, $"{grading}?handler=Reopen"),
                () => Plain("/school/students", "/school/students", ("Form.Names", $"Pair {_random.Next(50)}")),
            ];
            var kind = Any(kinds);
            return (await kind(), await kind());
        }

        private static Task<Post> Plain(string page, string to, params (string, string)[] fields) =>
            Task.FromResult(new Post(page, to, [.. fields, ("Key", Guid.CreateVersion7().ToString())]));

        private Task<Post> Add() =>
            Plain(sheet, $"{sheet}/lines?handler=Add", ("text", $"added {_random.Next(1_000_000)} x10"));

        private async Task<List<(Guid Id, uint Version)>> Lines()
        {
            await using var db = server.Owner();
            var lesson = Guid.Parse(sheet.Split('/')[^1]);
            var lines = await db
                .SheetLines.IgnoreQueryFilters()
                .Where(l => l.LessonId == lesson && l.RemovedAt == null)
                .Select(l => new { l.Id, l.Version })
                .ToListAsync(Cancel);
            return lines.ConvertAll(l => (l.Id, l.Version));
        }

        private async Task<Post> OnLine(string page, string handler, string more)
        {
            var lines = await Lines();
            if (lines.Count < 4)
                return await Add();
            var (id, version) = lines[_random.Next(3)];
            return await Plain(sheet, $"{sheet}/{page}?handler={handler}&line={id}&version={version}{more}");
        }

        private async Task<Post> Edit()
        {
            var post = await OnLine("lines", "Edit", "");
            return post with { Fields = [.. post.Fields, ("text", $"edited {_random.Next(1_000_000)} x10")] };
        }

        private async Task<Post> OnSeveral(string handler, string more = "")
        {
            var lines = await Lines();
            var picks = string.Concat(lines.Take(3).Select(l => $"&pick={l.Id}"));
            return await Plain(sheet, $"{sheet}/picked?handler={handler}{more}{picks}");
        }

        private async Task<Post> SayOnLine()
        {
            var post = await OnLine("talk", "Say", "");
            return post with { Fields = [.. post.Fields, ("words", $"said {_random.Next(1_000_000)}")] };
        }

        private async Task<Post> Log()
        {
            await using var db = server.Owner();
            var students = await db
                .Enrolments.IgnoreQueryFilters()
                .Where(e => e.Class!.Name == "Kites")
                .Select(e => e.StudentId)
                .ToListAsync(Cancel);
            return await Plain(log, log, ($"at-{Any(students)}", nameof(Presence.Present)), ("notes", ""));
        }

        private Task<Post> Kit() =>
            Plain(
                "/school/kit",
                "/school/kit",
                ("Form.Name", $"cones {_random.Next(9)}"),
                ("Form.Count", "4"),
                ("Form.Seconds", "10")
            );

        private Task<Post> Drill() =>
            Plain(
                "/material/drills",
                "/material/drills",
                ("name", $"Pair {_random.Next(9)}"),
                ("kind", "Basics"),
                ("leastBand", "Kids"),
                ("text", "jab x10")
            );

        private async Task<Post> Sign()
        {
            await using var db = server.Owner();
            var asked = await db.Requirements.IgnoreQueryFilters().Select(r => r.Id).Take(3).ToListAsync(Cancel);
            return await Plain(student, $"{student}?handler=Sign&requirement={Any(asked)}");
        }
    }

    [Fact]
    public async Task Two_hundred_pairs_of_posts_at_once_break_nothing_and_double_nothing()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var school = await School.Of(server, ines);
        var (a, b) = (await ines.Token("/"), await marlow.Token("/"));
        var told = new List<string>();
        for (var pair = 0; pair < Pairs; pair++)
        {
            var (first, second) = await school.Next();
            var answers = await Task.WhenAll(
                ines.Send(first.To, a, isPart: false, first.Fields),
                marlow.Send(second.To, b, isPart: false, second.Fields)
            );
            told.AddRange(
                answers
                    .Zip([first, second])
                    .Where(x => (int)x.First.StatusCode >= 500)
                    .Select(x => $"{x.Second.To}: {x.First.StatusCode}")
            );
        }
        Assert.Empty(told);
        await using var db = server.Owner();
        Assert.Empty(
            await db
                .LogLines.IgnoreQueryFilters()
                .GroupBy(l => new { l.LogId, l.SheetLineId })
                .Where(g => g.Count() > 1)
                .Select(g => g.Key.LogId)
                .ToListAsync(Cancel)
        );
        Assert.Empty(
            await db
                .SheetLines.IgnoreQueryFilters()
                .GroupBy(l => new { l.LessonId, l.Place })
                .Where(g => g.Count() > 1)
                .Select(g => g.Key.Place)
                .ToListAsync(Cancel)
        );
    }

    [Fact]
    public async Task The_same_post_twice_at_once_makes_one()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var token = await ines.Token(sheet);
        for (var round = 0; round < 8; round++)
        {
            var key = ("Key", Guid.CreateVersion7().ToString());
            var words = ("text", $"once only {(char)('a' + round)} x10");
            var answers = await Task.WhenAll(
                Enumerable.Range(0, 3).Select(_ => ines.Send($"{sheet}/lines?handler=Add", token, true, key, words))
            );
            Assert.All(answers, x => Assert.Equal(HttpStatusCode.OK, x.StatusCode));
        }
        var shown = (await ines.Page(sheet)).QuerySelectorAll(".line .what").Select(w => w.TextContent.Trim());
        Assert.Equal(8, shown.Count(w => w.StartsWith("once only", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task A_log_sent_twice_at_once_has_its_lines_once_and_goes_on_working()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var log = sheet.Replace("/sheets/", "/diary/", StringComparison.Ordinal);
        var token = await ines.Token(log);
        var answers = await Task.WhenAll(
            Enumerable.Range(0, 4).Select(_ => ines.Send(log, token, false, ("notes", "wet floor")))
        );
        Assert.All(answers, x => Assert.Equal(HttpStatusCode.Redirect, x.StatusCode));
        var lines = (await ines.Page(sheet)).QuerySelectorAll(".line .dose").Length;
        Assert.InRange((await ines.Page(log)).QuerySelectorAll(".outcome").Length, 1, lines);
    }

    /// <summary>A log's form as it stands, to be sent with some of it changed.</summary>
    private static List<(string, string)> Form(IDocument page, params (string Name, string Value)[] changed)
    {
        var kept = page.QuerySelectorAll("form input[type=hidden], form input[checked], form textarea")
            .Select(i => (Name: i.GetAttribute("name")!, Value: i.GetAttribute("value") ?? i.TextContent))
            .Where(f => f.Name != "__RequestVerificationToken" && !changed.Any(c => c.Name == f.Name));
        return [.. kept, .. changed];
    }

    [Fact]
    public async Task Attendance_of_an_assistant_stays_when_an_instructor_saves_a_page_opened_before()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var log = sheet.Replace("/sheets/", "/diary/", StringComparison.Ordinal);
        var (before, odiles) = (await ines.Page(log), await odile.Page(log));
        var students = before
            .QuerySelectorAll("input[name^='at-'][value=Present]")
            .Select(i => i.GetAttribute("name")!)
            .ToList();
        var nine = students.Take(9).Select(s => (s, "Present")).ToArray();
        await odile.Post("/", log, [.. Form(odiles, nine)]);
        // taken alone it says nothing of what was done
        Assert.DoesNotContain(
            "carried over",
            (await ines.Page("/")).QuerySelector(".said")?.TextContent ?? "",
            StringComparison.Ordinal
        );
        var lesson = Guid.Parse(sheet.Split('/')[^1]);
        await using (var db = server.Owner())
            Assert.Null(
                await db
                    .Logs.IgnoreQueryFilters()
                    .Where(l => l.LessonId == lesson)
                    .Select(l => l.OutcomesAt)
                    .SingleAsync(Cancel)
            );

        // one more from the page that was opened before, and one whom both saw otherwise
        var answer = await ines.Post("/", log, [.. Form(before, (students[9], "Late"), (students[0], "Watching"))]);
        var after = await ines.Page(log);
        int There(string how) => after.QuerySelectorAll($"input[name^='at-'][value={how}][checked]").Length;
        Assert.Equal((9, 1, 0), (There("Present"), There("Late"), There("Watching")));
        var told = await Visitor.Parse(answer);
        Assert.Contains("Odile", told.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Undo_takes_back_ones_own_and_never_a_colleagues()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var before = await ines.Page(sheet);
        var line = before.QuerySelector(".line .dose")!.Closest(".line")!.GetAttribute("data-line")!;
        string Dose(IDocument page) => page.QuerySelector($"#line-{line} .dose")!.TextContent;
        var sized = await Visitor.Parse(
            await ines.Send($"{sheet}/doses?handler=Size&line={line}&seconds=300", await ines.Token(sheet), true)
        );
        Assert.NotEqual(Dose(before), Dose(sized));
        var undo = sized.QuerySelector("[data-undo]")!.GetAttribute("formaction")!;
        await marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "from marlow x10"));
        await ines.Post(sheet, undo);
        var after = await ines.Page(sheet);
        Assert.Equal(Dose(before), Dose(after));
        Assert.Contains("from marlow", after.Body!.TextContent, StringComparison.Ordinal);
    }
}
