using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Techniques;

/// <summary>Activities: whole in themselves, found by what there is, read when typed.</summary>
public class ActivityTests
{
    private static readonly IReadOnlyList<Activity> All = ActivityFile.Shipped;

    [Fact]
    public void Each_can_be_done_from_its_words_alone() =>
        Assert.All(
            All,
            a =>
            {
                Assert.StartsWith("activity-", a.Id, StringComparison.Ordinal);
                Assert.InRange(a.How.Split(' ').Length, 12, 60);
                Assert.True(a.Easier.Length > 0 && a.Harder.Length > 0 && a.Caution.Length > 0, a.Name);
                Assert.InRange(a.Youngest, 4, 16);
                Assert.InRange(a.Minutes, 1, 10);
                Assert.InRange(a.Effort, 1, 5);
                Assert.InRange(a.People, 1, 8);
            }
        );

    [Fact]
    public void Each_is_read_when_it_is_typed_with_its_minutes() =>
        Assert.All(
            All,
            a =>
            {
                var line = Given.Line(a.Line.ToLowerInvariant());
                Assert.True(line.IsUnderstood, a.Line);
                Assert.Equal(a.Id, Assert.Single(line.Moves.Elements).Technique!.Id);
                Assert.Equal(a.Minutes * 60, Assert.IsType<TimedDose>(line.Dose).Seconds);
            }
        );

    /// <summary>'Something for eight minutes, no kit, twelve children, the youngest five.'</summary>
    [Fact]
    public void What_fits_is_found()
    {
        var search = new ActivitySearch
        {
            Minutes = 8,
            NoKit = true,
            People = 12,
            Age = 5,
            Purpose = ActivityPurpose.Game,
        };
        var found = search.In(All).ToList();
        Assert.True(found.Count >= 6, $"{found.Count}");
        Assert.All(found, a => Assert.True(a is { Kit: "", Youngest: <= 5, Minutes: <= 8, People: <= 12 }, a.Name));
        Assert.Empty((search with { Words = "nothing that anybody wrote" }).In(All));
        Assert.Contains(new ActivitySearch { Words = "tail belt" }.In(All), a => a.Id == "activity-dragon-tail");
    }

    /// <summary>The youngest have games enough for a term without one twice.</summary>
    [Fact]
    public void There_are_twelve_games_for_the_youngest() =>
        Assert.True(All.Count(a => a is { Purpose: ActivityPurpose.Game, Youngest: <= 4 }) >= 12);
}
