namespace LoyalLadder.Core.Terms;

/// <summary>
/// A first plan at once, and a better one soon behind it: a few items that stand near each other are taken out and put back in
/// another order, again and again, and what is no worse stays. The same ask and seed come to the same plan.
/// </summary>
internal sealed class TermSearch
{
    /// <summary>Rounds without anything better after which it ends, and rounds at most.</summary>
    private const int Patience = 4_000,
        MostRounds = 40_000;

    private const int MostTakenOut = 8;

    /// <summary>Every so often the search is given the chance to end, and plans on the way are shown.</summary>
    private const int LookEvery = 50;

    private readonly TermDraft _draft;
    private readonly Random _random;

    private TermSearch(TermAsk ask)
    {
        _draft = new TermDraft(ask);
        _random = new Random(ask.Seed);
    }

    /// <summary>Each item in turn, what others wait for before what waits.</summary>
    public static TermPlan First(TermAsk ask)
    {
        var search = new TermSearch(ask);
        search.Begin();
        return search._draft.Plan();
    }

    /// <summary>Searches on from there, and tells of each plan that is better than those before.</summary>
    public static void Run(TermAsk ask, Action<TermPlan> found, CancellationToken stop)
    {
        var search = new TermSearch(ask);
        search.Begin();
        found(search._draft.Plan());
        if (ask.Items.Count > 0)
            search.Better(found, stop);
    }

    private void Begin()
    {
        foreach (var item in _draft.InOrder)
            _draft.Insert(item);
    }

    private void Better(Action<TermPlan> found, CancellationToken stop)
    {
        var (cost, told, since) = (_draft.Cost, _draft.Cost, 0);
        for (var round = 1; round <= MostRounds && since < Patience; round++)
        {
            var now = Round(cost);
            since = now < cost ? 0 : since + 1;
            cost = now;
            if (round % LookEvery != 0)
                continue;
            if (stop.IsCancellationRequested)
                break;
            if (cost < told)
                found(_draft.Plan());
            told = cost;
        }
        if (cost < told)
            found(_draft.Plan());
    }

    /// <summary>Takes some out and puts them back otherwise; what is worse is undone.</summary>
    /// <returns>What the plan costs behind it.</returns>
    private long Round(long cost)
    {
        var taken = Taken();
        var was = taken.ConvertAll(_draft.PlacesOf);
        foreach (var item in taken)
            _draft.Remove(item);
        foreach (var item in Shuffled(taken))
            _draft.Insert(item);
        if (_draft.Cost is var now && now <= cost)
            return now;
        foreach (var item in taken)
            _draft.Remove(item);
        for (var n = 0; n < taken.Count; n++)
            _draft.Set(taken[n], was[n]);
        return cost;
    }

    /// <summary>One item, others that share a session with it, and all that wait for any of them.</summary>
    private List<int> Taken()
    {
        var one = _random.Next(_draft.Count);
        var near = _draft.PlacesOf(one) is { Length: > 0 } places
            ? _draft.In(places[_random.Next(places.Length)]).ToList()
            : [];
        var most = 1 + _random.Next(MostTakenOut);
        var taken = new List<int> { one };
        while (taken.Count < most)
            taken.Add(
                near.Count > 0 && _random.Next(3) > 0 ? near[_random.Next(near.Count)] : _random.Next(_draft.Count)
            );
        return [.. taken.Concat(taken.SelectMany(_draft.Waiting)).Distinct()];
    }

    /// <summary>In any order that lets nothing wait for what comes behind it.</summary>
    private IEnumerable<int> Shuffled(List<int> taken)
    {
        var mixed = taken.OrderBy(_ => _random.Next()).ToList();
        var put = new HashSet<int>();
        while (put.Count < mixed.Count)
            foreach (var item in mixed.Where(i => !put.Contains(i)).ToList())
                if (
                    !mixed.Exists(other => !put.Contains(other) && _draft.Waiting(other).Contains(item))
                    && put.Add(item)
                )
                    yield return item;
    }
}
