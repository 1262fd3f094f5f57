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
            if (await db.Logs.AnyAsync(cancel) && !await db.TaughtItems.AnyAsync(cancel)) await evidence.Rebuild(cancel);
        }
        scope.SchoolId = Guid.Empty;
    }
}
