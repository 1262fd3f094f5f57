using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Progress;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Matches for the quick line: how the typed line reads, and names that it may become.</summary>
public sealed record MatchList(string? Reads, IReadOnlyList<Match> Matches);

/// <param name="Name">What is shown.</param>
/// <param name="Reason">Why it is offered.</param>
/// <param name="Fill">What the quick line becomes when it is taken.</param>
public sealed record Match(string Name, string Reason, string Fill);

/// <summary>What is due for a lesson's class and not on its sheet yet.</summary>
public sealed record DueList(Guid Lesson, bool CanPlan, IReadOnlyList<(DueItem Item, string Name)> Items, int All)
{
    /// <summary>Shown at once, and behind a press.</summary>
    public const int First = 4,
        Most = 14;
}

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
}
