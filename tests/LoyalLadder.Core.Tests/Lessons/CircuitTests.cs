using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Tests.Lessons;

public class CircuitTests
{
    private static readonly string[] Three = ["push-up x10", "squat x12", "plank 30s"];

    private const string Written = "circuit x3 rest 30s: push-up x10 | squat x12 | plank 30s";

    public static TheoryData<string, string> Typed =>
        new()
        {
            { Written, Written },
            { "circuit x3 rest 30s:\npush-up x10\nsquat x12\nplank 30s", Written },
            { "Circuit 3 times, 30s rest\n- push-up x10\n- squat x12\n- plank 30s", Written },
            { "## Circuit x3 rest 30s\npush-up x10\nsquat x12\nplank 30s\n## Cool-down\nstretch 1:00", Written },
            { "3 rounds, 30s rest between:\n  push-up x10\n  squat x12\n  plank 30s", Written },
            { "push-up x10\nsquat x12\nplank 30s\nrepeat x3, 30s rest", Written },
            { "(push-up x10\nsquat x12\nplank 30s) x3 rest 30s", Written },
            { "circuit x3 rest 30s: push-up x10, squat x12, plank 30s", Written },
            { "push-up x10\nplank 30s\nrepeat", "circuit x2: push-up x10 | plank 30s" },
            { "push-up x10\nplank 30s\nrepeat 5 min", "circuit for 5:00: push-up x10 | plank 30s" },
            { "circuit for 4:00: push-up x10 | plank 30s", "circuit for 4:00: push-up x10 | plank 30s" },
            { "circuit x3, run between:\npush-up x10\nplank 30s", "circuit x3 run between: push-up x10 | plank 30s" },
            {
                "circuit twice:\npush-up x10\nplank 30s\nrun between",
                "circuit x2 run between: push-up x10 | plank 30s"
            },
            { "circuit x2, 40s each:\npush-ups\nsquats", "circuit x2: push-ups 40s | squats 40s" },
            { "round kick 5/side\njab, cross x8\nall 3 times", "circuit x3: round kick 5/side | jab, cross x8" },
        };

    [Theory]
    [MemberData(nameof(Typed))]
    public void Lines_that_are_gone_through_several_times_are_one(string typed, string canonical)
    {
        var plan = Given.Reader.Read($"# A lesson\nclass: adults\n## Fitness\n{typed}").Plan;
        var line = Assert.Single(plan.Lines, l => l.Dose is CircuitDose);
        Assert.True(line.IsUnderstood);
        Assert.Equal(canonical, Given.Writer.Write(line));
        Assert.Equal(line, Given.Line(canonical));
        var whole = Given.Writer.Write(plan);
        Assert.Equal(plan, Given.Reader.Read(whole).Plan);
        var json = LessonJson.Write(plan);
        Assert.Equal(plan, new LessonJson(Given.Reader).Read(json).Plan);
    }

    [Fact]
    public void A_circuit_takes_its_parts_the_change_between_them_and_its_rests()
    {
        // push-ups 10 x 2 s, squats 12 x 2 s, plank 30 s
        var once = Given.Work("push-up x10", Given.Adults()) + Given.Work("squat x12", Given.Adults()) + 30 + (2 * 4);
        Assert.Equal((3 * once) + (2 * 30), Given.Work(Written, Given.Adults()));
        // a run is up and down 12 m at 3 m/s
        Assert.Equal(
            (3 * (once - 8 + (2 * 8))) + (2 * (30 + 8)),
            Given.Work(Written.Replace("30s:", "30s run between:", StringComparison.Ordinal), Given.Adults())
        );
        Assert.Equal(300, Given.Work("circuit for 5:00: push-up x10 | plank 30s", Given.Adults()));
    }

    [Fact]
    public void The_mat_names_each_part_and_its_phases_add_up()
    {
        var lesson = Given.Clock(Written, Given.Adults());
        var step = Assert.Single(MatProgram.Of(lesson, [""], [Guid.NewGuid()]).Steps);
        Assert.Equal(step.Seconds, (int)Math.Ceiling(step.Phases.Sum(p => p.Seconds)));
        var work = step.Phases.Where(p => p.Kind == PhaseKind.Work).ToList();
        Assert.Equal(9, work.Count);
        Assert.Equal([10, 12, 0], work.Take(3).Select(p => p.Reps));
        Assert.All(
            work.Zip(Three),
            w => Assert.StartsWith(w.Second.Split(' ')[0], w.First.Note, StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Tallies_count_every_time_through_and_a_fit_takes_whole_ones()
    {
        var line = Given.Line("circuit x4: round kick 5/side | jab, cross x8");
        var tally = LessonTally.Of(Given.Clock("circuit x4: round kick 5/side | jab, cross x8", Given.Adults()));
        Assert.Equal(new SideTally(20, 20), tally.Kicks);
        Assert.Equal(new SideTally(32, 32), tally.Strikes);
        Assert.Equal(
            ["x2", "x3", "x4", "x5", "x6"],
            DoseScale.Between(line.Dose!, 0.5m, 1.5m).Select(d => $"x{((CircuitDose)d).Times}")
        );
    }

    [Theory]
    [InlineData("Circuit 3 times\n- push-up x10\n- plank 30s\nstretch off 3 min")]
    [InlineData("circuit x3:\n   push-up x10\n   plank 30s\nstretch off 3 min")]
    [InlineData("circuit x3:\npush-up x10\nplank 30s\n\nstretch off 3 min")]
    public void A_circuit_ends_where_bullets_indents_or_lines_in_a_row_end(string typed)
    {
        var lines = Given.Reader.Read($"# A\nclass: -\n## Fitness\n{typed}").Plan.Lines.ToList();
        Assert.Equal(2, lines.Count);
        Assert.Equal(2, ((CircuitDose)lines[0].Dose!).Parts.Count);
    }

    [Fact]
    public void A_part_that_cannot_be_timed_marks_the_circuit_and_keeps_its_lines()
    {
        var plan = Given.Reader.Read("# A\n## Fitness\ncircuit x3:\npush-up x10\nplank\n## End\nbow").Plan;
        Assert.Equal(["circuit x3:", "push-up", "plank"], plan.Lines.Take(3).Select(l => l.Content));
        Assert.False(plan.Lines.First().IsUnderstood);
        Assert.Equal(plan, Given.Reader.Read(Given.Writer.Write(plan)).Plan);
    }

    [Theory]
    [InlineData("## Pads\nround kick x10\nfront kick x10")]
    [InlineData("## Stations\n3 x 1:00 change 20s: push-up | squat | plank")]
    [InlineData("## Warm-up\nthe whole hall, easy\njog 2:00")]
    [InlineData("## Rounds\nsparring 3 x 2:00\nrest 1:00")]
    public void What_is_said_of_one_line_makes_no_circuit(string sheet) =>
        Assert.DoesNotContain(Given.Reader.Read($"# A\n{sheet}").Plan.Lines, l => l.Dose is CircuitDose);

    [Theory]
    [InlineData("push-up x10\nplank 30s", "circuit x3: push-up x10 | plank 30s")]
    [InlineData(
        "jab, cross 5/side [mitts]\nburpee x8 could",
        "circuit x3: jab, cross 5/side | burpee x8 [mitts] could"
    )]
    public void Lines_are_made_into_one_circuit(string lines, string circuit)
    {
        var parts = Given.Reader.Read($"# Test\n{lines}").Plan.Lines.ToList();
        Assert.All(parts, p => Assert.True(Circuits.MayBePart(p)));
        var made = Circuits.Of(parts, 3);
        var written = new Core.Lessons.Sheets.SheetWriter(Given.Reader).Write(made);
        Assert.Equal(circuit, written.Replace(" (", ": ", StringComparison.Ordinal));
        Assert.Equal(made, Given.Line(written));
    }

    [Theory]
    [InlineData("## Pads")]
    [InlineData("note: quiet")]
    [InlineData("plank")]
    [InlineData("stations 4 x 1:00 change 20s")]
    [InlineData("circuit x2: push-up x10 | plank 30s")]
    public void What_has_no_amount_of_its_own_is_no_part_of_a_circuit(string line) =>
        Assert.False(Circuits.MayBePart(Given.Reader.ReadEntries(line)[0]));
}
