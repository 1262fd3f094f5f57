using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>The option of each line, null where it is left out, and what they are worth together.</summary>
internal sealed record FitChoice(int?[] Options, long Value);

/// <summary>
/// The search. best[h][t] is the most that the lines so far are worth when the class last stood for line h and t seconds are
/// used. Drinks change neither formation nor kit, so they never become h.
/// </summary>
internal sealed class FitSearch(IReadOnlyList<FitLine> lines, LessonSetting setting, LessonFit.Rest rest)
{
    private const long Never = long.MinValue / 4;

    private readonly int _seconds = Math.Max(0, rest.Seconds);

    /// <summary>
    /// For a kept line and the seconds used behind it: the option, and the line that stood before (-1 for the
    /// beginning).
    /// </summary>
    private readonly short[]?[] _option = new short[]?[lines.Count];
    private readonly short[]?[] _from = new short[]?[lines.Count];

    /// <summary>For a drink, whoever stands and the seconds used behind it: the option, -1 when it is left out.</summary>
    private readonly Dictionary<(int Pause, int Holder), short[]> _drunk = [];

    public FitChoice? Best()
    {
        if (rest.Seconds < 0)
            return lines.All(l => l.MayDrop) ? new FitChoice(new int?[lines.Count], 0) : null;
        var best = new Dictionary<int, long[]> { [-1] = Fresh() };
        best[-1][0] = 0;
        for (var i = 0; i < lines.Count; i++)
        {
            if (lines[i].IsPause)
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

    private Arrangement Standing(int holder) => holder < 0 ? rest.Arrangement : lines[holder].Arrangement;

    private int Getting(int from, int to) => GettingThere.Seconds(Standing(from), lines[to].Arrangement, setting);

    /// <summary>Nobody moves to drink; the seconds are those of the formation as it stands.</summary>
    private int GettingToDrink(int holder) => GettingThere.Seconds(Standing(holder), Standing(holder), setting);

    private void Stand(int i, Dictionary<int, long[]> best)
    {
        // first the best of all ways to get there, then the options once for them together
        var there = Fresh();
        var from = new short[_seconds + 1];
        foreach (var (holder, row) in best)
        {
            var cost = Getting(holder, i);
            for (var t = cost; t <= _seconds; t++)
            {
                if (row[t - cost] <= there[t])
                    continue;
                there[t] = row[t - cost];
                from[t] = (short)holder;
            }
        }
        var kept = Fresh();
        var (option, origin) = (new short[_seconds + 1], new short[_seconds + 1]);
        for (var o = 0; o < lines[i].Options.Count; o++)
        {
            var (cost, value) = (lines[i].Options[o].Seconds, lines[i].Options[o].Value);
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
        if (!lines[i].MayDrop)
            best.Clear();
        best[i] = kept;
    }

    private void Drink(int i, Dictionary<int, long[]> best)
    {
        foreach (var holder in best.Keys.ToList())
        {
            var row = best[holder];
            var getting = GettingToDrink(holder);
            var after = lines[i].MayDrop ? (long[])row.Clone() : Fresh();
            var chosen = new short[_seconds + 1];
            Array.Fill(chosen, (short)-1);
            for (var o = 0; o < lines[i].Options.Count; o++)
            {
                var (cost, value) = (getting + lines[i].Options[o].Seconds, lines[i].Options[o].Value);
                for (var t = cost; t <= _seconds; t++)
                {
                    if (row[t - cost] == Never || row[t - cost] + value <= after[t])
                        continue;
                    after[t] = row[t - cost] + value;
                    chosen[t] = (short)o;
                }
            }
            best[holder] = after;
            _drunk[(i, holder)] = chosen;
        }
    }

    private FitChoice? Chosen(Dictionary<int, long[]> best)
    {
        var (value, holder, at) = (Never, -1, 0);
        foreach (var (h, row) in best.OrderBy(b => b.Key))
            for (var t = 0; t <= _seconds; t++)
                if (row[t] > value)
                    (value, holder, at) = (row[t], h, t);
        if (value == Never)
            return null;
        var options = new int?[lines.Count];
        for (var i = lines.Count - 1; i >= 0; i--)
        {
            if (lines[i].IsPause)
            {
                if (_drunk[(i, holder)][at] is >= 0 and var drunk)
                {
                    options[i] = drunk;
                    at -= GettingToDrink(holder) + lines[i].Options[drunk].Seconds;
                }
            }
            else if (i == holder)
            {
                var o = _option[i]![at];
                options[i] = o;
                var before = _from[i]![at];
                at -= lines[i].Options[o].Seconds + Getting(before, i);
                holder = before;
            }
        }
        return new FitChoice(options, value);
    }
}
