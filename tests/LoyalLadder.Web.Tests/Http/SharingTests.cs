using System.Net;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Several people, and several processes, at one school.</summary>
public sealed class SharingTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static Task<HttpResponseMessage> Add(Visitor visitor, string sheet, string text) =>
        visitor.Post(sheet, $"{sheet}/lines?handler=Add", ("text", text));

    private static async Task<bool> Shows(Visitor visitor, string sheet, string text) =>
        (await visitor.Page(sheet))
            .QuerySelectorAll(".line .what")
            .Any(w => w.TextContent.Contains(text, StringComparison.Ordinal));

    [Theory]
    [InlineData(
        "5f3a1f6e-0c7e-4c64-9b0c-0d7a3c1c2b11 sheet 7d9f2c34-9d55-4f0a-8a53-6f6f0d1b7a22",
        NewsTopic.Sheet,
        true
    )]
    [InlineData("5f3a1f6e-0c7e-4c64-9b0c-0d7a3c1c2b11 facts -", NewsTopic.Facts, true)]
    [InlineData("- progress -", NewsTopic.Progress, true)]
    [InlineData("", null, false)]
    [InlineData("- gossip -", null, false)]
    [InlineData("- 3 -", NewsTopic.Session, true)]
    [InlineData("- 99 -", null, false)]
    [InlineData("school sheet -", null, false)]
    [InlineData("- sheet", null, false)]
    public void A_message_of_the_wire_is_news_or_is_passed_over(string message, NewsTopic? topic, bool isNews)
    {
        var news = SchoolNews.Read(message);
        Assert.Equal((topic, isNews), (news?.Topic, news is not null));
        if (news is not { } told)
            return;
        // of one school, or, where none is named, of all
        var school = Guid.TryParse(message.Split(' ')[0], out var named) ? named : Guid.NewGuid();
        Assert.True(told.Concerns(school));
        Assert.Equal(named == Guid.Empty, told.Concerns(Guid.NewGuid()));
    }

    [Fact]
    public async Task A_listener_hears_its_own_school_and_one_that_is_too_slow_is_told_that_anything_may_have_happened()
    {
        var (feed, mine, other) = (new SchoolNewsFeed(), Guid.NewGuid(), Guid.NewGuid());
        using var listening = feed.Listen(mine);
        feed.Tell(new SchoolNews(other, NewsTopic.Sheet, Guid.NewGuid()));
        feed.Tell(new SchoolNews(mine, NewsTopic.Run, Guid.Empty));
        feed.Tell(new SchoolNews(mine, NewsTopic.Run, Guid.Empty));
        Assert.Equal(
            [new SchoolNews(mine, NewsTopic.Run, Guid.Empty)],
            await listening.Next(TimeSpan.FromMinutes(1), TimeProvider.System, Cancel)
        );
        for (var i = 0; i < 500; i++)
            feed.Tell(new SchoolNews(mine, NewsTopic.Sheet, Guid.NewGuid()));
        Assert.Contains(
            await listening.Next(TimeSpan.FromMinutes(1), TimeProvider.System, Cancel),
            n => n.Topic == NewsTopic.All
        );
        Assert.Empty(await listening.Next(TimeSpan.Zero, TimeProvider.System, Cancel));
    }

    [Fact]
    public async Task Two_processes_on_one_database_tell_each_other_and_killing_either_loses_nothing_that_was_confirmed()
    {
        var database = await TestDatabase.Fresh(withDemo: true);
        await using var a = await WebProcess.Start(database);
        await using var b = await WebProcess.Start(database);
        using var ines = await Visitor.SignedIn(a.Address);
        using var marlow = await Visitor.SignedIn(b.Address, DemoSchool.Instructor);
        // these two go by the real clock, far from the demo's days
        var group = (await ines.Page("/sheets/new"))
            .QuerySelector("#ClassId option[value]:not([value=''])")!
            .GetAttribute("value")!;
        var tomorrow = TimeProvider
            .System.GetUtcNow()
            .AddDays(1)
            .ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        var sheet = (
            await ines.Post("/sheets/new", "/sheets/new", ("ClassId", group), ("Date", tomorrow), ("empty", "true"))
        ).Headers.Location!.ToString();
        var lesson = sheet.Split('/')[^1];
        using var atA = await EventStream.Open(ines, $"/live?lesson={lesson}");
        using var atB = await EventStream.Open(marlow, $"/live?lesson={lesson}");
        await atA.Next("here", d => d.Contains("Marlow", StringComparison.Ordinal));
        await atB.Next("mark");

        // each edit in one is told in the other, by name, and is there for whoever looks
        foreach (
            var (who, said, told, name) in new[]
            {
                (ines, "first from a 30 s", atB, "Ines"),
                (marlow, "second from b 40 s", atA, "Marlow"),
            }
        )
        {
            Assert.Equal(HttpStatusCode.Redirect, (await Add(who, sheet, said)).StatusCode);
            await told.Next("mark", d => d.Contains($"\"by\":\"{name}\"", StringComparison.Ordinal));
        }
        Assert.True(await Shows(marlow, sheet, "first from a"));
        Assert.True(await Shows(ines, sheet, "second from b"));

        // what one process remembers of the school is forgotten when the other changes it
        await ines.Page("/school/halls");
        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await ines.Post(
                    "/school/halls",
                    "/school/halls",
                    ("Form.Name", "Slipway"),
                    ("Form.Length", "8"),
                    ("Form.Width", "7"),
                    ("Form.Bags", "0")
                )
            ).StatusCode
        );
        using (var news = await EventStream.Open(marlow, "/live"))
            await news.Next("school");
        Assert.Contains("Slipway", (await marlow.Page(sheet)).Body!.TextContent, StringComparison.Ordinal);

        // a confirmed edit outlives its process at once
        Assert.Equal(HttpStatusCode.Redirect, (await Add(ines, sheet, "last words of a 50 s")).StatusCode);
        await a.Kill();
        Assert.True(await Shows(marlow, sheet, "last words of a"));
        Assert.Equal(HttpStatusCode.Redirect, (await Add(marlow, sheet, "last words of b 20 s")).StatusCode);
        await b.Kill();
        Assert.True(await atB.Ends());
        await using var c = await WebProcess.Start(database);
        using var again = await Visitor.SignedIn(c.Address);
        foreach (var words in new[] { "first from a", "second from b", "last words of a", "last words of b" })
            Assert.True(await Shows(again, sheet, words), words);
    }

    [Fact]
    public async Task A_sheet_of_another_school_is_not_listened_to_and_its_news_are_not_told()
    {
        await using var server = await LadderServer.Start();
        var stranger = await OtherSchool.In(server);
        using var ines = await Visitor.SignedIn(server);
        using var away = await Visitor.SignedIn(server, stranger);
        using var nobody = new Visitor(server.Address);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var lesson = sheet.Split('/')[^1];
        await away.Page($"/live?lesson={lesson}", HttpStatusCode.NotFound);
        Assert.Equal(HttpStatusCode.Redirect, (await nobody.Get("/live")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await ines.Get($"/live?lesson={Guid.NewGuid()}")).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await ines.Get("/live?lesson=that-one")).StatusCode);

        using var theirs = server
            .Services.GetRequiredService<SchoolNewsFeed>()
            .Listen(await SchoolOf(server, stranger));
        using var own = server
            .Services.GetRequiredService<SchoolNewsFeed>()
            .Listen(await SchoolOf(server, DemoSchool.Head));
        await Add(ines, sheet, "only ours 30 s");
        Assert.Contains(await Until(own, n => n.Topic == NewsTopic.Sheet), n => n.Lesson == Guid.Parse(lesson));
        Assert.DoesNotContain(
            await theirs.Next(TimeSpan.Zero, TimeProvider.System, Cancel),
            n => n.Topic == NewsTopic.Sheet
        );
    }

    private static async Task<IReadOnlyList<SchoolNews>> Until(
        SchoolNewsFeed.Listening news,
        Func<SchoolNews, bool> one
    )
    {
        while (true)
            if (
                await news.Next(TimeSpan.FromSeconds(30), TimeProvider.System, Cancel) is var all
                && (all.Count == 0 || all.Any(one))
            )
                return all;
    }

    private static async Task<Guid> SchoolOf(LadderServer server, string email)
    {
        await using var owner = server.Owner();
        return await owner.Users.Where(u => u.Email == email).Select(u => u.SchoolId).SingleAsync(Cancel);
    }

    [Fact]
    public async Task A_comment_stands_on_its_line_until_somebody_settles_it_and_assistants_read_only()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Kites");
        var line = (await marlow.Page(sheet))
            .QuerySelectorAll("li.line:not(.is-segment)")
            .First(l => l.QuerySelector(".comments") is null)
            .GetAttribute("data-line")!;
        var say = $"{sheet}/talk?handler=Say&line={line}";
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await marlow.Post(sheet, say, ("words", "  Ask Wren about her wrist <first>  "))).StatusCode
        );
        var seen = (await odile.Page(sheet)).QuerySelector($"#line-{line} .comments")!;
        Assert.Contains("Marlow Ask Wren about her wrist <first>", seen.TextContent, StringComparison.Ordinal);
        Assert.Null(seen.QuerySelector("button"));
        Assert.Contains(
            "Ask Wren about her wrist",
            (await odile.Page($"{sheet}/briefing")).Body!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "/trouble",
            (await odile.Post(sheet, say, ("words", "me too"))).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );

        // what is wrong is said beside what was typed
        var tooLong = new string('x', LineComment.Longest + 1);
        var answer = await marlow.Post(sheet, say, ("words", tooLong));
        var refused = await Visitor.Parse(answer);
        Assert.Equal(
            (HttpStatusCode.UnprocessableEntity, tooLong),
            (answer.StatusCode, refused.QuerySelector("#comment-words")!.TextContent)
        );
        Assert.Contains(
            $"this has {tooLong.Length}",
            refused.QuerySelector(".comments .field-error")!.TextContent,
            StringComparison.Ordinal
        );

        var settle = (await marlow.Page(sheet))
            .QuerySelector($"#line-{line} .comments button")!
            .GetAttribute("formaction")!;
        await marlow.Post(sheet, settle);
        Assert.Null((await odile.Page(sheet)).QuerySelector($"#line-{line} .comments"));
        await using var owner = server.Owner();
        var kept = await owner
            .LineComments.IgnoreQueryFilters()
            .SingleAsync(c => c.Words.StartsWith("Ask Wren"), Cancel);
        var by = await owner.Users.SingleAsync(u => u.Id == kept.SaidById, Cancel);
        Assert.Equal(("Marlow", true), (by.DisplayName, kept.SettledAt is not null));
    }

    [Fact]
    public async Task The_list_of_changes_says_who_did_what_and_never_what_stood_there()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Kites");
        await Add(marlow, sheet, "secret handshake 30 s");
        await ines.Post(
            "/school/kit",
            "/school/kit",
            ("Form.Name", "bell"),
            ("Form.Count", "1"),
            ("Form.Seconds", "5")
        );
        var student = (await ines.Page("/people"))
            .QuerySelectorAll("a[href^='/people/0']")
            .Select(a => a.GetAttribute("href")!)
            .First(h => h.Length > 30);
        var name = (await ines.Page(student)).QuerySelector("h1")!.TextContent.Trim();

        var who = (await ines.Page("/school/changes"))
            .QuerySelectorAll("select[name=who] option")
            .Single(o => o.TextContent.Contains("Marlow", StringComparison.Ordinal))
            .GetAttribute("value");
        var rows = (await ines.Page($"/school/changes?who={who}"))
            .QuerySelectorAll("table.ruled tbody tr")
            .Select(r => string.Join(' ', r.TextContent.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)))
            .ToList();
        Assert.Contains("Marlow changed sheet: Kites, Tue 7 May (lines)", rows[0], StringComparison.Ordinal);
        Assert.DoesNotContain(
            rows,
            r => r.Contains("handshake", StringComparison.Ordinal) || r.Contains("Ines", StringComparison.Ordinal)
        );
        Assert.Contains(
            (await ines.Page("/school/changes?kind=KitItem")).QuerySelectorAll("table.ruled tbody tr"),
            r =>
                r.TextContent.Contains("bell", StringComparison.Ordinal)
                && r.TextContent.Contains("Ines", StringComparison.Ordinal)
        );
        Assert.Equal(HttpStatusCode.OK, (await ines.Get("/school/changes?who=%00&kind=x&before=-5")).StatusCode);
        Assert.Contains(
            "/trouble",
            (await marlow.Get("/school/changes")).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );

        // who is erased is not named by it either
        await ines.Post(student, $"{student}/erase", ("name", name));
        await using var owner = server.Owner();
        Assert.DoesNotContain(name, (await ines.Page("/school/changes")).Body!.TextContent, StringComparison.Ordinal);
        // and nothing that was written on a line, on a student or in a form is kept in it
        var kept = await owner.Audits.IgnoreQueryFilters().Select(a => a.Fields).Distinct().ToListAsync(Cancel);
        Assert.All(kept, f => Assert.Matches("^([A-Za-z]+(, )?)*$", f));
    }

    [Fact]
    public async Task An_import_is_one_line_of_the_list_and_older_ones_are_a_page_further()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var first = await ines.Page("/school/changes");
        Assert.Contains(
            first.QuerySelectorAll("table.ruled tbody tr"),
            r => System.Text.RegularExpressions.Regex.IsMatch(Visitor.Read(r), @"added \S.* × \d{2,}")
        );
        var older = first.QuerySelector("a[href*='before=']")!.GetAttribute("href")!;
        var seen = new HashSet<string>();
        for (var pages = 0; older is not null; pages++)
        {
            Assert.True(pages < 60 && seen.Add(older));
            older = (await ines.Page(older)).QuerySelector("a[href*='before=']")?.GetAttribute("href");
        }
        Assert.True(seen.Count > 1);
    }
}
