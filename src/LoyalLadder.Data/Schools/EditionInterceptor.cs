using System.Data.Common;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace LoyalLadder.Data.Schools;

/// <summary>Doubts what this process knows of a school as soon as something of it was saved or committed here.</summary>
public sealed class EditionInterceptor(SchoolEditions editions) : SaveChangesInterceptor, IDbTransactionInterceptor
{
    public override ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData eventData,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        Invalidate(eventData.Context);
        return ValueTask.FromResult(result);
    }

    public Task TransactionCommittedAsync(
        DbTransaction transaction,
        TransactionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        Invalidate(eventData.Context);
        return Task.CompletedTask;
    }

    private void Invalidate(DbContext? context)
    {
        if (context is LadderContext ladder && ladder.SchoolId != Guid.Empty)
            editions.Invalidate(ladder.SchoolId);
    }
}
