using System.Net;
using System.Text.Json;

namespace LoyalLadder.Web.Tests.Http;

public sealed class TraceApiTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private async Task<(HttpStatusCode Status, JsonElement Body)> Ask(string body)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        return await ines.PostWithToken("/api/v1/combinations/trace", body);
    }

    [Fact]
    public async Task A_combination_is_followed_beat_by_beat()
    {
        var (status, body) = await Ask(
            """{"notation":"rear round kick (land forward), jab","lead":"left","ageBand":"adults"}"""
        );
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(
            ["counts", "beats", "strikes", "repSeconds", "end", "cycle", "flow", "difficulty", "steps", "findings"],
            body.EnumerateObject().Select(p => p.Name)
        );
        Assert.Equal("""{"lead":"right","facing":0,"x":0,"y":0.688}""", body.GetProperty("end").GetRawText());
        Assert.Equal((2, 2), (body.GetProperty("cycle").GetInt32(), body.GetProperty("steps").GetArrayLength()));
        var jab = body.GetProperty("steps")[1];
        Assert.Equal(
            ["count", "beat", "elements", "lead", "facing", "x", "y", "leftFoot", "rightFoot", "range", "holder"],
            jab.EnumerateObject().Select(p => p.Name)
        );
        Assert.Equal(
            """[{"technique":"jab","side":"lead","bodySide":"right","level":"head","power":"light"}]""",
            jab.GetProperty("elements").GetRawText()
        );
        Assert.Equal(
            (0.146m, 1.032m),
            (
                jab.GetProperty("rightFoot").GetProperty("x").GetDecimal(),
                jab.GetProperty("rightFoot").GetProperty("y").GetDecimal()
            )
        );
        var finding = body.GetProperty("findings").EnumerateArray().Single();
        Assert.Equal(
            ("other-side", "note", "rear round kick (land forward), jab, switch"),
            (
                finding.GetProperty("code").GetString(),
                finding.GetProperty("severity").GetString(),
                finding.GetProperty("fix").GetString()
            )
        );
    }

    [Fact]
    public async Task Steady_seconds_are_those_of_the_lesson_clock()
    {
        var (_, body) = await Ask(
            """{"notation":"jab, cross, lead hook, rear low kick","lead":"right","ageBand":"kids","naming":"ring"}"""
        );
        Assert.Equal(
            """{"walk":10.0,"steady":4.3,"brisk":1.548,"called":4.8}""",
            System.Text.RegularExpressions.Regex.Replace(
                body.GetProperty("repSeconds").GetRawText(),
                @"(\.\d)0+(?=[,}])",
                "$1"
            )
        );
    }

    [Theory]
    [InlineData("""{"notation":"jab, crss","lead":"left","ageBand":"adults"}""", "notation", 6)]
    [InlineData("""{"notation":"jab (","lead":"left","ageBand":"adults"}""", "notation", 5)]
    [InlineData("""{"notation":"","lead":"left","ageBand":"adults"}""", "notation", 1)]
    [InlineData("""{"notation":"jab","lead":"both","ageBand":"adults"}""", "lead", null)]
    [InlineData("""{"notation":"jab","lead":"left","ageBand":"all"}""", "ageBand", null)]
    [InlineData("""{"notation":"jab","lead":"left","ageBand":"kids","naming":"latin"}""", "naming", null)]
    [InlineData("""{"notation":"jab","lead":"left","ageBand":"kids","pace":"fast"}""", "pace", 0)]
    [InlineData("""{"notation":"jab"}""", "", 0)]
    public async Task What_cannot_be_traced_is_refused_with_its_place(string body, string path, int? position)
    {
        var (status, answer) = await Ask(body);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        var error = answer.GetProperty("errors")[0];
        Assert.Equal(path, error.GetProperty("path").GetString());
        if (position != 0)
            Assert.Equal(
                position,
                error.GetProperty("position").ValueKind == JsonValueKind.Null
                    ? null
                    : error.GetProperty("position").GetInt32()
            );
        Assert.NotEmpty(error.GetProperty("message").GetString()!);
    }
}
