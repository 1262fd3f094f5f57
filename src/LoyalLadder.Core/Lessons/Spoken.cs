using System.Globalization;

namespace LoyalLadder.Core.Lessons;

/// <summary>Times and differences in the words that the interface uses everywhere.</summary>
public static class Spoken
{
    /// <summary>A length of time with its units: '6 min 38 s', '45 s'; for sentences, where '6:38' may be an hour of the day.</summary>
    public static string Length(int seconds) =>
        (seconds / 60, seconds % 60) switch
        {
            (0, var rest) => Say($"{rest} s"),
            (var minutes, 0) => Say($"{minutes} min"),
            var (minutes, rest) => Say($"{minutes} min {rest} s"),
        };

    /// <summary>'2:05', or '1:02:05' from an hour on.</summary>
    public static string Clock(int seconds)
    {
        var s = Math.Abs(seconds);
        var text =
            s < 3600
                ? string.Create(CultureInfo.InvariantCulture, $"{s / 60}:{s % 60:00}")
                : string.Create(CultureInfo.InvariantCulture, $"{s / 3600}:{s / 60 % 60:00}:{s % 60:00}");
        return seconds < 0 ? $"-{text}" : text;
    }

    /// <summary>'2 min 40 over', '35 s left', 'on time'.</summary>
    public static string Difference(int over)
    {
        if (over == 0)
            return Say("exactly on time");
        var (minutes, seconds) = (Math.Abs(over) / 60, Math.Abs(over) % 60);
        var size = (minutes, seconds) switch
        {
            (0, _) => string.Create(CultureInfo.InvariantCulture, $"{seconds} s"),
            (_, 0) => string.Create(CultureInfo.InvariantCulture, $"{minutes} min"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{minutes} min {seconds:00}"),
        };
        return over > 0 ? Say($"{size} over") : Say($"{size} left");
    }

    public static string Capital(string words) =>
        words.Length == 0 ? words : char.ToUpperInvariant(words[0]) + words[1..];

    /// <summary>'1 line', '3 lines'.</summary>
    public static string Many(int count, string one, string? many = null) =>
        Wording.Count(count, one, many ?? one + "s");

    /// <summary>At most 40 characters, for a message.</summary>
    public static string Brief(string words) => words.Length <= 40 ? words : words[..39] + "…";
}
