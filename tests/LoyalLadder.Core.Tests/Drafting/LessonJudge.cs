using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Drafting;

/// <summary>
/// Judges a lesson by the rules of a good one, apart from what writes lessons: it looks at the plan and the clock alone and shares no
/// figure with the maker.
/// </summary>
/// <param name="plan">The lesson.</param>
/// <param name="setting">Whose it is.</param>
/// <param name="limits">Of the checks.</param>
/// <param name="taken">How long lines are likely to take.</param>
internal sealed class LessonJudge(LessonPlan plan, LessonSetting setting, CheckLimits limits, TakenFor taken)
{
    private readonly ClockedLesson _clock = LessonClock.Time(plan, setting);

    private IEnumerable<ClockedLine> Working => _clock.Lines.Where(l => !l.Line.Moves.IsPause);

    private IEnumerable<ClockedLine> Skills =>
        Working.Where(l =>
            l.Segment is not (SegmentKind.WarmUp or SegmentKind.CoolDown or SegmentKind.Fitness or SegmentKind.Games)
        );

    /// <summary>What is wrong, a sentence each.</summary>
    /// <param name="related">What belongs to the theme; empty where there is none.</param>
    /// <param name="before">The lessons before, the newest first.</param>
    public IEnumerable<(string Rule, string Words)> Faults(
        IReadOnlySet<string> related,
        IReadOnlyList<LessonPlan> before
    ) =>
        Of("checks", Checked())
            .Concat(Of("time", Filled()))
            .Concat(Of("arc", Arc()))
            .Concat(Of("water", Water()))
            .Concat(Of("theme", Theme(related)))
            .Concat(Of("variety", Variety(before)));

    private static IEnumerable<(string Rule, string Words)> Of(string rule, IEnumerable<string> faults) =>
        faults.Select(f => (rule, f));

    private IEnumerable<string> Checked() =>
        LessonChecks.Of(_clock, limits).Where(c => c.Level != CheckLevel.Note).Select(c => $"{c.Level} {c.Code}");

    private IEnumerable<string> Filled()
    {
        var likely = taken(_clock.Lines) + setting.OpeningSeconds + setting.ClosingSeconds;
        if (likely < 0.9 * setting.Minutes * 60)
            yield return $"only {likely / 60:0} of {setting.Minutes} minutes";
        var warmUp = Working.Where(l => l.Segment == SegmentKind.WarmUp).Sum(l => l.Seconds);
        if (warmUp > 0.33 * _clock.BookedSeconds)
            yield return $"{warmUp / 60} minutes of warm-up";
    }

    private IEnumerable<string> Arc()
    {
        var entries = plan.Entries;
        for (var i = 0; i < entries.Count; i++)
            if (entries[i] is Segment && (i + 1 == entries.Count || entries[i + 1] is Segment))
                yield return "a part without a line";
        var warmUp = Working.Where(l => l.Segment == SegmentKind.WarmUp).ToList();
        if (warmUp is [{ Line.Moves.IsLoosening: true }, ..])
            yield return "begins cold";
        if (Working.Any(l => IsLongHold(l) && l.Segment != SegmentKind.CoolDown))
            yield return "a long hold before the end";
        var firstSparring = Working.FirstOrDefault(l => l.Segment == SegmentKind.Sparring);
        var lastPads = Working.LastOrDefault(l => l.Segment is SegmentKind.Pads or SegmentKind.Bags);
        if (firstSparring is not null && lastPads is not null && firstSparring.StartsAt < lastPads.StartsAt)
            yield return "sparring before pads";
        if (setting.Band == AgeBand.Kids && Working.All(l => l.Segment != SegmentKind.Games))
            yield return "no game";
    }

    private static bool IsLongHold(ClockedLine line) =>
        line.Line is { Moves.IsLoosening: true, Dose: TimedDose { Seconds: > 15 } }
        && line.Line.Moves.Elements.All(e => e.Technique is { Family: TechniqueFamily.Mobility, IsActivity: false });

    private IEnumerable<string> Water()
    {
        var drinks = _clock
            .Lines.Where(l => l.Line.Moves.Elements.Any(e => e.Technique is { IsDrink: true }))
            .Select(l => l.StartsAt / 60.0)
            .ToList();
        if (drinks.Exists(d => d < 9.5))
            yield return "a drink in the first ten minutes";
        if (drinks.Zip(drinks.Skip(1)).Any(d => d.Second - d.First < 9))
            yield return "two drinks in ten minutes";
    }

    /// <summary>How much of the time for skills belongs to a theme, 0 to 1.</summary>
    public double ShareOf(IReadOnlySet<string> related)
    {
        double all = Skills.Sum(l => l.Seconds);
        return all == 0
            ? 1
            : Skills.Where(l => Learnables.Of(l.Line.Moves).Any(related.Contains)).Sum(l => l.Seconds) / all;
    }

    private IEnumerable<string> Theme(IReadOnlySet<string> related)
    {
        if (related.Count == 0)
            yield break;
        if (ShareOf(related) < 1 / 3.0)
            yield return $"{ShareOf(related):P0} of the time for the theme";
    }

    /// <summary>What a class does nearly every time is its custom and no repetition.</summary>
    private IEnumerable<string> Variety(IReadOnlyList<LessonPlan> before)
    {
        if (before.Count == 0)
            yield break;
        var sheets = before.Take(12).Select(p => p.Lines.Select(l => NameKey.Of(l.Content)).ToHashSet()).ToList();
        var mine = Working
            .Where(l => !l.Line.Moves.IsEmpty)
            .Select(l => NameKey.Of(l.Line.Content))
            .Where(c => sheets.Count(s => s.Contains(c)) < 0.7 * sheets.Count)
            .ToList();
        if (mine.Count(sheets[0].Contains) > 0.4 * mine.Count)
            yield return "last lesson again";
    }
}
