using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data;

/// <summary>Dates and hours where the school is.</summary>
public static class SchoolTime
{
    public static TimeZoneInfo Zone(School school) =>
        TimeZoneInfo.TryFindSystemTimeZoneById(school.TimeZone, out var zone) ? zone : TimeZoneInfo.Utc;

    public static DateTimeOffset Now(School school, TimeProvider time) =>
        TimeZoneInfo.ConvertTime(time.GetUtcNow(), Zone(school));

    public static DateOnly Today(School school, TimeProvider time) => DateOnly.FromDateTime(Now(school, time).DateTime);

    /// <summary>The instant of a local date and hour; one that the clocks skip is taken as if they had not.</summary>
    public static DateTimeOffset At(School school, DateOnly date, TimeOnly hour)
    {
        var local = date.ToDateTime(hour);
        return new DateTimeOffset(local, Zone(school).GetUtcOffset(local));
    }
}
