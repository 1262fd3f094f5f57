using System.Collections;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;

namespace LoyalLadder.Core;

/// <summary>An immutable list that is equal to another when their items are, so that records holding lists compare by value.</summary>
[CollectionBuilder(typeof(Sequence), nameof(Sequence.Create))]
public readonly struct Sequence<T> : IReadOnlyList<T>, IEquatable<Sequence<T>>
{
    private readonly ImmutableArray<T> _items;

    internal Sequence(ImmutableArray<T> items) => _items = items;

    private ImmutableArray<T> Items => _items.IsDefault ? [] : _items;

    public int Count => Items.Length;

    public bool IsEmpty => Items.IsEmpty;

    public T this[int index] => Items[index];

    public ImmutableArray<T>.Enumerator GetEnumerator() => Items.GetEnumerator();

    IEnumerator<T> IEnumerable<T>.GetEnumerator() => ((IEnumerable<T>)Items).GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => ((IEnumerable)Items).GetEnumerator();

    /// <summary>Whether it is the very same list, not merely an equal one.</summary>
    internal bool IsSame(Sequence<T> other) => Items == other.Items;

    public bool Equals(Sequence<T> other) =>
        Items.AsSpan().SequenceEqual(other.Items.AsSpan(), EqualityComparer<T>.Default);

    public override bool Equals(object? obj) => obj is Sequence<T> other && Equals(other);

    public override int GetHashCode()
    {
        var hash = new HashCode();
        foreach (var item in Items)
            hash.Add(item);
        return hash.ToHashCode();
    }

    public static bool operator ==(Sequence<T> left, Sequence<T> right) => left.Equals(right);

    public static bool operator !=(Sequence<T> left, Sequence<T> right) => !left.Equals(right);
}

/// <summary>Makes <see cref="Sequence{T}"/> from collection expressions and queries.</summary>
public static class Sequence
{
    public static Sequence<T> Create<T>(ReadOnlySpan<T> items) => new([.. items]);

    public static Sequence<T> ToSequence<T>(this IEnumerable<T> items) => new([.. items]);
}
