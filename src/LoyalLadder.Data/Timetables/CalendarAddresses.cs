using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Timetables;

/// <summary>What a calendar address opens.</summary>
/// <param name="Person">Whose sessions alone; null for the whole school's.</param>
public sealed record OpenedCalendar(Guid? Person);

/// <summary>Addresses by which calendar programs read the timetable: each person has one for the school and one for themselves.</summary>
public sealed class CalendarAddresses(LadderContext db, SchoolScope scope, SchoolLookup door)
{
    /// <summary>The addresses that a person has: their own, the school's.</summary>
    public async Task<(bool Own, bool School)> Of(Guid person, CancellationToken cancel)
    {
        var all = await db.CalendarAddresses.Where(a => a.PersonId == person).Select(a => a.IsOwn).ToListAsync(cancel);
        return (all.Contains(true), all.Contains(false));
    }

    /// <summary>Makes a new address; the one before it opens nothing any more.</summary>
    /// <param name="isOwn">For the sessions that the signed-in person teaches, else for all.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>The secret, which is kept nowhere.</returns>
    public Task<string> Renew(bool isOwn, CancellationToken cancel) =>
        db.RunExclusive(
            $"calendar {scope.UserId}",
            async () =>
            {
                var secret = ApiToken.Fresh()["ll_".Length..];
                var hash = ApiToken.HashOf(secret);
                var row = await db.CalendarAddresses.FirstOrDefaultAsync(
                    a => a.PersonId == scope.UserId && a.IsOwn == isOwn,
                    cancel
                );
                if (row is null)
                    db.CalendarAddresses.Add(
                        new CalendarAddress
                        {
                            PersonId = scope.UserId,
                            IsOwn = isOwn,
                            Hash = hash,
                        }
                    );
                else
                    row.Hash = hash;
                return secret;
            },
            cancel
        );

    /// <summary>Closes an address for good.</summary>
    public Task<bool> Close(bool isOwn, CancellationToken cancel) =>
        db.RemoveOne(db.CalendarAddresses.Where(a => a.PersonId == scope.UserId && a.IsOwn == isOwn), cancel);

    /// <summary>What a secret opens; from here on the request works for its school. Null for nothing.</summary>
    public async Task<OpenedCalendar?> Enter(string secret, CancellationToken cancel)
    {
        if (await door.Calendar(ApiToken.HashOf(secret), cancel) is not { } found)
            return null;
        door.Enter(found.SchoolId, Guid.Empty);
        var address = await db.CalendarAddresses.AsNoTracking().FirstOrDefaultAsync(a => a.Id == found.Id, cancel);
        return address is null ? null : new OpenedCalendar(address.IsOwn ? address.PersonId : null);
    }
}
