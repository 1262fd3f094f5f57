using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;

namespace LoyalLadder.Web.Tests.Http;

public sealed class ReadingApiTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private async Task<(HttpStatusCode Status, JsonElement Body)> Ask(string path, object body)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var token = (await Visitor.Parse(await ines.Post("/school/tokens", "/school/tokens", ("Name", "read"))))
            .QuerySelector(".token-shown")!
            .TextContent;
        using var request = new HttpRequestMessage(HttpMethod.Post, path)
        {
            Content = new StringContent(JsonSerializer.Serialize(body), MediaTypeHeaderValue.Parse("application/json")),
        };
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        using var answer = await ines.Send(request);
        return (answer.StatusCode, JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement);
    }

    [Fact]
    public async Task A_sheet_is_told_line_by_line_as_it_was_understood()
    {
        var (status, body) = await Ask(
            "/api/v1/lessons/read",
            new
            {
                sheet = "# A sheet\n## Warm-up\nFront leg front kicks x10 each side\nwibble the frobnicator "
                    + "45s\n8 floor jacks and 2 push ups, 4 times -- mind the wall",
                ageBand = "adults",
            }
        );
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(
            [
                """{"line":3,"segment":"Warm-up","text":"Front leg front kicks 10/side","moves":[{"technique":"front-kick","side":"lead","level":null}],"dose":"10/side","understood":true,"unknown":[],"remark":null,"groups":[]}""",
                """{"line":4,"segment":"Warm-up","text":"wibble the frobnicator 45s","moves":[],"dose":"45s","understood":false,"unknown":["wibble frobnicator"],"remark":null,"groups":[]}""",
                """{"line":5,"segment":"Warm-up","text":"floor jacks, push ups (8, 2) x4 -- mind the wall","moves":[{"technique":"floor-jack","side":null,"level":null},{"technique":"push-up","side":null,"level":null}],"dose":"(8, 2) x4","understood":true,"unknown":[],"remark":"mind the wall","groups":[]}""",
            ],
            body.GetProperty("lines").EnumerateArray().Select(l => l.GetRawText())
        );
    }

    [Theory]
    [InlineData("elders", null, "ageBand")]
    [InlineData("kids", "klingon", "naming")]
    public async Task What_is_wrong_with_the_question_is_said(string ageBand, string? naming, string path)
    {
        var (status, body) = await Ask(
            "/api/v1/lessons/read",
            new
            {
                sheet = "jab x5",
                ageBand,
                naming,
            }
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains(path, body.GetRawText(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_trace_may_be_alone_or_with_a_partner_in_the_other_lead()
    {
        var (_, alone) = await Ask(
            "/api/v1/combinations/trace",
            new
            {
                notation = "lead elbow, rear round kick",
                lead = "left",
                ageBand = "adults",
                setting = "solo",
            }
        );
        Assert.Empty(alone.GetProperty("findings").EnumerateArray());
        var (_, opposite) = await Ask(
            "/api/v1/combinations/trace",
            new
            {
                notation = "[cross] parry, cross",
                lead = "left",
                ageBand = "adults",
                partner = "opposite",
            }
        );
        Assert.Equal(
            "right",
            opposite.GetProperty("steps")[0].GetProperty("elements")[0].GetProperty("bodySide").GetString()
        );
        var (status, wrong) = await Ask(
            "/api/v1/combinations/trace",
            new
            {
                notation = "jab",
                lead = "left",
                ageBand = "adults",
                setting = "crowd",
            }
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains("setting", wrong.GetRawText(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_bench_shows_a_combination_alone_or_against_the_other_lead()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        const string bench = "/bench?band=adults&lead=left&naming=Generic&c=";
        var elbow = bench + "lead%20elbow%2C%20rear%20round%20kick";
        Assert.NotNull((await ines.Page(elbow)).QuerySelector("circle.partner"));
        var alone = await ines.Page(elbow + "&with=solo");
        Assert.Null(alone.QuerySelector("circle.partner"));
        Assert.Equal("solo", alone.QuerySelector("#with option[selected]")!.GetAttribute("value"));
        var nonsense = await ines.Page(elbow + "&with=crowd");
        Assert.Equal("same", nonsense.QuerySelector("#with option[selected]")!.GetAttribute("value"));
    }
}
