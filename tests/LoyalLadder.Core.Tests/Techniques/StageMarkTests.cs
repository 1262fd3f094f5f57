using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Techniques;

public class StageMarkTests
{
    [Fact]
    public void Every_technique_that_is_taught_in_stages_says_what_good_looks_like_at_each()
    {
        foreach (var technique in Given.Catalogue.All.Where(t => !t.IsExercise))
        {
            var marks = StageMarks.Of(technique);
            Assert.Equal(Stages.Highest, marks.Count);
            Assert.All(marks, m => Assert.InRange(m.Length, 20, 200));
            Assert.Equal(Stages.Highest, marks.Distinct().Count());
        }
        Assert.All(Given.Catalogue.All.Where(t => t.IsExercise), t => Assert.Empty(StageMarks.Of(t)));
    }

    [Fact]
    public void Words_of_its_own_come_first()
    {
        string[] own = ["a", "b", "c", "d", "e", "f"];
        var jab = Given.Catalogue.Find("jab")! with { Stages = [.. own] };
        Assert.Equal(own, StageMarks.Of(jab));
    }

    [Fact]
    public void Every_strike_says_with_what_it_meets_where_and_what_the_other_hand_does()
    {
        foreach (var strike in Given.Catalogue.All.Where(t => t.IsStrike))
        {
            Assert.NotEmpty(strike.Surface);
            Assert.NotEmpty(strike.Targets);
            Assert.NotEmpty(strike.OtherHand);
        }
        Assert.All(
            Given.Catalogue.All.Where(t => t.Family == TechniqueFamily.Block),
            t => Assert.NotEmpty(t.Surface + t.OtherHand)
        );
    }

    [Fact]
    public void Every_entry_that_is_done_has_a_caution() =>
        Assert.Equal(["rest"], Given.Catalogue.All.Where(t => t.Cautions.IsEmpty).Select(t => t.Id));

    [Theory]
    [InlineData("push-up", null, "walkout-push-up")]
    [InlineData("sit-up", "crunch", "v-up")]
    [InlineData("round-kick", "front-kick", "switch-round-kick")]
    public void Versions_are_found_by_name_or_by_what_stands_on_what(string id, string? easier, string? harder)
    {
        var technique = Given.Catalogue.Find(id)!;
        Assert.Equal(
            (easier, harder),
            (Given.Catalogue.EasierThan(technique)?.Id, Given.Catalogue.HarderThan(technique)?.Id)
        );
    }
}
