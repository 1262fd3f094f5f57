namespace LoyalLadder.Core;

/// <summary>
/// Two people fill in one form: what each changed of what they saw is laid over what stands now. Where both changed the same
/// thing to something else, neither is lost: it is left as it stands and both are shown.
/// </summary>
/// <typeparam name="TKey">What is filled in.</typeparam>
/// <typeparam name="TValue">How.</typeparam>
/// <param name="Merged">What stands behind the merge.</param>
/// <param name="Clashes">What both changed, with both values.</param>
/// <param name="Theirs">What the other changed and was not seen yet.</param>
public sealed record FormMerge<TKey, TValue>(
    IReadOnlyDictionary<TKey, TValue> Merged,
    IReadOnlyList<(TKey Key, TValue? Theirs, TValue? Mine)> Clashes,
    IReadOnlyList<TKey> Theirs
)
    where TKey : notnull
{
    /// <summary>Merges what is filled in with what stands.</summary>
    /// <param name="seen">What stood when the form was opened.</param>
    /// <param name="mine">What the form says now.</param>
    /// <param name="stands">What stands now.</param>
    public static FormMerge<TKey, TValue> Of(
        IReadOnlyDictionary<TKey, TValue> seen,
        IReadOnlyDictionary<TKey, TValue> mine,
        IReadOnlyDictionary<TKey, TValue> stands
    )
    {
        var merged = new Dictionary<TKey, TValue>(stands);
        var clashes = new List<(TKey, TValue?, TValue?)>();
        var theirs = new List<TKey>();
        foreach (var key in seen.Keys.Concat(mine.Keys).Concat(stands.Keys).Distinct().ToList())
        {
            var (iChanged, theyChanged) = (!Same(key, seen, mine), !Same(key, seen, stands));
            if (theyChanged)
                theirs.Add(key);
            if (!iChanged || Same(key, mine, stands))
                continue;
            if (theyChanged)
                clashes.Add((key, stands.GetValueOrDefault(key), mine.GetValueOrDefault(key)));
            else if (mine.TryGetValue(key, out var value))
                merged[key] = value;
            else
                merged.Remove(key);
        }
        return new FormMerge<TKey, TValue>(merged, clashes, theirs);
    }

    private static bool Same(TKey key, IReadOnlyDictionary<TKey, TValue> one, IReadOnlyDictionary<TKey, TValue> other)
    {
        var (isInOne, isInOther) = (one.TryGetValue(key, out var a), other.TryGetValue(key, out var b));
        return isInOne == isInOther && (!isInOne || EqualityComparer<TValue>.Default.Equals(a, b));
    }
}
