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

/// <summary>A plan that was found on the way.</summary>
/// <param name="Plan">It keeps all rules.</param>
/// <param name="Score">How good it is.</param>
/// <param name="Bound">What is known by then: no plan with as little missing has fewer gap days; 0 where nothing is.</param>
public sealed record TermFound(TermPlan Plan, TermScore Score, int Bound);

/// <summary>
/// Lays out a term: a first plan at once, then the solver, which leaves nothing missing that can have a place, and brings gaps
/// near their ideal. Every plan passes <see cref="TermFaults"/> before it is given out.
/// </summary>
public sealed class TermSolver
{
    /// <summary>Of the time, what may go into how little can be missing, and that no gap is long.</summary>
    private const double ShareForAll = 0.85,
        ShareForLongGaps = 0.2,
        ShareForGapsOfShort = 0.4,
        ShareForLoad = 0.2;

    private const double Slack = 1e-6;

    private readonly TermAsk _ask;
    private readonly Action<TermFound>? _found;
    private readonly CancellationToken _stop;
    private readonly TermEffort _effort;
    private TermPlan? _best;
    private int _bound;

    private TermSolver(TermAsk ask, TermEffort effort, Action<TermFound>? found, CancellationToken stop) =>
        (_ask, _effort, _found, _stop) = (ask, effort, found, stop);

    /// <summary>Lays out a term within the seconds of the ask.</summary>
    /// <param name="ask">What is to be laid out.</param>
    /// <param name="found">Told of each plan that is better than those before it, on the thread that solves.</param>
    /// <param name="stop">Ends the search: the best plan so far is the answer.</param>
    public static TermSolved Solve(TermAsk ask, Action<TermFound>? found = null, CancellationToken stop = default) =>
        new TermSolver(ask, new TermEffort(ask.SecondsToSolve, ask.SecondsToSolve), found, stop).Solve();

    /// <summary>The same with as much work as is said, whatever the ask has.</summary>
    internal static TermSolved Solve(TermAsk ask, TermEffort effort) =>
        new TermSolver(ask, effort, null, default).Solve();

    /// <summary>A good plan within a second or so, without knowing how good; the same ask and seed give the same.</summary>
    public static TermPlan Quick(TermAsk ask)
    {
        var best = TermSearch.First(ask);
        TermSearch.Run(ask, better => best = better, default);
        return best;
    }

    private TermSolved Solve()
    {
        var isLeast = LeaveLeastOut(_effort.Share(ShareForAll));
        if (_best is null)
            return new TermSolved(null, null, 0, isLeast, [], _effort.Taken);
        var isFewest = ShortenGaps();
        var reached = TermScore.Of(_ask, _best);
        // where something is missing, what would be enough is worth more than nearer gaps
        var (isShort, isNear) = (reached.Missing > 0, false);
        if (reached is { Missing: 0, LongGaps: 0 })
            isNear = (_bound = TermBound.Of(_ask, reached.GapDays)) == reached.GapDays;
        var left = isShort ? _effort.Left - _effort.Share(1 - ShareForGapsOfShort) : _effort.Left;
        var gaps = reached.LongGaps == 0 ? TermGaps.Short : TermGaps.All;
        var (status, bound) = Run(Model(gaps).NearIdeal(reached), isNear ? left * ShareForLoad : left, true);
        var score = TermScore.Of(_ask, _best);
        _bound = Math.Clamp(Math.Max(_bound, GapDays(bound)), 0, score.GapDays);
        var isBest = isLeast && isFewest && (status == CpSolverStatus.Optimal || _bound == score.GapDays);
        var relaxations = score.Missing == 0 ? [] : TermRelaxing.Of(_ask, _best, isLeast, _effort, _stop).ToSequence();
        return new TermSolved(_best, score, isBest ? score.GapDays : _bound, isBest, relaxations, _effort.Taken);
    }

    /// <summary>Load and early beginnings are less than one gap day together.</summary>
    private static int GapDays(double bound) => (int)Math.Floor((bound / TermModel.PerGapDay) + Slack);

    /// <summary>
    /// A plan with as little missing as can be, and whether less is known to be impossible; null where there is none
    /// at all. It ends as soon as nothing is missing.
    /// </summary>
    /// <param name="ask">What is to be laid out.</param>
    /// <param name="seconds">For finding how little can be.</param>
    internal static (TermPlan? Plan, bool IsLeast) LeastMissing(TermAsk ask, double seconds)
    {
        var solver = new TermSolver(ask, new TermEffort(seconds, seconds), null, default);
        var isLeast = solver.LeaveLeastOut(seconds);
        return (solver._best, isLeast);
    }

    private bool LeaveLeastOut(double seconds)
    {
        TermSearch.Run(_ask, plan => Take(plan, 0), _stop);
        if (Missing == 0)
            return true;
        // to ask for ever less finds places for all of it sooner than to ask for all of it
        var (status, _) = Run(Model(TermGaps.None).LeastMissing(), seconds, false);
        return Missing == 0 || status is CpSolverStatus.Optimal or CpSolverStatus.Infeasible;
    }

    private int? Missing => _best is null ? null : TermScore.Of(_ask, _best).Missing;

    private bool ShortenGaps()
    {
        var score = TermScore.Of(_ask, _best!);
        if (score.LongGaps == 0)
            return true;
        var (status, _) = Run(Model(TermGaps.All).FewestLongGaps(score), _effort.Share(ShareForLongGaps), false);
        return status == CpSolverStatus.Optimal;
    }

    private TermModel Model(TermGaps gaps)
    {
        var model = new TermModel(_ask, gaps);
        return _best is null ? model : model.From(_best);
    }

    private (CpSolverStatus Status, double Bound) Run(TermModel model, double seconds, bool isOfGapDays) =>
        _stop.IsCancellationRequested
            ? (CpSolverStatus.Unknown, 0)
            : _effort.Spend(
                seconds,
                model,
                _ask.Seed,
                (plan, bound) => Take(plan, isOfGapDays ? GapDays(bound) : 0),
                _stop
            );

    /// <summary>Takes a plan that is better than the best so far; one that breaks a rule is none.</summary>
    private void Take(TermPlan plan, int bound)
    {
        if (TermFaults.Of(_ask, plan).Count > 0)
            return;
        var score = TermScore.Of(_ask, plan);
        if (_best is not null && Key(score).CompareTo(Key(TermScore.Of(_ask, _best))) >= 0)
            return;
        _best = plan;
        _found?.Invoke(new TermFound(plan, score, Math.Clamp(Math.Max(_bound, bound), 0, score.GapDays)));

        static (int, int, int, decimal, decimal) Key(TermScore s) =>
            (s.Missing, s.LongGaps, s.GapDays, s.MaxLoad, s.FirstDay);
    }
}
