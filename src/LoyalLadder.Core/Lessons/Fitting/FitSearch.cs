using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>The option of each line, null where it is left out, and what they are worth together.</summary>
internal sealed record FitChoice(int?[] Options, long Value);

/// <summary>
/// The search, exact, line by line: best[a][t] is the most that the lines so far are worth when the class stands in arrangement a
/// and t seconds are used. What it costs to get to a line rests on how the class stands, not on which line it stood for, so a
/// handful of rows do for any number of lines. Drinks change neither formation nor kit: the class stands as it stood.
/// </summary>
internal sealed class FitSearch
{
    private const long Never = long.MinValue / 4;
    private const short LeftOut = -1;

    private readonly IReadOnlyList<FitLine> _lines;
    private readonly LessonFit.Rest _rest;
    private readonly int _seconds;

    /// <summary>The arrangements that occur, that of the beginning first.</summary>
    private readonly List<Arrangement> _arrangements;

    /// <summary>Which of them each line needs.</summary>
    private readonly int[] _needed;

    /// <summary>Seconds from one arrangement to another.</summary>
    private readonly int[,] _getting;

    /// <summary>Seconds to the water from each.</summary>
    private readonly int[] _drinking;

    /// <summary>Behind a line and the seconds used: the option, or left out; and the arrangement in which the class stood before.</summary>
    private readonly short[]?[] _option;
    private readonly short[]?[] _from;

    /// <summary>For a drink, in each arrangement and with the seconds used behind it: the option, or left out.</summary>
    private readonly short[]?[,] _drunk;

    public FitSearch(IReadOnlyList<FitLine> lines, LessonSetting setting, LessonFit.Rest rest)
    {
        (_lines, _rest, _seconds) = (lines, rest, Math.Max(0, rest.Seconds));
        _arrangements = [.. lines.Select(l => l.Arrangement).Prepend(rest.Arrangement).Distinct()];
        _needed = [.. lines.Select(l => _arrangements.IndexOf(l.Arrangement))];
        _getting = new int[_arrangements.Count, _arrangements.Count];
        for (var from = 0; from < _arrangements.Count; from++)
        for (var to = 0; to < _arrangements.Count; to++)
            _getting[from, to] = Transition.Seconds(_arrangements[from], _arrangements[to], setting);
        _drinking = [.. _arrangements.Select(a => Transition.ToDrink(a, setting))];
        (_option, _from) = (new short[]?[lines.Count], new short[]?[lines.Count]);
        _drunk = new short[]?[lines.Count, _arrangements.Count];
    }

    public FitChoice? Best()
    {
        if (_rest.Seconds < 0)
            return _lines.All(l => l.MayDrop) ? new FitChoice(new int?[_lines.Count], 0) : null;
        var best = new long[]?[_arrangements.Count];
        best[0] = Fresh();
        best[0]![0] = 0;
        for (var i = 0; i < _lines.Count; i++)
        {
            if (_lines[i].IsPause)
                Drink(i, best);
            else
                Stand(i, best);
        }
        return Chosen(best);
    }

    private long[] Fresh()
    {
        var row = new long[_seconds + 1];
        Array.Fill(row, Never);
        return row;
    }

    private void Stand(int i, long[]?[] best)
    {
        var (there, from) = Reached(_needed[i], best);
        var kept = _lines[i].MayDrop ? best[_needed[i]] ?? Fresh() : Fresh();
        var option = new short[_seconds + 1];
        var origin = new short[_seconds + 1];
        Array.Fill(option, LeftOut);
        for (var o = 0; o < _lines[i].Options.Count; o++)
        {
            var (cost, value) = (_lines[i].Options[o].Seconds, _lines[i].Options[o].Value);
            for (var t = cost; t <= _seconds; t++)
            {
                if (there[t - cost] == Never || there[t - cost] + value <= kept[t])
                    continue;
                kept[t] = there[t - cost] + value;
                option[t] = (short)o;
                origin[t] = from[t - cost];
            }
        }
        (_option[i], _from[i]) = (option, origin);
        if (!_lines[i].MayDrop)
            Array.Clear(best);
        best[_needed[i]] = kept;
    }

    /// <summary>The best of all ways to get to an arrangement, and from which.</summary>
    private (long[] There, short[] From) Reached(int to, long[]?[] best)
    {
        var there = Fresh();
        var from = new short[_seconds + 1];
        for (var stood = 0; stood < best.Length; stood++)
        {
            if (best[stood] is not { } row)
                continue;
            var cost = _getting[stood, to];
            for (var t = cost; t <= _seconds; t++)
            {
                if (row[t - cost] <= there[t])
                    continue;
                there[t] = row[t - cost];
                from[t] = (short)stood;
            }
        }
        return (there, from);
    }

    private void Drink(int i, long[]?[] best)
    {
        for (var stood = 0; stood < best.Length; stood++)
        {
            if (best[stood] is not { } row)
                continue;
            var after = _lines[i].MayDrop ? (long[])row.Clone() : Fresh();
            var chosen = new short[_seconds + 1];
            Array.Fill(chosen, LeftOut);
            for (var o = 0; o < _lines[i].Options.Count; o++)
            {
                var cost = _drinking[stood] + _lines[i].Options[o].Seconds;
                var value = _lines[i].Options[o].Value;
                for (var t = cost; t <= _seconds; t++)
                {
                    if (row[t - cost] == Never || row[t - cost] + value <= after[t])
                        continue;
                    after[t] = row[t - cost] + value;
                    chosen[t] = (short)o;
                }
            }
            (best[stood], _drunk[i, stood]) = (after, chosen);
        }
    }

    private FitChoice? Chosen(long[]?[] best)
    {
        var (value, stands, at) = (Never, -1, 0);
        for (var a = 0; a < best.Length; a++)
        for (var t = 0; best[a] is { } row && t <= _seconds; t++)
            if (row[t] > value)
                (value, stands, at) = (row[t], a, t);
        if (value == Never)
            return null;
        var options = new int?[_lines.Count];
        for (var i = _lines.Count - 1; i >= 0; i--)
        {
            if (_lines[i].IsPause)
            {
                if (_drunk[i, stands]![at] is not LeftOut and var drunk)
                {
                    options[i] = drunk;
                    at -= _drinking[stands] + _lines[i].Options[drunk].Seconds;
                }
            }
            else if (_needed[i] == stands && _option[i]![at] is not LeftOut and var taken)
            {
                options[i] = taken;
                var before = _from[i]![at];
                at -= _lines[i].Options[taken].Seconds + _getting[before, stands];
                stands = before;
            }
        }
        return new FitChoice(options, value);
    }
}
