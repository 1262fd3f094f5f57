using System.Collections.Immutable;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>What words mean to a reader: the catalogue, the naming school, the school's punch numbers and its stored combinations.</summary>
public sealed record Vocabulary(Catalogue Catalogue, NamingSchool Naming)
{
    /// <summary>The punches that figures stand for, the first being 1: jab, cross, lead hook, rear hook, lead uppercut, rear uppercut.</summary>
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

    /// <summary>Stored combinations by number, without the '#', in upper case.</summary>
    public ImmutableDictionary<string, Combination> Stored { get; init; } =
        ImmutableDictionary<string, Combination>.Empty;

    /// <summary>Stored combinations by the key of their name.</summary>
    public ImmutableDictionary<string, Combination> Named { get; init; } =
        ImmutableDictionary<string, Combination>.Empty;

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
