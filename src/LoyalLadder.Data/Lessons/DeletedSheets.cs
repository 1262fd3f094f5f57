using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>A sheet that was deleted, and can be restored.</summary>
public sealed record DeletedSheet(Guid Id, string Class, DateOnly Date, string Title, DateTimeOffset At, Guid ById);

/// <summary>Deleting a sheet and restoring it. What was run or logged is a record of what was taught, and stays.</summary>
public sealed class DeletedSheets(LadderContext db, LessonSessions sessions, TimeProvider time)
{
    private const int MostListed = 20;

    /// <summary>For so long deleted sheets are offered to be restored.</summary>
    private static readonly TimeSpan Listed = TimeSpan.FromDays(60);

    private IQueryable<Lesson> Deleted =>
        db.Lessons.IgnoreQueryFilters().Where(l => l.SchoolId == db.SchoolId && l.ArchivedAt != null);

    /// <summary>Deletes a sheet; its session of the timetable is free for another.</summary>
    /// <returns>What stands against it; null when it is done, or was done already.</returns>
    public Task<string?> Delete(Guid lessonId, CancellationToken cancel) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                if (await db.Lessons.FirstOrDefaultAsync(l => l.Id == lessonId, cancel) is not { } lesson)
                    return null;
                if (await IsTaught(lessonId, cancel))
                    return Say("This lesson was run or logged: it stays, as a record of what was taught.");
                lesson.ArchivedAt = time.GetUtcNow();
                lesson.Take(null);
                return (string?)null;
            },
            cancel
        );

    private async Task<bool> IsTaught(Guid lessonId, CancellationToken cancel) =>
        await db.Logs.AnyAsync(l => l.LessonId == lessonId, cancel)
        || await db.Runs.AnyAsync(r => r.LessonId == lessonId && r.Events.Count > 0, cancel);

    /// <summary>Restores a sheet, to its session where that is still free.</summary>
    /// <returns>False when there is none to restore.</returns>
    public Task<bool> Restore(Guid lessonId, CancellationToken cancel) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                if (await Deleted.FirstOrDefaultAsync(l => l.Id == lessonId, cancel) is not { } lesson)
                    return false;
                lesson.ArchivedAt = null;
                lesson.Take((await sessions.For(lesson.Id, lesson.ClassId, lesson.Date, lesson.Start, cancel)).Taken);
                return true;
            },
            cancel
        );

    /// <summary>What was deleted lately, the newest first.</summary>
    public Task<List<DeletedSheet>> All(CancellationToken cancel)
    {
        var since = time.GetUtcNow() - Listed;
        return Deleted
            .Where(l => l.ArchivedAt > since)
            .OrderByDescending(l => l.ArchivedAt)
            .Take(MostListed)
            .Select(l => new DeletedSheet(l.Id, l.Class!.Name, l.Date, l.Title, l.ArchivedAt!.Value, l.ChangedById))
            .ToListAsync(cancel);
    }
}
