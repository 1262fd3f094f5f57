namespace LoyalLadder.Data.Lessons;

/// <summary>What came of an edit of a sheet.</summary>
public abstract record SheetEdit
{
    /// <summary>Saved. <paramref name="Line"/> is the row that changed or the first that was added.</summary>
    public sealed record Saved(Guid Line) : SheetEdit;

    /// <summary>Not saved; the message says what to do.</summary>
    public sealed record Refused(string Message) : SheetEdit;

    /// <summary>Somebody else changed the line meanwhile; nothing was saved and both texts are here.</summary>
    public sealed record Clash(SheetLine Theirs, string Mine) : SheetEdit;

    /// <summary>Somebody else changed the line meanwhile, and what was asked for would have lost that; nothing was saved.</summary>
    public sealed record Conflict(SheetLine Theirs) : SheetEdit;

    /// <summary>There is no such line any more.</summary>
    public sealed record Gone : SheetEdit;
}
