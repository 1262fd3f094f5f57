namespace LoyalLadder.Core.Techniques;

/// <summary>What a technique does about lying on the floor.</summary>
public enum Posture
{
    /// <summary>It is done on one's feet and leaves one there.</summary>
    Standing,

    /// <summary>It leaves one on the floor.</summary>
    Falls,

    /// <summary>It brings one back to one's feet.</summary>
    Rises,

    /// <summary>It is done lying down.</summary>
    Lying,
}

/// <summary>What rounds are spent on.</summary>
public enum RoundWork
{
    Pads,
    Bag,
    Shadow,
    Sparring,
}

public enum TechniqueFamily
{
    Punch,
    OpenHand,
    Elbow,
    Knee,
    Kick,
    Block,
    Evasion,
    Footwork,
    Stance,
    Grip,
    Throw,
    Ground,
    Conditioning,
    Mobility,
    Breath,
}

/// <summary>A tradition of names over the one catalogue.</summary>
public enum NamingSchool
{
    Generic,
    Ring,
    Japanese,
    Korean,
    Thai,
    Chinese,
}

public enum SideRule
{
    None,
    Lead,
    Rear,
    Either,
    Both,
}

/// <summary>A side as it is said: lead and rear move with the stance, left and right do not.</summary>
public enum Side
{
    None,
    Lead,
    Rear,
    Left,
    Right,
    Both,
}

/// <summary>Repetitions that limits count, since wrists, shoulders and backs that still grow pay for too many.</summary>
public enum Load
{
    None,
    PushUp,
    Bridge,
}

public enum Power
{
    None,
    Straight,
    Rotational,
    Whip,
    Push,
}

public enum Level
{
    Head,
    Body,
    Leg,
}

/// <summary>Where a kicking foot, or a stepping one, is set down.</summary>
public enum Landing
{
    Return,
    Forward,
    Back,
    CrossOver,
}

/// <summary>Lines of attack, as defences tell them apart.</summary>
public enum AttackLine
{
    None,
    Straight,
    Hook,
    Rising,
    Overhead,
    Front,
    Round,
    Low,
    Advance,
    Tackle,
    Grab,
    Knee,
    Spinning,
    Groin,
    Clinch,
}

/// <summary>How far apart two people stand, nearest first.</summary>
public enum FightRange
{
    Clinch,
    Close,
    Middle,
    Long,
}

/// <summary>A set of <see cref="FightRange"/>.</summary>
[Flags]
public enum Ranges
{
    None = 0,
    Clinch = 1,
    Close = 2,
    Middle = 4,
    Long = 8,
    Anywhere = 15,
}

/// <summary>What a move does to the feet; the figures stand with the trace.</summary>
public enum FootMove
{
    None,
    StepIn,
    SlideIn,
    StepBack,
    SlideBack,
    StepThrough,
    StepThroughBack,
    StepLeft,
    StepRight,
    AngleLeft,
    AngleRight,
    AngleOut,
    AngleIn,
    StepOut,
    JumpForward,
    JumpBack,
    JumpLeft,
    JumpRight,
    JumpTurn,
    Pivot,
    HalfTurn,
    HalfTurnSwing,
    TurnLeft,
    TurnRight,
    Switch,
    HalfSwitch,
}

/// <summary>What a move does to the partner: hold on, let go, push away, send to long range.</summary>
public enum PartnerEffect
{
    None,
    Held,
    Released,
    PushedOff,
    SentLong,
}

/// <summary>Targets as a holder shows them.</summary>
public enum HoldPlace
{
    Mitt,
    MittIn,

    /// <summary>The far side of the mitt that faces it, for what comes out of the middle.</summary>
    MittOut,
    MittDown,
    MittHigh,
    PadsTight,
    PadsCrossed,
    PadsSide,
    ThighPad,

    /// <summary>The inner side of the thigh that stands in front.</summary>
    ThighInside,
    Shield,
    FlatTarget,
}

public enum Limb
{
    None,
    Hand,
    Leg,
}

/// <summary>A stance from above.</summary>
/// <param name="Length">From foot to foot along the line to the partner, as a share of the stature.</param>
/// <param name="Width">Across it, as a share of the stature.</param>
/// <param name="Turn">Degrees by which feet and chest are turned away from the partner, toward the rear side.</param>
public readonly record struct StanceShape(decimal Length, decimal Width, int Turn);

public enum AgeBand
{
    Kids,
    Teens,
    Adults,
}

/// <summary>How far a technique may go at an age, from not at all to a partner under control.</summary>
public enum Manner
{
    No,
    Air,
    Pad,
    Partner,
}
