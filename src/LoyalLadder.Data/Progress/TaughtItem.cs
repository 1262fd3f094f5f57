using LoyalLadder.Core.Progress;

namespace LoyalLadder.Data.Progress;

/// <summary>
/// What one logged lesson exposed its people to, read out of the log's lines: with attendance it is the source of
/// <see cref="Evidence"/>. Made anew from the log whenever that changes; never edited by itself.
/// </summary>
public sealed class TaughtItem
{
    public Guid SchoolId { get; set; }
    public Guid LogId { get; set; }
    public required string Learnable { get; set; }

    /// <summary>1 to 6.</summary>
    public int Stage { get; set; }

    public DateOnly Date { get; set; }

    /// <summary>1 done, a half done in part.</summary>
    public double Share { get; set; }

    /// <summary>
    /// What the lesson counts as an exposure to the learnable, whatever number of stages it took: held by the highest stage
    /// alone, 0 at the others.
    /// </summary>
    public double LessonShare { get; set; }

    public int LeftReps { get; set; }
    public int RightReps { get; set; }
}
