using System.Net;
using System.Text.Json;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Terms as JSON: a plan, what is missing with what would be enough, and refusals with their places.</summary>
public sealed class TermsApiTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private async Task<(HttpStatusCode Status, JsonElement Body)> Plan(string body)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        return await ines.PostWithToken("/api/v1/terms/plan", body, "Plan");
    }

    private const string Sessions = """
        "sessions":[{"id":"a","date":"2041-09-01","minutes":5},{"id":"b","date":"2041-09-04","minutes":5},
        {"id":"c","date":"2041-09-11","minutes":5}]
        """;

    [Fact]
    public async Task A_small_term_is_laid_out_at_its_ideal_gaps()
    {
        var (status, plan) = await Plan($$"""{{{Sessions}},"items":[{"id":"jab","wanted":2}],"seconds":2}""");
        Assert.True(status == HttpStatusCode.OK, plan.ToString());
        Assert.True(plan.GetProperty("feasible").GetBoolean() && plan.GetProperty("complete").GetBoolean());
        Assert.Equal(
            """[["jab"],["jab"],[]]""",
            JsonSerializer.Serialize(plan.GetProperty("plan").EnumerateArray().Select(s => s.GetProperty("items")))
        );
        Assert.Equal(0, plan.GetProperty("score").GetProperty("gapDays").GetInt32());
    }

    [Fact]
    public async Task Where_not_all_has_a_place_it_says_what_would_be_enough()
    {
        var (_, plan) = await Plan(
            $$"""{{{Sessions}},"items":[{"id":"jab","wanted":3,"seconds":[400]}],"seconds":4}"""
        );
        Assert.False(plan.GetProperty("complete").GetBoolean());
        Assert.Equal("""[{"item":"jab","exposures":3}]""", plan.GetProperty("missing").GetRawText());
        var minutes = plan.GetProperty("relaxations")
            .EnumerateArray()
            .Single(r => r.GetProperty("kind").GetString() == "minutes");
        Assert.Equal(
            (2, "2 minutes more in every session"),
            (minutes.GetProperty("amount").GetInt32(), minutes.GetProperty("text").GetString())
        );
    }

    [Theory]
    [InlineData("""{"sessions":[],"items":[]}""", "sessions")]
    [InlineData("""{"items":[]}""", "")]
    [InlineData("""{"sessions":[null],"items":[]}""", "sessions[0]")]
    [InlineData("""{"sessions":[{"id":"a","date":"2041-13-01","minutes":5}],"items":[]}""", "sessions[0].date")]
    [InlineData(
        """{"sessions":[{"id":"a","date":"2041-09-01","minutes":5}],"items":[{"id":"x","after":[null]}]}""",
        "items[0].after[0]"
    )]
    [InlineData(
        """{"sessions":[{"id":"a","date":"2041-09-01","minutes":5}],"items":[{"id":"x","after":["y"]}]}""",
        "items[0].after[0]"
    )]
    public async Task What_cannot_be_planned_is_refused_with_its_place(string body, string path)
    {
        var (status, answer) = await Plan(body);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal(path, answer.GetProperty("errors")[0].GetProperty("path").GetString());
    }
}
