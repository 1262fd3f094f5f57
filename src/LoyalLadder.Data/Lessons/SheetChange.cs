namespace LoyalLadder.Data.Lessons;

/// <summary>
/// One line of a sheet before and after a change. Written with every save, so that the history of a sheet is complete without
/// anybody thinking of it; the lines of one save share a batch and are undone together.
/// </summary>
public sealed class SheetChange : SchoolRow
{
    public Guid LessonId { get; set; }
    public Guid LineId { get; set; }

    /// <summary>Shared by the changes of one save; the lesson's own key for the lines that the sheet began with.</summary>
    public Guid Batch { get; set; }

    /// <summary>The save that this one takes back; null where it is a step of its own.</summary>
    public Guid? Undoes { get; set; }

    /// <summary>Counted up by the database: the order of changes holds whatever clocks say.</summary>
    public long Number { get; set; }

    /// <summary>Null where the line did not stand in the sheet before.</summary>
    public string? Before { get; set; }
    public required string BeforePlace { get; set; }

    /// <summary>Null where it does not stand in the sheet after.</summary>
    public string? After { get; set; }
    public required string AfterPlace { get; set; }
}
