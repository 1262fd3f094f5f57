using System.Globalization;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Layout;

/// <summary>What the reader of lines thinks of a line.</summary>
/// <param name="Moves">How many known moves it names.</param>
/// <param name="HasDose">It says how much.</param>
/// <param name="IsUnderstood">Every word of it has a meaning.</param>
/// <param name="IsTime">Its dose is a time by itself.</param>
/// <param name="Work">The share of its words that name a move or an amount, 0 to 1.</param>
public readonly record struct LineLook(int Moves, bool HasDose, bool IsUnderstood, bool IsTime, double Work);

/// <summary>
/// The form of each line of a page in features that a model weighs: its marks and signs, what stands around it, how much it is
/// like the others, and what the reader of lines made of it.
/// </summary>
public static partial class LineForms
{
    /// <summary>The features of each line.</summary>
    public static IReadOnlyList<IReadOnlyList<string>> Of(IReadOnlyList<PageLine> page, IReadOnlyList<LineLook> looks)
    {
        var signs = page.Select(Sign).ToList();
        var likes = Likeness.Of(page, looks, signs);
        var least = page.Count == 0 ? 0 : page.Min(l => l.Indent);
        var isShouted = page.Count(l => IsCapitals(l.Text)) * 5 > page.Count * 3;
        var levels = Levels(page);
        var width = page.Count == 0 ? 0 : page.Max(l => l.Indent + l.Whole.Length);
        var forms = new List<IReadOnlyList<string>>(page.Count);
        for (var i = 0; i < page.Count; i++)
        {
            var own = Own(page[i], looks[i], least, isShouted);
            if (IsSurelyDone(page[i], looks[i]))
                own.Add(SurelyDone);
            var like = likes[signs[i]];
            forms.Add([
                .. own,
                .. like.Features(),
                .. own.Contains("heads") ? [$"heads+like {like.Kind}"] : Array.Empty<string>(),
                .. own.Contains("part before work") ? [$"part before work {levels[i]}"] : Array.Empty<string>(),
                $"level {levels[i]}",
                $"level {levels[i]} said {Said(looks[i])}",
                $"at {Place(i, page.Count)}",
                .. Above(page, signs, levels, i),
                .. Below(page, looks, signs, levels, i),
                .. i > 0 ? Wrapping(page, i, width) : [],
                .. IsAlone(signs, i) ? [$"alone {Said(looks[i])}"] : Array.Empty<string>(),
            ]);
        }
        return forms;
    }

    private static bool IsAlone(List<string> signs, int i) =>
        i > 0 && signs[i - 1] != signs[i] && (i + 1 >= signs.Count || signs[i + 1] != signs[i]);

    private static IEnumerable<string> Above(
        IReadOnlyList<PageLine> page,
        List<string> signs,
        List<string> levels,
        int i
    ) =>
        i == 0
            ? ["above none", "unlike above"]
            :
            [
                $"level {levels[i - 1]} to {levels[i]}",
                $"above {Step(page[i].Indent - page[i - 1].Indent)}",
                signs[i - 1] == signs[i] ? "like above" : "unlike above",
            ];

    private static IEnumerable<string> Below(
        IReadOnlyList<PageLine> page,
        IReadOnlyList<LineLook> looks,
        List<string> signs,
        List<string> levels,
        int i
    )
    {
        if (i + 1 >= page.Count)
            return ["below none", "unlike below"];
        var (next, isLike) = (looks[i + 1], signs[i + 1] == signs[i]);
        return
        [
            $"before mark {page[i + 1].Mark}{(page[i + 1].Mark == page[i].Mark ? " too" : "")}",
            $"level {levels[i]} before {levels[i + 1]}",
            $"below {Step(page[i + 1].Indent - page[i].Indent)}",
            isLike ? "like below" : "unlike below",
            $"next work {(next.Work > 0.6 ? "much" : next.Work > 0.2 ? "some" : "none")}",
            $"next {Said(next)} {(isLike ? "like" : "unlike")}",
        ];
    }

    /// <summary>
    /// How deep a line stands on its page, by the marks in the order in which they first came: with '1.' before 'a)' a letter
    /// is below a number.
    /// </summary>
    private static List<string> Levels(IReadOnlyList<PageLine> page)
    {
        var kinds = new List<(LineMark, int)>();
        var levels = new List<string>(page.Count);
        foreach (var line in page)
        {
            if (line.Mark is LineMark.None)
            {
                levels.Add(kinds.Count == 0 ? "before marks" : "unmarked");
                continue;
            }
            var kind = (line.Mark, line.Indent / 2);
            if (!kinds.Contains(kind))
                kinds.Add(kind);
            levels.Add($"{Math.Min(kinds.IndexOf(kind), 2)} of {Math.Min(kinds.Count, 3)}");
        }
        return levels;
    }

    /// <summary>
    /// Of a line that names moves and how much and nothing else, and no part of a lesson: it heads nothing and is no
    /// note.
    /// </summary>
    public const string SurelyDone = "surely done";

    private static bool IsSurelyDone(PageLine line, LineLook look) =>
        look is { HasDose: true, IsUnderstood: true, Moves: > 0 }
        && !line.Text.EndsWith(':')
        && SegmentKinds.Of(HeadingName.Of(line).Name) == SegmentKind.Other;

    private static string Said(LineLook look) =>
        $"{Math.Min(look.Moves, 2)}{(look.HasDose ? "d" : "")}{(look.IsUnderstood ? "u" : "")}";

    private static string Place(int at, int count) =>
        at == 0 ? "first"
        : at == 1 ? "second"
        : at == count - 1 ? "last"
        : at == count - 2 ? "last but one"
        : "middle";

    private static string Step(int step) =>
        step > 0 ? "in"
        : step < 0 ? "out"
        : "same";

    private static List<string> Own(PageLine line, LineLook look, int least, bool isShouted)
    {
        var words = line.Text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        List<string> all =
        [
            "any",
            $"mark {line.Mark}",
            $"words {(words.Length <= 6 ? words.Length : words.Length <= 9 ? 7 : words.Length <= 14 ? 10 : 15)}",
            $"said {Said(look)}",
            $"mark {line.Mark} said {Said(look)}",
            line.Indent > least ? "indented" : "outmost",
        ];
        var told = Doing(line, look)
            .Concat(Signs(line, look, words, isShouted))
            .Concat(Minutes(line.Text, look, words))
            .Concat(People(line))
            .Concat(Parts(line, look, words));
        all.AddRange(told.Where(f => f.IsSo).Select(f => f.Feature));
        return all;
    }

    private static IEnumerable<(bool IsSo, string Feature)> Doing(PageLine line, LineLook look)
    {
        var work =
            look.Work >= 0.999 ? 4
            : look.Work > 0.7 ? 3
            : look.Work > 0.45 ? 2
            : look.Work > 0.2 ? 1
            : 0;
        yield return (true, $"work {work}");
        yield return (true, $"work {work} said {Said(look)}");
        yield return (true, $"work {work} {(line.Text.Any(char.IsAsciiDigit) ? "figures" : "")}");
    }

    private static IEnumerable<(bool IsSo, string Feature)> Signs(
        PageLine line,
        LineLook look,
        string[] words,
        bool isShouted
    )
    {
        var text = line.Text;
        var isCapitals = !isShouted && IsCapitals(text);
        yield return (line.BlankAbove, "blank above");
        yield return (line.BlankBelow, "blank below");
        yield return (line.RuleBelow, "underlined");
        yield return (line.IsEmphasised, "emphasised");
        yield return (line.BlankAbove && !look.HasDose, "blank above, no dose");
        yield return (isCapitals, "capitals");
        yield return (isCapitals && words.Length <= 4, "few capitals");
        yield return (char.IsUpper(text[0]), "capital");
        yield return (char.IsLower(text[0]), "small");
        yield return (text.EndsWith(':'), "colon");
        yield return (text.EndsWith(" -", StringComparison.Ordinal), "dash behind");
        yield return (text.EndsWith('.'), "stop");
        yield return (text.EndsWith('!'), "shout");
        yield return (text.Contains('?', StringComparison.Ordinal), "question");
        yield return (text.Contains('"', StringComparison.Ordinal), "quote");
        yield return (text[0] is '(' or '[' && text[^1] is ')' or ']', "in brackets");
        yield return (line.Whole[0] is '!' or '(' or '[' or '_', "set aside");
        yield return (text.Any(char.IsAsciiDigit), "figures");
    }

    private static IEnumerable<(bool IsSo, string Feature)> Minutes(string text, LineLook look, string[] words)
    {
        var isBehind = EndsInMinutes().IsMatch(text);
        yield return (isBehind, "minutes behind");
        yield return (isBehind && words.Length <= 6, "minutes behind few");
        yield return (isBehind && look.Moves == 0, "minutes behind, no move");
        yield return (IsBooked(text), "booked");
        yield return (IsBooked(text) && look.Moves == 0, "booked, no move");
    }

    private static IEnumerable<(bool IsSo, string Feature)> People(PageLine line)
    {
        var (text, groups) = (line.Text, PageWords.Groups(line.Text).Count);
        var isNamed = PageWords.NamesGroup(text);
        yield return (isNamed, "group");
        yield return (!isNamed && groups == 0, "nobody named");
        yield return (groups > 0, "groups");
        yield return (groups > 1, "several groups");
        yield return (PageWords.RefersBack(text), "refers back");
        yield return (PageWords.Greets(text), "greets");
        yield return (PageWords.Tells(text), "tells");
        yield return (PageWords.SumsUp(text), "sums up");
        yield return (PageWords.OpenerLength(text) > 0, "opens");
        yield return (DayOrHours().IsMatch(line.Whole), "day or hours");
    }

    private static IEnumerable<(bool IsSo, string Feature)> Parts(PageLine line, LineLook look, string[] words)
    {
        var before = HeadThenWork().Match(line.Text);
        var headWords = before.Success ? before.Groups["head"].Value.Split(' ').Length : 0;
        yield return (before.Success, "head then work");
        yield return (before.Success && headWords <= 2, "short head then work");
        yield return (before.Success && line.Text.Any(char.IsAsciiDigit), "head then figures");
        yield return (IsHeaded(line), "part before work");
        yield return (IsHeaded(line) && headWords <= 3, "short part before work");
        var name = HeadingName.Of(line).Name;
        var isPart = SegmentKinds.Of(name) != SegmentKind.Other;
        var isFirst = SegmentKinds.Of(words[0].TrimEnd(',', ':')) != SegmentKind.Other;
        yield return (isPart, "part");
        yield return (isPart && words.Length <= 5, "short part");
        yield return (isPart && words.Length <= 3, "mere part");
        yield return (SegmentKinds.IsHeading(name), "heads");
        yield return (isFirst, "part first");
        yield return (isFirst && line.Mark == LineMark.None, "part first, unmarked");
        yield return (isPart && !look.HasDose, "part, no dose");
        yield return (isPart && EndsInMinutes().IsMatch(line.Text), "part, minutes behind");
        yield return (isPart && look is { HasDose: true, Moves: > 0 }, "part and dose");
    }

    private static IEnumerable<string> Wrapping(IReadOnlyList<PageLine> page, int at, int width)
    {
        var (above, line) = (page[at - 1], page[at]);
        if (above.BlankBelow || line.BlankAbove || line.Mark != LineMark.None)
            yield break;
        var first = line.Whole.Split(' ', 2)[0];
        // a page's width broke the line where its next word would not have fitted
        var isLong = width >= LeastWidth && above.Indent + above.Whole.Length + 1 + first.Length > width;
        var isOpen = above.Text[^1] is not '.' and not '!' and not '?' and not ':';
        if (isLong)
            yield return "behind a long line";
        if (isLong && isOpen && char.IsLower(line.Text[0]))
            yield return "goes on";
        if (above.Text[^1] is ',' or '&' or '+' or '/' or '=')
            yield return "behind a comma";
        if (line.Indent > above.Indent && above.Mark != LineMark.None && char.IsLower(line.Text[0]))
            yield return "hangs";
        if (
            line.Indent >= LeastHang
            && line.Indent > page[0].Indent
            && above.Mark == LineMark.None
            && above.Indent == line.Indent
            && char.IsLower(line.Text[0])
        )
            yield return "hangs on";
        if (OpenEnd().IsMatch(above.Text))
            yield return "behind an open end";
    }

    /// <summary>Pages with narrower lines have none that were broken.</summary>
    private const int LeastWidth = 48;

    /// <summary>What is indented less does not hang below words.</summary>
    private const int LeastHang = 4;

    /// <summary>How a line begins and ends, in signs: lines of one kind have it in common.</summary>
    private static string Sign(PageLine line)
    {
        var hashes = line.MarkText.Count(c => c == '#');
        char[] signs =
        [
            IsCapitals(line.Text) ? 'C' : ' ',
            line.Text.EndsWith(':') ? ':' : ' ',
            line.IsEmphasised ? '*' : ' ',
            line.RuleBelow ? '_' : ' ',
            line.Text.EndsWith(" -", StringComparison.Ordinal) ? '-' : ' ',
            IsHeaded(line) ? 'h' : ' ',
        ];
        var indent = Math.Min(line.Indent, 12) / 2;
        return string.Create(CultureInfo.InvariantCulture, $"{line.Mark}{new string(signs)}{indent}{hashes}");
    }

    /// <summary>Few words, and minutes behind them: on most pages all parts are booked in that way.</summary>
    private static bool IsBooked(string text) =>
        EndsInMinutes().IsMatch(text)
        && !text.Contains(',', StringComparison.Ordinal)
        && text.Split(' ').Length <= MostOfBooked;

    private const int MostOfBooked = 9;

    private static bool IsHeaded(PageLine line) =>
        HeadThenWork().Match(line.Text) is { Success: true } match
        && SegmentKinds.Of(match.Groups["head"].Value) != SegmentKind.Other;

    internal static bool IsCapitals(string text)
    {
        var name = text.Split([':', '(', '-'], 2)[0];
        return name.Count(char.IsUpper) >= 2 && !name.Any(char.IsLower);
    }

    [GeneratedRegex(
        @"(?:\(?\s*(?:about\s+|approx\.?\s+|~)?\d{1,3}(?:\s*-\s*\d{1,3})?\s*(?:mins?|minutes?|m|'|\u2032)"
            + @"?\s*\)?|\(\d{1,2}\))[:.\s]*(?:\([^)]*\))?\s*[:-]?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex EndsInMinutes();

    [GeneratedRegex(@"^(?<head>[^:]{2,40}?)(?:\s*:\s+|\s-\s+)\S", RegexOptions.CultureInvariant)]
    private static partial Regex HeadThenWork();

    [GeneratedRegex(
        @"\b(?:mon|tues?|wed(?:nes)?|thurs?|fri|sat(?:ur)?|sun)(?:day)?s?\b|\b\d{1,2}(?:[:.h]\d{2})?\s*(?:[ap]m)"
            + @"?\s*(?:-|to|till?|until)\s*\d{1,2}(?:[:.h]\d{2}|\s*[ap]m)|\b(?:aged?s?|class|lesson|week|wk)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex DayOrHours();

    [GeneratedRegex(
        @"\b(?:and|or|the|a|an|to|of|with|when|each|then|partner|for|in|on|at)$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex OpenEnd();
}
