using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Safety;

/// <summary>How much of a thing one person does in one go of a line.</summary>
internal static class LineVolume
{
    /// <summary>A rest of this many seconds ends a go.</summary>
    private const int Breather = 15;

    /// <summary>Times that something is done in one way down the floor.</summary>
    private const int StepsDownTheFloor = 8;

    /// <param name="line">The line.</param>
    /// <param name="isMeant">Which elements are counted.</param>
    /// <param name="isWhole">The line as a whole is meant, since only its words say what it is.</param>
    public static (int Reps, int Seconds) Of(LessonLine line, Func<Element, bool> isMeant, bool isWhole)
    {
        if (line.Dose is CircuitDose circuit)
        {
            var parts = circuit
                .Parts.Zip(line.Moves.Groups)
                .Where(p => p.Second.Counts.SelectMany(c => c.Beats).SelectMany(b => b.Elements).Any(isMeant))
                .Select(p => Of(p.First, p.Second.Counts, isMeant, isWhole))
                .ToList();
            return parts.Count == 0 ? (0, 0) : (parts.Max(p => p.Reps), parts.Max(p => p.Seconds));
        }
        return line.Dose is { } dose ? Of(dose, line.Moves.Counts, isMeant, isWhole) : (0, 0);
    }

    private static (int Reps, int Seconds) Of(
        Dose dose,
        IEnumerable<Count> counts,
        Func<Element, bool> isMeant,
        bool isWhole
    )
    {
        var each = counts.SelectMany(c => c.Beats).SelectMany(b => b.Elements).Count(isMeant);
        // seconds are of the thing alone: in a combination they are shared
        var isAlone = isWhole || counts.SelectMany(c => c.Beats).SelectMany(b => b.Elements).All(isMeant);
        var times = isWhole ? 1 : each;
        return dose switch
        {
            CountedDose c => (
                times * c.Steps.Sum(s => s.Reps) * (c.Rest >= Breather ? 1 : c.Sets) * (c.PerSide ? 2 : 1),
                0
            ),
            TimedDose t when isAlone => (0, t.Seconds * (t.Rest >= Breather || t.IsShared ? 1 : t.Rounds)),
            FloorDose f => (times * f.Passes * StepsDownTheFloor, 0),
            LapsDose l => (times * l.Laps * StepsDownTheFloor, 0),
            HoldsDose h when isAlone => (0, h.Holds.Max()),
            _ => (0, 0),
        };
    }
}
