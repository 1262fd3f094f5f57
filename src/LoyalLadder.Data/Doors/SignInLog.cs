using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Doors;

/// <summary>The school's door book.</summary>
public sealed class SignInLog(LadderContext db, TimeProvider time)
{
    private const int Shown = 200;

    /// <summary>Writes a line.</summary>
    /// <param name="deed">What happened.</param>
    /// <param name="person">Whose account it is about; null for none.</param>
    /// <param name="address">From where.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task Write(DoorDeed deed, Guid? person, string address, CancellationToken cancel)
    {
        db.DoorNotes.Add(
            new DoorNote
            {
                SchoolId = db.SchoolId,
                At = time.GetUtcNow(),
                UserId = person,
                Deed = deed,
                Address = address,
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>The last lines, the newest first.</summary>
    public Task<List<DoorNote>> Last(CancellationToken cancel) =>
        db.DoorNotes.AsNoTracking().OrderByDescending(n => n.Number).Take(Shown).ToListAsync(cancel);

    /// <summary>Lets go of lines that are older than they are kept.</summary>
    public Task Forget(CancellationToken cancel)
    {
        var oldest = time.GetUtcNow() - DoorNote.Kept;
        return db.DoorNotes.Where(n => n.At < oldest).ExecuteDeleteAsync(cancel);
    }
}
