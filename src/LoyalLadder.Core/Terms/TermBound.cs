namespace LoyalLadder.Core.Terms;

/// <summary>
/// How few gap days any plan has that holds everything without a long gap. Each item by itself takes its cheapest way through
/// the sessions; sessions that too many want, and beginnings that come too early, get a price, and prices rise and fall until
/// the sum says no more. What it says holds at any prices.
/// </summary>
internal sealed class TermBound
{
    private const int Rounds = 400;
    private const double Tolerance = 1e-6;

    /// <summary>How far prices move at first, and how often they moved in vain before they move half as far.</summary>
    private const double FirstStep = 1.5;
    private const int Vain = 15;

    private readonly TermAsk _ask;
    private readonly int[] _day;
    private readonly int[] _capacity;
    private readonly Item[] _items;
    private readonly List<Wait> _waits = [];
    private readonly double[] _minutePrice;
    private readonly double[] _newPrice;

    /// <summary>An item with its way at the prices of now.</summary>
    private sealed class Item(TermItem ask, bool[] mayStand)
    {
        public TermItem Ask { get; } = ask;
        public bool[] MayStand { get; } = mayStand;

        /// <summary>What it costs, besides its gaps, that an exposure stands in a session.</summary>
        public double[,] Price { get; } = new double[ask.Open, mayStand.Length];

        public int[] Way { get; set; } = [];
    }

    /// <summary>One item begins behind an exposure of another; a price for each session.</summary>
    private sealed record Wait(Item Later, Item Earlier, int Exposure, double[] Price);

    private TermBound(TermAsk ask)
    {
        var sessions = ask.InOrder;
        _ask = ask;
        _day = [.. sessions.Select(s => s.Date.DayNumber)];
        _capacity = [.. sessions.Select(s => s.Minutes * 60)];
        _items =
        [
            .. ask.Items.Where(i => i.Open > 0).Select(i => new Item(i, [.. sessions.Select(s => ask.MayStand(i, s))])),
        ];
        (_minutePrice, _newPrice) = (new double[sessions.Count], new double[sessions.Count]);
        var byId = _items.ToDictionary(i => i.Ask.Id, StringComparer.Ordinal);
        foreach (var later in _items.Where(i => i.Ask.IsNew))
        foreach (var first in later.Ask.After)
            if (byId.TryGetValue(first, out var earlier) && 1 - earlier.Ask.Taught.Times is >= 0 and var exposure)
                if (exposure < earlier.Ask.Open)
                    _waits.Add(new Wait(later, earlier, exposure, new double[sessions.Count]));
    }

    /// <summary>Gap days that no plan without anything missing and without a long gap falls below.</summary>
    /// <param name="ask">What is laid out.</param>
    /// <param name="reached">Gap days of a plan that is known: there is nothing to be said beyond.</param>
    public static int Of(TermAsk ask, int reached) => new TermBound(ask).Rise(reached);

    private int Rise(int reached)
    {
        var (best, step, vain) = (0.0, FirstStep, 0);
        for (var round = 0; round < Rounds; round++)
        {
            var sum = Ways();
            // at any prices without a way for some item there is no such plan at all
            if (double.IsPositiveInfinity(sum))
                return reached;
            vain = sum > best + Tolerance ? 0 : vain + 1;
            best = Math.Max(best, sum);
            if (Whole(best) >= reached)
                return reached;
            if (vain >= Vain)
                (step, vain) = (step / 2, 0);
            if (!Move(step * (reached - sum)))
                break;
        }
        return Math.Clamp(Whole(best), 0, reached);
    }

    private static int Whole(double bound) => (int)Math.Ceiling(bound - Tolerance);

    /// <summary>Every item takes its cheapest way; what that costs less what the prices promise.</summary>
    private double Ways()
    {
        foreach (var item in _items)
            for (var k = 0; k < item.Ask.Open; k++)
            for (var n = 0; n < _day.Length; n++)
                item.Price[k, n] =
                    (_capacity[n] == 0 ? 0 : _minutePrice[n] * item.Ask.SecondsOf(k) / _capacity[n])
                    + (k == 0 && item.Ask.IsNew ? _newPrice[n] : 0);
        foreach (var wait in _waits)
        {
            var behind = 0.0;
            for (var n = _day.Length - 1; n >= 0; n--)
            {
                wait.Earlier.Price[wait.Exposure, n] -= behind;
                behind += wait.Price[n];
                wait.Later.Price[0, n] += behind;
            }
        }
        return _items.Sum(Way) - _minutePrice.Sum() - (_newPrice.Sum() * _ask.Limits.NewItems);
    }

    private double Way(Item item)
    {
        var open = item.Ask.Open;
        var (best, from) = (new double[open, _day.Length], new int[open, _day.Length]);
        for (var k = 0; k < open; k++)
        for (var n = 0; n < _day.Length; n++)
        {
            best[k, n] = double.PositiveInfinity;
            if (!item.MayStand[n] || item.Ask.SecondsOf(k) > _capacity[n])
                continue;
            if (k == 0)
                best[k, n] = First(item.Ask, n);
            for (var t = k - 1; k > 0 && t < n; t++)
                if (best[k - 1, t] + Gap(_day[n] - _day[t], item.Ask.Taught.Times + k) is var cost && cost < best[k, n])
                    (best[k, n], from[k, n]) = (cost, t);
            best[k, n] += item.Price[k, n];
        }
        var (least, end) = (double.PositiveInfinity, -1);
        for (var n = 0; n < _day.Length; n++)
            if (best[open - 1, n] < least)
                (least, end) = (best[open - 1, n], n);
        item.Way = new int[open];
        for (var k = open - 1; k >= 0 && end >= 0; k--)
            (item.Way[k], end) = (end, from[k, end]);
        return least;
    }

    private double First(TermItem item, int n) =>
        item.Taught is { Times: > 0, Last: { } last } ? Gap(_day[n] - last.DayNumber, item.Taught.Times) : 0;

    private double Gap(int days, int exposure) =>
        days < _ask.Limits.LeastDays || days > _ask.Limits.MostDays
            ? double.PositiveInfinity
            : Math.Abs(days - TermItem.IdealGap(exposure));

    /// <summary>Moves the prices toward what the ways of now ask too much of; false where they ask too much of nothing.</summary>
    private bool Move(double length)
    {
        var (minutes, fresh) = (new double[_day.Length], new double[_day.Length]);
        foreach (var item in _items)
            for (var k = 0; k < item.Way.Length; k++)
            {
                minutes[item.Way[k]] += item.Ask.SecondsOf(k) / (double)_capacity[item.Way[k]];
                fresh[item.Way[k]] += k == 0 && item.Ask.IsNew ? 1 : 0;
            }
        for (var n = 0; n < _day.Length; n++)
            (minutes[n], fresh[n]) = (minutes[n] - 1, fresh[n] - _ask.Limits.NewItems);
        var square = Squares(_minutePrice, minutes) + Squares(_newPrice, fresh);
        var early = _waits.ConvertAll(Early);
        for (var w = 0; w < _waits.Count; w++)
            square += Squares(_waits[w].Price, early[w]);
        if (square < Tolerance)
            return false;
        Add(_minutePrice, minutes, length / square);
        Add(_newPrice, fresh, length / square);
        for (var w = 0; w < _waits.Count; w++)
            Add(_waits[w].Price, early[w], length / square);
        return true;
    }

    /// <summary>By session: 1 where the later one has begun and the earlier one is not there yet, −1 where it is the other way.</summary>
    private double[] Early(Wait wait) =>
        [
            .. Enumerable
                .Range(0, _day.Length)
                .Select(n => (wait.Later.Way[0] <= n ? 1.0 : 0) - (wait.Earlier.Way[wait.Exposure] < n ? 1 : 0)),
        ];

    /// <summary>A price of nothing cannot fall.</summary>
    private static double Squares(double[] price, double[] by) =>
        price.Zip(by).Sum(p => p is { First: <= 0, Second: < 0 } ? 0 : p.Second * p.Second);

    private static void Add(double[] price, double[] by, double step)
    {
        for (var n = 0; n < price.Length; n++)
            price[n] = Math.Max(0, price[n] + (step * by[n]));
    }
}
