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
