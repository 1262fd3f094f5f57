using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>What a way to fit does, in words that fit on a card.</summary>
public static class WayWords
{
    /// <summary>Changes named on a card; the others are counted.</summary>
    private const int Named = 2;

    /// <summary>
    /// 'Leave out Fitness', 'One round less of round kick', 'A little off 5 lines'; the way's own name where it finds
    /// nothing.
    /// </summary>
    public static string Title(WayToFit way, LessonPlan plan)
    {
        var changed = way.Changed.ToList();
        return way.Way switch
        {
            FitWay.LeaveOut => changed.Count == 0
                ? Say("Leave a line out")
                : Say($"Leave out {Joined(WholeSegments(changed, plan))}"),
            FitWay.OneLess => changed.Count == 0
                ? Say("One round less")
                : Spoken.Capital(string.Join(", ", changed.Take(Named).Select(RoundsLess)) + More(changed.Count)),
            _ => changed.Count == 0
                ? Say("A little off everything")
                : Say($"A little off {Spoken.Many(changed.Count, "line")}"),
        };
    }

    /// <summary>The amounts before and after, as far as the title does not say them: 'round kick 10/side to 8/side'.</summary>
    public static string Detail(WayToFit way)
    {
        if (way.Way == FitWay.LeaveOut)
            return "";
        var changed = way.Changed.ToList();
        var said = changed
            .Take(Named)
            .Select(l =>
                Say(
                    $"{Quoted(Brief(l.Before.Content))} {SheetWriter.Amount(l.Before.Dose!)} to {SheetWriter.Amount(l.After!.Dose!)}"
                )
            );
        return string.Join(", ", said) + More(changed.Count);
    }

    /// <summary>Names of segments that go as a whole, else of lines.</summary>
    private static List<string> WholeSegments(List<FittedLine> dropped, LessonPlan plan)
    {
        var headings = plan.Headings();
        var timed = plan
            .Entries.Select((e, i) => (Entry: i, IsTimed: e is LessonLine { Dose: not null }))
            .Where(e => e.IsTimed)
            .ToLookup(e => headings[e.Entry], e => e.Entry);
        var gone = dropped.Select(d => d.Entry).ToHashSet();
        return
        [
            .. dropped
                .GroupBy(d => headings[d.Entry])
                .SelectMany(g =>
                    g.Key.Length > 0 && timed[g.Key].All(gone.Contains)
                        ? [g.Key]
                        : g.Select(d => Quoted(Brief(d.Before.Content)))
                ),
        ];
    }

    private static string RoundsLess(FittedLine line)
    {
        var fewer = DoseRounds.Of(line.Before.Dose!) - DoseRounds.Of(line.After!.Dose!);
        return Say($"{DoseRounds.Words(line.Before.Dose!, fewer)} less of {Quoted(Brief(line.Before.Content))}");
    }

    private static string Joined(List<string> names) =>
        names.Count == Named
            ? Say($"{names[0]} and {names[1]}")
            : string.Join(", ", names.Take(Named)) + More(names.Count);

    private static string More(int all) => all > Named ? Say($" and {all - Named} more") : "";

    /// <summary>A name with commas of its own is set apart from the next.</summary>
    private static string Quoted(string name) => name.Contains(',', StringComparison.Ordinal) ? $"‘{name}’" : name;

    private static string Brief(string words) => words.Length <= 28 ? words : words[..27] + "…";
}
