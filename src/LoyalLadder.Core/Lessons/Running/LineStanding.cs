namespace LoyalLadder.Core.Lessons.Running;

/// <summary>Where the line that is up stands within its phases. Times are whole milliseconds.</summary>
/// <param name="Phase">The phase, from 0.</param>
/// <param name="IntoMs">Since the phase began.</param>
/// <param name="LeftMs">To the end of the phase; below zero when the line's time is over.</param>
/// <param name="LineLeftMs">To the end of the line; below zero when it is over.</param>
/// <param name="Count">The repetition that is due, from 1; 0 where time is counted.</param>
public readonly record struct LineStanding(int Phase, long IntoMs, long LeftMs, long LineLeftMs, int Count)
{
    /// <summary>Where a line stands.</summary>
    public static LineStanding Of(MatStep step, LineRun run)
    {
        var lengths = step.Phases.Select((p, i) => LengthMs(p, run.AddedMs, i)).ToList();
        var (total, elapsed) = (lengths.Sum(), run.ElapsedMs);
        var (phase, before) = (0, 0L);
        while (phase < lengths.Count - 1 && elapsed >= before + lengths[phase])
            before += lengths[phase++];
        var into = elapsed - before;
        return new LineStanding(
            phase,
            into,
            lengths[phase] - into,
            total - elapsed,
            CountOf(step.Phases[phase], LengthMs(step.Phases[phase]), into, isOver: elapsed >= total)
        );
    }

    /// <summary>A phase's length: fractions of seconds to the millisecond, reckoned as devices do.</summary>
    private static long LengthMs(MatPhase phase) =>
        (long)Math.Round((double)phase.Seconds * 1000, MidpointRounding.AwayFromZero);

    /// <summary>The same with the time that was given to it or taken from it.</summary>
    private static long LengthMs(MatPhase phase, Sequence<long> added, int index) =>
        Math.Max(0, LengthMs(phase) + (index < added.Count ? added[index] : 0));

    /// <summary>More time is for the last repetition, not for slower ones: the count goes on at its pace and stays at the last.</summary>
    private static int CountOf(MatPhase phase, long length, long into, bool isOver)
    {
        if (phase.Kind != PhaseKind.Work || phase.Reps == 0 || length == 0 || isOver)
            return 0;
        return (int)Math.Min(phase.Reps, (into * phase.Reps / length) + 1);
    }
}
