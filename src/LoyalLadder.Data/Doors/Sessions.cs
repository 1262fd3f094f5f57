using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Doors;

/// <summary>From where somebody comes: a device in words, and a network address.</summary>
public sealed record From(string Device, string Address);

/// <summary>Sessions of the scope's school: begun at sign-in, looked at with every request, ended here and nowhere else.</summary>
public sealed class Sessions(LadderContext db, SessionCache memory, TimeProvider time)
{
    /// <summary>When a session was last used is written down no more often.</summary>
    private static readonly TimeSpan SeenEvery = TimeSpan.FromMinutes(5);

    /// <summary>Ended sessions are listed no longer.</summary>
    public static readonly TimeSpan EndedKept = TimeSpan.FromDays(90);

    /// <summary>Begins a person's.</summary>
    public Task<SignedIn> Begin(Guid person, bool secondStep, From from, CancellationToken cancel) =>
        Add(Fresh(from, s => (s.UserId, s.SecondStep) = (person, secondStep)), cancel);

    /// <summary>Begins that of a hall's tablet.</summary>
    public Task<SignedIn> BeginTablet(Guid hall, From from, CancellationToken cancel) =>
        Add(Fresh(from, s => s.HallId = hall), cancel);

    private SignedIn Fresh(From from, Action<SignedIn> fill)
    {
        var session = new SignedIn
        {
            SchoolId = db.SchoolId,
            Began = time.GetUtcNow(),
            Seen = time.GetUtcNow(),
            Device = from.Device,
            Address = from.Address,
        };
        fill(session);
        return session;
    }

    private async Task<SignedIn> Add(SignedIn session, CancellationToken cancel)
    {
        db.Sessions.Add(session);
        await db.SaveChangesAsync(cancel);
        return session;
    }

    /// <summary>What a session opens now; null when it was ended, ran out, or its account is closed.</summary>
    public async ValueTask<Pass?> Look(Guid session, CancellationToken cancel)
    {
        if (memory.Known(session) is { } known)
            return known;
        var doubts = memory.Doubts;
        var (now, oldest) = (time.GetUtcNow(), time.GetUtcNow() - SignedIn.Lasts);
        var read = await db
            .Sessions.Where(s => s.Id == session && s.EndedAt == null && s.Seen > oldest)
            .Select(s => new
            {
                Session = s,
                Person = db.Users.FirstOrDefault(u => u.Id == s.UserId && u.ClosedAt == null),
                Hall = db.Halls.FirstOrDefault(h => h.Id == s.HallId && h.ArchivedAt == null),
                Asks = db.Schools.Any(x => x.Id == s.SchoolId && x.HeadsNeedSecondStep),
            })
            .AsNoTracking()
            .FirstOrDefaultAsync(cancel);
        if (read is null || (read.Person is null && read.Hall is null))
            return null;
        if (now - read.Session.Seen > SeenEvery)
            await db
                .Sessions.Where(s => s.Id == session)
                .ExecuteUpdateAsync(s => s.SetProperty(x => x.Seen, now), cancel);
        var pass = PassOf(read.Session, read.Person, read.Hall, read.Asks);
        memory.Keep(pass, doubts);
        return pass;
    }

    private static Pass PassOf(SignedIn session, AppUser? person, Hall? hall, bool headsNeedSecondStep)
    {
        if (person is null)
            return new Pass(session.Id, session.SchoolId, hall!.Id, null, hall.Name, false);
        var lacks = headsNeedSecondStep && person.Role == Role.Head && !session.SecondStep;
        return new Pass(session.Id, session.SchoolId, person.Id, person.Role, person.DisplayName, lacks);
    }

    /// <summary>A person's sessions that hold, the last used first.</summary>
    public Task<List<SignedIn>> Of(Guid person, CancellationToken cancel) =>
        Held().Where(s => s.UserId == person).OrderByDescending(s => s.Seen).ToListAsync(cancel);

    /// <summary>The halls' tablets that are signed in.</summary>
    public Task<List<SignedIn>> Tablets(CancellationToken cancel) =>
        Held().Where(s => s.HallId != null).OrderByDescending(s => s.Seen).ToListAsync(cancel);

    private IQueryable<SignedIn> Held()
    {
        var oldest = time.GetUtcNow() - SignedIn.Lasts;
        return db.Sessions.AsNoTracking().Where(s => s.EndedAt == null && s.Seen > oldest);
    }

    /// <summary>Whether somebody came in from an address before, within the last months.</summary>
    public Task<bool> CameFrom(Guid person, string address, CancellationToken cancel)
    {
        var oldest = time.GetUtcNow() - EndedKept;
        return db.Sessions.AnyAsync(s => s.UserId == person && s.Address == address && s.Seen > oldest, cancel);
    }

    /// <summary>A second step was taken in a session after it began.</summary>
    public async Task TookSecondStep(Guid session, CancellationToken cancel)
    {
        await db
            .Sessions.Where(s => s.Id == session)
            .ExecuteUpdateAsync(s => s.SetProperty(x => x.SecondStep, true), cancel);
        memory.Drop(session);
    }

    /// <summary>Ends one; false when there is none to end.</summary>
    public Task<bool> End(Guid session, CancellationToken cancel) => End(s => s.Id == session, cancel);

    /// <summary>Ends one of a person.</summary>
    public Task<bool> End(Guid person, Guid session, CancellationToken cancel) =>
        End(s => s.Id == session && s.UserId == person, cancel);

    /// <summary>Ends all of a person but one.</summary>
    public Task<bool> EndOthers(Guid person, Guid? but, CancellationToken cancel) =>
        End(s => s.UserId == person && s.Id != but, cancel);

    private async Task<bool> End(
        System.Linq.Expressions.Expression<Func<SignedIn, bool>> which,
        CancellationToken cancel
    )
    {
        var now = time.GetUtcNow();
        var held = db.Sessions.Where(s => s.EndedAt == null).Where(which);
        var ids = await held.Select(s => s.Id).ToListAsync(cancel);
        await held.ExecuteUpdateAsync(s => s.SetProperty(x => x.EndedAt, now), cancel);
        foreach (var id in ids)
            memory.Drop(id);
        return ids.Count > 0;
    }

    /// <summary>Lets go of sessions that ended or ran out long ago.</summary>
    public Task Forget(CancellationToken cancel)
    {
        var oldest = time.GetUtcNow() - EndedKept;
        return db.Sessions.Where(s => s.Seen < oldest).ExecuteDeleteAsync(cancel);
    }
}
