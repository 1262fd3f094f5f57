using CsCheck;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;

namespace LoyalLadder.Core.Tests.Lessons;

public class RunningTests
{
    private static readonly DateTimeOffset Six = new(2031, 5, 6, 18, 0, 0, TimeSpan.Zero);

    private static MatProgram Program(string sheet, int heads = 16)
    {
        var clock = Given.Clock(sheet, Given.Adults(heads));
        var entries = clock.Lines.Max(l => l.Entry) + 1;
        return MatProgram.Of(
            clock,
            [.. Enumerable.Repeat("Pads", entries)],
            [.. Enumerable.Range(1, entries).Select(Key)]
        );
    }

    private static Guid Key(int n) => new(n, 0, 0, new byte[8]);

    private static RunEvent At(int seconds, RunEventKind kind, Guid? step = null, string? text = null) =>
        new(Guid.NewGuid(), Six.AddSeconds(seconds), kind, step, 0, text);

    [Fact]
    public void The_phases_of_a_line_add_up_to_its_length_whatever_its_form()
    {
        string[] lines =
        [
            "front kick 5/side x2 rest 30s",
            "round kick 3 steady + 3 called /side",
            "jog 3 x 2:00 rest 30s",
            "jab, cross pairs 10/side [mitts]",
            "plank 30s/side",
            "stations 4 x 1:00 change 20s laps 2: a | b | c | d",
            "lines 3 jobs x 1:00 change 20s: a | b | c",
            "stepping punch floor x2",
            "push-up runs 5",
        ];
        foreach (var step in Program(string.Join('\n', lines), 15).Steps)
            Assert.InRange(step.Seconds - step.Phases.Sum(p => p.Seconds), 0m, 0.999m);
    }

    [Fact]
    public void The_mat_says_which_leg_works_and_which_foot_is_in_front()
    {
        var phases = Program("rear front kick 5/side").Steps[0].Phases;
        Assert.Equal(
            [
                ("right leg", "left foot forward"),
                ("left leg", "right foot forward"),
                ("left leg", "right foot forward"),
            ],
            phases.Where(p => p.Side.Length > 0).Select(p => (p.Side, p.Stance))
        );
        Assert.Equal(PhaseKind.Change, phases.Single(p => p.Note == "other side").Kind);
    }

    [Fact]
    public void A_run_is_the_sum_of_its_events()
    {
        var program = Program("jog 2:00\nplank 1:00\njab x20\nsquat x10");
        RunEvent[] events =
        [
            At(0, RunEventKind.Start),
            At(100, RunEventKind.Go, program.Steps[1].Id),
            At(110, RunEventKind.Pause),
            At(170, RunEventKind.Resume),
            At(190, RunEventKind.Note, text: " left side sore "),
            At(220, RunEventKind.Skip, program.Steps[2].Id),
            At(225, RunEventKind.End),
            At(300, RunEventKind.Go, program.Steps[3].Id),
        ];
        var state = RunState.Of(program, events, Six.AddSeconds(400));
        Assert.Equal([100, 60, 5, 0], state.Lines.Select(l => l.Actual));
        Assert.Equal(
            [LineOutcome.Done, LineOutcome.NotDone, LineOutcome.Part, LineOutcome.NotDone],
            state.Lines.Select(l => l.Outcome)
        );
        Assert.Equal((Six, Six.AddSeconds(225), false), (state.StartedAt, state.EndedAt, state.IsPaused));
        Assert.Equal(["left side sore"], state.Notes);
    }

    private static LineStanding Stands(MatProgram program, IEnumerable<RunEvent> events, int second)
    {
        var state = RunState.Of(program, events, Six.AddSeconds(second));
        var at = program.IndexOf(state.Current!.Value);
        return LineStanding.Of(program.Steps[at], state.Lines[at]);
    }

    /// <summary>It set the line back to its first phase: in the first round at 0:53 'get there' stood there again.</summary>
    [Theory]
    [InlineData(10)]
    [InlineData(40)]
    [InlineData(80)]
    [InlineData(200)]
    public void Thirty_seconds_more_are_added_to_the_phase_that_runs(int pressed)
    {
        var program = Program("jog 2 x 1:00 rest 30s\nplank 45s");
        var start = At(0, RunEventKind.Start);
        var before = Stands(program, [start], pressed);
        var more = At(pressed, RunEventKind.More) with { Value = 30 };
        var after = Stands(program, [start, more], pressed);
        Assert.Equal((before.Phase, before.IntoMs), (after.Phase, after.IntoMs));
        Assert.Equal(Math.Max(0, before.LeftMs) + 30_000, after.LeftMs);
        Assert.Equal(Math.Max(0, before.LineLeftMs) + 30_000, after.LineLeftMs);
    }

    [Fact]
    public void More_time_is_for_the_last_repetition_and_makes_none_of_them_slower()
    {
        var program = Program("front kick x10");
        var work = program.Steps[0].Phases.Select((p, i) => (p, i)).First(x => x.p.Reps == 10);
        var from = program.Steps[0].Phases.Take(work.i).Sum(p => p.Seconds);
        var (start, at) = (At(0, RunEventKind.Start), (int)(from + (work.p.Seconds / 2)));
        var more = At(at, RunEventKind.More) with { Value = 30 };
        Assert.Equal(Stands(program, [start], at).Count, Stands(program, [start, more], at).Count);
        Assert.Equal(10, Stands(program, [start, more], (int)(from + work.p.Seconds) + 20).Count);
    }

    /// <summary>'water: into pairs' and 'to the bags, with bags' were said.</summary>
    [Fact]
    public void Set_up_says_where_to_go_and_what_to_fetch_and_nothing_where_all_stays()
    {
        string Move(MatProgram program, int step) =>
            program.Steps[step].Phases.First(p => p.Kind == PhaseKind.Move).Note;
        var program = Program(
            "jab, cross pairs 10/side [mitts]\nwater 1 min\ncross pairs 10/side [mitts]\nhook pairs 10/side [shields]\n"
                + "lines 3 jobs x 1:00 change 20s: round kick | push-up | plank [4 bags]"
        );
        Assert.Equal(
            ["into pairs, with mitts", "", "", "fetch shields", "to the bags"],
            Enumerable.Range(0, 5).Select(n => Move(program, n))
        );
    }

    [Fact]
    public void A_screen_gets_what_its_clock_rests_on_and_the_last_word_about_everybody()
    {
        var program = Program("jab x5\ncross x5");
        var (ana, guest) = (Key(50), Key(51));
        List<RunEvent> all =
        [
            At(0, RunEventKind.Start),
            At(1, RunEventKind.Roll, ana) with
            {
                Value = 1,
            },
            At(2, RunEventKind.Roll, guest, "Tuva") with
            {
                Value = 1,
            },
            At(3, RunEventKind.Roll, ana) with
            {
                Value = 2,
            },
            At(4, RunEventKind.Roll, guest) with
            {
                Value = 2,
            },
            At(9, RunEventKind.Go, Key(2)),
            .. Enumerable.Range(10, 500).Select(n => At(n, RunEventKind.Note, text: $"note {n}")),
            .. Enumerable.Range(10, 500).Select(n => At(n, RunEventKind.Count, Key(2)) with { Value = n }),
        ];
        var sent = RunEvent.ForScreens(all).ToList();
        Assert.Equal(4, sent.Count);
        var (whole, part) = (
            RunState.Of(program, all, Six.AddSeconds(600)),
            RunState.Of(program, sent, Six.AddSeconds(600))
        );
        Assert.Equal(whole.Roll.OrderBy(r => r.Who), part.Roll.OrderBy(r => r.Who));
        Assert.Equal(whole.Lines, part.Lines);
    }

    [Theory]
    [InlineData(0, 300, true)]
    [InlineData(0, 601, false)]
    [InlineData(200, 5000, true)]
    [InlineData(900, 5000, false)]
    public void A_run_may_be_a_mistake_for_ten_minutes(int ended, int now, bool may)
    {
        var program = Program("jab x5");
        List<RunEvent> events = [At(0, RunEventKind.Start)];
        if (ended > 0)
            events.Add(At(ended, RunEventKind.End));
        Assert.Equal(may, RunState.Of(program, events, Six.AddSeconds(now)).MayBeAMistake(Six.AddSeconds(now)));
    }

    [Fact]
    public void Events_that_come_twice_or_out_of_order_change_nothing()
    {
        var program = Program("jog 2:00\nplank 1:00\njab x20");
        Gen.Select(Gen.Int[0, 6], Gen.Int[0, 500], Gen.Int[0, 2])
            .Array[1, 12]
            .Sample(raw =>
            {
                var events = raw.Select(
                        (r, i) =>
                            new RunEvent(
                                Key(i + 1),
                                Six.AddSeconds(r.Item2),
                                (RunEventKind)r.Item1,
                                program.Steps[r.Item3].Id
                            )
                    )
                    .Append(At(0, RunEventKind.Start))
                    .ToList();
                var now = Six.AddSeconds(600);
                var once = RunState.Of(program, events, now);
                var again = RunState.Of(program, events.AsEnumerable().Reverse().Concat(events), now);
                Assert.Equal(once.Lines, again.Lines);
                Assert.True(once.Lines.Sum(l => l.Actual) <= 600 + once.Lines.Count);
            });
    }

    [Theory]
    [InlineData(4, CountingLanguage.Japanese, "shi")]
    [InlineData(32, CountingLanguage.Japanese, "san ju ni")]
    [InlineData(5, CountingLanguage.Korean, "daseot")]
    [InlineData(21, CountingLanguage.Korean, "seumul hana")]
    [InlineData(11, CountingLanguage.Thai, "sip et")]
    [InlineData(20, CountingLanguage.Thai, "yi sip")]
    [InlineData(45, CountingLanguage.Mandarin, "si shi wu")]
    [InlineData(7, CountingLanguage.English, "seven")]
    [InlineData(40, CountingLanguage.English, "forty")]
    [InlineData(100, CountingLanguage.English, "100")]
    [InlineData(0, CountingLanguage.Thai, "0")]
    public void Counts_have_words(int number, CountingLanguage language, string word) =>
        Assert.Equal(word, Counting.Word(number, language));

    [Fact]
    public void No_two_counts_of_a_language_share_a_word()
    {
        foreach (var language in Enum.GetValues<CountingLanguage>())
            Assert.Equal(
                Counting.Highest,
                Enumerable.Range(1, Counting.Highest).Select(n => Counting.Word(n, language)).Distinct().Count()
            );
    }

    [Theory]
    [InlineData(LineOutcome.NotDone, 0, false, true)]
    [InlineData(LineOutcome.Part, 3, false, true)]
    [InlineData(LineOutcome.Part, 4, false, false)]
    [InlineData(LineOutcome.NotDone, 0, true, false)]
    [InlineData(LineOutcome.Done, 0, false, false)]
    public void What_was_not_done_is_owed_for_four_lessons(LineOutcome outcome, int since, bool settled, bool owed) =>
        Assert.Equal(owed, Owed.IsOwed(new CarryOver(Guid.Empty, outcome, since, settled)));

    [Theory]
    [InlineData("round kick 5/side", true)]
    [InlineData("wibble wobble 30s", true)]
    [InlineData("crunch x20", true)]
    [InlineData("water 1:00", false)]
    [InlineData("hamstring stretch 30s", false)]
    public void Nobody_is_owed_a_stretch_or_a_drink(string line, bool carries) =>
        Assert.Equal(carries, Owed.Carries(Given.Line(line), new HashSet<string>()));

    [Theory]
    [InlineData("round kick 5/side", true)]
    [InlineData("front kick 5/side", false)]
    [InlineData("front kick 5/side must", true)]
    [InlineData("jab, round kick 5/side could", true)]
    [InlineData("crunch x20", false)]
    [InlineData("hamstring stretch 30s must", false)]
    public void Owed_is_what_a_rank_asks_for_and_what_was_a_must(string line, bool carries) =>
        Assert.Equal(carries, Owed.Carries(Given.Line(line), new HashSet<string> { "round-kick" }));

    [Fact]
    public void Warm_up_water_and_cool_down_are_musts_unless_said_otherwise()
    {
        Assert.Equal(Priority.Must, Priorities.Of(Given.Line("jog 2:00"), SegmentKind.WarmUp));
        Assert.Equal(Priority.Must, Priorities.Of(Given.Line("water 1:00"), SegmentKind.Pads));
        Assert.Equal(Priority.Should, Priorities.Of(Given.Line("jab x5"), SegmentKind.Pads));
        Assert.Equal(Priority.Could, Priorities.Of(Given.Line("jog 2:00 could"), SegmentKind.WarmUp));
        Assert.Equal(SegmentKind.CoolDown, SegmentKinds.Of("COOL DOWN"));
        Assert.Equal(SegmentKind.Other, SegmentKinds.Of("Anything"));
    }

    [Fact]
    public void Lessons_know_moves_and_moves_know_techniques_and_never_the_other_way()
    {
        var core = NetArchTest.Rules.Types.InAssembly(typeof(LessonClock).Assembly);
        Assert.True(
            core.That()
                .ResideInNamespace("LoyalLadder.Core.Techniques")
                .ShouldNot()
                .HaveDependencyOnAny(
                    "LoyalLadder.Core.Combinations",
                    "LoyalLadder.Core.Lessons",
                    "LoyalLadder.Core.Progress"
                )
                .GetResult()
                .IsSuccessful
        );
        Assert.True(
            core.That()
                .ResideInNamespace("LoyalLadder.Core.Combinations")
                .ShouldNot()
                .HaveDependencyOnAny("LoyalLadder.Core.Lessons", "LoyalLadder.Core.Progress")
                .GetResult()
                .IsSuccessful
        );
        Assert.True(
            core.That()
                .ResideInNamespace("LoyalLadder.Core")
                .ShouldNot()
                .HaveDependencyOnAny("Microsoft.EntityFrameworkCore", "Microsoft.AspNetCore", "Npgsql")
                .GetResult()
                .IsSuccessful
        );
    }
}
