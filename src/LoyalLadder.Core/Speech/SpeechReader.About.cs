using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Speech;

internal sealed partial class SpeechReader
{
    private bool IsPassedOver(int at, int from, int to) =>
        _tokens[at].Text is var word
        && (
            IsMannerRun(at, from, to)
            || SpokenWords.Fillers.Contains(word)
            || SpokenWords.Adjectives.Contains(word)
            || SpokenWords.Determiners.Contains(word)
            || SpokenWords.About.Contains(word)
            || CommonWords.All.Contains(word) && HasMove(from, to)
        );

    private bool? _hasMoves;

    /// <summary>Ordinary words are about the moves that are named beside them; where no move is, they may be something to do.</summary>
    private bool HasMove(int from, int to) =>
        Enumerable.Range(from, to - from).Any(IsNameAt)
        || (_hasMoves ??= Enumerable.Range(0, _tokens.Count).Any(IsNameAt));

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

    /// <summary>
    /// 'elbow elbow knee' are moves, 'knees bent' behind a kick says how; 'knee off the back leg' is a move with its
    /// side.
    /// </summary>
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
}
