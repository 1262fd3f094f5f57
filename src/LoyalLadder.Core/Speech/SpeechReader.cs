using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Speech;

/// <summary>
/// Reads words as moves one after the other, as people say them: names with their sides and levels, the school's numbers,
/// 'double', 'twice' and '3 knees', where a move goes or what it answers. What is only said about the moves is passed over;
/// a word that nobody knows becomes an element without a technique. One reader reads one text once.
/// </summary>
internal sealed partial class SpeechReader
{
    /// <summary>'5 knees' inside a combination is five of them; from more on it is a dose that stands in the wrong place.</summary>
    public const int MostInRow = 5;

    private readonly Vocabulary _vocabulary;
    private readonly MoveFinder _moves;
    private readonly string _text;
    private readonly List<Token> _tokens;
    private readonly WordRow _keys;
    private readonly List<(Element Element, Joint Joint)> _said = [];
    private Joint _joint = Joint.NextCount;
    private Attack? _attack;
    private readonly List<Level> _levelsAhead = [];

    /// <summary>Elements right behind which, without a word between, the next one came.</summary>
    private readonly HashSet<int> _touching = [];
    private int _nameEnd = -1;

    /// <summary>Elements whose name is one word.</summary>
    private readonly HashSet<int> _shortNames = [];
    private bool _hasFigures;

    private enum Joint
    {
        NextCount,
        SameCount,
        SameBeat,
    }

    public SpeechReader(Vocabulary vocabulary, MoveFinder moves, string text)
    {
        _vocabulary = vocabulary;
        _moves = moves;
        _text = text;
        _tokens = Lexer.Lex(text);
        _keys = NameFinder.Keys(_tokens);
    }

    /// <summary>The moves in order; nothing for blank text, one element without a technique for words without any.</summary>
    public Combination Read()
    {
        var pieces = Pieces();
        foreach (var (from, to) in pieces)
        {
            if (!IsSomebodyElse(pieces, from))
                Piece(from, to);
            if (to < _tokens.Count)
                _joint = JointOf(_tokens[to]);
        }
        if (_said.TrueForAll(s => s.Element.Technique is null))
            InBrackets();
        if (_said.Count == 0)
            return Whole() is { } unknown ? Combination.Of([new Count([new Beat([unknown])])]) : Combination.Nothing;
        return Combination.Of(Counts(InContext()));
    }

    /// <summary>'Technique 6 (tackle defence)': where nothing outside means anything, the brackets say what.</summary>
    private void InBrackets()
    {
        for (var i = 0; i < _tokens.Count; i++)
            if (
                _tokens[i].Text == "("
                && _moves.One(_keys, i + 1) is { IsNone: false } name
                && i + 1 + name.Used >= Close(i, ")")
            )
            {
                _said.Clear();
                foreach (var move in name.Moves)
                    Add(move);
                return;
            }
    }

    private Element? Whole()
    {
        var words = _text.Trim(' ', ',', '.', ':', '-', '!', '?');
        return words.Any(char.IsLetterOrDigit) ? Unknown(words) : null;
    }

    private static Element Unknown(string words) => new(null, Side.None) { Words = words };

    // ---- pieces between joints ----

    private List<(int From, int To)> Pieces()
    {
        var pieces = new List<(int, int)>();
        var from = 0;
        var depth = 0;
        for (var i = 0; i < _tokens.Count; i++)
        {
            if (_tokens[i].Text is "(" or "[")
                depth++;
            else if (_tokens[i].Text is ")" or "]")
                depth = Math.Max(0, depth - 1);
            else if (depth == 0 && IsJoint(i) && !IsInsideName(i))
            {
                pieces.Add((from, i));
                from = i + 1;
            }
        }
        pieces.Add((from, _tokens.Count));
        return pieces;
    }

    private bool IsJoint(int at) =>
        _tokens[at] switch
        {
            { Kind: TokenKind.Symbol, Text: "/" } => !IsShort(at),
            { Kind: TokenKind.Symbol, Text: "&" } => !IsInsideName(at),
            { Kind: TokenKind.Symbol, Text: "," } when IsBetweenFigures(at) => false,
            { Kind: TokenKind.Symbol } symbol => symbol.Text
                is ","
                    or ";"
                    or "."
                    or "|"
                    or "->"
                    or "=>"
                    or ">"
                    or "+"
                    or ":"
                    or "-"
                    or "!"
                    or "?",
            { Kind: TokenKind.Word } word => word.Text is "then" or "into",
            _ => false,
        };

    /// <summary>'1,2' without a blank are figures like '1-2'.</summary>
    private bool IsBetweenFigures(int at) =>
        at > 0
        && at + 1 < _tokens.Count
        && _tokens[at] is { Text: ",", Attached: true }
        && _tokens[at + 1].Attached
        && FigureAt(at - 1) is not null
        && FigureAt(at + 1) is not null;

    /// <summary>The stroke of 'w/' and 'cat/cow' divides nothing.</summary>
    private bool IsShort(int at) => (at > 0 && _tokens[at - 1].Text == "w") || IsInsideName(at);

    /// <summary>So many words of a name may stand before a comma in it.</summary>
    private const int MostInsideName = 8;

    private bool IsInsideName(int at)
    {
        for (var from = Math.Max(0, at - MostInsideName); from < at; from++)
            if (_moves.Names.Longest(_keys, from) is { Used: var used } && from + used > at)
                return true;
        return false;
    }

    private static Joint JointOf(Token token) =>
        token.Text switch
        {
            "&" => Joint.SameCount,
            "+" => Joint.SameBeat,
            _ => Joint.NextCount,
        };

    /// <summary>'holder steps back', 'vs jab:', and A's part of 'A jabs, B parries' are the partner's.</summary>
    private bool IsSomebodyElse(List<(int From, int To)> pieces, int from)
    {
        if (from >= _tokens.Count)
            return false;
        var first = _tokens[from].Text;
        if (first is "vs" or "against" or "versus")
            return true;
        if (first == "a")
            return pieces.Exists(p => p.From > from && p.From < _tokens.Count && _tokens[p.From].Text == "b");
        return SpokenWords.Others.Contains(first) && from + 1 < _tokens.Count && !IsNameAt(from) && pieces.Count > 1;
    }

    private bool IsNameAt(int at) => !_moves.One(_keys, at).IsNone;

    // ---- one piece ----

    private void Piece(int from, int to)
    {
        var before = _said.Count;
        var unknown = new List<string>();
        if (from >= to || Elliptic(from, to) || IsOnlyAbout(from, to) || IsSaidOfWork(from, to))
            return;
        if (_tokens[from].Text == "b" && to > from + 1)
            from++;
        for (var at = from; at < to; )
        {
            var used = IsHalfName(at, to, unknown.Count > 0) ? 0 : Step(at, to, before);
            if (used > 0)
            {
                Flush(unknown);
                at += used;
                continue;
            }
            if (
                _tokens[at].Kind is TokenKind.Word or TokenKind.Number or TokenKind.Clock
                && (IsBackReference(from, to) || !IsPassedOver(at, from, to))
            )
                unknown.Add(_text[_tokens[at].Start.._tokens[at].End]);
            at++;
        }
        Flush(unknown);
        if (MixesExercise(before))
        {
            _said.RemoveRange(before, _said.Count - before);
            Add(Unknown(_text[_tokens[from].Start.._tokens[to - 1].End]));
        }
    }

    /// <summary>
    /// An exercise and a strike without a word between them are halves of a name that nobody knows: 'cross body mountain
    /// climbers'; so are 'pad tag' and 'stance check'.
    /// </summary>
    private bool MixesExercise(int before)
    {
        for (var i = before + 1; i < _said.Count; i++)
        {
            var (one, other) = (_said[i - 1].Element.Technique, _said[i].Element.Technique);
            if (one is null || other is null || !_touching.Contains(i))
                continue;
            if (
                ((IsWork(one) && IsFight(other)) || (IsFight(one) && IsWork(other)))
                    && (_shortNames.Contains(i - 1) || _shortNames.Contains(i))
                || (
                    IsWork(one)
                    && (IsWork(other) || other.Family == TechniqueFamily.Ground)
                    && _shortNames.Contains(i - 1)
                    && _shortNames.Contains(i)
                )
                || one.IsTimedRound
                || (one.Family == TechniqueFamily.Stance && IsBareStance(i - 1))
            )
                return true;
        }
        return false;

        static bool IsWork(Technique t) => t.IsExercise && t.Id is not ("skipping-rope" or "side-step");
        static bool IsFight(Technique t) => t.IsStrike || t.Family is TechniqueFamily.Block or TechniqueFamily.Evasion;
    }

    /// <summary>'stance' or 'guard' alone, and not a stance by its own name.</summary>
    private bool IsBareStance(int element) => _shortNames.Contains(element);

    /// <summary>
    /// A name of one word beside a word that makes another name of it: 'butterfly kick', 'duck walk', 'guard pass' and '90/90
    /// stretch' are nobody's butterfly, duck, guard or stretch.
    /// </summary>
    private bool IsHalfName(int at, int to, bool behindUnknown)
    {
        if (_moves.One(_keys, at) is not { IsNone: false, Moves: [{ Technique: { } technique }] } name || name.Used > 1)
            return false;
        if (behindUnknown && SpokenWords.HeadNouns.Contains(_keys[at] ?? ""))
            return true;
        var next = at + 1;
        if (
            next >= to
            || _keys[next] is not { Length: > 0 } word
            || (IsNameAt(next) && !SpokenWords.HeadNouns.Contains(word))
        )
            return false;
        if (word == "up" && _tokens[next].Text == "ups")
            return true;
        if (SpokenWords.HeadNouns.Contains(word) && word != _keys[at])
            return !IsNameAt(next)
                || technique.IsExercise
                || _moves.One(_keys, next).Moves[0].Technique!.Family
                    is TechniqueFamily.Evasion
                        or TechniqueFamily.Mobility;
        return technique.Family == TechniqueFamily.Breath
            && technique.Id is not ("bow" or "shake-out")
            && !SpokenWords.IsAround(word);
    }

    private void Flush(List<string> unknown)
    {
        if (unknown.Count == 0)
            return;
        Add(Unknown(string.Join(' ', unknown)));
        unknown.Clear();
    }

    /// <summary>What begins at a token, said of moves; how many tokens it took, 0 when it means nothing here.</summary>
    private int Step(int at, int to, int before)
    {
        if (_tokens[at].Text == "[")
            return Partner(at);
        if (_tokens[at].Text == "(")
            return Bracket(at);
        if (Denied(at, to) is > 0 and var denied)
            return denied;
        if (Held(at, to) is > 0 and var held)
            return held;
        if (Figures(at, to) is > 0 and var figures)
            return figures;
        if (Several(at, to) is > 0 and var several)
            return several;
        if (Form(at, to) is > 0 and var form)
            return form;
        if (_moves.One(_keys, at) is { IsNone: false } name && at + name.Used <= to)
        {
            if (_nameEnd == at)
                _touching.Add(_said.Count);
            _nameEnd = at + name.Used;
            if (name.Used == 1)
                _shortNames.Add(_said.Count);
            foreach (var move in name.Moves)
                Add(move);
            return name.Used;
        }
        if (_said.Count > before && Answered(at, to) is > 0 and var answered)
            return answered;
        if (_said.Count > before && Again(at, to) is > 0 and var again)
            return again;
        return SpokenWords.Prepositions.Contains(_tokens[at].Text) ? Where(at, to, before) : 0;
    }

    /// <summary>'hands only', 'hands behind head': how the body is held, inside words that name a move.</summary>
    private int Held(int at, int to)
    {
        if (
            !SpokenWords.Body.Contains(_tokens[at].Text)
            || at + 1 >= to
            || !SpokenWords.Posture.Contains(_tokens[at + 1].Text)
        )
            return 0;
        if (_moves.One(_keys, at) is { Used: > 1 } || (_said.Count == 0 && at + 2 >= to))
            return 0;
        // 'knee off the back leg' says its side
        if (
            !_moves.One(_keys, at).IsNone
            && SpokenWords.Prepositions.Contains(_tokens[at + 1].Text)
            && _tokens[at + 1].Text is not ("in" or "up" or "down")
        )
            return 0;
        // 'knees up' by itself is done
        if (!_moves.One(_keys, at).IsNone && _said.Count == 0 && !Enumerable.Range(at + 2, to - at - 2).Any(IsNameAt))
            return 0;
        var end = at + 2;
        while (
            end < to
            && (SpokenWords.Body.Contains(_tokens[end].Text) || SpokenWords.Determiners.Contains(_tokens[end].Text))
            && !IsNameAt(end)
        )
            end++;
        return end - at;
    }

    /// <summary>'no turn', 'without the elbow', 'don't kick the bag': what is denied is no move of the line.</summary>
    private int Denied(int at, int to)
    {
        if (!SpokenWords.Negations.Contains(_tokens[at].Text) || (at + 1 < to && _tokens[at + 1].IsNumber))
            return 0;
        var end = at + 1;
        while (end < to && SpokenWords.Determiners.Contains(_tokens[end].Text))
            end++;
        return (
                end < to && _moves.One(_keys, end) is { IsNone: false } name
                    ? Math.Min(end + name.Used, to)
                    : Math.Min(end + 1, to)
            ) - at;
    }

    private void Add(Element element)
    {
        if (_attack is { } attack && element.Technique is not null)
        {
            element = element with { Attack = attack };
            _attack = null;
        }
        foreach (var level in _levelsAhead)
            _said.Add((_moves.Aimed(element with { Level = null }, level), Joint.NextCount));
        _levelsAhead.Clear();
        _said.Add((element, _joint));
        _joint = Joint.NextCount;
    }
}
