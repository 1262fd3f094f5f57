namespace LoyalLadder.Core.Terms;

/// <summary>
/// A term that is being laid out item by item: each is given the best way through the sessions that what stands already
/// leaves. Every state of it keeps the rules; what has no place is left out.
/// </summary>
internal sealed class TermDraft
{
    // what stands first counts before all that comes behind it
    private const long Pinned = 1_000_000_000_000_000,
        Missing = 1_000_000_000_000,
        LongGap = 1_000_000_000,
        GapDay = 1_000_000,
        Load = 4_000;

    private const long Never = long.MaxValue / 4;

    private readonly TermAsk _ask;
    private readonly IReadOnlyList<TermSession> _sessions;
    private readonly int[] _day;
    private readonly int[] _capacity;
    private readonly bool[][] _mayStand;
    private readonly bool[][] _must;

    /// <summary>By item: those that it waits for and those that wait for it, each with the exposure that is waited for.</summary>
    private readonly List<(int Item, int Exposure)>[] _after;
    private readonly List<(int Item, int Exposure)>[] _before;

    /// <summary>By session: those of the day before and the day behind.</summary>
    private readonly int[][] _beside;
    private readonly int[][] _regions;

    private readonly int[][] _places;
    private readonly long[] _cost;
    private readonly int[] _seconds;
    private readonly int[] _fresh;

    /// <summary>By session and region: how many hard items work it.</summary>
    private readonly int[][] _hard;

    public TermDraft(TermAsk ask)
    {
        (_ask, _sessions) = (ask, ask.InOrder);
        _day = [.. _sessions.Select(s => s.Date.DayNumber)];
        _capacity = [.. _sessions.Select(s => s.Minutes * 60)];
        _mayStand = [.. ask.Items.Select(i => _sessions.Select(s => ask.MayStand(i, s)).ToArray())];
        _must = [.. ask.Items.Select(MustOf)];
        (_after, _before) = Order();
        _beside = [.. _sessions.Select((s, n) => BesideOf(n))];
        var names = ask.Items.SelectMany(i => i.Regions).Distinct(StringComparer.Ordinal).ToList();
        _regions =
        [
            .. ask.Items.Select(i =>
                ask.Limits.RestRegions && i.Effort >= TermAsk.HardEffort
                    ? i.Regions.Select(r => names.IndexOf(r)).Distinct().ToArray()
                    : []
            ),
        ];
        _places = [.. ask.Items.Select(_ => Array.Empty<int>())];
        _cost = [.. ask.Items.Select((_, i) => EmptyCost(i))];
        _seconds = new int[_sessions.Count];
        _fresh = new int[_sessions.Count];
        _hard = [.. _sessions.Select(_ => new int[names.Count])];
    }

    /// <summary>How many items there are.</summary>
    public int Count => _places.Length;

    /// <summary>Less is better; see <see cref="TermScore"/>, with an even load told by squares.</summary>
    public long Cost => _cost.Sum() + _seconds.Select((s, n) => LoadOf(n, s)).Sum();

    /// <summary>Those that anything waits for come before what waits.</summary>
    public IReadOnlyList<int> InOrder
    {
        get
        {
            var (order, seen) = (new List<int>(), new bool[Count]);
            for (var i = 0; i < Count; i++)
                Visit(i);
            return order;

            void Visit(int item)
            {
                if (seen[item])
                    return;
                seen[item] = true;
                foreach (var (first, _) in _after[item])
                    Visit(first);
                order.Add(item);
            }
        }
    }

    /// <summary>The items that stand in a session.</summary>
    public IEnumerable<int> In(int session) => Enumerable.Range(0, Count).Where(i => _places[i].Contains(session));

    /// <summary>Those that wait for an item, and those that wait for them.</summary>
    public IEnumerable<int> Waiting(int item) => _before[item].SelectMany(b => Waiting(b.Item).Prepend(b.Item));

    /// <summary>The sessions of an item.</summary>
    public int[] PlacesOf(int item) => _places[item];

    public TermPlan Plan() =>
        new(
            _sessions
                .Select((s, n) => new PlannedSession(s.Id, In(n).Select(i => _ask.Items[i].Id).ToSequence()))
                .ToSequence()
        );

    /// <summary>Takes an item out of all its sessions.</summary>
    public void Remove(int item) => Set(item, []);

    /// <summary>Puts an item into sessions that it was in before.</summary>
    public void Set(int item, int[] places)
    {
        Tally(item, _places[item], -1);
        _places[item] = places;
        Tally(item, places, 1);
        _cost[item] = CostOf(item, places);
    }

    private void Tally(int item, int[] places, int sign)
    {
        for (var k = 0; k < places.Length; k++)
        {
            _seconds[places[k]] += sign * _ask.Items[item].SecondsOf(k);
            foreach (var region in _regions[item])
                _hard[places[k]][region] += sign;
        }
        if (places.Length > 0 && _ask.Items[item].IsNew)
            _fresh[places[0]] += sign;
    }

    /// <summary>Gives an item that stands nowhere the best way through the sessions that the others leave.</summary>
    public void Insert(int item)
    {
        var open = _ask.Items[item].Open;
        var (best, from) = (new long[open, _sessions.Count], new int[open, _sessions.Count]);
        var (least, end) = (EmptyCost(item), (K: -1, N: -1));
        for (var k = 0; k < open; k++)
        {
            var any = false;
            for (var n = k; n < _sessions.Count; n++)
            {
                (best[k, n], from[k, n]) = (Never, -1);
                if (!Fits(item, k, n))
                    continue;
                Step(item, k, n, best, from);
                if (best[k, n] >= Never)
                    continue;
                any = true;
                var whole = best[k, n] + ((open - k - 1) * Missing) + MustCost(item);
                if (whole < least)
                    (least, end) = (whole, (k, n));
            }
            if (!any)
                break;
        }
        var places = new int[end.K + 1];
        for (var (k, n) = end; k >= 0; n = from[k, n], k--)
            places[k] = n;
        Set(item, places);
    }

    /// <summary>The best way by which the k-th exposure comes to stand in a session.</summary>
    private void Step(int item, int k, int n, long[,] best, int[,] from)
    {
        var it = _ask.Items[item];
        var added = LoadOf(n, _seconds[n] + it.SecondsOf(k)) - LoadOf(n, _seconds[n]) - (_must[item][n] ? Pinned : 0);
        if (k == 0)
        {
            best[0, n] = added + FirstCost(it, n);
            return;
        }
        for (var t = k - 1; t < n; t++)
        {
            if (best[k - 1, t] >= Never || _day[n] - _day[t] < _ask.Limits.LeastDays)
                continue;
            var cost = best[k - 1, t] + added + GapCost(_day[n] - _day[t], it.Taught.Times + k);
            if (cost < best[k, n])
                (best[k, n], from[k, n]) = (cost, t);
        }
    }

    private bool Fits(int item, int k, int n)
    {
        var it = _ask.Items[item];
        if (!_mayStand[item][n] || _seconds[n] + it.SecondsOf(k) > _capacity[n])
            return false;
        if (k == 0 && it.IsNew && (_fresh[n] >= _ask.Limits.NewItems || !IsReady(item, n)))
            return false;
        foreach (var (later, exposure) in _before[item])
            if (exposure == k && _places[later] is [var first, ..] && first <= n)
                return false;
        foreach (var region in _regions[item])
        foreach (var beside in _beside[n])
            if (_hard[beside][region] > 0)
                return false;
        return true;
    }

    private bool IsReady(int item, int n)
    {
        foreach (var (first, exposure) in _after[item])
            if (exposure >= _places[first].Length || _places[first][exposure] >= n)
                return false;
        return true;
    }

    // ---- what a way costs ----

    private long EmptyCost(int item) => (_ask.Items[item].Open * Missing) + MustCost(item);

    private long MustCost(int item) => _must[item].Count(m => m) * Pinned;

    private long CostOf(int item, int[] places)
    {
        var it = _ask.Items[item];
        var cost = ((it.Open - places.Length) * Missing) + MustCost(item);
        for (var k = 0; k < places.Length; k++)
        {
            cost -= _must[item][places[k]] ? Pinned : 0;
            cost +=
                k == 0 ? FirstCost(it, places[0]) : GapCost(_day[places[k]] - _day[places[k - 1]], it.Taught.Times + k);
        }
        return cost;
    }

    private long FirstCost(TermItem item, int n) =>
        item.Taught is { Times: > 0, Last: { } last }
            ? GapCost(_day[n] - last.DayNumber, item.Taught.Times)
            : (long)(item.Weight * (_day[n] - _day[0]));

    private long GapCost(int days, int exposure) =>
        (Math.Abs(days - TermItem.IdealGap(exposure)) * GapDay) + (days > _ask.Limits.MostDays ? LongGap : 0);

    private long LoadOf(int session, int seconds) =>
        _capacity[session] == 0 ? 0 : Load * seconds / _capacity[session] * seconds / _capacity[session];

    // ---- what does not change ----

    private bool[] MustOf(TermItem item)
    {
        var pinned = _ask.Pins.Where(p => p.Must && p.Item == item.Id).Select(p => p.Session).ToHashSet();
        return [.. _sessions.Select(s => pinned.Contains(s.Id))];
    }

    private (List<(int, int)>[] After, List<(int, int)>[] Before) Order()
    {
        var places = _ask.Items.Select((item, i) => (item.Id, i)).ToDictionary(p => p.Id, p => p.i);
        List<(int, int)>[] after = [.. _ask.Items.Select(_ => new List<(int, int)>())];
        List<(int, int)>[] before = [.. _ask.Items.Select(_ => new List<(int, int)>())];
        for (var i = 0; i < after.Length; i++)
        {
            if (!_ask.Items[i].IsNew)
                continue;
            foreach (var first in _ask.Items[i].After.Select(a => places[a]).Distinct())
            {
                var exposure = 1 - _ask.Items[first].Taught.Times;
                if (exposure < 0)
                    continue;
                after[i].Add((first, exposure));
                before[first].Add((i, exposure));
            }
        }
        return (after, before);
    }

    private int[] BesideOf(int session) =>
        [.. Enumerable.Range(0, _sessions.Count).Where(n => Math.Abs(_day[n] - _day[session]) == 1)];
}
