namespace LoyalLadder.Data.Timetables;

/// <summary>Where a calendar program reads the timetable without a sign-in: an address with a secret, which can be renewed.</summary>
public sealed class CalendarAddress : SchoolRow
{
    /// <summary>Who asked for it; it ends with their account.</summary>
    public Guid PersonId { get; set; }

    /// <summary>Their own sessions alone; else the whole school's.</summary>
    public bool IsOwn { get; set; }

    /// <summary>Of the secret, which is shown once and kept nowhere.</summary>
    public required string Hash { get; set; }
}
