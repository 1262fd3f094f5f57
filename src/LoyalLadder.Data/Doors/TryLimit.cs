using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Doors;

/// <summary>
/// Counts tries at a door. A try is counted before it is carried out, in one statement of the database, so that many at once count
/// as many; whoever is over the limit waits, each time longer, and is let in again by waiting alone.
/// </summary>
public sealed class TryLimit(LadderContext db, TimeProvider time)
{
    /// <summary>Counts one more try.</summary>
    /// <param name="of">What is tried: an account at an address, say. Only its hash is kept.</param>
    /// <param name="free">So many tries need no wait; each one more doubles it.</param>
    /// <param name="first">The first wait.</param>
    /// <param name="longest">No wait is longer, and after so long without a try all is forgotten.</param>
    /// <param name="cancel">Ends the wait for the database.</param>
    /// <returns>How long to wait before the next try; zero when this one may be carried out.</returns>
    public async Task<TimeSpan> Count(string of, int free, TimeSpan first, TimeSpan longest, CancellationToken cancel)
    {
        var seconds = await db
            .Database.SqlQuery<double>(
                $"""SELECT ladder_try({HashOf(of)}, {free}, {first.TotalSeconds}, {longest.TotalSeconds}, {time.GetUtcNow()}) AS "Value" """
            )
            .SingleAsync(cancel);
        return TimeSpan.FromSeconds(seconds);
    }

    /// <summary>The right one was found: tries begin anew.</summary>
    public Task Forget(string of, CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"SELECT ladder_try_over({HashOf(of)})", cancel);

    /// <summary>Lets go of tries that nobody waits for any more.</summary>
    public Task ForgetOld(CancellationToken cancel) =>
        db.Database.ExecuteSqlAsync($"SELECT ladder_tries_forget({time.GetUtcNow() - TimeSpan.FromDays(1)})", cancel);

    private static byte[] HashOf(string of) => SHA256.HashData(Encoding.UTF8.GetBytes(of.Trim().ToUpperInvariant()));
}
