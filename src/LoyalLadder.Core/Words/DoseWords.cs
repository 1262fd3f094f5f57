using System.Collections.Frozen;

namespace LoyalLadder.Core.Words;

/// <summary>Numbers in words and the units of time.</summary>
internal static class DoseWords
{
    private static readonly FrozenDictionary<string, int> Numbers = new Dictionary<string, int>
    {
        ["one"] = 1,
        ["two"] = 2,
        ["three"] = 3,
        ["four"] = 4,
        ["five"] = 5,
        ["six"] = 6,
        ["seven"] = 7,
        ["eight"] = 8,
        ["nine"] = 9,
        ["ten"] = 10,
        ["eleven"] = 11,
        ["twelve"] = 12,
        ["dozen"] = 12,
        ["fifteen"] = 15,
        ["twenty"] = 20,
        ["thirty"] = 30,
        ["forty"] = 40,
        ["fifty"] = 50,
        ["sixty"] = 60,
        ["ninety"] = 90,
        ["hundred"] = 100,
    }.ToFrozenDictionary();

    public static readonly FrozenSet<string> Seconds = new[]
    {
        "s",
        "sec",
        "secs",
        "second",
        "seconds",
        "\"",
        "″",
    }.ToFrozenSet();

    public static readonly FrozenSet<string> Minutes = new[] { "min", "mins", "minute", "minutes", "m" }.ToFrozenSet();

    /// <summary>The number that a word names; null for any other word.</summary>
    public static int? NumberOf(string word) => Numbers.TryGetValue(word, out var number) ? number : null;

    public static bool IsUnit(string word) => Seconds.Contains(word) || Minutes.Contains(word);
}
