using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Progress;

/// <summary>What is all that somebody's next rank still lacks, and what sides tell.</summary>
public class RankBlockerTests
{
    private static RequirementProgress Asked(byte key, int asked, int reached, int signersAsked, int signers) =>
        new(new Guid(key, 0, 0, new byte[8]), asked, reached, signersAsked, signers);

    private static Readiness With(params RequirementProgress[] requirements) =>
        new(100, 10, 40, 10, requirements, null);

    [Fact]
    public void One_thing_that_is_not_taught_is_what_keeps_somebody_and_two_are_not()
    {
        var one = With(Asked(1, 4, 4, 1, 0), Asked(2, 3, 2, 1, 0));
        Assert.Equal(Asked(2, 0, 0, 0, 0).Requirement, one.OnlyUntaught);
        Assert.Null(With(Asked(1, 4, 3, 1, 0), Asked(2, 3, 2, 1, 0)).OnlyUntaught);
        Assert.Null(With(Asked(1, 4, 4, 1, 1)).OnlyUntaught);
    }

    [Fact]
    public void A_signature_is_waited_for_only_where_all_is_taught_and_one_is_missing()
    {
        Assert.Equal(Asked(2, 0, 0, 0, 0).Requirement, With(Asked(1, 4, 4, 1, 1), Asked(2, 3, 3, 2, 1)).OnlyUnsigned);
        Assert.Null(With(Asked(1, 4, 3, 1, 1), Asked(2, 3, 3, 1, 0)).OnlyUnsigned);
        Assert.Null(With(Asked(1, 4, 4, 1, 0), Asked(2, 3, 3, 1, 0)).OnlyUnsigned);
    }

    [Fact]
    public void What_keeps_most_people_comes_first_with_their_names_in_order()
    {
        var blockers = RankBlocker
            .Of([
                (new Blocked("Wren O", "Blue"), "#17"),
                (new Blocked("Bo I", "Blue"), "#4"),
                (new Blocked("Jonty T", "Blue"), "#17"),
                (new Blocked("Ren A", "Blue"), null),
            ])
            .ToList();
        Assert.Equal(["#17", "#4"], blockers.Select(b => b.Learnable));
        Assert.Equal(["Jonty T", "Wren O"], blockers[0].People.Select(p => p.Name));
        Assert.Equal("keeps Jonty T and Wren O from Blue", Blocked.Words(blockers[0].People));
    }

    [Theory]
    [InlineData("keeps Bo from Blue", "Bo:Blue")]
    [InlineData("keeps Bo, Ren and Wren from Blue", "Bo:Blue", "Ren:Blue", "Wren:Blue")]
    [InlineData("keeps Bo and Ren from their next rank", "Bo:Blue", "Ren:Green")]
    [InlineData("keeps 5 students from Blue", "A:Blue", "B:Blue", "C:Blue", "D:Blue", "E:Blue")]
    public void Whom_it_keeps_is_said(string words, params string[] people) =>
        Assert.Equal(words, Blocked.Words([.. people.Select(p => new Blocked(p.Split(':')[0], p.Split(':')[1]))]));

    [Theory]
    [InlineData(0, "0 s")]
    [InlineData(45, "45 s")]
    [InlineData(60, "1 min")]
    [InlineData(398, "6 min 38 s")]
    [InlineData(4500, "75 min")]
    public void Lengths_have_their_units(int seconds, string said) => Assert.Equal(said, Spoken.Length(seconds));

    [Theory]
    [InlineData("jab", false)]
    [InlineData("cross", false)]
    [InlineData("round-kick", true)]
    [InlineData("burpee", false)]
    public void Only_what_either_side_may_do_tells_of_sides(string id, bool tells) =>
        Assert.Equal(tells, Sidedness.Tells(CatalogueFile.Shipped().Find(id)));

    [Fact]
    public void A_combination_tells_of_sides() => Assert.True(Sidedness.Tells(null));
}
