using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>The three ways in which a lesson is offered to end in time.</summary>
public class WaysToFitTests
{
    private static readonly string[] Moves =
    [
        "jab, cross",
        "front kick",
        "round kick",
        "push-up",
        "wrist release",
        "jab, cross, lead hook, rear low kick",
    ];

    private static readonly string[] Priorities = ["", "", " must", " could"];

    private static string Line(Random random)
    {
        var n = random.Next(2, 25);
        var dose = random.Next(8) switch
        {
            0 => $"{n}/side",
            1 => $"x{n}",
            2 => $"{random.Next(4, 40) * 5}s",
            3 => $"pairs {n}/side steady [mitts]",
            4 => $"{random.Next(2, 5)} x {random.Next(4, 18) * 5}s rest 20s",
            5 => $"{n}/side x{random.Next(2, 4)} rest 15s",
            6 => $"floor x{random.Next(1, 4)}",
            _ => $"x{n * 2} alternating",
        };
        return $"{Moves[random.Next(Moves.Length)]} {dose}{Priorities[random.Next(Priorities.Length)]}";
    }

    private static LessonPlan Lesson(Random random, int lines)
    {
        var text = new List<string> { "# Random", "## Warm-up", "jumping jack 60s", "lunge 6/side", "## Pads" };
        for (var i = 0; i < lines; i++)
            text.Add(random.Next(8) == 0 ? "water 40s" : Line(random));
        text.AddRange(["## Cool-down", "straddle stretch 40s"]);
        return Given.Reader.Read(string.Join('\n', text)).Plan;
    }

    private static LessonSetting Setting(Random random, LessonPlan plan, double share)
    {
        var setting = new LessonSetting
        {
            Band = (AgeBand)random.Next(3),
            Heads = random.Next(6, 24),
            Minutes = 60,
            Bags = 4,
        };
        var minutes = LessonClock.Time(plan, setting).TotalSeconds / 60.0 * share;
        return setting with { Minutes = Math.Max(3, (int)minutes) };
    }

    [Fact]
    public void Each_way_ends_in_time_keeps_every_bound_and_changes_only_what_it_says_on_1000_lessons()
    {
        var random = new Random(21);
        var found = new int[3];
        for (var i = 0; i < 1000; i++)
        {
            var plan = Lesson(random, random.Next(3, 16));
            var setting = Setting(random, plan, 0.75 + (random.NextDouble() * 0.35));
            var slower = 0.95 + (random.NextDouble() * 0.2);
            TakenFor taken = i % 2 == 0 ? WaysToFit.PlainSum : lines => lines.Sum(l => l.Seconds * slower) + 20;
            foreach (var way in WaysToFit.Of(plan, setting, taken))
            {
                if (way.Fitted is not { } fitted)
                    continue;
                found[(int)way.Way]++;
                var clock = LessonClock.Time(fitted.Plan, setting);
                Assert.True(
                    taken(clock.Lines) + setting.OpeningSeconds + setting.ClosingSeconds <= clock.BookedSeconds
                );
                Assert.All(fitted.Lines.Where(l => l.IsChanged), l => MayChange(way.Way, l, plan));
            }
        }
        Assert.All(found, f => Assert.True(f > 200, $"{f} of 1000"));
    }

    private static void MayChange(FitWay way, FittedLine line, LessonPlan plan)
    {
        Assert.Equal("Pads", plan.Headings()[line.Entry]);
        Assert.False(line.Before.Moves.IsPause);
        var priority = Core.Lessons.Priorities.Of(line.Before, SegmentKind.Pads);
        if (way == FitWay.LeaveOut)
        {
            Assert.Null(line.After);
            Assert.NotEqual(Priority.Must, priority);
            return;
        }
        var (before, after) = (line.Before.Dose!, line.After!.Dose!);
        Assert.Equal(line.Before with { Dose = after }, line.After);
        Assert.True(line.SecondsAfter < line.SecondsBefore);
        var least = priority == Priority.Must ? 0.8 : 0.5;
        if (way == FitWay.OneLess)
        {
            Assert.Equal(DoseRounds.Less(before, DoseRounds.Of(before) - DoseRounds.Of(after)), after);
            Assert.True(DoseRounds.Of(after) >= DoseRounds.Of(before) * least);
            return;
        }
        Assert.True(TaughtAmounts.Has(after));
        Assert.True(DoseScale.Amount(after) >= DoseScale.Amount(before) * least);
    }

    /// <summary>Every choice of a kind, each timed by the lesson clock itself.</summary>
    private static (int Fewer, double Value)? BruteForce(FitWay way, LessonPlan plan, LessonSetting setting)
    {
        var headings = plan.Headings();
        var entries = plan.Entries.ToList();
        var choices = entries
            .Select((e, i) => e is LessonLine line ? Choices(way, line, headings[i], setting) : [(e, 0, 0.0)])
            .ToList();
        (int Fewer, double Value)? best = null;
        Try(0, [], 0, 0);
        return best;

        void Try(int at, List<SheetEntry> kept, int fewer, double value)
        {
            if (at == choices.Count)
            {
                var isBetter = best is not { } b || fewer < b.Fewer || (fewer == b.Fewer && value > b.Value);
                if (
                    isBetter
                    && LessonClock.Time(new LessonPlan(plan.Head, kept.ToSequence()), setting).OverSeconds <= 0
                )
                    best = (fewer, value);
                return;
            }
            foreach (var (entry, less, worth) in choices[at])
                Try(at + 1, entry is null ? kept : [.. kept, entry], fewer + less, value + worth);
        }
    }

    private static List<(SheetEntry? Entry, int Fewer, double Value)> Choices(
        FitWay way,
        LessonLine line,
        string heading,
        LessonSetting setting
    )
    {
        var priority = Core.Lessons.Priorities.Of(line, SegmentKinds.Of(heading));
        var seconds = LessonClock.WorkSeconds(line, setting);
        double Worth(Dose d) =>
            Math.Round(
                1000
                    * LessonFit.Weight(priority)
                    * seconds
                    * LessonFit.Use((double)DoseScale.Amount(d) / DoseScale.Amount(line.Dose!))
            );
        var isKept = heading != "Pads" || line.Moves.IsPause;
        var all = new List<(SheetEntry?, int, double)> { (line, 0, way == FitWay.OneLess ? 0 : Worth(line.Dose!)) };
        if (isKept)
            return all;
        var least = priority == Priority.Must ? 0.8m : 0.5m;
        var rounds = DoseRounds.Of(line.Dose!);
        switch (way)
        {
            case FitWay.LeaveOut when priority != Priority.Must:
                all.Add((null, 0, 0));
                break;
            case FitWay.OneLess:
                for (var n = 1; n < rounds && rounds - n >= rounds * least; n++)
                    all.Add((line with { Dose = DoseRounds.Less(line.Dose!, n) }, n, seconds));
                break;
            case FitWay.ALittleOff:
                foreach (var dose in DoseScale.Between(line.Dose!, least, 1))
                    if (dose != line.Dose && TaughtAmounts.Has(dose))
                        all.Add((line with { Dose = dose }, 0, Worth(dose)));
                break;
        }
        return all;
    }

    [Fact]
    public void Each_way_is_the_best_of_all_choices_of_its_kind_on_300_lessons()
    {
        var random = new Random(22);
        var (found, none) = (new int[3], 0);
        for (var i = 0; i < 300; i++)
        {
            var plan = Lesson(random, random.Next(2, 5));
            var setting = Setting(random, plan, 0.75 + (random.NextDouble() * 0.25));
            foreach (var way in WaysToFit.Of(plan, setting, WaysToFit.PlainSum))
            {
                var best = BruteForce(way.Way, plan, setting);
                Assert.Equal(best is null, way.Fitted is null);
                if (best is not { } b || way.Fitted is not { } fitted)
                {
                    none++;
                    continue;
                }
                found[(int)way.Way]++;
                Assert.Equal(b.Value - (b.Fewer * 1e9), fitted.Value);
            }
        }
        Assert.All(found, f => Assert.True(f > 30, $"{f} of 300 lessons"));
        Assert.True(none > 40);
    }

    [Theory]
    [InlineData(FitWay.LeaveOut, "## Pads\njab, cross 5:00\n## Fitness\nplank 3:00 could", "Leave out Fitness", "")]
    [InlineData(FitWay.LeaveOut, "## Pads\njab, cross 5:00\nplank 3:00 could", "Leave out plank", "")]
    [InlineData(
        FitWay.OneLess,
        "## Pads\njab, cross 3 x 2:00 rest 30s\nplank 2 x 30s rest 10s",
        "One round less of ‘jab, cross’",
        "‘jab, cross’ 3 x 2:00 rest 30s to 2 x 2:00 rest 30s"
    )]
    [InlineData(
        FitWay.ALittleOff,
        "## Pads\njab, cross 4:00 must\nplank 4:00",
        "A little off 1 line",
        "plank 4:00 to 3:15"
    )]
    public void A_way_says_what_it_does(FitWay way, string sheet, string title, string detail)
    {
        var plan = Given.Reader.Read($"# Test\n{sheet}").Plan;
        var setting = Given.Adults() with { Minutes = 8, OpeningSeconds = 0, ClosingSeconds = 0 };
        var found = WaysToFit.Of(plan, setting, WaysToFit.PlainSum)[(int)way];
        Assert.Equal(title, WayWords.Title(found, plan));
        Assert.Equal(detail, WayWords.Detail(found));
    }

    [Fact]
    public void A_way_that_does_not_end_in_time_says_so_by_finding_nothing()
    {
        var plan = Given.Reader.Read("# Test\n## Pads\njab 20:00 must").Plan;
        var ways = WaysToFit.Of(plan, Given.Adults() with { Minutes = 10 }, WaysToFit.PlainSum);
        Assert.All(ways, w => Assert.Null(w.Fitted));
        Assert.Equal("Leave a line out", WayWords.Title(ways[0], plan));
    }

    [Fact]
    public void Slower_classes_are_given_less_to_do()
    {
        var plan = Given.Reader.Read("# Test\n## Pads\njab, cross 12/side x4\nround kick 12/side x4\nplank 3:00").Plan;
        var setting = Given.Adults() with { Minutes = 11 };
        var plain = WaysToFit.Of(plan, setting, WaysToFit.PlainSum)[(int)FitWay.ALittleOff].Fitted!;
        var slow = WaysToFit
            .Of(plan, setting, lines => lines.Sum(l => l.Seconds) * 1.1)[(int)FitWay.ALittleOff]
            .Fitted!;
        Assert.True(slow.TotalSeconds < plain.TotalSeconds);
    }
}
