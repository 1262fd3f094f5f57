using System.Collections.Frozen;
using System.Globalization;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>
/// How often several lines are gone through, as it is said above, behind or below them: 'circuit x3 rest 30s', 'repeat 1 min',
/// 'all 3 times, run between'.
/// </summary>
internal sealed partial record CircuitCall
{
    /// <summary>How often; null where nobody said.</summary>
    public int? Times { get; private init; }

    /// <summary>Over and over for so many seconds.</summary>
    public int? Within { get; private init; }

    public int Rest { get; private init; }

    public bool RunsBetween { get; init; }

    /// <summary>Seconds of each part, for parts that say none themselves.</summary>
    public int? Each { get; private init; }

    /// <summary>'circuit' was said, so that the lines below are one even without more signs.</summary>
    public bool IsCircuit { get; private init; }

    /// <summary>Words that say nothing of how often, such as the name of a heading; empty for none.</summary>
    public string Name { get; private init; } = "";

    /// <summary>It is said that what stands above is done again: a time alone says nothing of that.</summary>
    public bool SaysAgain { get; private init; }

    /// <summary>It is said how often, or how long.</summary>
    public bool SaysHowOften => Times is not null || Within is not null;

    /// <summary>Every word that says how often lines are gone through and nothing else.</summary>
    private static readonly FrozenSet<string> Words = (
        "a above again all and around back between block circuit circuits done down each everything exercise exercises for from going "
        + "in it keep lap laps lot m min mins minute minutes non of off over per repeat repeated rest round rounds run runs s sec second "
        + "seconds secs set sets sprint sprints station stop the them there these this thrice three through times top twice two up whole "
        + "with x after"
    )
        .Split(' ')
        .ToFrozenSet(StringComparer.OrdinalIgnoreCase);

    /// <summary>No word of a line says anything but how often: what names a move is never looked at further.</summary>
    public static bool MayBe(string line)
    {
        var words = Words.GetAlternateLookup<ReadOnlySpan<char>>();
        for (var at = 0; at < line.Length; )
        {
            if (!char.IsLetter(line[at]))
            {
                at++;
                continue;
            }
            var end = at;
            while (end < line.Length && char.IsLetter(line[end]))
                end++;
            if (!words.Contains(line.AsSpan(at, end - at)))
                return false;
            at = end;
        }
        return true;
    }

    /// <summary>Reads the words; null where a number in them means something else.</summary>
    public static CircuitCall? Read(string words)
    {
        var call = new CircuitCall();
        var left = words;
        if (Take(Resting()) is { } rest)
            call = call with { Rest = Seconds(rest) };
        if (Take(Running()) is not null)
            call = call with { RunsBetween = true };
        if (Take(EachFor()) is { } each)
            call = call with { Each = Seconds(each) };
        if (Take(HowOften()) is { } often)
            call = call with { Times = TimesOf(often) };
        else if (Take(HowLong()) is { } within)
            call = call with { Within = Seconds(within) };
        else if (Again().IsMatch(left))
            call = call with { Times = 2 };
        if (left.AsSpan().ContainsAnyInRange('0', '9'))
            return null;
        var isOutOfRange =
            call.Times is < 1 or > Dose.MostRounds
            || call.Within is < 1 or > Dose.LongestSeconds
            || call.Rest > Dose.LongestSeconds
            || call.Each is < 1 or > Dose.LongestSeconds;
        if (isOutOfRange)
            return null;
        return call with
        {
            SaysAgain = call.Times is not null || Filler().IsMatch(words),
            IsCircuit = Circuit().IsMatch(left),
            Name = Blanks().Replace(Filler().Replace(left, " "), " ").Trim(' ', ',', ':', ';', '-', '(', ')', '.', '+'),
        };

        Match? Take(Regex pattern)
        {
            if (pattern.Match(left) is not { Success: true } match)
                return null;
            left = left.Remove(match.Index, match.Length).Insert(match.Index, " ");
            return match;
        }
    }

    /// <summary>The dose of parts that are gone through so.</summary>
    public CircuitDose Of(IEnumerable<Dose> parts) =>
        new(parts.ToSequence())
        {
            Times = Within is null ? Times ?? 1 : 1,
            Within = Within,
            Rest = Rest,
            RunsBetween = RunsBetween,
        };

    private static int TimesOf(Match match) =>
        match.Groups["two"].Success ? 2
        : match.Groups["three"].Success ? 3
        : Number(match.Groups["n"]);

    private static int Seconds(Match match)
    {
        var whole = Number(match.Groups["n"]);
        if (match.Groups["s"].Success)
            return (whole * 60) + Number(match.Groups["s"]);
        return match.Groups["unit"].ValueSpan.StartsWith("m", StringComparison.OrdinalIgnoreCase) ? whole * 60 : whole;
    }

    /// <summary>At most four digits are matched, so they always fit.</summary>
    private static int Number(Group digits) => int.Parse(digits.ValueSpan, CultureInfo.InvariantCulture);

    private const string Time = @"(?<n>\d{1,4})(?::(?<s>[0-5]\d)|\s*(?<unit>s|secs?|seconds?|m|mins?|minutes?)\b)";

    private const RegexOptions Plainly = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    [GeneratedRegex(
        @"\b(?:with\s+)?(?:a\s+)?(?:rest\s+(?:of\s+)?"
            + Time
            + "|"
            + Time
            + @"\s*(?:rest|off)\b)(?:\s+(?:between|after)(?:\s+(?:each|rounds?|sets?))*)?",
        Plainly
    )]
    private static partial Regex Resting();

    [GeneratedRegex(
        @"\b(?:a\s+)?(?:run|lap|sprint)s?(?:\s+(?:there\s+and\s+back|"
            + @"up\s+and\s+down))?\s+(?:in\s+)?between(?:\s+(?:each|all|them|exercises))?\b",
        Plainly
    )]
    private static partial Regex Running();

    [GeneratedRegex(Time + @"\s+(?:each|per\s+(?:exercise|station))\b", Plainly)]
    private static partial Regex EachFor();

    [GeneratedRegex(
        @"\b(?:x\s*(?<n>\d{1,4})(?!\s*(?::|s\b|secs?\b|seconds?\b|m\b|mins?\b|minutes?\b|\d))|"
            + @"(?<n>\d{1,4})\s*(?:x(?!\w|\s*\d)|times|rounds?(?!\s*(?:kick|house))|sets|laps|circuits)|"
            + @"(?<two>twice|two\s+times)|(?<three>three\s+times|thrice))(?:\s+(?:through|round|around|"
            + @"over))?(?=\W|$)",
        Plainly
    )]
    private static partial Regex HowOften();

    [GeneratedRegex(
        @"\b(?:(?:repeat(?:ed)?|over\s+and\s+over|keep\s+going|non\s*-?stop)\s+)?(?:for\s+|in\s+)?" + Time,
        Plainly
    )]
    private static partial Regex HowLong();

    [GeneratedRegex(
        @"^\W*(?:repeat|and again|all again|again)(?:\s+(?:all|everything|the lot|from the top|it all))?\W*$",
        Plainly
    )]
    private static partial Regex Again();

    [GeneratedRegex(@"\bcircuit\b", Plainly)]
    private static partial Regex Circuit();

    [GeneratedRegex(
        @"\b(?:circuit|repeat(?:ed)?|again|all|of|the|everything|whole|block|lot|and|with|through|from|top|it|this|these|above|for|done)\b",
        Plainly
    )]
    private static partial Regex Filler();

    [GeneratedRegex(@"\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Blanks();
}
