using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Speech;

internal sealed partial class SpeechReader
{
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
}
