using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>What moves and landings do to the feet, to the turn of the body and to the range: the table of the floor.</summary>
internal static class FootMoves
{
    /// <summary>The footing after a piece of footwork, and the degrees that the body turned, clockwise counting up.</summary>
    public static (Footing Footing, int Spin) After(Footing at, FootMove move, int degrees = 0)
    {
        var (l, sign) = (at.Stride, at.TurnSign);
        return move switch
        {
            FootMove.None => (at, 0),
            FootMove.StepIn or FootMove.SlideIn => (at.Moved(l / 2), 0),
            FootMove.StepBack or FootMove.SlideBack => (at.Moved(-l / 2), 0),
            FootMove.StepThrough => (at.Moved(l).Switched(), 0),
            FootMove.StepThroughBack => (at.Moved(-l).Switched(), 0),
            // facing turns back toward the partner
            FootMove.StepLeft => (at.Moved(0, -l / 2).Turned(15), 15),
            FootMove.StepRight => (at.Moved(0, l / 2).Turned(-15), -15),
            FootMove.AngleLeft => (at.Moved(l / 2 * Diagonal, -l / 2 * Diagonal).Turned(45), 45),
            FootMove.AngleRight => (at.Moved(l / 2 * Diagonal, l / 2 * Diagonal).Turned(-45), -45),
            FootMove.AngleOut => After(at, at.Lead == Lead.Left ? FootMove.AngleLeft : FootMove.AngleRight),
            FootMove.AngleIn => After(at, at.Lead == Lead.Left ? FootMove.AngleRight : FootMove.AngleLeft),
            FootMove.StepOut => After(at, at.Lead == Lead.Left ? FootMove.StepLeft : FootMove.StepRight),
            FootMove.JumpForward => (at.Moved(l), 0),
            FootMove.JumpBack => (at.Moved(-l), 0),
            FootMove.JumpLeft => (at.Moved(0, -l), 0),
            FootMove.JumpRight => (at.Moved(0, l), 0),
            FootMove.Pivot => Pivoted(at, 90 * sign),
            FootMove.TurnLeft => Stepped(at, Lead.Left, -(degrees == 0 ? 90 : degrees)),
            FootMove.TurnRight => Stepped(at, Lead.Right, degrees == 0 ? 90 : degrees),
            FootMove.HalfTurn when at.Crossed is { } leg => Unwound(at, leg),
            FootMove.HalfTurn or FootMove.JumpTurn => (at.Turned(180).Switched(), 180 * sign),
            FootMove.HalfTurnSwing => (at.Turned(180).Moved(l), 180 * sign),
            FootMove.Switch => (at.Switched(), 0),
            FootMove.HalfSwitch => (at, 0),
            _ => throw new ArgumentOutOfRangeException(nameof(move), move, "A move of the feet is expected."),
        };
    }

    /// <summary>The body turns about the front foot, which stays where it is.</summary>
    private static (Footing Footing, int Spin) Pivoted(Footing at, int degrees)
    {
        var stays = at.Lead == Lead.Left ? at.LeftFoot : at.RightFoot;
        var turned = at.Turned(degrees);
        var moved = at.Lead == Lead.Left ? turned.LeftFoot : turned.RightFoot;
        var centre = new Place(turned.Centre.X + stays.X - moved.X, turned.Centre.Y + stays.Y - moved.Y);
        return (turned with { Centre = centre }, degrees);
    }

    /// <summary>
    /// A stepping turn of forms: the foot on the side of the turn comes to the front in the new direction and leads; the other
    /// foot stays. The width of the stance is left out of it.
    /// </summary>
    private static (Footing Footing, int Spin) Stepped(Footing at, Lead side, int degrees)
    {
        var half = at.Stride / 2;
        var stays = at.Moved(at.Lead == side ? -half : half);
        return (stays.Turned(degrees).Moved(half) with { Lead = side }, degrees);
    }

    private const double Diagonal = 0.70710678118654757;

    /// <summary>The body unwinds on the spot from a leg that crossed in front: now the back is to the partner.</summary>
    private static (Footing Footing, int Spin) Unwound(Footing at, Lead leg)
    {
        var spin = leg == Lead.Left ? 180 : -180;
        return (at.Turned(spin) with { IsAway = !at.IsAway, Crossed = null }, spin);
    }

    /// <summary>The footing after a kick or a stepping strike is set down.</summary>
    /// <param name="at">Before it.</param>
    /// <param name="landing">Where the foot goes.</param>
    /// <param name="leg">The leg, or the side of a stepping strike.</param>
    /// <param name="turn">Degrees that the technique turns.</param>
    public static (Footing Footing, int Spin) Landed(Footing at, Landing landing, Lead leg, int turn)
    {
        var isLead = leg == at.Lead;
        var (l, sign) = (at.Stride, at.TurnSign);
        var (turned, spin) = turn switch
        {
            0 => (at, 0),
            // from a turned back, the kick's own half turn is all that is left
            <= 180 when at.IsAway && landing == Landing.Forward => (at.Turned(180) with { IsAway = false }, 180 * sign),
            <= 180 when landing == Landing.Return => (at, 0),
            <= 180 => (at, 180 * sign),
            _ => (at, Math.Max(360, turn) * sign),
        };
        return (
            landing switch
            {
                Landing.Forward when isLead => turned.Moved(l / 2),
                Landing.Forward => turned.Moved(l).Switched(),
                Landing.Back when isLead => turned.Moved(-l).Switched(),
                Landing.Back => turned.Moved(-l / 2),
                Landing.CrossOver => turned with { Crossed = leg },
                _ => turned,
            },
            spin
        );
    }

    /// <summary>True for footwork that carries a strike in, and therefore comes before it lands; all other footwork follows it.</summary>
    public static bool ComesIn(FootMove move) =>
        move is FootMove.StepIn or FootMove.SlideIn or FootMove.StepThrough or FootMove.JumpForward;

    /// <summary>Out of the way on the lead side; the other way round one stays at the same range.</summary>
    private static bool AnglesOut(FootMove move, Lead lead) =>
        move is FootMove.AngleOut
        || (move == FootMove.AngleLeft && lead == Lead.Left)
        || (move == FootMove.AngleRight && lead == Lead.Right);

    public static FightRange RangeAfter(FightRange range, FootMove move, Lead lead) =>
        move switch
        {
            _ when ComesIn(move) => range.Nearer(),
            FootMove.StepBack or FootMove.SlideBack or FootMove.StepThroughBack or FootMove.JumpBack => range.Farther(),
            _ when AnglesOut(move, lead) => range.Farther(),
            _ => range,
        };

    public static FightRange RangeAfter(FightRange range, Landing landing) =>
        landing switch
        {
            Landing.Forward => range.Nearer(),
            Landing.Back => range.Farther(),
            _ => range,
        };

    public static FightRange RangeAfter(FightRange range, PartnerEffect effect) =>
        effect switch
        {
            PartnerEffect.Held => FightRange.Clinch,
            PartnerEffect.Released when range == FightRange.Clinch => FightRange.Middle,
            PartnerEffect.PushedOff => range == FightRange.Clinch ? FightRange.Middle : FightRange.Long,
            PartnerEffect.SentLong => FightRange.Long,
            _ => range,
        };

    /// <summary>Loads the lead leg for the kick that comes next.</summary>
    public static bool Loads(FootMove move) => move is FootMove.Switch or FootMove.HalfSwitch or FootMove.SlideIn;
}
