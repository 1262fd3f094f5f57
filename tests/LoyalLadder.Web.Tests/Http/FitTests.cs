using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;
using AngleSharp.Dom;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

public sealed class FitTests
{
    [Fact]
    public async Task A_sheet_is_fitted_taken_in_part_undone_and_brought_back()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Kites");
        var before = Doses(await marlow.Page(sheet));
        var offered = await marlow.Page($"{sheet}/settle?by=lines");
        var boxes = offered.QuerySelectorAll("input[name=fit]").Select(b => b.GetAttribute("value")!).ToList();
        Assert.True(boxes.Count >= 3);
        Assert.Equal(before, Doses(await marlow.Page(sheet)));

        // one line only
        await marlow.Post(sheet, $"{sheet}/settle?handler=Fit", ("fit", boxes[0]));
        Assert.Equal(1, Doses(await marlow.Page(sheet)).Zip(before).Count(d => d.First != d.Second));
        // what was shown no longer holds for that line
        var stale = await Visitor.Parse(
            await marlow.Post(
                sheet,
                $"{sheet}/settle?handler=Fit",
                ("fit", boxes[0]),
                ("fit", "nonsense"),
                ("fit", $"{Guid.NewGuid()}:1")
            )
        );
        Assert.DoesNotContain("fitted.", stale.Body!.TextContent, StringComparison.Ordinal);

        // all of it: the lesson ends in time, and one press takes all of it back
        var again = (await marlow.Page($"{sheet}/settle?by=lines"))
            .QuerySelectorAll("input[name=fit]")
            .Select(b => ("fit", b.GetAttribute("value")!))
            .ToArray();
        var between = Doses(await marlow.Page(sheet));
        var taken = await Visitor.Parse(await marlow.Post(sheet, $"{sheet}/settle?handler=Fit", again));
        Assert.DoesNotContain("too long", taken.QuerySelector("#headline")!.TextContent, StringComparison.Ordinal);
        var undo = taken.QuerySelector(".said button")!.GetAttribute("formaction")!;
        var undone = await Visitor.Parse(await marlow.Post(sheet, undo));
        Assert.Contains("as before.", undone.QuerySelector(".said")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(string.Join(" ; ", between), string.Join(" ; ", Doses(await marlow.Page(sheet))));

        var history = await marlow.Page($"{sheet}/history");
        Assert.Contains("Marlow", history.QuerySelector(".history")!.TextContent, StringComparison.Ordinal);
        var first = history
            .QuerySelectorAll(".history button")
            .Last(b => b.TextContent == "Back to here")
            .GetAttribute("formaction")!;
        Assert.Equal(HttpStatusCode.Redirect, (await marlow.Post($"{sheet}/history", first)).StatusCode);
        Assert.Equal(string.Join(" ; ", before), string.Join(" ; ", Doses(await marlow.Page(sheet))));

        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        Assert.Contains(
            "/trouble",
            (await odile.Post(sheet, $"{sheet}/settle?handler=Fit", ("fit", boxes[0]))).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "/trouble",
            (await odile.Post("/", first)).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await marlow.Post(sheet, $"{sheet}/history?handler=Undo&batch={Guid.NewGuid()}")).StatusCode
        );
    }

    [Fact]
    public async Task Each_of_the_three_ways_ends_in_time_and_is_taken_as_its_card_says()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var sheet = await marlow.Link("/", "a[href^='/sheets/']", "Kites");
        await marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "plank 3 x 3:00 rest 10s could"));
        var before = Doses(await marlow.Page(sheet));
        foreach (var way in new[] { "LeaveOut", "OneLess", "ALittleOff" })
        {
            var offered = await marlow.Page($"{sheet}/settle");
            Assert.Equal(3, offered.QuerySelectorAll(".way").Length);
            var card = offered.QuerySelector($".way[formaction*='way={way}']");
            if (card is null)
                continue;
            var rows = offered.QuerySelectorAll($"input[name=fit_{way}]").Select(b => b.GetAttribute("value")!);
            var post = rows.Select(r => ($"fit_{way}", r)).ToArray();
            var stale = post.Select(r => (r.Item1, r.Item2.Split(':')[0] + ":1")).ToArray();
            var action = card.GetAttribute("formaction")!;
            Assert.Contains("once more", await Said(marlow, sheet, action, stale), StringComparison.Ordinal);
            Assert.Contains("once more", await Said(marlow, sheet, action, []), StringComparison.Ordinal);
            Assert.Equal(before, Doses(await marlow.Page(sheet)));
            Assert.Contains("fitted.", await Said(marlow, sheet, action, post), StringComparison.Ordinal);
            var page = await marlow.Page(sheet);
            Assert.NotEqual(before, Doses(page));
            Assert.DoesNotContain("too long", page.QuerySelector("#headline")!.TextContent, StringComparison.Ordinal);
            await marlow.Post(sheet, $"{sheet}/settle?handler=Back");
            Assert.Equal(before, Doses(await marlow.Page(sheet)));
        }
        // what was taken back last is done again, once
        Assert.Contains(
            "as before",
            await Said(marlow, sheet, $"{sheet}/settle?handler=Again", []),
            StringComparison.Ordinal
        );
        Assert.NotEqual(before, Doses(await marlow.Page(sheet)));
        Assert.Contains(
            "nothing",
            await Said(marlow, sheet, $"{sheet}/settle?handler=Again", []),
            StringComparison.Ordinal
        );
    }

    private static async Task<string> Said(Visitor visitor, string sheet, string action, (string, string)[] fields) =>
        (await Visitor.Parse(await visitor.Post(sheet, action, fields))).QuerySelector(".said")!.TextContent;

    private static List<string> Doses(IDocument page) =>
        [.. page.QuerySelectorAll(".line .dose").Select(d => d.TextContent)];

    [Fact]
    public async Task What_does_not_fit_says_by_how_much_and_which()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        await ines.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "plank 100 min must"));
        var page = await ines.Page($"{sheet}/settle?by=lines");
        Assert.Contains("does not fit", page.QuerySelector(".fit-pane")!.TextContent, StringComparison.Ordinal);
        Assert.StartsWith("plank", page.QuerySelector(".fit-pane li")!.TextContent.Trim(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_interface_gives_the_fitted_sheet_its_value_and_the_changes()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var token = (
            await Visitor.Parse(await ines.Post("/school/tokens", "/school/tokens", ("Name", "fit"), ("Scope", "Plan")))
        )
            .QuerySelector(".token-shown")!
            .TextContent;
        async Task<JsonElement> Ask(string sheet, int minutes)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/v1/lessons/fit")
            {
                Content = new StringContent(
                    JsonSerializer.Serialize(
                        new
                        {
                            sheet,
                            ageBand = "adults",
                            headcount = 12,
                            minutes,
                        }
                    ),
                    MediaTypeHeaderValue.Parse("application/json")
                ),
            };
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
            using var answer = await ines.Send(request);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            return JsonDocument
                .Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))
                .RootElement;
        }
        var fitted = await Ask("# T\nplank 4:00 must\n\njab, cross 30/side could", 7);
        Assert.True(fitted.GetProperty("fits").GetBoolean());
        Assert.True(fitted.GetProperty("value").GetInt64() > 0);
        Assert.True(fitted.GetProperty("clock").GetProperty("overSeconds").GetInt32() <= 0);
        Assert.Contains("plank 4:", fitted.GetProperty("sheet").GetString(), StringComparison.Ordinal);
        Assert.Contains(fitted.GetProperty("changes").EnumerateArray(), c => c.GetProperty("line").GetInt32() == 4);
        var none = await Ask("plank 30:00 must", 7);
        Assert.False(none.GetProperty("fits").GetBoolean());
        Assert.Equal(1, none.GetProperty("musts")[0].GetProperty("line").GetInt32());
    }
}
