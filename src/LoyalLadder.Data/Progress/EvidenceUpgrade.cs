using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>Makes evidence for schools whose logs are older than the evidence table.</summary>
public sealed class EvidenceUpgrade(LadderContext db, SchoolScope scope, EvidenceBook evidence)
{
    public async Task Run(CancellationToken cancel = default)
    {
        foreach (var school in await db.Schools.AsNoTracking().Select(s => s.Id).ToListAsync(cancel))
        {
            scope.SchoolId = school;
            if (await db.Logs.AnyAsync(cancel) && !await db.TaughtItems.AnyAsync(cancel))
                await evidence.Rebuild(cancel);
        }
        scope.SchoolId = Guid.Empty;
    }

    /// <summary>Makes the evidence of all schools anew.</summary>
    /// <returns>How many rows there are now.</returns>
    public async Task<int> Rebuild(CancellationToken cancel = default)
    {
        var rows = 0;
        foreach (var school in await db.Schools.AsNoTracking().Select(s => s.Id).ToListAsync(cancel))
        {
            scope.SchoolId = school;
            rows += await evidence.Rebuild(cancel);
        }
        scope.SchoolId = Guid.Empty;
        return rows;
    }
}
