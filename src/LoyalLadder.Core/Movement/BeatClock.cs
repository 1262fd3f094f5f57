using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Movement;

/// <summary>How long each beat of a combination takes.</summary>
public static class BeatClock
{
    /// <summary>
    /// Seconds of a beat at a pace: its count's time without the reset between repetitions, shared among the count's
    /// beats.
    /// </summary>
    public static decimal Seconds(Combination combination, int count, Pace pace)
    {
        var said = combination.Counts[count - 1];
        return RepClock.OfCount(combination, said, pace) / said.Beats.Count;
    }
}
