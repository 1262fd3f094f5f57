using System.Text;
using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>A line as typed, without its bullet.</summary>
/// <param name="Number">In the text, from 1.</param>
/// <param name="Indent">Blanks before it; a tab counts four.</param>
/// <param name="HasBullet">A bullet, number or letter stood before the words.</param>
/// <param name="BlankAbove">An empty line, or nothing, stands above.</param>
/// <param name="Text">The words; never empty.</param>
internal sealed record TypedLine(int Number, int Indent, bool HasBullet, bool BlankAbove, string Text);

/// <summary>Cuts a text into typed lines and makes typographers' characters plain.</summary>
internal static partial class Typed
{
    /// <summary>Most characters of a line, and of lines that are read as one.</summary>
    public const int LongestLine = 2_000;

    private const int DeepestIndent = 80;

    /// <summary>What a tab counts for.</summary>
    public const string Tab = "    ";

    /// <summary>More blanks than this between two words say nothing more.</summary>
    private const int MostBlanks = 4;

    public static List<TypedLine> Lines(string text)
    {
        var lines = new List<TypedLine>();
        var number = 0;
        var blankAbove = true;
        foreach (var raw in Plain(text, Tab).Split('\n'))
        {
            number++;
            foreach (var piece in Pieces(Folded(raw)))
            {
                var line = Quoting().Replace(piece, "");
                var indent = line.Length - line.TrimStart().Length;
                line = line.Trim();
                var bare = Bare(line);
                if (bare.Length > 0)
                    lines.Add(new TypedLine(number, indent, bare.Length != line.Length, blankAbove, bare));
                blankAbove = bare.Length == 0;
            }
        }
        return lines;
    }

    /// <summary>A line with few blanks between its words; those before it tell how far it is indented.</summary>
    public static string Folded(string line)
    {
        var words = line.TrimStart();
        var indent = Math.Min(line.Length - words.Length, DeepestIndent);
        var folded = new StringBuilder(line.Length).Append(' ', indent);
        var blanks = 0;
        foreach (var c in words)
        {
            blanks = c == ' ' ? blanks + 1 : 0;
            if (blanks <= MostBlanks)
                folded.Append(c);
        }
        return folded.ToString();
    }

    /// <summary>No pattern is tried on more than a line may have: what is longer goes on in further lines, cut between words.</summary>
    public static IEnumerable<string> Pieces(string line)
    {
        while (line.Length > LongestLine)
        {
            var cut = line.LastIndexOf(' ', LongestLine - 1, LongestLine / 2);
            var at = cut < 0 ? LongestLine : cut;
            yield return line[..at];
            line = line[at..].TrimStart();
        }
        yield return line;
    }

    /// <summary>A line without what stands before its words; marks may stand behind marks ('- > 1. jab').</summary>
    public static string Bare(string line) => Marks().Replace(Quoting().Replace(line, ""), "").Trim();

    /// <summary>A text without typographers' characters.</summary>
    public static string Plain(string text, string tab)
    {
        var plain = new StringBuilder(text.Length);
        foreach (var c in text)
        {
            _ = c switch
            {
                '\t' => plain.Append(tab),
                '\r' => plain,
                '\f' or '\v' or '\u2028' or '\u2029' or '\u0085' => plain.Append('\n'),
                '\u00a0' or '\u2007' or '\u2009' or '\u202f' => plain.Append(' '),
                '\u2018' or '\u2019' or '\u02bc' => plain.Append('\''),
                '\u201c' or '\u201d' or '\u201e' => plain.Append('"'),
                '\u2010' or '\u2011' or '\u2012' or '\u2013' or '\u2014' or '\u2212' => plain.Append('-'),
                '\u00d7' => plain.Append('x'),
                '\u2026' => plain.Append("..."),
                '\u2192' => plain.Append("->"),
                '\n' => plain.Append(c),
                '\u00ad' or '\ufeff' => plain,
                >= '\u200b' and <= '\u200f' => plain,
                >= '\u202a' and <= '\u202e' => plain,
                >= '\u2066' and <= '\u2069' => plain,
                _ when char.IsControl(c) || c == '\ufffd' => plain,
                _ => plain.Append(c),
            };
        }
        return plain.ToString();
    }

    [GeneratedRegex(@"^\s*(?:>\s?)+", RegexOptions.CultureInvariant)]
    private static partial Regex Quoting();

    /// <summary>Bullets, ticks, quoting, '1.', '1)', '(1)', 'a.' and 'a)'; a number followed by a digit ('1.5') is none.</summary>
    [GeneratedRegex(
        @"^(?>>\s*|[\-*•·◦▪■□☐✓‣]+\s+|[*•·◦▪■□☐✓‣]+|\[[ xX]?\]\s*"
            + @"|\(?\d{1,3}[.)](?!\d)\s*|\(?[a-zA-Z][.)]\s+|\d{1,2}\s+-\s+(?=\p{L}))+",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Marks();
}
