namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>The seconds of showing and telling before the work.</summary>
public static class TeachingClock
{
    /// <summary>Talk before something that everybody knows.</summary>
    public const int KnownSeconds = 15;

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
            TeachingKind.New => 60 + (15 * counts),
            TeachingKind.Refresh => 20 + (5 * counts),
            _ => line.Moves.IsLoosening ? 0 : KnownSeconds,
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
