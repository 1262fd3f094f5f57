using System.Net;
using System.Text.Json;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Progress;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Ladder, people, gradings and briefing over HTTP, and the evidence under them.</summary>
public sealed class ProgressPageTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> Student(Visitor visitor, string group = "Kites", int which = 0)
    {
        var tab = (await visitor.Page("/people"))
            .QuerySelectorAll(".shelves a")
            .First(a => a.TextContent.StartsWith(group, StringComparison.Ordinal))
            .GetAttribute("href")!;
        return (await visitor.Page(tab)).QuerySelectorAll("td a[href^='/people/0']")[which].GetAttribute("href")!;
    }

    [Fact]
    public async Task The_ladder_shows_coverage_and_holes_and_its_requirements_keep_their_history()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var page = await ines.Page("/ladder");
        Assert.True(page.QuerySelectorAll(".rank").Length >= 8);
        Assert.NotEmpty(page.QuerySelectorAll(".stages i.on"));
        Assert.NotEmpty(page.QuerySelectorAll(".ask.is-never"));
        Assert.Contains(
            "never been taught to",
            page.QuerySelector(".side-pane")!.TextContent,
            StringComparison.Ordinal
        );

        var rank = page.QuerySelectorAll(".rank-name a")[^1].GetAttribute("href")!;
        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await ines.Post(
                    rank,
                    rank,
                    ("kind", "Technique"),
                    ("what", "mawashi geri"),
                    ("stage", "3"),
                    ("amount", "0"),
                    ("signers", "2")
                )
            ).StatusCode
        );
        var asked = await ines.Page(rank);
        var row = asked
            .QuerySelectorAll("tr")
            .First(r => r.TextContent.Contains("round kick", StringComparison.Ordinal));
        Assert.Contains("two sign", row.TextContent, StringComparison.Ordinal);
        Assert.Contains(
            "Ines: asks for round kick, moving, signed by two",
            Visitor.Read(asked.QuerySelector(".columns-2")),
            StringComparison.Ordinal
        );
        var edit = row.QuerySelector("a")!.GetAttribute("href")!;
        await ines.Post(
            edit,
            edit,
            ("kind", "Technique"),
            ("what", "round kick"),
            ("stage", "4"),
            ("amount", "0"),
            ("signers", "1")
        );
        Assert.Contains(
            "round kick, moving, signed by two became round kick, on a target",
            (await ines.Page(rank)).QuerySelector(".columns-2")!.TextContent,
            StringComparison.Ordinal
        );
        foreach (
            var (what, message) in new[]
            {
                ("", "Say what is asked for"),
                ("wibble kick", "is not in the catalogue"),
                ("#99", "no combination numbered"),
                ("round kick", "already"),
            }
        )
        {
            var refused = await Visitor.Parse(
                await ines.Post(
                    rank,
                    rank,
                    ("kind", "Technique"),
                    ("what", what),
                    ("stage", "4"),
                    ("amount", "0"),
                    ("signers", "1")
                )
            );
            Assert.Contains(message, refused.QuerySelector(".field-error")!.TextContent, StringComparison.Ordinal);
            Assert.Equal(what, refused.QuerySelector("#what")!.GetAttribute("value"));
        }
        await ines.Post(rank, $"{rank}?handler=Remove&requirement={row.Id![2..]}");
        Assert.Contains(
            "no longer asks for round kick",
            (await ines.Page(rank)).QuerySelector(".columns-2")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Single(
            (
                await Visitor.Parse(
                    await ines.Post(rank, $"{rank}?handler=Times", ("leastDays", "x"), ("leastLessons", "-3"))
                )
            ).QuerySelectorAll(".field-error")
        );
    }

    [Fact]
    public async Task What_is_due_stands_beside_the_sheet_and_comes_in_with_one_press()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var due = await ines.Page($"{sheet}?handler=Due");
        var first = due.QuerySelectorAll(".pull li")[0];
        Assert.Matches(@"keeps .+ from |\d+ of 18 need it for", first.TextContent);
        var bring = first.QuerySelector("button")!.GetAttribute("formaction")!;
        var before = (await ines.Page(sheet)).QuerySelectorAll("[data-line]").Length;
        var after = await Visitor.Parse(await ines.Send(bring, await ines.Token(sheet), true));
        Assert.Equal(before + 1, after.QuerySelectorAll("[data-line]").Length);
        Assert.Empty(after.QuerySelectorAll(".line.is-free"));
        Assert.DoesNotContain(
            first.QuerySelector("strong")!.TextContent,
            (await ines.Page($"{sheet}?handler=Due")).QuerySelectorAll(".pull strong").Select(s => s.TextContent)
        );
        var briefing = await ines.Page($"{sheet}/briefing");
        Assert.Equal(3, briefing.QuerySelectorAll(".briefing section p.small strong").Length);
        Assert.NotEmpty(briefing.QuerySelectorAll(".caution"));
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        Assert.Empty((await odile.Page($"{sheet}/briefing")).QuerySelectorAll(".caution"));
    }

    [Fact]
    public async Task Two_person_requirements_need_two_different_people_and_assistants_sign_nothing()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var (student, requirement) = await Unsigned(server, signers: 2);
        async Task<string> Sign(Visitor who)
        {
            await who.Post("/", $"/people/{student}?handler=Sign&requirement={requirement}");
            return (await who.Page($"/people/{student}")).QuerySelector(".said")!.TextContent.Trim();
        }
        Assert.Equal("Signed off, in your name.", await Sign(ines));
        Assert.Equal("You have signed this already; the second signature has to be somebody else's.", await Sign(ines));
        Assert.Equal("Signed off, in your name.", await Sign(marlow));
        using var tobin = await Visitor.SignedIn(server, "tobin@netloft.example");
        Assert.Equal("This is signed off already.", await Sign(tobin));
        await ines.Post("/", $"/people/{student}?handler=Unsign&requirement={requirement}");
        Assert.Contains(
            "Marlow; one to sign",
            (await ines.Page($"/people/{student}")).QuerySelector("table")!.TextContent,
            StringComparison.Ordinal
        );
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        Assert.Contains(
            "/trouble",
            (
                await odile.Post("/", $"/people/{student}?handler=Sign&requirement={requirement}")
            ).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
        Assert.Empty((await odile.Page($"/people/{student}")).QuerySelectorAll("button[formaction]"));
    }

    /// <summary>A student, and a requirement of their next rank that nobody has signed.</summary>
    private static async Task<(Guid Student, Guid Requirement)> Unsigned(LadderServer server, int signers)
    {
        await using var scope = server.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<LadderContext>();
        await using (var owner = server.Owner())
            scope.ServiceProvider.GetRequiredService<SchoolScope>().SchoolId = await owner
                .Schools.Select(s => s.Id)
                .SingleAsync(Cancel);
        var progress = scope.ServiceProvider.GetRequiredService<RankProgressBook>();
        foreach (var group in await db.Classes.Select(c => c.Id).ToListAsync(Cancel))
        foreach (var stand in await progress.OfClass(group, Cancel))
            if (
                stand.Requirements.FirstOrDefault(r =>
                    r.Signers == signers && stand.Readiness.Requirements.Single(q => q.Requirement == r.Id).Signers == 0
                ) is
                { } asked
            )
                return (stand.Student.Id, asked.Id);
        throw new InvalidOperationException("The demo school has nothing left to sign.");
    }

    [Fact]
    public async Task A_grading_moves_ranks_keeps_its_history_and_can_be_taken_back_for_a_day()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var grading = (await ines.Page("/gradings")).QuerySelector("a[href^='/gradings/']")!.GetAttribute("href")!;
        var offered = (await ines.Page(grading))
            .QuerySelectorAll("input[name=student]")
            .Take(2)
            .Select(i => i.GetAttribute("value")!)
            .ToList();
        await ines.Post(
            grading,
            $"{grading}?handler=Join",
            ("student", offered[0]),
            ("student", offered[1]),
            ("student", Guid.NewGuid().ToString())
        );
        var page = await ines.Page(grading);
        var candidates = page.QuerySelectorAll(".candidate").Select(c => c.Id![2..]).ToList();
        Assert.Equal(2, candidates.Count);
        await ines.Post(grading, $"{grading}?handler=Close");
        Assert.Contains(
            "Give every candidate a result first",
            (await ines.Page(grading)).QuerySelector(".said.stop")!.TextContent,
            StringComparison.Ordinal
        );
        var met = page.QuerySelector($"#c-{candidates[0]} input[name=met]")?.GetAttribute("value") ?? "";
        await ines.Post(
            grading,
            $"{grading}?handler=Mark&candidate={candidates[0]}",
            ("met", met),
            ("result", "Passed")
        );
        await ines.Post(grading, $"{grading}?handler=Mark&candidate={candidates[1]}", ("result", "NotYet"));
        Assert.Equal(
            met,
            (await ines.Page(grading)).QuerySelector($"#c-{candidates[0]} input[checked]")!.GetAttribute("value")
        );
        Assert.NotEmpty((await ines.Page($"{grading}?paper=true")).QuerySelectorAll(".tick-box"));
        var passed = page.QuerySelector($"#c-{candidates[0]} h2 a")!;
        var student = passed.GetAttribute("href")!;
        var (was, becomes) = (
            await Rank(ines, student),
            Visitor.Read(page.QuerySelector($"#c-{candidates[0]} .rope span")).Split(" to ")[1].Split('·')[0].Trim()
        );
        await using (var db = server.Owner())
            await db
                .Gradings.IgnoreQueryFilters()
                .ExecuteUpdateAsync(g => g.SetProperty(x => x.On, new DateOnly(2041, 5, 7)));
        await ines.Post(grading, $"{grading}?handler=Close");
        Assert.Equal(becomes, await Rank(ines, student));
        Assert.Contains(
            "passed",
            (await ines.Page(student)).QuerySelector(".columns-2")!.TextContent,
            StringComparison.Ordinal
        );
        var csv = await (await ines.Get($"{grading}?handler=Certificates")).Content.ReadAsStringAsync(Cancel);
        Assert.Equal(2, csv.Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.StartsWith(passed.TextContent, csv.Split("\r\n")[1], StringComparison.Ordinal);
        await ines.Post(grading, $"{grading}?handler=Reopen");
        Assert.Equal(was, await Rank(ines, student));
        await ines.Post(grading, $"{grading}?handler=Close");
        server.Clock.Pass(TimeSpan.FromHours(25));
        await ines.Post("/", $"{grading}?handler=Reopen");
        Assert.Equal(becomes, await Rank(ines, student));
    }

    private static async Task<string> Rank(Visitor visitor, string student) =>
        (await visitor.Page(student)).QuerySelector(".room-head .belt span")!.TextContent;

    [Fact]
    public async Task Care_notes_end_by_themselves_and_a_student_is_given_out_whole_and_erased_without_changing_counts()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var student = await Student(ines, "Kites", 2);
        var day = DateOnly.FromDateTime(server.Clock.GetUtcNow().UtcDateTime);
        await ines.Post(
            student,
            $"{student}?handler=Care",
            ("words", "left wrist: no falls"),
            ("until", day.AddDays(3).ToString("yyyy-MM-dd"))
        );
        Assert.Contains(
            (await ines.Page(student)).QuerySelectorAll(".caution"),
            c => c.TextContent.Contains("left wrist", StringComparison.Ordinal)
        );
        var wrong = await Visitor.Parse(
            await ines.Post(
                student,
                $"{student}?handler=Care",
                ("words", "for ever"),
                ("until", day.AddYears(1).ToString("yyyy-MM-dd"))
            )
        );
        Assert.Contains("ends by itself", wrong.QuerySelector(".field-error")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("for ever", wrong.QuerySelector("#care")!.GetAttribute("value"));
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        Assert.DoesNotContain("left wrist", (await odile.Page(student)).Body!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain(
            (await odile.Page("/people")).QuerySelectorAll("td .tag-word"),
            t => t.TextContent == "care"
        );
        await ines.Post(student, $"{student}?handler=Give", ("words", "Tidiest corner"));

        var data = JsonDocument
            .Parse(await (await ines.Get($"{student}?handler=Export")).Content.ReadAsStringAsync(Cancel))
            .RootElement;
        Assert.Contains(
            "left wrist: no falls",
            data.GetProperty("careNotes").EnumerateArray().Select(n => n.GetProperty("words").GetString())
        );
        Assert.Equal("Tidiest corner", data.GetProperty("given")[0].GetProperty("words").GetString());
        Assert.True(
            data.GetProperty("attendance").GetArrayLength() > 0 && data.GetProperty("taught").GetArrayLength() > 0
        );

        var name = (await ines.Page(student)).QuerySelector("h1")!.TextContent;
        var log = (await ines.Page("/diary"))
            .QuerySelectorAll("a[href^='/diary/']")
            .First(a => a.Closest("tr, li")!.TextContent.Contains("Kites", StringComparison.Ordinal))
            .GetAttribute("href")!;
        async Task<int> There() => await Attendances(server);
        var before = await There();
        Assert.Contains(
            "to erase",
            (await Visitor.Parse(await ines.Post(student, $"{student}/erase", ("name", "somebody else"))))
                .QuerySelector(".field-error")!
                .TextContent,
            StringComparison.Ordinal
        );
        Assert.Equal(
            "/people",
            (await ines.Post(student, $"{student}/erase", ("name", name))).Headers.Location!.ToString()
        );
        await ines.Page(student, HttpStatusCode.NotFound);
        // nor can who was erased be given a name again
        Assert.DoesNotContain(
            "(erased)",
            (await ines.Page("/school/students")).Body!.TextContent,
            StringComparison.Ordinal
        );
        var key = student.Split('/')[^1];
        Assert.Contains(
            "no longer there",
            (
                await Visitor.Parse(
                    await ines.Post(
                        "/school/students",
                        $"/school/students?edit={key}",
                        ("Edit", key),
                        ("Form.Names", name)
                    )
                )
            )
                .QuerySelector(".field-error[data-valmsg-for='Form.Names']")!
                .TextContent,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain(
            key,
            await (await ines.Get("/school/lists?list=students&handler=Csv")).Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
        Assert.Equal(before, await There());
        Assert.DoesNotContain(name, (await ines.Page(log)).Body!.TextContent, StringComparison.Ordinal);
        server.Clock.Pass(TimeSpan.FromDays(4));
        var other = await Student(ines, "Kites", 0);
        Assert.DoesNotContain(
            (await ines.Page(other)).QuerySelectorAll(".caution"),
            c => c.TextContent.Contains("left wrist", StringComparison.Ordinal)
        );
    }

    private static async Task<int> Attendances(LadderServer server)
    {
        await using var db = server.Owner();
        return await db.Attendances.IgnoreQueryFilters().CountAsync(Cancel);
    }
}
