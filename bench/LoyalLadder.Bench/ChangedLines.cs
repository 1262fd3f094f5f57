using System.Globalization;
using System.Text.RegularExpressions;

namespace LoyalLadder.Bench;

/// <summary>Changes of a typed line that change nothing of what it means.</summary>
public static partial class ChangedLines
{
    private static readonly (string Word, string Short)[] Shortened =
    [
        ("front", "frt"),
        ("with", "w"),
        ("partner", "ptnr"),
        ("right", "rt"),
        ("left", "lft"),
        ("alternating", "alt"),
        ("double", "dbl"),
        ("kick", "kik"),
        ("light", "lite"),
        ("rounds", "rds"),
        ("forward", "fwd"),
        ("squats", "sqs"),
        ("elbow", "elb"),
        ("through", "thru"),
    ];

    private static readonly string[] Sides =
    [
        "each side",
        "per side",
        "/side",
        "e/s",
        "ea side",
        "each sd",
        "EACH SIDE",
    ];

    private static readonly string[] Remarks =
    [
        ", nice and sharp",
        ", hips low",
        ", keep the guard up",
        ", no rush",
        ", eyes forward",
        ", chin down",
        ", watch the elbows",
        ", back straight",
        ", don't lean",
        ", stay relaxed",
    ];

    private static readonly string[] Bullets = ["- ", "• ", "* ", "1) ", "a) ", "[ ] "];

    /// <summary>The changes, by what they are; a change that does not apply leaves the line.</summary>
    public static IReadOnlyList<(string Kind, Func<string, Random, string> Change)> All { get; } =
    [
        ("capitals", (line, _) => line.ToUpperInvariant()),
        ("no capitals", (line, _) => line.ToLowerInvariant()),
        ("bullet", (line, random) => Bullets[random.Next(Bullets.Length)] + line),
        ("stop behind", (line, _) => Ends().IsMatch(line) ? line + "." : line),
        ("blanks", (line, _) => line.Replace(" ", "  ", StringComparison.Ordinal)),
        ("remark", (line, random) => Dosed().IsMatch(line) ? line + Remarks[random.Next(Remarks.Length)] : line),
        ("each side", (line, random) => EachSide().Replace(line, _ => Sides[random.Next(Sides.Length)], 1)),
        ("minutes", (line, random) => Minutes().Replace(line, m => Spelt(m, random), 1)),
        (
            "seconds",
            (line, random) =>
                Seconds().Replace(line, m => $"{m.Groups["n"].Value}{(random.Next(2) == 0 ? " sec" : "\"")}", 1)
        ),
        ("shortening", (line, random) => Short(line, random)),
        ("slip", Slip),
    ];

    private static string Spelt(Match minutes, Random random)
    {
        var n = int.Parse(minutes.Groups["n"].ValueSpan, CultureInfo.InvariantCulture);
        return random.Next(4) switch
        {
            0 => $"{n}'",
            1 => $"{n} minutes",
            2 => string.Create(CultureInfo.InvariantCulture, $"{n * 60}s"),
            _ => $"{n} min",
        };
    }

    private static string Short(string line, Random random)
    {
        foreach (var (word, shorter) in Shortened.OrderBy(_ => random.Next()).ToList())
            if (Regex.IsMatch(line, $@"\b{word}\b"))
                return Regex.Replace(line, $@"\b{word}\b", shorter);
        return line;
    }

    /// <summary>Two neighbours inside a longer word changed about, or one of them left out.</summary>
    private static string Slip(string line, Random random)
    {
        var words = LongWord().Matches(line).ToList();
        if (words.Count == 0)
            return line;
        var word = words[random.Next(words.Count)];
        var at = random.Next(1, word.Length - 2);
        var slipped =
            random.Next(2) == 0
                ? word.Value[..at] + word.Value[at + 1] + word.Value[at] + word.Value[(at + 2)..]
                : word.Value[..at] + word.Value[(at + 1)..];
        return line[..word.Index] + slipped + line[(word.Index + word.Length)..];
    }

    [GeneratedRegex(@"[\p{L}\d]$")]
    private static partial Regex Ends();

    [GeneratedRegex(@"(?:\d\s*(?:each|per|e/s|/)?\s*(?:side|leg|arm|s|sec|min|mins)?|each|side|leg)$")]
    private static partial Regex Dosed();

    [GeneratedRegex(@"(?<=\d )each side\b")]
    private static partial Regex EachSide();

    [GeneratedRegex(@"\b(?<n>[1-9])\s*(?:mins?|minutes?)\b(?!\s*\d)")]
    private static partial Regex Minutes();

    [GeneratedRegex(@"\b(?<n>[1-9]\d)s\b")]
    private static partial Regex Seconds();

    [GeneratedRegex(@"\b[a-z]{6,}\b")]
    private static partial Regex LongWord();
}
