using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>
/// What another headcount, hall, number of bags or age makes of one sheet: the figures that have to move, and the
/// sentences.
/// </summary>
public class ClockChangeTests
{
    private const string Sheet =
        "## Warm-up\njog 5 laps\nleg swing 10/side\n## Pads\njab, cross pairs 8/side steady [mitts]\n## "
        + "Bags\nlines 3 jobs x 1:00 change 20s: jab | lunge | plank\n## Basics\nfront kick floor "
        + "x2\n## Cool-down\nstretch 5:00";

    private static readonly LessonSetting Usual = new()
    {
        Band = AgeBand.Adults,
        Heads = 16,
        Minutes = 45,
        Bags = 4,
        Floor = new FloorSize(12, 9),
    };

    private static List<string> Between(LessonSetting before, LessonSetting after)
    {
        var (was, now) = (Given.Clock(Sheet, before), Given.Clock(Sheet, after));
        return [.. ClockChange.Of(was, CheckLimits.Of(before.Band), now, CheckLimits.Of(after.Band))];
    }

    [Fact]
    public void Nothing_changed_says_nothing() => Assert.Empty(Between(Usual, Usual));

    [Fact]
    public void Sixteen_heads_to_fifteen_makes_a_three_and_says_so()
    {
        var (before, after) = (Given.Clock(Sheet, Usual), Given.Clock(Sheet, Usual with { Heads = 15 }));
        var (was, pads) = (
            before.Lines.Single(l => l.Line.Kit.Count > 0).Work,
            after.Lines.Single(l => l.Line.Kit.Count > 0).Work
        );
        // a third turn of the same work and one more swap, rounded once at the end
        Assert.InRange(
            pads,
            ((was - WorkClock.SwapSeconds) * 3 / 2) + (2 * WorkClock.SwapSeconds) - 1,
            ((was - WorkClock.SwapSeconds) * 3 / 2) + (2 * WorkClock.SwapSeconds) + 1
        );
        var said = Between(Usual, Usual with { Heads = 15 });
        Assert.Contains(
            said,
            s => s.StartsWith("jab, cross:", StringComparison.Ordinal) && s.Contains("work", StringComparison.Ordinal)
        );
        Assert.Contains(said, s => s.StartsWith("New: 15 heads make one group of three", StringComparison.Ordinal));
    }

    [Fact]
    public void A_smaller_hall_shortens_laps_and_the_way_down_the_floor()
    {
        var small = Usual with { Floor = new FloorSize(9, 6) };
        var (before, after) = (Given.Clock(Sheet, Usual), Given.Clock(Sheet, small));
        Assert.True(after.Lines[0].Work < before.Lines[0].Work);
        Assert.NotEqual(
            before.Lines.Single(l => l.Line.Content == "front kick").Work,
            after.Lines.Single(l => l.Line.Content == "front kick").Work
        );
        Assert.Equal(2, Between(Usual, small).Count(s => s.EndsWith("(work).", StringComparison.Ordinal)));
    }

    [Fact]
    public void Three_bags_instead_of_four_make_more_wait()
    {
        var said = Between(Usual, Usual with { Bags = 3 });
        Assert.Contains(
            said,
            s =>
                s.StartsWith("New:", StringComparison.Ordinal)
                && s.Contains("wait at the bags", StringComparison.Ordinal)
        );
        Assert.Contains(
            Between(Usual with { Bags = 3 }, Usual),
            s => s.StartsWith("Settled:", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Kids_instead_of_adults_move_more_slowly_and_have_other_limits()
    {
        var kids = Usual with { Band = AgeBand.Kids };
        var (before, after) = (Given.Clock(Sheet, Usual), Given.Clock(Sheet, kids));
        Assert.True(after.Lines.Sum(l => l.Transition) > before.Lines.Sum(l => l.Transition));
        Assert.True(after.Lines.Sum(l => l.Work) > before.Lines.Sum(l => l.Work));
        Assert.StartsWith("The lesson takes", Between(Usual, kids)[0], StringComparison.Ordinal);
    }
}
