using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>How a class stands while it works.</summary>
public enum Formation
{
    Lines,
    Floor,
    Pairs,
    Threes,
    Bags,
    Stations,
}

/// <summary>How a class stands, with what in hand.</summary>
/// <param name="Formation">How it stands.</param>
/// <param name="Held">Kit in hand.</param>
/// <param name="Flows">It stretches, breathes or warms up: the next of the kind follows at once.</param>
/// <param name="Kind">What it is, for what has to be said before it.</param>
/// <param name="Segment">The part of the lesson: in a new one the work is explained anew.</param>
public readonly record struct Arrangement(
    Formation Formation,
    Sequence<KitNeed> Held,
    bool Flows = false,
    NamedWork Kind = NamedWork.Nothing,
    SegmentKind Segment = SegmentKind.Other
)
{
    /// <summary>In lines with empty hands, as a class bows in.</summary>
    public static Arrangement Lines => default;
}

/// <summary>How a line of known work is begun: with more words where the kind of work is new.</summary>
public enum NamedWork
{
    /// <summary>Nothing is said: stretches, breath, and what the planner times.</summary>
    Nothing,

    /// <summary>Explained each time: partner work, pads, forms, whatever is taught.</summary>
    Explained,

    /// <summary>Named only, behind another of the kind.</summary>
    Fitness,

    /// <summary>Single techniques, one after another.</summary>
    Basics,
}

/// <summary>The seconds between two lines: standing differently, fetching kit, in a class of this age and size.</summary>
public static class Transition
{
    /// <summary>How a class stands while it does a line.</summary>
    public static Arrangement Of(LessonLine line, SegmentKind segment) =>
        new(
            FormationOf(line),
            line.Kit,
            segment == SegmentKind.WarmUp || line.Moves.IsLoosening,
            KindOf(line),
            segment
        );

    private static NamedWork KindOf(LessonLine line) =>
        line switch
        {
            { Teach: { Kind: not TeachingKind.Known } } or { Teach: null, Moves.IsLoosening: true } =>
                NamedWork.Nothing,
            { Moves.IsExercise: true } or { Dose: CircuitDose } => NamedWork.Fitness,
            { Dose: SoloDose { IsShared: false } or FloorDose, Moves.Counts.Count: 1 } => NamedWork.Basics,
            _ => NamedWork.Explained,
        };

    public static Formation FormationOf(LessonLine line) => FormationFor(line.Dose);

    /// <summary>A circuit stands as its first part does.</summary>
    private static Formation FormationFor(Dose? dose) =>
        dose switch
        {
            CircuitDose d => FormationFor(d.Parts[0]),
            SoloDose { Pairs: true } => Formation.Pairs,
            SoloDose { Threes: true } => Formation.Threes,
            StationsDose => Formation.Stations,
            BagLinesDose => Formation.Bags,
            FloorDose or RunsDose or LapsDose => Formation.Floor,
            _ => Formation.Lines,
        };

    /// <summary>Whole seconds, rounded up once.</summary>
    /// <param name="from">How the class stood before.</param>
    /// <param name="to">How it has to stand now.</param>
    /// <param name="setting">Age, heads and the school's kit.</param>
    public static int Seconds(Arrangement from, Arrangement to, LessonSetting setting)
    {
        var handled = Fetched(from, to).Concat(Fetched(to, from));
        var kit = handled.Select(n => KitTime.For(n, setting.Kit)?.Seconds ?? KitTime.Unlisted).DefaultIfEmpty(0).Max();
        return (int)Math.Ceiling((MovingSeconds(from, to) + kit) * AgeFactor(setting.Band) * CrowdFactor(setting.Heads))
            + BeginSeconds(from, to);
    }

    /// <summary>Seconds to the water: nobody puts the pads away to drink, and nothing is explained.</summary>
    public static int ToDrink(Arrangement stands, LessonSetting setting) =>
        Seconds(stands, stands with { Kind = NamedWork.Nothing }, setting);

    /// <summary>A kind of work is explained once in its part; what follows of it is only named.</summary>
    private static int BeginSeconds(Arrangement from, Arrangement to) =>
        to.Kind == NamedWork.Nothing
        || (to.Kind == from.Kind && to.Kind != NamedWork.Explained && to.Segment == from.Segment)
            ? 0
            : TeachingClock.BeginSeconds;

    /// <summary>Kit that has to be in hand and is not yet.</summary>
    public static IEnumerable<KitNeed> Fetched(Arrangement from, Arrangement to) =>
        to.Held.Where(n => !Holds(from.Held, n));

    private static int MovingSeconds(Arrangement from, Arrangement to)
    {
        if (from.Formation == to.Formation)
            return from.Flows && to.Flows ? Flowing
                : from.Kind == NamedWork.Fitness && to.Kind == NamedWork.Fitness ? Fitness
                : InPlace;
        return to.Formation is Formation.Pairs or Formation.Threes or Formation.Bags or Formation.Stations
            ? IntoGroups
            : IntoLines;
    }

    /// <summary>Seconds to the next line, standing the same way; less where stretches or exercises follow one another.</summary>
    public const int InPlace = 5,
        Flowing = 3,
        Fitness = 4;

    /// <summary>Seconds into lines or down the floor; into pairs, threes, to bags or stations.</summary>
    public const int IntoLines = 20,
        IntoGroups = 30;

    private static bool Holds(Sequence<KitNeed> kit, KitNeed need)
    {
        foreach (var item in kit)
            if (NameKey.Of(item.Name) == NameKey.Of(need.Name))
                return true;
        return false;
    }

    private static decimal AgeFactor(AgeBand band) =>
        band switch
        {
            AgeBand.Kids => 1.5m,
            AgeBand.Teens => 1.15m,
            _ => 1.0m,
        };

    private static decimal CrowdFactor(int heads) => 1 + (0.02m * Math.Max(0, heads - 12));
}
