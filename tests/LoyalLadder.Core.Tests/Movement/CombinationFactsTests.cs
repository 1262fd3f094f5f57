using LoyalLadder.Core.Movement;

namespace LoyalLadder.Core.Tests.Movement;

/// <summary>What a combination comes to, worked out by hand from the points of each part.</summary>
public class CombinationFactsTests
{
    private static CombinationFacts Facts(string notation) => CombinationFacts.Of(Given.Trace(notation), Given.Tracer);

    /// <summary>
    /// Points: 0.30 a count, 0.20 a further beat, 0.50 a further element at once, 0.40 a change of level, 0.15 a change of side,
    /// 0.60 for each step of effort above 1, 1 a spin, 0.80 a jump; the difficulty is 1 and six tenths of them.
    /// </summary>
    [Theory]
    [MemberData(nameof(Worked))]
    public void The_difficulty_is_the_sum_of_its_parts(
        string notation,
        int counts,
        int furtherBeats,
        int further,
        int levels,
        int sides,
        int effort,
        int spins,
        int jumps
    )
    {
        var points =
            (counts * 30)
            + (furtherBeats * 20)
            + (further * 50)
            + (levels * 40)
            + (sides * 15)
            + ((effort - 1) * 60)
            + (spins * 100)
            + (jumps * 80);
        Assert.Equal(Math.Min(10, 1 + (points * 6 / 1000)), Facts(notation).Difficulty);
    }

    public static TheoryData<string, int, int, int, int, int, int, int, int> Worked =>
        new()
        {
            { "jab", 1, 0, 0, 0, 0, 2, 0, 0 },
            { "jab, cross", 2, 0, 0, 0, 1, 2, 0, 0 },
            { "jab & cross", 1, 1, 0, 0, 1, 2, 0, 0 },
            { "jab, cross, jab, cross", 4, 0, 0, 0, 3, 2, 0, 0 },
            { "jab head, cross body, hook head", 3, 0, 0, 2, 2, 2, 0, 0 },
            { "jab, cross, low kick", 3, 0, 0, 1, 1, 4, 0, 0 },
            { "spinning hook kick", 1, 0, 0, 0, 0, 5, 1, 0 },
            { "back kick", 1, 0, 0, 0, 0, 4, 1, 0 },
            { "back kick, back kick", 2, 0, 0, 0, 0, 4, 2, 0 },
            { "jumping front kick", 1, 0, 0, 0, 0, 5, 0, 1 },
            { "jab, cross, hook, low kick, jumping knee", 5, 0, 0, 2, 3, 5, 0, 1 },
        };

    [Theory]
    [InlineData("jab, cross", 0, 1, 1)]
    [InlineData("jab head, cross body, hook head", 2, 2, 1)]
    [InlineData("jab body, cross body", 0, 1, 1)]
    [InlineData("jab, low kick, jab", 2, 2, 1)]
    public void Changes_of_level_and_sides_are_counted(string notation, int changes, int left, int right) =>
        Assert.Equal(
            (changes, left, right),
            (Facts(notation).LevelChanges, Facts(notation).Left, Facts(notation).Right)
        );

    [Theory]
    [InlineData("cross, lead hook", 1.0)]
    [InlineData("jab, cross", 0.5)]
    [InlineData("jab", 0.0)]
    [InlineData("step in", 1.0)]
    public void Flow_is_the_share_of_strong_strikes(string notation, double flow) =>
        Assert.Equal(flow, Facts(notation).Flow, 9);
}
