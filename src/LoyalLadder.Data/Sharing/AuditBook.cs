using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Sharing;

/// <summary>Changes of one kind by one person within a minute or so: an import of forty students is one line.</summary>
/// <param name="First">The newest of them.</param>
/// <param name="Count">How many rows.</param>
/// <param name="Names">What the first few are called now, with the address of their page where they have one; what is
/// gone has no name.</param>
public sealed record AuditGroup(AuditEntry First, int Count, IReadOnlyList<RowName> Names);

/// <summary>Who changed what and when, newest first.</summary>
public sealed class AuditBook(LadderContext db, OwnSchool own, RowNames rowNames, TimeProvider time)
{
    /// <summary>Rows looked through for one page of the list.</summary>
    public const int Page = 400;

    private const int Named = 3;

    private static readonly TimeSpan Together = TimeSpan.FromMinutes(2);

    /// <param name="who">One person alone; null for all.</param>
    /// <param name="kind">One kind of thing alone; null for all.</param>
    /// <param name="before">Only what is older than the entry of that number; null for the newest.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The groups, and the number to go on from; null at the end.</returns>
    public async Task<(List<AuditGroup> Groups, long? Older)> Of(
        Guid? who,
        string? kind,
        long? before,
        CancellationToken cancel
    )
    {
        var entries = await db
            .Audits.AsNoTracking()
            .Where(a => !Audit.NotByHand.Contains(a.Kind))
            .Where(a =>
                (who == null || a.ChangedById == who)
                && (kind == null || a.Kind == kind)
                && (before == null || a.Number < before)
            )
            .OrderByDescending(a => a.Number)
            .Take(Page + 1)
            .ToListAsync(cancel);
        var groups = Grouped(entries.Take(Page));
        var names = await rowNames.Of([.. groups.SelectMany(g => g.DistinctBy(e => e.RowId).Take(Named))], cancel);
        return (groups.ConvertAll(g => Group(g, names)), entries.Count > Page ? entries[Page - 1].Number : null);
    }

    private static List<List<AuditEntry>> Grouped(IEnumerable<AuditEntry> entries)
    {
        var groups = new List<List<AuditEntry>>();
        foreach (var entry in entries)
        {
            if (groups.FindLast(g => BelongTogether(g[0], entry)) is { } open)
                open.Add(entry);
            else
                groups.Add([entry]);
        }
        return groups;
    }

    private static bool BelongTogether(AuditEntry first, AuditEntry entry) =>
        first.ChangedById == entry.ChangedById
        && first.Kind == entry.Kind
        && first.Deed == entry.Deed
        && (entry.Deed != Deed.Changed || first.Fields == entry.Fields)
        && first.ChangedAt - entry.ChangedAt < Together;

    private static AuditGroup Group(List<AuditEntry> entries, Dictionary<Guid, RowName> names)
    {
        var rows = entries.DistinctBy(e => e.RowId).ToList();
        return new AuditGroup(
            entries[0],
            rows.Count,
            [.. rows.Take(Named).Select(e => names.GetValueOrDefault(e.RowId)).OfType<RowName>()]
        );
    }

    /// <summary>Everybody who has changed something, by name.</summary>
    public async Task<List<(Guid Id, string Name)>> People(CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var ids = await db.Audits.Select(a => a.ChangedById).Distinct().ToListAsync(cancel);
        return [.. ids.Select(i => (i, facts.NameOf(i))).OrderBy(p => p.Item2, StringComparer.Ordinal)];
    }

    public Task<List<string>> Kinds(CancellationToken cancel) =>
        db.Audits.Select(a => a.Kind).Distinct().OrderBy(n => n).ToListAsync(cancel);

    /// <summary>Lets go of what is older than the school keeps.</summary>
    public async Task<int> Forget(CancellationToken cancel)
    {
        var months = await db.Schools.Where(s => s.Id == db.SchoolId).Select(s => s.MonthsOfChanges).FirstAsync(cancel);
        var oldest = time.GetUtcNow().AddMonths(-months);
        return await db.Audits.Where(a => a.ChangedAt < oldest).ExecuteDeleteAsync(cancel);
    }
}
