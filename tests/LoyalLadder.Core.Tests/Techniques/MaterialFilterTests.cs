using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Techniques;

/// <summary>What of the techniques is shown.</summary>
public class MaterialFilterTests
{
    private static readonly DateOnly Today = new(2041, 5, 7);

    private static bool Shows(MaterialFilter filter, string id, int? daysAgo = null, Rank? rank = null) =>
        filter.Shows(
            Given.Catalogue.Find(id)!,
            Given.Catalogue,
            rank,
            daysAgo is { } days ? Today.AddDays(-days) : null,
            Today
        );

    [Theory]
    [InlineData(LastTaught.Any, null, true)]
    [InlineData(LastTaught.Never, null, true)]
    [InlineData(LastTaught.Never, 200, false)]
    [InlineData(LastTaught.FourWeeks, 28, false)]
    [InlineData(LastTaught.FourWeeks, 29, true)]
    [InlineData(LastTaught.FourWeeks, null, true)]
    [InlineData(LastTaught.ThreeMonths, 80, false)]
    [InlineData(LastTaught.ThreeMonths, 100, true)]
    public void What_was_taught_lately_stands_aside(LastTaught taught, int? daysAgo, bool shown) =>
        Assert.Equal(shown, Shows(new MaterialFilter(null, null, taught, DifficultyBand.Any), "front-kick", daysAgo));

    [Theory]
    [InlineData("fighting-stance", DifficultyBand.First)]
    [InlineData("front-kick", DifficultyBand.Next)]
    [InlineData("tornado-kick", DifficultyBand.High)]
    public void How_hard_is_how_far_up_the_climb_it_stands(string id, DifficultyBand hard)
    {
        Assert.True(Shows(new MaterialFilter(null, null, LastTaught.Any, DifficultyBand.Any), id));
        foreach (var other in new[] { DifficultyBand.First, DifficultyBand.Next, DifficultyBand.High })
            Assert.Equal(other == hard, Shows(new MaterialFilter(null, null, LastTaught.Any, other), id));
    }

    [Fact]
    public void Family_and_rank_have_to_hold_together()
    {
        var kicks = new MaterialFilter(TechniqueFamily.Kick, null, LastTaught.Any, DifficultyBand.Any);
        Assert.True(kicks.IsOn);
        Assert.True(Shows(kicks, "front-kick"));
        Assert.False(Shows(kicks, "jab"));
        var asksForNothing = new Rank(Guid.NewGuid(), Guid.NewGuid(), "White", 0, "#ffffff", 0, 0, 0);
        Assert.False(Shows(kicks, "front-kick", rank: asksForNothing));
    }
}
