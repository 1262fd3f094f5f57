using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Who changed what on a sheet and when, with the way back.</summary>
public sealed class HistoryModel(LadderContext db, TimeProvider time, LessonSheets sheets, SheetHistory history)
    : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public OpenSheet Sheet { get; private set; } = null!;
    public List<SheetVersion> Versions { get; private set; } = [];
    public TimeZoneInfo Zone { get; private set; } = TimeZoneInfo.Utc;

    public async Task<IActionResult> OnGetAsync()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return NotFound();
        Sheet = sheet;
        Versions = await history.Of(Id, Cancel);
        Zone = SchoolTime.Zone(sheet.School);
        return Page();
    }

    public async Task<IActionResult> OnPostRestoreAsync(Guid batch)
    {
        if (!CanPlan)
            return Forbid();
        if (await history.Restore(Id, batch, Cancel) is not var (lines, _))
            return NotFound();
        Say(
            lines == 0
                ? "The sheet is that already."
                : $"{Shown.Many(lines, "line")} brought back. This can be undone here as well."
        );
        return Redirect($"/sheets/{Id}");
    }

    public async Task<IActionResult> OnPostUndoAsync(Guid batch)
    {
        if (!CanPlan)
            return Forbid();
        if (await history.Undo(Id, batch, Cancel) is not var (undone, left))
            return NotFound();
        Say(
            left == 0
                ? $"{Shown.Many(undone, "line")} as before."
                : $"{Shown.Many(undone, "line")} as before; {left} had been changed since and stay."
        );
        return Redirect($"/sheets/{Id}/history");
    }
}
