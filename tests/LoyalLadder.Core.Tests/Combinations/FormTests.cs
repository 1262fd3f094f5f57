using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Tests.Combinations;

public class FormTests
{
    [Theory]
    [InlineData("jab, cross\nhook", "jab, cross | hook")]
    [InlineData("  jab, cross,  \n\n | hook |\r\n", "jab, cross | hook")]
    [InlineData("jab", "jab")]
    [InlineData("", "")]
    public void Lines_are_groups(string lines, string notation) => Assert.Equal(notation, Forms.Joined(lines));

    [Theory]
    [InlineData("jab, cross | hook")]
    [InlineData("jab")]
    [InlineData("low block (front stance), cross | half turn, jab | cross")]
    public void Written_in_lines_and_joined_again_a_form_is_the_same(string notation) =>
        Assert.Equal(notation, Forms.Joined(Forms.Lines(notation)));

    [Theory]
    [InlineData("4-5: [jab] parry, cross", 4, 5, "[jab] parry, cross")]
    [InlineData(" 12 :cross", 12, 12, "cross")]
    [InlineData("1 - 3:  jab ", 1, 3, "jab")]
    public void A_reading_hangs_on_moves_by_number(string line, int from, int to, string use) =>
        Assert.Equal(new FormReading(from, to, use), Forms.Reading(line));

    [Theory]
    [InlineData("jab, cross")]
    [InlineData("0: jab")]
    [InlineData("5-4: jab")]
    [InlineData("4:")]
    [InlineData("9999: jab")]
    public void A_line_without_moves_is_no_reading(string line) => Assert.Null(Forms.Reading(line));

    [Theory]
    [InlineData("jab", 30)]
    [InlineData("(jab, cross) x9", 30)]
    [InlineData("(jab, cross) x10", 32)]
    [InlineData("(jab, cross, hook) x10", 48)]
    public void A_form_takes_1_6_seconds_a_move_and_at_least_30(string notation, int seconds) =>
        Assert.Equal(seconds, Forms.Seconds(Given.Combination(notation)));

    private static readonly SheetReader WithForm = new(
        Given.Words with
        {
            Stored = Given.Words.Stored.Add("F-1", Given.Combination("jab, cross | half turn, jab")),
            FormSeconds = ImmutableDictionary<string, int>.Empty.Add("F-1", 42),
            Named = Given.Words.Named.Add("lowtide", "F-1"),
        }
    );

    [Theory]
    [InlineData("#F-1 x2", Pace.Steady, 43)]
    [InlineData("#F-1 x2", Pace.Walk, 86)]
    [InlineData("#F-1 x2", Pace.Brisk, 28.5)]
    [InlineData("Low tide x2", Pace.Steady, 43)]
    [InlineData("#F-1 low tide x2", Pace.Steady, 43)]
    public void A_whole_form_takes_its_own_seconds_times_the_pace(string line, Pace pace, double seconds)
    {
        var read = Assert.IsType<LessonLine>(Assert.Single(WithForm.ReadEntries(line)));
        Assert.Equal(42, read.Moves.FormSeconds);
        Assert.Equal((decimal)seconds, RepClock.Seconds(read.Moves, pace));
        Assert.Equal(["#F-1"], Learnables.TopLevelLearnables(read.Moves));
    }

    [Fact]
    public void A_form_with_something_behind_it_is_timed_move_by_move()
    {
        var read = Assert.IsType<LessonLine>(Assert.Single(WithForm.ReadEntries("#F-1, cross x2")));
        Assert.Null(read.Moves.FormSeconds);
        Assert.NotEqual(43, RepClock.Seconds(read.Moves, Pace.Steady));
    }
}
