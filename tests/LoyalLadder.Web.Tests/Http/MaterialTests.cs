using System.Net;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

public sealed class MaterialTests
{
    [Fact]
    public async Task The_demo_schools_combinations_and_drills_all_trace_without_a_stop()
    {
        await using var server = await LadderServer.Start();
        await using var scope = server.Services.CreateAsyncScope();
        await using (var owner = server.Owner())
            scope.ServiceProvider.GetRequiredService<SchoolScope>().SchoolId = (
                await owner.Schools.SingleAsync(TestContext.Current.CancellationToken)
            ).Id;
        var material = (
            await scope.ServiceProvider.GetRequiredService<OwnSchool>().Facts(TestContext.Current.CancellationToken)
        ).Material;
        Assert.Null(material.Problem);
        Assert.True(material.Combinations.Count(c => c.Row.Kind == CombinationKind.Combination) >= 30);
        Assert.True(material.Combinations.Count(c => c.Row.Kind == CombinationKind.SelfDefence) >= 20);
        foreach (var (row, moves, _) in material.Combinations)
        {
            Assert.True(moves is { IsKnown: true }, row.Number);
            Assert.NotNull(row.RankId);
            if (row.Kind == CombinationKind.SelfDefence)
                Assert.NotEmpty(row.ControlRule);
            foreach (var lead in Enum.GetValues<Lead>())
            foreach (var band in Enum.GetValues<AgeBand>().Where(b => b >= row.LeastBand))
                Assert.Equal(
                    (row.Number, null),
                    (row.Number, material.Tracer(NamingSchool.Generic).Trace(moves, lead, band).Stop?.Message)
                );
        }
        // nothing is left to say against what the school teaches, or its note says why it is so
        Assert.All(
            material.Combinations.Where(c => c.Row.Notes.Length == 0),
            c => Assert.Equal((c.Row.Number, ""), (c.Row.Number, string.Join(' ', Findings(c).Select(f => f.Message))))
        );
        Assert.Equal(6, material.Combinations.Count(c => c.Row is { Kind: CombinationKind.Form, Readings: not "" }));
        IEnumerable<Finding> Findings(StoredMoves stored) =>
            material
                .Tracer(NamingSchool.Generic)
                .Trace(
                    stored.Moves!,
                    new TraceAsk(Lead.Left, stored.Row.LeastBand)
                    {
                        Setting = stored.Row.Kind == CombinationKind.Form ? TraceSetting.Solo : TraceSetting.Partner,
                    }
                )
                .Findings;
        // an attack in a self-defence drill is answered by what follows it
        Assert.All(
            material.Combinations.Where(c => c.Row.Kind == CombinationKind.SelfDefence),
            c =>
                Assert.DoesNotContain(
                    material.Tracer(NamingSchool.Generic).Trace(c.Moves!, Lead.Left, AgeBand.Adults).Findings,
                    f => f.Code == "unanswered"
                )
        );
    }

    [Fact]
    public async Task A_combination_is_kept_under_a_number_changed_and_known_to_sheets()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        const string form = "/material/numbered-form";
        async Task<HttpResponseMessage> Keep(
            string number,
            string name,
            string moves,
            string url = form,
            string? versions = null,
            string kind = "Combination"
        ) =>
            await marlow.Post(
                form,
                url,
                ("Form.Number", number),
                ("Form.Name", name),
                ("Form.Notation", moves),
                ("Form.Kind", kind),
                ("Form.LeastBand", "Teens"),
                ("Form.Versions", versions ?? "")
            );

        foreach (
            var (number, name, moves, message) in new[]
            {
                ("", "x", "jab", "Letters, digits"),
                ("14", "x", "jab", "#14 is taken"),
                ("900", "", "jab", "a name"),
                ("900", "x", "jab, crss", "At 6: Nothing is called"),
                ("900", "x", "", "Type moves"),
                ("900", "x", "#900", "Nothing is stored as #900"),
                ("<script>", "x", "jab", "Letters, digits"),
                ("900", new string('n', 500), "jab", "80 characters"),
                ("900", "x", new string('j', 3000), "2,000 characters"),
            }
        )
        {
            var refused = await Keep(number, name, moves);
            Assert.Equal((moves, HttpStatusCode.OK), (moves, refused.StatusCode));
            var page = await Visitor.Parse(refused);
            Assert.Contains(
                message,
                string.Concat(page.QuerySelectorAll(".field-error").Select(e => e.TextContent)),
                StringComparison.Ordinal
            );
            Assert.Equal(moves, page.QuerySelector("#Form_Notation")!.TextContent.TrimStart('\n'));
        }
        Assert.Contains(
            "kept safe",
            await (await Keep("SD-90", "x", "[cross] parry", kind: "SelfDefence")).Content.ReadAsStringAsync(
                TestContext.Current.CancellationToken
            ),
            StringComparison.Ordinal
        );

        var kept = await Keep(
            "90",
            "Lantern",
            "jab -> cross then rear   round kick (high)",
            versions: "beginners: jab, cross"
        );
        var address = kept.Headers.Location!.ToString();
        var shown = await marlow.Page(address);
        Assert.Equal("jab, cross, rear round kick (head)", shown.QuerySelector(".notation-shown")!.TextContent);
        await Keep("90", "Lantern", "jab, cross", $"{form}?id={address.Split('/')[^1]}");
        Assert.Contains(
            "before: Lantern, jab, cross, rear round kick (head)",
            (await marlow.Page(address)).QuerySelector(".plain-list")!.TextContent,
            StringComparison.Ordinal
        );

        // by number, by name, and with words about it: the same moves, the same time
        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Kites");
        foreach (
            var line in new[] { "#90 10/side steady", "Lantern 10/side steady", "#90 to the mitts 10/side steady" }
        )
            await marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", line));
        var lines = (await marlow.Page(sheet))
            .QuerySelectorAll(".line")
            .Where(l =>
                l.TextContent.Contains("#90", StringComparison.Ordinal)
                || l.TextContent.Contains("Lantern", StringComparison.Ordinal)
            )
            .ToList();
        Assert.Equal(3, lines.Count);
        Assert.All(lines, l => Assert.DoesNotContain("is-free", l.ClassName!, StringComparison.Ordinal));
        Assert.Single(lines.Skip(1).Select(l => l.QuerySelector(".long")!.TextContent.Trim()).Distinct());
        Assert.Equal(HttpStatusCode.Redirect, (await marlow.Post(address, $"{address}?handler=Remove")).StatusCode);
        await marlow.Page(address, HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_school_adds_a_technique_and_changes_a_shipped_one()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        const string form = "/material/technique-form";
        (string, string)[] Fields(string generic, string buildsOn = "front kick", string kids = "Air") =>
            [
                ("Form.Generic", generic),
                ("Form.Korean", "deungdae chagi"),
                ("Form.Family", "Kick"),
                ("Form.Side", "Either"),
                ("Form.Landing", "Return"),
                ("Form.Seconds", "0.7"),
                ("Form.Effort", "3"),
                ("Form.Parts", "knee up\nsweep"),
                ("Form.Cautions", "Clear the floor."),
                ("Form.BuildsOn", buildsOn),
                ("Form.Kids", kids),
                ("Form.Teens", "Pad"),
                ("Form.Adults", "Partner"),
            ];
        foreach (
            var (generic, buildsOn, message) in new[]
            {
                ("", "front kick", "What is it called?"),
                ("jab", "front kick", "has this already"),
                ("lamp kick", "frnt kick", "Near it: front kick"),
                ("lamp kick, cross", "front kick", "already stands"),
                ("!!!", "front kick", "neither letter nor digit"),
            }
        )
        {
            var refused = await ines.Post(form, form, Fields(generic, buildsOn));
            Assert.Equal((generic, HttpStatusCode.OK), (generic, refused.StatusCode));
            Assert.Contains(message, (await Visitor.Parse(refused)).Body!.TextContent, StringComparison.Ordinal);
        }
        Assert.Equal(
            "/material/lamp-kick",
            (await ines.Post(form, form, Fields("lamp kick, lighthouse kick"))).Headers.Location!.ToString()
        );
        var page = await ines.Page("/material/lamp-kick");
        Assert.Contains("in the air only", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll(".climb a[href='/material/front-kick']"));
        Assert.Contains(
            "lamp kick",
            (await ines.Page("/material?q=deungdae")).QuerySelector("#found")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "rear lamp kick",
            (await ines.Page("/bench?c=lighthouse%20kick")).QuerySelector(".beat-strip")!.TextContent,
            StringComparison.Ordinal
        );

        // a change of a shipped technique keeps only what differs, and can be taken back
        var jab = await ines.Page($"{form}?id=jab");
        var typed = jab.QuerySelectorAll(
                "form input[name^='Form.'], form textarea[name^='Form.'], form select[name^='Form.']"
            )
            .Select(e =>
                (
                    Name: e.GetAttribute("name")!,
                    Value: e is AngleSharp.Html.Dom.IHtmlSelectElement s ? s.Value
                    : e is AngleSharp.Html.Dom.IHtmlTextAreaElement t ? t.Value
                    : e.GetAttribute("value") ?? ""
                )
            )
            .Select(f => f.Name == "Form.Cautions" ? (f.Name, "Our own caution.") : (f.Name, f.Value ?? ""))
            .ToArray();
        Assert.Equal(HttpStatusCode.Redirect, (await ines.Post(form, $"{form}?id=jab", typed)).StatusCode);
        Assert.Contains(
            "Our own caution.",
            (await ines.Page("/material/jab")).QuerySelector(".caution")!.TextContent,
            StringComparison.Ordinal
        );
        await using (var db = server.Owner())
        {
            var row = await db
                .SchoolTechniques.IgnoreQueryFilters()
                .Where(t => t.TechniqueId == "jab")
                .Select(t => t.Row)
                .SingleAsync(TestContext.Current.CancellationToken);
            Assert.Equal("""{"id": "jab", "cautions": ["Our own caution."]}""", row);
        }
        await ines.Post("/material/jab", "/material/jab?handler=AsShipped");
        Assert.DoesNotContain(
            "Our own caution.",
            (await ines.Page("/material/jab")).Body!.TextContent,
            StringComparison.Ordinal
        );
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        Assert.Contains("/trouble", (await marlow.Get(form)).Headers.Location!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Each_reader_sees_the_bench_in_their_own_words()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var ring = await ines.Page("/bench?c=front+punch,+cross&naming=Ring");
        Assert.Equal("left", ring.QuerySelector(".rail-name")!.TextContent);
        Assert.Equal(["jab", "cross"], ring.QuerySelectorAll(".beat-strip .name").Select(n => n.TextContent));
        var korean = await ines.Page(
            "/bench?c=jab,+cross,+rear+round+kick&naming=Korean&was=Generic&sides=LeftRight&lead=right"
        );
        Assert.Equal("jab jireugi, baro jireugi, rear dollyo chagi", korean.QuerySelector("#c")!.TextContent.Trim());
        Assert.Equal(
            ["right jab jireugi", "left baro jireugi", "left dollyo chagi"],
            korean.QuerySelectorAll(".beat-strip .name").Select(n => n.TextContent)
        );
        Assert.Equal("left pad, your head height", korean.QuerySelector(".holder li span")!.TextContent.Trim());

        await ines.Post(
            "/bench?c=jab",
            "/bench?handler=Mine",
            ("c", "jab"),
            ("naming", "Korean"),
            ("sides", "LeftRight"),
            ("lead", "right")
        );
        Assert.Equal("jab jireugi", (await ines.Page("/material/jab")).QuerySelector("h1")!.TextContent);
        Assert.Contains(
            "right jab jireugi",
            (await ines.Page("/bench?c=jab")).QuerySelector(".figures td:nth-child(3)")!.TextContent,
            StringComparison.Ordinal
        );
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        Assert.Equal("jab", (await marlow.Page("/material/jab")).QuerySelector("h1")!.TextContent);
    }

    [Theory]
    [InlineData("")]
    [InlineData("?c=<script>alert(1)</script>&lead=both&band=elders&from=far&naming=9&sides=-1&beat=999999999999")]
    [InlineData("?c=jab,,,((&beat=-4")]
    [InlineData("?c=%F0%9F%A5%8B%E2%80%AE&naming=Korean&was=Thai")]
    [InlineData("?c=(jab,cross,hook)x66&beat=190")]
    [InlineData("?handler=Live&c=jab")]
    [InlineData("?handler=Card&c=#14,+lead+front+kick+(cross+over),+turn")]
    public async Task Whatever_the_bench_is_asked_it_answers(string query)
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var page = await ines.Page("/bench" + query.Replace("#", "%23", StringComparison.Ordinal));
        Assert.Empty(page.QuerySelectorAll("script:not([src])"));
        Assert.NotEmpty(page.Body!.TextContent);
        await ines.Page("/bench?number=none", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_teaching_order_goes_into_a_sheet()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Kites");
        var before = (await marlow.Page(sheet)).QuerySelectorAll(".line .dose").Length;
        var bench = await marlow.Page("/bench?number=16");
        Assert.Equal(
            ["Group 1", "Group 2", "Joined", "Joined, at pace", "Joined, on a target"],
            bench.QuerySelectorAll(".build-up b").Select(b => b.TextContent)
        );
        var sent = await marlow.Post(
            "/bench?number=16",
            "/bench?handler=Send",
            ("c", bench.QuerySelector("#c")!.TextContent.Trim()),
            ("lesson", sheet.Split('/')[^1])
        );
        Assert.StartsWith(sheet, sent.Headers.Location!.ToString(), StringComparison.Ordinal);
        var after = await marlow.Page(sheet);
        Assert.Equal(before + 5, after.QuerySelectorAll(".line .dose").Length);
        Assert.DoesNotContain(
            "is-free",
            string.Concat(after.QuerySelectorAll(".line").TakeLast(6).Select(l => l.ClassName)),
            StringComparison.Ordinal
        );
        var nowhere = await marlow.Post(
            "/bench?number=16",
            "/bench?handler=Send",
            ("c", "jab"),
            ("lesson", Guid.NewGuid().ToString())
        );
        Assert.Contains(
            "Choose a lesson",
            await nowhere.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
    }
}
