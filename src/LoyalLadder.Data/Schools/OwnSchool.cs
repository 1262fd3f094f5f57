using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>The facts of the scope's school.</summary>
public sealed class OwnSchool(LadderContext db, SchoolCache memory, Catalogue shipped)
{
    /// <exception cref="InvalidOperationException">Nobody is signed in.</exception>
    public Task<SchoolFacts> Facts(CancellationToken cancel) =>
        memory.GetOrCreate("facts", CachedKind.Facts, () => Read(cancel), cancel);

    private async Task<SchoolFacts> Read(CancellationToken cancel) =>
        new(
            SchoolCard.Of(await db.Schools.AsNoTracking().SingleAsync(s => s.Id == db.SchoolId, cancel)),
            await db
                .Halls.Where(h => h.ArchivedAt == null)
                .OrderBy(h => h.Name)
                .Select(h => new HallCard(h.Id, h.Name, h.LengthMetres, h.WidthMetres, h.Bags))
                .ToListAsync(cancel),
            await db
                .KitItems.OrderBy(k => k.Name)
                .Select(k => new KitCard(k.Name, k.Count, k.FetchSeconds))
                .ToListAsync(cancel),
            await db
                .Staff.OrderBy(u => u.DisplayName)
                .Select(u => new StaffCard(
                    u.Id,
                    u.DisplayName,
                    u.Role,
                    u.ClosedAt != null,
                    u.Naming,
                    u.Sides,
                    u.OwnLead,
                    TappedPaces.Read(u.Paces)
                ))
                .ToListAsync(cancel),
            await memory.GetOrCreate("material", CachedKind.Material, () => ReadMaterial(cancel), cancel),
            (await db.LimitsOfBands.AsNoTracking().ToListAsync(cancel)).ToDictionary(
                l => l.Band,
                l => CheckLimits.Parse(l.Limits)
            )
        );

    /// <summary>The material is heavy to make: it is made anew only when a row of it has changed.</summary>
    private async Task<SchoolMaterial> ReadMaterial(CancellationToken cancel)
    {
        var school = await db
            .Schools.Where(s => s.Id == db.SchoolId)
            .Select(s => new { s.Numbers, s.Customs })
            .SingleAsync(cancel);
        return new(
            shipped,
            school.Customs,
            await db.SchoolTechniques.AsNoTracking().Select(t => t.Row).ToListAsync(cancel),
            school.Numbers,
            (await db.NumberedCombinations.AsNoTracking().ToListAsync(cancel)).ConvertAll(NumberedCard.Of),
            (
                await db
                    .Words.AsNoTracking()
                    .OrderBy(w => w.Id)
                    .Select(w => new { w.Word, w.Means })
                    .ToListAsync(cancel)
            ).ConvertAll(w => (w.Word, w.Means))
        );
    }
}
