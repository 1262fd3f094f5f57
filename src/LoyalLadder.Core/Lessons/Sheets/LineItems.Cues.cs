using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class LineItems
{
    /// <summary>
    /// Words that say how, not what: how the body is held ('elbows in', 'straight leg'), what not to do, and whatever follows a
    /// thing that has its amount and is no list of moves ('use the switch kick').
    /// </summary>
    private bool IsCue(Clause clause, int i)
    {
        if (clause.HasAmount || clause.IsLabel || clause.Doses.Any())
            return false;
        var words = WordsOf(clause);
        if (words.Count == 0)
            return false;
        var others = _clauses.Where((c, at) => at != i && c.HasName);
        if (IsPosture(words) && !IsWholeName(clause) && others.Any(c => !IsPosture(WordsOf(c))))
            return true;
        if (SpokenWords.CueVerbs.Contains(words[0]) && others.Any() && !IsMoves(clause))
            return true;
        return _items is [.., { Parts.HasAmount: true }]
            && _pending.Count == 0
            && clause.HasName
            && !IsMoves(clause)
            && !_clauses.Skip(i + 1).Any(c => c.HasAmount);
    }

    /// <summary>'straight knee', 'knees up': a name of more words than one, and nothing else.</summary>
    private bool IsWholeName(Clause clause) =>
        _reader.Moves.Names.Longest(_row, clause.Atoms[0].From) is { Used: > 1 } name
        && clause.Atoms[0].From + name.Used >= clause.Atoms[^1].To;

    private List<string> WordsOf(Clause clause) =>
        [
            .. Enumerable
                .Range(clause.Atoms[0].From, clause.Atoms[^1].To - clause.Atoms[0].From)
                .Select(t => _tokens[t])
                .Where(t => t.IsWord)
                .Select(t => t.Text),
        ];

    private static bool IsPosture(List<string> words) =>
        words.FindIndex(SpokenWords.Body.Contains) is >= 0 and var part
        && (words.FindLastIndex(SpokenWords.Posture.Contains) > part || SpokenWords.HeldSo.Contains(words[0]))
        && !Enumerable
            .Range(0, words.Count - 1)
            .Any(i => SpokenWords.Sides.ContainsKey(words[i]) && SpokenWords.SideNouns.Contains(words[i + 1]))
        && words.TrueForAll(w =>
            SpokenWords.Body.Contains(w)
            || SpokenWords.Posture.Contains(w)
            || SpokenWords.Determiners.Contains(w)
            || w is "keep" or "stay" or "with" or "and" or "at" or "of" or "to"
        );

    /// <summary>Nothing but names with their sides, levels and little words.</summary>
    private bool IsMoves(Clause clause) =>
        clause.HasName
        && clause.Atoms.TrueForAll(a =>
            a.Kind is AtomKind.Name or AtomKind.Bracket
            || Enumerable
                .Range(a.From, a.To - a.From)
                .All(t =>
                    !_tokens[t].IsWord
                    || SpokenWords.Sides.ContainsKey(_tokens[t].Text)
                    || SpokenWords.Levels.ContainsKey(_tokens[t].Text)
                    || SpokenWords.SideNouns.Contains(_tokens[t].Text)
                    || _tokens[t].Text
                        is "a"
                            or "the"
                            or "some"
                            or "then"
                            or "and"
                            or "again"
                            or "double"
                            or "triple"
                            or "light"
                            or "with"
                )
        );

    private void TakeCue(Clause clause)
    {
        if (_items.Count > 0 && _pending.Count == 0)
            _items[^1].Remarks.Add(Whole(clause));
        else
            _labels.Add(Whole(clause));
    }
}
