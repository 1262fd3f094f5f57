using System.Globalization;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Combinations;

/// <summary>What the moves of a form are for.</summary>
/// <param name="From">Its first move, from 1.</param>
/// <param name="To">Its last.</param>
/// <param name="Use">The moves with a partner, his attacks in brackets.</param>
public sealed record FormReading(int From, int To, string Use);

/// <summary>Solo forms: lines of moves, their seconds, and the readings that hang on them.</summary>
public static partial class Forms
{
    /// <summary>Shortest and longest that a school may say.</summary>
    public const int LeastSeconds = 10,
        MostSeconds = 600;

    private const decimal SecondsAMove = 1.6m;

    private const int UsualLeast = 30;

    /// <summary>Seconds once through where nobody has measured it: 1.6 s a move, at least 30.</summary>
    public static int Seconds(Combination form) =>
        Math.Max(UsualLeast, (int)Math.Ceiling(SecondsAMove * form.Counts.Count));

    /// <summary>The lines of a form as one notation: each line is a group.</summary>
    public static string Joined(string lines) =>
        string.Join(
            " | ",
            lines
                .Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .Select(l => l.Trim('|', ',', ' '))
                .Where(l => l.Length > 0)
        );

    /// <summary>A notation as lines, a group each.</summary>
    public static string Lines(string notation) => notation.Replace(" | ", "\n", StringComparison.Ordinal);

    /// <summary>Reads '4-5: [wrist grab], low block'; null where the line says no moves.</summary>
    public static FormReading? Reading(string line)
    {
        if (ReadingPattern().Match(line) is not { Success: true } match)
            return null;
        var from = int.Parse(match.Groups["from"].ValueSpan, CultureInfo.InvariantCulture);
        var to = match.Groups["to"] is { Success: true } last
            ? int.Parse(last.ValueSpan, CultureInfo.InvariantCulture)
            : from;
        return from >= 1 && to >= from ? new FormReading(from, to, match.Groups["use"].Value.Trim()) : null;
    }

    [GeneratedRegex(
        @"^\s*(?<from>\d{1,3})(?:\s*-\s*(?<to>\d{1,3}))?\s*:\s*(?<use>\S.*)$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex ReadingPattern();
}
