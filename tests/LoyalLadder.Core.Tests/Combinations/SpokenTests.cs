using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Combinations;

/// <summary>Combinations as they are said and mistyped, and what is worked out from them.</summary>
public sealed class SpokenTests
{
    private static readonly MoveReader Reader = new(Given.Words);

    private static string? Written(Combination? moves) =>
        moves is null ? null : NotationWriter.Write(moves, NamingSchool.Generic);

    [Theory]
    [InlineData("one two", "jab, cross")]
    [InlineData("jab cross hook", "jab, cross, lead hook")]
    [InlineData("one two low kick", "jab, cross, rear low kick")]
    [InlineData("jab wibble", null)]
    [InlineData("", null)]
    public void What_rounds_call_is_read_as_it_is_said(string said, string? written) =>
        Assert.Equal(written, Written(Reader.ReadSpoken(said)));

    [Theory]
    [InlineData("jab croos lead hok", "jab, cross, lead hook")]
    [InlineData("jabb cross", "jab, cross")]
    [InlineData("rear uppercit", "rear uppercut")]
    [InlineData("jab, cross", null)]
    [InlineData("wibble wobble", null)]
    public void A_letter_too_many_few_or_other_is_put_right(string typed, string? meant) =>
        Assert.Equal(meant, Written(Reader.Mended(typed)));

    [Fact]
    public void A_copy_with_other_groups_has_its_own_counts()
    {
        var (two, three) = (Given.Combination("jab, cross"), Given.Combination("jab, cross, lead hook"));
        Assert.Equal(2, two.Counts.Count);
        Assert.Equal(3, (two with { Groups = three.Groups }).Counts.Count);
        Assert.Equal(2, two.Counts.Count);
    }

    [Fact]
    public void A_circuit_is_as_hard_as_its_hardest_part()
    {
        int Effort(string first, string second) =>
            LineEffort.Of(Given.Line($"circuit x2: push-up x10 {first} | squat x10 {second}"));
        Assert.Equal(Effort("brisk", "brisk"), Effort("brisk", "counted"));
        Assert.Equal(Effort("brisk", "brisk"), Effort("counted", "brisk"));
        Assert.True(Effort("brisk", "counted") >= Effort("counted", "counted"));
        Assert.True(Effort("walk", "walk") <= Effort("walk", "steady"));
    }
}
