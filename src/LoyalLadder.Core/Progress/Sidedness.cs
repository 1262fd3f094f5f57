using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Progress;

/// <summary>Left against right, over all that somebody has repeated.</summary>
public static class Sidedness
{
    /// <summary>Fewer repetitions than this say nothing.</summary>
    public const int Least = 40;

    /// <summary>A side with more than this many times the other's repetitions has left it behind.</summary>
    public const double Ahead = 1.5;

    /// <summary>True when one side lacks what the other has.</summary>
    public static bool IsUneven(SideTally reps) =>
        reps.Left + reps.Right >= Least && Math.Max(reps.Left, reps.Right) > Ahead * Math.Min(reps.Left, reps.Right);
}
