using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Material;

/// <summary>Pages for practising at home.</summary>
public sealed class PracticeBook(LadderContext db, OwnSchool own, SchoolLookup door, TimeProvider time)
{
    /// <summary>Makes an address for a combination; those that were given out before go on until they end.</summary>
    /// <returns>The secret, which is kept nowhere; null where there is no such combination.</returns>
    public Task<string?> Make(Guid combination, CancellationToken cancel) =>
        db.RunExclusive(
            $"practice {combination}",
            async () =>
            {
                if (!await db.NumberedCombinations.AnyAsync(c => c.Id == combination, cancel))
                    return null;
                var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
                db.PracticePages.RemoveRange(await db.PracticePages.Where(p => p.Until < today).ToListAsync(cancel));
                var secret = ApiToken.Fresh()["ll_".Length..];
                db.PracticePages.Add(
                    new PracticePage
                    {
                        CombinationId = combination,
                        Hash = ApiToken.HashOf(secret),
                        Until = today.AddDays(PracticePage.Days),
                    }
                );
                return (string?)secret;
            },
            cancel
        );

    /// <summary>How many addresses of a combination open today.</summary>
    public async Task<int> Open(Guid combination, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return await db.PracticePages.CountAsync(p => p.CombinationId == combination && p.Until >= today, cancel);
    }

    /// <summary>Ends all addresses of a combination.</summary>
    public Task<int> End(Guid combination, CancellationToken cancel) =>
        db.RunExclusive(
            $"practice {combination}",
            async () =>
            {
                var all = await db.PracticePages.Where(p => p.CombinationId == combination).ToListAsync(cancel);
                db.PracticePages.RemoveRange(all);
                return all.Count;
            },
            cancel
        );

    /// <summary>The combination that a secret opens; from here on the request works for its school. Null for nothing.</summary>
    public async Task<(Guid Combination, DateOnly Until)?> Enter(string secret, CancellationToken cancel)
    {
        if (await door.Practice(ApiToken.HashOf(secret), cancel) is not { } found)
            return null;
        door.Enter(found.SchoolId, Guid.Empty);
        var page = await db.PracticePages.AsNoTracking().FirstOrDefaultAsync(p => p.Id == found.Id, cancel);
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return page is null || page.Until < today ? null : (page.CombinationId, page.Until);
    }
}
