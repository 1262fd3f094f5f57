using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Lessons;

/// <summary>A class on a day, with its sheet.</summary>
public sealed class Lesson : SchoolRow, IArchivable
{
    public Guid ClassId { get; set; }
    public ClassGroup? Class { get; set; }
    public DateOnly Date { get; set; }
    public TimeOnly Start { get; set; }

    /// <summary>The day and hour by which the timetable names the session that it is for; null for a lesson beside the timetable,
    /// and for those of days when this was not kept. No two lessons of a class are for one session.</summary>
    public DateOnly? SessionDate { get; set; }

    public TimeOnly? SessionAt { get; set; }

    /// <summary>Takes a session, or none.</summary>
    public void Take((DateOnly Date, TimeOnly At)? session) => (SessionDate, SessionAt) = (session?.Date, session?.At);

    public int Minutes { get; set; }
    public int Heads { get; set; }
    public Guid? HallId { get; set; }
    public Hall? Hall { get; set; }
    public Guid? TeacherId { get; set; }
    public AppUser? Teacher { get; set; }
    public string Title { get; set; } = "";
    public string Focus { get; set; } = "";

    /// <summary>The text as it was pasted, so that nothing typed is ever lost; null for a sheet begun empty.</summary>
    public string? Pasted { get; set; }

    /// <summary>
    /// When the sheet was deleted; nobody sees it then but whoever looks for what was deleted. A lesson that was taught never is.
    /// </summary>
    public DateTimeOffset? ArchivedAt { get; set; }

    public List<SheetLine> Lines { get; set; } = [];
    public LessonRun? Run { get; set; }
    public LessonLog? Log { get; set; }
}

/// <summary>One entry of a sheet as its canonical text: a heading, a note, or a line with its group versions below it.</summary>
public sealed class SheetLine : SchoolRow
{
    public const int LongestText = 4000;

    public Guid LessonId { get; set; }

    /// <summary>Order within the sheet; see <see cref="LinePlace"/>.</summary>
    public required string Place { get; set; }

    public required string Text { get; set; }

    /// <summary>Set while the line is taken out; undo clears it.</summary>
    public DateTimeOffset? RemovedAt { get; set; }

    /// <summary>The log line that this one makes good.</summary>
    public Guid? OwedLogLineId { get; set; }

    /// <summary>The drill that this line is linked to: it follows the drill until it is taught, or until somebody edits it here.</summary>
    public Guid? DrillId { get; set; }

    /// <summary>Shared by the lines that one link brought in; null for a line of the sheet's own.</summary>
    public Guid? LinkId { get; set; }
}
