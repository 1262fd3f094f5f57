using LoyalLadder.Core.Terms;

namespace LoyalLadder.Core.Tests.Terms;

/// <summary>Terms out of a seed: some with a plan that is known to hold everything, some so tight that they cannot.</summary>
internal sealed class GivenTerm(int seed)
{
    private static readonly DateOnly Monday = new(2041, 9, 2);
    private static readonly string[] Regions = ["hip", "shoulder", "knee"];

    private readonly Random _random = new(seed);

    public Sequence<TermSession> Sessions(int count, int minutes) =>
        Enumerable
            .Range(0, count)
            .Select(n => new TermSession(
                $"s{n}",
                Monday.AddDays((7 * (n / 2)) + (n % 2 * (2 + (seed % 2)))),
                minutes,
                ["shields"]
            ))
            .ToSequence();

    private TermItem Item(int n, int wanted, IReadOnlyList<string> before) =>
        new()
        {
            Id = $"i{n}",
            Name = $"item {n}",
            Wanted = wanted,
            Seconds = [120 + (_random.Next(8) * 20), 100, 60 + (_random.Next(4) * 10)],
            Kit = _random.Next(4) == 0 ? ["shields"] : [],
            After = before.Count > 0 && _random.Next(3) == 0 ? [before[_random.Next(before.Count)]] : [],
            Weight = 1 + _random.Next(3),
            Effort = 1 + _random.Next(3),
            Regions = [Regions[_random.Next(Regions.Length)]],
        };

    /// <summary>
    /// A term for which a plan without anything missing exists: exposures were laid out first, and each session was then given as
    /// many minutes as they need.
    /// </summary>
    public TermAsk Feasible(int sessions, int items)
    {
        var days = Sessions(sessions, 0);
        var (made, seconds, fresh) = (new List<TermItem>(), new int[sessions], new int[sessions]);
        var places = new List<List<int>>();
        for (var n = 0; n < items; n++)
        {
            var item = Item(n, 1 + _random.Next(4), [.. made.Where(m => m.Wanted > 1).Select(m => m.Id)]);
            var from = item
                .After.Select(a => places[int.Parse(a[1..], System.Globalization.CultureInfo.InvariantCulture)][1] + 1)
                .DefaultIfEmpty(0)
                .Max();
            var at = Laid(days, item.Wanted, from, fresh);
            if (at is null)
                continue;
            made.Add(item with { Id = $"i{made.Count}" });
            places.Add(at);
            for (var k = 0; k < at.Count; k++)
                seconds[at[k]] += made[^1].SecondsOf(k);
            fresh[at[0]]++;
        }
        return new TermAsk
        {
            Sessions = days.Select((s, n) => s with { Minutes = (seconds[n] + 59) / 60 }).ToSequence(),
            Items = made.ToSequence(),
            Limits = new TermLimits { NewItems = Math.Max(1, fresh.Max()) },
            Seed = seed,
        };
    }

    /// <summary>The same of a class that has equally long in every session: as long as the fullest of them needs.</summary>
    public TermAsk Even(int sessions, int items)
    {
        var ask = Feasible(sessions, items);
        var minutes = ask.Sessions.Max(s => s.Minutes);
        return ask with { Sessions = ask.Sessions.Select(s => s with { Minutes = minutes }).ToSequence() };
    }

    /// <summary>The same with too little room: minutes, new items or days were taken away.</summary>
    public TermAsk Short(int sessions, int items)
    {
        var ask = Feasible(sessions, items);
        return (seed % 4) switch
        {
            0 => ask with { Limits = ask.Limits with { NewItems = Math.Max(1, ask.Limits.NewItems - 1) } },
            1 => ask with { Limits = ask.Limits with { LeastDays = 4 } },
            2 => ask with { Grading = ask.Sessions[^1].Date.AddDays(-2) },
            _ => ask with
            {
                Sessions = ask.Sessions.Select(s => s with { Minutes = Math.Max(0, s.Minutes - 2) }).ToSequence(),
            },
        };
    }

    private List<int>? Laid(Sequence<TermSession> days, int wanted, int from, int[] fresh)
    {
        var at = new List<int>();
        var n = from + _random.Next(3);
        while (at.Count < wanted && n < days.Count)
        {
            var isEarly = at.Count > 0 && days[n].Date.DayNumber - days[at[^1]].Date.DayNumber < 2;
            if (!isEarly && !(at.Count == 0 && fresh[n] >= 3))
                at.Add(n);
            n += 1 + _random.Next(2);
        }
        return at.Count == wanted ? at : null;
    }

    /// <summary>A handful of items and sessions, for which every plan can be looked at.</summary>
    public TermAsk Tiny()
    {
        var sessions = Sessions(4, 3 + _random.Next(4));
        var items = new List<TermItem>();
        for (var n = 0; n < 3; n++)
            items.Add(Item(n, 1 + _random.Next(2), [.. items.Select(i => i.Id)]));
        return new TermAsk
        {
            Sessions = sessions,
            Items = items.ToSequence(),
            Limits = new TermLimits { NewItems = 1 + _random.Next(2) },
            Seed = seed,
            SecondsToSolve = 5,
        };
    }
}
