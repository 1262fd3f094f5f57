using System.Net;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Sheets by week: any week is shown, and its sheets begin those of another.</summary>
public sealed class WeekCopyTests
{
    [Fact]
    public async Task A_weeks_sheets_begin_another_weeks_once_and_what_cannot_be_is_named()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        // the week before today's, which the demo has taught
        var past = await marlow.Page("/sheets?week=2041-05-01");
        Assert.Contains(
            "The week of Monday 29 April",
            past.QuerySelector(".room-head")!.TextContent,
            StringComparison.Ordinal
        );
        var sheets = past.QuerySelectorAll(".week tr").Length;
        var titles = past.QuerySelectorAll(".week td:nth-child(4)").Select(td => td.TextContent.Trim()).ToList();
        Assert.True(sheets >= 7, $"{sheets} sheets");

        (string, string)[] fields = [("Key", Guid.CreateVersion7().ToString()), ("to", "2041-05-20")];
        const string copy = "/sheets?week=2041-04-29&handler=Copy";
        var answer = await marlow.Post("/sheets?week=2041-05-01", copy, fields);
        Assert.Equal("/sheets?week=2041-05-20", answer.Headers.Location!.ToString());
        var said = (await marlow.Page("/sheets?week=2041-05-20")).QuerySelector(".said")!.TextContent;
        // two days of that week are closed
        Assert.Contains("closed: Harbour days", said, StringComparison.Ordinal);
        Assert.Matches("[1-9] sheets begun for the week of Monday 20 May", said);
        var copied = (await marlow.Page("/sheets?week=2041-05-20"))
            .QuerySelectorAll(".week tr")
            .Where(r => IsPlanned(r))
            .Select(r => r.QuerySelector("td:nth-child(4)")!.TextContent.Trim())
            .ToList();
        Assert.NotEmpty(copied);
        Assert.All(copied, t => Assert.Contains(t, titles));
        // sent twice it is done once; another press finds that there are sheets
        await marlow.Post("/sheets?week=2041-05-01", copy, fields);
        Assert.Equal(copied.Count, await Planned());
        await marlow.Post(
            "/sheets?week=2041-05-01",
            copy,
            ("Key", Guid.CreateVersion7().ToString()),
            ("to", "2041-05-20")
        );
        Assert.Equal(copied.Count, await Planned());
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await marlow.Post("/sheets?week=2041-05-01", copy, ("to", "2099-01-05"))).StatusCode
        );
        await marlow.Page("/sheets?week=2099-01-01", HttpStatusCode.NotFound);
        await marlow.Page("/sheets?week=x");

        static bool IsPlanned(AngleSharp.Dom.IElement row) =>
            row.QuerySelector(".tag-word")!.TextContent.Trim() == "planned";

        async Task<int> Planned() =>
            (await marlow.Page("/sheets?week=2041-05-20")).QuerySelectorAll(".week tr").Count(r => IsPlanned(r));
    }
}
