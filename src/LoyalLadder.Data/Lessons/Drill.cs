using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Lessons;

/// <summary>A line or a block of lines that many sheets use.</summary>
public sealed class Drill : SchoolRow
{
    public const int LongestName = 80,
        LongestText = 4000,
        MostLines = 20;

    public required string Name { get; set; }

    /// <summary>The kind of segment that it belongs to.</summary>
    public SegmentKind Kind { get; set; }

    /// <summary>The youngest band that does it.</summary>
    public AgeBand LeastBand { get; set; }

    /// <summary>Its lines as sheet text.</summary>
    public required string Text { get; set; }

    public string Notes { get; set; } = "";
}

/// <summary>A kept sheet: a whole sheet kept for a week of the school's year, to make lessons from.</summary>
public sealed class KeptSheet : SchoolRow
{
    public const int LongestText = 40_000,
        LastWeek = WeekWords.Last;

    public required string Title { get; set; }

    public AgeBand Band { get; set; }

    /// <summary>The week's number, 1 to 53, as the school counts; null for any week.</summary>
    public int? Week { get; set; }

    /// <summary>The sheet as text.</summary>
    public required string Text { get; set; }
}

/// <summary>A stop that somebody set aside for one lesson, by name and with a reason.</summary>
public sealed class CheckOverride : SchoolRow
{
    public const int LongestReason = 400;

    public Guid LessonId { get; set; }

    /// <summary>The check's code.</summary>
    public required string Code { get; set; }

    /// <summary>The line that it is about; null for the lesson as a whole.</summary>
    public Guid? LineId { get; set; }

    public required string Reason { get; set; }
}

/// <summary>The school's own limits of the checks for an age band.</summary>
public sealed class BandLimits : SchoolRow
{
    public AgeBand Band { get; set; }

    /// <summary>As JSON; see <see cref="Core.Lessons.Checks.CheckLimits"/>.</summary>
    public required string Limits { get; set; }
}
