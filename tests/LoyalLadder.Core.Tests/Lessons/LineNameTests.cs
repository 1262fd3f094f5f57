using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Lines as instructors speak of them.</summary>
public class LineNameTests
{
    [Theory]
    [InlineData(
        "lines 3 jobs x 1:00 change 20s: round kick | burpee | plank",
        "bag line of round kick, burpee and plank"
    )]
    [InlineData("stations 2 x 1:00 change 20s: jab | squat", "stations of jab and squat")]
    [InlineData("circuit x3: push-up x10 | plank 30s", "circuit of push-up and plank")]
    [InlineData("jab, cross pairs 8/side", "jab, cross, with a partner")]
    [InlineData("front kick floor x2", "front kick, down the floor")]
    [InlineData("plank 45s must", "plank")]
    public void A_line_is_called_by_what_is_done(string line, string name) =>
        Assert.Equal(name, LineNames.Of(Given.Line(line)));
}
