using LoyalLadder.Data.Doors;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>A link by which one person joins a school in a role: used once, for a week. Only its hash is kept.</summary>
public sealed class Invitation : SchoolRow
{
    public static TimeSpan Lasts { get; } = TimeSpan.FromDays(7);

    public required string Hash { get; set; }
    public Role Role { get; set; }

    /// <summary>The hall whose tablet whoever opens the link becomes; null for an invitation to a person.</summary>
    public Guid? HallId { get; set; }

    public DateTimeOffset ExpiresAt { get; set; }
    public DateTimeOffset? UsedAt { get; set; }
}

/// <summary>Making and using invitations.</summary>
public sealed class Invitations(LadderContext db, SchoolLookup door, TimeProvider time)
{
    /// <summary>Makes one for a person.</summary>
    /// <returns>The secret of its link, which is not kept anywhere.</returns>
    public Task<string> Make(Role role, CancellationToken cancel) => Make(role, null, cancel);

    /// <summary>Makes one for a hall's tablet.</summary>
    /// <returns>The secret of its link, which is not kept anywhere.</returns>
    public Task<string> MakeForTablet(Guid hall, CancellationToken cancel) => Make(Role.Assistant, hall, cancel);

    private async Task<string> Make(Role role, Guid? hall, CancellationToken cancel)
    {
        var secret = ApiToken.Fresh()[3..];
        db.Invitations.Add(
            new Invitation
            {
                Hash = ApiToken.HashOf(secret),
                Role = role,
                HallId = hall,
                ExpiresAt = time.GetUtcNow() + Invitation.Lasts,
            }
        );
        await db.SaveChangesAsync(cancel);
        return secret;
    }

    /// <summary>Those of the school that still hold, the first to end first.</summary>
    public Task<List<Invitation>> Open(CancellationToken cancel)
    {
        var now = time.GetUtcNow();
        return db
            .Invitations.AsNoTracking()
            .Where(i => i.UsedAt == null && i.ExpiresAt > now)
            .OrderBy(i => i.ExpiresAt)
            .ToListAsync(cancel);
    }

    /// <summary>Takes one back.</summary>
    public Task Withdraw(Guid id, CancellationToken cancel) =>
        db.RemoveOne(db.Invitations.Where(i => i.Id == id), cancel);

    /// <summary>An invitation that still holds; from then on the request works for its school. Null for any other secret.</summary>
    public async Task<Invitation?> Find(string secret, CancellationToken cancel)
    {
        var now = time.GetUtcNow();
        if (await door.Invitation(ApiToken.HashOf(secret), cancel) is not { } whose)
            return null;
        door.Enter(whose.SchoolId, Guid.Empty);
        return await db
            .Invitations.AsNoTracking()
            .FirstOrDefaultAsync(i => i.Id == whose.Id && i.UsedAt == null && i.ExpiresAt > now, cancel);
    }

    /// <summary>Uses it up; false when somebody was quicker.</summary>
    public async Task<bool> Use(Invitation invitation, CancellationToken cancel)
    {
        var now = time.GetUtcNow();
        return await db
                .Invitations.Where(i => i.Id == invitation.Id && i.UsedAt == null)
                .ExecuteUpdateAsync(i => i.SetProperty(x => x.UsedAt, now), cancel) == 1;
    }

    /// <summary>Gives it back, when joining failed after all.</summary>
    public Task GiveBack(Invitation invitation, CancellationToken cancel) =>
        db
            .Invitations.Where(i => i.Id == invitation.Id)
            .ExecuteUpdateAsync(i => i.SetProperty(x => x.UsedAt, (DateTimeOffset?)null), cancel);
}
