using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>The lists that the School room keeps: halls, kit, classes, tracks and ranks, limits, tokens, people.</summary>
public sealed class SchoolBook(LadderContext db, OwnSchool own, SchoolCache memory)
{
    public Task<List<Hall>> Halls(CancellationToken cancel) =>
        db.Halls.AsNoTracking().OrderBy(h => h.Name).ToListAsync(cancel);

    public Task<List<KitItem>> Kit(CancellationToken cancel) =>
        db.KitItems.AsNoTracking().OrderBy(k => k.Name).ToListAsync(cancel);

    /// <summary>The classes that meet, by name. They are shared and not to be changed by who reads them.</summary>
    public async Task<List<ClassGroup>> Classes(CancellationToken cancel) =>
        [.. (await Meeting(cancel)).Select(c => c.Class).OrderBy(c => c.Name, StringComparer.Ordinal)];

    private Task<List<(ClassGroup Class, int Students)>> Meeting(CancellationToken cancel) =>
        memory.GetOrCreate(
            "classes",
            CachedKind.Progress,
            async () =>
                (
                    await db
                        .Classes.AsNoTracking()
                        .Where(c => c.ArchivedAt == null)
                        .OrderBy(c => c.Band)
                        .ThenBy(c => c.Name)
                        .Select(c => new { Class = c, Students = c.Enrolments.Count })
                        .ToListAsync(cancel)
                ).ConvertAll(c => (c.Class, c.Students)),
            cancel
        );

    /// <summary>All classes with hall, teacher, ranks and who is enrolled; those that were put away among them.</summary>
    public Task<List<ClassGroup>> ClassesWhole(CancellationToken cancel) =>
        db
            .Classes.AsNoTracking()
            .Include(c => c.Hall)
            .Include(c => c.Teacher)
            .Include(c => c.LowestRank)
            .Include(c => c.HighestRank)
            .Include(c => c.Enrolments)
            .OrderBy(c => c.Name)
            .ToListAsync(cancel);

    /// <summary>The same with how many are enrolled, the youngest first.</summary>
    public async Task<List<(ClassGroup Class, int Students)>> ClassesWithHeads(CancellationToken cancel) =>
        [.. await Meeting(cancel)];

    public async Task<bool> HasClasses(CancellationToken cancel) => (await Meeting(cancel)).Count > 0;

    /// <summary>The tracks with all of their ranks, those that were put away among them.</summary>
    public Task<List<TrackRow>> Tracks(CancellationToken cancel) =>
        db.Tracks.AsNoTracking().Include(t => t.Ranks).OrderBy(t => t.Position).ToListAsync(cancel);

    /// <summary>How many students hold a rank; it cannot be put away from under them.</summary>
    public Task<int> Holders(Guid rank, CancellationToken cancel) =>
        db.Students.CountAsync(s => s.RankId == rank && !s.IsErased, cancel);

    /// <summary>Adds three usual tracks where there are none.</summary>
    public Task AddUsualTracks(CancellationToken cancel) =>
        db.RunExclusive(
            "tracks",
            async () =>
            {
                if (!await db.Tracks.AnyAsync(cancel))
                    db.Tracks.AddRange(UsualRanks.Tracks());
                return true;
            },
            cancel
        );

    /// <summary>Moves a rank below the one that stands under it.</summary>
    public Task<bool> MoveDown(Guid rankId, CancellationToken cancel) =>
        db.RunExclusive(
            "tracks",
            async () =>
            {
                if (await db.Ranks.FirstOrDefaultAsync(r => r.Id == rankId, cancel) is not { } rank)
                    return false;
                var below = await db
                    .Ranks.Where(r => r.TrackId == rank.TrackId && r.Position < rank.Position && r.ArchivedAt == null)
                    .OrderByDescending(r => r.Position)
                    .FirstOrDefaultAsync(cancel);
                if (below is null)
                    return false;
                (rank.Position, below.Position) = (below.Position, rank.Position);
                return true;
            },
            cancel
        );

    public Task<School> Settings(CancellationToken cancel) =>
        db.Schools.AsNoTracking().SingleAsync(s => s.Id == db.SchoolId, cancel);

    /// <summary>Saves the settings as seen at a version.</summary>
    /// <returns>The settings as somebody else left them since, and who; null when they are kept.</returns>
    public Task<(School Settings, Guid By)?> SaveSettings(
        uint? version,
        Action<School> fill,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            "settings",
            async () =>
            {
                var school = await db.Schools.SingleAsync(s => s.Id == db.SchoolId, cancel);
                var isOld = version is { } seen && school.Version != seen;
                fill(school);
                db.ChangeTracker.DetectChanges();
                if (!isOld || db.Entry(school).State != EntityState.Modified)
                    return ((School, Guid)?)null;
                await db.Entry(school).ReloadAsync(cancel);
                var by = await db
                    .Audits.Where(a => a.RowId == school.Id)
                    .OrderByDescending(a => a.Number)
                    .Select(a => a.ChangedById)
                    .FirstOrDefaultAsync(cancel);
                return (school, by);
            },
            cancel
        );

    /// <summary>Keeps what 'on my count' means here: a call for each repetition, or counted through.</summary>
    public Task KeepMyCount(bool isACall, CancellationToken cancel) =>
        SaveSettings(
            null,
            school =>
                school.Customs =
                    (school.Customs & ~(NameCustoms.MyCountIsACall | NameCustoms.MyCountIsCounted))
                    | (isACall ? NameCustoms.MyCountIsACall : NameCustoms.MyCountIsCounted),
            cancel
        );

    /// <summary>The school's own limits for an age; null where the usual ones hold.</summary>
    public Task<BandLimits?> LimitsOf(AgeBand band, CancellationToken cancel) =>
        db.LimitsOfBands.AsNoTracking().FirstOrDefaultAsync(l => l.Band == band, cancel);

    /// <summary>Keeps limits for an age as seen at a version; null limits are the usual ones again.</summary>
    /// <returns>The limits as somebody else left them since; null when these are kept.</returns>
    public Task<BandLimits?> SaveLimits(AgeBand band, uint? version, CheckLimits? limits, CancellationToken cancel) =>
        db.RunExclusive(
            "limits",
            async () =>
            {
                var row = await db.LimitsOfBands.FirstOrDefaultAsync(l => l.Band == band, cancel);
                if (version is { } seen && (row?.Version ?? 0) != seen)
                    return row ?? new BandLimits { Band = band, Limits = CheckLimits.Of(band).Write() };
                if (limits is null)
                {
                    if (row is not null)
                        db.LimitsOfBands.Remove(row);
                    return null;
                }
                if (row is null)
                {
                    row = new BandLimits { Band = band, Limits = "" };
                    db.LimitsOfBands.Add(row);
                }
                row.Limits = limits.Write();
                return (BandLimits?)null;
            },
            cancel
        );

    /// <summary>Keeps how one person reads: names, sides, the foot in front.</summary>
    public Task SaveReading(Guid user, Action<AppUser> fill, CancellationToken cancel) =>
        db.RunExclusive(
            $"row {user}",
            async () =>
            {
                if (await db.Staff.FirstOrDefaultAsync(u => u.Id == user, cancel) is { } person)
                    fill(person);
                return true;
            },
            cancel
        );

    public Task<List<AppUser>> Staff(CancellationToken cancel) =>
        db.Staff.AsNoTracking().OrderBy(u => u.DisplayName).ToListAsync(cancel);

    /// <summary>What a hall is called; null for none.</summary>
    public async Task<string?> HallName(Guid? id, CancellationToken cancel) =>
        id is null ? null : await db.Halls.Where(h => h.Id == id).Select(h => h.Name).FirstOrDefaultAsync(cancel);

    /// <summary>Somebody of the staff, to be changed by who reads it.</summary>
    public Task<AppUser?> Person(Guid? id, CancellationToken cancel) =>
        db.Staff.FirstOrDefaultAsync(u => u.Id == id, cancel);

    /// <summary>What the school's settings of punch numbers mean; null when they cannot be read.</summary>
    public async Task<bool> MayBeNumbers(string numbers, CancellationToken cancel) =>
        SchoolMaterial.NumbersOf(numbers, (await own.Facts(cancel)).Material.Catalogue) is not null;
}
