using System.Globalization;

namespace LoyalLadder.Core.Lessons.Sheets;

internal enum TokenKind
{
    Word,
    Number,
    Clock,
    Symbol,
}

/// <summary>A piece of a typed line.</summary>
/// <param name="Kind">Word, number, clock time or symbol.</param>
/// <param name="Start">Index of its first character.</param>
/// <param name="End">Index after its last.</param>
/// <param name="Text">In lower case.</param>
/// <param name="Value">The number, or the seconds of a clock time; negative when a minus sign was attached.</param>
/// <param name="Attached">No blank stands before it.</param>
internal readonly record struct Token(TokenKind Kind, int Start, int End, string Text, decimal Value, bool Attached)
{
    public bool Is(string text) => Kind is TokenKind.Word or TokenKind.Symbol && Text == text;

    public bool IsNumber => Kind == TokenKind.Number;
}

/// <summary>Cuts a line into words, numbers, clock times and single symbols. '10x', 'x10', '3x10' and '30secs' come apart.</summary>
internal static class SheetLexer
{
    public static List<Token> Lex(string line)
    {
        var tokens = new List<Token>(line.Length / 4 + 4);
        var at = 0;
        while (at < line.Length)
        {
            if (char.IsWhiteSpace(line[at]))
            {
                at++;
                continue;
            }
            var start = at;
            var attached = start > 0 && !char.IsWhiteSpace(line[start - 1]);
            if (char.IsAsciiDigit(line[at]) || IsMinus(line, at))
                at = Number(line, at, attached, tokens);
            else if (char.IsLetter(line[at]) || line[at] == '#')
                at = Word(line, at, attached, tokens);
            else
                tokens.Add(new Token(TokenKind.Symbol, start, ++at, line[start].ToString(), 0, attached));
        }
        return tokens;
    }

    /// <summary>A minus sign only where a number hangs on it and nothing stands before it.</summary>
    private static bool IsMinus(string line, int at) =>
        line[at] == '-'
        && at + 1 < line.Length
        && char.IsAsciiDigit(line[at + 1])
        && (at == 0 || char.IsWhiteSpace(line[at - 1]));

    private static int Word(string line, int at, bool attached, List<Token> tokens)
    {
        var start = at++;
        while (
            at < line.Length
            && (
                char.IsLetterOrDigit(line[at])
                || char.GetUnicodeCategory(line[at]) == UnicodeCategory.NonSpacingMark
                || (line[at] is '-' or '\'' && at + 1 < line.Length && char.IsLetterOrDigit(line[at + 1]))
            )
        )
            at++;
        var digits = start + 1;
        if (line[start] is 'x' or 'X' && digits < at && char.IsAsciiDigit(line[digits]))
        {
            tokens.Add(new Token(TokenKind.Word, start, digits, "x", 0, attached));
            return Number(line, digits, true, tokens);
        }
        tokens.Add(new Token(TokenKind.Word, start, at, line[start..at].ToLowerInvariant(), 0, attached));
        return at;
    }

    private static int Number(string line, int at, bool attached, List<Token> tokens)
    {
        var start = at;
        if (FiguresEnd(line, at) is { } figures)
        {
            tokens.Add(new Token(TokenKind.Word, start, figures, line[start..figures], 0, attached));
            return figures;
        }
        var sign = line[at] == '-' ? -1 : 1;
        if (sign < 0)
            at++;
        var first = at;
        at = Digits(line, at);
        if (
            at < line.Length - 2
            && line[at] == ':'
            && char.IsAsciiDigit(line[at + 1])
            && char.IsAsciiDigit(line[at + 2])
        )
        {
            var end = Digits(line, at + 1);
            var value = (Parse(line[first..at]) * 60) + Parse(line[(at + 1)..end]);
            tokens.Add(new Token(TokenKind.Clock, start, end, line[start..end], sign * value, attached));
            return end;
        }
        if (at < line.Length - 1 && line[at] == '.' && char.IsAsciiDigit(line[at + 1]))
            at = Digits(line, at + 1);
        if (IsOrdinal(line, at))
        {
            tokens.Add(new Token(TokenKind.Word, start, at + 2, line[start..(at + 2)].ToLowerInvariant(), 0, attached));
            return at + 2;
        }
        tokens.Add(new Token(TokenKind.Number, start, at, line[start..at], sign * Parse(line[first..at]), attached));
        return at;
    }

    private static int Digits(string line, int at)
    {
        while (at < line.Length && char.IsAsciiDigit(line[at]))
            at++;
        return at;
    }

    /// <summary>Capped, so that absurd figures stay absurd and nothing overflows.</summary>
    private static decimal Parse(string digits) =>
        digits.Length > 12
            ? 1_000_000_000m
            : decimal.Parse(digits, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);

    private static bool IsOrdinal(string line, int at) =>
        at + 2 <= line.Length
        && line.AsSpan(at, 2) is "st" or "nd" or "rd" or "th" or "ST" or "TH"
        && (at + 2 == line.Length || !char.IsLetter(line[at + 2]));

    /// <summary>
    /// The end of called figures such as 1-2-3, which are punches and no dose; null for a range ('8-10 reps') and anything else.
    /// </summary>
    private static int? FiguresEnd(string line, int at)
    {
        var end = at;
        if (line[end] is < '1' or > '6')
            return null;
        end++;
        while (end < line.Length - 1 && line[end] == '-' && line[end + 1] is >= '1' and <= '6')
            end += 2;
        if (end == at + 1 || (end < line.Length && char.IsLetterOrDigit(line[end])))
            return null;
        var rest = line.AsSpan(end).TrimStart();
        foreach (var unit in Units)
            if (rest.StartsWith(unit, StringComparison.OrdinalIgnoreCase))
                return null;
        return end;
    }

    private static readonly string[] Units = ["rep", "time", "sec", "min", "s ", "each", "per ", "/", "round", "set"];
}
