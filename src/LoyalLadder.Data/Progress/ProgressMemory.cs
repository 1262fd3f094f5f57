using System.Collections.Concurrent;

namespace LoyalLadder.Data.Progress;

/// <summary>
/// Remembers for some seconds what was added up from logs: whoever composes a sheet asks with every key, and a ladder is looked
/// at by many. Saving a log in this process forgets its school at once; of one saved in another process the database tells within
/// moments, and should that fail it is seen when the seconds are over.
/// </summary>
public sealed class ProgressMemory(TimeProvider time)
{
    private static readonly TimeSpan Kept = TimeSpan.FromSeconds(20);

    private readonly ConcurrentDictionary<object, (object? Value, Guid School, long Since)> _held = new();
    private int _forgets;

    /// <summary>What is remembered under a key, else what is read now.</summary>
    public async Task<T> Of<T>(object key, Guid school, Func<Task<T>> read)
    {
        if (_held.TryGetValue(key, out var held) && time.GetElapsedTime(held.Since) < Kept)
            return (T)held.Value!;
        foreach (var (old, entry) in _held)
            if (time.GetElapsedTime(entry.Since) >= Kept)
                _held.TryRemove(old, out _);
        var (since, forgets) = (time.GetTimestamp(), Volatile.Read(ref _forgets));
        var value = await read();
        // what was saved while this was read may be missing from it
        if (forgets == Volatile.Read(ref _forgets))
            _held[key] = (value, school, since);
        return value;
    }

    /// <summary>Forgets what is remembered of a school; of all schools where the key is empty.</summary>
    public void Forget(Guid school)
    {
        Interlocked.Increment(ref _forgets);
        foreach (var (key, held) in _held)
            if (school == Guid.Empty || held.School == school)
                _held.TryRemove(key, out _);
    }
}
