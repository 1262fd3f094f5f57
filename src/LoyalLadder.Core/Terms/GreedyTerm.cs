namespace LoyalLadder.Core.Terms;

/// <summary>A first plan at once: session by session, what is most pressing. Every plan that it makes keeps the rules.</summary>
internal sealed class GreedyTerm
{
    private readonly TermAsk _ask;
    private readonly IReadOnlyList<TermSession> _sessions;
    private readonly Dictionary<string, TermItem> _items;
    private readonly Dictionary<string, List<int>> _places;
    private readonly List<string>[] _held;

    private GreedyTerm(TermAsk ask)
    {
        _ask = ask;
        _sessions = ask.InOrder;
        _items = ask.Items.ToDictionary(i => i.Id, StringComparer.Ordinal);
        _places = ask.Items.ToDictionary(i => i.Id, _ => new List<int>(), StringComparer.Ordinal);
        _held = [.. _sessions.Select(_ => new List<string>())];
    }

    public static TermPlan Of(TermAsk ask) => new GreedyTerm(ask).Plan();

    private TermPlan Plan()
    {
        for (var n = 0; n < _sessions.Count && _sessions[n].Date <= (_ask.LastDay ?? DateOnly.MaxValue); n++)
        {
            var session = n;
            var musts = _ask
                .Pins.Where(p => p.Must && p.Session == _sessions[session].Id)
                .Select(p => p.Item)
                .ToHashSet();
            var pressing = _ask.Items.Where(i => Fits(i, session)).OrderBy(i => Pressing(i, session, musts)).ToList();
            foreach (var item in pressing.Where(i => Fits(i, session)))
            {
                _places[item.Id].Add(session);
                _held[session].Add(item.Id);
            }
        }
        return new TermPlan(_sessions.Select((s, n) => new PlannedSession(s.Id, _held[n].ToSequence())).ToSequence());
    }

    /// <summary>Less is sooner: pins, then what is furthest behind its ideal day, what still has many exposures to go first.</summary>
    private double Pressing(TermItem item, int session, HashSet<string> musts)
    {
        if (musts.Contains(item.Id))
            return double.MinValue;
        var days = Since(item, session);
        var behind = days is { } since ? since - TermItem.IdealGap(item.Taught.Times + _places[item.Id].Count) : 0;
        var toGo = item.Open - _places[item.Id].Count;
        return -behind - (3 * toGo) - (double)item.Weight;
    }

    /// <summary>Days since the last exposure; null where there was none.</summary>
    private int? Since(TermItem item, int session)
    {
        var last = _places[item.Id] is [.., var place] ? _sessions[place].Date : item.Taught.Last;
        return last is { } day && (item.Taught.Times > 0 || _places[item.Id].Count > 0)
            ? _sessions[session].Date.DayNumber - day.DayNumber
            : null;
    }

    private bool Fits(TermItem item, int session)
    {
        var (here, places) = (_sessions[session], _places[item.Id]);
        if (places.Count >= item.Open || _held[session].Contains(item.Id) || item.Kit.Any(k => !here.Kit.Contains(k)))
            return false;
        if (_ask.Pins.Any(p => !p.Must && p.Session == here.Id && p.Item == item.Id))
            return false;
        if (
            Since(item, session) < _ask.Limits.LeastDays
            || Seconds(session) + item.SecondsOf(places.Count) > here.Minutes * 60
        )
            return false;
        var isFirst = item.IsNew && places.Count == 0;
        if (isFirst && (!IsReady(item, session) || Fresh(session) >= _ask.Limits.NewItems))
            return false;
        return !_ask.Limits.RestRegions || item.Effort < TermAsk.HardEffort || !WorkedBeside(item, session);
    }

    private int Seconds(int session) => _held[session].Sum(i => _items[i].SecondsOf(_places[i].IndexOf(session)));

    private int Fresh(int session) => _held[session].Count(i => _items[i].IsNew && _places[i].IndexOf(session) == 0);

    private bool IsReady(TermItem item, int session) =>
        item
            .After.Select(a => _items[a])
            .All(f =>
            {
                var needed = 2 - f.Taught.Times;
                return needed <= 0 || (_places[f.Id].Count >= needed && _places[f.Id][needed - 1] < session);
            });

    private bool WorkedBeside(TermItem item, int session) =>
        Enumerable
            .Range(0, session)
            .Where(n => _sessions[session].Date.DayNumber - _sessions[n].Date.DayNumber == 1)
            .SelectMany(n => _held[n])
            .Select(i => _items[i])
            .Any(i => i.Effort >= TermAsk.HardEffort && i.Regions.Any(item.Regions.Contains));
}
