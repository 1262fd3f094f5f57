using System.ComponentModel.DataAnnotations;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>A meeting as it is typed; what is empty is as the class usually has it.</summary>
public sealed class MeetingForm
{
    [Required(ErrorMessage = "Choose a class.")]
    public Guid? ClassId { get; set; }

    [EnumDataType(typeof(DayOfWeek), ErrorMessage = "A day of the week.")]
    public DayOfWeek Weekday { get; set; } = DayOfWeek.Monday;

    [Required(ErrorMessage = "When does it start?")]
    public TimeOnly? Start { get; set; } = new TimeOnly(18, 0);

    public int? Minutes { get; set; }
    public Guid? HallId { get; set; }
    public Guid? TeacherId { get; set; }

    /// <summary>Who helps.</summary>
    public List<Guid> AssistantIds { get; set; } = [];

    public DateOnly? From { get; set; }
    public DateOnly? Until { get; set; }
}

/// <summary>Closed days as they are typed.</summary>
public sealed class ClosureForm
{
    public string? Name { get; set; }

    [Required(ErrorMessage = "From which day?")]
    public DateOnly? From { get; set; }

    /// <summary>Null for one day.</summary>
    public DateOnly? Until { get; set; }

    public Guid? HallId { get; set; }
}

/// <summary>One session more as it is typed.</summary>
public sealed class ExtraForm
{
    [Required(ErrorMessage = "Choose a class.")]
    public Guid? ClassId { get; set; }

    [Required(ErrorMessage = "On which day?")]
    public DateOnly? Date { get; set; }

    [Required(ErrorMessage = "When does it start?")]
    public TimeOnly? ToStart { get; set; } = new TimeOnly(18, 0);

    public int? Minutes { get; set; }
    public Guid? HallId { get; set; }
    public Guid? StandInId { get; set; }
    public string? Reason { get; set; }
}
