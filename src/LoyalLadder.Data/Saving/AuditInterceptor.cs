using LoyalLadder.Data.Sharing;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace LoyalLadder.Data.Saving;

/// <summary>Adds to every save who changed what, for the school's list of changes.</summary>
internal sealed class AuditInterceptor : SaveChangesInterceptor
{
    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        var db = (LadderContext)eventData.Context!;
        // a sign-in that fails is of no school yet
        if (db.SchoolId != Guid.Empty)
            db.Audits.AddRange(Audit.Of(db.ChangeTracker.Entries()).ToList());
        return ValueTask.FromResult(result);
    }
}
