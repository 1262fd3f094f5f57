using LoyalLadder.Core.Syllabus;

namespace LoyalLadder.Core.Progress;

/// <summary>A rank that somebody came to.</summary>
/// <param name="Rank">Which.</param>
/// <param name="On">When; null where nobody knows.</param>
public sealed record RankReached(Rank Rank, DateOnly? On);

/// <summary>How somebody has climbed, and what lies above.</summary>
/// <param name="Ranks">The track, the lowest first.</param>
/// <param name="Held">The place of the rank that is held; -1 for none.</param>
/// <param name="Steps">Ranks with the day on which they were reached, the oldest first.</param>
public sealed record RankHistory(IReadOnlyList<Rank> Ranks, int Held, IReadOnlyList<RankReached> Steps)
{
    /// <summary>The climb of somebody.</summary>
    /// <param name="track">Their track; null for none.</param>
    /// <param name="held">The rank that they hold; null for none.</param>
    /// <param name="since">Since when they hold it; null where nobody knows.</param>
    /// <param name="passed">Ranks that they were graded for, with the days.</param>
    public static RankHistory Of(
        Track? track,
        Guid? held,
        DateOnly? since,
        IEnumerable<(Guid Rank, DateOnly On)> passed
    )
    {
        var ranks = track?.Ranks.ToList() ?? [];
        var days = passed.GroupBy(p => p.Rank).ToDictionary(g => g.Key, g => g.Max(p => p.On));
        if (held is { } now && since is { } day)
            days[now] = day;
        var at = ranks.FindIndex(r => r.Id == held);
        return new RankHistory(
            ranks,
            at,
            [
                .. ranks
                    .Take(at + 1)
                    .Select(r => new RankReached(r, days.TryGetValue(r.Id, out var on) ? on : null))
                    .OrderBy(r => r.Rank.Position),
            ]
        );
    }
}

/// <summary>What somebody practises next.</summary>
/// <param name="Asked">What the next rank asks for.</param>
/// <param name="Advice">What to do about it, in a few words.</param>
public sealed record PracticeNext(Requirement Asked, string Advice)
{
    /// <summary>
    /// What is missing, as a short list: first what is taught and only needs to be shown, then what is furthest along.
    /// </summary>
    public static IReadOnlyList<PracticeNext> Of(
        IEnumerable<(Requirement Asked, RequirementProgress Stand)> next,
        int most
    ) =>
        [
            .. next.Where(n => !n.Stand.IsMet)
                .OrderByDescending(n => n.Stand.IsTaught)
                .ThenBy(n => n.Stand.StageAsked - n.Stand.StageReached)
                .Take(most)
                .Select(n => new PracticeNext(n.Asked, AdviceOn(n.Stand))),
        ];

    private static string AdviceOn(RequirementProgress stand)
    {
        if (stand.StageAsked == 0)
            return Say("practise it at home, then show it alone");
        if (stand.IsTaught)
            return stand.Signers > 0 ? Say("show it to a second instructor") : Say("show it alone, without prompting");
        return stand.StageReached == 0
            ? Say("comes in class first")
            : Say(
                $"goes {Lessons.Stages.Said(stand.StageReached)}; next {Lessons.Stages.Said(stand.StageReached + 1)}"
            );
    }
}
