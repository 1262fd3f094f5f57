using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Rounds;

/// <summary>What a holder says, and which strikes the kit can take.</summary>
public class CallWordsTests
{
    private static readonly CallWords Words = new(Given.Catalogue, Vocabulary.UsualNumbers);

    [Theory]
    [InlineData("jab", "jab")]
    [InlineData("jab, cross", "one two")]
    [InlineData("jab, cross, lead hook", "one two three")]
    [InlineData("jab, cross, rear low kick", "one two, low kick")]
    [InlineData("rear knee", "knee")]
    [InlineData("lead knee", "lead knee")]
    [InlineData("rear knee, lead knee", "two knees")]
    [InlineData("lead knee, rear knee", "two knees lead first")]
    [InlineData("switch", "switch")]
    public void Calls_are_short(string notation, string said) =>
        Assert.Equal(said, Words.Of(Given.Combination(notation), NamingSchool.Generic));

    [Theory]
    [InlineData("one two", 2)]
    [InlineData("one two,  low kick", 4)]
    [InlineData("", 0)]
    public void Words_are_counted_as_they_are_heard(string said, int words) =>
        Assert.Equal(words, CallWords.Count(said));

    [Theory]
    [InlineData(RoundKit.KickPads, "jab", Level.Head, true)]
    [InlineData(RoundKit.Mitts, "jab", Level.Head, true)]
    [InlineData(RoundKit.Shield, "jab", Level.Head, false)]
    [InlineData(RoundKit.ThighPads, "jab", Level.Head, false)]
    [InlineData(RoundKit.None, "jab", Level.Head, true)]
    [InlineData(RoundKit.KickPads, "round-kick", Level.Body, true)]
    [InlineData(RoundKit.Mitts, "round-kick", Level.Body, false)]
    [InlineData(RoundKit.Shield, "round-kick", Level.Body, true)]
    [InlineData(RoundKit.Shield, "round-kick", Level.Head, false)]
    [InlineData(RoundKit.Mitts, "low-kick", Level.Leg, false)]
    [InlineData(RoundKit.ThighPads, "low-kick", Level.Leg, true)]
    [InlineData(RoundKit.Mitts | RoundKit.ThighPads, "low-kick", Level.Leg, true)]
    public void Kit_takes_what_can_be_shown_on_it(RoundKit kit, string technique, Level level, bool takes) =>
        Assert.Equal(takes, HolderCatches.Catches(kit, Given.Catalogue.Find(technique)!, level));

    [Theory]
    [InlineData(RoundKit.Shield, false, false)]
    [InlineData(RoundKit.Mitts, true, false)]
    [InlineData(RoundKit.KickPads, true, true)]
    [InlineData(RoundKit.None, true, true)]
    public void A_shield_leaves_no_hand_to_feed_and_only_kick_pads_go_into_the_clinch(
        RoundKit kit,
        bool canFeed,
        bool canClinch
    ) => Assert.Equal((canFeed, canClinch), (HolderCatches.CanFeed(kit), HolderCatches.CanClinch(kit)));

    [Fact]
    public void What_nobody_holds_for_cannot_be_caught_by_anything()
    {
        var unheld = Given.Catalogue.All.First(t => t.Hold is null);
        Assert.All(Enum.GetValues<RoundKit>(), k => Assert.False(HolderCatches.Catches(k, unheld, Level.Body)));
    }
}
