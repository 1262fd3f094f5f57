using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Progress;

/// <summary>Evidence, novelty, what is due, readiness and holes: the rules as tables.</summary>
public class ProgressTests
{
    private static readonly DateOnly Day = new(2041, 5, 14);

    /// <summary>Evidence with an exposure so many days ago each.</summary>
    private static Evidence Seen(string learnable, int stage, params int[] daysAgo) =>
        new()
        {
            StudentId = Guid.NewGuid(),
            Learnable = learnable,
            Exposures = daysAgo.Length,
            Stage = stage,
            ByStage = new double[6],
            LeftReps = 0,
            RightReps = 0,
            FirstOn = Day.AddDays(-daysAgo.Max()),
            LastOn = Day.AddDays(-daysAgo.Min()),
            RecentDays = [.. daysAgo.Order().Select(d => Day.AddDays(-d))],
            RecentShares = [.. daysAgo.Select(_ => 1.0)],
        };

    private static Learner Person(Dictionary<string, int> wanted, params Evidence[] evidence) =>
        new(wanted, evidence.ToDictionary(e => e.Learnable));

    [Theory]
    [InlineData(0, 4)]
    [InlineData(1, 4)]
    [InlineData(2, 7)]
    [InlineData(3, 12)]
    [InlineData(4, 21)]
    [InlineData(5, 35)]
    [InlineData(6, 60)]
    [InlineData(40, 60)]
    public void The_next_exposure_is_due_after(int exposures, int days) => Assert.Equal(days, Due.Interval(exposures));

    [Theory]
    [InlineData(1, 4, 1)]
    [InlineData(2, 7, 1)]
    [InlineData(2.5, 14, 2)]
    [InlineData(6, 30, 0.5)]
    [InlineData(1, 100, 3)]
    public void It_is_overdue_by(double exposures, int daysSince, double ratio) =>
        Assert.Equal(ratio, Due.Ratio(exposures, daysSince), 6);

    [Fact]
    public void What_more_people_need_sooner_comes_first_and_what_is_not_due_is_left_out()
    {
        var wanted = new Dictionary<string, int>
        {
            ["jab"] = 4,
            ["cross"] = 4,
            ["hook"] = 4,
        };
        Learner[] people =
        [
            Person(wanted, Seen("jab", 3, 16, 30), Seen("cross", 2, 1)),
            Person(wanted, Seen("jab", 3, 16, 30), Seen("cross", 2, 1)),
            Person([], Seen("jab", 3, 16)),
        ];
        var due = Due.For(people, Given.Catalogue, new HashSet<string>(), Day).ToList();
        var jab = due.First(d => d.Learnable == "jab");
        Assert.Equal((2, 3, 16, 3, true), (jab.Need, jab.People, jab.DaysSince!.Value, jab.Stage, jab.IsAsked));
        Assert.Equal(1.0 * 2 / 3 * (16 / 7.0), jab.Score, 6);
        Assert.Equal("2 of 3 need it for their next rank; 16 days; last at stage 3", jab.Reason);
        Assert.DoesNotContain(due, d => d.Learnable == "cross");
        Assert.Equal("jab", due[0].Learnable);
        // a debt makes it half as important again
        Assert.Equal(
            jab.Score * 1.5,
            Due.For(people, Given.Catalogue, new HashSet<string> { "jab" }, Day).First(d => d.Learnable == "jab").Score,
            6
        );
    }

    /// <summary>One of two lacks nothing but the cross: it comes first, is named, and is taught no further than asked.</summary>
    [Fact]
    public void The_last_thing_before_a_rank_comes_first_and_says_whom_it_keeps()
    {
        var wanted = new Dictionary<string, int> { ["jab"] = 3, ["cross"] = 2 };
        var bo = Person(wanted, Seen("jab", 3, 5), Seen("fighting-stance", 4, 5), Seen("cross", 1, 1)) with
        {
            Name = "Bo",
            Rank = "Orange",
        };
        var ren = Person(wanted, Seen("jab", 1, 90), Seen("fighting-stance", 4, 5), Seen("cross", 1, 1));
        var due = Due.For([bo, ren], Given.Catalogue, new HashSet<string>(), Day).ToList();
        Assert.Equal("cross", due[0].Learnable);
        Assert.StartsWith("keeps Bo from Orange; ", due[0].Reason, StringComparison.Ordinal);
        Assert.Equal(2, due[0].NextStage);
        Assert.Contains(due.Skip(1), d => d.Learnable == "jab");
        // whoever has both is asked for nothing
        var there = Person(wanted, Seen("jab", 3, 90), Seen("cross", 2, 90));
        Assert.DoesNotContain(Due.For([there], Given.Catalogue, new HashSet<string>(), Day), d => d.IsAsked);
    }

    [Fact]
    public void What_was_never_taught_waits_for_what_it_is_built_on()
    {
        var technique = Given.Catalogue.All.First(t => t.BuildsOn.Length == 1 && !t.IsExercise);
        var below = technique.BuildsOn[0];
        var wanted = new Dictionary<string, int> { [technique.Id] = 4 };
        List<DueItem> For(int stage) =>
            [
                .. Due.For(
                    [
                        Person(wanted, Seen(below, stage, 2)),
                        Person(wanted, Seen(below, stage, 2)),
                        Person(wanted, Seen(below, stage, 2)),
                        Person(wanted),
                    ],
                    Given.Catalogue,
                    new HashSet<string>(),
                    Day
                ),
            ];
        Assert.DoesNotContain(For(2), d => d.Learnable == technique.Id);
        var offered = For(3).Single(d => d.Learnable == technique.Id);
        Assert.Equal(Due.Never, offered.Score, 6);
        Assert.Contains("never taught", offered.Reason, StringComparison.Ordinal);
        Assert.Equal(1, offered.NextStage);
    }

    [Fact]
    public void A_line_that_is_brought_in_is_at_the_stage_that_it_says()
    {
        foreach (var technique in Given.Catalogue.All.Where(t => t is { IsExercise: false, IsPause: false }))
            for (var stage = 1; stage <= 6; stage++)
            {
                var text = Due.Line(technique.NameIn(NamingSchool.Generic), technique, stage);
                var line = Given.Line(text);
                Assert.True(line.IsUnderstood, text);
                Assert.True(
                    Stages.Of(line) == stage || stage == 6 || technique.Id == "sparring",
                    $"{text}: {Stages.Of(line)}"
                );
                Assert.Contains(technique.Id, Learnables.Of(line.Moves));
            }
    }

    [Theory]
    [InlineData(3, 0, 10, Novelty.Known)]
    [InlineData(3, 0, 40, Novelty.Refresh)]
    [InlineData(2, 0, 10, Novelty.Refresh)]
    [InlineData(3, 4, 10, Novelty.New)]
    public void A_group_knows_what_seven_in_ten_have_had_three_times_and_lately(
        int times,
        int without,
        int lastDaysAgo,
        Novelty expected
    )
    {
        var have = Enumerable
            .Range(0, 10 - without)
            .Select(_ => Seen("jab", 2, [.. Enumerable.Range(0, times).Select(i => lastDaysAgo + i)]))
            .ToList();
        Assert.Equal(expected, GroupNovelty.Of(have, 10, Day));
        // what is taught on the day itself does not count yet
        Assert.Equal(Novelty.New, GroupNovelty.Of([.. have.Select(_ => Seen("jab", 2, 0))], 10, Day));
    }

    [Theory]
    [InlineData(100, 20, true, true, null)]
    [InlineData(80, 20, true, false, 10)]
    [InlineData(100, 12, true, false, 21)]
    [InlineData(100, 20, false, false, null)]
    public void Readiness_is_days_lessons_and_every_requirement(
        int days,
        int lessons,
        bool signed,
        bool ready,
        int? forecastDays
    )
    {
        RequirementProgress[] asked = [new(Guid.NewGuid(), 4, 4, 1, 1), new(Guid.NewGuid(), 0, 0, 2, signed ? 2 : 1)];
        // 12 lessons in 12 weeks in a class that comes once a week: one a week; missing 3 of 15 takes three weeks
        var r = Readinesses.Of(Day.AddDays(-days), lessons, 90, 15, asked, new Attending(12, 1), Day);
        Assert.Equal((ready, ready || !signed ? false : true), (r.IsReady, r.IsOnlyTime));
        Assert.Equal(forecastDays is { } d ? Day.AddDays(d) : null, r.Forecast);
    }

    [Fact]
    public void Attendance_is_pulled_toward_the_class_by_four_weeks()
    {
        Assert.Equal((0 + (4 * 1.5)) / 16, new Attending(0, 1.5).PerWeek, 9);
        Assert.Equal((24 + (4 * 1.0)) / 16, new Attending(24, 1).PerWeek, 9);
        // who never comes in a class where nobody does has no forecast
        Assert.Null(Readinesses.Of(Day, 0, 0, 5, [], new Attending(0, 0), Day).Forecast);
    }

    [Theory]
    [InlineData(new[] { 0, 7, 14, 21 }, false)]
    [InlineData(new[] { 21, 28, 35, 42 }, false)]
    [InlineData(new[] { 22, 29, 36, 43 }, true)]
    [InlineData(new[] { 60, 67 }, false)]
    public void Drifting_is_a_gap_over_three_times_the_usual(int[] daysAgo, bool drifting) =>
        Assert.Equal(drifting, Readinesses.IsDrifting([.. daysAgo.Select(d => Day.AddDays(-d))], Day));

    private static AskedFor Asks(string learnable, int stage = 3, bool defence = false) =>
        new(Guid.Empty, learnable, stage, defence);

    [Fact]
    public void Every_kind_of_hole_is_found_and_a_sound_ladder_has_none()
    {
        var built = Given.Catalogue.All.First(t => t.BuildsOn.Length > 0 && !t.IsExercise);
        List<SyllabusGap> Of(Rung[] rungs, Dictionary<string, TaughtTo>? taught = null) =>
            [
                .. SyllabusGaps.Of(
                    rungs,
                    taught
                        ?? rungs
                            .SelectMany(r => r.Asks)
                            .DistinctBy(a => a.Learnable)
                            .ToDictionary(a => a.Learnable, _ => new TaughtTo(5, Day.AddDays(-10))),
                    rungs.SelectMany(r => r.Asks).Select(a => a.Learnable).ToHashSet(),
                    Given.Catalogue,
                    l => l,
                    "Kites",
                    Day
                ),
            ];
        Rung Step(string name, params AskedFor[] asks) => new(Guid.NewGuid(), name, asks);
        Assert.Empty(
            Of([
                Step("White", Asks("jab"), Asks("wrist-release", 5, true)),
                Step("Yellow", Asks("cross"), Asks("jab", 4), Asks("bear-hug-release", 5, true)),
            ])
        );
        Assert.Equal(SyllabusGapKind.NoSelfDefence, Assert.Single(Of([Step("White", Asks("jab"))])).Kind);
        Assert.Contains(
            Of([
                Step("White", Asks(built.Id), Asks("x", 3, true)),
                Step("Yellow", Asks(built.BuildsOn[0]), Asks("y", 3, true)),
            ]),
            h => h.Kind == SyllabusGapKind.TooEarly && h.Learnable == built.Id
        );
        Assert.Contains(
            Of([Step("White", Asks("jab"), Asks("x", 3, true)), Step("Yellow", Asks("jab"), Asks("y", 3, true))]),
            h => h.Kind == SyllabusGapKind.Twice
        );
        Assert.Contains(
            Of([
                Step("White", Asks("jab"), Asks("x", 3, true)),
                Step("Yellow", Asks("cross"), Asks("hook"), Asks("slip"), Asks("y", 3, true)),
            ]),
            h => h.Kind == SyllabusGapKind.Heavy && h.Words.Contains("2.0 times", StringComparison.Ordinal)
        );
        Rung[] one = [Step("White", Asks("jab"), Asks("x", 3, true))];
        Assert.Contains(
            Of(one, new() { ["x"] = new(3, Day) }),
            h =>
                h is { Kind: SyllabusGapKind.NotTaught, Learnable: "jab" }
                && h.Words.Contains("never been taught to Kites", StringComparison.Ordinal)
        );
        Assert.Contains(
            Of(one, new() { ["x"] = new(3, Day), ["jab"] = new(3, Day.AddDays(-60)) }),
            h =>
                h is { Kind: SyllabusGapKind.NotTaught, Learnable: "jab" }
                && h.Words.Contains("for 60 days", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(
            Of(one, new() { ["x"] = new(3, Day), ["jab"] = new(3, Day.AddDays(-59)) }),
            h => h.Kind == SyllabusGapKind.NotTaught
        );
        Assert.Contains(
            Of(
                one,
                new()
                {
                    ["x"] = new(3, Day),
                    ["jab"] = new(3, Day),
                    ["slip"] = new(11, Day),
                }
            ),
            h =>
                h is { Kind: SyllabusGapKind.NeverAsked, Learnable: "slip" }
                && h.Words.Contains("11 lessons", StringComparison.Ordinal)
        );
    }

    [Theory]
    [InlineData("jab, cross 8/side", "jab:2:8:8|cross:2:8:8")]
    [InlineData("left jab x5\nleft jab pairs x4 [mitts]", "jab:2:5:0|jab:4:4:0")]
    // what nobody said a side of, and what goes for both
    [InlineData("jab x5", "jab:2:0:0")]
    [InlineData("jab 5/side", "jab:2:5:5")]
    [InlineData("front kick floor x1", "front-kick:3:*")]
    public void A_lesson_exposes_to(string sheet, string expected)
    {
        var lines = Given
            .Reader.Read(sheet)
            .Plan.Lines.Select(l => (TaughtLine.Of(l, Given.Adults()), Core.Lessons.Running.LineOutcome.Done));
        var taught = Exposures.Of(lines).Select(t => $"{t.Learnable}:{t.Stage}:{t.Reps.Left}:{t.Reps.Right}").ToList();
        Assert.Equal(expected.Split('|').Length, taught.Count);
        foreach (var (want, got) in expected.Split('|').Zip(taught))
            Assert.True(
                want.EndsWith('*') ? got.StartsWith(want[..^1], StringComparison.Ordinal) : want == got,
                $"{got} instead of {want}"
            );
    }

    [Fact]
    public void What_was_done_in_part_counts_a_half_and_what_was_not_done_nothing()
    {
        var line = TaughtLine.Of(Given.Line("jab 10/side"), Given.Adults());
        Assert.Equal(0.5, Assert.Single(Exposures.Of([(line, Core.Lessons.Running.LineOutcome.Part)])).Share);
        Assert.Equal(new SideTally(5, 5), Exposures.Of([(line, Core.Lessons.Running.LineOutcome.Part)]).Single().Reps);
        Assert.Empty(Exposures.Of([(line, Core.Lessons.Running.LineOutcome.NotDone)]));
    }
}
