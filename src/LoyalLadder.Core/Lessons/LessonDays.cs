namespace LoyalLadder.Core.Lessons;

/// <summary>On which days lessons are, and may be.</summary>
public static class LessonDays
{
    /// <summary>Years from today within which a lesson may be planned or moved.</summary>
    public const int Years = 2;

    /// <summary>What is said where a day is further off.</summary>
    public const string Refusal = "Choose a day within two years of today.";

    /// <summary>True for days near enough to be meant.</summary>
    public static bool MayBePlanned(DateOnly day, DateOnly today) =>
        day >= today.AddYears(-Years) && day <= today.AddYears(Years);

    /// <summary>The days of a month on which a class meets.</summary>
    /// <param name="first">The first of the month.</param>
    /// <param name="weekday">On which day of the week.</param>
    public static IEnumerable<DateOnly> MeetingsIn(DateOnly first, DayOfWeek weekday)
    {
        for (var day = NextMeeting(weekday, first); day.Month == first.Month; day = day.AddDays(7))
            yield return day;
    }

    /// <summary>The next day of the week that a class meets on, today included.</summary>
    public static DateOnly NextMeeting(DayOfWeek weekday, DateOnly today) =>
        today.AddDays(((int)weekday - (int)today.DayOfWeek + 7) % 7);
}
