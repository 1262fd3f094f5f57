using LoyalLadder.Core.Lessons;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>One save of a sheet: who, when, and what happened to which lines.</summary>
public sealed record SheetVersion(Guid Batch, DateTimeOffset At, Guid ById, IReadOnlyList<SheetChange> Changes);

/// <summary>What came of going back.</summary>
/// <param name="Undone">Lines that are again as they were.</param>
/// <param name="Left">Lines that were left as somebody has made them since.</param>
/// <param name="Line">The first of them that stands in the sheet now; null where none does.</param>
public sealed record UndoResult(int Undone, int Left, Guid? Line);

/// <summary>Many lines that were taken out at once, and are still out.</summary>
public sealed record TakenOut(Guid Batch, Guid ById, int Lines);

/// <summary>What happened to a sheet, and the way back.</summary>
public sealed class SheetHistory(LadderContext db, SchoolScope scope, TimeProvider time)
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
                    g.First().ChangedById,
                    [.. g.OrderBy(c => c.AfterPlace, StringComparer.Ordinal)]
                )),
        ];
    }

    /// <summary>The sheet's lines as they stood right behind a save; null when there is no such save.</summary>
    public async Task<IReadOnlyList<KeyedText>?> LinesAt(Guid lessonId, Guid batch, CancellationToken cancel)
    {
        if (await FirstBehind(lessonId, batch, cancel) is not { } later)
            return null;
        // lines as they are now, with what came later taken back
        var before = later.ToDictionary(c => c.LineId);
        var rows = await db.SheetLines.AsNoTracking().Where(l => l.LessonId == lessonId).ToListAsync(cancel);
        return
        [
            .. rows.Select(row =>
                    before.TryGetValue(row.Id, out var was)
                        ? (row.Id, Place: was.BeforePlace, Text: was.Before)
                        : (row.Id, row.Place, Text: row.RemovedAt is null ? row.Text : null)
                )
                .Where(l => l.Text is not null)
                .OrderBy(l => l.Place, StringComparer.Ordinal)
                .Select(l => new KeyedText(l.Id, l.Text!)),
        ];
    }

    /// <summary>From so many lines taken out at once on, what was taken out is offered back until it is back or a day old.</summary>
    public const int ManyLines = 5;

    private static readonly TimeSpan OfferedFor = TimeSpan.FromDays(1);

    /// <summary>The last time that many lines were taken out at once and are still out; null where there was none within a day.</summary>
    public async Task<TakenOut?> LastTakenOut(Guid lessonId, CancellationToken cancel)
    {
        var since = time.GetUtcNow() - OfferedFor;
        var batch = await db
            .SheetChanges.Where(c =>
                c.LessonId == lessonId && c.ChangedAt > since && c.Before != null && c.After == null
            )
            .Where(c => db.SheetLines.Any(l => l.Id == c.LineId && l.RemovedAt != null))
            .GroupBy(c => new { c.Batch, c.ChangedById })
            .Select(g => new
            {
                g.Key.Batch,
                By = g.Key.ChangedById,
                Lines = g.Count(),
                Number = g.Max(c => c.Number),
            })
            .Where(g => g.Lines > ManyLines)
            .OrderByDescending(g => g.Number)
            .FirstOrDefaultAsync(cancel);
        return batch is null ? null : new TakenOut(batch.Batch, batch.By, batch.Lines);
    }

    /// <summary>Takes back the last own step that can be taken back: never a colleague's.</summary>
    /// <returns>Null when there is none.</returns>
    public Task<UndoResult?> UndoLast(Guid lessonId, CancellationToken cancel) =>
        StepAlong(lessonId, steps => steps.Undo, cancel);

    /// <summary>Does again what was taken back last.</summary>
    /// <returns>Null when there is nothing, or when something else was done since.</returns>
    public Task<UndoResult?> RedoLast(Guid lessonId, CancellationToken cancel) =>
        StepAlong(lessonId, steps => steps.Redo, cancel);

    private Task<UndoResult?> StepAlong(
        Guid lessonId,
        Func<OwnSteps, IReadOnlyList<Guid>> which,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                // a step whose lines were all changed by others since is passed over
                foreach (var batch in which(await Steps(lessonId, cancel)))
                    if (await UndoInTurn(lessonId, batch, cancel) is { Undone: > 0 } back)
                        return back;
                return null;
            },
            cancel
        );

    private async Task<OwnSteps> Steps(Guid lessonId, CancellationToken cancel)
    {
        var saves = await db
            .SheetChanges.Where(c => c.LessonId == lessonId && c.ChangedById == scope.UserId)
            .GroupBy(c => new { c.Batch, c.Undoes })
            .Select(g => new
            {
                g.Key.Batch,
                g.Key.Undoes,
                Number = g.Min(c => c.Number),
            })
            .OrderByDescending(s => s.Number)
            .Take(MostShown)
            .ToListAsync(cancel);
        saves.Reverse();
        return OwnSteps.Of(saves.Select(s => (s.Batch, s.Undoes)), made: lessonId);
    }

    /// <summary>Takes one save back. Lines that somebody has changed since stay as they are now.</summary>
    /// <returns>Null when there is no such save.</returns>
    public Task<UndoResult?> Undo(Guid lessonId, Guid batch, CancellationToken cancel) =>
        db.RunExclusive(SheetEdits.Turn(lessonId), () => UndoInTurn(lessonId, batch, cancel), cancel);

    private async Task<UndoResult?> UndoInTurn(Guid lessonId, Guid batch, CancellationToken cancel)
    {
        var changes = await db.SheetChanges.Where(c => c.LessonId == lessonId && c.Batch == batch).ToListAsync(cancel);
        if (changes.Count == 0)
            return null;
        db.UndoneSave = batch;
        return await GoBack(lessonId, changes, onlyUntouched: true, cancel);
    }

    /// <summary>
    /// Makes the sheet what it was right behind a save, whatever came later; that is a change of its own and can be
    /// undone.
    /// </summary>
    public Task<UndoResult?> Restore(Guid lessonId, Guid batch, CancellationToken cancel) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                var later = await FirstBehind(lessonId, batch, cancel);
                return later is null ? null : await GoBack(lessonId, later, onlyUntouched: false, cancel);
            },
            cancel
        );

    /// <summary>Of each line the first change behind a save: it knows what the line was then. Null when there is no such save.</summary>
    private async Task<List<SheetChange>?> FirstBehind(Guid lessonId, Guid batch, CancellationToken cancel)
    {
        var all = await db
            .SheetChanges.AsNoTracking()
            .Where(c => c.LessonId == lessonId)
            .OrderBy(c => c.Number)
            .ToListAsync(cancel);
        var at = all.FindLastIndex(c => c.Batch == batch);
        return at < 0 ? null : [.. all.Skip(at + 1).GroupBy(c => c.LineId).Select(g => g.First())];
    }

    private async Task<UndoResult> GoBack(
        Guid lessonId,
        List<SheetChange> changes,
        bool onlyUntouched,
        CancellationToken cancel
    )
    {
        var rows = await db.SheetRows(lessonId, cancel);
        var (undone, left) = (new List<SheetLine>(), 0);
        foreach (var change in changes)
        {
            if (rows.Find(r => r.Id == change.LineId) is not { } row)
                continue;
            var says = row.RemovedAt is null ? row.Text : null;
            if (onlyUntouched && says != change.After)
            {
                left++;
                continue;
            }
            GoBack(rows, row, change);
            undone.Add(row);
        }
        var stands = undone.Where(r => r.RemovedAt is null).MinBy(r => r.Place, StringComparer.Ordinal);
        return new UndoResult(undone.Count, left, stands?.Id);
    }

    private void GoBack(List<SheetLine> rows, SheetLine row, SheetChange change)
    {
        if (change.Before is { } before)
            SheetEdits.Write(rows, row, before);
        row.RemovedAt = change.Before is null ? row.RemovedAt ?? time.GetUtcNow() : null;
        if (row.Place != change.BeforePlace)
            row.Place = FreePlace(rows, row, change.BeforePlace);
    }

    /// <summary>A place that a line had is its own again, or right behind whatever has taken it since.</summary>
    private static string FreePlace(List<SheetLine> rows, SheetLine row, string place)
    {
        var taken = rows.Where(r => r != row).Select(r => r.Place).Order(StringComparer.Ordinal).ToList();
        var at = taken.IndexOf(place);
        return at < 0 ? place : LinePlace.Between(place, taken.ElementAtOrDefault(at + 1));
    }
}
