namespace LoyalLadder.Core.Timetables;

/// <summary>One class on one day, as the timetable and what was changed of it have it.</summary>
/// <param name="Class">The class.</param>
/// <param name="Date">The day, at the school.</param>
/// <param name="Start">The hour, at the school.</param>
/// <param name="Minutes">How long.</param>
/// <param name="Hall">Null for none.</param>
/// <param name="Teacher">Who teaches it; null where nobody does yet.</param>
public sealed record Session(Guid Class, DateOnly Date, TimeOnly Start, int Minutes, Guid? Hall, Guid? Teacher)
{
    /// <summary>The day and hour that the timetable has for it, by which a change names it.</summary>
    public required (DateOnly Date, TimeOnly At) Planned { get; init; }

    /// <summary>Why it is not: 'Summer break', 'moved to Thursday 9 May 17:00'; null where it takes place.</summary>
    public string? Off { get; init; }

    public bool TakesPlace => Off is null;

    public bool IsExtra { get; init; }

    /// <summary>Who helps.</summary>
    public Sequence<Guid> Assistants { get; init; }

    /// <summary>True where somebody teaches it or helps.</summary>
    public bool IsOf(Guid person) => Teacher == person || Assistants.Contains(person);

    /// <summary>It stands elsewhere than the timetable has it.</summary>
    public bool IsMoved { get; init; }

    /// <summary>Whoever usually teaches is away.</summary>
    public bool IsAway { get; init; }

    /// <summary>Somebody is away and nobody has taken it yet.</summary>
    public bool SeeksStandIn => IsAway && Teacher is null && TakesPlace;

    /// <summary>Why something is other than usual, as somebody wrote it.</summary>
    public string Reason { get; init; } = "";

    /// <summary>The hour that it was moved from, with the day where that is another.</summary>
    private string From =>
        Planned.Date == Date
            ? Planned.At.ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture)
            : Timetable.DayAndHour(Planned.Date, Planned.At);

    /// <summary>
    /// What is other about it in a few words: 'moved from Tuesday 18:00', 'extra', 'stand-in wanted'; empty where nothing is.
    /// </summary>
    public string Words
    {
        get
        {
            var words = new List<string>();
            if (Off is not null)
                words.Add(Off);
            if (IsExtra)
                words.Add(Say("extra"));
            if (IsMoved && TakesPlace)
                words.Add(Say($"moved from {From}"));
            if (SeeksStandIn)
                words.Add(Say("stand-in wanted"));
            else if (IsAway && TakesPlace)
                words.Add(Say("stand-in"));
            if (Reason.Length > 0)
                words.Add(Reason);
            return string.Join(" · ", words);
        }
    }
}
