using System.Collections.Immutable;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// What words mean to a reader: the catalogue, the naming school, the school's punch numbers and its stored
/// combinations.
/// </summary>
public sealed record Vocabulary(Catalogue Catalogue, NamingSchool Naming)
{
    /// <summary>
    /// The punches that figures stand for, the first being 1: jab, cross, lead hook, rear hook, lead uppercut, rear
    /// uppercut.
    /// </summary>
    public static ImmutableArray<(string Technique, Side Side)> UsualNumbers { get; } =
    [
        ("jab", Side.Lead),
        ("cross", Side.Rear),
        ("hook", Side.Lead),
        ("hook", Side.Rear),
        ("uppercut", Side.Lead),
        ("uppercut", Side.Rear),
    ];

    /// <summary>As the school numbers them; 1 to 9.</summary>
    public ImmutableArray<(string Technique, Side Side)> Numbers { get; init; } = UsualNumbers;

    /// <summary>What 'on my count' means here: counted through, or each one called.</summary>
    public Pace MyCount { get; init; } = Pace.Counted;

    /// <summary>Stored combinations by number, without the '#', in upper case.</summary>
    public ImmutableDictionary<string, Combination> Stored { get; init; } =
        ImmutableDictionary<string, Combination>.Empty;

    /// <summary>The numbers of stored combinations by the key of their name.</summary>
    public ImmutableDictionary<string, string> Named { get; init; } = ImmutableDictionary<string, string>.Empty;

    /// <summary>Seconds of stored forms, once through, by number.</summary>
    public ImmutableDictionary<string, int> FormSeconds { get; init; } = ImmutableDictionary<string, int>.Empty;

    /// <summary>What words of the school's own mean, by their key; what the catalogue knows under such a name comes first.</summary>
    public ImmutableDictionary<string, ImmutableArray<Element>> Words { get; init; } =
        ImmutableDictionary<string, ImmutableArray<Element>>.Empty;

    /// <summary>A stored combination called by its number; null when nothing is stored under it.</summary>
    public StoredCall? Call(string number) =>
        Find(number) is { } stored
            ? new StoredCall(NumberKey(number), stored)
            {
                FormSeconds = FormSeconds.TryGetValue(NumberKey(number), out var seconds) ? seconds : null,
            }
            : null;

    /// <summary>A stored combination by its number as typed, with or without '#'.</summary>
    public Combination? Find(string number) => Stored.GetValueOrDefault(NumberKey(number));

    /// <summary>The form in which numbers are compared.</summary>
    public static string NumberKey(string number) => number.Trim().TrimStart('#').ToUpperInvariant();

    /// <summary>The element that a figure stands for; null when the school has no such number.</summary>
    public Element? Figure(int figure) =>
        figure >= 1
        && figure <= Numbers.Length
        && Numbers[figure - 1] is var (id, side)
        && Catalogue.Find(id) is { } technique
            ? new Element(technique, side) { IsSideSaid = technique.Sides == SideRule.Either }
            : null;
}
