using System.Collections.Immutable;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>A round while it is being made: its calls, where they leave the two, and the time that they need.</summary>
internal sealed class RoundPlan
{
    public List<Call> Body { get; } = [];

    /// <summary>Where the two stand before each call of the body, and, last, behind it.</summary>
    public List<Spot> Spots { get; } = [];

    /// <summary>The calls of the burst in order: one or two short ones in turn.</summary>
    public ImmutableArray<Call> Burst { get; set; } = [];

    public IEnumerable<Call> All => Body.Concat(Burst);

    public decimal Need => Body.Sum(c => c.Need);

    public double Difficulty => All.Average(c => c.Difficulty);

    /// <summary>Where the two stand now.</summary>
    public Spot Here => Spots[^1];

    public Call? Last => Body.Count > 0 ? Body[^1] : null;

    /// <summary>Where the two stood before the last call.</summary>
    public FightRange LastFrom => Spots[^2].Range;

    public void Add(Call call)
    {
        Body.Add(call);
        Spots.Add(call.From(Here)!.Value);
    }
}

/// <summary>How many calls a round has, and when they come.</summary>
/// <param name="ask">The session.</param>
internal sealed class RoundTiming(RoundAsk ask)
{
    private const int FewestInBurst = 3;

    /// <summary>Calls in the last seconds: faster than the rest of a sparse round, never slower than a dense one.</summary>
    public int Burst { get; } = Math.Max(FewestInBurst, (int)Math.Ceiling(ask.Density * RoundAsk.BurstSeconds / 60m));

    public int BodySeconds { get; } = ask.WorkSeconds - RoundAsk.BurstSeconds;

    /// <summary>
    /// Calls before the burst: the density over the whole round less the burst, and never less than nine tenths of
    /// the density.
    /// </summary>
    public int Body =>
        Math.Max(
            (int)Math.Round(ask.Density * ask.WorkSeconds / 60m) - Burst,
            Math.Max(1, (int)Math.Ceiling(ask.Density * BodySeconds * Slowest / 60m))
        );

    private const decimal Slowest = 0.9m;

    public decimal Spacing => (decimal)BodySeconds / Body;

    public decimal BurstSpacing => (decimal)RoundAsk.BurstSeconds / Burst;

    /// <summary>The second of each call: what it needs, and an even share of what is left over.</summary>
    public IEnumerable<(Call Call, decimal At, bool IsBurst)> Of(RoundPlan round)
    {
        var (used, spare) = (0m, BodySeconds - round.Need);
        for (var i = 0; i < round.Body.Count; i++)
        {
            yield return (round.Body[i], Tenths(used + (spare * i / round.Body.Count)), false);
            used += round.Body[i].Need;
        }
        for (var i = 0; i < round.Burst.Length; i++)
            yield return (round.Burst[i], BodySeconds + Tenths(BurstSpacing * i), true);
    }

    private static decimal Tenths(decimal seconds) => Math.Floor(seconds * 10) / 10;
}
