using System.ComponentModel.DataAnnotations;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The head of a lesson, as its form sends it.</summary>
public sealed class HeadForm
{
    [StringLength(300, ErrorMessage = "A title has at most 300 characters.")]
    public string? Title { get; set; }

    [StringLength(300, ErrorMessage = "A focus has at most 300 characters.")]
    public string? Focus { get; set; }

    [Required(ErrorMessage = "How many are expected?"), Range(1, 500, ErrorMessage = "1 to 500 heads.")]
    public int? Heads { get; set; }

    [Required(ErrorMessage = "How long is it booked?"), Range(10, 300, ErrorMessage = "10 to 300 minutes.")]
    public int? Minutes { get; set; }

    [Required(ErrorMessage = "When does it start?")]
    public TimeOnly? Start { get; set; }

    [Required(ErrorMessage = "On which day?")]
    public DateOnly? Date { get; set; }

    public Guid? ClassId { get; set; }
    public Guid? HallId { get; set; }
    public Guid? TeacherId { get; set; }

    public static HeadForm Of(Lesson lesson) =>
        new()
        {
            Title = lesson.Title,
            Focus = lesson.Focus,
            Heads = lesson.Heads,
            Minutes = lesson.Minutes,
            Start = lesson.Start,
            Date = lesson.Date,
            ClassId = lesson.ClassId,
            HallId = lesson.HallId,
            TeacherId = lesson.TeacherId,
        };

    public HeadDraft Draft() =>
        new(
            Title?.Trim() ?? "",
            Focus?.Trim() ?? "",
            Heads!.Value,
            Minutes!.Value,
            Start!.Value,
            Date!.Value,
            ClassId,
            HallId,
            TeacherId
        );
}
