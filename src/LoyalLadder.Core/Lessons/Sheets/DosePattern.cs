using System.Collections.Frozen;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What the places of a pattern held.</summary>
internal sealed class Captured
{
    public List<decimal> Numbers { get; } = [];
    public List<decimal> Times { get; } = [];
    public Pace? Pace { get; set; }

    /// <summary>What 'on my count' means here.</summary>
    public Pace MyCount { get; init; }
    public Side Side { get; set; }
    public Said Sides { get; set; }

    /// <summary>How a pattern says that a dose goes for each side: not, with a side noun, or 'each' alone.</summary>
    internal enum Said
    {
        No,
        PerSide,
        Each,
    }

    public (int Numbers, int Times) Mark() => (Numbers.Count, Times.Count);

    public void Back((int Numbers, int Times) mark)
    {
        Numbers.RemoveRange(mark.Numbers, Numbers.Count - mark.Numbers);
        Times.RemoveRange(mark.Times, Times.Count - mark.Times);
    }
}

/// <summary>
/// A phrase of the dose language, written as it is said: words with '|' between those that may stand for one another, '?'
/// behind what may be left out, and places in angle brackets: &lt;n&gt; a number, &lt;t&gt; a time, &lt;s&gt; a time or bare seconds,
/// &lt;noun&gt; side, leg, hand …, &lt;lr&gt; left or right, &lt;pace&gt; a pace word.
/// </summary>
internal sealed class DosePattern
{
    private sealed record Part(string Place, FrozenSet<string> Words, bool IsOptional);

    private readonly Part[] _parts;

    public DosePattern(string text)
    {
        _parts =
        [
            .. text.Split(' ')
                .Select(word =>
                {
                    var isOptional = word.Length > 1 && word.EndsWith('?');
                    var bare = isOptional ? word[..^1] : word;
                    var place = bare.StartsWith('<') && bare.Length > 2 ? bare : "";
                    var words =
                        place.Length > 0 ? []
                        : bare == "|" ? ["|"]
                        : bare.Split('|');
                    return new Part(place, words.ToFrozenSet(StringComparer.Ordinal), isOptional);
                }),
        ];
    }

    /// <summary>Where the pattern ends when it begins at a token; -1 where it does not.</summary>
    public int Match(List<Token> tokens, int at, Captured captured) => Match(tokens, at, 0, captured);

    /// <summary>All its words.</summary>
    public IEnumerable<string> Words => _parts.SelectMany(p => p.Words);

    /// <summary>The words that may open it.</summary>
    public IEnumerable<string> Openers =>
        _parts
            .Where((part, i) => _parts.Take(i).All(before => before.IsOptional))
            .SelectMany(part => part.Words)
            .Distinct();

    /// <summary>A number, a time or another place may open it.</summary>
    public bool OpensWithPlace =>
        _parts.Where((part, i) => _parts.Take(i).All(before => before.IsOptional)).Any(part => part.Place.Length > 0);

    private int Match(List<Token> tokens, int at, int index, Captured captured)
    {
        if (index == _parts.Length)
            return at;
        var part = _parts[index];
        var mark = captured.Mark();
        if (at < tokens.Count && Take(part, tokens, at, captured) is > 0 and var used)
        {
            var end = Match(tokens, at + used, index + 1, captured);
            if (end >= 0)
                return end;
            captured.Back(mark);
        }
        return part.IsOptional ? Match(tokens, at, index + 1, captured) : -1;
    }

    private static int Take(Part part, List<Token> tokens, int at, Captured captured) =>
        part.Place switch
        {
            "" => tokens[at].Kind is not TokenKind.Clock && part.Words.Contains(tokens[at].Text) ? 1 : 0,
            "<n>" => Number(tokens, at, captured),
            "<t>" => Time(tokens, at, captured),
            "<s>" => Time(tokens, at, captured) is > 0 and var time ? time : BareSeconds(tokens, at, captured),
            "<b>" => BareSeconds(tokens, at, captured),
            "<noun>" => SpokenWords.EachNouns.Contains(tokens[at].Text) ? 1 : 0,
            "<lr>" => LeftOrRight(tokens[at], captured),
            "<pace>" => PaceAt(tokens[at], captured),
            _ => throw new ArgumentException($"'{part.Place}' is no place of a pattern.", nameof(part)),
        };

    private static int LeftOrRight(Token token, Captured captured)
    {
        var side = token.Text switch
        {
            "left" or "l" or "lh" or "lf" => Side.Left,
            "right" or "r" or "rh" or "rf" => Side.Right,
            _ => Side.None,
        };
        if (side == Side.None || !token.IsWord)
            return 0;
        captured.Side = side;
        return 1;
    }

    private static int PaceAt(Token token, Captured captured)
    {
        if (!token.IsWord || PaceWords.Read(token.Text) is not { } pace)
            return 0;
        captured.Pace = pace;
        return 1;
    }

    private static decimal? Value(Token token) =>
        token.IsNumber ? token.Value
        : token.IsWord && DoseWords.NumberOf(token.Text) is { } said ? said
        : null;

    /// <summary>A number; of a range ('8-10') the larger.</summary>
    private static int Number(List<Token> tokens, int at, Captured captured)
    {
        if (Value(tokens[at]) is not { } value)
            return 0;
        if (at + 1 < tokens.Count && tokens[at + 1] is { IsNumber: true, Hyphened: true } upper)
        {
            captured.Numbers.Add(upper.Value);
            return 2;
        }
        captured.Numbers.Add(value);
        return 1;
    }

    private static int BareSeconds(List<Token> tokens, int at, Captured captured)
    {
        if (!tokens[at].IsNumber)
            return 0;
        captured.Times.Add(tokens[at].Value);
        return 1;
    }

    /// <summary>'45s', '1 min', '1m30', '1 min 30 secs', '1:30', 'half a minute'. A bare number is none.</summary>
    private static int Time(List<Token> tokens, int at, Captured captured)
    {
        var first = tokens[at];
        if (first.Kind == TokenKind.Clock)
        {
            captured.Times.Add(first.Value);
            return at + 1 < tokens.Count && tokens[at + 1].IsWord && DoseWords.Minutes.Contains(tokens[at + 1].Text)
                ? 2
                : 1;
        }
        if (TimeInWords(tokens, at) is { Used: > 0 } said)
        {
            captured.Times.Add(said.Seconds);
            return said.Used;
        }
        return Value(first) is { } value ? TimeInUnits(tokens, at, value, captured) : 0;
    }

    /// <summary>'3/4 min', 'a couple of minutes', 'half a minute'; nothing used for any other words.</summary>
    private static (decimal Seconds, int Used) TimeInWords(List<Token> tokens, int at)
    {
        var first = tokens[at].Text;
        if (FractionOfMinute(tokens, at) is { } fraction)
            return (fraction, 4);
        if (first is "couple" or "a" && CoupleOfMinutes(tokens, at) is > 0 and var couple)
            return (120, couple);
        return first is "half" or "a" ? (first == "half" ? 30 : 60, MinuteInWords(tokens, at)) : default;
    }

    private static int TimeInUnits(List<Token> tokens, int at, decimal value, Captured captured)
    {
        var unit = at + 1;
        if (unit + 1 < tokens.Count && tokens[unit] is { IsNumber: true, Hyphened: true } upper)
            (value, unit) = (upper.Value, unit + 1);
        if (unit < tokens.Count && tokens[unit].Hyphened && tokens[unit].IsNumber)
            return 0;
        if (unit >= tokens.Count || tokens[unit].Kind is not (TokenKind.Word or TokenKind.Symbol))
            return 0;
        if (DoseWords.Seconds.Contains(tokens[unit].Text))
        {
            captured.Times.Add(value);
            return unit + 1 - at;
        }
        if (
            !DoseWords.Minutes.Contains(tokens[unit].Text)
            || (tokens[unit].Text == "m" && (!tokens[unit].Attached || value > MostShortMinutes))
        )
            return 0;
        var more = SecondsBehind(tokens, unit + 1);
        captured.Times.Add((value * 60) + more.Seconds);
        return unit + 1 + more.Used - at;
    }

    /// <summary>'100m' are metres.</summary>
    private const int MostShortMinutes = 20;

    /// <summary>'3/4 min'.</summary>
    private static decimal? FractionOfMinute(List<Token> tokens, int at) =>
        at + 3 < tokens.Count
        && tokens[at] is { IsNumber: true, Value: 1 or 2 or 3 } part
        && tokens[at + 1] is { Text: "/", Attached: true }
        && tokens[at + 2] is { IsNumber: true, Value: 2 or 3 or 4 } whole
        && part.Value < whole.Value
        && DoseWords.Minutes.Contains(tokens[at + 3].Text)
            ? part.Value * 60 / whole.Value
            : null;

    /// <summary>'a couple of minutes'.</summary>
    private static int CoupleOfMinutes(List<Token> tokens, int at)
    {
        var end = tokens[at].Text == "a" ? at + 1 : at;
        if (end >= tokens.Count || tokens[end].Text != "couple")
            return 0;
        end++;
        if (end < tokens.Count && tokens[end].Text == "of")
            end++;
        return end < tokens.Count && DoseWords.Minutes.Contains(tokens[end].Text) ? end + 1 - at : 0;
    }

    private static int MinuteInWords(List<Token> tokens, int at)
    {
        var words = tokens[at].Text == "half" && at + 1 < tokens.Count && tokens[at + 1].Text == "a" ? 2 : 1;
        return at + words < tokens.Count && tokens[at + words].Text is "minute" or "min" ? words + 1 : 0;
    }

    /// <summary>The seconds of '1 min 30'; in '1 min 30s off' and '2 min 10 push-ups' what follows is something else.</summary>
    private static (decimal Seconds, int Used) SecondsBehind(List<Token> tokens, int at)
    {
        if (
            at >= tokens.Count
            || tokens[at] is not { IsNumber: true, Value: > 0 and < 60 } more
            || tokens[at].Text.Length != 2
        )
            return (0, 0);
        var hasUnit = at + 1 < tokens.Count && DoseWords.Seconds.Contains(tokens[at + 1].Text);
        var behind = at + (hasUnit ? 2 : 1);
        if (
            behind < tokens.Count
            && tokens[behind] is { IsWord: true } word
            && (!hasUnit || Between.Contains(word.Text))
        )
            return (0, 0);
        if (behind < tokens.Count && tokens[behind].Text is "/" or "%")
            return (0, 0);
        return (more.Value, hasUnit ? 2 : 1);
    }

    private static readonly FrozenSet<string> Between = new[]
    {
        "off",
        "rest",
        "break",
        "change",
        "between",
        "in",
        "to",
        "active",
        "recovery",
    }.ToFrozenSet();
}
