using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Mat;

/// <summary>Why a lesson does not start yet: each reason with its mend, or start it anyway with a reason in one's own name.</summary>
[ForHallToo]
public sealed class ReadyModel(OwnSchool own, TimeProvider time, LessonSheets sheets, SheetSettling settling)
    : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public OpenSheet Sheet { get; private set; } = null!;

    /// <summary>What stands against a start.</summary>
    public IReadOnlyList<Check> Stops { get; private set; } = [];

    /// <summary>Why it is all right today, as typed.</summary>
    public string Reason { get; private set; } = "";

    private string Mat => $"/mat/{Id}";

    public async Task<IActionResult> OnGetAsync()
    {
        if (!await Load())
            return NotFound();
        return Stops.Count == 0 ? Redirect(Mat) : Page();
    }

    /// <summary>Mends one of them in the sheet.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMendAsync(string? code, Guid? line)
    {
        // a hall's tablet runs lessons; what is wrong with one is settled by whoever signs for it
        if (!CanPlan)
            return Forbid();
        if (!await settling.ApplyQuickFix(Id, code ?? "", line, Cancel))
            Refuse(Say("The sheet has changed meanwhile; this is how it stands now."));
        return Redirect($"{Mat}/ready");
    }

    /// <summary>Starts it as it is: every reason is set aside, in the name of who presses.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAnywayAsync(string? reason)
    {
        if (!CanPlan)
            return Forbid();
        if (!await Load())
            return NotFound();
        foreach (var stop in Stops)
            if (await settling.SetAside(Id, stop.Code, Sheet.LineOf(stop), reason, Cancel) is { } wrong)
            {
                Reason = reason ?? "";
                ModelState.AddModelError("reason", wrong);
                return Page();
            }
        return Redirect(Mat);
    }

    private async Task<bool> Load()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return false;
        Sheet = sheet;
        Stops = await sheets.OpenStops(sheet, Cancel);
        return true;
    }
}
