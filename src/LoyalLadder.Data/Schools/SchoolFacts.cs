using System.Collections.Concurrent;
using System.Globalization;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>What nearly every page of a school needs and hardly anybody changes. Not to be changed by who reads it.</summary>
public sealed record SchoolFacts(
    School School,
    IReadOnlyList<Hall> Halls,
    IReadOnlyList<KitItem> Kit,
    IReadOnlyList<AppUser> Staff,
    SchoolMaterial Material,
    IReadOnlyDictionary<AgeBand, CheckLimits> Limits
)
{
    /// <summary>The limits of the checks: the school's own, else the usual ones.</summary>
    public CheckLimits LimitsOf(AgeBand band) => Limits.TryGetValue(band, out var own) ? own : CheckLimits.Of(band);
}

/// <summary>
/// Remembers schools' facts. A change in this process is seen at once, since saving one forgets them; of one in another process
/// the database tells within moments, and should that fail it is seen when the seconds are over.
/// </summary>
public sealed class SchoolFactsMemory(TimeProvider time)
{
    private static readonly TimeSpan Kept = TimeSpan.FromSeconds(20);

    private readonly ConcurrentDictionary<Guid, (SchoolFacts Facts, long Since)> _facts = new();

    public SchoolFacts? Of(Guid schoolId) =>
        _facts.TryGetValue(schoolId, out var held) && time.GetElapsedTime(held.Since) < Kept ? held.Facts : null;

    public void Keep(SchoolFacts facts) => _facts[facts.School.Id] = (facts, time.GetTimestamp());

    /// <summary>Forgets a school's facts; those of all schools where the key is empty.</summary>
    public void Forget(Guid schoolId)
    {
        if (schoolId == Guid.Empty)
            _facts.Clear();
        else
            _facts.TryRemove(schoolId, out _);
    }
}

/// <summary>The facts of the scope's school.</summary>
public sealed class OwnSchool(LadderContext db, SchoolFactsMemory memory, SchoolMaterials materials)
{
    /// <exception cref="InvalidOperationException">Nobody is signed in.</exception>
    public async Task<SchoolFacts> Facts(CancellationToken cancel)
    {
        if (memory.Of(db.SchoolId) is { } held)
            return held;
        var school = await db.Schools.AsNoTracking().SingleAsync(s => s.Id == db.SchoolId, cancel);
        var facts = new SchoolFacts(
            school,
            await db.Halls.AsNoTracking().OrderBy(h => h.Name).ToListAsync(cancel),
            await db.KitItems.AsNoTracking().OrderBy(k => k.Name).ToListAsync(cancel),
            await db.Staff.AsNoTracking().OrderBy(u => u.DisplayName).ToListAsync(cancel),
            await Material(school, cancel),
            (await db.LimitsOfBands.AsNoTracking().ToListAsync(cancel)).ToDictionary(
                l => l.Band,
                l => CheckLimits.Parse(l.Limits)
            )
        );
        memory.Keep(facts);
        return facts;
    }

    /// <summary>The material is heavy to make: it is made anew only when a row of it has changed.</summary>
    private async Task<SchoolMaterial> Material(School school, CancellationToken cancel)
    {
        var combinations = await db
            .NumberedCombinations.GroupBy(_ => 1)
            .Select(g => new { Rows = g.Count(), Last = g.Max(c => c.ChangedAt) })
            .SingleOrDefaultAsync(cancel);
        var techniques = await db
            .SchoolTechniques.GroupBy(_ => 1)
            .Select(g => new { Rows = g.Count(), Last = g.Max(c => c.ChangedAt) })
            .SingleOrDefaultAsync(cancel);
        var stamp = string.Create(
            CultureInfo.InvariantCulture,
            $"{combinations?.Rows} {combinations?.Last.UtcTicks} {techniques?.Rows} {techniques?.Last.UtcTicks} {school.Numbers}"
        );
        return materials.Of(school.Id, stamp)
            ?? materials.Keep(
                school.Id,
                stamp,
                new SchoolMaterial(
                    materials.Shipped,
                    await db.SchoolTechniques.AsNoTracking().ToListAsync(cancel),
                    school.Numbers,
                    await db.NumberedCombinations.AsNoTracking().Include(c => c.Rank).ToListAsync(cancel)
                )
            );
    }
}
