using System.Text;

namespace LoyalLadder.Core.Words;

/// <summary>How near two spellings are: slips of the fingers, words as they sound, vowels left out.</summary>
internal static class Spelling
{
    /// <summary>From so many letters on two slips are forgiven.</summary>
    public const int LeastForTwo = 8;

    /// <summary>Shorter words are too near to each other.</summary>
    private const int LeastForSlip = 4;

    /// <summary>
    /// What it costs to take a typed word for a known one: 0.5 the same sound, 1 a slip, 1.5 vowels left out, 2 two slips; null where
    /// they are different words.
    /// </summary>
    public static double? Cost(string typed, string known)
    {
        if (typed == known)
            return 0;
        if (typed.Length < 3 || known.Length < 3)
            return null;
        if (Sound(typed) == Sound(known))
            return 0.5;
        var difference = Math.Abs(typed.Length - known.Length);
        if (
            typed[0] == known[0]
            && difference <= (typed.Length >= LeastForTwo ? 2 : 1)
            && Slips(typed, known) is { } slips
        )
        {
            if (slips == 1 && typed.Length >= LeastForSlip)
                return typed.Length == known.Length && typed.Length < LeastForOther && !IsSwap(typed, known) ? 1.3 : 1;
            // 'ded' of 'dead': a short word lacks a letter
            if (slips == 1 && known.Length == typed.Length + 1)
                return 1.1;
            if (slips == 2 && Math.Min(typed.Length, known.Length) >= LeastForTwo)
                return 2;
        }
        // the first letter may have been missed or doubled, or changed with the second
        if (typed[0] != known[0])
            return
                typed.Length > LeastForSlip && difference <= 1 && HasSameEnd(typed, known) && Slips(typed, known) == 1
                ? 1.4
                : null;
        return IsSkeleton(typed, known) ? 1.5 : null;
    }

    /// <summary>A slip at the beginning leaves the end as it is.</summary>
    private static bool HasSameEnd(string a, string b) => a[^1] == b[^1] && a[^2] == b[^2] && a[^3] == b[^3];

    /// <summary>'ptnr' of 'partner': the same consonants in a row, the first letter the same, and no vowel that the word has not.</summary>
    private static bool IsSkeleton(string typed, string known)
    {
        if (typed[0] != known[0] || typed.Length >= known.Length - 1 || typed.Length < 3)
            return false;
        return typed.Count(IsVowel) <= 1 && Consonants(typed) == Consonants(known) && Consonants(known).Length >= 3;
    }

    /// <summary>In shorter words another letter makes another word: 'slam' is no slip for 'slap'.</summary>
    private const int LeastForOther = 6;

    private static bool IsSwap(string a, string b) => a.Order().SequenceEqual(b.Order());

    private static string Consonants(string word) => string.Concat(word.Where((c, i) => i == 0 || !IsVowel(c)));

    private static bool IsVowel(char c) => c is 'a' or 'e' or 'i' or 'o' or 'u';

    /// <summary>The word as it sounds: 'kik', 'kix' and 'kicks', 'blok' and 'block', 'lite' and 'light'.</summary>
    public static string Sound(string word)
    {
        var said = word.Replace("ck", "k", StringComparison.Ordinal)
            .Replace("igh", "i", StringComparison.Ordinal)
            .Replace("ph", "f", StringComparison.Ordinal)
            .Replace("x", "ks", StringComparison.Ordinal)
            .Replace("z", "s", StringComparison.Ordinal)
            .Replace("our", "or", StringComparison.Ordinal)
            .Replace("ise", "is", StringComparison.Ordinal);
        if (said.Length > 3 && said[^1] == 'e' && !IsVowel(said[^2]))
            said = said[..^1];
        var once = new StringBuilder(said.Length);
        foreach (var c in said)
            if (once.Length == 0 || once[^1] != c)
                once.Append(c);
        return once.ToString();
    }

    /// <summary>Letters put in, left out, mistaken or changed about with their neighbour; null for more than two.</summary>
    private static int? Slips(string a, string b)
    {
        if (Math.Abs(a.Length - b.Length) > 2)
            return null;
        var rows = new int[a.Length + 1, b.Length + 1];
        for (var i = 0; i <= a.Length; i++)
            rows[i, 0] = i;
        for (var j = 0; j <= b.Length; j++)
            rows[0, j] = j;
        for (var i = 1; i <= a.Length; i++)
        for (var j = 1; j <= b.Length; j++)
        {
            var least = Math.Min(rows[i - 1, j], rows[i, j - 1]) + 1;
            least = Math.Min(least, rows[i - 1, j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1));
            if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                least = Math.Min(least, rows[i - 2, j - 2] + 1);
            rows[i, j] = least;
        }
        return rows[a.Length, b.Length] is <= 2 and var slips ? slips : null;
    }
}
