using LoyalLadder.Data.Doors;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>Opening schools: the first of an installation by whoever comes first, further ones by the command line.</summary>
public sealed class SchoolSetup(LadderContext db, SchoolScope scope, SchoolLookup door, Invitations invitations)
{
    /// <summary>Two who come first at once wait for each other.</summary>
    private const string Turn = "founding";

    /// <summary>Founds the first school with whoever opens it; neither stands without the other, and nobody is there yet.</summary>
    /// <param name="school">The school.</param>
    /// <param name="head">The key of its first person.</param>
    /// <param name="join">Makes that person; false takes everything back.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<bool> Found(School school, Guid head, Func<Task<bool>> join, CancellationToken cancel) =>
        db
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                db.ChangeTracker.Clear();
                (scope.SchoolId, scope.UserId) = (school.Id, head);
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                await WaitForAll(db, cancel);
                if (!await door.IsOpen(cancel))
                    return false;
                db.Schools.Add(school);
                await db.SaveChangesAsync(cancel);
                if (!await join())
                    return false;
                await transaction.CommitAsync(cancel);
                return true;
            });

    /// <summary>Adds a further school and invites its head instructor.</summary>
    /// <param name="name">At most 120 characters.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>The secret of the invitation's link.</returns>
    public async Task<string> AddSchool(string name, CancellationToken cancel)
    {
        var school = new School { Name = name };
        (scope.SchoolId, scope.UserId) = (school.Id, Guid.Empty);
        db.Schools.Add(school);
        return await invitations.Make(Role.Head, cancel);
    }

    /// <summary>The name of the school that an invitation is to.</summary>
    public async Task<string> NameOf(Guid school, CancellationToken cancel) =>
        await db.Schools.Where(s => s.Id == school).Select(s => s.Name).FirstOrDefaultAsync(cancel) ?? "";

    /// <summary>Waits for everybody else who founds a school in this database.</summary>
    internal static Task WaitForAll(LadderContext db, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"SELECT pg_advisory_xact_lock(hashtextextended({Turn}, 0))", cancel);
}
