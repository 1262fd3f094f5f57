using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>What share of the time the school aims to give each kind of work.</summary>
public sealed class AimBook(LadderContext db, OwnSchool own)
{
    public async Task<IReadOnlyDictionary<PaceKind, int>> Read(CancellationToken cancel)
    {
        var id = (await own.Facts(cancel)).School.Id;
        return WorkShares.ReadAims(
            await db.Schools.Where(s => s.Id == id).Select(s => s.AimsOfWork).FirstOrDefaultAsync(cancel) ?? ""
        );
    }

    public Task Set(IReadOnlyDictionary<PaceKind, int> aims, CancellationToken cancel) =>
        db.RunExclusive(
            "aims",
            async () =>
            {
                var school = await db.Schools.FirstAsync(s => s.Id == db.SchoolId, cancel);
                school.AimsOfWork = WorkShares.WriteAims(aims);
                return true;
            },
            cancel
        );
}
