using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class LineScan
{
    private Atom? Dose(int at)
    {
        Atom? best = null;
        foreach (var rule in DoseGrammar.At(_tokens[at]))
        {
            var captured = new Captured { MyCount = _vocabulary.MyCount };
            var end = rule.Pattern.Match(_tokens, at, captured);
            if (end <= at || (best is not null && end <= best.To) || !Fits(rule, at, end))
                continue;
            best = new Atom(AtomKind.Dose, at, end, rule, captured);
        }
        return best;
    }

    private bool Fits(DoseRule rule, int at, int end)
    {
        var fits = rule.Place switch
        {
            Place.BehindDose => _atoms.Exists(a => a.Kind == AtomKind.Dose),
            Place.BesideAmount => IsBesideAmount(at, end),
            Place.BehindAmount => _atoms is [.., { Kind: AtomKind.Dose }] || _tokens[at + 1].Attached,
            Place.PlusAmount => _atoms is [.., { Kind: AtomKind.Dose }]
                && (end == _tokens.Count || _tokens[end].Kind == TokenKind.Symbol || Dose(end) is not null),
            Place.LastBehindDose => IsLast(end) && _atoms.Exists(IsWay),
            Place.BehindWords => _atoms.Exists(a => a.Kind is AtomKind.Name or AtomKind.Dose),
            Place.Last => at > 0 && IsLast(end),
            _ => true,
        };
        if (!fits || IsCutShort(at, end) || (rule.IsAmount && end == at + 1 && !CountsInWords(at)))
            return false;
        // 'alternating knees': the knees are what is done, where nothing was named before
        if (
            end > at + 1
            && SpokenWords.EachNouns.Contains(_tokens[end - 1].Text)
            && _tokens[at].Text is "alternating" or "alternate" or "alt"
            && !_moves.One(_keys, end - 1).IsNone
            && !_atoms.Exists(a => a.Kind == AtomKind.Name)
        )
            return false;
        for (var i = at + 1; i < end; i++)
            if (
                _tokens[i].IsWord
                && _moves.One(_keys, i) is { IsNone: false } name
                && (i + name.Used > end || rule.Place == Place.NoName)
            )
                return false;
        return true;
    }

    /// <summary>'up the hall', 'one length': a way down the floor.</summary>
    private bool IsWay(Atom atom) =>
        atom.IsAmount
        && Enumerable
            .Range(atom.From, Math.Min(atom.To, _tokens.Count) - atom.From)
            .Any(t => _tokens[t].Text is "up" or "down" or "across" or "length" or "lengths");

    private bool IsLast(int end) =>
        end == _tokens.Count || (_tokens[end].Kind == TokenKind.Symbol && _tokens[end].Text is not "[" and not "(");

    private bool IsBesideAmount(int at, int end)
    {
        if (end < _tokens.Count && _tokens[end].IsNumber)
            return _tokens[at].Text != "walk" || _atoms is not [.., { Kind: AtomKind.Name or AtomKind.Word }];
        var before = _atoms.FindLastIndex(a => a.Kind != AtomKind.Joint && a.Kind != AtomKind.Bracket);
        if (before < 0)
            return false;
        return _atoms[before].Kind == AtomKind.Dose
            || (IsLast(end) && _atoms.Exists(a => a.IsAmount) && _atoms[^1].Kind == AtomKind.Joint);
    }

    /// <summary>'30s each' of '30s each side', '15s rest' of '15s rest 1:00', 'x10 L' of 'x10 L + R' are not the whole phrase.</summary>
    private bool IsCutShort(int at, int end)
    {
        if (end >= _tokens.Count)
            return false;
        var (last, next) = (_tokens[end - 1].Text, _tokens[end]);
        if (
            _tokens[end - 1].IsNumber
            && next.IsWord
            && DoseWords.IsUnit(next.Text)
            && (next.Attached || next.Text.Length > 1)
        )
            return true;
        // 'left 3 x 1 min' are rounds, not three on the left
        if (
            _tokens[end - 1].IsNumber
            && _tokens[at].IsWord
            && next.Text == "x"
            && end + 1 < _tokens.Count
            && _tokens[end + 1].IsNumber
        )
            return true;
        if (
            _tokens[end - 1].IsNumber
            && next is { Text: "/", Attached: true }
            && end + 1 < _tokens.Count
            && _tokens[end + 1].IsNumber
        )
            return true;
        if (last is "each" or "ea" or "per" && end > at + 1)
            return SpokenWords.EachNouns.Contains(next.Text);
        if (last is "rest" or "off" or "break" or "change" or "recovery" && end > at + 1)
            return next.Kind is TokenKind.Number or TokenKind.Clock;
        return last is "l" or "r" or "left" or "right"
            && end > at + 1
            && next.Text is "+" or "&" or "/" or "and"
            && end + 1 < _tokens.Count
            && _tokens[end + 1].Text is "l" or "r" or "left" or "right"
            && _tokens[end + 1].Text != last;
    }

    /// <summary>'THURS FIT / 60 / all levels' is a heading, no sixty.</summary>
    private bool IsBetweenStrokes(int at) =>
        at > 0
        && at + 1 < _tokens.Count
        && _tokens[at - 1] is { Text: "/", Attached: false }
        && _tokens[at + 1] is { Text: "/", Attached: false };

    /// <summary>A number in words is a count only where no figures are, or where sides follow: 'five each leg'.</summary>
    private bool CountsInWords(int at)
    {
        if (_tokens[at].IsNumber && IsBetweenStrokes(at))
            return false;
        if (!_tokens[at].IsWord || DoseWords.NumberOf(_tokens[at].Text) is null)
            return true;
        var next = at + 1 < _tokens.Count ? _tokens[at + 1].Text : "";
        if (next is "each" or "per" or "every" or "ea")
            return true;
        return !_tokens.Exists(t => t.Kind is TokenKind.Number or TokenKind.Clock)
            && at + 1 < _tokens.Count
            && !_moves.One(_keys, at + 1).IsNone;
    }
}
