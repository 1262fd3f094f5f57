using System.Net;
using LoyalLadder.Data.Demo;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Today: what stands before each class, with what is likely.</summary>
public sealed class TodayTests
{
    private static async Task<string> Row(Visitor visitor, string group, string page = "/") =>
        string.Join(
            ' ',
            (await visitor.Page(page))
                .QuerySelectorAll(".day li")
                .First(r => r.TextContent.Contains(group, StringComparison.Ordinal))
                .TextContent.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
        );

    [Fact]
    public async Task A_session_says_what_the_terms_map_has_for_it_and_who_helps()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var kites = (await ines.Page("/term"))
            .QuerySelectorAll("a[href^='/term/']")
            .First(a => a.TextContent == "Kites");
        var map = await ines.Page(kites.GetAttribute("href")!);
        var heads = map.QuerySelectorAll("[data-map] thead tr:last-child th, [data-map] thead tr:last-child td")
            .ToList();
        var today = heads.FindIndex(h => h.GetAttribute("data-key") == "2041-05-07T18:00");
        var planned = map.QuerySelectorAll("tr[data-item]")
            .Count(r => r.Children[today].QuerySelector("svg.planned") is not null);
        var row = await Row(ines, "Kites");
        Assert.Equal(planned > 0, row.Contains(" term ", StringComparison.Ordinal));
        Assert.Contains("Odile helps", await Row(ines, "Limpets", "/?date=2041-05-09"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_comes_next_what_keeps_people_the_week_ahead_and_what_waits_stand_on_today()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var today = await marlow.Page("/");
        var next = Assert.Single(today.QuerySelectorAll(".day > li.is-next"));
        Assert.Matches(@"in \d+ (min|h)|should have begun", next.QuerySelector(".stage")!.TextContent);

        // whoever lacks one thing only is named before the class that could teach it
        var kept = today
            .QuerySelectorAll(".day > li .small")
            .Select(d => d.TextContent.Trim())
            .Where(t => t.Contains(" keeps ", StringComparison.Ordinal))
            .ToList();
        Assert.NotEmpty(kept);
        Assert.All(kept, k => Assert.Matches(@"^(#\S+ \S.*|\p{Lu}.*) keeps .+ from .+$", k));

        var week = today.QuerySelectorAll(".week-ahead li");
        Assert.Equal(6, week.Length);
        foreach (var day in week)
        {
            var there = await marlow.Page(day.QuerySelector("a")!.GetAttribute("href")!);
            Assert.Equal(
                there.QuerySelectorAll(".day > li .class-name").Select(c => c.TextContent).Order(),
                day.QuerySelectorAll(".of-week").Select(c => c.Children[0].TextContent.Trim()[6..]).Order()
            );
        }

        var waiting = today.QuerySelectorAll(".waiting li");
        Assert.NotEmpty(waiting);
        foreach (var thing in waiting)
            Assert.Equal(
                HttpStatusCode.OK,
                (await marlow.Get(thing.QuerySelector("a")!.GetAttribute("href")!)).StatusCode
            );

        // what is of students and of the work is the instructors' alone
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        var assistant = await odile.Page("/");
        Assert.Null(assistant.QuerySelector(".waiting a[href^='/people/']"));
        Assert.DoesNotContain(" keeps ", assistant.QuerySelector(".day")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_planned_lesson_says_how_it_stands_when_it_is_likely_to_end_and_what_must_be_settled()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Kites");
        await marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "light sparring 3 x 3:00 rest 30s"));
        Assert.Matches(@"\d+ min too long, ends 18:\d\d", await Row(marlow, "Kites"));
        Assert.DoesNotContain("likely to end", await Row(marlow, "Little Gulls"), StringComparison.Ordinal);

        // fitted, it ends in time
        var boxes = (await marlow.Page($"{sheet}/settle"))
            .QuerySelectorAll("input[name=fit_LeaveOut]")
            .Select(b => ("fit_LeaveOut", b.GetAttribute("value")!))
            .ToArray();
        await marlow.Post(sheet, $"{sheet}/settle?handler=Fit&way=LeaveOut", boxes);
        var after = await Row(marlow, "Kites");
        Assert.DoesNotContain(" over ", after, StringComparison.Ordinal);
        Assert.DoesNotContain("to settle", after, StringComparison.Ordinal);

        // what could hurt stands there until it is settled
        await marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "spear hand pairs 5/side"));
        Assert.Contains("to fix first", await Row(marlow, "Kites"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_said_of_the_end_is_the_same_in_the_sheet()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        foreach (var group in new[] { "Kites", "Cormorants" })
        {
            var sheet = await ines.Page(await ines.Link("/", "a[href^='/sheets/']", group));
            var said = sheet.QuerySelector("#headline")!.TextContent;
            Assert.Matches("^([0-9]+ min (too long|spare)|on time)$", said);
            Assert.Contains(said, await Row(ines, group), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_day_gone_by_and_a_day_to_come_show_their_classes()
    {
        await using var server = await LadderServer.Start();
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        Assert.Contains("Kites logged", await Row(odile, "Kites", "/?date=2041-04-30"), StringComparison.Ordinal);
        var next = await Row(odile, "Kites", "/?date=2041-05-14");
        Assert.Contains("not planned", next, StringComparison.Ordinal);
        Assert.DoesNotContain("Write a lesson", next, StringComparison.Ordinal);
        Assert.DoesNotContain("likely to end", next, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_list_of_what_was_taught_gives_sides_stages_and_instructors_as_the_evidence_has_them()
    {
        await using var server = await LadderServer.Start();
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        var student = (await odile.Page("/people")).QuerySelector("td a[href^='/people/0']")!.GetAttribute("href")!;
        var page = await odile.Page($"{student}/taught");
        var rows = page.QuerySelectorAll("table.taught tbody tr")
            .Select(r => r.QuerySelectorAll("td").Select(c => c.TextContent.Trim()).ToArray())
            .ToList();
        Assert.True(rows.Count > 10);
        Assert.All(rows, r => Assert.Equal(12, r.Length));
        // exposures are handed out to instructors without loss
        Assert.All(
            rows,
            r =>
                Assert.Equal(
                    double.Parse(r[1], System.Globalization.CultureInfo.InvariantCulture),
                    r[3]
                        .Split(", ")
                        .Sum(i => double.Parse(i.Split(' ')[^1], System.Globalization.CultureInfo.InvariantCulture)),
                    3
                )
        );
        await using var owner = server.Owner();
        var id = Guid.Parse(student.Split('/')[^1]);
        var evidence = await owner
            .Evidence.IgnoreQueryFilters()
            .Where(e => e.StudentId == id)
            .ToListAsync(TestContext.Current.CancellationToken);
        Assert.Equal(evidence.Count, rows.Count);
        Assert.Equal(
            evidence.Sum(e => e.LeftReps),
            rows.Sum(r => r[10].Length > 0 ? int.Parse(r[10], System.Globalization.CultureInfo.InvariantCulture) : 0)
        );
        Assert.Equal(
            evidence.Sum(e => e.RightReps),
            rows.Sum(r => r[11].Length > 0 ? int.Parse(r[11], System.Globalization.CultureInfo.InvariantCulture) : 0)
        );
        await odile.Page($"/people/{Guid.NewGuid()}/taught", HttpStatusCode.NotFound);
    }
}
