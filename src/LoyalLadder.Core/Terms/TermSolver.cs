using System.Diagnostics;
using Google.OrTools.Sat;

namespace LoyalLadder.Core.Terms;

/// <summary>Something that would be enough, alone, for everything to have its place.</summary>
/// <param name="Kind">What gives way.</param>
/// <param name="Amount">By how much, at least.</param>
/// <param name="Items">The items that it is about; empty where it is about all.</param>
public sealed record TermRelaxation(RelaxationKind Kind, int Amount, Sequence<string> Items);

/// <summary>What can give way.</summary>
public enum RelaxationKind
{
    /// <summary>So many exposures fewer of some items.</summary>
    Exposures,

    /// <summary>So many minutes more in every session.</summary>
    Minutes,

    /// <summary>So many new items more in a session.</summary>
    NewItems,

    /// <summary>So many days less between two exposures.</summary>
    Gap,

    /// <summary>The grading so many days later.</summary>
    Grading,
}

/// <summary>A plan with what is known of it.</summary>
/// <param name="Plan">Null where the pins leave none at all.</param>
/// <param name="Score">How good it is; null without a plan.</param>
/// <param name="Bound">No plan with as little missing and as few long gaps has fewer gap days than that.</param>
/// <param name="IsBest">Nothing better exists in what is missing, long gaps and gap days.</param>
/// <param name="Relaxations">What would be enough alone where something is missing.</param>
/// <param name="Seconds">How long it took.</param>
public sealed record TermSolved(
    TermPlan? Plan,
    TermScore? Score,
    int Bound,
    bool IsBest,
    Sequence<TermRelaxation> Relaxations,
    decimal Seconds
)
{
    public bool IsComplete => Score?.Missing == 0;
}

/// <summary>
/// Lays out a term: a first plan at once, then the solver, which leaves nothing missing that can have a place, and brings gaps
/// near their ideal. Every plan passes <see cref="TermFaults"/> before it is given out.
/// </summary>
public static class TermSolver
{
    /// <summary>Of the time, what may go into finding that nothing is missing, and that no gap is long.</summary>
    private const double ShareForMissing = 0.4,
        ShareForLongGaps = 0.2;

    private const double SecondsEach = 2,
        LeastSeconds = 0.5;

    private const double Slack = 1e-6;

    public static TermSolved Solve(TermAsk ask)
    {
        var watch = Stopwatch.StartNew();
        var (best, isLeast) = LeastMissing(ask, ask.SecondsToSolve * ShareForMissing);
        if (best is null)
            return new TermSolved(null, null, 0, isLeast, [], Taken(watch));
        var relaxations = Relaxations(ask, best, isLeast).ToSequence();
        (best, var isFewest) = FewestLongGaps(ask, best);
        var left = Math.Max(LeastSeconds, ask.SecondsToSolve - watch.Elapsed.TotalSeconds);
        var reached = TermScore.Of(ask, best);
        var gaps = reached.LongGaps == 0 ? TermGaps.Short : TermGaps.All;
        var (status, nearer, bound) = Model(ask, best, gaps).NearIdeal(reached).Solve(left, ask.Seed);
        best = Better(ask, best, nearer)!;
        var score = TermScore.Of(ask, best);
        var isBest = isLeast && isFewest && status == CpSolverStatus.Optimal;
        // load and early beginnings are less than one gap day together
        var least = isBest ? score.GapDays : (int)Math.Floor((bound / TermModel.PerGapDay) + Slack);
        return new TermSolved(best, score, Math.Clamp(least, 0, score.GapDays), isBest, relaxations, Taken(watch));
    }

    /// <summary>
    /// A plan with as little missing as can be, and whether less is known to be impossible; null where there is none
    /// at all. It ends as soon as nothing is missing.
    /// </summary>
    /// <param name="ask">What is to be laid out.</param>
    /// <param name="share">Seconds for finding that nothing is missing, and as many again for how little can be.</param>
    internal static (TermPlan? Plan, bool IsLeast) LeastMissing(TermAsk ask, double share)
    {
        var first = Sound(ask, GreedyTerm.Of(ask));
        if (first is not null && TermScore.Of(ask, first).Missing == 0)
            return (first, true);
        // that all of it has a place is found much sooner than how little can be left out
        var (status, plan, _) = Model(ask, first, TermGaps.None).Complete().Solve(share, ask.Seed);
        if (plan is not null)
            return (Better(ask, first, plan), true);
        (status, plan, _) = Model(ask, first, TermGaps.None).LeastMissing().Solve(share, ask.Seed);
        return (Better(ask, first, plan), status is CpSolverStatus.Optimal or CpSolverStatus.Infeasible);
    }

    private static (TermPlan Plan, bool IsFewest) FewestLongGaps(TermAsk ask, TermPlan plan)
    {
        var score = TermScore.Of(ask, plan);
        if (score.LongGaps == 0)
            return (plan, true);
        var (status, fewer, _) = Model(ask, plan, TermGaps.All)
            .FewestLongGaps(score)
            .Solve(ask.SecondsToSolve * ShareForLongGaps, ask.Seed);
        return (Better(ask, plan, fewer)!, status == CpSolverStatus.Optimal);
    }

    private static decimal Taken(Stopwatch watch) => Math.Round((decimal)watch.Elapsed.TotalSeconds, 2);

    private static TermModel Model(TermAsk ask, TermPlan? from, TermGaps gaps)
    {
        var model = new TermModel(ask, gaps);
        return from is null ? model : model.From(from);
    }

    /// <summary>The plan, unless it breaks a rule.</summary>
    private static TermPlan? Sound(TermAsk ask, TermPlan plan) => TermFaults.Of(ask, plan).Count == 0 ? plan : null;

    /// <summary>The better of two plans; a plan that breaks a rule is none.</summary>
    private static TermPlan? Better(TermAsk ask, TermPlan? one, TermPlan? other)
    {
        if (other is null || Sound(ask, other) is null)
            return one;
        return one is null || Key(TermScore.Of(ask, other)).CompareTo(Key(TermScore.Of(ask, one))) < 0 ? other : one;

        static (int, int, int, decimal, decimal) Key(TermScore s) =>
            (s.Missing, s.LongGaps, s.GapDays, s.MaxLoad, s.FirstDay);
    }

    private static IEnumerable<TermRelaxation> Relaxations(TermAsk ask, TermPlan best, bool isLeast)
    {
        var missing = TermScore.Of(ask, best).Missing;
        if (missing == 0)
            yield break;
        if (isLeast)
            yield return new TermRelaxation(RelaxationKind.Exposures, missing, Short(ask, best));
        var limits = ask.Limits;
        var found = new (RelaxationKind Kind, int Most, Func<int, TermAsk> With)[]
        {
            (RelaxationKind.NewItems, ask.Items.Count, n => WithLimits(limits with { NewItems = limits.NewItems + n })),
            (RelaxationKind.Minutes, MostMinutesMore, MoreMinutes),
            (RelaxationKind.Gap, limits.LeastDays, n => WithLimits(limits with { LeastDays = limits.LeastDays - n })),
            (RelaxationKind.Grading, DaysBehind(ask), n => ask with { Grading = ask.Grading?.AddDays(n) }),
        };
        foreach (var (kind, most, with) in found)
            if (Least(most, n => IsEnough(with(n), best)) is { } amount)
                yield return new TermRelaxation(kind, amount, []);

        TermAsk WithLimits(TermLimits other) => ask with { Limits = other };
        TermAsk MoreMinutes(int more) =>
            ask with
            {
                Sessions = ask.Sessions.Select(s => s with { Minutes = s.Minutes + more }).ToSequence(),
            };
    }

    private const int MostMinutesMore = 60;

    /// <summary>Days from the last day on which something may stand to the last session.</summary>
    private static int DaysBehind(TermAsk ask) =>
        ask.LastDay is { } last ? Math.Max(0, ask.Sessions.Max(s => s.Date).DayNumber - last.DayNumber) : 0;

    private static Sequence<string> Short(TermAsk ask, TermPlan plan) =>
        ask.Items.Where(i => plan.PlacesOf(i.Id).Count() < i.Open).Select(i => i.Id).ToSequence();

    /// <summary>The least amount that is enough; null where the most is not, or where it cannot be told in time.</summary>
    private static int? Least(int most, Func<int, bool?> isEnough)
    {
        if (most < 1 || isEnough(most) != true)
            return null;
        var (low, high) = (0, most);
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (isEnough(middle) is not { } enough)
                return null;
            (low, high) = enough ? (low, middle) : (middle, high);
        }
        return high;
    }

    /// <summary>Whether everything has its place in an ask that was relaxed; null where that cannot be told in time.</summary>
    private static bool? IsEnough(TermAsk ask, TermPlan from)
    {
        var (status, _, _) = new TermModel(ask, TermGaps.None).From(from).Complete().Solve(SecondsEach, ask.Seed);
        return status switch
        {
            CpSolverStatus.Optimal or CpSolverStatus.Feasible => true,
            CpSolverStatus.Infeasible => false,
            _ => null,
        };
    }
}
