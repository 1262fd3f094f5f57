using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Speech;

/// <summary>
/// Reads words as moves one after the other, as people say them: names with their sides and levels, the school's numbers,
/// 'double', 'twice' and '3 knees', where a move goes or what it answers. What is only said about the moves is passed over;
/// a word that nobody knows becomes an element without a technique. One reader reads one text once.
/// </summary>
internal sealed class SpeechReader
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
        if (_said.Count == 0)
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
                foreach (var move in name.Moves)
                    Add(move);
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
                (IsWork(one) && IsFight(other))
                || (IsFight(one) && IsWork(other))
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

    private bool IsPassedOver(int at, int from, int to) =>
        _tokens[at].Text is var word
        && (
            IsMannerRun(at, from, to)
            || SpokenWords.Fillers.Contains(word)
            || SpokenWords.Adjectives.Contains(word)
            || SpokenWords.Determiners.Contains(word)
            || SpokenWords.About.Contains(word)
        );

    /// <summary>One word of manner may be half of a name that nobody knows ('elbow pulls'); two in a row are how: 'top to toe'.</summary>
    private bool IsMannerRun(int at, int from, int to)
    {
        if (!SpokenWords.Manner.Contains(_tokens[at].Text))
            return false;
        return (at > from && IsManner(at - 1)) || (at + 1 < to && IsManner(at + 1));

        bool IsManner(int i) => SpokenWords.Manner.Contains(_tokens[i].Text) && !IsNameAt(i);
    }

    /// <summary>A piece between commas that only says how, where or whose: 'nice and tall', 'same leg', 'on the spot'.</summary>
    private bool IsOnlyAbout(int from, int to)
    {
        var words = 0;
        if (
            IsBackReference(from, to) || (to - from > 1 && FigureAt(from) is not null && FigureAt(from + 1) is not null)
        )
            return false;
        for (var i = from; i < to; i++)
        {
            if (_tokens[i].Text is "(" or "[" || _tokens[i].IsNumber)
                return false;
            if (_tokens[i].Kind is not TokenKind.Word)
                continue;
            words++;
            if (!SpokenWords.Manner.Contains(_tokens[i].Text) && !SpokenWords.Fillers.Contains(_tokens[i].Text))
                return false;
        }
        return words > 0 && !AreMoves(from, to);
    }

    /// <summary>'elbow elbow knee' are moves, 'knees bent' behind a kick says how; 'knee off the back leg' is a move with its side.</summary>
    private bool AreMoves(int from, int to)
    {
        if (!IsNameAt(from))
            return false;
        if (_said.Count == 0)
            return true;
        var at = from;
        while (at < to && (_moves.One(_keys, at) is { IsNone: false } || IsFiller(at)))
            at += Math.Max(1, _moves.One(_keys, at).Used);
        return at >= to
            || SpokenWords.Prepositions.Contains(_tokens[at].Text)
                && _tokens[at].Text is not ("up" or "down" or "under" or "over");
    }

    private bool IsFiller(int at) =>
        SpokenWords.Fillers.Contains(_tokens[at].Text) && !SpokenWords.Prepositions.Contains(_tokens[at].Text);

    /// <summary>Rounds, games and forms are told about in any words: 'bunkai: opening moves'.</summary>
    private bool IsSaidOfWork(int from, int to) =>
        _said is [.., ({ Technique: { } technique }, _)]
        && (
            technique.IsTimedRound
            || technique.Id is "form" or "form-application" or "relay" or "tag-game" or "mirror-game"
        )
        && !Enumerable.Range(from, to - from).Any(IsNameAt);

    /// <summary>'low, middle, high round kick': levels that wait for the name.</summary>
    private bool Ahead(int from, int to)
    {
        if (to - from != 1 || _keys[from] is not { } word || !SpokenWords.Levels.TryGetValue(word, out var level))
            return false;
        _levelsAhead.Add(level);
        return true;
    }

    /// <summary>'then head' is the move before it again, at the head; 'lead leg' says its side.</summary>
    private bool Elliptic(int from, int to)
    {
        if (from >= to || IsNameAt(from))
            return false;
        if (_said.Count == 0)
            return Ahead(from, to);
        if (to - from == 1 && _keys[from] is { } word && SpokenWords.Levels.TryGetValue(word, out var level))
            Add(_moves.Aimed(_said[^1].Element with { Level = null }, level));
        else if (SideAt(from, to) is { } side && side.End == to)
            Told(_said[^1].Element with { Side = side.Side, IsSideSaid = true }, 0);
        else
            return false;
        return true;
    }

    /// <summary>'as before', 'same again', 'from last week': somebody knows what, this reader does not.</summary>
    private bool IsBackReference(int from, int to)
    {
        for (var i = from; i + 1 < to; i++)
            if (
                (_tokens[i].Text, _tokens[i + 1].Text)
                is
                    ("as", "before")
                    or
                    ("same", "again")
                    or
                    ("same", "as")
                    or
                    ("last", "week")
                    or
                    ("as", "last")
                    or
                    ("last", "time")
            )
                return true;
        return false;
    }

    // ---- steps ----

    /// <summary>'1-2-3', '1 2 3', 'one two': the school's numbers.</summary>
    private int Figures(int at, int to)
    {
        var found = new List<Element>();
        var end = at;
        while (end < to && FigureAt(end) is { } figure && (end == at || IsNextFigure(end) || IsBetweenFigures(end - 1)))
        {
            found.Add(figure);
            end += IsBetweenFigures(end + 1 < to ? end + 1 : end) ? 2 : 1;
        }
        var goesOn = _hasFigures && found.Count == 1 && !IsNameAt(at + 1) && _tokens[at].IsNumber;
        if (found.Count < 2 && !goesOn && !(found.Count == 1 && end < to && _tokens[end].Hyphened))
            return 0;
        found.ForEach(Add);
        _hasFigures = true;
        return end - at;
    }

    private bool IsNextFigure(int at) =>
        _tokens[at].Hyphened || (_tokens[at].IsNumber == _tokens[at - 1].IsNumber && !_tokens[at].Attached);

    private Element? FigureAt(int at)
    {
        var token = _tokens[at];
        var figure =
            token.IsNumber && token.Value is >= 1 and <= 9 && token.Value == Math.Floor(token.Value) ? (int)token.Value
            : DoseWords.NumberOf(token.Text) is { } said and <= 9 && token.IsWord ? said
            : 0;
        if (figure == 0 || _vocabulary.Figure(figure) is not { } element)
            return null;
        return element;
    }

    /// <summary>'double jab', '3 knees'.</summary>
    private int Several(int at, int to)
    {
        var times = _tokens[at] switch
        {
            { Text: "double" or "twin" } => 2,
            { Text: "triple" } => 3,
            { IsNumber: true, Value: >= 2 and <= MostInRow } number => (int)number.Value,
            { IsWord: true } word when DoseWords.NumberOf(word.Text) is >= 2 and <= MostInRow and var said => said,
            { IsNumber: true, Value: 1 } => 1,
            _ => 0,
        };
        if (times == 0 || at + 1 >= to || !_moves.Names.Longest(_keys, at).IsNone)
            return 0;
        if (_moves.One(_keys, at + 1) is not { IsNone: false } name || at + 1 + name.Used > to)
            return 0;
        for (var i = 0; i < times; i++)
            foreach (var move in name.Moves)
                Add(move);
        return 1 + name.Used;
    }

    /// <summary>'parry the jab': what is parried is the partner's.</summary>
    private int Answered(int at, int to)
    {
        if (_said[^1].Element.Technique is not { Family: TechniqueFamily.Block or TechniqueFamily.Evasion })
            return 0;
        if (_tokens[at].Text is not ("the" or "a" or "his" or "her" or "their") || at + 1 >= to)
            return 0;
        return _moves.One(_keys, at + 1) is { IsNone: false, Moves: [{ Technique.IsStrike: true }] } attack
            ? 1 + attack.Used
            : 0;
    }

    /// <summary>'twice' and 'x2' behind a move: that move again.</summary>
    private int Again(int at, int to)
    {
        var (times, used) = _tokens[at].Text switch
        {
            "twice" => (2, 1),
            "x" when at + 1 < to && _tokens[at + 1] is { IsNumber: true, Value: >= 2 and <= MostInRow } n => (
                (int)n.Value,
                2
            ),
            _ => (0, 0),
        };
        for (var i = 1; i < times; i++)
            Add(_said[^1].Element);
        return used;
    }

    /// <summary>A named form: 'heian shodan', 'form 1'; the words of its name go with it.</summary>
    private int Form(int at, int to)
    {
        if (_vocabulary.Catalogue.Find("form") is not { } form || !SpokenWords.IsForm(_keys, at))
            return 0;
        Add(NameFinder.Move(form));
        var end = at + 1;
        while (
            end < to && _tokens[end] is { Kind: TokenKind.Word or TokenKind.Number } token && !IsOtherName(token, end)
        )
            end++;
        return end - at;

        bool IsOtherName(Token token, int i) =>
            token.IsWord
            && (IsNameAt(i) || SpokenWords.Prepositions.Contains(token.Text))
            && _keys[i] is not ("form" or "kata");
    }

    /// <summary>'[jab]' is what the partner does as the next move answers it; kit was taken out before.</summary>
    private int Partner(int at)
    {
        var close = Close(at, "]");
        if (
            _moves.One(_keys, at + 1) is { Moves: [{ Technique: { } technique } move], Used: var used }
            && at + 1 + used >= close
        )
            _attack = new Attack(technique, move.Side, move.Level);
        else if (close > at + 1)
            Add(Unknown(_text[_tokens[at + 1].Start.._tokens[close - 1].End]));
        return Math.Min(close + 1, _tokens.Count) - at;
    }

    private int Close(int at, string sign)
    {
        var close = at + 1;
        while (close < _tokens.Count && _tokens[close].Text != sign)
            close++;
        return close;
    }

    /// <summary>Round brackets say of the move before them where it goes, or something about it.</summary>
    private int Bracket(int at)
    {
        var close = Close(at, ")");
        var inside = close > at + 1 ? _text[_tokens[at + 1].Start.._tokens[close - 1].End].ToLowerInvariant() : "";
        if (_said is [.., var (last, joint)])
        {
            if (SideAt(at + 1, close) is { } side)
                last = last with { Side = side.Side, IsSideSaid = true };
            else if (SpokenWords.Levels.TryGetValue(inside, out var level))
                last = last with { Level = level };
            else if (QualifierWords.Landings.TryGetValue(inside, out var landing))
                last = last with { Landing = landing };
            _said[^1] = (last, joint);
        }
        return Math.Min(close + 1, _tokens.Count) - at;
    }

    /// <summary>
    /// Behind a preposition: the body side or level ('off the back leg', 'to the head'), a stance or place that is no move of
    /// its own, somebody's attack. What is none of these is read on.
    /// </summary>
    private int Where(int at, int to, int before)
    {
        var word = _tokens[at].Text;
        var next = at + 1;
        while (next < to && (SpokenWords.Determiners.Contains(_tokens[next].Text) || _tokens[next].Text == "/"))
            next++;
        if (next >= to)
            return next - at;
        var name = _moves.One(_keys, next);
        if (word is "against" or "vs" && !name.IsNone)
            return next + name.Used - at;
        if (name.IsNone && _said.Count > before)
        {
            if (SideAt(next, to) is { } side && word is not "to")
                return Told(_said[^1].Element with { Side = side.Side, IsSideSaid = true }, side.End - at);
            if (
                word is "to" or "at"
                && _keys[next] is { } aim
                && SpokenWords.Levels.TryGetValue(aim, out var level)
                && EndsLevel(next + 1, to)
            )
                return Told(_moves.Aimed(_said[^1].Element, level), next + 1 - at + (IsHeight(next + 1, to) ? 1 : 0));
        }
        if (!name.IsNone)
            return Before(word, next - at, name, before);
        var end = next;
        while (
            end < to
            && (
                SpokenWords.Places.Contains(_tokens[end].Text)
                || (end > next && SpokenWords.Fillers.Contains(_tokens[end].Text))
                || (SpokenWords.Adjectives.Contains(_tokens[end].Text) && end + 1 < to)
            )
        )
            end++;
        return end - at;
    }

    private bool IsHeight(int at, int to) => at < to && _tokens[at].Text is "height" or "level";

    private bool EndsLevel(int at, int to) =>
        at >= to || IsHeight(at, to) || !SpokenWords.Places.Contains(_tokens[at].Text);

    private int Told(Element last, int used)
    {
        if (last.Technique is null || MoveFinder.Takes(last.Technique, last.Side))
            _said[^1] = (last, _said[^1].Joint);
        return used;
    }

    /// <summary>A name behind a preposition: a stance or a way to lie is where, 'off a jab' comes first, the rest is the next move.</summary>
    private int Before(string preposition, int skip, NameMatch name, int before)
    {
        var technique = name.Moves[0].Technique!;
        var isPlace =
            technique.Family is TechniqueFamily.Stance or TechniqueFamily.Conditioning or TechniqueFamily.Mobility
            || technique.Id == "clinch-hold";
        if (technique.Family == TechniqueFamily.Breath && preposition is "with" or "w")
            return skip + name.Used;
        if (
            isPlace && preposition is "in" or "from" or "out" or "on" or "at" or "off" or "against"
            || (preposition == "to" && technique.Family == TechniqueFamily.Stance)
        )
            return skip + name.Used;
        if (preposition is "off" or "from" or "behind" or "past" && _said.Count > before && technique.IsStrike)
        {
            _said.Insert(_said.Count - 1, (name.Moves[0], _said[^1].Joint));
            return skip + name.Used;
        }
        return skip;
    }

    private (Side Side, int End)? SideAt(int at, int to)
    {
        if (at >= _keys.Count || _keys[at] is not { } word || !SpokenWords.Sides.TryGetValue(word, out var side))
            return null;
        var hasNoun = at + 1 < to && _keys[at + 1] is { } noun && SpokenWords.SideNouns.Contains(noun);
        return hasNoun || side is Side.Left or Side.Right ? (side, at + (hasNoun ? 2 : 1)) : null;
    }

    // ---- what a move means among others ----

    private List<(Element Element, Joint Joint)> InContext()
    {
        OnceEach();
        for (var i = 0; i < _said.Count; i++)
        {
            var (element, joint) = _said[i];
            var next = i + 1 < _said.Count ? _said[i + 1].Element.Technique : null;
            var meant = element.Technique?.Id switch
            {
                "skipping-rope" when next is { IsStrike: true } => "skip-in",
                "run-to-exit" when _said.Count == 1 && _keys.Count <= 2 => "jog",
                "half-turn"
                    when i > 0 && _said.Take(i).Any(s => s.Element.Technique?.Id is "clinch-hold" or "clinch-knee") =>
                    "clinch-turn",
                "shin-check" when HandIsNamed() => "hand-trap",
                "knee" when AreJoints(i) => "knee-circles",
                "elbow" when AreJoints(i) => "elbow-circles",
                _ => null,
            };
            if (meant is not null && _vocabulary.Catalogue.Find(meant) is { } technique)
                _said[i] = (NameFinder.Move(technique), joint);
        }
        return _said;
    }

    /// <summary>'neck, shoulders, hips, knees': among joints that are loosened the knees circle too.</summary>
    private bool AreJoints(int at) =>
        _said.Count > 1
        && _said[at].Element is { IsSideSaid: false, Level: null }
        && _said.All(s =>
            s.Element.Technique
                is { Family: TechniqueFamily.Mobility }
                    or { Id: "knee" or "elbow" or "knee-circles" or "elbow-circles" }
        )
        && _said.Exists(s => s.Element.Technique is { Family: TechniqueFamily.Mobility });

    /// <summary>'sit wide, straddle' names one stretch twice.</summary>
    private void OnceEach()
    {
        for (var i = _said.Count - 1; i > 0; i--)
            if (
                _said[i].Element is { Technique: { } technique } again
                && (technique.IsExercise || technique.Family == TechniqueFamily.Throw)
                && again == _said[i - 1].Element
            )
                _said.RemoveAt(i);
        // 'stretch hamstrings': the general word goes with the special one
        if (_said.Count > 1 && _said.Exists(s => s.Element.Technique is { IsStretch: true, Id: not "stretching" }))
            _said.RemoveAll(s => s.Element.Technique is { Id: "stretching" });
    }

    private bool HandIsNamed() => _keys.Has(k => k is "hand" or "palm");

    private static List<Count> Counts(List<(Element Element, Joint Joint)> said)
    {
        var counts = new List<Count>();
        foreach (var (element, joint) in said)
        {
            if (joint == Joint.NextCount || counts.Count == 0)
                counts.Add(new Count([new Beat([element])]));
            else if (joint == Joint.SameCount)
                counts[^1] = new Count([.. counts[^1].Beats, new Beat([element])]);
            else
                counts[^1] = new Count([
                    .. counts[^1].Beats.SkipLast(1),
                    new Beat([.. counts[^1].Beats[^1].Elements, element]),
                ]);
        }
        return counts;
    }
}
