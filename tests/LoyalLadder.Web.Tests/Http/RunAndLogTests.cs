using System.Net;
using System.Text.Json;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>From the mat to the diary to what the next sheet is offered.</summary>
public sealed class RunAndLogTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static async Task<(string Sheet, string Mat, string Log)> Lesson(
        Visitor visitor,
        string group,
        string date,
        string text
    )
    {
        var id = (await visitor.Page("/sheets/new"))
            .QuerySelectorAll("#ClassId option")
            .First(o => o.TextContent.StartsWith(group, StringComparison.Ordinal))
            .GetAttribute("value")!;
        var answer = await visitor.Post("/sheets/new", "/sheets/new", ("ClassId", id), ("Date", date), ("Text", text));
        var sheet = answer.Headers.Location!.ToString();
        return (
            sheet,
            sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal),
            sheet.Replace("/sheets/", "/diary/", StringComparison.Ordinal)
        );
    }

    private static async Task<(string Token, List<string> Steps)> Mat(Visitor visitor, string mat)
    {
        var page = await visitor.Page(mat);
        var run = JsonDocument.Parse(page.QuerySelector("#run")!.TextContent);
        return (
            page.QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!,
            [
                .. run
                    .RootElement.GetProperty("program")
                    .GetProperty("steps")
                    .EnumerateArray()
                    .Select(s => s.GetProperty("id").GetString()!),
            ]
        );
    }

    private object Event(string kind, int seconds, string? step = null, string? text = null, Guid? id = null) =>
        new
        {
            id = id ?? Guid.NewGuid(),
            at = demo.Server.Clock.GetUtcNow().AddSeconds(seconds),
            kind,
            step,
            value = 0,
            text,
        };

    [Fact]
    public async Task What_was_cut_is_offered_to_whoever_plans_the_class_next_until_it_is_done()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var (sheet, mat, log) = await Lesson(
            ines,
            "Early Tide",
            "2041-05-08",
            "jog 2:00\nround kick 5/side\nback kick 4/side\nhamstring stretch 30s/side\nplank 30s"
        );
        var (token, steps) = await Mat(ines, mat);
        object[] pressed =
        [
            Event("start", -400),
            Event("go", -270, steps[1]),
            Event("go", -231, steps[2]),
            Event("skip", -230, steps[3]),
            Event("end", -180),
            Event("note", -175, text: "knees were sore"),
        ];
        Assert.Equal(HttpStatusCode.OK, (await ines.PostJson($"{mat}?handler=Events", pressed, token)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await ines.PostJson($"{mat}?handler=Events", pressed, token)).StatusCode);

        var draft = await ines.Page(log);
        Assert.Equal(
            ["Done", "Done", "NotDone", "Done", "NotDone"],
            draft.QuerySelectorAll(".outcome").Select(o => o.QuerySelector("input[checked]")!.GetAttribute("value"))
        );
        Assert.Equal("knees were sore", draft.QuerySelector("#notes")!.TextContent);
        var students = draft
            .QuerySelectorAll("input[name^='at-'][value=Present]")
            .Take(3)
            .Select(s => (s.GetAttribute("name")!, "Present"))
            .ToArray();
        var rows = draft
            .QuerySelectorAll(".outcome input[checked]")
            .Select(i => (i.GetAttribute("name")!, i.GetAttribute("value")!))
            .ToArray();
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await ines.Post(log, log, [("notes", "knees were sore"), .. students, .. rows])).StatusCode
        );
        Assert.Equal(3, (await ines.Page(log)).QuerySelectorAll("input[name^='at-'][value=Present][checked]").Length);

        var (next, _, nextLog) = await Lesson(marlow, "Early Tide", "2041-05-15", "jog 2:00");
        var owed = (await marlow.Page(next)).QuerySelectorAll(".pull strong").Select(o => o.TextContent).ToList();
        Assert.Equal(["back kick", "plank"], owed.Take(2));
        var bring = (await marlow.Page(next)).QuerySelector(".pull button")!.GetAttribute("formaction")!;
        var brought = await Visitor.Parse(await marlow.Send(bring, await marlow.Token(next), true));
        Assert.Contains(
            brought.QuerySelectorAll(".line"),
            l =>
                l.TextContent.Contains("was owed", StringComparison.Ordinal)
                && l.TextContent.Contains("back kick", StringComparison.Ordinal)
        );
        Assert.DoesNotContain("back kick", brought.QuerySelectorAll(".pull strong").Select(o => o.TextContent));

        await marlow.Post(nextLog, nextLog, ("notes", ""));
        var (after, _, _) = await Lesson(ines, "Early Tide", "2041-05-22", "jog 2:00");
        Assert.DoesNotContain(
            "back kick",
            (await ines.Page(after)).QuerySelectorAll(".pull strong").Select(o => o.TextContent)
        );

        var drop = (await ines.Page(after))
            .QuerySelectorAll(".pull li")
            .First(l => l.TextContent.Contains("plank", StringComparison.Ordinal))
            .QuerySelectorAll("button")[1]
            .GetAttribute("formaction")!;
        Assert.DoesNotContain(
            "plank",
            (await Visitor.Parse(await ines.Send(drop, await ines.Token(after), true)))
                .QuerySelectorAll(".pull strong")
                .Select(o => o.TextContent)
        );
    }

    [Fact]
    public async Task An_assistant_counts_and_notes_and_leaves_the_clock_alone()
    {
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        var mat = (await odile.Link("/", "a[href^='/mat/']", "Cormorants"));
        var (token, steps) = await Mat(odile, mat);
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await odile.PostJson(
                    $"{mat}?handler=Events",
                    new[] { Event("note", 0, text: "mat wet"), Event("count", 1, steps[0]) },
                    token
                )
            ).StatusCode
        );
        var refused = await odile.PostJson($"{mat}?handler=Events", new[] { Event("start", 0) }, token);
        Assert.Contains("/trouble", refused.Headers.Location!.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("nonsense")]
    [InlineData("[]]")]
    [InlineData("""[{"id":"x"}]""")]
    [InlineData("[null]")]
    [InlineData("""[{"id":"00000000-0000-0000-0000-000000000001","at":"2041-05-07T15:00:00Z","kind":"explode"}]""")]
    public async Task What_are_no_events_is_refused_with_a_reason(string body)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var mat = await ines.Link("/", "a[href^='/mat/']", "Cormorants");
        var (token, _) = await Mat(ines, mat);
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await ines.PostJson($"{mat}?handler=Events", body, token)).StatusCode
        );
    }

    [Fact]
    public async Task One_event_that_cannot_be_kept_holds_up_no_other()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var (_, mat, _) = await Lesson(ines, "Petrels", "2041-06-08", "jog 2:00\nplank 30s");
        var (token, _) = await Mat(ines, mat);
        var good = Guid.NewGuid();
        var old = new
        {
            id = Guid.NewGuid(),
            at = "2001-01-01T00:00:00Z",
            kind = "start",
        };
        var absurd = new
        {
            id = Guid.NewGuid(),
            at = "2041-05-07T15:00:00Z",
            kind = "more",
            value = 2_000_000_000,
        };
        // ten hours ahead: kept, and no further ahead than clocks may differ
        var answer = await ines.PostJson(
            $"{mat}?handler=Events",
            new[] { old, Event("start", 36_000, id: good), absurd },
            token
        );
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var judged = JsonDocument.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        Assert.Equal(good, Assert.Single(judged.RootElement.GetProperty("kept").EnumerateArray()).GetGuid());
        Assert.Equal(
            [old.id, absurd.id],
            judged.RootElement.GetProperty("refused").EnumerateArray().Select(r => r.GetProperty("id").GetGuid())
        );
        var kept = JsonDocument.Parse(
            await (await ines.Get($"{mat}?handler=Events")).Content.ReadAsStringAsync(
                TestContext.Current.CancellationToken
            )
        );
        var at = kept.RootElement.GetProperty("events")[0].GetProperty("at").GetDateTimeOffset();
        Assert.True(at <= demo.Server.Clock.GetUtcNow().AddMinutes(2.1), at.ToString("O"));
    }

    [Fact]
    public async Task A_run_goes_on_from_its_events_on_any_device()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var (_, mat, _) = await Lesson(ines, "Petrels", "2041-06-01", "jog 2:00\nplank 30s");
        var (token, steps) = await Mat(ines, mat);
        await ines.PostJson($"{mat}?handler=Events", new[] { Event("start", -60), Event("go", -20, steps[1]) }, token);
        var seen = JsonDocument.Parse(
            await (await marlow.Get($"{mat}?handler=Events")).Content.ReadAsStringAsync(
                TestContext.Current.CancellationToken
            )
        );
        Assert.Equal(
            ["start", "go"],
            seen.RootElement.GetProperty("events").EnumerateArray().Select(e => e.GetProperty("kind").GetString())
        );
        Assert.Contains(
            "Back to the mat",
            (await marlow.Page("/?date=2041-06-01")).Body!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Notes_that_are_too_long_are_refused_and_still_there()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var (_, _, log) = await Lesson(ines, "Petrels", "2041-06-08", "jog 2:00");
        var answer = await Visitor.Parse(await ines.Post(log, log, ("notes", new string('n', 5000))));
        Assert.Contains("4,000", answer.QuerySelector(".field-error")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(5000, answer.QuerySelector("#notes")!.TextContent.Length);
    }
}
