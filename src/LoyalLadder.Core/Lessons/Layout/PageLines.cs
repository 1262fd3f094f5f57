using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>Cuts a plain text into the lines of a page: marks, emphasis, blank lines and rules are seen here and nowhere else.</summary>
public static partial class PageLines
{
    /// <param name="lines">Physical lines without typographers' characters.</param>
    public static IReadOnlyList<PageLine> Of(IReadOnlyList<string> lines)
    {
        var page = new List<PageLine>();
        var blankAbove = true;
        for (var i = 0; i < lines.Count; i++)
        {
            var line = Quoting().Replace(lines[i], "");
            var words = line.Trim();
            if (!words.Any(char.IsLetterOrDigit))
            {
                if (page.Count > 0 && words.Length >= LeastRule)
                    page[^1] = page[^1] with { RuleBelow = true };
                else if (page.Count > 0)
                    page[^1] = page[^1] with { BlankBelow = true };
                blankAbove |= words.Length < LeastRule;
                continue;
            }
            page.Add(Line(i + 1, line, words) with { BlankAbove = blankAbove });
            blankAbove = false;
        }
        return Chained(Counted(page));
    }

    /// <summary>'1 jab', '2 cross': lines that count on from one are numbered, where a dose would not grow by one.</summary>
    private static List<PageLine> Counted(List<PageLine> page)
    {
        for (var i = 0; i < page.Count; i++)
        {
            var run = 0;
            while (i + run < page.Count && Bare(page[i + run]) is { } match && Figure(match.Groups["n"]) == run + 1)
                run++;
            for (var n = 0; n < run && run > 1; n++)
                page[i + n] = Marked(page[i + n], LineMark.Number, Bare(page[i + n])!);
        }
        return page;

        static Match? Bare(PageLine line) =>
            line.Mark == LineMark.None && BareNumber().Match(line.Text) is { Success: true } match ? match : null;
    }

    /// <summary>'38-46 Burn', '46-50 Stretch': each goes on where another ends, so they are minutes of the lesson.</summary>
    private static List<PageLine> Chained(List<PageLine> page)
    {
        var spans = page.Select(l => BareSpan().Match(l.Whole)).ToList();
        var ends = spans.Where(s => s.Success).Select(s => Figure(s.Groups["to"])).ToHashSet();
        var starts = spans.Where(s => s.Success).Select(s => Figure(s.Groups["from"])).ToHashSet();
        for (var i = 0; i < page.Count; i++)
            if (
                spans[i] is { Success: true } span
                && page[i].Mark != LineMark.Span
                && (ends.Contains(Figure(span.Groups["from"])) || starts.Contains(Figure(span.Groups["to"])))
            )
                page[i] = Marked(page[i], LineMark.Span, span);
        return page;
    }

    private static PageLine Marked(PageLine line, LineMark mark, Match match) =>
        line with
        {
            Mark = mark,
            MarkText = match.Value.Trim(),
            Text = line.Text[Math.Min(match.Length, line.Text.Length - 1)..].Trim(),
        };

    private static int Figure(Group digits) => int.Parse(digits.ValueSpan, CultureInfo.InvariantCulture);

    [GeneratedRegex(
        @"^(?<n>\d{1,2})\s+(?=\S)(?!\s*(?:mins?|secs?|s|m|x|rounds?(?!\s+(?:kick|house))|rds?|sets?|reps?|times|laps?|lengths?)\b)",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex BareNumber();

    [GeneratedRegex(@"^(?<from>\d{1,3})\s*-\s*(?<to>\d{1,3})\s+(?=\p{L})", RegexOptions.CultureInvariant)]
    private static partial Regex BareSpan();

    private const int LeastRule = 3;

    private static PageLine Line(int number, string line, string words)
    {
        var indent = line.Length - line.TrimStart().Length;
        words = ManyBlanks().Replace(words, "    ");
        var (mark, length) = (LineMark.None, 0);
        // marks may stand behind marks ('## 1.', '- [ ]'); the last one tells most
        while (length < words.Length && At(words, length) is { } found)
            (mark, length) = (found.Mark, length + found.Length);
        var rest = words[length..].Trim();
        var text = Plain(rest, out var isEmphasised);
        if (!text.Any(char.IsLetterOrDigit))
            (mark, length, text) = (LineMark.None, 0, words);
        return new PageLine(number, indent, mark, words[..length].Trim(), text)
        {
            IsEmphasised = isEmphasised,
            Whole = words,
        };
    }

    private static (LineMark Mark, int Length)? At(string words, int at)
    {
        foreach (var (mark, pattern) in Marks)
            if (pattern.Match(words, at) is { Success: true, Length: > 0 } match && match.Index == at)
                return (mark, match.Length);
        var picture = at;
        while (picture < words.Length && IsPicture(words, picture))
            picture += char.IsSurrogatePair(words, picture) ? 2 : 1;
        return picture > at ? (LineMark.Picture, picture - at) : null;
    }

    /// <summary>Emoji, arrows, stars and their like.</summary>
    private static bool IsPicture(string words, int at)
    {
        var kind = CharUnicodeInfo.GetUnicodeCategory(words, at);
        return words[at] > 0x7f
                && kind
                    is UnicodeCategory.OtherSymbol
                        or UnicodeCategory.Surrogate
                        or UnicodeCategory.MathSymbol
                        or UnicodeCategory.NonSpacingMark
                        or UnicodeCategory.ModifierSymbol
            || (words[at] == ' ' && at > 0 && words[at - 1] > 0x7f);
    }

    private static readonly (LineMark Mark, Regex Pattern)[] Marks =
    [
        (LineMark.Hash, Hash()),
        (LineMark.Tick, Tick()),
        (LineMark.Bullet, Bullet()),
        (LineMark.Ditto, Ditto()),
        (LineMark.Clock, Clock()),
        (LineMark.Span, Span()),
        (LineMark.Minutes, Minutes()),
        (LineMark.Roman, Roman()),
        (LineMark.Number, Number()),
        (LineMark.Capital, Capital()),
        (LineMark.Letter, Letter()),
        (LineMark.Round, Round()),
    ];

    /// <summary>Words without the signs that set them in bold, italics or between rules.</summary>
    private static string Plain(string words, out bool isEmphasised)
    {
        isEmphasised = Emphasis().Match(words) is { Success: true };
        var plain = isEmphasised ? Emphasis().Match(words).Groups["in"].Value : words;
        plain = Stars().Replace(plain, "");
        var text = new StringBuilder(plain.Length);
        for (var i = 0; i < plain.Length; i++)
        {
            var isPicture = plain[i] > 0x7f && plain[i] is not '½' and not '¼' and not '¾' && IsPicture(plain, i);
            if (!isPicture)
                text.Append(plain[i]);
            else if (char.IsSurrogatePair(plain, i))
                i++;
        }
        return text.ToString().Trim();
    }

    private const RegexOptions Plainly = RegexOptions.CultureInvariant;

    /// <summary>More blanks than four between two words say nothing more.</summary>
    [GeneratedRegex(@" {5,}", Plainly)]
    private static partial Regex ManyBlanks();

    [GeneratedRegex(@"^\s*(?:>\s?)+", Plainly)]
    private static partial Regex Quoting();

    [GeneratedRegex(@"\G#{1,6}(?=\s)\s+", Plainly)]
    private static partial Regex Hash();

    [GeneratedRegex(@"\G(?:\[[ xX]?\]|[□☐✓])\s*", Plainly)]
    private static partial Regex Tick();

    [GeneratedRegex(@"\G(?:(?:[-•·◦▪■‣▶►*+.]|-+>|=>)\s+|[•·◦▪■‣▶►](?=\S))", Plainly)]
    private static partial Regex Bullet();

    [GeneratedRegex(@"\G""\s+", Plainly)]
    private static partial Regex Ditto();

    /// <summary>'17:40', '17h30', '6.05 pm', '5 pm', from and to.</summary>
    [GeneratedRegex(
        @"\G(?:\d{1,2}(?:[:.h]\d{2}\s*(?:[ap]\.?m\.?)?|\s*[ap]\.?m\.?\b)(?:\s*-\s*\d{1,2}(?:[:.h]\d{2})?\s*(?:[ap]\.?m\.?)"
            + @"?)?)(?:\s*[:\-,.])?\s+(?=\D)(?!(?:mins?|minutes?|secs?|seconds?|each|per|rest|x|off|on)\b)",
        RegexOptions.IgnoreCase | Plainly
    )]
    private static partial Regex Clock();

    /// <summary>'0-8   Mobilise': minutes of the lesson from and to.</summary>
    [GeneratedRegex(
        @"\G\d{1,3}\s*-\s*\d{1,3}(?:\s{2,}|\s*(?:min|mins|')\b[:\s]*)(?=\p{L})",
        RegexOptions.IgnoreCase | Plainly
    )]
    private static partial Regex Span();

    /// <summary>'10 min warm-up'.</summary>
    [GeneratedRegex(
        @"\G\(?\d{1,2}\s*(?:mins?|minutes?|')(?:\)|\s*[:\-])?\s+(?=\p{L})(?!(?:each|per|x|rest|on|off|of|with|rounds?)\b)",
        RegexOptions.IgnoreCase | Plainly
    )]
    private static partial Regex Minutes();

    [GeneratedRegex(@"\G(?=[IVX])(?:X{0,2}(?:IX|IV|V?I{0,3}))[.)]\s+", Plainly)]
    private static partial Regex Roman();

    [GeneratedRegex(@"\G\(?\d{1,2}(?:[.)]|\s+-)(?![\d-])\s*", Plainly)]
    private static partial Regex Number();

    [GeneratedRegex(@"\G\(?[A-Z](?:[.)]\s*|\s+-\s+)", Plainly)]
    private static partial Regex Capital();

    [GeneratedRegex(@"\G\(?[a-z][.)]\s*", Plainly)]
    private static partial Regex Letter();

    /// <summary>'r1', 'R2 -', 'A1'.</summary>
    [GeneratedRegex(@"\G[rRA-D]\d{1,2}(?:\s*[-:.)])?\s+", Plainly)]
    private static partial Regex Round();

    [GeneratedRegex(
        @"^(?:\*{1,3}(?<in>[^*]+)\*{1,3}:?|_{1,3}(?<in>[^_]+)_{1,3}|~+\s*(?<in>[^~]+?)\s*~+|={1,3}\s*(?<in>[^=]+?)"
            + @"\s*={1,3}|-{2,}\s*(?<in>[^-].*?)\s*-{2,})$",
        Plainly
    )]
    private static partial Regex Emphasis();

    [GeneratedRegex(@"\*{1,3}(?=\S)|(?<=\S)\*{1,3}|(?<![\p{L}\d])_{1,2}(?=\S)|(?<=\S)_{1,2}(?![\p{L}\d])", Plainly)]
    private static partial Regex Stars();
}
