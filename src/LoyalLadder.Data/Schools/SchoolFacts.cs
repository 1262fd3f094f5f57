using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>What nearly every page of a school needs and hardly anybody changes. Not to be changed by who reads it.</summary>
public sealed record SchoolFacts(School School, IReadOnlyList<Hall> Halls, IReadOnlyList<KitItem> Kit, IReadOnlyList<AppUser> Staff);

/// <summary>
/// Remembers schools' facts for a few seconds. A change in this process is seen at once, since saving one forgets them; one
/// in another process is seen when the seconds are over.
/// </summary>
public sealed class SchoolFactsMemory(TimeProvider time)
{
    private static readonly TimeSpan Kept = TimeSpan.FromSeconds(5);

    private readonly ConcurrentDictionary<Guid, (SchoolFacts Facts, long Since)> _facts = new();

    public SchoolFacts? Of(Guid schoolId) =>
        _facts.TryGetValue(schoolId, out var held) && time.GetElapsedTime(held.Since) < Kept ? held.Facts : null;

    public void Keep(SchoolFacts facts) => _facts[facts.School.Id] = (facts, time.GetTimestamp());

    public void Forget(Guid schoolId) => _facts.TryRemove(schoolId, out _);
}

/// <summary>The facts of the scope's school.</summary>
public sealed class OwnSchool(LadderContext db, SchoolFactsMemory memory)
{
    /// <exception cref="InvalidOperationException">Nobody is signed in.</exception>
    public async Task<SchoolFacts> Facts(CancellationToken cancel)
    {
        if (memory.Of(db.SchoolId) is { } held) return held;
        var facts = new SchoolFacts(
            await db.Schools.AsNoTracking().SingleAsync(s => s.Id == db.SchoolId, cancel),
            await db.Halls.AsNoTracking().OrderBy(h => h.Name).ToListAsync(cancel),
            await db.KitItems.AsNoTracking().OrderBy(k => k.Name).ToListAsync(cancel),
            await db.Staff.AsNoTracking().OrderBy(u => u.DisplayName).ToListAsync(cancel));
        memory.Keep(facts);
        return facts;
    }
}
