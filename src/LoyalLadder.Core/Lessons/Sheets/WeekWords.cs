using System.Globalization;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>The week that a title or a file's name speaks of.</summary>
public static partial class WeekWords
{
    /// <summary>Highest week that a sheet can be kept under.</summary>
    public const int Last = 53;

    /// <summary>3 for 'Kids_week 03.docx'; null where no week is said, or one that no year has.</summary>
    public static int? Of(string words) =>
        Week().Match(words) is { Success: true } match
        && int.TryParse(match.Groups[1].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var week)
        && week is >= 1 and <= Last
            ? week
            : null;

    [GeneratedRegex(
        @"(?<![a-z])(?:week|wk)[\s_.-]*(\d{1,2})(?!\d)",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Week();
}
