using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>One save of a sheet: who, when, and what happened to which lines.</summary>
public sealed record SheetVersion(Guid Batch, DateTimeOffset At, string By, IReadOnlyList<SheetChange> Changes);

/// <summary>What happened to a sheet, and the way back.</summary>
public sealed class SheetHistory(LadderContext db, TimeProvider time)
{
    private const int MostShown = 400;

    /// <summary>The saves of a sheet, newest first.</summary>
    public async Task<List<SheetVersion>> Of(Guid lessonId, CancellationToken cancel)
    {
        var changes = await db
            .SheetChanges.AsNoTracking()
            .Where(c => c.LessonId == lessonId)
            .OrderByDescending(c => c.Number)
            .Take(MostShown)
            .ToListAsync(cancel);
        return
        [
            .. changes
                .GroupBy(c => c.Batch)
                .Select(g => new SheetVersion(
                    g.Key,
                    g.First().ChangedAt,
                    g.First().ChangedBy,
                    [.. g.OrderBy(c => c.AfterPosition)]
                )),
        ];
    }

    /// <summary>The newest save of a sheet by this person, if nobody has changed its lines since.</summary>
    public async Task<Guid?> Last(Guid lessonId, CancellationToken cancel) =>
        await db
            .SheetChanges.Where(c => c.LessonId == lessonId)
            .OrderByDescending(c => c.Number)
            .Select(c => (Guid?)c.Batch)
            .FirstOrDefaultAsync(cancel);

    /// <summary>
    /// Takes one save back. Lines that somebody has changed since stay as they are now.
    /// </summary>
    /// <returns>How many lines are again as they were, and how many were left; null when there is no such save.</returns>
    public async Task<(int Undone, int Left)?> Undo(Guid lessonId, Guid batch, CancellationToken cancel)
    {
        var changes = await db.SheetChanges.Where(c => c.LessonId == lessonId && c.Batch == batch).ToListAsync(cancel);
        return changes.Count == 0 ? null : await GoBack(lessonId, changes, onlyUntouched: true, cancel);
    }

    /// <summary>Makes the sheet what it was right behind a save, whatever came later; that is a change of its own and can be undone.</summary>
    public async Task<(int Undone, int Left)?> Restore(Guid lessonId, Guid batch, CancellationToken cancel)
    {
        var all = await db.SheetChanges.Where(c => c.LessonId == lessonId).OrderBy(c => c.Number).ToListAsync(cancel);
        var at = all.FindLastIndex(c => c.Batch == batch);
        if (at < 0)
            return null;
        // of each line only the first change behind that save matters: it knows what the line was
        var later = all.Skip(at + 1).GroupBy(c => c.LineId).Select(g => g.First()).ToList();
        return await GoBack(lessonId, later, onlyUntouched: false, cancel);
    }

    private async Task<(int Undone, int Left)?> GoBack(
        Guid lessonId,
        List<SheetChange> changes,
        bool onlyUntouched,
        CancellationToken cancel
    )
    {
        var ids = changes.Select(c => c.LineId).ToList();
        var lines = await db
            .SheetLines.Where(l => l.LessonId == lessonId && ids.Contains(l.Id))
            .ToDictionaryAsync(l => l.Id, cancel);
        var (undone, left) = (0, 0);
        foreach (var change in changes)
        {
            if (!lines.TryGetValue(change.LineId, out var line))
                continue;
            if (onlyUntouched && (line.RemovedAt is null ? line.Text : null) != change.After)
            {
                left++;
                continue;
            }
            if (change.Before is { } before && line.Text != before)
                (line.Text, line.Version) = (before, line.Version + 1);
            line.RemovedAt = change.Before is null ? line.RemovedAt ?? time.GetUtcNow() : null;
            line.Position = change.BeforePosition;
            undone++;
        }
        await db.SaveChangesAsync(cancel);
        return (undone, left);
    }
}
