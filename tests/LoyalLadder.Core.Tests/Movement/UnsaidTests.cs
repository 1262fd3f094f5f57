using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Movement;

/// <summary>Sides that nobody said, answers that are no blocks, and strikes that go where nobody is, by the rules.</summary>
public class UnsaidTests
{
    private static string Sides(string notation) =>
        string.Concat(
            Given
                .Trace(notation)
                .Steps.SelectMany(s => s.Elements)
                .Where(e => e.BodySide is Side.Left or Side.Right)
                .Select(e => e.BodySide == Side.Left ? 'L' : 'R')
        );

    [Theory]
    // hands after hands, from the usual side on
    [InlineData("punch, punch, punch", "LRL")]
    [InlineData("punch x3", "LRL")]
    [InlineData("elbow, elbow", "RL")]
    [InlineData("hook, uppercut, elbow", "LRL")]
    [InlineData("uppercut, uppercut", "RL")]
    [InlineData("jab, cross, hook", "LRL")]
    [InlineData("cross, hook, cross", "RLR")]
    [InlineData("palm strike, palm strike, palm strike", "RLR")]
    [InlineData("hammer fist, elbow", "RL")]
    [InlineData("back fist, ridge hand", "LR")]
    // knees by the last knee, else by the last hand
    [InlineData("knee, knee", "RL")]
    [InlineData("jab, cross, knee", "LRL")]
    [InlineData("jab, knee", "LR")]
    [InlineData("rear knee, jab, knee", "RLL")]
    // kicks
    [InlineData("front kick, front kick", "RR")]
    [InlineData("front kick (land forward), front kick", "RL")]
    [InlineData("front kick, round kick", "RL")]
    [InlineData("jab, cross, round kick", "LRR")]
    [InlineData("jab, round kick, low kick", "LRL")]
    // blocks: one after another, and what follows them
    [InlineData("cover, cover", "RL")]
    [InlineData("high block, punch", "LR")]
    [InlineData("low block, high block, punch", "LRL")]
    // what is said stays said
    [InlineData("rear elbow, rear elbow", "RR")]
    [InlineData("elbow, rear elbow", "RR")]
    [InlineData("lead round kick, lead round kick", "LL")]
    // a switch within the count leaves its sides, one before it changes them
    [InlineData("switch & lead round kick", "L")]
    [InlineData("switch, lead round kick", "R")]
    [InlineData("half switch, round kick", "L")]
    [InlineData("half switch, front kick, front kick", "LL")]
    public void Sides_that_nobody_said_alternate(string notation, string sides) => Assert.Equal(sides, Sides(notation));

    private static List<string> Codes(string notation) =>
        [.. Given.Trace(notation).Findings.Select(f => f.Code).Where(c => c != "other-side")];

    [Theory]
    // a strike that stops what comes
    [InlineData("[jab] push kick")]
    [InlineData("[rear front kick] side kick")]
    [InlineData("[rear round kick] lead front kick")]
    [InlineData("[cross] back kick")]
    // not being there
    [InlineData("[jab] step left, cross")]
    [InlineData("[cross] angle left, rear round kick")]
    [InlineData("[rear round kick (head)] slip back, cross")]
    // turning past a round kick
    [InlineData("[rear round kick] spinning hook kick")]
    [InlineData("[rear low kick] cross block, cross")]
    public void What_stops_an_attack_or_is_not_there_answers_it(string notation) =>
        Assert.DoesNotContain("unanswered", Codes(notation));

    [Theory]
    [InlineData("[jab] rear round kick")]
    [InlineData("[rear hook] slip, cross")]
    [InlineData("[jab] cross")]
    [InlineData("[rear low kick] high block")]
    public void What_stands_there_or_blocks_elsewhere_does_not(string notation) =>
        Assert.Contains("unanswered", Codes(notation));

    [Theory]
    [InlineData("clinch hold, knee, knee")]
    [InlineData("clinch hold, elbow, knee")]
    [InlineData("clinch hold, knee, shove")]
    [InlineData("clinch hold, clinch turn, knee")]
    public void From_a_hold_knees_elbows_shoves_and_turns_work(string notation) =>
        Assert.DoesNotContain("clinch-not-left", Codes(notation));

    [Theory]
    [InlineData("clinch hold, cross")]
    [InlineData("clinch hold, rear round kick")]
    public void Kicks_and_straights_need_the_hold_to_be_left(string notation) =>
        Assert.Contains("clinch-not-left", Codes(notation));

    [Theory]
    [InlineData("turn left 180, cross", true)]
    [InlineData("turn left 180, turn right 180, cross", false)]
    [InlineData("turn left 180, back elbow", false)]
    [InlineData("pivot, cross", false)]
    [InlineData("spinning hook kick, cross", false)]
    // to the rear, without a turn: somebody has to be there
    [InlineData("straight back kick", true)]
    [InlineData("jab, back elbow", true)]
    [InlineData("turn left 180, straight back kick", false)]
    [InlineData("[choke from behind] rear choke release, back elbow", false)]
    public void A_strike_with_the_back_to_the_partner_goes_where_nobody_is(string notation, bool isAway) =>
        Assert.Equal(isAway, Codes(notation).Contains("turned-away"));

    /// <summary>Where it begins is what most strikes of the beginning need, never what hides what goes wrong later.</summary>
    [Theory]
    [InlineData("jab, cross, lead hook", FightRange.Middle, false)]
    [InlineData("front kick, jab, cross", FightRange.Middle, false)]
    [InlineData("elbow, rear knee", FightRange.Close, false)]
    [InlineData("rear round kick", FightRange.Long, false)]
    [InlineData("step in, jab", FightRange.Long, false)]
    [InlineData("step back, elbow", FightRange.Close, true)]
    [InlineData("slide back, elbow", FightRange.Close, true)]
    [InlineData("step back, front kick", FightRange.Long, false)]
    [InlineData("jab, cross, elbow", FightRange.Middle, true)]
    public void A_start_that_nobody_said_serves_the_beginning(string notation, FightRange start, bool isTooFar)
    {
        var trace = Given.Trace(notation);
        Assert.Equal(start, trace.From);
        Assert.Equal(isTooFar, trace.Findings.Any(f => f.Code == "too-far"));
    }

    [Theory]
    [InlineData("jab, lead hook kick", false)]
    [InlineData("jab, lead crescent kick", false)]
    [InlineData("jab, lead axe kick", false)]
    [InlineData("jab, lead round kick", true)]
    [InlineData("jab, lead low kick", true)]
    public void Only_what_lives_on_the_hip_needs_a_load(string notation, bool isLight) =>
        Assert.Equal(isLight, Codes(notation).Contains("light-lead-kick"));

    [Theory]
    [InlineData("[stepping punch] elbow block, elbow", false)]
    [InlineData("[jab] elbow block, elbow", true)]
    [InlineData("[stepping punch] elbow block, elbow, step back, step back, elbow", true)]
    public void An_attack_that_comes_in_is_met_until_one_steps_away(string notation, bool isTooFar) =>
        Assert.Equal(
            isTooFar,
            Given
                .Tracer.Trace(Given.Combination(notation), Lead.Left, AgeBand.Adults, FightRange.Long)
                .Findings.Any(f => f.Code == "too-far")
        );
}
