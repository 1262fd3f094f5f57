using System.Net;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Ten taps on the pace page and on the mat, and the sheet that they change.</summary>
public sealed class TappedPaceTests
{
    /// <summary>Ten taps, six seconds between two of them: slower than any starting value.</summary>
    private static readonly string SixSeconds = string.Join(',', Enumerable.Range(0, 10).Select(i => i * 6000));

    [Fact]
    public async Task A_tapped_count_changes_the_sheets_of_its_instructor_and_is_forgotten_again()
    {
        await using var server = await LadderServer.Start();
        using var head = await Visitor.SignedIn(server);
        var sheet = await Sheets.Begin(head, "front kick x10 counted");
        async Task<string> Ends() => (await head.Page(sheet)).QuerySelector("#headline")!.OuterHtml;
        var before = await Ends();

        var kept = await head.Post("/school/pace", "/school/pace?handler=Tap", Taps("front kick", SixSeconds, true));
        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        var page = await head.Page("/school/pace");
        Assert.Contains("6.0 s", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotEqual(before, await Ends());

        await head.Post("/school/pace", "/school/pace?handler=Forget&family=Kick&pace=Counted&school=true");
        Assert.Equal(before, await Ends());
    }

    [Fact]
    public async Task On_the_mat_a_line_is_tapped_and_answered_in_words()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await Sheets.Begin(marlow, "front kick x10 counted\nwater 1 min");
        var lines = (await marlow.Page(sheet)).QuerySelectorAll("li[data-line]");
        Task<HttpResponseMessage> Tap(int line, string beats) =>
            marlow.Post(
                "/school/pace",
                $"/school/pace?handler=Line&line={lines[line].GetAttribute("data-line")}",
                ("beats", beats)
            );

        var kept = await Tap(0, SixSeconds);
        Assert.StartsWith("Your count: 6.0 s (usual ", await Said(kept), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Tap(0, "1,2,3")).StatusCode);
        Assert.Contains("Nobody counts that", await Said(await Tap(1, SixSeconds)), StringComparison.Ordinal);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await marlow.Post("/school/pace", $"/school/pace?handler=Line&line={Guid.NewGuid()}")).StatusCode
        );
        // the line's own page of the pace says what it is and how fast
        var asked = await marlow.Page($"/school/pace?line={lines[0].GetAttribute("data-line")}");
        Assert.Equal("front kick x10 counted", asked.QuerySelector("#Form_Of")!.GetAttribute("value"));
    }

    [Fact]
    public async Task What_cannot_be_tapped_is_said_beside_what_was_typed_and_the_schools_count_is_the_heads()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var unknown = await Visitor.Parse(
            await marlow.Post("/school/pace", "/school/pace?handler=Tap", Taps("wobble the blorp", SixSeconds, false))
        );
        Assert.Equal("wobble the blorp", unknown.QuerySelector("#Form_Of")!.GetAttribute("value"));
        Assert.Contains("No move is known", unknown.Body!.TextContent, StringComparison.Ordinal);
        var few = await Visitor.Parse(
            await marlow.Post("/school/pace", "/school/pace?handler=Tap", Taps("jab", "0,900", false))
        );
        Assert.Contains("Tap 10 counts", few.Body!.TextContent, StringComparison.Ordinal);
        var refused = await marlow.Post("/school/pace", "/school/pace?handler=Tap", Taps("jab", SixSeconds, true));
        Assert.Contains("/trouble", refused.Headers.Location!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_count_means_is_asked_once_where_something_is_counted()
    {
        await using var fresh = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(fresh, DemoSchool.Instructor);
        var quiet = await Sheets.Begin(ines, "jab x10");
        Assert.DoesNotContain("wait for your call", await Words(ines, quiet), StringComparison.Ordinal);
        var sheet = await Sheets.Begin(ines, "front kick x10 on my count\njab x10");
        Assert.Contains("wait for your call", await Words(ines, sheet), StringComparison.Ordinal);
        await ines.Post(sheet, $"{sheet}/doses?handler=MyCount&calls=true");
        Assert.Contains("front kick x10 called", await Sheets.Text(ines, sheet), StringComparison.Ordinal);
        var next = await Sheets.Begin(ines, "side kick x10 on my count", date: "2041-06-13");
        Assert.Contains("side kick x10 called", await Sheets.Text(ines, next), StringComparison.Ordinal);
        Assert.DoesNotContain("wait for your call", await Words(ines, next), StringComparison.Ordinal);
    }

    private static async Task<string> Words(Visitor visitor, string page) =>
        (await visitor.Page(page)).Body!.TextContent;

    private static (string, string)[] Taps(string of, string taps, bool forSchool) =>
        [
            ("Form.Of", of),
            ("Form.Pace", "Counted"),
            ("Form.Taps", taps),
            ("Form.ForSchool", forSchool ? "true" : "false"),
        ];

    private static Task<string> Said(HttpResponseMessage answer) =>
        answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
}
