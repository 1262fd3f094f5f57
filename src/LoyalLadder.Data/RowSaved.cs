using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace LoyalLadder.Data;

/// <summary>What is wrong with what was typed, each with the field that it is about.</summary>
public sealed class FieldErrors
{
    private readonly List<(string Field, string Message)> _all = [];

    public bool Any => _all.Count > 0;

    public IReadOnlyList<(string Field, string Message)> All => _all;

    /// <summary>The first of them, for a row of a list that has room for one.</summary>
    public string First => _all[0].Message;

    public void Add(string field, string message) => _all.Add((field, message));
}

/// <summary>What came of saving a row: kept, refused field by field, or met by somebody else's change of the same row.</summary>
public sealed record RowSaved<T>
    where T : SchoolRow
{
    /// <summary>The row as it is kept now; null unless it was.</summary>
    public T? Row { get; private init; }

    /// <summary>The row as somebody else left it since the form was filled; null unless that is why nothing was saved.</summary>
    public T? Theirs { get; private init; }

    public bool IsGone { get; private init; }

    public FieldErrors Errors { get; private init; } = new();

    public static RowSaved<T> Kept(T row) => new() { Row = row };

    public static RowSaved<T> Conflict(T theirs) => new() { Theirs = theirs };

    public static RowSaved<T> Gone() => new() { IsGone = true };

    public static RowSaved<T> Refused(FieldErrors errors) => new() { Errors = errors };

    public static RowSaved<T> Refused(string field, string message)
    {
        var errors = new FieldErrors();
        errors.Add(field, message);
        return Refused(errors);
    }
}

/// <summary>What became of a row that was to be removed.</summary>
public enum Removal
{
    NotThere,
    Removed,

    /// <summary>Others' records rest on it: it is out of use, and can be brought back.</summary>
    Archived,
}

/// <summary>Taking rows out of use.</summary>
public static class Removals
{
    /// <summary>Deletes a row that nothing rests on; any other is put away. The database decides which it is.</summary>
    /// <param name="db">The database, on behalf of its school.</param>
    /// <param name="id">The row's key.</param>
    /// <param name="also">Changed together with it.</param>
    /// <param name="cancel">Ends the wait.</param>
    public static Task<Removal> RemoveOrArchive<T>(
        this LadderContext db,
        Guid id,
        Action? also,
        CancellationToken cancel
    )
        where T : SchoolRow, IArchivable =>
        db.RunExclusive(
            $"row {id}",
            async () =>
            {
                if (await db.Set<T>().FirstOrDefaultAsync(r => r.Id == id, cancel) is not { } row)
                    return Removal.NotThere;
                var removal = await TryDelete(db, row, cancel) ? Removal.Removed : Removal.Archived;
                if (removal == Removal.Archived)
                {
                    var kept = await db.Set<T>().FirstAsync(r => r.Id == id, cancel);
                    kept.ArchivedAt ??= db.Now;
                }
                also?.Invoke();
                return removal;
            },
            cancel
        );

    private static async Task<bool> TryDelete<T>(LadderContext db, T row, CancellationToken cancel)
        where T : SchoolRow
    {
        const string before = "before_removal";
        var transaction = db.Database.CurrentTransaction!;
        await transaction.CreateSavepointAsync(before, cancel);
        try
        {
            db.Remove(row);
            await db.SaveChangesAsync(cancel);
            return true;
        }
        catch (DbUpdateException e)
            when (e.InnerException is PostgresException { SqlState: PostgresErrorCodes.ForeignKeyViolation })
        {
            await transaction.RollbackToSavepointAsync(before, cancel);
            db.ChangeTracker.Clear();
            return false;
        }
    }

    /// <summary>Brings back what was put away; false when there is no such row.</summary>
    public static Task<bool> BringBack<T>(this LadderContext db, Guid id, CancellationToken cancel)
        where T : SchoolRow, IArchivable =>
        db.RunExclusive(
            $"row {id}",
            async () =>
            {
                if (await db.Set<T>().FirstOrDefaultAsync(r => r.Id == id, cancel) is not { } row)
                    return false;
                row.ArchivedAt = null;
                return true;
            },
            cancel
        );
}
