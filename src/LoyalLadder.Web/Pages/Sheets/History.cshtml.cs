using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Who changed what on a sheet and when, with the way back.</summary>
public sealed class HistoryModel(OwnSchool own, TimeProvider time, LessonSheets sheets, SheetHistory history)
    : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public OpenSheet Sheet { get; private set; } = null!;
    public List<SheetVersion> Versions { get; private set; } = [];

    /// <summary>The two versions that are compared, each as the save behind which it stood.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? From { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? To { get; set; }

    /// <summary>Both versions, line beside line; null where none were chosen.</summary>
    public IReadOnlyList<ComparedLine>? Compared { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return NotFound();
        Sheet = sheet;
        Versions = await history.Of(Id, Cancel);
        if (From is not { } from || To is not { } to)
            return Page();
        if (await history.LinesAt(Id, from, Cancel) is not { } left)
            return NotFound();
        if (await history.LinesAt(Id, to, Cancel) is not { } right)
            return NotFound();
        Compared = SheetComparison.Of(left, right);
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRestoreAsync(Guid batch)
    {
        if (await history.Restore(Id, batch, Cancel) is not { } back)
            return NotFound();
        Tell(
            back.Undone == 0
                ? Say("The sheet is that already.")
                : Say($"{Spoken.Many(back.Undone, "line")} brought back. This can be undone here as well.")
        );
        return Redirect($"/sheets/{Id}");
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostUndoAsync(Guid batch)
    {
        if (await history.Undo(Id, batch, Cancel) is not { } back)
            return NotFound();
        Tell(Words(back));
        return Redirect($"/sheets/{Id}/history");
    }

    /// <summary>A save told apart from others by when, by whom and by what it changed: '… added front kick 5/side and 2 more'.</summary>
    public string NameOf(SheetVersion version)
    {
        var what = version.Changes is [var first, ..] ? Change(first) : "";
        var more = version.Changes.Count > 1 ? Say($" and {version.Changes.Count - 1} more") : "";
        return $"{Shown.Moment(version.At, Sheet.School)}, {Sheet.Facts.NameOf(version.ById)}: {what}{more}";
    }

    private static string Change(SheetChange change) =>
        change switch
        {
            { Before: null } => Say($"added {Spoken.Brief(change.After ?? "")}"),
            { After: null } => Say($"deleted {Spoken.Brief(change.Before)}"),
            _ when change.Before == change.After => Say($"moved {Spoken.Brief(change.After)}"),
            _ => Say($"changed {Spoken.Brief(change.Before)}"),
        };

    /// <summary>'3 lines as before; 1 had been changed since and stays.'</summary>
    public static string Words(UndoResult back) =>
        back.Left == 0
            ? Say($"{Spoken.Many(back.Undone, "line")} as before.")
            : Say($"{Spoken.Many(back.Undone, "line")} as before; {back.Left} had been changed since and stay.");
}
