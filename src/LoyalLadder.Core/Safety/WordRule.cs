using System.Collections.Immutable;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>Words by which something is known in a clause: one run of them, or several runs in any order.</summary>
internal sealed record WordRule(ImmutableArray<ImmutableArray<string>> Runs)
{
    /// <summary>Words between two runs of one rule.</summary>
    private const int MostBetween = 5;

    /// <summary>What is known by a 'no' is meant behind one: 'without + gloves'.</summary>
    private readonly bool _isDenial = Runs.Any(r => ClauseWords.Denies(r[0]));

    /// <summary>'break* + board'.</summary>
    public static WordRule Of(string rule) => new([.. rule.Split('+').Select(Run)]);

    /// <summary>Rules between commas.</summary>
    public static WordRule[] All(string rules) => [.. rules.Split(", ").Select(Of)];

    /// <summary>Where it stands: the first place, and one behind the last.</summary>
    public (int From, int To)? In(ClauseWords clause)
    {
        if (Runs is [var only])
            return First(clause, only) is >= 0 and var at ? (at, at + only.Length) : null;
        var (from, to) = (int.MaxValue, 0);
        foreach (var run in Runs)
        {
            if (First(clause, run) is not (>= 0 and var at))
                return null;
            (from, to) = (Math.Min(from, at), Math.Max(to, at + run.Length));
        }
        return to - from - Runs.Sum(r => r.Length) <= MostBetween ? (from, to) : null;
    }

    /// <summary>The first place where a run stands and is meant; a run that says 'no' itself is always meant.</summary>
    private int First(ClauseWords clause, ImmutableArray<string> run)
    {
        var at = clause.Find(run, 0);
        while (at >= 0 && clause.IsDenied[at] && !_isDenial)
            at = clause.Find(run, at + 1);
        return at;
    }

    private static ImmutableArray<string> Run(string words) =>
        [
            .. words
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .SelectMany(w =>
                    w.EndsWith('*') ? [w.ToLowerInvariant()] : NameKey.Words(w).Select(ClauseWords.Stem).ToArray()
                ),
        ];
}
