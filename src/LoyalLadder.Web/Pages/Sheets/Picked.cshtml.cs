using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Doing one thing to several picked lines of a sheet.</summary>
public sealed class PickedModel(OwnSchool own, TimeProvider time, SheetDesk desk, PickedLines picked)
    : SheetRoom(own, time, desk)
{
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMoveAsync(Guid[] pick, int by) =>
        await Answer(await picked.MoveBy(Id, pick, Math.Sign(by), Cancel));

    /// <summary>Lines that were dragged, one or several: right behind another, or to the front.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostDropAsync(Guid[] pick, Guid? behind) =>
        await Answer(await picked.MoveBehind(Id, pick, behind, Cancel));

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostCopyAsync(Guid[] pick) =>
        await Told(await picked.Copy(Id, Key, pick, Cancel), Say("Copied."));

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid[] pick) =>
        await Told(await picked.Remove(Id, pick, Cancel), Say("Taken out."));

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostCircuitAsync(Guid[] pick, int times) =>
        await Told(await picked.Circuit(Id, pick, times, Cancel), Say("One circuit now."));

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostKeepAsync(Guid[] pick, string? drill)
    {
        if (await picked.KeepAsDrill(Id, Key, pick, drill, Cancel) is { } wrong)
            return await Answer(new SheetEdit.Refused(wrong), new SheetDeed { Problem = wrong, Typed = drill });
        return await Answer(
            new SheetEdit.Saved(pick[0]),
            new SheetDeed
            {
                Done = Say($"Kept as the drill {drill?.Trim()}; 'drill: {drill?.Trim()}' brings it into any sheet."),
            }
        );
    }

    private async Task<IActionResult> Told(SheetEdit edit, string done) =>
        await Answer(
            edit,
            edit switch
            {
                SheetEdit.Refused refused => new SheetDeed { Problem = refused.Message },
                SheetEdit.Saved => new SheetDeed { Done = done, CanUndo = true },
                _ => SheetDeed.None,
            }
        );
}
