using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class LineScan
{
    /// <summary>The school's numbers: '1-2-3', '1 2 3 x10', 'one two', '1-2-hook', and '2' behind such.</summary>
    private int Figures(int at)
    {
        if (!IsFigure(at))
            return 0;
        var run = 1;
        var hyphens = 0;
        while (at + run < _tokens.Count)
        {
            var next = at + run;
            var joined = _tokens[next].Hyphened;
            if (
                _tokens[next].Text == ","
                && _tokens[next].Attached
                && next + 1 < _tokens.Count
                && _tokens[next + 1].Attached
                && IsFigure(next + 1)
            )
                joined = true;
            if (joined && _tokens[next].Text == ",")
            {
                run += 2;
                hyphens++;
                continue;
            }
            if (hyphens > 0 && !joined)
                break;
            if (
                !IsFigure(next)
                || _tokens[next].IsNumber != _tokens[at].IsNumber
                || (!joined && _tokens[next].Attached)
            )
                break;
            hyphens += joined ? 1 : 0;
            run++;
        }
        var behind = at + run < _tokens.Count ? _tokens[at + run] : default;
        var isFigures = run >= 2 ? !IsMeasure(at, run, hyphens, behind) : IsOneMore(at, behind);
        _hasFigures |= isFigures;
        return isFigures ? run : 0;
    }

    private bool IsFigure(int at)
    {
        var token = _tokens[at];
        var value =
            token.IsNumber && token.Value is >= 1 and <= 9 && token.Value == Math.Floor(token.Value) ? (int)token.Value
            : token.IsWord ? DoseWords.NumberOf(token.Text) ?? 0
            : 0;
        return value is >= 1 and <= 9 && _vocabulary.Figure(value) is not null;
    }

    /// <summary>'5-6 each leg' and '1-2 mins' are amounts.</summary>
    private bool IsMeasure(int at, int run, int hyphens, Token behind)
    {
        if (
            behind.Text is { } unit
            && (
                DoseWords.IsUnit(unit)
                || unit is "rep" or "reps" or "times" or "rounds" or "sets" or "goes" or "lengths" or "laps"
            )
        )
            return true;
        if (run > 2)
            return false;
        var isWords = !_tokens[at].IsNumber;
        if (hyphens == 0 && !isWords)
            return _atoms is [.., { Kind: not AtomKind.Joint }] || behind.Text is not ("x" or null);
        return !isWords && _atoms is [.., { Kind: AtomKind.Name or AtomKind.Word }] && !_hasFigures;
    }

    /// <summary>'1-hook', and 'slip 2' where figures came before.</summary>
    private bool IsOneMore(int at, Token behind) =>
        _tokens[at].IsNumber
        && (
            (behind.Hyphened && behind.IsWord)
            || (
                _hasFigures
                && _atoms is [.., { Kind: AtomKind.Name }]
                && (behind.Text is null or "," or "x" || behind.IsNumber)
            )
        );
}
