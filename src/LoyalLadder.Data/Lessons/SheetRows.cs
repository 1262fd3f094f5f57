using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>The rows of a sheet, for whoever changes them.</summary>
internal static class SheetRowsOfLesson
{
    /// <summary>All rows in order, those that were taken out among them: their places stay theirs.</summary>
    public static Task<List<SheetLine>> SheetRows(this LadderContext db, Guid lessonId, CancellationToken cancel) =>
        db.SheetLines.Where(l => l.LessonId == lessonId).OrderBy(l => l.Place).ToListAsync(cancel);
}
