using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Changing one thing about a line: its dose, its place, how much it matters, how much of it is taught.</summary>
public sealed class DosesModel(OwnSchool own, TimeProvider time, SheetDesk desk, SheetEdits edits, SchoolBook school)
    : SheetRoom(own, time, desk)
{
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostStepAsync(Guid line, int by) =>
        await Answer(await edits.Step(Id, line, Math.Sign(by), Cancel), line: line);

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMoveAsync(Guid line, int by) =>
        await Answer(await edits.Move(Id, line, Math.Sign(by), Cancel), line: line);

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostPrioritiseAsync(Guid line, Priority priority) =>
        await Answer(await edits.Prioritise(Id, line, priority, Cancel), line: line);

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostTeachAsync(Guid line, TeachingKind kind) =>
        await Answer(await edits.Teach(Id, line, kind, Cancel), line: line);

    /// <summary>
    /// Says once for the school what 'on my count' means; where it is a call, the counted lines of this sheet become called.
    /// </summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMyCountAsync(bool calls)
    {
        if (!await Load(SheetDeed.None))
            return NotFound();
        await school.KeepMyCount(calls, Cancel);
        SheetEdit edit = new SheetEdit.Saved(Guid.Empty);
        foreach (var line in calls ? View.CountedLines : [])
            edit = await edits.Call(Id, line, Cancel);
        return await Answer(edit, new SheetDeed { Done = Say("Kept for the school; it stands under School, Names.") });
    }

    /// <summary>Makes a line's work as near to some seconds as whole repetitions allow: an upright was dragged there.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSizeAsync(Guid line, int seconds)
    {
        var edit = await edits.Size(Id, line, Math.Clamp(seconds, 1, Dose.LongestSeconds), Cancel);
        if (edit is not SheetEdit.Saved)
            return await Answer(edit, line: line);
        var deed = new SheetDeed { Done = Say("Changed."), CanUndo = true };
        return await Answer(edit, deed, line);
    }
}
