using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Progress;

/// <summary>Left against right, over all that somebody has repeated.</summary>
public static class Sidedness
{
    /// <summary>Fewer repetitions than this say nothing.</summary>
    public const int Least = 40;

    /// <summary>A side with more than this many times the other's repetitions has left it behind.</summary>
    public const double Ahead = 1.5;

    /// <summary>
    /// Whether its repetitions tell of sides at all: a jab is always the lead hand's, so that it says only who stood how; a round kick or a
    /// combination could as well have been done on the other side.
    /// </summary>
    /// <param name="technique">Null for a combination.</param>
    public static bool Tells(Technique? technique) => technique is null or { Sides: SideRule.Either };

    /// <summary>True when one side lacks what the other has.</summary>
    public static bool IsUneven(SideTally reps) =>
        reps.Left + reps.Right >= Least && Math.Max(reps.Left, reps.Right) > Ahead * Math.Min(reps.Left, reps.Right);
}
