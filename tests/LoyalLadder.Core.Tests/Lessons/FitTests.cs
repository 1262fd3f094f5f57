using Google.OrTools.Sat;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

public class FitTests
{
    private static readonly string[] Moves =
    [
        "jab, cross",
        "front kick",
        "round kick",
        "push-up",
        "plank",
        "wrist release",
        "jab, cross, lead hook, rear low kick",
        "lunge",
        "wibble",
    ];

    /// <summary>A random lesson; small ones have few choices, so that all of them can be tried.</summary>
    private static LessonPlan Lesson(Random random, int lines, bool small)
    {
        var text = new List<string> { "# Random", "class: -" };
        for (var i = 0; i < lines; i++)
        {
            var n = small ? random.Next(2, 5) : random.Next(4, 13);
            var dose = random.Next(small ? 5 : 8) switch
            {
                0 => $"{n}/side",
                1 => $"x{n}",
                2 => $"{(small ? 20 : random.Next(4, 24) * 5)}s",
                3 => $"pairs {n}/side steady [mitts]",
                4 => $"{n} walk + {n} brisk",
                5 => $"3 x {random.Next(4, 18) * 5}s rest 20s",
                6 => $"floor x{random.Next(1, 4)}",
                _ => $"runs {n} [shields]",
            };
            var line = random.Next(9) == 0 ? "water 30s" : $"{Moves[random.Next(Moves.Length)]} {dose}";
            text.Add(
                line
                    + random.Next(4) switch
                    {
                        0 => " must",
                        1 => " could",
                        2 => " teach refresh could",
                        _ => "",
                    }
            );
            if (!small && random.Next(8) == 0 && !line.StartsWith("water", StringComparison.Ordinal))
                text.Add($"   seniors: front kick {n}/side brisk");
        }
        return Given.Reader.Read(string.Join('\n', text)).Plan;
    }

    private static LessonSetting Setting(Random random, int minutes) =>
        new()
        {
            Band = (AgeBand)random.Next(3),
            Heads = random.Next(6, 24),
            Minutes = minutes,
            Bags = 4,
        };

    /// <summary>Every choice of doses and of lines left out, each timed by the lesson clock itself.</summary>
    private static long? BruteForce(LessonPlan plan, LessonSetting setting)
    {
        long? best = null;
        var lines = plan.Entries.Select((e, i) => (Line: (LessonLine)e, i)).ToList();
        var choices = lines
            .Select(l =>
            {
                var priority = Priorities.Of(l.Line, SegmentKind.Other);
                var options = DoseScale
                    .Between(
                        l.Line.Dose!,
                        priority == Priority.Must ? 0.8m : 0.5m,
                        priority == Priority.Must ? 1.25m : 1.5m
                    )
                    .Select(d =>
                        (Line: (LessonLine?)(l.Line with { Dose = d }), Value: Worth(l.Line, d, setting, priority))
                    )
                    .ToList();
                if (priority == Priority.Could)
                    options.Add((null, 0));
                return options;
            })
            .ToList();
        Try(0, [], 0);
        return best;

        void Try(int at, List<LessonLine> kept, long value)
        {
            if (at == choices.Count)
            {
                if (
                    LessonClock
                        .Time(new LessonPlan(plan.Head, kept.Select(l => (SheetEntry)l).ToSequence()), setting)
                        .OverSeconds <= 0
                    && (best is null || value > best)
                )
                    best = value;
                return;
            }
            foreach (var (line, worth) in choices[at])
                Try(at + 1, line is null ? kept : [.. kept, line], value + worth);
        }
    }

    private static long Worth(LessonLine line, Dose dose, LessonSetting setting, Priority priority) =>
        (long)
            Math.Round(
                1000
                    * LessonFit.Weight(priority)
                    * LessonClock.WorkSeconds(line, setting)
                    * LessonFit.Use((double)DoseScale.Amount(dose) / DoseScale.Amount(line.Dose!))
            );

    [Fact]
    public void A_fit_is_as_good_as_the_best_of_all_choices_on_200_small_lessons()
    {
        var random = new Random(11);
        var none = 0;
        for (var i = 0; i < 200; i++)
        {
            var plan = Lesson(random, random.Next(2, 6), small: true);
            var setting = Setting(random, 1) with
            {
                Minutes = random.Next(3, 9),
                OpeningSeconds = 10,
                ClosingSeconds = 10,
            };
            var (fitted, noFit) = LessonFit.Of(plan, setting);
            Assert.Equal(BruteForce(plan, setting), fitted?.Value);
            if (fitted is null)
                none += noFit!.OverSeconds > 0 ? 1 : 0;
            else
                Holds(plan, fitted, setting);
        }
        Assert.InRange(none, 5, 150);
    }

    /// <summary>What a line teaches is known for the rest of the lesson, so leaving it out lengthens later ones.</summary>
    [Fact]
    public void A_fit_is_as_good_as_the_best_of_all_choices_where_nothing_has_been_taught_before()
    {
        var random = new Random(12);
        var changed = 0;
        for (var i = 0; i < 200; i++)
        {
            var plan = Lesson(random, random.Next(3, 6), small: true);
            var setting = Setting(random, random.Next(6, 14)) with
            {
                Group = new GroupKnowledge(Given.Catalogue, new Dictionary<string, Novelty>(), new HashSet<string>()),
            };
            var (fitted, _) = LessonFit.Of(plan, setting);
            Assert.Equal(BruteForce(plan, setting), fitted?.Value);
            if (fitted is null)
                continue;
            Holds(plan, fitted, setting);
            changed += fitted.Lines.Any(l => l.After is null) ? 1 : 0;
        }
        Assert.InRange(changed, 20, 180);
    }

    [Fact]
    public void A_fit_reaches_the_optimum_of_a_constraint_solver_on_50_lessons_of_30_lines()
    {
        var random = new Random(5);
        for (var i = 0; i < 50; i++)
        {
            var plan = Lesson(random, 30, small: false);
            var setting = Setting(random, 60);
            setting = setting with
            {
                Minutes = Math.Max(
                    30,
                    (int)(LessonClock.Time(plan, setting).TotalSeconds / 60 * (0.6 + (random.NextDouble() * 0.5)))
                ),
            };
            var (fitted, _) = LessonFit.Of(plan, setting);
            Assert.Equal(Solver(plan, setting), fitted?.Value);
            if (fitted is not null)
                Holds(plan, fitted, setting);
        }
    }

    /// <summary>The same problem as a path through the kept lines, for CP-SAT.</summary>
    private static long? Solver(LessonPlan plan, LessonSetting setting)
    {
        var model = new CpModel();
        var lines = plan.Entries.Cast<LessonLine>().ToList();
        var (seconds, value) = (LinearExpr.NewBuilder(), LinearExpr.NewBuilder());
        var keeps = new List<BoolVar>();
        foreach (var line in lines)
        {
            var priority = Priorities.Of(line, SegmentKind.Other);
            var picks = DoseScale
                .Between(line.Dose!, priority == Priority.Must ? 0.8m : 0.5m, priority == Priority.Must ? 1.25m : 1.5m)
                .Select(d =>
                {
                    var pick = model.NewBoolVar("");
                    var share = (decimal)DoseScale.Amount(d) / DoseScale.Amount(line.Dose!);
                    var scaled = line with
                    {
                        Dose = d,
                        Versions = line
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
                    seconds.AddTerm(
                        pick,
                        TeachingClock.Seconds(line)
                            + LessonClock.WorkSeconds(scaled, setting)
                            + (line.Moves.IsPause ? Transition.ToDrink(Arrangement.Lines, setting) : 0)
                    );
                    value.AddTerm(pick, Worth(line, d, setting, priority));
                    return pick;
                })
                .ToList();
            var kept = model.NewBoolVar("");
            model.Add(LinearExpr.Sum(picks) == kept);
            if (priority != Priority.Could)
                model.Add(kept == 1);
            keeps.Add(kept);
        }
        var stands = Enumerable.Range(0, lines.Count).Where(i => !lines[i].Moves.IsPause).ToList();
        var circuit = model.AddCircuit();
        // node 0 is the beginning and the end; a line that is left out goes round itself
        for (var a = -1; a < stands.Count; a++)
        {
            for (var b = a + 1; b <= stands.Count; b++)
            {
                if (a == -1 && b == stands.Count && stands.Count == 0)
                    continue;
                var arc = model.NewBoolVar("");
                circuit.AddArc(a + 1, b == stands.Count ? 0 : b + 1, arc);
                if (b == stands.Count)
                    continue;
                var from = a < 0 ? Arrangement.Lines : Transition.Of(lines[stands[a]], SegmentKind.Other);
                seconds.AddTerm(
                    arc,
                    Transition.Seconds(from, Transition.Of(lines[stands[b]], SegmentKind.Other), setting)
                );
            }
            if (a >= 0)
                circuit.AddArc(a + 1, a + 1, keeps[stands[a]].Not());
        }
        model.Add(seconds <= (setting.Minutes * 60) - setting.OpeningSeconds - setting.ClosingSeconds);
        model.Maximize(value);
        var solver = new CpSolver { StringParameters = "num_workers:2,max_time_in_seconds:60" };
        var status = solver.Solve(model);
        Assert.True(status is CpSolverStatus.Optimal or CpSolverStatus.Infeasible, status.ToString());
        return status == CpSolverStatus.Optimal ? (long)Math.Round(solver.ObjectiveValue) : null;
    }

    private static void Holds(LessonPlan plan, Fitted fitted, LessonSetting setting)
    {
        var clock = LessonClock.Time(fitted.Plan, setting);
        Assert.True(clock.OverSeconds <= 0);
        Assert.Equal(clock.TotalSeconds, fitted.TotalSeconds);
        Assert.Equal(
            clock.TotalSeconds - setting.OpeningSeconds - setting.ClosingSeconds,
            fitted.Lines.Sum(l => l.SecondsAfter)
        );
        Assert.All(
            fitted.Lines.Where(l => l.After is null),
            l => Assert.Equal(Priority.Could, Priorities.Of(l.Before, SegmentKind.Other))
        );
        var after = fitted.Lines.ToDictionary(l => l.Entry, l => l.After);
        Assert.Equal(
            fitted.Plan.Entries,
            plan.Entries.Select((e, i) => after.TryGetValue(i, out var line) ? line : e)
                .OfType<SheetEntry>()
                .ToSequence()
        );
    }

    [Fact]
    public void Musts_that_do_not_fit_are_named_with_how_much()
    {
        var (fitted, noFit) = LessonFit.Of(
            Given.Reader.Read("plank 10:00 must\npush-up 5:00 must\njab 30s could").Plan,
            Given.Adults() with
            {
                Minutes = 10,
            }
        );
        Assert.Null(fitted);
        // 8:00 and 4:00 are the least, with 6 s of moving each; the first is begun with 15 s of talk,
        // the second is only named, in 4 s, and a second sooner at hand
        Assert.Equal(480 + 240 + 19 + 11 - 480, noFit!.OverSeconds);
        Assert.Equal([(0, 501), (1, 249)], noFit.Lines);
    }

    [Fact]
    public void What_is_left_of_a_running_lesson_is_fitted_by_itself()
    {
        var plan = Given.Reader.Read("jab, cross 20/side could\nfront kick 20/side\n## Cool-down\nstretch 3:00").Plan;
        var (fitted, _) = LessonFit.Of(plan, Given.Adults(), new LessonFit.Rest(1, 240, Arrangement.Lines));
        Assert.Equal(plan.Entries[0], fitted!.Plan.Entries[0]);
        Assert.Equal([1, 3], fitted.Lines.Where(l => l.IsChanged).Select(l => l.Entry));
        // the cool-down is a must: it keeps four fifths, the kicks give way
        Assert.True(((TimedDose)fitted.Lines[^1].After!.Dose!).Seconds >= 144);
    }

    [Theory]
    [InlineData("5/side", "0.5", "1.5", "3/side|4/side|5/side|6/side|7/side")]
    [InlineData("45s", "0.8", "1.25", "40s|45s|50s|55s")]
    [InlineData("12s", "0.8", "1.25", "10s|12s|15s")]
    [InlineData(
        "3 steady + 3 called /side",
        "0.5",
        "1.5",
        "2 steady + 2 called /side|3 steady + 3 called /side|4 steady + 4 called /side"
    )]
    [InlineData("x1", "0.5", "1.5", "x1")]
    [InlineData("floor x2", "0.5", "1.5", "floor x1|floor x2|floor x3")]
    public void Doses_change_in_whole_repetitions_and_five_seconds(
        string dose,
        string least,
        string most,
        string expected
    )
    {
        var line = Given.Line($"round kick {dose}");
        var texts = DoseScale
            .Between(
                line.Dose!,
                decimal.Parse(least, System.Globalization.CultureInfo.InvariantCulture),
                decimal.Parse(most, System.Globalization.CultureInfo.InvariantCulture)
            )
            .Select(Core.Lessons.Sheets.SheetWriter.Write);
        Assert.Equal(expected.Split('|'), texts);
    }

    [Fact]
    public void The_first_half_of_a_dose_is_worth_more_than_the_second()
    {
        Assert.Equal(1, LessonFit.Use(1), 9);
        Assert.Equal(0.731, LessonFit.Use(0.5), 3);
        Assert.True(LessonFit.Use(1.5) - 1 < 1 - LessonFit.Use(0.5));
    }
}
