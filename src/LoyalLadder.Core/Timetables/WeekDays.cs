namespace LoyalLadder.Core.Timetables;

/// <summary>Weeks begin on Monday.</summary>
public static class WeekDays
{
    public const int Days = 7;

    /// <summary>0 for Monday to 6 for Sunday.</summary>
    public static int PlaceOf(DayOfWeek day) => ((int)day + 6) % Days;

    /// <summary>The Monday of the week that a day is in.</summary>
    public static DateOnly MondayOf(DateOnly day) => day.AddDays(-PlaceOf(day.DayOfWeek));
}
