using Google.OrTools.Sat;

namespace LoyalLadder.Core.Terms;

/// <summary>Which gaps between exposures a model weighs.</summary>
internal enum TermGaps
{
    /// <summary>None: whoever asks only for a place does not need them.</summary>
    None,

    /// <summary>Those up to the most days; longer ones may not be.</summary>
    Short,

    All,
}

/// <summary>A term as a model for the solver: a switch for each exposure of each item in each session that may hold it.</summary>
internal sealed class TermModel
{
    private readonly TermAsk _ask;
    private readonly IReadOnlyList<TermSession> _sessions;
    private readonly CpModel _model = new();

    /// <summary>By item, exposure and session; null where it cannot stand.</summary>
    private readonly BoolVar?[][][] _stands;

    private readonly List<LinearExpr> _missing = [];
    private readonly List<LinearExpr> _longGaps = [];
    private readonly List<LinearExpr> _gapDays = [];

    /// <summary>Seconds that a session holds, and those it has.</summary>
    private readonly List<(LinearExpr Held, int Has)> _filled = [];
    private readonly IntVar _load;

    /// <summary>How the solver searches: by bounds that are strong, or in several ways that take turns.</summary>
    private string _way = "linearization_level:2";

    /// <summary>One way alone may be stuck for minutes where another finds a place in seconds.</summary>
    private const string InTurns = "linearization_level:1,interleave_search:true";
    private readonly bool _withLongGaps;

    /// <param name="ask">What is to be laid out.</param>
    /// <param name="gaps">Which gaps between exposures are weighed.</param>
    public TermModel(TermAsk ask, TermGaps gaps)
    {
        _withLongGaps = gaps == TermGaps.All;
        _ask = ask;
        _sessions = ask.InOrder;
        _load = _model.NewIntVar(0, 100, "load");
        _stands = [.. ask.Items.Select(Switches)];
        for (var i = 0; i < _stands.Length; i++)
        {
            Once(i);
            Spaced(i);
            if (gaps != TermGaps.None)
                Gaps(i);
        }
        Sessions();
        Prerequisites();
        Rested();
        Pins();
    }

    private BoolVar?[][] Switches(TermItem item)
    {
        var may = _sessions.Select(s => _ask.MayStand(item, s)).ToList();
        return
        [
            .. Enumerable
                .Range(0, item.Open)
                .Select(k =>
                    may.Select((m, n) => m && n >= k ? _model.NewBoolVar($"{item.Id}/{k}/{n}") : null).ToArray()
                ),
        ];
    }

    private static LinearExpr Sum(IEnumerable<BoolVar?> switches) => LinearExpr.Sum(switches.OfType<BoolVar>());

    /// <summary>Each exposure stands once at most, and none before the one that it follows is there at all.</summary>
    private void Once(int item)
    {
        foreach (var exposure in _stands[item])
        {
            _model.Add(Sum(exposure) <= 1);
            _missing.Add(1 - Sum(exposure));
        }
    }

    /// <summary>An exposure stands in a session only if the one before it stands early enough.</summary>
    private void Spaced(int item)
    {
        for (var k = 1; k < _stands[item].Length; k++)
        for (var n = 0; n < _sessions.Count; n++)
        {
            if (_stands[item][k][n] is not { } here)
                continue;
            var (before, session) = (_stands[item][k - 1], n);
            var early = Enumerable.Range(0, n).Where(t => Days(t, session) >= _ask.Limits.LeastDays);
            _model.Add(Sum(early.Select(t => before[t])) >= here);
        }
    }

    private int Days(int from, int to) => _sessions[to].Date.DayNumber - _sessions[from].Date.DayNumber;

    private int DayOf(int session) => Days(0, session);

    private LinearExpr Day(BoolVar?[] exposure) =>
        LinearExpr.Sum(exposure.Select((v, n) => v is null ? LinearExpr.Constant(0) : v * DayOf(n)));

    /// <summary>
    /// A switch for each pair of sessions that two exposures running may stand in: so each gap costs what it costs, and what no
    /// plan can better is known early.
    /// </summary>
    private void Gaps(int item)
    {
        var taught = _ask.Items[item].Taught;
        if (taught is { Times: > 0, Last: { } last } && _stands[item].Length > 0)
            for (var n = 0; n < _sessions.Count; n++)
                if (_stands[item][0][n] is { } first)
                    Cost(first, _sessions[n].Date.DayNumber - last.DayNumber, taught.Times);
        for (var k = 1; k < _stands[item].Length; k++)
            Pairs(_stands[item][k - 1], _stands[item][k], taught.Times + k);
    }

    private void Pairs(BoolVar?[] before, BoolVar?[] behind, int exposure)
    {
        var leaving = before.Select(_ => new List<BoolVar>()).ToList();
        for (var n = 0; n < behind.Length; n++)
        {
            if (behind[n] is not { } here)
                continue;
            var coming = new List<BoolVar>();
            for (var t = 0; t < n; t++)
            {
                if (before[t] is null || !MayFollow(Days(t, n)))
                    continue;
                var pair = _model.NewBoolVar("");
                coming.Add(pair);
                leaving[t].Add(pair);
                Cost(pair, Days(t, n), exposure);
            }
            _model.Add(LinearExpr.Sum(coming) == here);
        }
        for (var t = 0; t < before.Length; t++)
            if (before[t] is { } there && leaving[t].Count > 0)
                _model.Add(LinearExpr.Sum(leaving[t]) <= there);
    }

    /// <summary>Where no gap has to be long, none is looked at.</summary>
    private bool MayFollow(int days) =>
        days >= _ask.Limits.LeastDays && (_withLongGaps || days <= _ask.Limits.MostDays);

    private void Cost(BoolVar isTaken, int days, int exposure)
    {
        var off = Math.Abs(days - TermItem.IdealGap(exposure));
        if (off > 0)
            _gapDays.Add(isTaken * off);
        if (days > _ask.Limits.MostDays)
            _longGaps.Add(isTaken);
    }

    /// <summary>Minutes and new items of each session.</summary>
    private void Sessions()
    {
        for (var n = 0; n < _sessions.Count; n++)
        {
            var (seconds, fresh) = (new List<LinearExpr>(), new List<LinearExpr>());
            for (var i = 0; i < _stands.Length; i++)
            for (var k = 0; k < _stands[i].Length; k++)
            {
                if (_stands[i][k][n] is not { } here)
                    continue;
                seconds.Add(here * _ask.Items[i].SecondsOf(k));
                if (k == 0 && _ask.Items[i].IsNew)
                    fresh.Add(here);
            }
            if (seconds.Count == 0)
                continue;
            _filled.Add((LinearExpr.Sum(seconds), _sessions[n].Minutes * 60));
            _model.Add(LinearExpr.Sum(seconds) <= _sessions[n].Minutes * 60);
            _model.Add(LinearExpr.Sum(seconds) * 100 <= _load * (_sessions[n].Minutes * 60));
            if (fresh.Count > _ask.Limits.NewItems)
                _model.Add(LinearExpr.Sum(fresh) <= _ask.Limits.NewItems);
        }
    }

    private void Prerequisites()
    {
        var places = _ask
            .Items.Select((item, i) => (item.Id, i))
            .ToDictionary(p => p.Id, p => p.i, StringComparer.Ordinal);
        for (var i = 0; i < _stands.Length; i++)
        {
            var item = _ask.Items[i];
            if (!item.IsNew || _stands[i].Length == 0)
                continue;
            foreach (var first in item.After.Select(a => places[a]))
            {
                var needed = 2 - _ask.Items[first].Taught.Times;
                if (needed > 0)
                    Behind(_stands[i][0], needed <= _stands[first].Length ? _stands[first][needed - 1] : null);
            }
        }
    }

    /// <summary>Nothing of one stands before another; nor at all where that other never comes.</summary>
    private void Behind(BoolVar?[] later, BoolVar?[]? earlier)
    {
        for (var n = 0; n < later.Length; n++)
            if (later[n] is { } here)
                _model.Add((earlier is null ? LinearExpr.Constant(0) : Sum(earlier.Take(n))) >= here);
    }

    private void Rested()
    {
        if (!_ask.Limits.RestRegions)
            return;
        var hard = _ask.Items.Select((item, i) => (item, i)).Where(p => p.item.Effort >= TermAsk.HardEffort).ToList();
        for (var a = 0; a < _sessions.Count; a++)
        for (var b = a + 1; b < _sessions.Count && Days(a, b) <= 1; b++)
        {
            if (Days(a, b) != 1)
                continue;
            foreach (var (one, i) in hard)
            foreach (var (other, j) in hard)
                if (one.Regions.Any(other.Regions.Contains))
                    _model.Add(Held(i, a) + Held(j, b) <= 1);
        }
    }

    private LinearExpr Held(int item, int session) => Sum(_stands[item].Select(k => k[session]));

    private void Pins()
    {
        var places = _sessions.Select((s, n) => (s.Id, n)).ToDictionary(p => p.Id, p => p.n, StringComparer.Ordinal);
        foreach (var pin in _ask.Pins.Where(p => p.Must).Distinct())
            for (var i = 0; i < _stands.Length; i++)
                if (_ask.Items[i].Id == pin.Item)
                    _model.Add(Held(i, places[pin.Session]) == 1);
    }

    // ---- what is asked of the solver ----

    /// <summary>Nothing missing at all: whether an ask that gives way somewhere has room for everything.</summary>
    public TermModel Complete()
    {
        _way = InTurns;
        _model.Add(LinearExpr.Sum(_missing) == 0);
        // no session can stay emptier than all of them together must: where time is short this says much
        var spare = _filled.Sum(f => f.Has) - _ask.Items.Sum(i => Enumerable.Range(0, i.Open).Sum(i.SecondsOf));
        foreach (var (held, has) in _filled.Where(f => f.Has > spare))
            _model.Add(held >= has - spare);
        return this;
    }

    /// <summary>Least missing.</summary>
    public TermModel LeastMissing()
    {
        _way = InTurns;
        _model.Minimize(LinearExpr.Sum(_missing));
        return this;
    }

    /// <summary>With no more missing than that: fewest long gaps.</summary>
    public TermModel FewestLongGaps(TermScore atMost)
    {
        _model.Add(LinearExpr.Sum(_missing) <= atMost.Missing);
        _model.Minimize(LinearExpr.Sum(_longGaps));
        return this;
    }

    /// <summary>
    /// With no more missing and no more long gaps than that: gaps near their ideal, then an even load, then early
    /// beginnings.
    /// </summary>
    public TermModel NearIdeal(TermScore atMost)
    {
        _model.Add(LinearExpr.Sum(_missing) <= atMost.Missing);
        if (_longGaps.Count > 0)
            _model.Add(LinearExpr.Sum(_longGaps) <= atMost.LongGaps);
        _model.Minimize((LinearExpr.Sum(_gapDays) * PerGapDay) + (_load * PerLoad) + LinearExpr.Sum(Early()));
        return this;
    }

    /// <summary>What a day beside an ideal gap counts in <see cref="NearIdeal"/>.</summary>
    public const long PerGapDay = 1_000_000;

    private const long PerLoad = 5_000;

    private IEnumerable<LinearExpr> Early() =>
        _ask
            .Items.Select((item, i) => (item, i))
            .Where(p => p.item.IsNew && _stands[p.i].Length > 0)
            .Select(p => Day(_stands[p.i][0]) * (long)Math.Clamp(p.item.Weight, 1, 5));

    /// <summary>Begins the search at a plan that is known.</summary>
    public TermModel From(TermPlan plan)
    {
        for (var i = 0; i < _stands.Length; i++)
        {
            var places = plan.PlacesOf(_ask.Items[i].Id).ToList();
            for (var k = 0; k < _stands[i].Length; k++)
            for (var n = 0; n < _sessions.Count; n++)
                if (_stands[i][k][n] is { } here)
                    _model.AddHint(here, k < places.Count && places[k] == n ? 1 : 0);
        }
        return this;
    }

    /// <summary>Searches for so long at most; the work that it took is told in the solver's own measure.</summary>
    /// <param name="work">In that measure, above 0: what it ends is the same wherever it runs.</param>
    /// <param name="seconds">By the clock, above 0.</param>
    /// <param name="seed">The same seed searches the same way.</param>
    /// <param name="found">Told of each plan, with the bound of what is asked for by then.</param>
    /// <param name="stop">Ends the search.</param>
    public (CpSolverStatus Status, double Bound, double Work) Solve(
        double work,
        double seconds,
        int seed,
        Action<TermPlan, double> found,
        CancellationToken stop
    )
    {
        var limits = FormattableString.Invariant(
            $"max_deterministic_time:{work:0.####},max_time_in_seconds:{seconds:0.###}"
        );
        using var solver = new CpSolver
        {
            StringParameters = $"num_workers:1,{_way},random_seed:{Math.Abs(seed % 1_000_000)},{limits}",
        };
        using var plans = new Plans(this, found);
        using var stopping = stop.Register(solver.StopSearch);
        var status = solver.Solve(_model, plans);
        var isFound = status is CpSolverStatus.Optimal or CpSolverStatus.Feasible;
        return (status, isFound ? solver.BestObjectiveBound : 0, solver.Response?.DeterministicTime ?? work);
    }

    private TermPlan Read(Func<BoolVar, bool> isTaken) =>
        new(
            _sessions
                .Select(
                    (s, n) =>
                        new PlannedSession(
                            s.Id,
                            _ask.Items.Where((_, i) => _stands[i].Any(k => k[n] is { } here && isTaken(here)))
                                .Select(i => i.Id)
                                .ToSequence()
                        )
                )
                .ToSequence()
        );

    /// <summary>Reads each plan that the solver comes by.</summary>
    private sealed class Plans(TermModel model, Action<TermPlan, double> found) : CpSolverSolutionCallback
    {
        public override void OnSolutionCallback() => found(model.Read(BooleanValue), BestObjectiveBound());
    }
}
