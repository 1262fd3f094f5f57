namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>The seconds of showing and telling before the work.</summary>
public static class TeachingClock
{
    /// <summary>
    /// What the planner wrote, else what the group's log says, else known. Pauses are not taught, and stations and bag lines are
    /// shown job by job.
    /// </summary>
    public static int Seconds(LessonLine line, GroupKnowledge? group = null)
    {
        if (line.Teach is { Kind: TeachingKind.None } || (line.Teach is null && line.Moves.IsPause))
            return 0;
        var counts = Math.Max(1, line.Moves.Counts.Count);
        return (line.Teach?.Kind ?? Needed(line, group)) switch
        {
            TeachingKind.Seconds => line.Teach!.Value.Seconds,
            TeachingKind.New => 60 + (15 * counts),
            TeachingKind.Refresh => 20 + (5 * counts),
            _ => 10,
        };
    }

    /// <summary>How much has to be shown, by what the group knows.</summary>
    public static TeachingKind Needed(LessonLine line, GroupKnowledge? group) =>
        group?.Of(line.Moves) switch
        {
            Novelty.New => TeachingKind.New,
            Novelty.Refresh => TeachingKind.Refresh,
            _ => TeachingKind.Known,
        };
}
