using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>What a whole combination comes to.</summary>
/// <param name="Counts">As called aloud.</param>
/// <param name="Beats">Moments at which something is done.</param>
/// <param name="Strikes">Punches, open hands, elbows, knees and kicks.</param>
/// <param name="Left">Moves of the left side.</param>
/// <param name="Right">Moves of the right side.</param>
/// <param name="LevelChanges">Times that the aim goes from one level to another.</param>
/// <param name="Cycle">Repetitions until the starting lead is back, 1 or 2; 0 where a side written as left or right never lets it.</param>
/// <param name="Flow">Strong strikes among all strikes, 0 to 1; 1 where there are none.</param>
/// <param name="Difficulty">1 to 10, see <see cref="DifficultyOf"/>.</param>
/// <param name="MemoryLoad">Counts in each group.</param>
/// <param name="Landings">From jumps and falls, a repetition.</param>
/// <param name="Regions">Body regions that it loads.</param>
/// <param name="Cautions">What to say before it is done, each once.</param>
public sealed record CombinationFacts(
    int Counts,
    int Beats,
    int Strikes,
    int Left,
    int Right,
    int LevelChanges,
    int Cycle,
    double Flow,
    int Difficulty,
    Sequence<int> MemoryLoad,
    int Landings,
    Sequence<string> Regions,
    Sequence<string> Cautions
)
{
    /// <summary>Sums up a trace.</summary>
    /// <param name="trace">The combination, followed.</param>
    /// <param name="tracer">Follows it once more from the other lead where that is needed.</param>
    public static CombinationFacts Of(Trace trace, Tracer tracer)
    {
        var elements = trace.Steps.SelectMany(s => s.Elements).ToList();
        var strikes = elements.Where(e => e.Strength != Strength.None).ToList();
        var techniques = elements.Select(e => e.Element.Technique!).ToList();
        return new CombinationFacts(
            trace.Combination.Counts.Count,
            trace.Steps.Length,
            strikes.Count,
            elements.Count(e => e.BodySide is Side.Left or Side.Both),
            elements.Count(e => e.BodySide is Side.Right or Side.Both),
            Changes(Levels(elements)),
            CycleOf(trace, tracer),
            strikes.Count == 0 ? 1 : (double)strikes.Count(s => s.Strength == Strength.Strong) / strikes.Count,
            DifficultyOf(trace),
            trace.Combination.Groups.Select(g => g.Counts.Count()).ToSequence(),
            techniques.Sum(t => t.Landings),
            techniques.SelectMany(t => t.Regions).Distinct().ToSequence(),
            techniques.SelectMany(t => t.Cautions).Distinct().ToSequence()
        );
    }

    private static int CycleOf(Trace trace, Tracer tracer)
    {
        if (trace.End.Lead == trace.Start.Lead)
            return 1;
        return tracer.Trace(trace.Combination, trace.End.Lead, trace.Band, trace.From).End.Lead == trace.Start.Lead
            ? 2
            : 0;
    }

    /// <summary>
    /// Points: 0.30 a count, 0.20 for each further beat of a count, 0.50 for each further element at once, 0.40 a change of level,
    /// 0.15 a change of side as written, 0.60 for each step of the greatest effort above 1, 1.00 a spin, 0.80 a jump.
    /// 1 and 0.6 of the points,
    /// rounded down, at most 10. Each part grows or stays when a beat is added anywhere, so the whole does.
    /// </summary>
    public static int DifficultyOf(Trace trace)
    {
        var elements = trace.Steps.SelectMany(s => s.Elements).ToList();
        if (elements.Count == 0)
            return 1;
        var counts = trace.Combination.Counts.Count;
        var points =
            (0.30 * counts)
            + (0.20 * (trace.Steps.Length - counts))
            + (0.50 * (elements.Count - trace.Steps.Length))
            + (0.40 * Changes(Levels(elements)))
            + (0.15 * Changes(elements.Select(e => e.Element.Side).Where(s => s is not (Side.None or Side.Both))))
            + (0.60 * (elements.Max(e => e.Element.Technique!.Effort) - 1))
            + elements.Count(e => e.Element.Technique!.TurnDegrees >= 180)
            + (0.80 * elements.Sum(e => e.Element.Technique!.Landings));
        return Math.Clamp(1 + (int)Math.Floor(points * 0.6), 1, 10);
    }

    private static IEnumerable<Level> Levels(IEnumerable<TracedElement> elements) =>
        elements.Where(e => e.Element.Technique!.IsStrike).Select(e => e.Element.AimedAt).OfType<Level>();

    private static int Changes<T>(IEnumerable<T> values)
        where T : struct
    {
        var (changes, before) = (0, (T?)null);
        foreach (var value in values)
        {
            if (before is { } b && !EqualityComparer<T>.Default.Equals(b, value))
                changes++;
            before = value;
        }
        return changes;
    }
}
