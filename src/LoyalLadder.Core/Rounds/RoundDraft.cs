using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>One try at a session: rounds filled call by call, then bettered until they are in balance.</summary>
internal sealed class RoundDraft(RoundAsk ask, CallBook book, BurstBook bursts, Dice dice)
{
    /// <summary>A call does not come back before so many others.</summary>
    private const int Apart = 4;

    private const int MostBeats = 196;
    private const int MostLetters = 1950;
    private const int Betterings = 3000;

    private readonly RoundTiming _timing = new(ask);
    private readonly double[] _weights = new double[book.Calls.Length];
    private readonly double[] _costs = new double[book.Calls.Length];
    private readonly double[] _owed = new double[4];

    public RoundBalance Balance { get; } = new(ask);

    public List<RoundPlan> Rounds { get; } = [];

    /// <summary>Fills all rounds; false where one of them came to a point from which nothing can be called.</summary>
    public bool Fill()
    {
        for (var n = 0; n < ask.Rounds; n++)
        {
            if (Round(Aim(n)) is not { } round)
                return false;
            Rounds.Add(round);
        }
        Better();
        Order();
        return true;
    }

    /// <summary>The difficulty to aim at; null where all rounds are alike.</summary>
    private double? Aim(int round)
    {
        if (ask.Build == RoundBuild.Plain || ask.Rounds < 2)
            return null;
        var all = book.Calls.Where(c => !c.IsMove).Select(c => (double)c.Difficulty).Order().ToList();
        var (low, high) = (all[all.Count / 5], all[all.Count * 4 / 5]);
        return low + ((high - low) * round / (ask.Rounds - 1));
    }

    private RoundPlan? Round(double? aim)
    {
        var round = new RoundPlan();
        round.Spots.Add(new Spot(StartRange(), Lead.Left));
        for (var i = 0; i < _timing.Body; i++)
        {
            if (Pick(round, aim) is not { } call)
                return null;
            Balance.Add(call, round.Here.Lead == Lead.Left);
            round.Add(call);
        }
        round.Burst = bursts.Pick(round.Last!, round.LastFrom, round.Here, Balance, dice);
        if (round.Burst.IsEmpty)
            return null;
        foreach (var call in round.Burst)
            Balance.Add(call, round.Here.Lead == Lead.Left);
        return round;
    }

    /// <summary>A round begins where most can be called from.</summary>
    private FightRange StartRange() =>
        book.Calls.Any(c => c.After[(int)FightRange.Long] is not null) && dice.Next() < 0.5
            ? FightRange.Long
            : FightRange.Middle;

    /// <summary>The next call: chance, weighed by what is still owed, by what was just called and by the time that is left.</summary>
    private Call? Pick(RoundPlan round, double? aim)
    {
        var isLeftLead = round.Here.Lead == Lead.Left;
        for (var i = 0; i < _weights.Length; i++)
            _costs[i] = Balance.Cost(book.Calls[i], isLeftLead);
        Owed();
        for (var i = 0; i < _weights.Length; i++)
            _weights[i] = Weight(book.Calls[i], round, aim);
        for (var tries = 0; tries < book.Calls.Length; tries++)
        {
            var sum = _weights.Sum();
            if (sum <= 0)
                return null;
            var call = book.Calls[Drawn(dice.Next() * sum)];
            _weights[call.Number] = 0;
            if (round.Last is null || book.Follows(round.Last, round.LastFrom, call))
                return call;
        }
        return null;
    }

    /// <summary>From each range, the most that one call could do for what is owed.</summary>
    private void Owed()
    {
        Array.Fill(_owed, 0);
        foreach (var call in book.Calls)
            for (var range = 0; range < _owed.Length; range++)
                if (call.After[range] is not null)
                    _owed[range] = Math.Max(_owed[range], -_costs[call.Number]);
    }

    private int Drawn(double at)
    {
        for (var i = 0; i < _weights.Length; i++)
            if ((at -= _weights[i]) < 0)
                return i;
        return Array.FindLastIndex(_weights, w => w > 0);
    }

    private double Weight(Call call, RoundPlan round, double? aim)
    {
        if (call.From(round.Here) is not { } after || !HasTimeFor(call, round) || IsTooSoon(call, round))
            return 0;
        var isLast = round.Body.Count == _timing.Body - 1;
        if (isLast && !bursts.CanBegin(after.Range))
            return 0;
        var weight = Math.Exp(-_costs[call.Number]);
        weight /= 1 + round.Body.Count(c => c.Number == call.Number);
        weight *= Math.Exp(-0.8 * Math.Abs((double)call.Need - Wanted));
        if (aim is { } difficulty)
            weight *= Math.Exp(-0.7 * Math.Abs(call.Difficulty - difficulty));
        if (round.Body.Count < Opening)
            weight *= Math.Exp(-0.9 * call.Difficulty) * (IsSimple(call) ? 1 : 0.02);
        if (call.IsMove)
            weight *= round.Last is { IsMove: true } ? 0.05 : MoveWeight(round, after);
        // what leads to where the debt can be paid is worth as much as paying it
        var reach = _owed[(int)after.Range] - _owed[(int)round.Here.Range];
        return weight * Math.Exp(reach);
    }

    /// <summary>A round begins with so many simple calls: strikes, and nothing that is fed.</summary>
    private const int Opening = 3;

    private static bool IsSimple(Call call) => call is { IsFed: false, Strikes: 1 or 2 };

    /// <summary>Moves between the ranges are salt; out of the clinch they are wanted after a while.</summary>
    private static double MoveWeight(RoundPlan round, Spot after)
    {
        if (round.Here.Range != FightRange.Clinch)
            return 0.3;
        var inClinch = 0;
        for (var i = round.Spots.Count - 1; i >= 0 && round.Spots[i].Range == FightRange.Clinch; i--)
            inClinch++;
        return after.Range == FightRange.Clinch ? 0.6 : inClinch;
    }

    /// <summary>Seconds that a call should need: a good half of the time to the next one.</summary>
    private double Wanted => Math.Min(3.6, 0.6 * (double)_timing.Spacing);

    private bool HasTimeFor(Call call, RoundPlan round)
    {
        var done = round.Body.Count + 1;
        var share = (double)done / _timing.Body;
        var need = round.Need + call.Need;
        return need
                <= Math.Min(done * _timing.Spacing * 1.1m + 1.2m, _timing.BodySeconds - ((_timing.Body - done) * Least))
            && round.Body.Sum(c => c.Beats) + call.Beats <= ((MostBeats - BurstBeats) * share) + 3
            && round.Body.Sum(c => c.Letters) + call.Letters <= ((MostLetters - BurstLetters) * share) + 40;
    }

    private int BurstBeats => 2 * _timing.Burst;
    private int BurstLetters => 26 * _timing.Burst;

    /// <summary>Seconds that any call needs at least.</summary>
    private decimal Least { get; } = book.Calls.Min(c => c.Need);

    private static bool IsTooSoon(Call call, RoundPlan round) =>
        round.Body.TakeLast(Apart).Any(c => c.Number == call.Number);

    /// <summary>Puts other calls in the place of some, each beginning and ending where the one before it did, while that helps.</summary>
    private void Better()
    {
        var penalty = Balance.Penalty();
        for (var tries = 0; tries < Betterings && penalty > 0; tries++)
        {
            var round = Rounds[dice.Below(Rounds.Count)];
            var at = dice.Below(round.Body.Count);
            var call = book.Calls[dice.Below(book.Calls.Length)];
            if (!Fits(call, round, at))
                continue;
            var isLeftLead = round.Spots[at].Lead == Lead.Left;
            Balance.Add(round.Body[at], isLeftLead, -1);
            Balance.Add(call, isLeftLead);
            if (Balance.Penalty() < penalty)
            {
                penalty = Balance.Penalty();
                round.Body[at] = call;
                continue;
            }
            Balance.Add(call, isLeftLead, -1);
            Balance.Add(round.Body[at], isLeftLead);
        }
    }

    private bool Fits(Call call, RoundPlan round, int at)
    {
        var old = round.Body[at];
        if (at < Opening && IsSimple(old) && !IsSimple(call))
            return false;
        if (call.Number == old.Number || call.From(round.Spots[at]) != round.Spots[at + 1])
            return false;
        if (round.Need - old.Need + call.Need > _timing.BodySeconds || !HasRoomFor(call, round, at))
            return false;
        for (var i = Math.Max(0, at - Apart); i <= Math.Min(round.Body.Count - 1, at + Apart); i++)
            if (round.Body[i].Number == call.Number)
                return false;
        if (at > 0 && !book.Follows(round.Body[at - 1], round.Spots[at - 1].Range, call))
            return false;
        var next = at + 1 < round.Body.Count ? round.Body[at + 1] : round.Burst[0];
        return book.Follows(call, round.Spots[at].Range, next);
    }

    private static bool HasRoomFor(Call call, RoundPlan round, int at) =>
        round.All.Sum(c => c.Beats) - round.Body[at].Beats + call.Beats <= MostBeats
        && round.All.Sum(c => c.Letters) - round.Body[at].Letters + call.Letters <= MostLetters;

    /// <summary>Rounds that rise stand in the order of their difficulty, those of a pyramid rise to the middle.</summary>
    private void Order()
    {
        if (ask.Build == RoundBuild.Plain)
            return;
        var rising = Rounds.OrderBy(r => r.Difficulty).ToList();
        Rounds.Clear();
        Rounds.AddRange(
            ask.Build == RoundBuild.Rising
                ? rising
                : rising.Where((_, i) => i % 2 == 0).Concat(rising.Where((_, i) => i % 2 == 1).Reverse())
        );
    }

    /// <summary>True where each round differs from its neighbours as the build wants it.</summary>
    public bool Builds
    {
        get
        {
            if (ask.Build == RoundBuild.Plain)
                return true;
            var means = Rounds.ConvertAll(r => Math.Round(r.Difficulty, 6));
            var top = ask.Build == RoundBuild.Rising ? means.Count - 1 : means.IndexOf(means.Max());
            return Enumerable
                .Range(1, means.Count - 1)
                .All(i => i <= top ? means[i] > means[i - 1] : means[i] < means[i - 1]);
        }
    }
}
