using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data;

/// <summary>Dates and hours where the school is.</summary>
public static class SchoolTime
{
    /// <summary>The zone of an IANA name.</summary>
    /// <exception cref="TimeZoneNotFoundException">There is none of that name: the settings refuse such a name, and
    /// no hour may be guessed.</exception>
    public static TimeZoneInfo ZoneOf(string name) => TimeZoneInfo.FindSystemTimeZoneById(name);

    public static DateTimeOffset Now(SchoolCard school, TimeProvider time) =>
        TimeZoneInfo.ConvertTime(time.GetUtcNow(), school.Zone);

    public static DateOnly Today(SchoolCard school, TimeProvider time) =>
        DateOnly.FromDateTime(Now(school, time).DateTime);

    /// <summary>The day on which an instant falls at the school.</summary>
    public static DateOnly DayOf(SchoolCard school, DateTimeOffset at) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, school.Zone).DateTime);

    /// <summary>The hour that an instant has at the school.</summary>
    public static TimeOnly HourOf(SchoolCard school, DateTimeOffset at) =>
        TimeOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, school.Zone).DateTime);

    /// <summary>The instant of a local date and hour; see <see cref="LocalHour"/> for hours that the clocks skip or repeat.</summary>
    public static DateTimeOffset At(SchoolCard school, DateOnly date, TimeOnly hour) =>
        LocalHour.Of(school.Zone, date, hour).At;
}
