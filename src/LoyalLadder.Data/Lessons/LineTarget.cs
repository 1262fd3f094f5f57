using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Data.Lessons;

/// <summary>Where a new line should stand in a sheet.</summary>
/// <param name="At">The row that the planner is at; null where nothing is chosen.</param>
/// <param name="Under">The row of the heading that was asked for; null leaves it to where the line belongs.</param>
public readonly record struct LineTarget(Guid? At = null, Guid? Under = null)
{
    /// <summary>The row behind which something stands; null for the front.</summary>
    internal Guid? Behind(OpenSheet sheet, IReadOnlyList<SheetEntry> added)
    {
        var last = sheet.RowOf.Count - 1;
        if (last < 0)
            return null;
        // a whole sheet keeps its own headings
        var isSheet = added.Count > 1 && added.OfType<Segment>().Any();
        var entry =
            EndOf(sheet, Under)
            ?? (isSheet ? EntryOf(sheet, At) ?? last : PlaceInLesson.Behind(sheet.Plan, added[0], EntryOf(sheet, At)));
        return entry < 0 ? null : sheet.RowOf[entry].Id;
    }

    /// <summary>The heading under which something would come to stand; null where there is none, or where it is one itself.</summary>
    public string? Heading(OpenSheet sheet, IReadOnlyList<SheetEntry> added)
    {
        if (added.Count == 0 || added[0] is Segment || sheet.RowOf.Count == 0)
            return null;
        var entry = PlaceInLesson.Behind(sheet.Plan, added[0], EntryOf(sheet, At));
        return entry < 0 || sheet.Plan.Headings()[entry] is not { Length: > 0 } heading ? null : heading;
    }

    private static int? EntryOf(OpenSheet sheet, Guid? row)
    {
        for (var i = sheet.RowOf.Count - 1; i >= 0; i--)
            if (sheet.RowOf[i].Id == row)
                return i;
        return null;
    }

    /// <summary>The last entry under a heading; null where there is no such heading.</summary>
    private static int? EndOf(OpenSheet sheet, Guid? heading)
    {
        if (EntryOf(sheet, heading) is not { } at || sheet.Plan.Entries[at] is not Segment)
            return null;
        while (at + 1 < sheet.Plan.Entries.Count && sheet.Plan.Entries[at + 1] is not Segment)
            at++;
        return at;
    }
}
