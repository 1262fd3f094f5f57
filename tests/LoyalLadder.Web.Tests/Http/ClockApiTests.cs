using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;
using AngleSharp;

namespace LoyalLadder.Web.Tests.Http;

public sealed class ClockApiTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private const string Path = "/api/v1/lessons/clock";

    private async Task<string> FreshToken()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        return (await Visitor.Parse(await ines.Post("/school/tokens", "/school/tokens", ("Name", "test"))))
            .QuerySelector(".token-shown")!
            .TextContent;
    }

    private async Task<(HttpStatusCode Status, JsonElement Body)> Ask(string body, string token)
    {
        using var nobody = new Visitor(demo.Server.Address);
        using var request = new HttpRequestMessage(HttpMethod.Post, Path)
        {
            Content = new StringContent(body, MediaTypeHeaderValue.Parse("application/json")),
        };
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        using var answer = await nobody.Send(request);
        return (answer.StatusCode, JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement);
    }

    [Fact]
    public async Task A_sheet_is_timed_line_by_line()
    {
        var token = await FreshToken();
        var (status, body) = await Ask(
            """
            {"sheet":"# T\njab, cross pairs 10/side steady\n\nwibble 30s","ageBand":"adults","headcount":15,"minutes":5,"floor":{"length":12,"width":9},"bags":4,"start":"18:00"}
            """,
            token
        );
        Assert.Equal(HttpStatusCode.OK, status);
        var lines = body.GetProperty("lines").EnumerateArray().ToList();
        Assert.Equal([2, 4], lines.Select(l => l.GetProperty("line").GetInt32()));
        Assert.Equal([true, false], lines.Select(l => l.GetProperty("understood").GetBoolean()));
        Assert.Equal(
            (43, 4, 181, "18:01:00"),
            (
                lines[0].GetProperty("gettingThere").GetInt32(),
                lines[0].GetProperty("teach").GetInt32(),
                lines[0].GetProperty("work").GetInt32(),
                lines[0].GetProperty("startsAt").GetString()
            )
        );
        var total =
            120
            + lines.Sum(l =>
                l.GetProperty("gettingThere").GetInt32()
                + l.GetProperty("teach").GetInt32()
                + l.GetProperty("work").GetInt32()
            );
        Assert.Equal(
            (total, total - 300),
            (body.GetProperty("totalSeconds").GetInt32(), body.GetProperty("overSeconds").GetInt32())
        );
        Assert.Contains(
            body.GetProperty("checks").EnumerateArray(),
            c => c.GetProperty("code").GetString() == "overrun" && c.GetProperty("level").GetString() == "warn"
        );
        Assert.Equal(10, body.GetProperty("tallies").GetProperty("strikes").GetProperty("left").GetInt32() / 2);
    }

    [Theory]
    [InlineData("""{"sheet":"a","ageBand":"adults","headcount":1,"minutes":45,"extra":1}""", "extra")]
    [InlineData("""{"sheet":"a","ageBand":"elders","headcount":1,"minutes":45}""", "ageBand")]
    [InlineData("""{"sheet":"a","ageBand":"adults","headcount":0,"minutes":45}""", "headcount")]
    [InlineData("""{"sheet":"a","ageBand":"adults","headcount":"16","minutes":45}""", "headcount")]
    [InlineData("""{"sheet":"a","ageBand":"adults","headcount":1,"minutes":99999}""", "minutes")]
    [InlineData(
        """{"sheet":"a","ageBand":"adults","headcount":1,"minutes":45,"floor":{"length":0,"width":9}}""",
        "floor"
    )]
    [InlineData("""{"sheet":"a","ageBand":"adults","headcount":1,"minutes":45,"start":"6pm"}""", "start")]
    [InlineData("""{"sheet":null,"ageBand":"adults","headcount":1,"minutes":45}""", "sheet")]
    [InlineData("""{"sheet":"a"}""", "")]
    [InlineData("""{"sheet":"a",,}""", "")]
    [InlineData("", "")]
    [InlineData("null", "")]
    [InlineData("""{"sheet":"\ud800","ageBand":"adults","headcount":1,"minutes":45}""", "sheet")]
    public async Task What_cannot_be_answered_is_refused_with_the_field_and_the_position(string body, string path)
    {
        var (status, answer) = await Ask(body, await FreshToken());
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        var error = answer.GetProperty("errors")[0];
        Assert.Equal(path, error.GetProperty("path").GetString());
        Assert.NotEmpty(error.GetProperty("message").GetString()!);
        if (body is [_, ..] && path is "extra")
            Assert.True(error.GetProperty("position").GetInt32() > 1);
    }

    [Fact]
    public async Task A_token_is_kept_as_a_hash_and_opens_nothing_once_revoked()
    {
        var token = await FreshToken();
        using var ines = await Visitor.SignedIn(demo.Server);
        var page = await ines.Page("/school/tokens");
        Assert.DoesNotContain(token, page.ToHtml(), StringComparison.Ordinal);
        var revoke = page.QuerySelectorAll("tbody tr")
            .First(r => r.TextContent.Contains("test", StringComparison.Ordinal))
            .QuerySelector("form")!
            .GetAttribute("action")!;
        await ines.Post("/school/tokens", revoke);
        Assert.Equal(HttpStatusCode.Unauthorized, (await Ask("{}", token)).Status);
        Assert.Equal(HttpStatusCode.Unauthorized, (await Ask("{}", "ll_guess")).Status);
    }

    [Fact]
    public async Task The_interface_describes_itself()
    {
        using var nobody = new Visitor(demo.Server.Address);
        var description = JsonDocument
            .Parse(
                await (await nobody.Get("/openapi/v1.json")).Content.ReadAsStringAsync(
                    TestContext.Current.CancellationToken
                )
            )
            .RootElement;
        Assert.True(description.GetProperty("paths").TryGetProperty(Path, out _));
    }

    [Fact]
    public async Task A_sheet_that_is_too_large_is_refused()
    {
        var token = await FreshToken();
        Assert.Equal(
            HttpStatusCode.RequestEntityTooLarge,
            (await Ask($$"""{"sheet":"{{new string('x', 2_000_000)}}"}""", token)).Status
        );
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (
                await Ask(
                    $$"""{"sheet":"{{new string('x', 300_000)}}","ageBand":"adults","headcount":1,"minutes":45}""",
                    token
                )
            ).Status
        );
    }
}
