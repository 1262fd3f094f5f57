namespace LoyalLadder.Core.Timetables;

/// <summary>What the clocks do at an hour.</summary>
public enum ClockTurn
{
    None,

    /// <summary>The clocks go forward over it: it begins when they have.</summary>
    Skipped,

    /// <summary>The clocks go back over it: the first of the two is meant.</summary>
    Twice,
}

/// <summary>An hour by the clocks of a school as the one instant that is meant.</summary>
/// <param name="At">The instant, with the offset that the school has then.</param>
/// <param name="Turn">What the clocks do there.</param>
public readonly record struct LocalHour(DateTimeOffset At, ClockTurn Turn)
{
    public static LocalHour Of(TimeZoneInfo zone, DateOnly date, TimeOnly hour)
    {
        var local = date.ToDateTime(hour);
        if (zone.IsInvalidTime(local))
        {
            // with the offset of before it is as far behind the change as it was meant to be behind midnight
            var before = zone.GetUtcOffset(local.AddHours(-Hours));
            var instant = new DateTimeOffset(local, before);
            return new LocalHour(TimeZoneInfo.ConvertTime(instant, zone), ClockTurn.Skipped);
        }
        if (!zone.IsAmbiguousTime(local))
            return new LocalHour(new DateTimeOffset(local, zone.GetUtcOffset(local)), ClockTurn.None);
        // the larger offset is the earlier instant
        return new LocalHour(new DateTimeOffset(local, zone.GetAmbiguousTimeOffsets(local).Max()), ClockTurn.Twice);
    }

    /// <summary>No clock is turned by more than that.</summary>
    private const int Hours = 4;

    /// <summary>What is said beside the hour; empty where the clocks do nothing.</summary>
    public string Words =>
        Turn switch
        {
            ClockTurn.Skipped => Say($"the clocks skip this hour: it begins at {At:HH:mm}"),
            ClockTurn.Twice => Say("this hour comes twice: the first is meant"),
            _ => "",
        };
}
