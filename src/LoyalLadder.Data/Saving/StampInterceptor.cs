using LoyalLadder.Core.Lessons.Running;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace LoyalLadder.Data.Saving;

/// <summary>Stamps every saved row with its school, the moment and who saved it. The last of all: it stamps what the others add.</summary>
internal sealed class StampInterceptor : SaveChangesInterceptor
{
    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        var db = (LadderContext)eventData.Context!;
        foreach (var entry in db.ChangeTracker.Entries())
            if (entry.State is EntityState.Added or EntityState.Modified)
                Stamp(db, entry);
        return ValueTask.FromResult(result);
    }

    private static void Stamp(LadderContext db, EntityEntry entry)
    {
        if (entry.Entity is SchoolRow row)
        {
            if (entry.State == EntityState.Added)
                row.SchoolId = db.SchoolId;
            row.ChangedAt = db.Now;
            row.ChangedById = db.UserId;
        }
        else if (entry.Entity is RunEvent && entry.State == EntityState.Added)
            entry.Property(LadderContext.SchoolKey).CurrentValue = db.SchoolId;
    }
}
