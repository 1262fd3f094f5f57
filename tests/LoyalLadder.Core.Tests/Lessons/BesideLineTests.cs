using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>What belongs beside a line on the mat, and what a run proposes to the log.</summary>
public class BesideLineTests
{
    private static BesideLines Beside(string? name = null) =>
        new(Given.Tracer, NamingSchool.Generic, isCrossed: false, _ => name);

    private static BesideLine Of(string line, AgeBand band = AgeBand.Adults)
    {
        var clock = Given.Clock(line, Given.Adults());
        return Beside().Of(clock.Lines[0], band);
    }

    [Fact]
    public void The_counts_of_a_combination_stand_in_order_with_side_and_shape()
    {
        var counts = Of("jab, cross, lead hook, rear knee 10/side").Counts;
        Assert.Equal(["jab", "cross", "lead hook", "rear knee"], counts.Select(c => c.Words));
        Assert.Equal([Side.Left, Side.Right, Side.Left, Side.Right], counts.Select(c => c.Side));
        Assert.Equal([CountShape.Hand, CountShape.Hand, CountShape.Hand, CountShape.Knee], counts.Select(c => c.Shape));
        Assert.Equal(0m, counts[0].At);
        Assert.True(counts.Select(c => c.At).SequenceEqual(counts.Select(c => c.At).Distinct().Order()));
        Assert.All(counts, c => Assert.InRange(c.At, 0m, 0.999m));
    }

    [Theory]
    [InlineData("slip, jab", CountShape.Guard)]
    [InlineData("front kick, jab", CountShape.Foot)]
    [InlineData("rear elbow, jab", CountShape.Elbow)]
    [InlineData("switch, jab", CountShape.Step)]
    public void Each_kind_of_movement_has_its_shape(string line, CountShape shape) =>
        Assert.Equal(shape, Of($"{line} 10/side").Counts[0].Shape);

    [Fact]
    public void Somebody_holds_only_where_two_work_together_and_otherwise_for_the_other_lead()
    {
        var pairs = Of("jab, cross pairs 10/side [mitts]");
        Assert.Equal(2, pairs.Holder.Count);
        Assert.Equal(2, pairs.HolderRight.Count);
        Assert.NotEqual(pairs.Holder, pairs.HolderRight);
        Assert.Empty(Of("jab, cross 10/side").Holder);
    }

    [Theory]
    [InlineData("push-up 20")]
    [InlineData("talk about respect 5:00")]
    [InlineData("jab 10/side")]
    public void A_single_move_an_exercise_and_words_have_no_counts(string line) => Assert.Empty(Of(line).Counts);

    [Theory]
    [InlineData("stations 4 x 1:00 change 20s: rope | bag | squat | plank", "rope/bag/squat/plank")]
    [InlineData("lines 3 jobs x 1:00 change 20s: bag | hold | rest", "bag/hold/rest")]
    [InlineData("lines 3 jobs x 1:00 change 20s: hold | bag | rest", "hold/bag/rest")]
    [InlineData("lines 3 jobs x 1:00 change 20s: bag | hold pads | rest", "bag/hold pads/rest")]
    public void Stations_and_bag_lines_have_their_jobs(string line, string jobs)
    {
        var beside = Of(line);
        Assert.Equal(jobs, string.Join('/', beside.Jobs));
        Assert.Empty(beside.Counts);
    }

    [Fact]
    public void Kept_rounds_stand_beside_the_line_that_names_them()
    {
        Sequence<Sequence<MatCall>> calls =
        [
            [new MatCall(0, "one two", "mitts")],
        ];
        var lines = Given.Clock("rounds \"Thursday pads\" 3 x 2:00 rest 30s\njog 2:00", Given.Adults()).Lines;
        var beside = new BesideLines(Given.Tracer, NamingSchool.Generic, false, _ => null)
        {
            CallsOf = l => RoundsOnSheet.NameIn(l) == "Thursday pads" ? calls : null,
        };
        Assert.Equal(calls, beside.Of(lines[0], AgeBand.Adults).Rounds);
        Assert.Empty(beside.Of(lines[1], AgeBand.Adults).Rounds);
    }

    [Theory]
    [InlineData("rounds \"Thursday pads\" 3 x 2:00", "Thursday pads")]
    [InlineData("Rounds “Friday” 3 x 2:00", "Friday")]
    [InlineData("pad rounds 3 x 2:00", null)]
    [InlineData("rounds of jab 3 x 2:00", null)]
    public void Only_a_line_of_rounds_with_a_name_calls_some(string line, string? name) =>
        Assert.Equal(name, RoundsOnSheet.NameIn(Given.Line(line)));

    [Fact]
    public void Notes_go_with_the_line_that_they_stand_behind_or_that_is_first_under_their_heading()
    {
        var entries = Given.Reader.ReadEntries(
            "## Pads\nNote: belts off\njab 10/side\nNote: elbows in\nNote: chin down\ncross 10/side"
        );
        var beside = new BesideLines(Given.Tracer, NamingSchool.Generic, false, _ => null) { Entries = entries };
        Assert.Equal(["belts off", "elbows in", "chin down"], beside.NotesBy(2));
        Assert.Empty(beside.NotesBy(5));
    }

    private static readonly DateTimeOffset Six = new(2031, 5, 6, 18, 0, 0, TimeSpan.Zero);

    private static RunState Ran(params (RunEventKind Kind, Guid? Who, RollMark Mark, string? Text)[] pressed)
    {
        var clock = Given.Clock("jog 2:00", Given.Adults());
        var program = MatProgram.Of(clock, ["Warm-up"], [Guid.NewGuid()]);
        var events = pressed.Select(
            (p, n) => new RunEvent(Guid.NewGuid(), Six.AddSeconds(n), p.Kind, p.Who, (int)p.Mark, p.Text)
        );
        return RunState.Of(program, [.. events], Six.AddMinutes(5));
    }

    [Fact]
    public void The_log_takes_the_roll_guests_into_its_notes_and_who_is_away_nowhere()
    {
        var (ada, bo, guest, gone) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
        var ran = Ran(
            (RunEventKind.Roll, ada, RollMark.There, null),
            (RunEventKind.Roll, bo, RollMark.Away, null),
            (RunEventKind.Start, null, default, null),
            (RunEventKind.Roll, bo, RollMark.Late, null),
            (RunEventKind.Roll, guest, RollMark.There, "Remi D"),
            (RunEventKind.Roll, gone, RollMark.Away, "Sol K"),
            (RunEventKind.Note, null, default, "hall was cold")
        );
        Assert.Equal(
            new Dictionary<Guid, Presence> { [ada] = Presence.Present, [bo] = Presence.Late },
            LogOutcomes.Rolled(ran)
        );
        Assert.Equal("hall was cold\nGuests: Remi D", LogOutcomes.Noted(ran));
    }

    [Fact]
    public void Without_a_run_the_log_knows_nobody_and_says_nothing()
    {
        Assert.Empty(LogOutcomes.Rolled(null));
        Assert.Equal("", LogOutcomes.Noted(null));
        Assert.Equal("", LogOutcomes.Noted(Ran((RunEventKind.Start, null, default, null))));
    }
}
