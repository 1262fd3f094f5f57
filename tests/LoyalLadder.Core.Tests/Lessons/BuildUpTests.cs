using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

public class BuildUpTests
{
    [Fact]
    public void Groups_are_taught_apart_then_joined_then_at_pace_and_on_a_target()
    {
        var steps = BuildUp.Of(
            Given.Trace("jab, cross | lead hook, rear low kick"),
            BuildUpStyle.GroupsThenJoined,
            NamingSchool.Generic
        );
        Assert.Equal(
            ["group 1", "group 2", "joined", "joined, at pace", "joined, on a target"],
            steps.Select(s => s.Title)
        );
        Assert.Equal(
            [
                "jab, cross",
                "lead hook, rear low kick",
                "jab, cross | lead hook, rear low kick",
                "jab, cross | lead hook, rear low kick",
                "jab, cross | lead hook, rear low kick",
            ],
            steps.Select(s => s.Line.Content)
        );
        Assert.Equal(
            ["3/side walk", "3/side walk", "3/side walk", "5/side steady", "pairs 5/side steady"],
            steps.Select(s => SheetWriter.Write(s.Line.Dose!))
        );
        Assert.Equal([2, 2, 2, 3, 4], steps.Select(s => s.Line.Stage!.Value));
    }

    [Fact]
    public void Fifteen_counts_are_learned_in_fives()
    {
        var titles = BuildUp.Of(
            Given.Trace("(jab, cross, lead hook) x5"),
            BuildUpStyle.GroupsThenJoined,
            NamingSchool.Generic
        );
        Assert.Equal(
            ["group 1", "group 2", "group 3", "joined", "joined, at pace", "joined, on a target"],
            titles.Select(t => t.Title)
        );
        Assert.Equal([5, 5, 5, 15, 15, 15], titles.Select(t => t.Line.Moves.Counts.Count));
    }

    [Fact]
    public void One_more_each_time_ends_with_all_of_them()
    {
        var steps = BuildUp.Of(
            Given.Trace("jab, cross, lead hook, rear low kick"),
            BuildUpStyle.AddOne,
            NamingSchool.Generic
        );
        Assert.Equal(
            ["counts 1 to 2", "counts 1 to 3", "all 4 counts", "joined, at pace", "joined, on a target"],
            steps.Select(s => s.Title)
        );
    }

    [Fact]
    public void A_single_technique_is_taught_in_its_parts()
    {
        var first = BuildUp.Of(Given.Trace("rear front kick"), BuildUpStyle.GroupsThenJoined, NamingSchool.Generic)[0];
        Assert.Equal(("in parts", 1), (first.Title, first.Line.Stage));
        Assert.StartsWith("knee up", first.Line.Remark, StringComparison.Ordinal);
    }

    [Fact]
    public void A_group_that_begins_in_the_other_stance_says_so()
    {
        var steps = BuildUp.Of(
            Given.Trace("rear front kick (land forward), jab | cross, lead hook"),
            BuildUpStyle.GroupsThenJoined,
            NamingSchool.Generic
        );
        Assert.Null(steps[0].Line.Remark);
        Assert.Equal("begins with the other foot in front", steps[1].Line.Remark);
    }

    [Theory]
    [InlineData("jab, cross, lead hook, rear low kick | cross (body), lead hook, rear overhand (step left)")]
    [InlineData("[cross] parry, [hook] cover, lead elbow & rear elbow, palm strike + front kick")]
    [InlineData("lead front kick (cross over), turn, rear back kick (to 6 o'clock), (jab, cross) x3")]
    public void What_is_sent_to_a_sheet_is_read_there_as_the_same_moves(string notation)
    {
        foreach (var step in BuildUp.Of(Given.Trace(notation), BuildUpStyle.GroupsThenJoined, NamingSchool.Generic))
        {
            var again = Assert.IsType<LessonLine>(
                Assert.Single(Given.Reader.ReadEntries(Given.Writer.Write(step.Line)))
            );
            Assert.Equal(step.Line.Moves.Counts, again.Moves.Counts);
            Assert.Equal(step.Line.Dose, again.Dose);
        }
    }

    [Fact]
    public void A_defence_without_a_strike_ends_with_a_partner_and_a_form_on_no_target()
    {
        var release = BuildUp.Of(
            Given.Trace("[wrist grab] wrist release, step back"),
            BuildUpStyle.GroupsThenJoined,
            NamingSchool.Generic
        );
        var last = release[^1].Line;
        Assert.Equal((5, true), (last.Stage, ((CountedDose)last.Dose!).Pairs));
        var form = Given.Tracer.Trace(
            Given.Combination("low block (front stance), cross | half turn, low block (front stance), cross"),
            new TraceAsk(Lead.Left, AgeBand.Adults) { Setting = TraceSetting.Solo }
        );
        Assert.DoesNotContain(
            BuildUp.Of(form, BuildUpStyle.GroupsThenJoined, NamingSchool.Generic),
            s => s.Line.Stage is >= 4
        );
    }

    [Theory]
    [InlineData("#14 10/side steady", 4)]
    [InlineData("#14 to the kick pads 10/side", 4)]
    [InlineData("Low water 10/side", 4)]
    [InlineData("#14 jab, cross 10/side", 2)]
    [InlineData("#14, rear elbow 10/side", 5)]
    [InlineData("#77 wrist release pairs 6/side", 1)]
    public void A_sheet_knows_stored_combinations_by_number_and_by_name(string line, int counts)
    {
        var stored = Given.Combination("jab, cross, lead hook, rear low kick");
        var reader = new SheetReader(
            Given.Words with
            {
                Stored = Given.Words.Stored.Add("14", stored),
                Named = Given.Words.Named.Add(NameKey.Of("Low water"), "14"),
            }
        );
        var read = Assert.IsType<LessonLine>(Assert.Single(reader.ReadEntries(line)));
        Assert.Equal(counts, read.Moves.Counts.Count);
        Assert.True(read.IsUnderstood);
        Assert.NotNull(read.Dose);
    }

    [Theory]
    [InlineData("jab, cross, lead hook, rear low kick pairs 10/side steady", 4, "pairs 10/side steady")]
    [InlineData("[cross] parry, cross & lead hook 5/side", 2, "5/side")]
    [InlineData("rear round kick (land forward), jab 8/side walk", 2, "8/side walk")]
    [InlineData("1-2-3, rear round kick 6/side", 4, "6/side")]
    public void The_notation_is_a_lesson_line_like_any_other(string text, int counts, string dose)
    {
        var line = Given.Line(text);
        Assert.Equal(
            (counts, dose, true),
            (line.Moves.Counts.Count, SheetWriter.Write(line.Dose!), line.Moves.IsKnown)
        );
    }
}
