using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>The arithmetic of a lesson; the figures are worked out by hand.</summary>
public class ClockTests
{
    [Theory]
    [InlineData("front kick", Pace.Steady, 1.9)]
    [InlineData("jab, cross, lead hook, rear low kick", Pace.Walk, 10.0)]
    [InlineData("jab, cross, lead hook, rear low kick", Pace.Steady, 4.3)]
    [InlineData("jab, cross, lead hook, rear low kick", Pace.Brisk, 1.548)]
    [InlineData("jab, cross, lead hook, rear low kick", Pace.Called, 4.8)]
    [InlineData("jab, cross, lead hook, rear low kick", Pace.Slow, 5.6)]
    [InlineData("front kick", Pace.Slow, 2.0)]
    [InlineData("front kick", Pace.Brisk, 1.1)]
    [InlineData("front kick", Pace.Called, 6.6)]
    [InlineData("front kick", Pace.Counted, 2.6)]
    [InlineData("cross", Pace.Counted, 2.0)]
    [InlineData("push-up", Pace.Slow, 2.5)]
    [InlineData("deep breathing", Pace.Steady, 1.5)]
    [InlineData("jab & cross", Pace.Steady, 1.9)]
    [InlineData("palm strike + front kick", Pace.Steady, 1.9)]
    [InlineData("push-up", Pace.Walk, 3.0)]
    [InlineData("push-up", Pace.Steady, 2.0)]
    [InlineData("push-up", Pace.Brisk, 1.6)]
    [InlineData("quite unknown", Pace.Steady, 1.9)]
    public void A_repetition_takes(string moves, Pace pace, decimal seconds) =>
        Assert.Equal(seconds, RepClock.Seconds(Given.Line($"{moves} x1").Moves, pace));

    [Theory]
    [InlineData("front kick 5/side steady", 16, 22)]
    [InlineData("front kick 5/side", 16, 22)]
    [InlineData("front kick x5", 16, 10)]
    [InlineData("front kick 5/side x2 rest 30s", 16, 74)]
    [InlineData("round kick 5/side counted", 16, 29)]
    [InlineData("rear round kick x20 alternating", 16, 38)]
    [InlineData("8 floor jacks and 2 push-ups, 4 times", 16, 48)]
    [InlineData("horse stance 10s + 20s + 30s rest 5s", 16, 70)]
    [InlineData("5 squats 5 sit-ups for 1:30", 16, 90)]
    [InlineData("hamstring stretch x10", 16, 10)]
    [InlineData("round kick 3 steady + 3 called /side", 16, 54)]
    [InlineData("shadow boxing 3 x 2:00 rest 30s", 16, 420)]
    [InlineData("hamstring stretch 30s/side", 16, 63)]
    [InlineData("plank 45s", 16, 45)]
    [InlineData("stations 4 x 1:00 change 20s: jab | cross | plank | squat", 16, 300)]
    [InlineData("stations 4 x 1:00 change 20s laps 2: jab | cross | plank | squat", 16, 620)]
    [InlineData("jab, cross pairs 10/side steady", 16, 118)]
    [InlineData("jab, cross pairs 10/side steady", 15, 181)]
    [InlineData("jab, cross pairs with instructor 10/side steady", 15, 118)]
    [InlineData("lines 3 jobs x 1:00 change 20s: round kick | push-up | plank", 18, 380)]
    [InlineData("rear front kick (land forward) floor x2 steady", 15, 54)]
    [InlineData("push-up runs 10", 16, 28)]
    [InlineData("jab, cross threes 10/side steady", 15, 181)]
    [InlineData("jab, cross threes 10/side steady", 16, 244)]
    [InlineData("jab, cross threes 10/side steady", 17, 181)]
    [InlineData("jab, cross in groups of three 10/side", 18, 181)]
    [InlineData("jog 5 laps", 16, 57)]
    [InlineData("shadow boxing 3 x 2:00 active rest 30s", 16, 420)]
    public void Work_takes(string line, int heads, int seconds) =>
        Assert.Equal(seconds, Given.Work(line, Given.Adults(heads)));

    [Fact]
    public void Kids_change_sides_more_slowly() =>
        Assert.Equal(23, Given.Work("front kick 5/side", Given.Adults() with { Band = AgeBand.Kids }));

    [Fact]
    public void Those_beyond_the_jobs_wait_at_the_bags()
    {
        var dose = Assert.IsType<BagLinesDose>(
            Given.Line("lines 3 jobs x 1:00 change 20s: round kick | push-up | plank").Dose
        );
        Assert.Equal(
            (5, 6),
            (WorkClock.BagTurns(dose, Given.Adults(18)), WorkClock.WaitingAtBags(dose, Given.Adults(18)))
        );
    }

    [Theory]
    [InlineData("jab, cross x5", 4)]
    [InlineData("straddle stretch 30s", 0)]
    [InlineData("deep breathing 1:00", 0)]
    [InlineData("arm circles x10", 0)]
    [InlineData("push-up x10", 4)]
    [InlineData("jab, cross x5 teach new", 74)]
    [InlineData("jab, cross x5 teach refresh", 45)]
    [InlineData("jab, cross x5 teach 95s", 95)]
    [InlineData("jab, cross x5 no teach", 0)]
    [InlineData("water 1:00", 0)]
    public void Teaching_takes(string line, int seconds) =>
        Assert.Equal(seconds, TeachingClock.Seconds(Given.Line(line)));

    [Theory]
    [InlineData(Formation.Lines, Formation.Pairs, "targets", AgeBand.Teens, 20, 74)]
    [InlineData(Formation.Lines, Formation.Lines, "", AgeBand.Adults, 12, 5)]
    [InlineData(Formation.Pairs, Formation.Lines, "", AgeBand.Adults, 12, 20)]
    [InlineData(Formation.Lines, Formation.Bags, "", AgeBand.Kids, 12, 45)]
    [InlineData(Formation.Lines, Formation.Pairs, "small shields", AgeBand.Adults, 12, 70)]
    [InlineData(Formation.Lines, Formation.Lines, "unheard of", AgeBand.Adults, 12, 30)]
    public void Getting_there_takes(Formation from, Formation to, string kit, AgeBand band, int heads, int seconds) =>
        Assert.Equal(
            seconds,
            Transition.Seconds(
                new Arrangement(from, []),
                new Arrangement(to, kit.Length == 0 ? [] : [new KitNeed(kit, null)]),
                Given.Adults(heads) with
                {
                    Band = band,
                }
            )
        );

    [Fact]
    public void Kit_is_put_away_as_slowly_as_it_is_fetched_and_kept_while_drinking()
    {
        var lesson = Given.Clock(
            "jab, cross pairs 5/side [gloves]\nwater 1:00\nhook pairs 5/side [gloves]\nplank 30s",
            Given.Adults(12)
        );
        // two drills to explain, a drink, and one exercise
        Assert.Equal([101, 5, 16, 91], lesson.Lines.Select(l => l.Transition));
    }

    [Fact]
    public void Stretches_breath_and_the_lines_of_a_warm_up_follow_one_another_at_once()
    {
        var lesson = Given.Clock(
            "## Warm-up\njog 2:00\njumping jack 30s\nsquat pairs x5\n## Drills\njab 30s\n## Cool-down\n"
                + "calf stretch 20s\nstraddle stretch 20s\ndeep breathing 30s",
            Given.Adults(12)
        );
        Assert.Equal([16, 3, 30, 31, 5, 3, 3], lesson.Lines.Select(l => l.Transition));
    }

    [Fact]
    public void What_was_taught_in_a_lesson_is_known_for_the_rest_of_it()
    {
        var group = new GroupKnowledge(Given.Catalogue, new Dictionary<string, Novelty>(), new HashSet<string>());
        var lesson = Given.Clock(
            "jab, cross x5\njab, cross pairs x5\njab, cross, front kick x5\njab x5 teach new",
            Given.Adults() with
            {
                Group = group,
            }
        );
        // two counts new, then known, then three counts of which one is new, then the planner's word
        Assert.Equal([74, 4, 78, 70], lesson.Lines.Select(l => l.Teach));
        Assert.Equal(
            [TeachingKind.New, TeachingKind.Known, TeachingKind.New, TeachingKind.Known],
            lesson.Lines.Select(l => l.Needed)
        );
    }

    [Fact]
    public void A_lesson_is_its_opening_its_lines_and_its_closing_without_gaps()
    {
        var lesson = Given.Clock(
            "## Warm-up\njog 2:00\nnote: doors\nlunge 5/side\nwhatever\n## Pads\njab, cross pairs 8/side [mitts]",
            Given.Adults()
        );
        var at = 60;
        foreach (var line in lesson.Lines)
        {
            Assert.Equal(at, line.StartsAt);
            at = line.EndsAt;
        }
        Assert.Equal(at + 60, lesson.TotalSeconds);
        Assert.Equal(0, lesson.Lines.Single(l => l.Line.Content == "whatever").Seconds);
        Assert.Equal(lesson.TotalSeconds - 3600, lesson.OverSeconds);
    }

    [Fact]
    public void Group_versions_run_side_by_side_and_the_quicker_one_stands_idle()
    {
        var line = Assert.Single(
            Given.Clock("rear front kick 5/side\n   advanced: jab, cross, rear front kick 5/side", Given.Adults()).Lines
        );
        Assert.Equal(38, line.Work); // 10 x 3.5 + 3
        Assert.Equal([("all others", 22, 16), ("advanced", 38, 0)], line.Groups.Select(g => (g.Group, g.Work, g.Idle)));
    }

    [Theory]
    [InlineData("round kick 5/side", 4)]
    [InlineData("round kick 5/side walk", 3)]
    [InlineData("round kick 5/side brisk", 5)]
    [InlineData("burpee x10 brisk", 5)]
    [InlineData("round kick 5/side effort 2", 2)]
    [InlineData("quite unknown 30s", 2)]
    public void Effort_follows_the_hardest_move_and_the_pace(string line, int effort) =>
        Assert.Equal(effort, LineEffort.Of(Given.Line(line)));

    [Fact]
    public void Tallies_count_each_leg_and_hand()
    {
        var tally = LessonTally.Of(
            Given.Clock(
                "round kick 5/side\njab, cross x10\nlead low kick x4\njumping knee 3/side\nplank 30s",
                Given.Adults()
            )
        );
        Assert.Equal(new SideTally(5 + 4 + 3, 5 + 3), tally.Kicks);
        Assert.Equal(new SideTally(10, 10), tally.Strikes);
        Assert.Equal(6, tally.Landings);
    }

    [Fact]
    public void The_ladder_covers_the_lesson_from_its_first_second_to_its_last()
    {
        var lesson = Given.Clock(
            "jog 2:00\nrear front kick 5/side\n   advanced: jab, cross, rear front kick 5/side\nwater 30s\nplank 30s",
            Given.Adults()
        );
        var ladder = LessonLadder.Of(lesson);
        var at = 0;
        foreach (var bay in ladder.Bays.Where(b => b.Lane == 0))
        {
            // the lane that is not the longest stands idle until the line ends
            Assert.True(bay.From == at || ladder.Bays.Any(b => b.Lane > 0 && b.To == bay.From));
            at = bay.To;
        }
        Assert.Equal(lesson.TotalSeconds, at);
        Assert.Equal(2, ladder.Bays.Count(b => b.Lanes == 2));
        Assert.Equal(30, Assert.Single(ladder.Bays, b => b.Kind == BayKind.Water).Seconds);
        Assert.Equal(
            [lesson.Setting.OpeningSeconds, .. lesson.Lines.Select(l => l.EndsAt), lesson.TotalSeconds],
            ladder.Uprights
        );
    }

    [Theory]
    [InlineData("jog 2:00", RungStroke.Whole)]
    [InlineData("straddle stretch 30s", RungStroke.Dotted)]
    [InlineData("jab, cross pairs 5/side", RungStroke.Double)]
    [InlineData("## Pads\njab, cross 5/side", RungStroke.Double)]
    [InlineData("lines 2 jobs x 1:00 change 20s: round kick | plank", RungStroke.Broken)]
    [InlineData("circuit x2: push-up x10 | plank 30s", RungStroke.Broken)]
    [InlineData("front kick floor x2", RungStroke.Broken)]
    public void Rungs_say_who_works_with_whom(string sheet, RungStroke stroke)
    {
        var work = LessonLadder.Of(Given.Clock(sheet, Given.Adults())).Bays.First(b => b.Kind == BayKind.Work);
        Assert.Equal(stroke, work.Stroke);
        Assert.InRange(work.Rungs, 1, 5);
    }

    [Theory]
    [InlineData("jog 45:00", null, "2 min too long", true)]
    [InlineData("jog 43:20", null, "1 min too long", true)]
    [InlineData("jog 42:20", null, "on time", false)]
    [InlineData("jog 36:00", null, "7 min spare", false)]
    [InlineData("jog 36:00", 48 * 60.0, "3 min too long", true)]
    [InlineData("jog 50:00", 44 * 60.0, "1 min spare", false)]
    [InlineData("jog 30:00\nround kicks\nplank", 48 * 60.0, "at least 32 min: 2 lines have no time", true)]
    [InlineData("jog 30:00\nwibble 2:00", null, "about 35 min: 1 line is not understood", false)]
    public void The_headline_is_one_figure_in_words(string sheet, double? likely, string words, bool isOver)
    {
        var plan = Given.Reader.Read($"# Test\n{sheet}").Plan;
        var clock = LessonClock.Time(plan, Given.Adults() with { Minutes = 45 });
        var headline = Headline.Of(plan, clock, likely is { } l ? new LikelyEnd(l, 60) : null);
        Assert.Equal((words, isOver), (headline.Words, headline.IsOver));
    }

    [Theory]
    [InlineData("plank 30s", 1, "35s")]
    [InlineData("plank 30s", -1, "25s")]
    [InlineData("plank 5s", -1, "5s")]
    [InlineData("plank 1:00", 1, "1:15")]
    [InlineData("plank 1:00", -1, "55s")]
    [InlineData("plank 3:00", 1, "3:30")]
    [InlineData("jab 5/side", 1, "6/side")]
    [InlineData("jab x1", -1, "x1")]
    [InlineData("jab 3 walk + 3 brisk /side", -1, "2 walk + 2 brisk /side")]
    [InlineData("jab 3x10", 1, "3x11")]
    public void A_step_changes_a_dose(string line, int direction, string expected) =>
        Assert.Equal(expected, Core.Lessons.Sheets.SheetWriter.Write(DoseStep.Of(Given.Line(line).Dose!, direction)));

    [Theory]
    [InlineData("jog 70:00", "overrun")]
    [InlineData("jab, cross pairs 5/side", "odd-pairs")]
    [InlineData("lines 2 jobs x 1:00 change 20s: round kick | plank", "waiting")]
    [InlineData("jab, cross pairs 5/side [99 mitts]", "kit-short")]
    [InlineData("spear hand pairs 5/side", "age")]
    [InlineData("clinch knee pairs 5/side", "age")]
    [InlineData("just words", "no-dose")]
    [InlineData("wibble wobble 30s", "unknown")]
    [InlineData("front kick x99999999", "dose")]
    [InlineData("plank 30s\n   fit: plank 3:00", "group-idle")]
    public void A_check_finds(string sheet, string code)
    {
        var kit = new KitTime("mitts", 16, 25);
        var setting = Given.Adults(17) with { Band = AgeBand.Kids, Kit = [kit] };
        Assert.Contains(
            LessonChecks.Of(
                LessonClock.Time(
                    new LessonPlan(LessonHead.Empty, Given.Reader.ReadEntries(sheet).ToSequence()),
                    setting
                )
            ),
            c => c.Code == code
        );
    }

    [Fact]
    public void A_quiet_lesson_is_all_clear() =>
        Assert.Empty(
            LessonChecks.Of(
                Given.Clock(
                    "## Warm-up\njog 9:00\n## Basics\njab, cross 8/side\nround kick pairs 5/side [kick "
                        + "pads]\nwater 1:00\n## Cool-down\nstretch 5:00",
                    Given.Adults()
                )
            )
        );

    [Theory]
    [InlineData(0, "exactly on time")]
    [InlineData(160, "2 min 40 over")]
    [InlineData(-35, "35 s left")]
    [InlineData(-1200, "20 min left")]
    public void Over_or_under_is_said_in_words(int seconds, string words) =>
        Assert.Equal(words, Spoken.Difference(seconds));
}
