using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>
/// How often what is remembered of a school has changed. The database counts, by triggers, in the transaction that changes it:
/// whoever sees a change sees its number, whatever clocks say and whichever process made it.
/// </summary>
public sealed class SchoolEdition
{
    public Guid SchoolId { get; set; }

    /// <summary>Halls, kit, people, settings, limits, material.</summary>
    public long Facts { get; set; }

    /// <summary>Numbered combinations, own techniques, punch numbers.</summary>
    public long Material { get; set; }

    /// <summary>Logs, attendance, ranks, requirements, signatures, students.</summary>
    public long Progress { get; set; }
}

/// <summary>The three numbers of a school.</summary>
public readonly record struct EditionNumbers(long Facts, long Material, long Progress)
{
    /// <summary>Numbers only grow: of two readings the greater ones are the newer ones.</summary>
    public EditionNumbers Newer(EditionNumbers other) =>
        new(Math.Max(Facts, other.Facts), Math.Max(Material, other.Material), Math.Max(Progress, other.Progress));
}

/// <summary>
/// The schools' edition numbers as this process knows them. While the change listener is up it hears of every change; what was saved
/// here, and everything while it is down, is asked of the database.
/// </summary>
public sealed class SchoolEditions
{
    private readonly ConcurrentDictionary<Guid, EditionNumbers> _known = new();
    private readonly Lock _lock = new();
    private int _doubts;
    private volatile bool _hears;

    /// <summary>The numbers of the context's school.</summary>
    public async ValueTask<EditionNumbers> Of(LadderContext db, CancellationToken cancel)
    {
        // a transaction sees its own changes and is told of no others
        var isOnItsOwn = db.Database.CurrentTransaction is not null;
        if (!isOnItsOwn && _hears && _known.TryGetValue(db.SchoolId, out var known))
            return known;
        var doubts = Volatile.Read(ref _doubts);
        var read = await db
            .Editions.Where(e => e.SchoolId == db.SchoolId)
            .Select(e => new EditionNumbers(e.Facts, e.Material, e.Progress))
            .FirstOrDefaultAsync(cancel);
        if (!isOnItsOwn)
            lock (_lock)
                if (doubts == _doubts && _hears)
                    _known.AddOrUpdate(db.SchoolId, read, (_, held) => held.Newer(read));
        return read;
    }

    /// <summary>Something was saved here: the next who asks looks.</summary>
    public void Invalidate(Guid school)
    {
        lock (_lock)
        {
            _doubts++;
            _known.TryRemove(school, out _);
        }
    }

    /// <summary>The wire told of new numbers.</summary>
    /// <returns>What has become old by it; nothing where the numbers were known already.</returns>
    public IReadOnlyList<CachedKind> Advance(Guid school, EditionNumbers told)
    {
        var isKnown = _known.TryGetValue(school, out var before);
        _known.AddOrUpdate(school, told, (_, held) => held.Newer(told));
        var old = new List<CachedKind>();
        if (!isKnown || told.Facts > before.Facts)
            old.Add(CachedKind.Facts);
        if (!isKnown || told.Material > before.Material)
            old.Add(CachedKind.Material);
        if (old.Count > 0 || told.Progress > before.Progress)
            old.Add(CachedKind.Progress);
        return old;
    }

    /// <summary>The wire came up, or fell: anything may have happened.</summary>
    public void Listening(bool hears)
    {
        lock (_lock)
        {
            _doubts++;
            _hears = hears;
            _known.Clear();
        }
    }
}
