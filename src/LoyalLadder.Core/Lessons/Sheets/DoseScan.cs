using System.Collections.Frozen;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>
/// Finds the clauses of a dose among the words of a line, wherever they stand: each rule below looks at the tokens from one
/// place on and, when it knows them, claims them and notes what they say. What nobody claims stays content.
/// </summary>
internal sealed partial class DoseScan(List<Token> tokens)
{
    private static readonly FrozenSet<string> SideNouns = Set(
        "side",
        "sides",
        "leg",
        "legs",
        "arm",
        "arms",
        "hand",
        "hands",
        "foot",
        "feet",
        "knee",
        "knees",
        "way",
        "ways",
        "stance",
        "stances",
        "direction",
        "directions",
        "lead",
        "elbow",
        "hip"
    );

    private static readonly FrozenSet<string> SecondWords = Set("s", "sec", "secs", "second", "seconds");
    private static readonly FrozenSet<string> MinuteWords = Set("min", "mins", "minute", "minutes");
    private static readonly FrozenSet<string> RepWords = Set("rep", "reps", "repetitions", "times", "goes");
    private static readonly FrozenSet<string> SetWords = Set("set", "sets");
    private static readonly FrozenSet<string> RoundWords = Set("round", "rounds", "rds", "rd");

    /// <summary>'week 3' and 'form 1' name something; their number is no dose.</summary>
    private static readonly FrozenSet<string> Labels = Set(
        "week",
        "wk",
        "sheet",
        "level",
        "page",
        "drill",
        "combo",
        "combos",
        "combination",
        "form",
        "kata",
        "pattern",
        "number",
        "no",
        "part",
        "group",
        "round",
        "technique",
        "set",
        "stage",
        "effort",
        "lesson",
        "class",
        "option",
        "version",
        "room",
        "age",
        "kyu",
        "dan",
        "r"
    );

    private static readonly FrozenDictionary<string, int> NumberWords = new Dictionary<string, int>
    {
        ["one"] = 1,
        ["two"] = 2,
        ["three"] = 3,
        ["four"] = 4,
        ["five"] = 5,
        ["six"] = 6,
        ["seven"] = 7,
        ["eight"] = 8,
        ["nine"] = 9,
        ["ten"] = 10,
        ["twelve"] = 12,
        ["fifteen"] = 15,
        ["twenty"] = 20,
        ["thirty"] = 30,
    }.ToFrozenDictionary();

    private static FrozenSet<string> Set(params string[] words) => words.ToFrozenSet();

    /// <summary>Index after the token that was looked at last.</summary>
    private int _at;

    private DoseParts _parts = new();

    /// <summary>Tries every rule at a token.</summary>
    /// <returns>How many tokens were claimed, 0 for none.</returns>
    public int Claim(int at, int end, DoseParts parts)
    {
        _parts = parts;
        End = end;
        var token = tokens[at];
        if (token.Kind == TokenKind.Symbol && token.Text is not "/" and not "~")
            return 0;
        if (token.Kind == TokenKind.Word && !Openers.Contains(token.Text) && !NumberWords.ContainsKey(token.Text))
            return 0;
        foreach (
            var rule in _rules ??= [Teach, Marks, Forms, Rest, Change, Laps, Rounds, Time, Sets, Count, Side, PaceWord]
        )
        {
            _at = at;
            if (rule() && _at > at)
                return _at - at;
        }
        return 0;
    }

    private Func<bool>[]? _rules;

    private int End { get; set; }

    /// <summary>The number that a word names, 'one' to 'thirty'; null for any other word.</summary>
    public static int? NumberOf(string word) => NumberWords.TryGetValue(word, out var number) ? number : null;

    /// <summary>Words that can open a clause; all others are passed over at once.</summary>
    private static readonly FrozenSet<string> Openers = Set(
        "x",
        "threes",
        "groups",
        "active",
        "moving",
        "teach",
        "no",
        "new",
        "rest",
        "off",
        "with",
        "and",
        "change",
        "changing",
        "pairs",
        "pair",
        "in",
        "swap",
        "swapping",
        "stations",
        "station",
        "lines",
        "line",
        "runs",
        "floor",
        "laps",
        "lap",
        "twice",
        "once",
        "each",
        "ea",
        "per",
        "a",
        "both",
        "every",
        "must",
        "should",
        "could",
        "stage",
        "effort",
        "walk",
        "slow",
        "slowly",
        "steady",
        "normal",
        "medium",
        "brisk",
        "fast",
        "quick",
        "called",
        "reset",
        "about",
        "for",
        "approx",
        "half",
        "on",
        "e",
        "partner",
        "incl",
        "including",
        "break",
        "then",
        "bag",
        "easy",
        "hard",
        "sets",
        "rounds",
        "reps"
    );

    // ---- looking ahead ----

    private Token? Peek(int ahead = 0) => _at + ahead < End ? tokens[_at + ahead] : null;

    private bool Next(string text)
    {
        if (Peek() is not { } token || !token.Is(text))
            return false;
        _at++;
        return true;
    }

    private bool Next(FrozenSet<string> words)
    {
        if (Peek() is not { Kind: TokenKind.Word } token || !words.Contains(token.Text))
            return false;
        _at++;
        return true;
    }

    private bool Phrase(params ReadOnlySpan<string> words)
    {
        for (var i = 0; i < words.Length; i++)
            if (Peek(i) is not { } token || !token.Is(words[i]))
                return false;
        _at += words.Length;
        return true;
    }

    private bool NextNumber(out decimal value)
    {
        value = 0;
        if (Peek() is not { } token)
            return false;
        if (token.IsNumber)
        {
            value = token.Value;
            _at++;
            if (Peek() is { Text: "-", Attached: true } && Peek(1) is { IsNumber: true, Attached: true } upper) // a range: the larger
            {
                value = upper.Value;
                _at += 2;
            }
            return true;
        }
        if (token.Kind != TokenKind.Word || !NumberWords.TryGetValue(token.Text, out var said))
            return false;
        value = said;
        _at++;
        return true;
    }

    /// <summary>'45s', '1 min', '1 min 30', '1:30', '90 seconds'. A bare number is none.</summary>
    private bool NextTime(out decimal seconds)
    {
        seconds = 0;
        var back = _at;
        if (Peek() is { Kind: TokenKind.Clock } clock)
        {
            seconds = clock.Value;
            _at++;
            _ = Next(MinuteWords);
            return true;
        }
        if (Phrase("half", "a", "minute") || Phrase("half", "a", "min"))
        {
            seconds = 30;
            return true;
        }
        if (Phrase("a", "minute"))
        {
            seconds = 60;
            return true;
        }
        if (!NextNumber(out var number))
            return false;
        if (Next(SecondWords))
        {
            seconds = number;
            return true;
        }
        if (Next(MinuteWords) || (Peek() is { Text: "m", Attached: true } && Next("m")))
        {
            seconds = number * 60;
            if (
                Peek() is { IsNumber: true } more
                && more.Value is > 0 and < 60
                && (Peek(1) is not { Kind: TokenKind.Word } unit || SecondWords.Contains(unit.Text))
                && Peek(1) is not { Text: "/" }
                && !IsBetween(1)
                && !IsBetween(2)
            )
            {
                seconds += more.Value;
                _at++;
                _ = Next(SecondWords);
            }
            return true;
        }
        _at = back;
        return false;
    }

    /// <summary>In '1 min 30s off' the seconds are rest.</summary>
    private bool IsBetween(int ahead) =>
        Peek(ahead) is { Text: "off" or "rest" or "break" or "change" or "to" or "in" };

    /// <summary>A time, or a bare number that then means seconds.</summary>
    private bool NextSeconds(out decimal seconds) => NextTime(out seconds) || NextNumber(out seconds);

    private bool Fail(int back)
    {
        _at = back;
        return false;
    }
}
