namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>The seconds of showing and telling before the work.</summary>
public static class TeachingClock
{
    /// <summary>Talk before something that everybody knows, where the kind of work is new in its part.</summary>
    public const int KnownSeconds = NameSeconds + BeginSeconds;

    /// <summary>Seconds to name the next of a kind.</summary>
    public const int NameSeconds = 4;

    /// <summary>Seconds to begin a kind of work, told once as long as lines of the kind follow: see <see cref="Transition"/>.</summary>
    public const int BeginSeconds = 11;

    /// <summary>Showing something new of one count.</summary>
    public const int NewSeconds = 70;

    /// <summary>For each further count of it.</summary>
    public const int NewPerFurtherCount = 4;

    public const int RefreshSeconds = 45;

    /// <summary>
    /// What the planner wrote, else what the group knows by now, else as for something known. Pauses are not taught, known
    /// stretches and breathing need no word, and stations and bag lines are shown job by job.
    /// </summary>
    public static int Seconds(LessonLine line, RunningKnowledge? known = null)
    {
        if (line.Teach is { Kind: TeachingKind.None } || (line.Teach is null && line.Moves.IsPause))
            return 0;
        var counts = Math.Max(1, line.Moves.Counts.Count);
        return (line.Teach?.Kind ?? Needed(line, known)) switch
        {
            TeachingKind.Seconds => line.Teach!.Value.Seconds,
            TeachingKind.New => NewSeconds + (NewPerFurtherCount * (counts - 1)),
            TeachingKind.Refresh => RefreshSeconds,
            _ => line.Moves.IsLoosening ? 0 : NameSeconds,
        };
    }

    /// <summary>How much has to be shown, by what the group knows.</summary>
    public static TeachingKind Needed(LessonLine line, RunningKnowledge? known) =>
        known?.Of(line.Moves) switch
        {
            Novelty.New => TeachingKind.New,
            Novelty.Refresh => TeachingKind.Refresh,
            _ => TeachingKind.Known,
        };
}
