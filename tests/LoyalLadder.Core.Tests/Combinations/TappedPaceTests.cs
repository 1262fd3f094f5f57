using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Progress;

namespace LoyalLadder.Core.Tests.Combinations;

public sealed class TappedPaceTests
{
    private static LessonLine Line(string text) =>
        Assert.IsType<LessonLine>(Assert.Single(Given.Reader.ReadEntries(text)));

    /// <summary>A slow start, then a steady hand: the eight intervals at the end are what was meant.</summary>
    [Theory]
    [InlineData("0,5000,6600,8200,9800,11400,13000,14600,16200,17800", 1.6)]
    [InlineData("0,3000,3500,4000,4500,5000,5500,6000,6500,7000", 0.5)]
    [InlineData("0,9000,1000000,1002000,1004000,1006000,1008000,1010000,1012000,1014000,1016000", 2.0)]
    public void Ten_taps_give_the_mean_of_the_last_eight(string sent, double seconds)
    {
        var mean = TapCount.Mean(TapCount.Read(sent)!);
        Assert.NotNull(mean);
        Assert.InRange((double)mean.Value, seconds * 0.98, seconds * 1.02);
    }

    [Theory]
    [InlineData("")]
    [InlineData("one, two")]
    [InlineData("-5,10,20")]
    [InlineData("99999999999,1")]
    public void What_is_no_list_of_times_is_refused(string sent) => Assert.Null(TapCount.Read(sent));

    [Theory]
    [InlineData("0,1000,2000,3000,4000,5000,6000,7000,8000")] // nine
    [InlineData("0,1000,2000,3000,4000,4000,6000,7000,8000,9000")] // two at once
    [InlineData("0,10,20,30,40,50,60,70,80,90")] // faster than anybody counts
    [InlineData("0,1,2,99000,198000,297000,396000,495000,594000,693000")] // slower
    public void A_rhythm_that_nobody_counts_in_is_refused(string sent) =>
        Assert.Null(TapCount.Mean(TapCount.Read(sent)!));

    [Theory]
    [InlineData("jab", MoveFamily.Hand)]
    [InlineData("front kick", MoveFamily.Kick)]
    [InlineData("rear knee", MoveFamily.Kick)]
    [InlineData("jab, cross, front kick", MoveFamily.Combination)]
    [InlineData("push-ups", MoveFamily.Exercise)]
    public void Arms_legs_chains_and_exercises_are_tapped_apart(string moves, MoveFamily family) =>
        Assert.Equal(family, MoveFamilies.Of(Line(moves).Moves));

    [Theory]
    [InlineData("water 1 min")]
    [InlineData("rest 1 min")]
    public void Nobody_counts_a_pause(string text) => Assert.Null(MoveFamilies.Of(Line(text).Moves));

    [Fact]
    public void A_line_takes_as_long_as_its_instructor_counts_and_the_others_stay()
    {
        var tapped = new TappedPace(Pace.Counted, MoveFamily.Kick, 4, 2);
        var setting = Given.Adults() with { Paces = TappedPaces.None.With(tapped) };
        int Work(string text, LessonSetting room) => LessonClock.WorkSeconds(Line(text), room);

        var usual = Work("front kick x20 counted", Given.Adults());
        Assert.InRange(Work("front kick x20 counted", setting), (usual * 2) - 1, usual * 2);
        foreach (var other in new[] { "front kick x20 brisk", "jab x20 counted", "jab, front kick x20 counted" })
            Assert.Equal(Work(other, Given.Adults()), Work(other, setting));
    }

    [Fact]
    public void An_instructors_own_count_comes_before_the_schools_and_a_later_one_before_an_earlier()
    {
        var school = TappedPaces
            .None.With(new(Pace.Counted, MoveFamily.Kick, 2, 2))
            .With(new(Pace.Brisk, MoveFamily.Hand, 1, 2));
        var own = TappedPaces
            .None.With(new(Pace.Counted, MoveFamily.Kick, 5, 2))
            .With(new(Pace.Counted, MoveFamily.Kick, 3, 2));

        var both = own.Before(school);
        Assert.Equal(3, both.Of(MoveFamily.Kick, Pace.Counted)!.Value.Seconds);
        Assert.Equal(1, both.Of(MoveFamily.Hand, Pace.Brisk)!.Value.Seconds);
        Assert.Null(both.Without(MoveFamily.Kick, Pace.Counted).Of(MoveFamily.Kick, Pace.Counted));
    }

    [Fact]
    public void What_is_kept_reads_back_and_all_of_it_fits()
    {
        var all = TappedPaces.None;
        foreach (var pace in Enum.GetValues<Pace>())
        foreach (var family in Enum.GetValues<MoveFamily>())
            all = all.With(new TappedPace(pace, family, 59.99m, 12.34m));
        Assert.Equal(all, TappedPaces.Read(all.Write()));
        Assert.InRange(all.Write().Length, 1, TappedPaces.Longest);
        Assert.Equal(TappedPaces.None, TappedPaces.Read("; nonsense; steady hand 1; fast tail 1 2"));
    }

    /// <summary>Sixty logged lines took half as long again: twenty lines' worth of tapping pulls that down by a quarter.</summary>
    [Fact]
    public void A_tapped_line_is_mended_less_by_the_log_than_one_that_nobody_tapped()
    {
        var (group, teacher) = (Guid.NewGuid(), Guid.NewGuid());
        var pace = PaceModel.Learn(
            Enumerable.Range(0, 60).Select(_ => new PacedLine(Guid.NewGuid(), group, teacher, PaceKind.Alone, 100, 150))
        )!;
        Assert.Equal(Math.Log(1.5), pace.Of(PaceKind.Alone, group, teacher), 6);
        Assert.Equal(Math.Log(1.5) * 0.75, pace.OfTapped(PaceKind.Alone, group, teacher), 6);
        Assert.Equal(0, pace.OfTapped(PaceKind.Floor, group, teacher), 6);

        double Likely(bool isTapped) =>
            pace.Of([new PlannedWork(PaceKind.Alone, 600, isTapped)], 0, group, teacher).Seconds;
        Assert.True(Likely(true) < Likely(false));
    }
}
