using System.Net;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Tonight's sheet in one press: drafted, drawn again, begun, as JSON.</summary>
public sealed class DraftTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static async Task<string> Unplanned(Visitor visitor) =>
        (await visitor.Page("/sheets")).QuerySelectorAll("a[href^='/draft']")[^1].GetAttribute("href")!;

    private static List<string> Lines(AngleSharp.Dom.IDocument page) =>
        [.. page.QuerySelectorAll(".drafted tbody tr td:first-child").Select(td => td.TextContent.Trim())];

    [Fact]
    public async Task A_session_without_a_sheet_gets_one_that_has_nothing_to_settle()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var address = await Unplanned(marlow);
        var page = await marlow.Page(address);
        Assert.True(Lines(page).Count >= 8, string.Join(" | ", Lines(page)));
        Assert.Equal(Lines(page), Lines(await marlow.Page(address)));
        // what the next ranks ask for, or whom it keeps from them
        var reasons = page.QuerySelectorAll(".drafted td.quiet").Select(td => td.TextContent).ToList();
        Assert.True(
            reasons.Exists(w =>
                w.Contains("need it", StringComparison.Ordinal) || w.Contains("keeps ", StringComparison.Ordinal)
            ),
            string.Join(" | ", Lines(page).Zip(reasons))
        );
        var another = page.QuerySelector(".room-head a.act")!.GetAttribute("href")!;
        Assert.NotEqual(Lines(page), Lines(await marlow.Page(another)));

        var begun = await marlow.Post(address, $"{address}&seed=1", ("Key", Guid.CreateVersion7().ToString()));
        Assert.Equal(HttpStatusCode.Redirect, begun.StatusCode);
        var sheet = await marlow.Page(begun.Headers.Location!.ToString());
        Assert.DoesNotContain("stop", sheet.QuerySelectorAll(".check").Select(c => c.ClassName ?? ""));
        Assert.Matches("likely [0-9]+ min left|likely on time|on time", sheet.QuerySelector("#headline")!.TextContent);
    }

    /// <summary>In a school of its own: what a class's lessons are made of holds for everybody.</summary>
    [Fact]
    public async Task What_a_lesson_is_made_of_is_chosen_taken_from_a_kept_sheet_and_left_again()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var address = await Unplanned(marlow);
        var learned = Parts(await marlow.Page(address));

        var wrong = await marlow.Post(address, $"{address}&handler=Parts", ("text", "Basics 50\nCool-down 10"));
        var told = await Visitor.Parse(wrong);
        Assert.StartsWith(
            "A lesson begins with a warm-up",
            told.QuerySelector("#parts .field-error")!.TextContent,
            Ordinal
        );
        Assert.Equal("Basics 50\nCool-down 10", Parts(told));
        Assert.Equal(learned, Parts(await marlow.Page(address)));

        const string Chosen = "Warm-up 20\nPads 60\nCool-down 20";
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await marlow.Post(address, $"{address}&handler=Parts", ("text", Chosen))).StatusCode
        );
        var drafted = await marlow.Page(address);
        Assert.Equal(Chosen, Parts(drafted));
        Assert.Equal(
            ["Warm-up", "Pads", "Cool-down"],
            drafted.QuerySelectorAll(".drafted h2").Select(h => h.TextContent)
        );

        var kept = drafted.QuerySelector("#parts-from option")!.GetAttribute("value")!;
        await marlow.Post(address, $"{address}&handler=PartsFrom", ("kept", kept));
        Assert.NotEqual(Chosen, Parts(await marlow.Page(address)));
        var gone = await Visitor.Parse(
            await marlow.Post(address, $"{address}&handler=PartsFrom", ("kept", Guid.NewGuid().ToString()))
        );
        Assert.StartsWith("It is no longer there", gone.QuerySelector("#parts .field-error")!.TextContent, Ordinal);

        await marlow.Post(address, $"{address}&handler=Parts", ("text", ""));
        Assert.Equal(learned, Parts(await marlow.Page(address)));
    }

    private const StringComparison Ordinal = StringComparison.Ordinal;

    private static string Parts(AngleSharp.Dom.IDocument page) =>
        page.QuerySelector("#parts-text")!.TextContent.Trim().Replace("\r", "", Ordinal);

    [Fact]
    public async Task Days_and_classes_that_make_no_sense_have_none()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        await ines.Page($"/draft?classId={Guid.NewGuid()}&date=2041-05-08", HttpStatusCode.NotFound);
        var address = await Unplanned(ines);
        await ines.Page(address.Replace("2041", "2099", StringComparison.Ordinal), HttpStatusCode.NotFound);
        await ines.Page("/draft?classId=x&date=y", HttpStatusCode.NotFound);
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        Assert.NotEqual(HttpStatusCode.OK, (await odile.Get(address)).StatusCode);
    }

    [Fact]
    public async Task As_json_it_is_the_same_sheet_with_its_reasons()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var address = await Unplanned(ines);
        var group = System.Web.HttpUtility.ParseQueryString(address[7..])["classId"];
        Assert.StartsWith("2041-05-", address[^10..], StringComparison.Ordinal);
        var (status, body) = await ines.PostWithToken(
            "/api/v1/lessons/draft",
            new
            {
                classId = group,
                date = address[^10..],
                seed = 1,
            }
        );
        Assert.Equal(HttpStatusCode.OK, status);
        var lines = body.GetProperty("lines").EnumerateArray().ToList();
        Assert.Contains(lines, l => l.GetProperty("why").GetString()!.Length > 0);
        Assert.Equal(
            body.GetProperty("sheet").GetString(),
            string.Join('\n', lines.Select(l => l.GetProperty("text").GetString()))
        );
        (status, body) = await ines.PostWithToken(
            "/api/v1/lessons/draft",
            new { classId = Guid.NewGuid(), date = "2041-05-07" }
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal("classId", body.GetProperty("errors")[0].GetProperty("path").GetString());
    }
}
