using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;

namespace LoyalLadder.Core.Terms;

/// <summary>Somebody of a class before their next rank.</summary>
/// <param name="Next">The rank; null at the top.</param>
/// <param name="Stages">The stage reached, by learnable.</param>
public sealed record TermLearner(Rank? Next, IReadOnlyDictionary<string, int> Stages);

/// <summary>Something that next ranks ask for.</summary>
/// <param name="Learnable">See <see cref="Lessons.Learnables"/>.</param>
/// <param name="Rank">The lowest rank that asks for it.</param>
/// <param name="Asked">The highest stage asked for.</param>
/// <param name="Need">How many need it.</param>
/// <param name="Have">How many of these have reached the stage.</param>
public sealed record TermNeed(string Learnable, Rank Rank, int Asked, int Need, int Have)
{
    /// <summary>Enough of them have it: a term need not hold it.</summary>
    public bool IsMet => Have >= Due.Most * Need;

    /// <summary>1 for what few need, up to 3 for what all do.</summary>
    public decimal WeightAmong(int people) => people == 0 ? 1 : 1 + Math.Round(2m * Need / people, 2);
}

/// <summary>What a term of a class is about: what the next ranks of its people ask for and lessons teach.</summary>
public static class TermChoice
{
    /// <summary>Everything asked for, the highest rank first, in the order in which ranks ask for it.</summary>
    public static IReadOnlyList<TermNeed> Of(IReadOnlyCollection<TermLearner> people)
    {
        var asked = people
            .Where(p => p.Next is not null)
            .SelectMany(p =>
                p.Next!.Requirements.Where(r => r.StageToReach > 0)
                    .Select(r => (Ask: r, Rank: p.Next!, Stage: p.Stages.GetValueOrDefault(r.Learnable)))
            );
        return
        [
            .. asked
                .GroupBy(a => a.Ask.Learnable)
                .Select(g => new
                {
                    Need = new TermNeed(
                        g.Key,
                        g.MinBy(a => a.Rank.Position).Rank,
                        g.Max(a => a.Ask.Stage),
                        g.Count(),
                        g.Count(a => a.Stage >= a.Ask.Stage)
                    ),
                    At = g.Min(a => a.Ask.Position),
                })
                .OrderByDescending(x => x.Need.Rank.Position)
                .ThenBy(x => x.At)
                .ThenBy(x => x.Need.Learnable, StringComparer.Ordinal)
                .Select(x => x.Need),
        ];
    }
}
