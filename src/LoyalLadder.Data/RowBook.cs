using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data;

/// <summary>Saving, putting away and bringing back one row of the school's lists.</summary>
public sealed class RowBook(LadderContext db)
{
    /// <summary>The row of that key; null when there is none.</summary>
    public Task<T?> Find<T>(Guid? id, CancellationToken cancel)
        where T : SchoolRow => db.Set<T>().AsNoTracking().FirstOrDefaultAsync(r => r.Id == id, cancel);

    /// <summary>Saves a new row or changes one.</summary>
    /// <param name="id">The row that is changed; null for a new one.</param>
    /// <param name="key">The key of the post, which becomes that of a new row: sent twice it adds one.</param>
    /// <param name="version">The state that the form was filled from; null takes whatever stands.</param>
    /// <param name="make">Makes a new row.</param>
    /// <param name="fill">Fills a row from the form.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<T>> Save<T>(
        Guid? id,
        Guid key,
        uint? version,
        Func<T> make,
        Action<T> fill,
        CancellationToken cancel
    )
        where T : SchoolRow =>
        db.RunExclusive(
            $"row {id ?? key}",
            async () =>
            {
                var row = await db.Set<T>().FirstOrDefaultAsync(r => r.Id == (id ?? key), cancel);
                if (row is null && id is not null)
                    return RowSaved<T>.Gone();
                if (row is not null && id is null)
                    return RowSaved<T>.Kept(row);
                if (row is null)
                {
                    row = make();
                    row.Id = key;
                    db.Add(row);
                }
                var isOld = id is not null && version is { } seen && row.Version != seen;
                fill(row);
                if (!isOld || !IsChanged(row))
                    return RowSaved<T>.Kept(row);
                await db.Entry(row).ReloadAsync(cancel);
                return RowSaved<T>.Conflict(row);
            },
            cancel
        );

    private bool IsChanged<T>(T row)
        where T : SchoolRow
    {
        db.ChangeTracker.DetectChanges();
        return db.Entry(row).State == EntityState.Modified;
    }

    /// <summary>Deletes a row that nothing rests on; puts away any other.</summary>
    public Task<Removal> Remove<T>(Guid id, CancellationToken cancel)
        where T : SchoolRow, IArchivable => db.RemoveOrArchive<T>(id, null, cancel);

    public Task<bool> BringBack<T>(Guid id, CancellationToken cancel)
        where T : SchoolRow, IArchivable => db.BringBack<T>(id, cancel);

    /// <summary>Deletes a row that nothing can rest on.</summary>
    public Task<bool> Delete<T>(Guid id, CancellationToken cancel)
        where T : SchoolRow => db.RemoveOne(db.Set<T>().Where(r => r.Id == id), cancel);
}
