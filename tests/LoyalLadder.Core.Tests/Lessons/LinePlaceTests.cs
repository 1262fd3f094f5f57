using CsCheck;
using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Between any two lines there is always room, wherever and however often something is put in.</summary>
public class LinePlaceTests
{
    private static void AreInOrder(List<string> places)
    {
        for (var i = 1; i < places.Count; i++)
            Assert.True(string.CompareOrdinal(places[i - 1], places[i]) < 0, $"{places[i - 1]} before {places[i]}");
        Assert.All(places, p => Assert.False(p.EndsWith('0'), p));
        Assert.DoesNotContain("", places);
    }

    [Fact]
    public void Insertions_anywhere_keep_the_order() =>
        Gen.Int[0, 1000]
            .Array[1, 200]
            .Sample(
                inserts =>
                {
                    var places = new List<string>();
                    foreach (var at in inserts.Select(n => n % (places.Count + 1)))
                        places.Insert(
                            at,
                            LinePlace.Between(at == 0 ? null : places[at - 1], at == places.Count ? null : places[at])
                        );
                    AreInOrder(places);
                },
                iter: 300
            );

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_thousand_insertions_at_one_place_keep_it(bool before)
    {
        var places = LinePlace.Between(null, null, 3).ToList();
        for (var i = 0; i < 1000; i++)
            places.Insert(
                before ? 1 : places.Count - 1,
                LinePlace.Between(places[before ? 0 : ^2], places[before ? 1 : ^1])
            );
        AreInOrder(places);
    }

    [Fact]
    public void Lines_added_at_the_end_keep_short_words()
    {
        var places = LinePlace.Between(null, null, 400);
        AreInOrder([.. places]);
        Assert.All(places, p => Assert.InRange(p.Length, 1, 5));
    }

    [Fact]
    public void Several_between_two_others_stand_between_them() =>
        Gen.Select(Gen.Int[0, 60], Gen.Int[1, 40])
            .Sample(
                (at, count) =>
                {
                    var around = LinePlace.Between(null, null, 62);
                    var between = LinePlace.Between(around[at], around[at + 1], count);
                    Assert.Equal(count, between.Count);
                    AreInOrder([around[at], .. between, around[at + 1]]);
                },
                iter: 300
            );

    [Fact]
    public void What_does_not_stand_behind_is_refused() =>
        Assert.Throws<ArgumentException>(() => LinePlace.Between("b", "a"));

    [Fact]
    public void Keys_that_follow_from_one_are_the_same_again_and_all_different()
    {
        var key = Guid.NewGuid();
        var keys = Enumerable.Range(0, 500).Select(n => DerivedKey.Of(key, n)).ToList();
        Assert.Equal(keys, Enumerable.Range(0, 500).Select(n => DerivedKey.Of(key, n)));
        Assert.Equal(500, keys.Distinct().Count());
        Assert.Equal(key, keys[0]);
    }

    [Theory]
    [InlineData("2039-05-07", true)]
    [InlineData("2039-05-06", false)]
    [InlineData("2043-05-07", true)]
    [InlineData("2043-05-08", false)]
    public void A_lesson_is_planned_within_two_years(string day, bool may) =>
        Assert.Equal(
            may,
            LessonDays.MayBePlanned(DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture), Today)
        );

    private static DateOnly Today => new(2041, 5, 7);
}
