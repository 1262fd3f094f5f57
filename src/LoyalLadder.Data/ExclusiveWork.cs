using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data;

/// <summary>
/// One after the other: work on one thing waits for earlier work on it and then sees what that left, instead of failing against
/// it. Whatever a turn saves stands or falls together, and is carried out once even when the answer to its commit is lost.
/// </summary>
public static class ExclusiveWork
{
    /// <summary>Carries out work when its turn has come.</summary>
    /// <param name="db">The database, on behalf of its school.</param>
    /// <param name="of">What the turn is about: equal words wait for each other.</param>
    /// <param name="work">Reads and changes; what it leaves unsaved is saved behind it.</param>
    /// <param name="cancel">Ends the wait.</param>
    public static Task<T> RunExclusive<T>(
        this LadderContext db,
        string of,
        Func<Task<T>> work,
        CancellationToken cancel
    ) => db.RunExclusive(of, null, work, work, cancel);

    /// <summary>The same of a post that carries a key and may be sent twice.</summary>
    /// <param name="db">The database, on behalf of its school.</param>
    /// <param name="of">What the turn is about.</param>
    /// <param name="key">The post's key; null where it has none.</param>
    /// <param name="already">Says what came of it when the same post was kept before.</param>
    /// <param name="work">Reads and changes.</param>
    /// <param name="cancel">Ends the wait.</param>
    public static Task<T> RunExclusive<T>(
        this LadderContext db,
        string of,
        Guid? key,
        Func<Task<T>> already,
        Func<Task<T>> work,
        CancellationToken cancel
    )
    {
        // part of a larger piece of work: that has its turn and its commit
        if (db.Database.CurrentTransaction is not null)
            return RunLocked(db, of, key, already, work, cancel);
        return db
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                db.ChangeTracker.Clear();
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                var done = await RunLocked(db, of, key, already, work, cancel);
                await transaction.CommitAsync(cancel);
                return done;
            });
    }

    /// <summary>Waits for everybody else's work on a thing and keeps others waiting until this transaction ends.</summary>
    public static Task Wait(this LadderContext db, string of, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync(
            $"SELECT pg_advisory_xact_lock(hashtextextended({$"{db.SchoolId} {of}"}, 0))",
            cancel
        );

    private static async Task<T> RunLocked<T>(
        LadderContext db,
        string of,
        Guid? key,
        Func<Task<T>> already,
        Func<Task<T>> work,
        CancellationToken cancel
    )
    {
        await db.Wait(of, cancel);
        if (key is { } post && await db.Posts.AnyAsync(p => p.Id == post, cancel))
            return await already();
        var done = await work();
        if (key is { } kept && db.ChangeTracker.HasChanges())
            db.Posts.Add(db.PostOf(kept));
        await db.SaveChangesAsync(cancel);
        return done;
    }
}
