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
    public static List<TypedLine> Lines(string text)
    {
        var lines = new List<TypedLine>();
        var number = 0;
        var blankAbove = true;
        foreach (var raw in Plain(text).Split('\n'))
        {
            number++;
            var line = Quoting().Replace(raw, "");
            var indent = line.Length - line.TrimStart().Length;
            line = line.Trim();
            var bare = Bare(line);
            if (bare.Length == 0)
            {
                blankAbove = true;
                continue;
            }
            lines.Add(new TypedLine(number, indent, bare.Length != line.Length, blankAbove, bare));
            blankAbove = false;
        }
        return lines;
    }

    /// <summary>A line without what stands before its words; marks may stand behind marks ('- > 1. jab').</summary>
    private static string Bare(string line)
    {
        while (line.Length > 0 && line[0] is not ('"' or '#'))
        {
            var less = Quoting().Replace(Bullet().Replace(line, ""), "").Trim();
            if (less.Length == line.Length)
                break;
            line = less;
        }
        return line;
    }

    private static string Plain(string text)
    {
        var plain = new StringBuilder(text.Length);
        foreach (var c in text)
        {
            _ = c switch
            {
                '\t' => plain.Append("    "),
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

    /// <summary>Bullets, ticks, '1.', '1)', '(1)', 'a.' and 'a)'; a number followed by a digit ('1.5') is none.</summary>
    [GeneratedRegex(
        @"^(?:[\-*•·◦▪■□☐✓‣]+\s+|[*•·◦▪■□☐✓‣]+|\[[ xX]?\]\s*|\(?\d{1,3}[.)](?!\d)\s*|\(?[a-zA-Z][.)]\s+|\d{1,2}\s+-\s+(?=\p{L}))+",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Bullet();
}
