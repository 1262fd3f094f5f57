using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>A bent way over the floor: from, to, and the point that bends it.</summary>
public readonly record struct FloorWay(Place From, Place Bend, Place To);

/// <summary>One foot in one beat.</summary>
/// <param name="IsLeft">Which.</param>
/// <param name="At">Where it stands, metres.</param>
/// <param name="Toes">Where the toes point, degrees clockwise from twelve o'clock.</param>
/// <param name="Was">Where it stood before, where it has moved or turned; null otherwise.</param>
/// <param name="ToesWere">Where the toes pointed before.</param>
/// <param name="Way">The way that it went; null where it stayed.</param>
/// <param name="Strike">The way of a kick or knee that lands where it left; null where there is none.</param>
/// <param name="Works">Whether it kicks or knees in this beat.</param>
public sealed record FloorFoot(
    bool IsLeft,
    Place At,
    int Toes,
    Place? Was,
    int ToesWere,
    FloorWay? Way,
    FloorWay? Strike,
    bool Works
);

/// <summary>One beat seen from above.</summary>
/// <param name="Step">The beat.</param>
/// <param name="Body">The middle of the body, metres.</param>
/// <param name="Look">A point that it faces.</param>
/// <param name="Partner">Where the partner stands.</param>
/// <param name="Feet">Left, then right.</param>
/// <param name="Hands">From the shoulder toward the target, for every hand that strikes.</param>
public sealed record FloorBeat(
    TraceStep Step,
    Place Body,
    Place Look,
    Place Partner,
    Sequence<FloorFoot> Feet,
    Sequence<(Place From, Place To, bool IsStrong)> Hands
);

/// <summary>A combination on the floor, from above: all beats, and the square that holds them.</summary>
/// <param name="Beats">In order.</param>
/// <param name="Middle">Of the square.</param>
/// <param name="Side">Of the square, metres.</param>
public sealed record FloorPlan(Sequence<FloorBeat> Beats, Place Middle, double Side)
{
    /// <summary>Metres around everything that is drawn.</summary>
    private const double Air = 0.28;

    /// <summary>A smaller square would make the feet look like a giant's.</summary>
    private const double LeastSide = 1.9;

    /// <summary>Metres by which a foot has moved before it counts.</summary>
    private const double Moved = 0.02;

    /// <summary>Metres between the lines of the grid.</summary>
    public double Grid =>
        Side switch
        {
            > 6 => 1,
            > 3 => 0.5,
            _ => 0.25,
        };

    /// <summary>Lays out a trace.</summary>
    public static FloorPlan Of(Trace trace)
    {
        var beats = trace
            .Steps.Select((s, i) => Beat(s, i == 0 ? trace.Start : trace.Steps[i - 1].Footing))
            .ToSequence();
        var places = beats
            .SelectMany(b => new[] { b.Step.Footing.LeftFoot, b.Step.Footing.RightFoot, b.Partner })
            .Append(trace.Start.LeftFoot)
            .Append(trace.Start.RightFoot)
            .Append(PartnerOf(trace.Start, trace.From))
            .ToList();
        var (minX, maxX) = (places.Min(p => p.X) - Air, places.Max(p => p.X) + Air);
        var (minY, maxY) = (places.Min(p => p.Y) - Air, places.Max(p => p.Y) + Air);
        return new FloorPlan(
            beats,
            new Place((minX + maxX) / 2, (minY + maxY) / 2),
            Math.Max(Math.Max(maxX - minX, maxY - minY), LeastSide)
        );
    }

    /// <summary>The partner stands where the range says, along the line on which the performer faces.</summary>
    internal static Place PartnerOf(Footing at, FightRange range)
    {
        var apart = range switch
        {
            FightRange.Clinch => 0.55,
            FightRange.Close => 0.75,
            FightRange.Middle => 1.0,
            _ => 1.25,
        };
        return Toward(at.Centre, at.Axis, apart);
    }

    private static Place Toward(Place from, double degrees, double metres)
    {
        var angle = degrees * Math.PI / 180;
        return new Place(from.X + (Math.Sin(angle) * metres), from.Y + (Math.Cos(angle) * metres));
    }

    private static FloorBeat Beat(TraceStep step, Footing was)
    {
        var now = step.Footing;
        var partner = PartnerOf(now, step.Range);
        return new FloorBeat(
            step,
            now.Centre,
            Toward(now.Centre, now.Facing, 0.16),
            partner,
            [Foot(step, was, partner, true), Foot(step, was, partner, false)],
            Hands(step, partner).ToSequence()
        );
    }

    private static FloorFoot Foot(TraceStep step, Footing was, Place partner, bool isLeft)
    {
        var now = step.Footing;
        var (from, to) = isLeft ? (was.LeftFoot, now.LeftFoot) : (was.RightFoot, now.RightFoot);
        var hasMoved = Math.Sqrt(Math.Pow(from.X - to.X, 2) + Math.Pow(from.Y - to.Y, 2)) > Moved;
        var (toes, toesWere) = (Toes(now, isLeft), Toes(was, isLeft));
        var works = step.Elements.Any(e =>
            e.Element.Technique!.IsKick && e.BodySide == (isLeft ? Techniques.Side.Left : Techniques.Side.Right)
        );
        var target = Between(to, partner, 0.8);
        var outward = isLeft ? -1 : 1;
        return new FloorFoot(
            isLeft,
            to,
            toes,
            hasMoved || toes != toesWere ? from : null,
            toesWere,
            // the way goes round the other foot, on its own side
            hasMoved ? Bent(from, to, now.Facing + 90, outward * 0.16) : null,
            works && !hasMoved ? Bent(to, target, now.Axis + 90, outward * 0.3) : null,
            works
        );
    }

    private static FloorWay Bent(Place from, Place to, double across, double metres) =>
        new(from, Toward(Between(from, to, 0.5), across, metres), to);

    private static Place Between(Place from, Place to, double share) =>
        new(from.X + ((to.X - from.X) * share), from.Y + ((to.Y - from.Y) * share));

    /// <summary>Toes turn out a little, those of the rear foot more; by how much is the eye's matter, not the trace's.</summary>
    private static int Toes(Footing at, bool isLeft)
    {
        var isLead = isLeft == (at.Lead == Lead.Left);
        var isAway = at.IsAway && isLead;
        return at.Facing + (((at.TurnSign * at.Stance.Turn) + OwnTurn(at, isLead, isLeft)) * (isAway ? -1 : 1));
    }

    private static int OwnTurn(Footing at, bool isLead, bool isLeft)
    {
        if (at.Stance.Turn > 40 || at.Stance.Length < 0.1)
            return 0;
        if (isLead)
            return at.TurnSign * 10;
        return isLeft ? -50 : 50;
    }

    private static IEnumerable<(Place From, Place To, bool IsStrong)> Hands(TraceStep step, Place partner)
    {
        var now = step.Footing;
        foreach (var traced in step.Elements)
        {
            if (traced.Element.Technique is not { Limb: Limb.Hand, IsStrike: true })
                continue;
            foreach (var side in SidesOf(traced.BodySide))
            {
                var shoulder = Toward(now.Centre, now.Axis + 90, 0.17 * side);
                yield return (shoulder, Between(shoulder, partner, 0.78), traced.Strength == Strength.Strong);
            }
        }
    }

    private static int[] SidesOf(Side side) =>
        side switch
        {
            Techniques.Side.Left => [-1],
            Techniques.Side.Right => [1],
            Techniques.Side.Both => [-1, 1],
            _ => [],
        };
}
