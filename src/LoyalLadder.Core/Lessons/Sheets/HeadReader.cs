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
        if (head.Minutes is null)
            head = WithHours(text, head);
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
        if (head.Band is not null)
            return head;
        if (AgesIn(text) is { } ages)
            return head with { Ages = ages, Band = ages.Band };
        return Band(text) is { } band ? head with { Band = band } : head;
    }

    private static AgeRange? AgesIn(string text) =>
        Ages().Match(text) is { Success: true } ages
            ? AgeRange.Of(ages.Groups["from"].Value, ages.Groups["to"].Value)
            : null;

    /// <summary>
    /// From when to when, in any of its spellings: '18:00 - 18:50', '7.30-8.45pm', '17h30 to 18h35', 'tonight 7-8'. Hours without
    /// minutes are hours only beside a day or a half of one; else '5-7' are ages.
    /// </summary>
    private static LessonHead WithHours(string text, LessonHead head)
    {
        foreach (Match range in Range().Matches(text))
        {
            var isTold =
                range.Groups["m1"].Success
                || range.Groups["m2"].Success
                || range.Groups["half"].Success
                || range.Groups["half1"].Success;
            if (!isTold && !Day().IsMatch(text))
                continue;
            var half = range.Groups["half"].Success ? range.Groups["half"].Value : range.Groups["half1"].Value;
            if (
                Clock(range.Groups["h1"], range.Groups["m1"], half) is not { } start
                || Clock(range.Groups["h2"], range.Groups["m2"], half) is not { } end
            )
                continue;
            // '11-12.30pm': only the end is after noon
            if (end < start && start.Hour > 12)
                start = start.AddHours(-12);
            if (end > start && (end - start).TotalMinutes is >= LeastMinutes and <= MostMinutes and var minutes)
                return head with { Start = start, Minutes = (int)minutes };
        }
        if (
            Hours().Match(text) is { Success: true } hours
            && MinutesOf(hours) is >= LeastMinutes and <= MostMinutes and var length
        )
            head = head with { Minutes = length };
        return head;
    }

    private static int MinutesOf(Match hours) =>
        (int.Parse(hours.Groups["h"].ValueSpan, CultureInfo.InvariantCulture) * 60)
        + (hours.Groups["m"].Success ? int.Parse(hours.Groups["m"].ValueSpan, CultureInfo.InvariantCulture) : 0);

    private static AgeBand? Band(string text)
    {
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

    private static TimeOnly? Clock(Group hour, Group minute, string half)
    {
        var h = int.Parse(hour.ValueSpan, CultureInfo.InvariantCulture);
        var m = minute.Success ? int.Parse(minute.ValueSpan, CultureInfo.InvariantCulture) : 0;
        if (half.StartsWith('p') || half.StartsWith('P'))
            h = h < 12 ? h + 12 : h;
        return h < 24 && m < 60 ? new TimeOnly(h, m) : null;
    }

    [GeneratedRegex(
        @"\b(?<h1>\d{1,2})(?:[:.h](?<m1>\d{2}))?\s*(?<half1>[ap]\.?m\b\.?)?\s*(?:-|to|till?|until)\s*(?<h2>\d{1,"
            + @"2})(?:[:.h](?<m2>\d{2}))?\s*(?<half>[ap]\.?m\b)?(?![\d/])",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Range();

    [GeneratedRegex(
        @"\b(?:mon|tues?|wed(?:nes)?|thurs?|fri|sat(?:ur)?|sun)(?:day)?s?\b|\bton(?:ight|ite)\b|\btoday\b|\btomorrow\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Day();

    /// <summary>'1h30', '1 h 15', '1 hour', '2 hrs'.</summary>
    [GeneratedRegex(
        @"(?<![\d:.])(?<h>[1-5])\s?h(?:rs?|ours?)?\s?(?<m>[0-5]\d)?(?![\p{L}\d])",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Hours();

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
