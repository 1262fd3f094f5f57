using System.Net;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>The same moment, the same sheet: what two people send at once.</summary>
public sealed class TogetherTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task Of_two_edits_of_one_line_at_once_one_is_kept_and_the_other_is_shown_both()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var (a, b) = (await ines.Token(sheet), await marlow.Token(sheet));
        for (var round = 0; round < 12; round++)
        {
            var line = (await ines.Page(sheet))
                .QuerySelectorAll("li.line:not(.is-segment)")[round % 5]
                .GetAttribute("data-line")!;
            await using var owner = server.Owner();
            var version = await owner
                .SheetLines.IgnoreQueryFilters()
                .Where(l => l.Id == Guid.Parse(line))
                .Select(l => l.Version)
                .SingleAsync(Cancel);
            var to = $"{sheet}/lines?handler=Edit&line={line}&version={version}";
            var answers = await Task.WhenAll(
                ines.Send(to, a, true, ("text", $"ines says {round + 1} x10")),
                marlow.Send(to, b, true, ("text", $"marlow says {round + 1} x10"))
            );
            Assert.Equal([HttpStatusCode.OK, HttpStatusCode.Conflict], answers.Select(x => x.StatusCode).Order());
            var clash = await answers
                .Single(x => x.StatusCode == HttpStatusCode.Conflict)
                .Content.ReadAsStringAsync(Cancel);
            Assert.Contains("ines says", clash, StringComparison.Ordinal);
            Assert.Contains("marlow says", clash, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Lines_that_many_add_at_once_are_all_there_and_each_save_is_in_the_history()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var (a, b) = (await ines.Token(sheet), await marlow.Token(sheet));
        var answers = await Task.WhenAll(
            Enumerable
                .Range(1, 24)
                .Select(i =>
                    (i % 2 == 0 ? ines : marlow).Send(
                        $"{sheet}/lines?handler=Add",
                        i % 2 == 0 ? a : b,
                        true,
                        ("text", $"plank {i + 10} s")
                    )
                )
        );
        Assert.All(answers, x => Assert.Equal(HttpStatusCode.OK, x.StatusCode));
        var doses = (await ines.Page(sheet)).QuerySelectorAll(".line .dose").Select(d => d.TextContent).ToList();
        Assert.All(Enumerable.Range(11, 24), s => Assert.Contains($"{s}s", doses));
        var history = (await ines.Page($"{sheet}/history"))
            .QuerySelectorAll(".history > li")
            .Select(l => l.TextContent)
            .ToList();
        Assert.Equal(24, history.Count(h => h.Contains("plank", StringComparison.Ordinal)));
        Assert.Equal(
            12,
            history.Count(h =>
                h.Contains("plank", StringComparison.Ordinal) && h.Contains("Marlow", StringComparison.Ordinal)
            )
        );
    }

    [Fact]
    public async Task The_wire_is_taken_up_again_when_the_database_hangs_up_on_it()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        await using var owner = server.Owner();
        using var news = server
            .Services.GetRequiredService<SchoolNewsFeed>()
            .Listen(await owner.Schools.Select(s => s.Id).SingleAsync(Cancel));
        // a login may hang up on itself
        await using var scope = server.Services.CreateAsyncScope();
        var hungUp = await scope
            .ServiceProvider.GetRequiredService<LadderContext>()
            .Database.SqlQuery<bool>(
                $"""
                SELECT pg_terminate_backend(pid) AS "Value" FROM pg_stat_activity
                WHERE datname = current_database() AND query = 'LISTEN ladder'
                """
            )
            .ToListAsync(Cancel);
        Assert.Equal([true], hungUp);
        // taking it up again is news by itself: anything may have happened
        await Heard(news, NewsTopic.All);
        await ines.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "plank 20 s"));
        await Heard(news, NewsTopic.Sheet);
    }

    private static async Task Heard(SchoolNewsFeed.Listening news, NewsTopic topic)
    {
        while (true)
        {
            var told = await news.Next(TimeSpan.FromSeconds(30), TimeProvider.System, Cancel);
            Assert.NotEmpty(told);
            if (told.Any(n => n.Topic == topic))
                return;
        }
    }

    [Fact]
    public async Task Who_was_cut_off_is_no_longer_in_the_sheet_after_a_while()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var lesson = Guid.Parse(sheet.Split('/')[^1]);
        await using (var owner = server.Owner())
        {
            var marlow = await owner.Users.SingleAsync(u => u.Email == DemoSchool.Instructor, Cancel);
            await owner.Database.ExecuteSqlAsync(
                $"""
                INSERT INTO sheet_visits (id, lesson_id, user_id, school_id, changed_at, changed_by_id)
                VALUES (gen_random_uuid(), {lesson}, {marlow.Id}, {marlow.SchoolId}, {server.Clock.GetUtcNow()}, {marlow.Id})
                """,
                Cancel
            );
        }

        Assert.Equal("also here: Marlow", (await ines.Page(sheet)).QuerySelector("#here")!.TextContent);
        server.Clock.Pass(SheetVisit.Over + TimeSpan.FromSeconds(1));
        Assert.Equal("", (await ines.Page(sheet)).QuerySelector("#here")!.TextContent);
        // and whoever comes in next clears the trace away
        using (var stream = await EventStream.Open(ines, $"/live?lesson={lesson}"))
            Assert.Equal(
                "[]",
                System
                    .Text.Json.JsonDocument.Parse(await stream.Next("here"))
                    .RootElement.GetProperty("here")
                    .GetRawText()
            );
        await using var after = server.Owner();
        var marlows = (await after.Users.SingleAsync(u => u.DisplayName == "Marlow", Cancel)).Id;
        Assert.DoesNotContain(
            await after.SheetVisits.IgnoreQueryFilters().Select(v => v.UserId).ToListAsync(Cancel),
            id => id == marlows
        );
    }

    [Fact]
    public async Task A_further_school_of_the_installation_is_joined_by_link_and_sees_nothing_of_the_first()
    {
        var database = await TestDatabase.Fresh(withDemo: true);
        var said = await WebProcess.Say(database, "--add-school", "Over the Water");
        var link = System.Text.RegularExpressions.Regex.Match(said, @"/join/\S+").Value;
        Assert.Contains("Over the Water is ready", said, StringComparison.Ordinal);
        await using var server = new LadderServer(database);
        server.StartServer();
        // the link holds by the clock of the process that made it
        server.Clock.Pass(TimeProvider.System.GetUtcNow() - server.Clock.GetUtcNow());
        using var newcomer = new Visitor(server.Address);
        Assert.Contains("Over the Water", (await newcomer.Page(link)).Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await newcomer.Post(
                    link,
                    link,
                    ("DisplayName", "Rosalba"),
                    ("Email", "rosalba@water.example"),
                    ("Password", TestDatabase.Password)
                )
            ).StatusCode
        );
        Assert.Empty((await newcomer.Page("/school/students")).QuerySelectorAll("tbody tr"));
        Assert.Equal(
            ["Rosalba"],
            (await newcomer.Page("/school/users")).QuerySelectorAll("tbody strong").Select(n => n.TextContent)
        );
        using var again = new Visitor(server.Address);
        Assert.DoesNotContain(
            "Over the Water",
            (await again.Page(link)).QuerySelector("main, body")!.TextContent,
            StringComparison.Ordinal
        );
    }
}
