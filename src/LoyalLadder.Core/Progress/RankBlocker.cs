namespace LoyalLadder.Core.Progress;

/// <summary>One thing that is all that somebody's next rank still lacks.</summary>
/// <param name="Learnable">See <see cref="Lessons.Learnables"/>.</param>
/// <param name="People">Whom it keeps from which rank.</param>
public sealed record RankBlocker(string Learnable, Sequence<Blocked> People)
{
    /// <summary>What keeps people from their ranks, what keeps most of them first.</summary>
    /// <param name="people">Each with the one thing that is missing; those who lack several, or nothing, with null.</param>
    public static IEnumerable<RankBlocker> Of(IEnumerable<(Blocked Who, string? Only)> people) =>
        people
            .Where(p => p.Only is not null)
            .GroupBy(p => p.Only!, p => p.Who)
            .Select(g => new RankBlocker(g.Key, [.. g.OrderBy(b => b.Name, StringComparer.Ordinal)]))
            .OrderByDescending(b => b.People.Count)
            .ThenBy(b => b.Learnable, StringComparer.Ordinal);
}
