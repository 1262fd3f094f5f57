using System.Globalization;

namespace LoyalLadder.Core.Words;

internal enum TokenKind
{
    Word,
    Number,
    Clock,
    Stored,
    Symbol,
}

/// <summary>A piece of a typed line.</summary>
/// <param name="Kind">Word, number, clock time, stored number ('#14') or symbol.</param>
/// <param name="Start">Index of its first character.</param>
/// <param name="End">Index after its last.</param>
/// <param name="Text">In lower case; a word without its apostrophes.</param>
/// <param name="Value">The number, or the seconds of a clock time; negative when a minus sign was attached.</param>
/// <param name="Attached">No blank stands before it.</param>
/// <param name="Hyphened">A hyphen joins it to what stands before it.</param>
internal readonly record struct Token(
    TokenKind Kind,
    int Start,
    int End,
    string Text,
    decimal Value,
    bool Attached,
    bool Hyphened = false
)
{
    public bool Is(string text) => Kind is TokenKind.Word or TokenKind.Symbol && Text == text;

    public bool IsNumber => Kind == TokenKind.Number;

    public bool IsWord => Kind == TokenKind.Word;
}

/// <summary>
/// Cuts a line into words, numbers, clock times and single symbols. '10x', 'x10', '3x10', '30secs' and '5e/s' come apart;
/// a hyphen inside a name is no token of its own.
/// </summary>
internal static class Lexer
{
    public static List<Token> Lex(string line)
    {
        var tokens = new List<Token>((line.Length / 4) + 4);
        var at = 0;
        while (at < line.Length)
        {
            var c = line[at];
            if (char.IsWhiteSpace(c))
                at++;
            else if (IsJoint(line, at))
                at++;
            else if (char.IsAsciiDigit(c) || IsMinus(line, at))
                at = Number(line, at, tokens);
            else if (Fraction(c) is { } fraction)
                tokens.Add(At(line, TokenKind.Number, at, ++at, c.ToString(), fraction));
            else if (char.IsLetter(c))
                at = Word(line, at, tokens);
            else if (c == '#' && at + 1 < line.Length && char.IsLetterOrDigit(line[at + 1]))
                at = Stored(line, at, tokens);
            else
                at = Symbol(line, at, tokens);
        }
        return tokens;
    }

    private static Token At(string line, TokenKind kind, int start, int end, string text, decimal value = 0) =>
        new(
            kind,
            start,
            end,
            text,
            value,
            start > 0 && !char.IsWhiteSpace(line[start - 1]),
            start > 1 && line[start - 1] == '-' && IsJoint(line, start - 1)
        );

    /// <summary>The hyphen of 'mae-geri' and '1-2-3'.</summary>
    private static bool IsJoint(string line, int at) =>
        line[at] == '-'
        && at > 0
        && at + 1 < line.Length
        && char.IsLetterOrDigit(line[at - 1])
        && char.IsLetterOrDigit(line[at + 1]);

    /// <summary>A minus sign only where a number hangs on it and nothing stands before it.</summary>
    private static bool IsMinus(string line, int at) =>
        line[at] == '-'
        && at + 1 < line.Length
        && char.IsAsciiDigit(line[at + 1])
        && (at == 0 || char.IsWhiteSpace(line[at - 1]));

    private static decimal? Fraction(char c) =>
        c switch
        {
            '½' => 0.5m,
            '¼' => 0.25m,
            '¾' => 0.75m,
            _ => null,
        };

    private static int Symbol(string line, int at, List<Token> tokens)
    {
        var length = at + 1 < line.Length && line[at] is '-' or '=' && line[at + 1] == '>' ? 2 : 1;
        tokens.Add(At(line, TokenKind.Symbol, at, at + length, line.Substring(at, length)));
        return at + length;
    }

    private static int Stored(string line, int at, List<Token> tokens)
    {
        var start = at++;
        while (at < line.Length && (char.IsLetterOrDigit(line[at]) || IsJoint(line, at)))
            at++;
        tokens.Add(At(line, TokenKind.Stored, start, at, line[start..at].ToLowerInvariant()));
        return at;
    }

    private static int Word(string line, int at, List<Token> tokens)
    {
        var start = at++;
        while (at < line.Length && (IsLetter(line[at]) || IsApostrophe(line, at)))
            at++;
        var text = line[start..at].ToLowerInvariant().Replace("'", "", StringComparison.Ordinal);
        tokens.Add(At(line, TokenKind.Word, start, at, text));
        return at;
    }

    private static bool IsLetter(char c) =>
        char.IsLetter(c) || (c > 127 && char.GetUnicodeCategory(c) == UnicodeCategory.NonSpacingMark);

    private static bool IsApostrophe(string line, int at) =>
        line[at] == '\'' && at + 1 < line.Length && char.IsLetter(line[at + 1]);

    private static int Number(string line, int at, List<Token> tokens)
    {
        var start = at;
        var sign = line[at] == '-' ? -1 : 1;
        if (sign < 0)
            at++;
        var first = at;
        at = Digits(line, at);
        if (IsClock(line, at))
        {
            var end = Digits(line, at + 1);
            var value = (Parse(line[first..at]) * 60) + Parse(line[(at + 1)..end]);
            tokens.Add(At(line, TokenKind.Clock, start, end, line[start..end], sign * value));
            return end;
        }
        if (at < line.Length - 1 && line[at] == '.' && char.IsAsciiDigit(line[at + 1]))
            at = Digits(line, at + 1);
        if (IsOrdinal(line, at))
        {
            tokens.Add(At(line, TokenKind.Word, start, at + 2, line[start..(at + 2)].ToLowerInvariant()));
            return at + 2;
        }
        tokens.Add(At(line, TokenKind.Number, start, at, line[start..at], sign * Parse(line[first..at])));
        return at;
    }

    /// <summary>'1:30', and '1'30' as a stop watch shows it.</summary>
    private static bool IsClock(string line, int at) =>
        at < line.Length - 2
        && line[at] is ':' or '\''
        && char.IsAsciiDigit(line[at + 1])
        && char.IsAsciiDigit(line[at + 2])
        && (at + 3 == line.Length || !char.IsAsciiDigit(line[at + 3]));

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
}
