using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Timetables;

/// <summary>A class meets on a weekday at an hour; see <see cref="Meeting"/>. What is null is as the class usually has it.</summary>
public sealed class MeetingRow : SchoolRow
{
    public Guid ClassId { get; set; }
    public ClassGroup? Class { get; set; }
    public DayOfWeek Weekday { get; set; }
    public TimeOnly Start { get; set; }
    public int? Minutes { get; set; }
    public Guid? HallId { get; set; }
    public Hall? Hall { get; set; }
    public Guid? TeacherId { get; set; }
    public AppUser? Teacher { get; set; }

    /// <summary>Who usually helps.</summary>
    public List<Guid> AssistantIds { get; set; } = [];

    public DateOnly? From { get; set; }
    public DateOnly? Until { get; set; }

    /// <summary>As the core knows it.</summary>
    public Meeting Plain(ClassGroup group) =>
        new(ClassId, Weekday, Start, Minutes ?? group.Minutes, HallId ?? group.HallId, TeacherId ?? group.TeacherId)
        {
            From = From,
            Until = Until,
            Assistants = [.. AssistantIds],
        };
}

/// <summary>What is other on one date; see <see cref="DateChange"/>.</summary>
public sealed class DateChangeRow : SchoolRow
{
    public const int LongestReason = 120;

    public Guid ClassId { get; set; }
    public ClassGroup? Class { get; set; }
    public DateOnly Date { get; set; }
    public TimeOnly At { get; set; }
    public bool IsExtra { get; set; }
    public bool IsCancelled { get; set; }
    public string Reason { get; set; } = "";
    public DateOnly? ToDate { get; set; }
    public TimeOnly? ToStart { get; set; }
    public int? Minutes { get; set; }
    public Guid? HallId { get; set; }
    public Hall? Hall { get; set; }
    public bool IsAway { get; set; }
    public Guid? StandInId { get; set; }
    public AppUser? StandIn { get; set; }

    public DateChange Plain() =>
        new(ClassId, Date, At)
        {
            IsExtra = IsExtra,
            IsCancelled = IsCancelled,
            Reason = Reason,
            ToDate = ToDate,
            ToStart = ToStart,
            Minutes = Minutes,
            Hall = HallId,
            IsAway = IsAway,
            StandIn = StandInId,
        };
}

/// <summary>Days on which the school or a hall is closed; see <see cref="Closure"/>.</summary>
public sealed class ClosureRow : SchoolRow
{
    public const int LongestName = 60;

    public DateOnly From { get; set; }
    public DateOnly Until { get; set; }
    public Guid? HallId { get; set; }
    public Hall? Hall { get; set; }
    public required string Name { get; set; }

    public Closure Plain() => new(From, Until, HallId, Name);
}
