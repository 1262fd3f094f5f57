using System.Globalization;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>Finds the facts of a lesson in its title, its <c>class:</c> line or its greeting: minutes, people, ages, start.</summary>
internal static partial class HeadReader
{
    public const int LeastMinutes = 10;
    public const int MostMinutes = 300;
    public const int MostPeople = 500;

    /// <summary>Reads the <c>class:</c> line, its pieces divided by dots or bars; a piece that is no fact names the class.</summary>
    public static LessonHead ClassLine(string text, LessonHead head)
    {
        foreach (
            var piece in text.Split(
                ['·', '|', ';', '•'],
                StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries
            )
        )
        {
            if (piece == "-")
                continue;
            // a name such as 'Little Gulls' tells nothing of ages here
            var with =
                piece.Any(char.IsAsciiDigit) || AgeBands.Read(piece.ToLowerInvariant()) is not null
                    ? Facts(piece, head)
                    : head;
            if (with != head)
                head = with;
            else if (
                TimeOnly.TryParseExact(piece, "H:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out var start)
            )
                head = head with { Start = start };
            else
                head = head with { Class = head.Class is null ? piece : $"{head.Class}, {piece}" };
        }
        return head;
    }

    /// <summary>Takes what a text says, without overwriting what is known.</summary>
    public static LessonHead Facts(string text, LessonHead head)
    {
        if (head.Minutes is null && Range().Match(text) is { Success: true } range)
        {
            var from = Clock(range.Groups["h1"].ValueSpan, range.Groups["m1"].ValueSpan);
            var to = Clock(range.Groups["h2"].ValueSpan, range.Groups["m2"].ValueSpan);
            if (
                from is { } start
                && to is { } end
                && end > start
                && (end - start).TotalMinutes is >= LeastMinutes and <= MostMinutes
            )
                head = head with { Start = start, Minutes = (int)(end - start).TotalMinutes };
        }
        if (
            head.Minutes is null
            && Minutes().Match(text) is { Success: true } minutes
            && Number(minutes) is >= LeastMinutes and <= MostMinutes and var m
        )
            head = head with { Minutes = m };
        if (
            head.Minutes is null
            && BareMinutes().Match(text) is { Success: true } bare
            && Number(bare) is >= 20 and <= 180 and var b
            && b % 5 == 0
        )
            head = head with { Minutes = b };
        if (
            head.People is null
            && People().Match(text) is { Success: true } people
            && Number(people) is >= 1 and <= MostPeople and var p
        )
            head = head with { People = p };
        return head.Band is null && Band(text) is { } band ? head with { Band = band } : head;
    }

    private static AgeBand? Band(string text)
    {
        if (
            Ages().Match(text) is { Success: true } ages
            && int.TryParse(ages.Groups["to"].ValueSpan, CultureInfo.InvariantCulture, out var oldest)
        )
            return oldest switch
            {
                <= 12 => AgeBand.Kids,
                <= 17 => AgeBand.Teens,
                _ => AgeBand.Adults,
            };
        if (BandWord().Match(text) is not { Success: true } word)
            return null;
        return char.ToLowerInvariant(word.Value[0]) switch
        {
            't' => AgeBand.Teens,
            'a' => AgeBand.Adults,
            _ => AgeBand.Kids,
        };
    }

    private static int? Number(Match match) =>
        int.TryParse(match.Groups["n"].ValueSpan, CultureInfo.InvariantCulture, out var n) ? n : null;

    private static TimeOnly? Clock(ReadOnlySpan<char> hour, ReadOnlySpan<char> minute) =>
        int.TryParse(hour, CultureInfo.InvariantCulture, out var h)
        && int.TryParse(minute, CultureInfo.InvariantCulture, out var m)
        && h < 24
        && m < 60
            ? new TimeOnly(h, m)
            : null;

    [GeneratedRegex(
        @"\b(?<h1>\d{1,2})[:.](?<m1>\d{2})\s*(?:-|to)\s*(?<h2>\d{1,2})[:.](?<m2>\d{2})\b",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Range();

    [GeneratedRegex(
        @"\b(?<n>\d{2,3})\s*(?:min|mins|minutes)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Minutes();

    [GeneratedRegex(@"/\s*(?<n>\d{2,3})\s*(?:/|$)", RegexOptions.CultureInvariant)]
    private static partial Regex BareMinutes();

    [GeneratedRegex(
        @"\b(?<n>\d{1,3})\s*(?:people|persons|students|of them|of us|heads|kids|children|teens|adults)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex People();

    [GeneratedRegex(
        @"(?:\(|\bages?\s*)(?<from>\d{1,2})\s*(?:-|to)\s*(?<to>\d{1,2})\s*(?:s|yrs?|years)?\b|\b(?<from>\d{1,2})-(?<to>\d{1,2})s\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Ages();

    [GeneratedRegex(
        @"\b(?:kids?|children|juniors|little|teens?|teenagers|adults?)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex BandWord();
}
