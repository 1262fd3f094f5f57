using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Data.Logs;

/// <summary>What became of a lesson.</summary>
public sealed class LessonLog : SchoolRow
{
    public Guid LessonId { get; set; }
    public Lesson? Lesson { get; set; }
    public required string TaughtBy { get; set; }
    public DateTimeOffset LoggedAt { get; set; }
    public string Notes { get; set; } = "";

    /// <summary>Seconds from start to end on the mat; null where nobody ran the clock.</summary>
    public int? ActualSeconds { get; set; }

    public int PlannedSeconds { get; set; }
    public List<LogLine> Lines { get; set; } = [];
    public List<Attendance> Attendances { get; set; } = [];
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

    public LineOutcome Outcome { get; set; }
    public int PlannedSeconds { get; set; }
    public int? ActualSeconds { get; set; }

    /// <summary>May be owed when it was not done: it teaches something, and is no try at an older debt, which stays the debt.</summary>
    public bool Carries { get; set; }

    /// <summary>When a debt was made good or dropped, and by whom.</summary>
    public DateTimeOffset? SettledAt { get; set; }

    public string? SettledBy { get; set; }

    /// <summary>The lesson that made it good; null where it was dropped by name.</summary>
    public Guid? SettledInLessonId { get; set; }
}

public enum Presence
{
    Present,
    Late,
    LeftEarly,
    Watching,
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
