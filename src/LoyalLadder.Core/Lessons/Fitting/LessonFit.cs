using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>A line before and after a fit.</summary>
/// <param name="Entry">Index among the plan's entries.</param>
/// <param name="Before">As planned.</param>
/// <param name="After">As fitted; null when it is left out.</param>
/// <param name="SecondsBefore">Of setting up, teaching and work together.</param>
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
    /// <param name="Arrangement">How the class stands at the beginning, with what in hand.</param>
    public readonly record struct Rest(int FromEntry, int Seconds, Arrangement Arrangement)
    {
        /// <summary>All of a lesson that has not begun.</summary>
        public static Rest Whole(LessonSetting setting) =>
            new(0, (setting.Minutes * 60) - setting.OpeningSeconds - setting.ClosingSeconds, Arrangement.Lines);
    }

    /// <summary>Worth of a share of the planned dose: the first half counts for more than the second.</summary>
    public static double Use(double share) => (1 - Math.Exp(-2 * share)) / (1 - Math.Exp(-2));

    public static int Weight(Priority priority) =>
        priority switch
        {
            Priority.Must => 3,
            Priority.Should => 2,
            _ => 1,
        };

    internal static (decimal Least, decimal Most) Bounds(Priority priority) =>
        priority == Priority.Must ? (0.8m, 1.25m) : (0.5m, 1.5m);

    /// <summary>Fits a whole lesson into its booked time.</summary>
    public static (Fitted? Fitted, NoFit? NoFit) Of(LessonPlan plan, LessonSetting setting) =>
        Of(plan, setting, Rest.Whole(setting));

    /// <summary>Fits what is left of a lesson.</summary>
    public static (Fitted? Fitted, NoFit? NoFit) Of(LessonPlan plan, LessonSetting setting, Rest rest) =>
        Of(plan, setting, rest, FitRule.LineByLine);

    /// <summary>Fits what is left of a lesson as a rule allows.</summary>
    internal static (Fitted? Fitted, NoFit? NoFit) Of(LessonPlan plan, LessonSetting setting, Rest rest, FitRule rule)
    {
        var lines = FitLines.Of(plan, setting, rest.FromEntry, rule);
        if (Best(lines, setting, rest) is not { } best)
            return (null, Least(lines.Keeping(_ => false), setting, rest));
        var entries = plan.Entries.ToList<SheetEntry?>();
        foreach (var line in lines.All)
            entries[line.Entry] = best.Kept.GetValueOrDefault(line.Entry);
        var fitted = new LessonPlan(plan.Head, entries.OfType<SheetEntry>().ToSequence());
        return (
            new Fitted(
                fitted,
                Compared(plan, entries, setting),
                best.Value,
                LessonClock.Time(fitted, setting).TotalSeconds
            ),
            null
        );
    }

    private sealed record Found(long Value, Dictionary<int, LessonLine> Kept);

    /// <summary>
    /// A line that may be left out and teaches what a later line needs changes how long that line is talked about. So each way to
    /// keep or leave out such lines is searched by itself, and the best of them is taken.
    /// </summary>
    private static Found? Best(FitLines lines, LessonSetting setting, Rest rest)
    {
        Found? best = null;
        for (var kept = 0; kept < 1 << lines.Deciding.Count; kept++)
        {
            var chosen = kept;
            var candidates = lines.Keeping(d => (chosen >> d & 1) == 1);
            if (new FitSearch(candidates, setting, rest).Best() is not { } choice || choice.Value <= best?.Value)
                continue;
            var options = candidates.Select(
                (c, i) => (c.Entry, Option: choice.Options[i] is { } o ? c.Options[o] : null)
            );
            best = new Found(
                choice.Value,
                options.Where(o => o.Option is not null).ToDictionary(o => o.Entry, o => o.Option!.Line)
            );
        }
        return best;
    }

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
    private static NoFit Least(IReadOnlyList<FitLine> lines, LessonSetting setting, Rest rest)
    {
        var standing = rest.Arrangement;
        var least = new List<(int Entry, int Seconds)>();
        foreach (var line in lines.Where(l => !l.MayDrop))
        {
            var getting = line.IsPause
                ? Transition.ToDrink(standing, setting)
                : Transition.Seconds(standing, line.Arrangement, setting);
            least.Add((line.Entry, getting + line.Options.Min(o => o.Seconds)));
            if (!line.IsPause)
                standing = line.Arrangement;
        }
        return new NoFit(
            Math.Max(1, least.Sum(l => l.Seconds) - rest.Seconds),
            least.OrderByDescending(l => l.Seconds).ToSequence()
        );
    }
}
