using System.Globalization;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>
/// Reads one typed line, without its bullet, as the things to do in it: usually one, several where each has its own dose
/// ('crunches 3x25, leg raises 3x15').
/// </summary>
internal sealed partial class LineReader(Vocabulary vocabulary, MoveReader moves)
{
    /// <summary>Longest content or remark that a line keeps.</summary>
    public const int LongestWords = 600;

    private readonly TypedWords _words = new(
        vocabulary,
        [.. DoseGrammar.Words, .. SpokenWords.EachNouns, .. DoseWords.Seconds, .. DoseWords.Minutes]
    );

    /// <summary>The things to do in a line; words that were shortened or mistyped are written as they were meant.</summary>
    public List<LessonLine> Read(string text)
    {
        if (text.StartsWith('"'))
            return ReadWords(text);
        var tidy = _words.Tidy(text);
        var lines = ReadWords(tidy);
        if (Unknown(lines) == 0)
            return lines;
        var mended = _words.Mended(tidy, t => Unknown(ReadWords(t)));
        return mended == tidy ? lines : ReadWords(mended);
    }

    /// <summary>The share of a line's words that name a move or an amount, 0 to 1.</summary>
    public double WorkShare(string text)
    {
        var tokens = Lexer.Lex(_words.Tidy(text));
        var words = tokens.Count(t => t.IsWord || t.IsNumber);
        var atoms = LineScan.Of(vocabulary, moves.Moves, tokens).Where(a => a.Kind is AtomKind.Name or AtomKind.Dose);
        var work = atoms.Sum(a =>
            Enumerable
                .Range(a.From, Math.Min(a.To, tokens.Count) - a.From)
                .Count(t => tokens[t].IsWord || tokens[t].IsNumber)
        );
        return words == 0 ? 0 : (double)work / words;
    }

    /// <summary>How many words of some lines are not understood, a dose that cannot be counted as many.</summary>
    private static int Unknown(List<LessonLine> lines) =>
        lines.Sum(l =>
            (l.Problem is null ? 0 : MuchUnknown)
            + l.Moves.Elements.Where(e => e.Technique is null).Sum(e => e.Words.Split(' ').Length)
        );

    private const int MuchUnknown = 10;

    private List<LessonLine> ReadWords(string text)
    {
        var (content, rest) = Quoted(text);
        var remark = "";
        if (RemarkAt(rest) is { } dashes)
            (rest, remark) = (rest[..dashes], rest[(dashes + 3)..].Trim());
        (rest, var kit) = Kit(rest);
        if (content is null)
            return Circuit(rest, kit, remark) is { } circuit ? [circuit] : Free(text, rest, kit, remark);
        var line = QuotedCircuit(content, rest, kit, remark) ?? Verbatim(content, rest, kit, remark);
        return [line.Problem is null ? line : AsTyped(text, line.Problem, line.Moves)];
    }

    /// <summary>Where ' -- ' sets a remark apart; inside the brackets of kit it does not.</summary>
    private static int? RemarkAt(string text)
    {
        for (
            var at = text.IndexOf("-- ", StringComparison.Ordinal);
            at >= 0;
            at = text.IndexOf("-- ", at + 1, StringComparison.Ordinal)
        )
        {
            if (at > 0 && text[at - 1] != ' ')
                continue;
            if (!KitBrackets().Matches(text).Any(m => m.Index < at && at < m.Index + m.Length))
                return at;
        }
        return null;
    }

    /// <summary>Content in double quotes is taken as it stands; a quote inside is written twice.</summary>
    private static (string? Content, string Behind) Quoted(string text)
    {
        if (!text.StartsWith('"'))
            return (null, text);
        var match = QuotedContent().Match(text);
        return match.Success
            ? (match.Groups["in"].Value.Replace("\"\"", "\"", StringComparison.Ordinal), text[match.Length..])
            : (null, text);
    }

    private LessonLine Verbatim(string content, string rest, Sequence<KitNeed> kit, string remark)
    {
        var parts = new DoseParts();
        foreach (var atom in LineScan.Of(vocabulary, moves.Moves, Lexer.Lex(rest)).Where(a => a.Kind == AtomKind.Dose))
            atom.SayTo(parts);
        return Line(content, parts, kit, remark);
    }

    private List<LessonLine> Free(string text, string rest, Sequence<KitNeed> kit, string remark)
    {
        rest = WithFamilyApart(rest);
        var tokens = Lexer.Lex(rest);
        var atoms = LineScan.Of(vocabulary, moves.Moves, tokens);
        if (IsOfTheDay(atoms, tokens))
            return [Line(Trimmed(rest), new DoseParts(), kit, remark)];
        var clauses = Clauses.Of(atoms, tokens);
        var lines = new List<LessonLine>();
        foreach (var item in Joints(LineItems.Of(moves, rest, tokens, clauses)))
        {
            foreach (var line in FromItem(item, kit, remark))
            {
                if (line.Problem is { } problem)
                    return [AsTyped(text, problem, line.Moves, line.Dose)];
                if (line.Content.Length > 0 || line.Dose is not null || lines.Count == 0)
                    lines.Add(line);
            }
        }
        // words that say only how, of nothing: 'circuit x99' by itself is kept as it was typed
        if (lines is [{ Content: "", Dose: null, Problem: null }] && text.Any(char.IsLetterOrDigit))
            return [new LessonLine { Content = Clip(text), Moves = moves.Read(Clip(text)) }];
        return SameBothSides(lines);
    }

    /// <summary>'breakfalls back x6, side x6' is 'breakfalls: back x6, side x6'.</summary>
    private string WithFamilyApart(string text)
    {
        if (FirstTwo().Match(text) is not { Success: true } match || !LineItems.IsFamily(match.Groups["family"].Value))
            return text;
        var (family, next) = (match.Groups["family"].Value, match.Groups["next"].Value);
        return
            moves.Read($"{next} {family}") is { IsKnown: true, Counts.Count: 1 }
            && FirstOf(moves.Read($"{next} {family}")) != FirstOf(moves.Read(family))
            ? $"{family}: {text[(family.Length + 1)..]}"
            : text;
    }

    private static Technique? FirstOf(Combination moves) => moves.Elements.FirstOrDefault()?.Technique;

    [GeneratedRegex(@"^(?<family>\p{L}+s) (?<next>\p{L}+)\b", RegexOptions.CultureInvariant)]
    private static partial Regex FirstTwo();

    /// <summary>'hips 8 each way, knees 8 each way, ankles …': among circles of the joints the knees circle too.</summary>
    private List<LineItem> Joints(List<LineItem> items)
    {
        if (
            items.Count < 2
            || !items.Exists(i => moves.Read(i.Words ?? "") is { IsEmpty: false } read && read.Elements.All(IsCircling))
        )
            return items;
        foreach (var item in items)
            if (NameKey.Of(item.Words ?? "") is "knee" or "elbow")
                item.Words += " circles";
        return items;
    }

    private static bool IsCircling(Element element) =>
        element.Technique is { Family: TechniqueFamily.Mobility, IsStretch: false };

    /// <summary>'slip left x10, slip right x10' is one thing on each side.</summary>
    private List<LessonLine> SameBothSides(List<LessonLine> lines)
    {
        for (var i = 0; i + 1 < lines.Count; i++)
        {
            var (one, other) = (lines[i], lines[i + 1]);
            if (
                one.Dose is not SoloDose { PerSide: false, Alternating: false } dose
                || other.Dose != dose
                || other.Remark is not null
            )
                continue;
            if (
                one.Moves.Elements.ToList() is not [{ Side: Side.Left or Side.Right } first]
                || other.Moves.Elements.ToList() is not [{ Side: Side.Left or Side.Right } second]
                || first.Technique is null
                || first.Technique != second.Technique
                || first.Side == second.Side
                || first.Level != second.Level
            )
                continue;
            var content = SideWords().Replace(one.Content, " ").Trim();
            var both = one with { Content = content, Moves = moves.Read(content), Dose = dose with { PerSide = true } };
            lines[i] = both;
            lines.RemoveAt(i + 1);
        }
        return lines;
    }

    [GeneratedRegex(
        @"\b(?:left|right)\b(?: (?:leg|hand|foot|arm|side))?",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex SideWords();

    /// <summary>'kick off 6:30 sharp, doors 6:15': several times and no move are times of the day.</summary>
    private static bool IsOfTheDay(List<Atom> atoms, List<Token> tokens) =>
        tokens.Count(t => t.Kind == TokenKind.Clock) > 1 && !atoms.Exists(a => a.Kind == AtomKind.Name);

    /// <summary>A line whose dose cannot be keeps every character.</summary>
    private static LessonLine AsTyped(string text, string problem, Combination moves, Dose? dose = null) =>
        new()
        {
            Content = Clip(text),
            Moves = moves,
            Dose = dose,
            Problem = problem,
        };

    /// <summary>The line of an item; two where the sides have doses of their own.</summary>
    private IEnumerable<LessonLine> FromItem(LineItem item, Sequence<KitNeed> kit, string remark)
    {
        List<string> remarks = [.. item.Remarks.Select(Trimmed).Where(r => r.Length > 0)];
        if (remark.Length > 0)
            remarks.Add(remark);
        var content = Trimmed(item.Words ?? "");
        if (item.Parts is { BothWays: true, Time: not null })
            remarks.Add("both ways");
        if (Explained(content) is { } how)
        {
            remarks.Insert(0, Trimmed(content[(how + 3)..]));
            content = Trimmed(content[..how]);
        }
        if (item.Parts.IsInDoubt(moves.Read(content)))
            content = Trimmed(item.Whole);
        if (item.Parts.OneSided is not { Count: > 0 } sides)
            return [Line(content, item.Parts, kit, string.Join(", ", remarks))];
        return sides.Select(side =>
            Line(
                $"{content} {(side.Side == Side.Left ? "left" : "right")}",
                item.Parts.OfSide(side),
                kit,
                string.Join(", ", remarks)
            )
        );
    }

    private LessonLine Line(string content, DoseParts parts, Sequence<KitNeed> kit, string remark)
    {
        if (parts.Bags is { } bags && kit.IsEmpty)
            kit = [new KitNeed("bags", (int)Math.Clamp(bags, 1, 999))];
        if (parts is { OnPads: true, Threes: false } && kit.IsEmpty)
            kit = [new KitNeed("pads", null)];
        content = Clip(content);
        var read = moves.Read(content);
        var dose = parts.ToDose(read, content.Split('|').Length);
        return new LessonLine
        {
            Content = content,
            Moves = Sensible(read, dose, content),
            Dose = parts.Problems.Count == 0 ? dose : null,
            Kit = kit,
            Priority = parts.Priority,
            Teach = parts.Teach,
            Stage = parts.Stage,
            Effort = parts.Effort,
            Remark = remark.Length == 0 ? null : Clip(remark),
            Problem = parts.Problems.Count == 0 ? null : string.Join(' ', parts.Problems),
        };
    }

    /// <summary>What was half understood and has no dose is a sentence: no move in it is one.</summary>
    private Combination Sensible(Combination read, Dose? dose, string content)
    {
        if (dose is not null || read.IsEmpty)
            return read;
        var words = NameKey.Words(content);
        var first = content.Split(' ', 2)[0].ToLowerInvariant().Replace("'", "", StringComparison.Ordinal);
        var isSentence =
            !read.IsKnown && words.Count >= LeastSentence && !content.Contains(',', StringComparison.Ordinal)
            || words.Count >= LeastSentence && IsMostlyTalk(content)
            || words.Count >= LeastSentence - 1 && SpokenWords.CueVerbs.Contains(first);
        return isSentence
            ? Combination.Of([new Count([new Beat([new Element(null, Side.None) { Words = content }])])])
            : read;
    }

    /// <summary>'round kick - knee up, turn, kick': known words, then a dash and how; where the dash stands, null for none.</summary>
    private int? Explained(string content)
    {
        var dash = content.IndexOf(" - ", StringComparison.Ordinal);
        return dash > 0 && !moves.Read(content).IsKnown && moves.Read(content[..dash]).IsKnown ? dash : null;
    }

    /// <summary>Fewer than half of the words name something that is done: 'hook up the new bag before class'.</summary>
    private bool IsMostlyTalk(string content)
    {
        var tokens = Lexer.Lex(content);
        var row = NameFinder.Keys(tokens);
        var named = 0;
        for (var i = 0; i < tokens.Count; )
        {
            var used = moves.Moves.One(row, i).Used;
            named += used;
            i += Math.Max(1, used);
        }
        return named * 2 < tokens.Count(t => t.IsWord);
    }

    private const int LeastSentence = 4;

    private static string Clip(string words) => words.Length <= LongestWords ? words : words[..LongestWords];

    private static string Trimmed(string words)
    {
        var bare = Blanks().Replace(words, " ").Trim(' ', ',', ';', ':', '-', '.', '/', '~', '|', '+');
        if (
            bare.StartsWith('(')
            && bare.EndsWith(')')
            && bare.IndexOf(')', StringComparison.Ordinal) == bare.Length - 1
        )
            bare = bare[1..^1].Trim();
        else if (bare.EndsWith('(') || bare.StartsWith(')'))
            bare = bare.Trim('(', ')', ' ');
        return Joins().Replace(bare.Trim(',', ' ', ';'), "");
    }

    // ---- kit ----

    /// <summary>
    /// <c>[kick pads]</c> is kit; <c>[jab] parry</c> is an attack and stays with the words: a strike by name with words right behind it.
    /// </summary>
    private (string Bare, Sequence<KitNeed> Kit) Kit(string text)
    {
        if (!text.Contains('[', StringComparison.Ordinal))
            return (text, []);
        var kit = new List<KitNeed>();
        var rest = KitBrackets()
            .Replace(
                text,
                match =>
                {
                    var behind = text.AsSpan(match.Index + match.Length).TrimStart();
                    if (
                        behind.Length > 0
                        && char.IsLetter(behind[0])
                        && moves.Named(match.Groups["in"].Value) is { IsPause: false, IsExercise: false }
                    )
                        return match.Value;
                    kit.AddRange(KitList(match.Groups["in"].Value));
                    return new string(' ', match.Length);
                }
            );
        return (rest, kit.ToSequence());
    }

    /// <summary>'8 small shields, spots': what, and how many where it is said.</summary>
    public static IEnumerable<KitNeed> KitList(string text)
    {
        foreach (
            var piece in text.Split(
                [',', ';', '+'],
                StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries
            )
        )
        {
            // wraps and tabs leave blanks behind
            var words = Blanks().Replace(piece, " ");
            var match = CountedKit().Match(words);
            if (!match.Success)
                yield return new KitNeed(Clip(words), null);
            else if (int.TryParse(match.Groups["n"].ValueSpan, CultureInfo.InvariantCulture, out var count))
                yield return new KitNeed(Clip(match.Groups["what"].Value), count);
        }
    }

    [GeneratedRegex("^\"(?<in>(?:[^\"]|\"\")*)\"(?=\\s|$)", RegexOptions.CultureInvariant)]
    private static partial Regex QuotedContent();

    [GeneratedRegex(@"\[(?<in>[^\[\]]*)\]", RegexOptions.CultureInvariant)]
    private static partial Regex KitBrackets();

    [GeneratedRegex(@"^(?<n>\d{1,3})\s*(?:x\s+)?(?<what>\p{L}.*)$", RegexOptions.CultureInvariant)]
    private static partial Regex CountedKit();

    /// <summary>What joined a thing to its neighbours.</summary>
    [GeneratedRegex(@"^(?:then|and)\s+|\s+(?:then|and)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Joins();

    [GeneratedRegex(@"\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Blanks();
}
