using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Where a new line belongs.</summary>
public class PlaceInLessonTests
{
    private const string Sheet = """
        # Test
        ## Warm-up
        jumping jack 30s
        ## Basics
        front kick 5/side
        ## Pads
        jab, cross pairs 5/side [mitts]
        water 1:00
        ## Fitness
        plank 30s
        ## Cool-down
        straddle stretch 30s
        """;

    [Theory]
    [InlineData("round kick 5/side", null, "front kick")]
    [InlineData("round kick 5/side", "jab, cross", "jab, cross")]
    [InlineData("round kick 5/side", "straddle stretch", "front kick")]
    [InlineData("round kick pairs 5/side [mitts]", null, "water")]
    [InlineData("push-up x10", null, "plank")]
    [InlineData("burpee x10", "straddle stretch", "plank")]
    [InlineData("butterfly stretch 30s", null, "straddle stretch")]
    [InlineData("butterfly stretch 30s", "straddle stretch", "straddle stretch")]
    [InlineData("butterfly stretch 30s", "jumping jack", "jumping jack")]
    [InlineData("wrist release pairs 5/side", null, "water")]
    [InlineData("water 1:00", null, "plank")]
    [InlineData("## Bags", "straddle stretch", "plank")]
    [InlineData("## Bags", "front kick", "front kick")]
    [InlineData("note: mind the bags", "front kick", "front kick")]
    [InlineData("note: mind the bags", null, "plank")]
    public void A_line_goes_where_it_belongs_and_never_hard_behind_the_cool_down(
        string typed,
        string? chosen,
        string behind
    )
    {
        var plan = Given.Reader.Read(Sheet).Plan;
        int? at = chosen is null ? null : At(plan, chosen);
        Assert.Equal(At(plan, behind), PlaceInLesson.Behind(plan, Given.Reader.ReadEntries(typed)[0], at));
    }

    [Fact]
    public void An_empty_sheet_begins_at_the_front() =>
        Assert.Equal(
            -1,
            PlaceInLesson.Behind(Given.Reader.Read("# Test").Plan, Given.Reader.ReadEntries("plank 30s")[0], null)
        );

    private static int At(LessonPlan plan, string content) =>
        plan
            .Entries.Select((e, i) => (e, i))
            .First(x => x.e is LessonLine l && l.Content.StartsWith(content, StringComparison.Ordinal))
            .i;
}
