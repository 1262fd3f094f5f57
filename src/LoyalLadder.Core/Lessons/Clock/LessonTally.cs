using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>Left and right.</summary>
public readonly record struct SideTally(int Left, int Right)
{
    public static SideTally operator +(SideTally a, SideTally b) => new(a.Left + b.Left, a.Right + b.Right);
}

/// <summary>
/// What one person does in a lesson, from the counted lines: timed work is not counted, since nobody counts it. A repetition
/// that is not per side is taken with the left foot forward.
/// </summary>
/// <param name="Kicks">Kicks and knees per leg.</param>
/// <param name="Strikes">Punches, open hands and elbows per arm.</param>
/// <param name="Landings">From jumps and falls.</param>
/// <param name="Techniques">Per technique, in order of first use.</param>
/// <param name="Loads">Repetitions of what limits count, a side each.</param>
/// <param name="HandImpacts">Strikes to a bag or pad per arm.</param>
/// <param name="LegImpacts">Kicks and knees to a bag or pad per leg.</param>
/// <param name="Regions">Seconds of work per region of the body, the most worked first; a line counts for each region
/// of its hardest moves.</param>
/// <param name="WorkSeconds">Doing.</param>
/// <param name="TalkSeconds">Being shown, with opening and closing.</param>
/// <param name="MovingSeconds">Getting there.</param>
public sealed record LessonTally(
    SideTally Kicks,
    SideTally Strikes,
    int Landings,
    Sequence<(Technique Technique, SideTally Reps)> Techniques,
    IReadOnlyDictionary<Load, int> Loads,
    SideTally HandImpacts,
    SideTally LegImpacts,
    Sequence<(string Region, int Seconds)> Regions,
    int WorkSeconds,
    int TalkSeconds,
    int MovingSeconds
)
{
    public static LessonTally Of(ClockedLesson lesson)
    {
        var reps = new Dictionary<string, (Technique Technique, SideTally Reps)>();
        var (landings, hands, legs) = (0, default(SideTally), default(SideTally));
        var regions = new Dictionary<string, int>();
        var loads = new Dictionary<Load, int>();
        foreach (var line in lesson.Lines)
        {
            foreach (var region in RegionsOf(line.Line.Moves))
                regions[region] = regions.GetValueOrDefault(region) + line.Work;
            var isTarget = !line.Line.Kit.IsEmpty || line.Line.Dose is BagLinesDose;
            foreach (var (element, times, perSide) in Repetitions(line.Line, lesson.Setting))
            {
                if (element.Technique is not { } technique)
                    continue;
                var tally = Sides(element.Side, times, perSide);
                if (technique.Load != Load.None)
                    loads[technique.Load] = loads.GetValueOrDefault(technique.Load) + (times * (perSide ? 2 : 1));
                landings += technique.Landings * times * (perSide ? 2 : 1);
                if (isTarget && technique.IsKick)
                    legs += tally;
                else if (isTarget && technique.IsStrike)
                    hands += tally;
                reps[technique.Id] = (technique, reps.GetValueOrDefault(technique.Id).Reps + tally);
            }
        }
        return new LessonTally(
            Sum(reps.Values, t => t.IsKick),
            Sum(reps.Values, t => t.IsStrike && !t.IsKick),
            landings,
            reps.Values.ToSequence(),
            loads,
            hands,
            legs,
            MostWorkedFirst(regions),
            lesson.Lines.Sum(l => l.Work),
            lesson.Lines.Sum(l => l.Teach) + lesson.Setting.OpeningSeconds + lesson.Setting.ClosingSeconds,
            lesson.Lines.Sum(l => l.Transition)
        );
    }

    private static SideTally Sum(
        IEnumerable<(Technique Technique, SideTally Reps)> reps,
        Func<Technique, bool> which
    ) => reps.Where(r => which(r.Technique)).Aggregate(default(SideTally), (sum, r) => sum + r.Reps);

    private static Sequence<(string Region, int Seconds)> MostWorkedFirst(Dictionary<string, int> regions) =>
        regions
            .OrderByDescending(r => r.Value)
            .ThenBy(r => r.Key, StringComparer.Ordinal)
            .Select(r => (r.Key, r.Value))
            .ToSequence();

    /// <summary>The regions that the hardest moves of a line work.</summary>
    private static IEnumerable<string> RegionsOf(Combination moves)
    {
        var techniques = moves.Elements.Select(e => e.Technique).OfType<Technique>().Where(t => !t.IsPause).ToList();
        return techniques.Count == 0
            ? []
            : techniques.Where(t => t.Effort == techniques.Max(x => x.Effort)).SelectMany(t => t.Regions).Distinct();
    }

    /// <summary>How often one person does each of a line's moves, and whether on each side; nothing for timed work.</summary>
    public static IEnumerable<(Element Element, int Times, bool PerSide)> Repetitions(
        LessonLine line,
        LessonSetting setting
    ) => line.Dose is { } dose ? Repetitions(dose, line.Moves, setting) : [];

    private static IEnumerable<(Element Element, int Times, bool PerSide)> Repetitions(
        Dose dose,
        Combination moves,
        LessonSetting setting
    ) =>
        dose switch
        {
            OwnRepsDose { Within: null } own => own.Reps.SelectMany(
                (reps, i) => WorkClock.PartOf(moves, i).Elements.Select(e => (e, reps * own.Times, own.PerSide))
            ),
            CircuitDose circuit => circuit
                .Parts.SelectMany((p, i) => Repetitions(p, WorkClock.PartOf(circuit, moves, i), setting))
                .Select(r => (r.Element, r.Times * RoundsOf(circuit, moves, setting), r.PerSide)),
            _ => Times(dose, moves, setting).SelectMany(w => moves.Elements.Select(e => (e, w.Times, w.PerSide))),
        };

    /// <summary>How often a circuit is gone through; in a time as often as it fits in whole.</summary>
    private static int RoundsOf(CircuitDose dose, Combination moves, LessonSetting setting) =>
        dose.Within is { } within
            ? (int)(within / Math.Max(1, WorkClock.OnceThrough(dose, moves, setting)))
            : dose.Times;

    /// <summary>How often one person does all of a line's moves, and whether on each side; nothing for timed work.</summary>
    public static IEnumerable<(int Times, bool PerSide)> Times(LessonLine line, LessonSetting setting) =>
        line.Dose is { } dose ? Times(dose, line.Moves, setting) : [];

    private static IEnumerable<(int Times, bool PerSide)> Times(Dose dose, Combination moves, LessonSetting setting) =>
        dose switch
        {
            CountedDose { Alternating: true } d => [(((d.Sets * d.Steps.Sum(s => s.Reps)) + 1) / 2, true)],
            CountedDose d => [(d.Sets * d.Steps.Sum(s => s.Reps), d.PerSide)],
            // down the floor the sides alternate
            FloorDose d => [(((d.Passes * WorkClock.RepsDownTheFloor(moves, setting)) + 1) / 2, true)],
            RunsDose d => [(d.Reps, false)],
            _ => [],
        };

    /// <summary>Lead and rear change hands when the other foot stands in front.</summary>
    public static SideTally Sides(Side side, int times, bool perSide) =>
        (side, perSide) switch
        {
            (Side.Lead or Side.Left, false) => new(times, 0),
            (Side.Rear or Side.Right, false) => new(0, times),
            (Side.Lead or Side.Rear or Side.Left or Side.Right, true) => new(times, times),
            (Side.Both, _) => new(times * (perSide ? 2 : 1), times * (perSide ? 2 : 1)),
            (_, true) => new(times, times),
            _ => default,
        };
}
