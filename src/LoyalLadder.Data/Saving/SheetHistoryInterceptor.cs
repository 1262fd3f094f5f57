using LoyalLadder.Data.Lessons;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace LoyalLadder.Data.Saving;

/// <summary>Writes down what happens to lines of sheets; moving alone counts, saving the same does not.</summary>
internal sealed class SheetHistoryInterceptor : SaveChangesInterceptor
{
    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        Remember((LadderContext)eventData.Context!);
        return ValueTask.FromResult(result);
    }

    private static void Remember(LadderContext db)
    {
        db.ChangeTracker.DetectChanges();
        var batch = Guid.CreateVersion7();
        var changed = db
            .ChangeTracker.Entries<SheetLine>()
            .Where(e => e.State is EntityState.Added or EntityState.Modified)
            .ToList();
        var begun = db
            .ChangeTracker.Entries<Lesson>()
            .Where(e => e.State == EntityState.Added)
            .Select(e => e.Entity.Id)
            .ToHashSet();
        foreach (var entry in changed)
            if (ChangeOf(entry, begun.Contains(entry.Entity.LessonId) ? entry.Entity.LessonId : batch) is { } change)
            {
                change.Undoes = db.UndoneSave;
                db.SheetChanges.Add(change);
            }
        db.UndoneSave = null;
    }

    private static SheetChange? ChangeOf(EntityEntry<SheetLine> entry, Guid batch)
    {
        var (line, was) = (entry.Entity, entry.OriginalValues);
        var isNew = entry.State == EntityState.Added;
        var stoodThere = !isNew && was.GetValue<DateTimeOffset?>(nameof(SheetLine.RemovedAt)) is null;
        var before = stoodThere ? was.GetValue<string>(nameof(SheetLine.Text)) : null;
        var after = line.RemovedAt is null ? line.Text : null;
        var place = isNew ? line.Place : was.GetValue<string>(nameof(SheetLine.Place));
        if (before == after && place == line.Place)
            return null;
        return new SheetChange
        {
            LessonId = line.LessonId,
            LineId = line.Id,
            Batch = batch,
            Before = before,
            BeforePlace = place,
            After = after,
            AfterPlace = line.Place,
        };
    }
}
