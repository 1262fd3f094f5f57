using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Data.Logs;

/// <summary>
/// What became of a lesson. It keeps all that it needs as it was on that day: what sheets, material, halls and people become
/// later changes nothing of it.
/// </summary>
public sealed class LessonLog : SchoolRow
{
    public const int LongestNotes = 4000;

    public Guid LessonId { get; set; }
    public Lesson? Lesson { get; set; }

    /// <summary>The day on which it was taught.</summary>
    public DateOnly On { get; set; }

    /// <summary>The hour at which it was to begin.</summary>
    public TimeOnly Start { get; set; }

    public Guid ClassId { get; set; }
    public AgeBand Band { get; set; }
    public int Heads { get; set; }

    /// <summary>Clear floor in metres, length and width.</summary>
    public decimal FloorLength { get; set; }

    public decimal FloorWidth { get; set; }

    /// <summary>Who taught it; empty where nobody is known.</summary>
    public Guid TaughtById { get; set; }

    public DateTimeOffset LoggedAt { get; set; }

    /// <summary>When what was done was first said; null while the log holds attendance alone, which is no evidence of anything.</summary>
    public DateTimeOffset? OutcomesAt { get; set; }

    public string Notes { get; set; } = "";

    /// <summary>Seconds from start to end on the mat; null where nobody ran the clock.</summary>
    public int? ActualSeconds { get; set; }

    public int PlannedSeconds { get; set; }
    public List<LogLine> Lines { get; set; } = [];
    public List<Attendance> Attendances { get; set; } = [];

    public FloorSize Floor => new(FloorLength, FloorWidth);
}

/// <summary>What became of one line.</summary>
public sealed class LogLine : SchoolRow
{
    public Guid LogId { get; set; }
    public LessonLog? Log { get; set; }
    public Guid SheetLineId { get; set; }
    public int Position { get; set; }

    /// <summary>The line as it stood when it was taught.</summary>
    public required string Text { get; set; }

    /// <summary>What it taught, as <see cref="TaughtLine.Write()"/> has it.</summary>
    public required string Taught { get; set; }

    public LineOutcome Outcome { get; set; }
    public int PlannedSeconds { get; set; }
    public int? ActualSeconds { get; set; }

    /// <summary>May be owed when it was not done: it teaches something, and is no try at an older debt, which stays the debt.</summary>
    public bool Carries { get; set; }

    /// <summary>The older debt that it was to make good.</summary>
    public Guid? OwedLogLineId { get; set; }

    /// <summary>When a debt was made good or dropped, and by whom.</summary>
    public DateTimeOffset? SettledAt { get; set; }

    public Guid? SettledById { get; set; }

    /// <summary>The lesson that made it good; null where it was dropped by name.</summary>
    public Guid? SettledInLessonId { get; set; }
}

/// <summary>Somebody who was there. Who is not listed was not.</summary>
public sealed class Attendance : SchoolRow
{
    public Guid LogId { get; set; }
    public LessonLog? Log { get; set; }
    public Guid StudentId { get; set; }
    public Student? Student { get; set; }
    public Presence Presence { get; set; }
}
