using System.Globalization;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>What a heading says: its name without times, the minutes booked for it, and what it says of its lines.</summary>
/// <param name="Name">As people call the part; never empty.</param>
/// <param name="Minutes">Booked for it; null where it does not say.</param>
/// <param name="Said">Of its lines: 'pairs, small shields', '5 x 3 min each, 1 min rest'; empty for nothing.</param>
/// <param name="Work">What is done, said in the same line; empty for nothing.</param>
public sealed partial record HeadingName(string Name, int? Minutes, string Said, string Work)
{
    /// <summary>Name and what it says of its lines, as typed; empty where they are not told apart.</summary>
    public string Whole { get; private init; } = "";

    /// <summary>Longest name that is told from the work behind it.</summary>
    private const int MostWords = 7;

    /// <summary>Reads a line that is a heading and nothing else.</summary>
    public static HeadingName Of(PageLine line)
    {
        var minutes = MarkMinutes(line);
        var text = line.Text.TrimEnd(':', '-', ' ');
        text = text[Math.Min(PageWords.OpenerLength(text), text.Length)..];
        if (text.Length == 0)
            text = line.Text.TrimEnd(':', '-', ' ');
        text = WithoutMinutes(text, ref minutes);
        var whole = text;
        var said = "";
        if (Behind().Match(text) is { Success: true } match && match.Groups["name"].Length > 1)
        {
            said = match.Groups["said"].Value.Trim(' ', ')', ',');
            text = match.Groups["name"].Value;
        }
        text = WithoutMinutes(text, ref minutes);
        text = text.Trim(' ', ':', '-', ',');
        // marks alone are no name: the line is then named as it stands, and says nothing of its lines
        return text.Length > 0
            ? new HeadingName(text, minutes, said, "") { Whole = whole }
            : new HeadingName(line.Text, minutes, "", "") { Whole = whole };
    }

    /// <summary>Reads a line that is heading and work: 'Warm-up: 5 min running', '18:10 Drink', 'SEIRI - stretch, bow'.</summary>
    public static HeadingName WithWork(PageLine line)
    {
        var minutes = MarkMinutes(line);
        var text = line.Text[PageWords.OpenerLength(line.Text)..];
        if (text.Length == 0)
            text = line.Text;
        if (
            Divided().Match(text) is { Success: true } match
            && match.Groups["name"].Value.Split(' ', StringSplitOptions.RemoveEmptyEntries).Length <= MostWords
            && match.Groups["work"].Length > 1
        )
        {
            var name = WithoutMinutes(match.Groups["name"].Value, ref minutes).Trim(' ', ':', '-', ',', '(', ')');
            if (name.Length > 0)
                return new HeadingName(name, minutes, "", match.Groups["work"].Value.Trim());
        }
        var whole = WithoutMinutes(text.TrimEnd(':', '-', ' '), ref minutes).Trim(' ', ':', '-', ',');
        var cut = whole.Split([',', '(', '.'], 2)[0].Trim();
        return new HeadingName(cut.Length > 0 ? cut : whole, minutes, "", text.TrimEnd(':', '-', ' '));
    }

    private static int? MarkMinutes(PageLine line)
    {
        if (line.Mark == LineMark.Minutes && Figures().Match(line.MarkText) is { Success: true } minutes)
            return Number(minutes.Value);
        if (line.Mark == LineMark.Span && Figures().Matches(line.MarkText) is [var from, var to])
            return Number(to.Value) - Number(from.Value) is > 0 and var span ? span : null;
        return null;
    }

    private static string WithoutMinutes(string text, ref int? minutes)
    {
        if (
            MinutesBehind().Match(text) is not { Success: true } match
            || match.Index == 0
            || IsOfRounds().IsMatch(text[..match.Index])
        )
            return text;
        minutes ??= Number(match.Groups["n"].Value);
        return (text[..match.Index] + match.Groups["rest"].Value).Trim();
    }

    private static int Number(string digits) => int.Parse(digits, CultureInfo.InvariantCulture);

    private const RegexOptions Plainly = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    [GeneratedRegex(@"\d{1,3}", RegexOptions.CultureInvariant)]
    private static partial Regex Figures();

    /// <summary>'(8 min)', '15 min', '- 7 MIN', '(15')', '(about 10 minutes)', '(10)'; brackets may follow.</summary>
    [GeneratedRegex(
        @"\s*(?:[-,:]\s*)?(?:\(\s*(?:about\s+|approx\.?\s+|~\s*)?(?<n>\d{1,3})\s*(?:mins?|minutes?|m|')?\s*\)|"
            + @"(?:about\s+|approx\.?\s+|~\s*)?(?<n>\d{1,3})\s*(?:mins?\b|minutes?\b|'))\s*(?<rest>\([^)]*\)?)?\s*$",
        Plainly
    )]
    private static partial Regex MinutesBehind();

    /// <summary>'3 rounds x' 2 min: how long a round is, and no part of the hour.</summary>
    [GeneratedRegex(@"(?:\bx|\bof|@|\brounds?|\brds|\d)\s*$", Plainly)]
    private static partial Regex IsOfRounds();

    [GeneratedRegex(
        @"^(?<name>[^(,]*?)\s*(?:\((?<said>[^)]*)\)?|,\s*(?<said>.+)|:\s+(?<said>.*\d.*)|\s-\s+(?<said>.*\d.*)"
            + @"|\s(?<said>(?:in pairs|with (?:a )?partners?|\d+\s*(?:x|rds|rounds)\b).*))$",
        Plainly
    )]
    private static partial Regex Behind();

    [GeneratedRegex(@"^(?<name>[^:]+?)(?:\s*:\s+|\s+-\s+)(?<work>\S.*)$", RegexOptions.CultureInvariant)]
    private static partial Regex Divided();
}
