namespace LoyalLadder.Core.Timetables;

/// <summary>A class meets on a weekday at an hour, week after week.</summary>
/// <param name="Class">The class.</param>
/// <param name="Weekday">The day of the week.</param>
/// <param name="Start">The hour by the clocks of the school.</param>
/// <param name="Minutes">How long.</param>
/// <param name="Hall">Null for none.</param>
/// <param name="Teacher">Who usually teaches; null for nobody yet.</param>
public sealed record Meeting(
    Guid Class,
    DayOfWeek Weekday,
    TimeOnly Start,
    int Minutes,
    Guid? Hall = null,
    Guid? Teacher = null
)
{
    /// <summary>Who usually helps.</summary>
    public Sequence<Guid> Assistants { get; init; }

    /// <summary>The first day on which it may be; null for ever since. A timetable that changes keeps its past so.</summary>
    public DateOnly? From { get; init; }

    /// <summary>The last such day; null for no end.</summary>
    public DateOnly? Until { get; init; }

    /// <summary>True where it is on that day.</summary>
    public bool IsOn(DateOnly day) => day.DayOfWeek == Weekday && !(day < From) && !(day > Until);

    /// <summary>True where both would be one class at one hour on some day.</summary>
    public bool Meets(Meeting other) =>
        Class == other.Class
        && Weekday == other.Weekday
        && Start == other.Start
        && !(Until < other.From)
        && !(other.Until < From);
}

/// <summary>What is other on one date than the timetable has it.</summary>
/// <param name="Class">The class.</param>
/// <param name="Date">The day that the timetable has; of an extra session its own.</param>
/// <param name="At">The hour that the timetable has there; of an extra session its own.</param>
public sealed record DateChange(Guid Class, DateOnly Date, TimeOnly At)
{
    /// <summary>The timetable has no session there: this is one more.</summary>
    public bool IsExtra { get; init; }

    public bool IsCancelled { get; init; }

    /// <summary>Why, in the words of whoever changed it.</summary>
    public string Reason { get; init; } = "";

    /// <summary>The day that it was moved to; null for its own.</summary>
    public DateOnly? ToDate { get; init; }

    /// <summary>The hour that it was moved to; null for its own.</summary>
    public TimeOnly? ToStart { get; init; }

    /// <summary>Null for as long as usual.</summary>
    public int? Minutes { get; init; }

    /// <summary>Null for the usual hall.</summary>
    public Guid? Hall { get; init; }

    /// <summary>Whoever usually teaches is away.</summary>
    public bool IsAway { get; init; }

    /// <summary>Who takes it instead; null for nobody yet.</summary>
    public Guid? StandIn { get; init; }

    public bool IsMoved => (ToDate is { } day && day != Date) || (ToStart is { } hour && hour != At);
}

/// <summary>Days on which the school, or one hall of it, is closed.</summary>
/// <param name="From">The first of them.</param>
/// <param name="Until">The last of them.</param>
/// <param name="Hall">Null for the whole school.</param>
/// <param name="Name">What is said of it: 'Summer break'.</param>
public sealed record Closure(DateOnly From, DateOnly Until, Guid? Hall, string Name)
{
    public bool Covers(DateOnly day, Guid? hall) => From <= day && day <= Until && (Hall is null || Hall == hall);

    /// <summary>True where both close the same place on some day.</summary>
    public bool Overlaps(Closure other) => Hall == other.Hall && From <= other.Until && other.From <= Until;
}
