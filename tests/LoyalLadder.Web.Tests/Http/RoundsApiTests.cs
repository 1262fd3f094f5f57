using System.Net;
using System.Text.Json;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Called rounds as JSON: shapes, refusals with their fields, and the whole round traced by the same interface.</summary>
public sealed class RoundsApiTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private async Task<(HttpStatusCode Status, JsonElement Body)> Post(string path, object body)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        return await ines.PostWithToken(path, body);
    }

    [Fact]
    public async Task A_round_made_by_the_interface_is_traced_by_it_without_a_stop_or_warning()
    {
        var (status, made) = await Post(
            "/api/v1/rounds",
            new
            {
                ageBand = "adults",
                naming = "generic",
                kit = "kick-pads",
                rounds = 2,
                workSeconds = 120,
                restSeconds = 30,
                density = 14,
                focus = new[] { new { item = "knees", share = 0.3 } },
                clinch = true,
                lead = "fixed",
                build = "rising",
                seed = 4017,
            }
        );
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(2, made.GetProperty("rounds").GetArrayLength());
        var share = made.GetProperty("balance").GetProperty("focus")[0].GetProperty("share").GetDecimal();
        Assert.InRange(share, 0.255m, 0.345m);
        foreach (var round in made.GetProperty("rounds").EnumerateArray())
        {
            var calls = round.GetProperty("calls").EnumerateArray().ToList();
            Assert.All(calls, c => Assert.NotEqual("", c.GetProperty("holder").GetString()));
            var notation = string.Join(", ", calls.Select(c => c.GetProperty("notation").GetString()));
            var (_, trace) = await Post(
                "/api/v1/combinations/trace",
                new
                {
                    notation,
                    lead = "left",
                    ageBand = "adults",
                    naming = "generic",
                }
            );
            Assert.DoesNotContain(
                trace.GetProperty("findings").EnumerateArray(),
                f => f.GetProperty("severity").GetString() != "note"
            );
        }
    }

    [Fact]
    public async Task A_rank_of_the_school_limits_what_is_called()
    {
        var (status, made) = await Post(
            "/api/v1/rounds",
            new
            {
                track = "Teens",
                rank = "Green",
                ageBand = "teens",
                kit = "kick-pads",
                seed = 3,
            }
        );
        Assert.True(status == HttpStatusCode.OK, made.ToString());
        (status, made) = await Post("/api/v1/rounds", new { rank = "Plaid", ageBand = "teens" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal("rank", made.GetProperty("errors")[0].GetProperty("path").GetString());
    }

    [Theory]
    [InlineData("""{"ageBand":"kids","focus":[{"item":"clinch knee","share":0.3}]}""", "focus[0].item")]
    [InlineData("""{"ageBand":"adults","density":99}""", "density")]
    [InlineData("""{"ageBand":"adults","seed":1.5}""", "seed")]
    [InlineData("""{"kit":"mitts"}""", "")]
    [InlineData("""{"ageBand":"adults","focus":[null]}""", "focus[0]")]
    [InlineData("""{"ageBand":"adults","naming":"klingon"}""", "naming")]
    [InlineData("""{"ageBand":"adults","focus":[{"item":"","share":0.3}]}""", "focus[0].item")]
    [InlineData(
        """{"ageBand":"adults","focus":[{"item":"knees","share":0.7},{"item":"kicks","share":0.7}]}""",
        "focus"
    )]
    public async Task What_cannot_be_met_is_refused_with_its_field(string body, string path)
    {
        var (status, answer) = await Post("/api/v1/rounds", JsonSerializer.Deserialize<JsonElement>(body));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal(path, answer.GetProperty("errors")[0].GetProperty("path").GetString());
    }
}
