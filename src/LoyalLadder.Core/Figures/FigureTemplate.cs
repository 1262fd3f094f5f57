using System.Collections.Immutable;

namespace LoyalLadder.Core.Figures;

/// <summary>What meets the target.</summary>
public enum StrikingPart
{
    Hand,
    Elbow,
    Knee,

    /// <summary>The ball of the foot.</summary>
    Toes,

    /// <summary>Heel, instep or shin: what is at the ankle.</summary>
    Heel,
}

/// <summary>
/// One key pose of a way to move. Places are shares of the stature: forward towards the partner, out to the side that works, up;
/// a hand's from the neck, a foot's from the middle of the hips. Degrees of chest and hips bring the working side forward.
/// </summary>
public sealed record FigureKey
{
    /// <summary>Share of the technique's time at which it is reached.</summary>
    public required double At { get; init; }

    /// <summary>The body goes through it without stopping, as in a turn.</summary>
    public bool Through { get; init; }

    /// <summary>What strikes is at the target.</summary>
    public bool Aim { get; init; }

    /// <summary>
    /// Where the working wrist or ankle is; where an elbow or a knee aims, the direction of what is beyond it; null for guard.
    /// </summary>
    public ImmutableArray<double>? End { get; init; }

    /// <summary>Into which direction elbow or knee points.</summary>
    public ImmutableArray<double> Bend { get; init; } = [0, 0.4, -1];

    /// <summary>Where the wrist of the other hand is, out to its own side; null for guard.</summary>
    public ImmutableArray<double>? Other { get; init; }

    /// <summary>Into which direction the other elbow points.</summary>
    public ImmutableArray<double> OtherBend { get; init; } = [0, 0.4, -1];

    public double Chest { get; init; }
    public double Hips { get; init; }

    /// <summary>Degrees that the spine leans: forward, and to the side that does not work.</summary>
    public double Lean { get; init; }

    public double Aside { get; init; }

    /// <summary>Degrees by which the working hip is higher than the other.</summary>
    public double Tilt { get; init; }

    /// <summary>Degrees by which the toes of the working foot are raised; negative points them.</summary>
    public double Toes { get; init; }

    /// <summary>Degrees by which the standing foot turns away.</summary>
    public double Pivot { get; init; }

    /// <summary>Degrees by which both feet have stepped round.</summary>
    public double Round { get; init; }

    /// <summary>How far the hips come forward, go to the working side and rise.</summary>
    public double Forward { get; init; }

    public double Sideways { get; init; }
    public double Rise { get; init; }

    /// <summary>How high the standing foot is off the floor, in a jump.</summary>
    public double Flight { get; init; }

    /// <summary>The whole body as it is held, instead of all that is said above; null for what is built on the guard.</summary>
    public Posture? Whole { get; init; }

    /// <summary>What there is to see, for readers who do not see it.</summary>
    public required string Says { get; init; }
}

/// <summary>How a family of techniques moves.</summary>
public sealed record FigureTemplate
{
    /// <summary>The techniques that move so, by id; a school's own move as the first does that is most like them.</summary>
    public required ImmutableArray<string> Of { get; init; }

    public StrikingPart With { get; init; }

    /// <summary>The limb is straight when it meets its target.</summary>
    public bool IsStraight { get; init; }

    /// <summary>How far the limb is stretched when it meets its target, as a share of its length.</summary>
    public double Reach { get; init; } = 0.97;

    /// <summary>It works with a leg, though nothing is struck.</summary>
    public bool IsLeg { get; init; }

    /// <summary>Height of the target as a share of the stature; null for that of its level.</summary>
    public double? Height { get; init; }

    /// <summary>Two people hold on to each other: key poses are shown one after another, and no motion that would be false.</summary>
    public bool InSteps { get; init; }

    /// <summary>It is done again and again, and ends as it began.</summary>
    public bool Loops { get; init; }

    /// <summary>The second half is the first on the other side.</summary>
    public bool Alternates { get; init; }

    public required ImmutableArray<FigureKey> Keys { get; init; }

    /// <summary>The pose that shows what it is: the first that meets a target, else the one nearest to the middle.</summary>
    public FigureKey Main => Keys.FirstOrDefault(k => k.Aim) ?? Keys.MinBy(k => Math.Abs(k.At - 0.55))!;
}
