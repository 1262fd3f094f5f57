using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Doors;

/// <summary>Bearer tokens for programs: made, looked up, ended.</summary>
public sealed class TokenBook(LadderContext db, SchoolLookup door, TimeProvider time)
{
    /// <summary>The longest that a token holds.</summary>
    public const int MostDays = 730;

    /// <summary>When a token was last used is written down no more often.</summary>
    private static readonly TimeSpan UsedEvery = TimeSpan.FromMinutes(5);

    public Task<List<ApiToken>> All(CancellationToken cancel) =>
        db.ApiTokens.AsNoTracking().OrderByDescending(t => t.CreatedAt).ToListAsync(cancel);

    /// <summary>Makes a token; the secret is kept nowhere and returned once, null where this post was kept before.</summary>
    /// <param name="key">Of the post.</param>
    /// <param name="name">What it is for.</param>
    /// <param name="scope">How far it goes.</param>
    /// <param name="days">For so long, at most <see cref="MostDays"/>.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<string?> Make(Guid key, string name, TokenScope scope, int days, CancellationToken cancel) =>
        db.RunExclusive(
            $"row {key}",
            async () =>
            {
                if (await db.ApiTokens.AnyAsync(t => t.Id == key, cancel))
                    return null;
                var secret = ApiToken.Fresh();
                db.ApiTokens.Add(
                    new ApiToken
                    {
                        Id = key,
                        Name = name,
                        Hash = ApiToken.HashOf(secret),
                        Scope = scope,
                        CreatedAt = time.GetUtcNow(),
                        ExpiresAt = time.GetUtcNow().AddDays(days),
                    }
                );
                return secret;
            },
            cancel
        );

    /// <summary>Ends a token.</summary>
    public Task Revoke(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            $"row {id}",
            async () =>
            {
                if (await db.ApiTokens.FirstOrDefaultAsync(t => t.Id == id, cancel) is { } token)
                    token.RevokedAt ??= time.GetUtcNow();
                return true;
            },
            cancel
        );

    /// <summary>The token of a hash, while it holds; from then on the request works for its school.</summary>
    public async Task<ApiToken?> Find(string hash, CancellationToken cancel)
    {
        if (await door.Token(hash, cancel) is not { } whose)
            return null;
        door.Enter(whose.SchoolId, whose.Id);
        var now = time.GetUtcNow();
        var token = await db
            .ApiTokens.AsNoTracking()
            .FirstOrDefaultAsync(
                t => t.Id == whose.Id && t.RevokedAt == null && (t.ExpiresAt == null || t.ExpiresAt > now),
                cancel
            );
        if (token is not null && (token.UsedAt is not { } used || now - used > UsedEvery))
            await db
                .ApiTokens.Where(t => t.Id == token.Id)
                .ExecuteUpdateAsync(t => t.SetProperty(x => x.UsedAt, now), cancel);
        return token;
    }
}
