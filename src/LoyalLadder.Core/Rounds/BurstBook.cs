using System.Collections.Immutable;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>One or two short calls that can be called in turn, again and again, from where they are.</summary>
internal sealed class BurstBook
{
    private const int MostBeats = 2;

    private readonly CallBook _book;
    private readonly int _calls;
    private readonly Dictionary<FightRange, List<(Call First, Call Second)>> _pairs = [];

    public BurstBook(RoundAsk ask, CallBook book)
    {
        var timing = new RoundTiming(ask);
        _book = book;
        _calls = timing.Burst;
        var slot = Math.Floor(timing.BurstSpacing * 10) / 10;
        foreach (var range in Enum.GetValues<FightRange>())
        {
            var here = new Spot(range, Lead.Left);
            var shorts = book
                .Calls.Where(c =>
                    !c.IsMove && c.Beats <= MostBeats && c.Need <= slot && !c.IsFed && c.From(here) == here
                )
                .ToList();
            _pairs[range] = [.. from a in shorts from b in shorts where a != b select (a, b)];
        }
    }

    public bool CanBegin(FightRange range) => _pairs[range].Count > 0;

    /// <summary>Calls for the last seconds, chosen among a few for what is still owed; none where nothing goes on from here.</summary>
    public ImmutableArray<Call> Pick(Call last, FightRange lastFrom, Spot here, RoundBalance balance, Dice dice)
    {
        var pairs = _pairs[here.Range];
        var best = (Pair: ((Call First, Call Second)?)null, Cost: double.MaxValue);
        for (int tries = 0, found = 0; tries < pairs.Count && tries < MostTries && found < Among; tries++)
        {
            var (first, second) = pairs[dice.Below(pairs.Count)];
            if (!GoesOn(last, lastFrom, first, second, here.Range))
                continue;
            found++;
            var isLeftLead = here.Lead == Lead.Left;
            var cost = balance.Cost(first, isLeftLead) + balance.Cost(second, isLeftLead);
            if (cost < best.Cost)
                best = ((first, second), cost);
        }
        return best.Pair is var (a, b) ? [.. Enumerable.Range(0, _calls).Select(i => i % 2 == 0 ? a : b)] : [];
    }

    private const int MostTries = 300;
    private const int Among = 12;

    private bool GoesOn(Call last, FightRange lastFrom, Call first, Call second, FightRange range) =>
        _book.Follows(last, lastFrom, first)
        && _book.Follows(first, range, second)
        && _book.Follows(second, range, first);
}
