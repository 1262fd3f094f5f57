using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>A line before and after a fit.</summary>
/// <param name="Entry">Index among the plan's entries.</param>
/// <param name="Before">As planned.</param>
/// <param name="After">As fitted; null when it is left out.</param>
/// <param name="SecondsBefore">Of getting there, teaching and work together.</param>
/// <param name="SecondsAfter">The same behind the fit; 0 when it is left out.</param>
public sealed record FittedLine(int Entry, LessonLine Before, LessonLine? After, int SecondsBefore, int SecondsAfter)
{
    public bool IsChanged => After != Before;
}

/// <summary>Why nothing fits: the least that the lines which have to stay take, against the time.</summary>
/// <param name="OverSeconds">By how much they do not fit.</param>
/// <param name="Lines">Those lines, the longest first, as indexes among the entries, with their least seconds.</param>
public sealed record NoFit(int OverSeconds, Sequence<(int Entry, int Seconds)> Lines);

/// <summary>A lesson fitted into its time.</summary>
/// <param name="Plan">The plan as fitted.</param>
/// <param name="Lines">All lines with a dose, in order.</param>
/// <param name="Value">Worth of the choice, in thousandths of a weighted second.</param>
/// <param name="TotalSeconds">Length of the lesson as fitted, opening and closing included.</param>
public sealed record Fitted(LessonPlan Plan, Sequence<FittedLine> Lines, long Value, int TotalSeconds);

/// <summary>
/// Chooses a dose for every line so that the lesson fits its time and is worth the most: weight times planned seconds times
/// the use of the dose. Exact, by dynamic programming over the lines, the seconds and the line that the class last stood for:
/// leaving a line out changes what lies between its neighbours.
/// </summary>
public static class LessonFit
{
    /// <summary>The part of a lesson that is still to be fitted.</summary>
    /// <param name="FromEntry">The first entry that may change; what stands before it is done.</param>
    /// <param name="Seconds">Time for it, getting there included; opening and closing not.</param>
    /// <param name="Formation">How the class stands at the beginning.</param>
    /// <param name="Held">The kit it has in hand.</param>
    public readonly record struct Rest(int FromEntry, int Seconds, Formation Formation, Sequence<KitNeed> Held);

    /// <summary>Worth of a share of the planned dose: the first half counts for more than the second.</summary>
    public static double Use(double share) => (1 - Math.Exp(-2 * share)) / (1 - Math.Exp(-2));

    public static int Weight(Priority priority) =>
        priority switch
        {
            Priority.Must => 3,
            Priority.Should => 2,
            _ => 1,
        };

    private static (decimal Least, decimal Most) Bounds(Priority priority) =>
        priority == Priority.Must ? (0.8m, 1.25m) : (0.5m, 1.5m);

    /// <summary>Fits a whole lesson into its booked time.</summary>
    public static (Fitted? Fitted, NoFit? NoFit) Of(LessonPlan plan, LessonSetting setting) =>
        Of(
            plan,
            setting,
            new Rest(
                0,
                (setting.Minutes * 60) - setting.OpeningSeconds - setting.ClosingSeconds,
                Formation.Lines,
                default
            )
        );

    /// <summary>Fits what is left of a lesson.</summary>
    public static (Fitted? Fitted, NoFit? NoFit) Of(LessonPlan plan, LessonSetting setting, Rest rest)
    {
        var lines = Candidates(plan, setting, rest.FromEntry);
        var search = new Search(lines, setting, rest);
        if (search.Best() is not { } choice)
            return (null, Least(lines, setting, rest));
        var entries = plan.Entries.ToList<SheetEntry?>();
        for (var i = 0; i < lines.Count; i++)
            entries[lines[i].Entry] = choice.Options[i] is { } option ? lines[i].Options[option].Line : null;
        var fitted = new LessonPlan(plan.Head, entries.OfType<SheetEntry>().ToSequence());
        return (
            new Fitted(
                fitted,
                Compared(plan, entries, setting),
                choice.Value,
                LessonClock.Time(fitted, setting).TotalSeconds
            ),
            null
        );
    }

    private sealed record Option(LessonLine Line, int Seconds, long Value);

    /// <param name="Entry">Index among the entries.</param>
    /// <param name="Line">As planned.</param>
    /// <param name="Options">Choices of its dose with teaching and work seconds.</param>
    /// <param name="MayDrop">It may be left out.</param>
    private sealed record Candidate(int Entry, LessonLine Line, List<Option> Options, bool MayDrop)
    {
        public bool IsPause => Line.Moves.IsPause;

        public Formation Formation { get; } = GettingThere.FormationOf(Line);
    }

    private static List<Candidate> Candidates(LessonPlan plan, LessonSetting setting, int from)
    {
        var lines = new List<Candidate>();
        var segment = SegmentKind.Other;
        for (var i = 0; i < plan.Entries.Count; i++)
        {
            if (plan.Entries[i] is Segment heading)
                segment = heading.Kind;
            if (i < from || plan.Entries[i] is not LessonLine { Dose: { } dose } line)
                continue;
            var priority = Priorities.Of(line, segment);
            var (least, most) = Bounds(priority);
            var planned = LessonClock.WorkSeconds(line, setting);
            var options = DoseScale
                .Between(dose, least, most)
                .Select(d =>
                {
                    var share = (double)DoseScale.Amount(d) / DoseScale.Amount(dose);
                    var scaled = Scaled(line, d, (decimal)share);
                    return new Option(
                        scaled,
                        TeachingClock.Seconds(line, setting.Group) + LessonClock.WorkSeconds(scaled, setting),
                        (long)Math.Round(1000 * Weight(priority) * planned * Use(share))
                    );
                })
                .ToList();
            lines.Add(new Candidate(i, line, options, priority == Priority.Could));
        }
        return lines;
    }

    /// <summary>What other groups do shrinks and grows by the same share.</summary>
    private static LessonLine Scaled(LessonLine line, Dose dose, decimal share) =>
        line with
        {
            Dose = dose,
            Versions = line.Versions.IsEmpty
                ? line.Versions
                : line
                    .Versions.Select(v =>
                        v.Line.Dose is { } own
                            ? v with
                            {
                                Line = v.Line with { Dose = DoseScale.Nearest(own, share) },
                            }
                            : v
                    )
                    .ToSequence(),
        };

    private static Sequence<FittedLine> Compared(LessonPlan plan, List<SheetEntry?> entries, LessonSetting setting)
    {
        var before = LessonClock.Time(plan, setting).Lines.ToDictionary(l => l.Entry);
        var place = new Dictionary<int, int>();
        for (int i = 0, at = 0; i < entries.Count; i++)
            if (entries[i] is not null)
                place[i] = at++;
        var after = LessonClock
            .Time(new LessonPlan(plan.Head, entries.OfType<SheetEntry>().ToSequence()), setting)
            .Lines.ToDictionary(l => l.Entry);
        return plan
            .Entries.Select((e, i) => (Line: e as LessonLine, Entry: i))
            .Where(e => e.Line?.Dose is not null)
            .Select(e => new FittedLine(
                e.Entry,
                e.Line!,
                entries[e.Entry] as LessonLine,
                before[e.Entry].Seconds,
                place.TryGetValue(e.Entry, out var at) ? after[at].Seconds : 0
            ))
            .ToSequence();
    }

    /// <summary>The shortest that the lines which have to stay can be.</summary>
    private static NoFit Least(List<Candidate> lines, LessonSetting setting, Rest rest)
    {
        var (formation, held) = (rest.Formation, rest.Held);
        var least = new List<(int Entry, int Seconds)>();
        foreach (var line in lines.Where(l => !l.MayDrop))
        {
            var (to, kit) = line.IsPause ? (formation, held) : (line.Formation, line.Line.Kit);
            least.Add(
                (line.Entry, GettingThere.Seconds(formation, held, to, kit, setting) + line.Options.Min(o => o.Seconds))
            );
            (formation, held) = (to, kit);
        }
        return new NoFit(
            Math.Max(1, least.Sum(l => l.Seconds) - rest.Seconds),
            least.OrderByDescending(l => l.Seconds).ToSequence()
        );
    }

    private sealed record Choice(int?[] Options, long Value);

    /// <summary>
    /// The search. best[h][t] is the most that the lines so far are worth when the class last stood for line h and t seconds are
    /// used. Drinks change neither formation nor kit, so they never become h.
    /// </summary>
    private sealed class Search(List<Candidate> lines, LessonSetting setting, Rest rest)
    {
        private const long Never = long.MinValue / 4;

        private readonly int _seconds = Math.Max(0, rest.Seconds);

        /// <summary>For a kept line and the seconds used behind it: the option, and the line that stood before (-1 for the beginning).</summary>
        private readonly short[]?[] _option = new short[]?[lines.Count];
        private readonly short[]?[] _from = new short[]?[lines.Count];

        /// <summary>For a drink, whoever stands and the seconds used behind it: the option, -1 when it is left out.</summary>
        private readonly Dictionary<(int Pause, int Holder), short[]> _drunk = [];

        public Choice? Best()
        {
            if (rest.Seconds < 0)
                return lines.TrueForAll(l => l.MayDrop) ? new Choice(new int?[lines.Count], 0) : null;
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

        private int Getting(int from, int to) =>
            from < 0
                ? GettingThere.Seconds(rest.Formation, rest.Held, lines[to].Formation, lines[to].Line.Kit, setting)
                : GettingThere.Seconds(
                    lines[from].Formation,
                    lines[from].Line.Kit,
                    lines[to].Formation,
                    lines[to].Line.Kit,
                    setting
                );

        /// <summary>Nobody moves to drink; the seconds are those of the same formation.</summary>
        private int GettingToDrink => GettingThere.Seconds(Formation.Lines, default, Formation.Lines, default, setting);

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
                var after = lines[i].MayDrop ? (long[])row.Clone() : Fresh();
                var chosen = new short[_seconds + 1];
                Array.Fill(chosen, (short)-1);
                for (var o = 0; o < lines[i].Options.Count; o++)
                {
                    var (cost, value) = (GettingToDrink + lines[i].Options[o].Seconds, lines[i].Options[o].Value);
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

        private Choice? Chosen(Dictionary<int, long[]> best)
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
                        at -= GettingToDrink + lines[i].Options[drunk].Seconds;
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
            return new Choice(options, value);
        }
    }
}
