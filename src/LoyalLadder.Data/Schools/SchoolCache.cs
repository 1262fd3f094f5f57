using System.Buffers;
using System.ComponentModel;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Microsoft.Extensions.Caching.Hybrid;

namespace LoyalLadder.Data.Schools;

/// <summary>What a remembered answer was worked out from, and so what makes it old.</summary>
public enum CachedKind
{
    Facts,
    Material,

    /// <summary>Logs and the ladder, told in the words of the facts.</summary>
    Progress,
}

/// <summary>
/// The one memory for what is asked again and again of the scope's school. An answer is kept under the edition it was read at,
/// so that an answer that was begun before a save is never taken for one behind it. Values are immutable and shared.
/// </summary>
public sealed class SchoolCache(HybridCache cache, SchoolEditions editions, LadderContext db)
{
    private const int LongestName = 200;

    private static readonly HybridCacheEntryOptions Kept = new()
    {
        Expiration = TimeSpan.FromMinutes(20),
        LocalCacheExpiration = TimeSpan.FromMinutes(20),
        Flags = HybridCacheEntryFlags.DisableDistributedCache,
    };

    private static readonly HybridCacheEntryOptions OnlyLook = new()
    {
        Flags =
            HybridCacheEntryFlags.DisableDistributedCache
            | HybridCacheEntryFlags.DisableUnderlyingData
            | HybridCacheEntryFlags.DisableLocalCacheWrite,
    };

    /// <summary>What a transaction of this scope has read: others must not see it before it is committed.</summary>
    private readonly Dictionary<string, Held> _own = [];

    /// <summary>What is remembered under a name, else what is read now.</summary>
    /// <param name="name">What it is, with everything that it depends on besides the school.</param>
    /// <param name="from">What makes it old.</param>
    /// <param name="read">Reads it.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<T> GetOrCreate<T>(string name, CachedKind from, Func<Task<T>> read, CancellationToken cancel)
        where T : notnull
    {
        var key = Key(name, from, await editions.Of(db, cancel));
        if (db.Database.CurrentTransaction is not null)
            return (T)(await InTransaction(key, async () => new Held(await read()), cancel)).Value;
        var isMine = false;
        var language = AllLanguages.Now;
        try
        {
            var held = await cache.GetOrCreateAsync(key, Read, Kept, [Tag(db.SchoolId, from)], cancel);
            return (T)held.Value;
        }
        catch (Exception) when (!isMine && !cancel.IsCancellationRequested)
        {
            // several wait for one reading; its request was broken off and took the reading with it
            return await read();
        }

        async ValueTask<Held> Read(CancellationToken _)
        {
            isMine = true;
            // the cache reads on its own, away from the request that asked
            AllLanguages.Now = language;
            return new Held(await read());
        }
    }

    /// <summary>
    /// The same of what is edited all the time: of each name the newest answer alone is kept, for whoever asks at the same stamp.
    /// </summary>
    /// <param name="name">What it is.</param>
    /// <param name="stamp">How far it has come, read before it is read.</param>
    /// <param name="from">What else makes it old.</param>
    /// <param name="read">Reads it.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<T> GetLatest<T>(
        string name,
        string stamp,
        CachedKind from,
        Func<Task<T>> read,
        CancellationToken cancel
    )
        where T : notnull
    {
        if (db.Database.CurrentTransaction is not null)
            return await read();
        var at = Key(stamp, from, await editions.Of(db, cancel));
        var key = $"{db.SchoolId} {AllLanguages.Now.Code} newest {name}";
        var held = await cache.GetOrCreateAsync(key, Nothing, OnlyLook, cancellationToken: cancel);
        if (held?.Value is Stamped newest && newest.Stamp == at)
            return (T)newest.Value;
        var value = await read();
        await cache.SetAsync(key, new Held(new Stamped(at, value)), Kept, [Tag(db.SchoolId, from)], cancel);
        return value;
    }

    private sealed record Stamped(string Stamp, object Value);

    private static ValueTask<Held?> Nothing(CancellationToken _) => ValueTask.FromResult<Held?>(null);

    private async Task<Held> InTransaction(string key, Func<Task<Held>> read, CancellationToken cancel)
    {
        if (_own.TryGetValue(key, out var mine))
            return mine;
        var shared = await cache.GetOrCreateAsync(key, Nothing, OnlyLook, cancellationToken: cancel);
        return _own[key] = shared ?? await read();
    }

    private string Key(string name, CachedKind from, EditionNumbers numbers)
    {
        // a name that lists all that it depends on may be longer than a key may be
        if (name.Length > LongestName)
            name = $"{name[..20]} {Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(name)))}";

        // words may be among what is remembered
        name = $"{AllLanguages.Now.Code} {name}";
        return from switch
        {
            CachedKind.Facts => string.Create(CultureInfo.InvariantCulture, $"{db.SchoolId} {numbers.Facts} {name}"),
            CachedKind.Material => string.Create(
                CultureInfo.InvariantCulture,
                $"{db.SchoolId} {numbers.Material} {name}"
            ),
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"{db.SchoolId} {numbers.Facts}/{numbers.Progress} {name}"
            ),
        };
    }

    /// <summary>By which all of a kind that is remembered of a school is dropped.</summary>
    public static string Tag(Guid school, CachedKind from) => $"{from} of {school}";
}

/// <summary>Something remembered, held as it is: nothing is copied or written out.</summary>
[ImmutableObject(true)]
internal sealed record Held(object Value);

/// <summary>The cache asks how large a value is by writing it; what is held in this process alone is never read back.</summary>
internal sealed class HeldHere : IHybridCacheSerializer<Held>
{
    public void Serialize(Held value, IBufferWriter<byte> target) => target.Write<byte>([0]);

    public Held Deserialize(ReadOnlySequence<byte> source) =>
        throw new NotSupportedException("What is remembered never leaves the process.");
}
