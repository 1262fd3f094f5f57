using System.Globalization;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>
/// Reads one typed line, without its bullet, as the things to do in it: usually one, several where each has its own dose
/// ('crunches 3x25, leg raises 3x15').
/// </summary>
internal sealed partial class LineReader(MoveReader moves)
{
    /// <summary>Longest content or remark that a line keeps.</summary>
    public const int LongestWords = 600;

    public List<LessonLine> Read(string text)
    {
        var (content, rest) = Quoted(text);
        var remark = "";
        if (RemarkAt(rest) is { } dashes)
            (rest, remark) = (rest[..dashes], rest[(dashes + 3)..].Trim());
        (rest, var kit) = Kit(rest);
        if (content is null)
            return Free(text, rest, kit, remark);
        var line = Verbatim(content, rest, kit, remark);
        return [line.Problem is null ? line : AsTyped(text, line.Problem)];
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
        var tokens = SheetLexer.Lex(rest);
        var scan = new DoseScan(tokens);
        for (var i = 0; i < tokens.Count; i += Math.Max(1, scan.Claim(i, tokens.Count, parts))) { }
        return Line(content, parts, kit, remark);
    }

    private List<LessonLine> Free(string text, string rest, Sequence<KitNeed> kit, string remark)
    {
        var lines = new List<LessonLine>();
        var tokens = SheetLexer.Lex(rest);
        foreach (var item in Items(tokens))
        {
            var line = FromItem(rest, tokens, item, kit, remark);
            if (line.Problem is not null && line.Dose is null)
                return [AsTyped(text, line.Problem)];
            if (line.Content.Length > 0 || line.Dose is not null || lines.Count == 0)
                lines.Add(line);
        }
        return lines;
    }

    /// <summary>A line whose dose cannot be keeps every character.</summary>
    private static LessonLine AsTyped(string text, string problem) =>
        new()
        {
            Content = Clip(text),
            Moves = Combination.Nothing,
            Problem = problem,
        };

    // ---- items ----

    private sealed record Item(int From, DoseParts Parts, bool[] Claimed)
    {
        public int To { get; set; }
        public int FirstAmount { get; set; } = -1;
    }

    private static List<Item> Items(List<Token> tokens)
    {
        var scan = new DoseScan(tokens);
        var claimed = new bool[tokens.Count];
        var item = new Item(0, new DoseParts(), claimed);
        var items = new List<Item> { item };
        var lastClaimed = 0;
        for (var i = 0; i < tokens.Count; )
        {
            if (item.Parts.HasAmount && Split(i) is { } split)
            {
                item.To = split;
                item = new Item(split, new DoseParts(), claimed);
                items.Add(item);
                for (var j = split; j < i; j++)
                    claimed[j] = false;
            }
            var had = item.Parts.HasAmount;
            var used = LeadingCount(i);
            if (used == 0)
                used = scan.Claim(i, tokens.Count, item.Parts);
            if (used == 0)
            {
                i++;
                continue;
            }
            if (!had && item.Parts.HasAmount)
                item.FirstAmount = i;
            Array.Fill(claimed, true, i, used);
            i += used;
            lastClaimed = i;
        }
        item.To = tokens.Count;
        ClaimEmptyBrackets(tokens, claimed);
        return items;

        // a number in front of words is how many: '20 burpees'
        int LeadingCount(int i)
        {
            if (i != item.From || item.Parts.HasAmount || i + 1 >= tokens.Count || tokens[i + 1].Kind != TokenKind.Word)
                return 0;
            // 'two hands on one, 5 each side': a number in words counts only where no figures do
            var spelt =
                tokens[i].Kind == TokenKind.Word && !tokens.Exists(t => t.Kind is TokenKind.Number or TokenKind.Clock)
                    ? DoseScan.NumberOf(tokens[i].Text)
                    : null;
            if (!tokens[i].IsNumber && spelt is null)
                return 0;
            var trial = new DoseParts();
            if (scan.Claim(i, tokens.Count, trial) > 0)
                return 0;
            item.Parts.AddStep(spelt ?? tokens[i].Value);
            return 1;
        }

        // where a new item begins when an amount stands at i behind words of its own
        int? Split(int i)
        {
            var fresh = new DoseParts();
            var isAmount = (scan.Claim(i, tokens.Count, fresh) > 0 && fresh.HasAmount) || IsCountBeforeWord(i);
            if (!isAmount || item.Parts.IsStations || item.Parts.IsBagLines)
                return null;
            var separator = -1;
            for (var j = lastClaimed; j < i; j++)
                if (IsSeparator(tokens[j], tokens, j))
                    separator = j;
            var doseFirst = item.FirstAmount == item.From;
            var ownWords = HasWords(separator < 0 ? lastClaimed : separator + 1, i);
            if (!HasWords(lastClaimed, i))
                return null;
            if (separator >= 0 && (ownWords || doseFirst))
                return separator + 1;
            return doseFirst && separator < 0 && tokens[i].Text != "x" && tokens[i].IsNumber ? i : null;
        }

        bool IsCountBeforeWord(int i) =>
            tokens[i].IsNumber
            && i > 0
            && IsSeparator(tokens[i - 1], tokens, i - 1)
            && item.FirstAmount == item.From
            && i + 1 < tokens.Count
            && tokens[i + 1].Kind == TokenKind.Word;

        bool HasWords(int from, int to)
        {
            for (var j = from; j < to; j++)
                if (!claimed[j] && tokens[j].Kind == TokenKind.Word && tokens[j].Text is not ("then" or "and"))
                    return true;
            return false;
        }
    }

    private static bool IsSeparator(Token token, List<Token> tokens, int at) =>
        token.Text switch
        {
            "," or ";" or "|" or "+" => token.Kind == TokenKind.Symbol,
            "." => at + 1 < tokens.Count && !tokens[at + 1].Attached,
            "then" => true,
            _ => false,
        };

    /// <summary>'(slow)' whose inside was claimed leaves no empty brackets behind.</summary>
    private static void ClaimEmptyBrackets(List<Token> tokens, bool[] claimed)
    {
        for (var i = 0; i < tokens.Count; i++)
        {
            if (!tokens[i].Is("("))
                continue;
            var close = i + 1;
            while (close < tokens.Count && (claimed[close] || tokens[close].Is(",")))
                close++;
            if (close > i + 1 && close < tokens.Count && tokens[close].Is(")"))
                Array.Fill(claimed, true, i, close - i + 1);
        }
    }

    private LessonLine FromItem(string text, List<Token> tokens, Item item, Sequence<KitNeed> kit, string remark)
    {
        var before = new List<string>();
        var after = new List<string>();
        for (var i = item.From; i < item.To; )
        {
            if (item.Claimed[i])
            {
                i++;
                continue;
            }
            var first = i;
            while (i < item.To && !item.Claimed[i])
                i++;
            var run = Trimmed(text[tokens[first].Start..tokens[i - 1].End]);
            if (run.Any(char.IsLetterOrDigit) && run is not ("then" or "and"))
                (item.FirstAmount < 0 || first < item.FirstAmount ? before : after).Add(run);
        }
        if (item.Parts is { IsStations: true } or { IsBagLines: true })
            return WithJobs(before, after, item.Parts, kit, remark);
        if (before.Count == 0 && after.Count > 0)
            (before, after) = ([after[0]], after[1..]);
        var content = string.Join(' ', before);
        if (remark.Length > 0)
            after.Add(remark);
        if (Explained(content) is var (said, aside) && said is not null)
        {
            content = said;
            after.Insert(0, aside!);
        }
        return Line(content, item.Parts, kit, string.Join(", ", after));
    }

    /// <summary>'round kick - knee up, turn, kick': known words, then a dash and how.</summary>
    private (string? Content, string? Remark) Explained(string content)
    {
        var dash = content.IndexOf(" - ", StringComparison.Ordinal);
        if (dash <= 0 || !moves.Read(content[..dash]).IsKnown)
            return (null, null);
        return (Trimmed(content[..dash]), Trimmed(content[(dash + 3)..]));
    }

    private LessonLine WithJobs(
        List<string> before,
        List<string> after,
        DoseParts parts,
        Sequence<KitNeed> kit,
        string remark
    )
    {
        List<string> runs = [.. before, .. after];
        var list = runs.FindIndex(r => JobDivider().IsMatch(r));
        var content = list < 0 ? string.Join(", ", runs) : runs[list];
        if (list >= 0)
            runs.RemoveAt(list);
        else
            runs.Clear();
        if (content.LastIndexOf(": ", StringComparison.Ordinal) is > 0 and var colon)
        {
            runs.Insert(0, content[..colon]);
            content = content[(colon + 2)..];
        }
        if (remark.Length > 0)
            runs.Add(remark);
        var jobs = JobDivider().Split(content).Select(Trimmed).Where(j => j.Length > 0).ToList();
        if (parts.Bags is { } bags && kit.IsEmpty)
            kit = [new KitNeed("bags", (int)Math.Clamp(bags, 1, 999))];
        return Line(string.Join(" | ", jobs), parts, kit, string.Join(", ", runs), jobs.Count);
    }

    private LessonLine Line(string content, DoseParts parts, Sequence<KitNeed> kit, string remark, int jobs = 1)
    {
        content = Clip(content);
        var read = moves.Read(content);
        var dose = parts.ToDose(read.IsExercise, jobs);
        return new LessonLine
        {
            Content = content,
            Moves = read,
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
            var match = CountedKit().Match(piece);
            if (!match.Success)
                yield return new KitNeed(Clip(piece), null);
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

    [GeneratedRegex(@"\s*[|]\s*|\s+/\s+|\s*,\s*", RegexOptions.CultureInvariant)]
    private static partial Regex JobDivider();

    /// <summary>What joined a thing to its neighbours.</summary>
    [GeneratedRegex(@"^(?:then|and)\s+|\s+(?:then|and)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Joins();

    [GeneratedRegex(@"\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Blanks();
}
