using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Movement;

public class TraceTests
{
    private static string Strong(Trace trace) =>
        string.Join(
            ' ',
            trace
                .Steps.SelectMany(s => s.Elements)
                .Where(e => e.Strength == Strength.Strong)
                .Select(e => e.Element.Technique!.Id)
        );

    private static string Codes(Trace trace) => string.Join(' ', trace.Findings.Select(f => $"{f.Beat}:{f.Code}"));

    [Theory]
    [InlineData("jab, cross, lead hook, rear low kick", 4, 4, Lead.Left, 0, 0.0, 1)]
    [InlineData("jab & cross", 1, 2, Lead.Left, 0, 0.0, 1)]
    [InlineData("rear round kick (land forward), jab", 2, 2, Lead.Right, 0, 0.688, 2)]
    [InlineData("lead front kick (cross over), turn, rear back kick, jab & cross", 4, 4, Lead.Right, 0, 0.688, 2)]
    [InlineData("step in, jab", 2, 1, Lead.Left, 0, 0.344, 1)]
    [InlineData("slide back, jab", 2, 1, Lead.Left, 0, -0.344, 1)]
    [InlineData("step through, jab", 2, 1, Lead.Right, 0, 0.688, 2)]
    [InlineData("lead round kick (land forward)", 1, 1, Lead.Left, 0, 0.344, 1)]
    [InlineData("lead round kick (land back)", 1, 1, Lead.Right, 0, -0.688, 2)]
    [InlineData("switch, rear round kick", 2, 1, Lead.Right, 0, 0.0, 2)]
    [InlineData("half switch, lead round kick", 2, 1, Lead.Left, 0, 0.0, 1)]
    [InlineData("pivot, cross", 2, 1, Lead.Left, 90, 0.198, 1)]
    [InlineData("half turn, cross", 2, 1, Lead.Right, 180, 0.0, 2)]
    [InlineData("jump turn, cross", 2, 1, Lead.Right, 180, 0.0, 2)]
    [InlineData("step left, cross", 2, 1, Lead.Left, 15, 0.0, 1)]
    [InlineData("angle right, cross", 2, 1, Lead.Left, 315, 0.243, 1)]
    [InlineData("jump forward, cross", 2, 1, Lead.Left, 0, 0.688, 1)]
    [InlineData("spinning hook kick", 1, 1, Lead.Left, 0, 0.0, 1)]
    [InlineData("back kick", 1, 1, Lead.Right, 0, 0.688, 2)]
    [InlineData("cross (to 6 o'clock)", 1, 1, Lead.Left, 0, 0.0, 1)]
    [InlineData("swing turn", 1, 0, Lead.Left, 180, -0.688, 1)]
    [InlineData("turn left", 1, 0, Lead.Left, 270, -0.344, 1)]
    [InlineData("turn right, turn left", 2, 0, Lead.Left, 0, 0.688, 1)]
    [InlineData("right round kick (land forward)", 1, 1, Lead.Right, 0, 0.688, 0)]
    [InlineData("cross (land forward)", 1, 1, Lead.Right, 0, 0.688, 2)]
    [InlineData("jab (land forward)", 1, 1, Lead.Left, 0, 0.344, 1)]
    public void The_feet_go_where_the_table_says(
        string notation,
        int counts,
        int strikes,
        Lead end,
        int facing,
        double y,
        int cycle
    )
    {
        var trace = Given.Trace(notation);
        var facts = CombinationFacts.Of(trace, Given.Tracer);
        Assert.Equal(
            (counts, strikes, end, facing, cycle),
            (facts.Counts, facts.Strikes, trace.End.Lead, trace.End.Facing, facts.Cycle)
        );
        Assert.Equal(y, trace.End.Centre.Y, 3);
    }

    [Fact]
    public void Hips_are_strong_on_cross_hook_and_low_kick() =>
        Assert.Equal("cross hook low-kick", Strong(Given.Trace("jab, cross, lead hook, rear low kick")));

    [Fact]
    public void A_rear_kick_that_lands_forward_makes_the_jab_the_other_hand()
    {
        var jab = Given.Trace("rear round kick (land forward), jab").Steps[1].Elements.Single();
        Assert.Equal((Side.Lead, Side.Right), (jab.Side, jab.BodySide));
    }

    [Fact]
    public void A_crossed_leg_unwinds_and_the_back_kick_faces_the_partner_again()
    {
        var trace = Given.Trace("lead front kick (cross over), turn, rear back kick, jab & cross");
        Assert.Equal(
            [Side.Left, Side.None, Side.Right, Side.Right, Side.Left],
            trace.Steps.Select(s => s.Elements.Single().BodySide)
        );
        Assert.Equal([0, 180, 0, 0, 0], trace.Steps.Select(s => s.Footing.Facing));
        Assert.Equal([1, 2, 3, 4, 4], trace.Steps.Select(s => s.Count));
        // the crossing foot stays where it was set down while the body unwinds
        Assert.Equal(trace.Steps[0].Footing.LeftFoot.Y, trace.Steps[1].Footing.LeftFoot.Y, 9);
    }

    [Fact]
    public void A_fighting_stance_is_two_fifths_of_the_stature_long_and_a_sixth_wide()
    {
        var start = Footing.Start(Lead.Left, AgeBand.Adults);
        Assert.Equal((-0.146, 0.344), (Math.Round(start.LeftFoot.X, 3), Math.Round(start.LeftFoot.Y, 3)));
        Assert.Equal((0.146, -0.344), (Math.Round(start.RightFoot.X, 3), Math.Round(start.RightFoot.Y, 3)));
        Assert.Equal(0.5, Footing.Start(Lead.Left, AgeBand.Kids).Stride, 3);
    }

    [Fact]
    public void The_foot_that_stands_stays_when_the_other_is_set_down_in_front()
    {
        var trace = Given.Trace("rear round kick (land forward)");
        Assert.Equal(trace.Start.LeftFoot, trace.End.LeftFoot);
    }

    [Fact]
    public void A_round_kick_behind_a_close_knee_is_choked_and_room_is_made_on_the_knee()
    {
        var trace = Given.Trace("[cross] parry, [hook] cover, lead elbow, rear elbow, rear knee | rear round kick");
        Assert.Equal(FightRange.Close, trace.From);
        var choked = Assert.Single(trace.Findings, f => f.Code == "choked");
        Assert.Equal((6, Severity.Note), (choked.Beat, choked.Severity));
        Assert.Equal(
            ["(angle left) on the rear knee", "(step back) on the rear knee"],
            choked.Fixes.Select(f => f.Words(NamingSchool.Generic))
        );
        foreach (var fix in choked.Fixes)
            Assert.DoesNotContain(
                Given.Tracer.Trace(fix.Apply(trace.Combination), Lead.Left, AgeBand.Adults).Findings,
                f => f.Code == "choked"
            );
    }

    [Theory]
    [InlineData("jab, lead elbow", "2:too-far")]
    [InlineData("rear elbow, rear round kick", "1:too-far")]
    [InlineData("cross (step in), step in, lead elbow", "")]
    [InlineData("lead round kick", "1:light-lead-kick")]
    [InlineData("half switch, lead round kick", "")]
    [InlineData("lead round kick (slide in)", "")]
    [InlineData("cross, lead round kick", "")]
    [InlineData("switch round kick", "")]
    [InlineData("lead push kick", "")]
    [InlineData("cover + cross", "1:same-hand")]
    [InlineData("parry + jab", "")]
    [InlineData("front kick + lead side kick", "1:leg-not-down")]
    [InlineData("rear front kick & lead round kick", "2:leg-not-down 2:light-lead-kick")]
    [InlineData("rear front kick (hold), lead push kick", "2:leg-not-down")]
    [InlineData("rear front kick (hold), rear round kick", "")]
    [InlineData("clinch knee", "")]
    [InlineData("jab, clinch knee", "2:clinch-needed")]
    [InlineData("clinch hold, clinch knee", "")]
    [InlineData("clinch hold, rear round kick", "2:clinch-not-left")]
    [InlineData("clinch hold, clinch release, rear knee", "")]
    [InlineData("clinch hold, clinch knee, shove, rear knee", "")]
    [InlineData("[hook] parry", "1:unanswered")]
    [InlineData("[cross] lead elbow", "1:unanswered")]
    [InlineData("[cross] parry", "")]
    [InlineData("[low kick] shin check", "")]
    [InlineData("[round kick (head)] shin check", "1:unanswered")]
    [InlineData("[tackle] sprawl", "")]
    [InlineData("[step in] push kick", "")]
    [InlineData("[wrist grab] wrist release", "")]
    [InlineData("cross, cross", "2:nothing-behind")]
    [InlineData("jab, jab, cross", "")]
    [InlineData("spinning hook kick x2", "2:spin")]
    [InlineData("back kick x2", "")]
    [InlineData("lead front kick (cross over), rear round kick", "2:legs-crossed")]
    [InlineData("right jab", "1:wrong-side")]
    [InlineData("cross (leg)", "1:level")]
    [InlineData("back fall, jab, cross", "2:on-floor")]
    [InlineData("back fall, get up, jab", "")]
    [InlineData("rear front kick + jab (step in)", "1:standing-leg")]
    [InlineData("[wrist grab] rear palm strike, lead hook, wrist release", "")]
    [InlineData("[clinch] shove, jab, cross", "")]
    [InlineData("rear front kick (land forward)", "1:other-side")]
    public void Findings_name_what_is_wrong(string notation, string codes) =>
        Assert.Equal(codes, Codes(Given.Trace(notation)));

    [Fact]
    public void Alone_there_is_no_range_and_nothing_to_answer() =>
        Assert.Equal("", Codes(Alone("lead elbow, rear round kick, [jab] low block", AgeBand.Adults)));

    [Theory]
    [InlineData("[cross] parry", false, Side.Left)]
    [InlineData("[jab] parry", false, Side.Right)]
    [InlineData("[cross] parry", true, Side.Right)]
    [InlineData("[lead hook] cover", false, Side.Right)]
    [InlineData("[cross] rear parry", false, Side.Right)]
    public void A_defence_is_made_where_the_attack_arrives(string notation, bool opposite, Side hand) =>
        Assert.Equal(
            hand,
            Given
                .Tracer.Trace(
                    Given.Combination(notation),
                    new TraceAsk(Lead.Left, AgeBand.Adults) { IsOpposite = opposite }
                )
                .Steps[0]
                .Elements[0]
                .BodySide
        );

    private static Trace Alone(string notation, AgeBand band) =>
        Given.Tracer.Trace(Given.Combination(notation), new TraceAsk(Lead.Left, band) { Setting = TraceSetting.Solo });

    [Fact]
    public void Children_may_spin_less_and_not_do_what_the_policy_bars()
    {
        Assert.Equal("1:age", Codes(Given.Trace("spinning back fist", band: AgeBand.Kids)));
        Assert.Equal("1:age 2:age 2:spin", Codes(Given.Trace("spinning hook kick x2", band: AgeBand.Kids)));
        Assert.Equal("1:age", Codes(Given.Trace("spinning hook kick", band: AgeBand.Kids)));
        Assert.Equal("", Codes(Alone("spinning hook kick", AgeBand.Kids)));
        Assert.Equal("1:age", Codes(Given.Trace("[spinning back fist] duck", band: AgeBand.Kids)));
    }

    [Theory]
    [InlineData("jab, lead elbow")]
    [InlineData("lead round kick")]
    [InlineData("jab, clinch knee")]
    [InlineData("clinch hold, rear round kick")]
    [InlineData("[hook] parry, cross")]
    [InlineData("rear front kick & lead round kick")]
    [InlineData("lead front kick (cross over), rear back kick")]
    [InlineData("jab, rear round kick (land forward)")]
    [InlineData("jab, cross, lead round kick, lead push kick, cross")]
    public void Every_fix_takes_its_finding_away_and_stops_nothing(string notation)
    {
        var trace = Given.Trace(notation);
        Assert.Contains(trace.Findings, f => f.Fixes.Length > 0);
        foreach (var finding in trace.Findings)
        foreach (var fix in finding.Fixes)
        {
            var mended = fix.Apply(trace.Combination);
            Assert.Equal(mended, Given.Combination(NotationWriter.Write(mended)));
            var again = Given.Tracer.Trace(mended, Lead.Left, AgeBand.Adults);
            Assert.True(
                again.Findings.Count(f => f.Code == finding.Code) < trace.Findings.Count(f => f.Code == finding.Code),
                $"{notation}: {fix.Words(NamingSchool.Generic)} left {finding.Code}"
            );
            Assert.Null(again.Stop);
        }
    }

    [Theory]
    [InlineData("jab", "right mitt, your head height")]
    [InlineData("cross", "left mitt, your head height")]
    [InlineData("cross (body)", "left mitt before the belly, braced")]
    [InlineData("lead hook", "left mitt turned in, head height")]
    [InlineData("rear uppercut", "left mitt turned down, under the chin")]
    [InlineData("rear overhand", "left mitt high")]
    [InlineData("lead elbow", "both pads tight together, head height")]
    [InlineData("rear knee", "both pads crossed low")]
    [InlineData("rear round kick", "both pads on your left side, rib height, step in to meet it")]
    [InlineData("rear low kick", "pad on your left thigh, knee soft")]
    [InlineData("lead side kick", "shield on the belly, rear foot braced")]
    [InlineData("axe kick", "flat target off the centre line, head height")]
    public void The_holder_is_told_where_to_hold_from_the_holders_side(string notation, string hold) =>
        Assert.Equal(
            hold,
            Assert.Single(Assert.Single(HolderCard.Of(Given.Trace(notation), NamingSchool.Generic)).Hold)
        );

    [Theory]
    [InlineData("jab, cross, lead hook", "mitts", "right mitt, your head height")]
    [InlineData("jab, cross, rear round kick", "kick pads", "right pad, your head height")]
    [InlineData("jab, lead push kick", "kick pads", "both pads on the belly, rear foot braced")]
    [InlineData("front kick, push kick", "shield", "shield on the belly, rear foot braced")]
    [InlineData("front kick (head)", "shield", "shield high, arms bent, face turned away")]
    public void The_holder_keeps_one_kit_through_a_combination(string notation, string kit, string hold)
    {
        var trace = Given.Trace(notation);
        Assert.Equal(kit, HolderCard.KitOf(trace));
        Assert.Contains(hold, HolderCard.Of(trace, NamingSchool.Generic).SelectMany(l => l.Hold));
    }

    [Fact]
    public void Of_two_strikes_at_once_each_has_one_pad() =>
        Assert.Equal(
            ["left pad, your head height", "the other pad on the belly, rear foot braced"],
            HolderCard.Of(Given.Trace("palm strike + front kick"), NamingSchool.Generic)[0].Hold
        );

    [Fact]
    public void Nobody_holds_pads_from_behind()
    {
        var trace = Given.Trace("[choke from behind] rear choke release, rear back elbow, step back");
        Assert.Null(HolderCard.KitOf(trace));
        Assert.All(HolderCard.Of(trace, NamingSchool.Generic), l => Assert.Empty(l.Hold));
    }

    [Fact]
    public void The_holder_feeds_and_steps_with_the_drift()
    {
        var card = HolderCard.Of(
            Given.Trace("[cross] parry, rear front kick (land forward), push kick"),
            NamingSchool.Generic
        );
        Assert.Equal("feed cross, half speed", card[0].Feed);
        Assert.Equal("step back with it", card[1].Step);
        Assert.Equal("let it send you back to long range", card[2].Step);
        Assert.Equal(
            "left mitt, your head height",
            HolderCard.Of(Given.Trace("jab"), NamingSchool.Generic, crossed: true)[0].Hold[0]
        );
    }
}
