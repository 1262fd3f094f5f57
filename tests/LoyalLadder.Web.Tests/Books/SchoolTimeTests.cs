using LoyalLadder.Data;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>Days and hours where the school is, over changes of the clocks.</summary>
public sealed class SchoolTimeTests
{
    private static SchoolCard In(string zone) =>
        new()
        {
            Id = Guid.Empty,
            Name = "Anywhere",
            Zone = SchoolTime.ZoneOf(zone),
        };

    private sealed class Still(DateTimeOffset now) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => now;
    }

    [Theory]
    [InlineData("Europe/London", "2041-01-15", "18:00", "2041-01-15T18:00Z")]
    [InlineData("Europe/London", "2041-07-15", "18:00", "2041-07-15T17:00Z")]
    [InlineData("America/New_York", "2041-01-15", "18:00", "2041-01-15T23:00Z")]
    [InlineData("America/New_York", "2041-07-15", "18:00", "2041-07-15T22:00Z")]
    [InlineData("Australia/Lord_Howe", "2041-01-15", "18:00", "2041-01-15T07:00Z")]
    [InlineData("Australia/Lord_Howe", "2041-07-15", "18:00", "2041-07-15T07:30Z")]
    [InlineData("Asia/Kathmandu", "2041-07-15", "18:00", "2041-07-15T12:15Z")]
    public void A_lesson_begins_at_its_hour_on_the_wall(string zone, string day, string hour, string instant) =>
        Assert.Equal(
            DateTimeOffset.Parse(instant, System.Globalization.CultureInfo.InvariantCulture),
            SchoolTime.At(
                In(zone),
                DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture),
                TimeOnly.Parse(hour, System.Globalization.CultureInfo.InvariantCulture)
            )
        );

    [Theory]
    [InlineData("Europe/London")]
    [InlineData("America/New_York")]
    [InlineData("Australia/Lord_Howe")]
    public void Every_day_of_two_years_has_its_lesson_once_on_that_day(string zone)
    {
        var school = In(zone);
        var first = new DateOnly(2040, 12, 1);
        for (var i = 0; i < 730; i++)
            foreach (var hour in new TimeOnly[] { new(0, 5), new(2, 30), new(18, 0), new(23, 55) })
            {
                var at = SchoolTime.At(school, first.AddDays(i), hour);
                Assert.Equal(first.AddDays(i), SchoolTime.DayOf(school, at));
            }
    }

    [Fact]
    public void An_hour_that_the_clocks_skip_is_taken_as_if_they_had_not_and_one_that_comes_twice_is_the_first()
    {
        var london = In("Europe/London");
        // 31 March 2041: at one o'clock it is two
        Assert.Equal(
            new DateTimeOffset(2041, 3, 31, 1, 30, 0, TimeSpan.Zero),
            SchoolTime.At(london, new DateOnly(2041, 3, 31), new TimeOnly(1, 30)).ToUniversalTime()
        );
        // 27 October 2041: half past one comes twice, and a calendar means the first
        Assert.Equal(
            new DateTimeOffset(2041, 10, 27, 0, 30, 0, TimeSpan.Zero),
            SchoolTime.At(london, new DateOnly(2041, 10, 27), new TimeOnly(1, 30)).ToUniversalTime()
        );
    }

    [Theory]
    [InlineData("Europe/London", "2041-07-15T22:59Z", "2041-07-15")]
    [InlineData("Europe/London", "2041-07-15T23:01Z", "2041-07-16")]
    [InlineData("Pacific/Auckland", "2041-07-15T12:01Z", "2041-07-16")]
    [InlineData("America/Los_Angeles", "2041-07-15T06:59Z", "2041-07-14")]
    public void Today_changes_at_the_schools_midnight(string zone, string instant, string day)
    {
        var now = DateTimeOffset.Parse(instant, System.Globalization.CultureInfo.InvariantCulture);
        Assert.Equal(
            DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture),
            SchoolTime.Today(In(zone), new Still(now))
        );
    }

    [Fact]
    public void A_zone_that_nobody_knows_is_an_error_and_never_guessed() =>
        Assert.Throws<TimeZoneNotFoundException>(() => SchoolTime.ZoneOf("Sea/Bottom"));
}
