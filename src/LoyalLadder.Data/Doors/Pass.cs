using System.Collections.Concurrent;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Doors;

/// <summary>What a session opens at this moment: whose it is and what they may do now, whatever they might when it began.</summary>
/// <param name="Session">The session.</param>
/// <param name="School">The school.</param>
/// <param name="Holder">The person; for a hall's tablet the hall.</param>
/// <param name="Role">What the person may do; null for a hall's tablet.</param>
/// <param name="Name">How others call whoever it is.</param>
/// <param name="LacksSecondStep">The school asks this person for a second step that this session has not taken.</param>
public sealed record Pass(Guid Session, Guid School, Guid Holder, Role? Role, string Name, bool LacksSecondStep)
{
    public bool IsHall => Role is null;
}

/// <summary>
/// Passes as this process knows them. Each is looked at anew after a while in any case; the listener tells at once of a session
/// that was ended and of people whose role changed.
/// </summary>
public sealed class SessionCache(TimeProvider time)
{
    /// <summary>So long a pass is believed when no news comes in.</summary>
    public static readonly TimeSpan Believed = TimeSpan.FromSeconds(40);

    private readonly ConcurrentDictionary<Guid, (Pass Pass, DateTimeOffset Until)> _known = new();
    private int _doubts;

    /// <summary>Counted up whenever something may have become untrue: what was read before must not be kept behind it.</summary>
    public int Doubts => Volatile.Read(ref _doubts);

    public Pass? Known(Guid session) =>
        _known.TryGetValue(session, out var held) && held.Until > time.GetUtcNow() ? held.Pass : null;

    /// <summary>Keeps what was read, unless news came in since.</summary>
    public void Keep(Pass pass, int doubts)
    {
        _known[pass.Session] = (pass, time.GetUtcNow() + Believed);
        if (doubts != Doubts)
            _known.TryRemove(pass.Session, out _);
    }

    public void Drop(Guid session)
    {
        Interlocked.Increment(ref _doubts);
        _known.TryRemove(session, out _);
    }

    /// <summary>Something of a school's people changed.</summary>
    public void DropOf(Guid school)
    {
        Interlocked.Increment(ref _doubts);
        foreach (var (session, held) in _known)
            if (held.Pass.School == school)
                _known.TryRemove(session, out _);
    }

    /// <summary>Nobody listened for a while: anything may have happened.</summary>
    public void DropAll()
    {
        Interlocked.Increment(ref _doubts);
        _known.Clear();
    }

    /// <summary>Lets go of what is no longer believed.</summary>
    public void Tidy()
    {
        var now = time.GetUtcNow();
        foreach (var (session, held) in _known)
            if (held.Until <= now)
                _known.TryRemove(session, out _);
    }
}
