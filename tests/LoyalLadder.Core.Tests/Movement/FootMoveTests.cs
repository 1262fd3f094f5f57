using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Movement;

/// <summary>The table of the floor, move by move, for both feet in front.</summary>
public class FootMoveTests
{
    private const double HalfDiagonal = 0.3535533905932738;

    /// <summary>
    /// Forward and right in strides of the stance that it begins in, degrees that the body turns clockwise, and whether the other
    /// foot leads afterwards; for the left foot in front, then for the right.
    /// </summary>
    public static TheoryData<FootMove, double, double, int, bool, double, double, int, bool> Table =>
        new()
        {
            { FootMove.None, 0, 0, 0, false, 0, 0, 0, false },
            { FootMove.StepIn, 0.5, 0, 0, false, 0.5, 0, 0, false },
            { FootMove.SlideIn, 0.5, 0, 0, false, 0.5, 0, 0, false },
            { FootMove.StepBack, -0.5, 0, 0, false, -0.5, 0, 0, false },
            { FootMove.SlideBack, -0.5, 0, 0, false, -0.5, 0, 0, false },
            { FootMove.StepThrough, 1, 0, 0, true, 1, 0, 0, true },
            { FootMove.StepThroughBack, -1, 0, 0, true, -1, 0, 0, true },
            { FootMove.StepLeft, 0, -0.5, 15, false, 0, -0.5, 15, false },
            { FootMove.StepRight, 0, 0.5, -15, false, 0, 0.5, -15, false },
            { FootMove.AngleLeft, HalfDiagonal, -HalfDiagonal, 45, false, HalfDiagonal, -HalfDiagonal, 45, false },
            { FootMove.AngleRight, HalfDiagonal, HalfDiagonal, -45, false, HalfDiagonal, HalfDiagonal, -45, false },
            { FootMove.AngleOut, HalfDiagonal, -HalfDiagonal, 45, false, HalfDiagonal, HalfDiagonal, -45, false },
            { FootMove.AngleIn, HalfDiagonal, HalfDiagonal, -45, false, HalfDiagonal, -HalfDiagonal, 45, false },
            { FootMove.StepOut, 0, -0.5, 15, false, 0, 0.5, -15, false },
            { FootMove.JumpForward, 1, 0, 0, false, 1, 0, 0, false },
            { FootMove.JumpBack, -1, 0, 0, false, -1, 0, 0, false },
            { FootMove.JumpLeft, 0, -1, 0, false, 0, -1, 0, false },
            { FootMove.JumpRight, 0, 1, 0, false, 0, 1, 0, false },
            { FootMove.HalfTurn, 0, 0, 180, true, 0, 0, -180, true },
            { FootMove.JumpTurn, 0, 0, 180, true, 0, 0, -180, true },
            { FootMove.HalfTurnSwing, -1, 0, 180, false, -1, 0, -180, false },
            { FootMove.Switch, 0, 0, 0, true, 0, 0, 0, true },
            { FootMove.HalfSwitch, 0, 0, 0, false, 0, 0, 0, false },
        };

    [Theory]
    [MemberData(nameof(Table))]
    public void A_move_takes_the_feet_where_the_table_says(
        FootMove move,
        double forward,
        double right,
        int turned,
        bool switches,
        double forwardFromRight,
        double rightFromRight,
        int turnedFromRight,
        bool switchesFromRight
    )
    {
        Goes(Lead.Left, move, forward, right, turned, switches);
        Goes(Lead.Right, move, forwardFromRight, rightFromRight, turnedFromRight, switchesFromRight);
    }

    private static void Goes(Lead lead, FootMove move, double forward, double right, int turned, bool switches)
    {
        var at = Footing.Start(lead, AgeBand.Adults);
        var (after, spin) = FootMoves.After(at, move);
        Assert.Equal(forward * at.Stride, after.Centre.Y, 9);
        Assert.Equal(right * at.Stride, after.Centre.X, 9);
        Assert.Equal(turned, spin);
        Assert.Equal((turned + 360) % 360, after.Facing);
        Assert.Equal(switches, after.Lead != lead);
    }

    /// <summary>A pivot is about the front foot: it stands where it stood, and the body has turned a quarter backwards.</summary>
    [Theory]
    [InlineData(Lead.Left, 90)]
    [InlineData(Lead.Right, 270)]
    public void A_pivot_leaves_the_front_foot_where_it_is(Lead lead, int facing)
    {
        var at = Footing.Start(lead, AgeBand.Teens);
        var (after, _) = FootMoves.After(at, FootMove.Pivot);
        var (was, stands) = lead == Lead.Left ? (at.LeftFoot, after.LeftFoot) : (at.RightFoot, after.RightFoot);
        Assert.Equal(was.X, stands.X, 9);
        Assert.Equal(was.Y, stands.Y, 9);
        Assert.Equal((facing, lead), (after.Facing, after.Lead));
    }

    /// <summary>A turn of forms is a quarter where nothing is said, and the foot on its side leads.</summary>
    [Theory]
    [InlineData(FootMove.TurnLeft, 0, 270, Lead.Left)]
    [InlineData(FootMove.TurnRight, 0, 90, Lead.Right)]
    [InlineData(FootMove.TurnLeft, 45, 315, Lead.Left)]
    [InlineData(FootMove.TurnRight, 180, 180, Lead.Right)]
    public void A_turn_of_forms_brings_its_own_foot_to_the_front(FootMove move, int degrees, int facing, Lead leads)
    {
        foreach (var lead in Enum.GetValues<Lead>())
        {
            var (after, _) = FootMoves.After(Footing.Start(lead, AgeBand.Kids), move, degrees);
            Assert.Equal((facing, leads), (after.Facing, after.Lead));
        }
    }

    /// <summary>From which range to which, with the left foot in front.</summary>
    [Theory]
    [InlineData(FootMove.StepIn, FightRange.Long, FightRange.Middle)]
    [InlineData(FootMove.SlideIn, FightRange.Middle, FightRange.Close)]
    [InlineData(FootMove.JumpForward, FightRange.Long, FightRange.Middle)]
    [InlineData(FootMove.StepThrough, FightRange.Long, FightRange.Middle)]
    [InlineData(FootMove.StepBack, FightRange.Close, FightRange.Middle)]
    [InlineData(FootMove.SlideBack, FightRange.Middle, FightRange.Long)]
    [InlineData(FootMove.JumpBack, FightRange.Middle, FightRange.Long)]
    [InlineData(FootMove.AngleOut, FightRange.Middle, FightRange.Long)]
    [InlineData(FootMove.AngleLeft, FightRange.Middle, FightRange.Long)]
    [InlineData(FootMove.AngleRight, FightRange.Middle, FightRange.Middle)]
    [InlineData(FootMove.AngleIn, FightRange.Middle, FightRange.Middle)]
    [InlineData(FootMove.Switch, FightRange.Middle, FightRange.Middle)]
    [InlineData(FootMove.Pivot, FightRange.Close, FightRange.Close)]
    public void A_move_changes_the_range(FootMove move, FightRange from, FightRange to)
    {
        Assert.Equal(to, FootMoves.RangeAfter(from, move, Lead.Left));
        // seen in a mirror it is the same
        var mirrored = move switch
        {
            FootMove.AngleLeft => FootMove.AngleRight,
            FootMove.AngleRight => FootMove.AngleLeft,
            _ => move,
        };
        Assert.Equal(to, FootMoves.RangeAfter(from, mirrored, Lead.Right));
    }

    [Theory]
    [InlineData(PartnerEffect.Held, FightRange.Long, FightRange.Clinch)]
    [InlineData(PartnerEffect.Released, FightRange.Clinch, FightRange.Middle)]
    [InlineData(PartnerEffect.Released, FightRange.Close, FightRange.Close)]
    [InlineData(PartnerEffect.PushedOff, FightRange.Clinch, FightRange.Middle)]
    [InlineData(PartnerEffect.PushedOff, FightRange.Close, FightRange.Long)]
    [InlineData(PartnerEffect.SentLong, FightRange.Clinch, FightRange.Long)]
    public void What_is_done_to_the_partner_changes_the_range(PartnerEffect effect, FightRange from, FightRange to) =>
        Assert.Equal(to, FootMoves.RangeAfter(from, effect));

    /// <summary>Where the middle is after a kick, in strides forward, and which foot leads; from a left lead.</summary>
    [Theory]
    [InlineData(Landing.Return, Lead.Right, 0, Lead.Left)]
    [InlineData(Landing.Forward, Lead.Right, 1, Lead.Right)]
    [InlineData(Landing.Forward, Lead.Left, 0.5, Lead.Left)]
    [InlineData(Landing.Back, Lead.Left, -1, Lead.Right)]
    [InlineData(Landing.Back, Lead.Right, -0.5, Lead.Left)]
    public void A_kick_is_set_down_where_the_table_says(Landing landing, Lead leg, double forward, Lead leads)
    {
        var at = Footing.Start(Lead.Left, AgeBand.Adults);
        var (after, spin) = FootMoves.Landed(at, landing, leg, 0);
        Assert.Equal(forward * at.Stride, after.Centre.Y, 9);
        Assert.Equal((leads, 0), (after.Lead, spin));
    }

    /// <summary>Half a turn is over where the foot comes back or lands; from a full turn on the spin is at least that.</summary>
    [Theory]
    [InlineData(Landing.Return, 180, 0)]
    [InlineData(Landing.Forward, 180, 180)]
    [InlineData(Landing.Forward, 90, 180)]
    [InlineData(Landing.Return, 270, 360)]
    [InlineData(Landing.Return, 360, 360)]
    [InlineData(Landing.Return, 540, 540)]
    public void A_turning_kick_turns_the_body_over_the_rear_shoulder(Landing landing, int turn, int degrees)
    {
        Assert.Equal(degrees, Spin(Lead.Left));
        Assert.Equal(-degrees, Spin(Lead.Right));

        int Spin(Lead lead) => FootMoves.Landed(Footing.Start(lead, AgeBand.Adults), landing, lead.Other(), turn).Spin;
    }
}
