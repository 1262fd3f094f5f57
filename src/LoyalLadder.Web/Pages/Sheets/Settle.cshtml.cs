using System.Globalization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Fitting a sheet into its time, settling what the checks say, and undoing one's own last save.</summary>
public sealed class SettleModel(
    OwnSchool own,
    TimeProvider time,
    SheetDesk desk,
    SheetSettling settling,
    SheetHistory history
) : SheetRoom(own, time, desk)
{
    private static readonly SheetEdit Nothing = new SheetEdit.Saved(Guid.Empty);

    /// <summary>The three ways to end in time, or the fit line by line, to look at; nothing is changed yet.</summary>
    public async Task<IActionResult> OnGetAsync(string? by)
    {
        if (!await Load(SheetDeed.None))
            return NotFound();
        var sheet = View.Sheet;
        if (by != "lines")
            return await Load(new SheetDeed { Ways = await Desk.Ways(sheet, Cancel) }) ? Shown() : NotFound();
        var (fitted, noFit) = LessonFit.Of(sheet.Plan, sheet.Clock.Setting);
        return await Load(new SheetDeed { Fitted = fitted, NoFit = noFit }) ? Shown() : NotFound();
    }

    /// <summary>Takes a way as it was shown, or the fitted form of the lines that are ticked.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostFitAsync(FitWay? way)
    {
        var boxes = Request.HasFormContentType ? Request.Form[way is null ? "fit" : $"fit_{way}"] : default;
        var changed = await settling.AcceptFit(Id, way, Ticked(boxes.OfType<string>()), Cancel);
        if (changed is null)
            return await Answer(
                Nothing,
                new SheetDeed { Problem = Say("The sheet has changed meanwhile. Fit it once more.") }
            );
        if (changed == 0)
            return await Answer(Nothing);
        return await Answer(Nothing, Done(Say($"{Spoken.Many(changed.Value, "line")} fitted.")));
    }

    /// <summary>Lines with the version that was fitted: 'key:version'.</summary>
    private static Dictionary<Guid, uint> Ticked(IEnumerable<string> boxes)
    {
        var ticked = new Dictionary<Guid, uint>();
        foreach (var box in boxes)
            if (
                box.Split(':') is [var line, var version]
                && Guid.TryParse(line, out var id)
                && uint.TryParse(version, NumberStyles.None, CultureInfo.InvariantCulture, out var seen)
            )
                ticked[id] = seen;
        return ticked;
    }

    /// <summary>Settles a check in one press.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMendAsync(string? code, Guid? line)
    {
        if (!await settling.ApplyQuickFix(Id, code ?? "", line, Cancel))
            return await Answer(new SheetEdit.Gone());
        return await Answer(Nothing, Done(Say("Mended.")));
    }

    /// <summary>Sets a stop aside for this lesson; the reason is kept with the name.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSetAsideAsync(string? code, Guid? line)
    {
        var reason = Request.HasFormContentType ? Request.Form[$"reason_{code}_{line}"] : default;
        var wrong = await settling.SetAside(Id, code ?? "", line, reason, Cancel);
        var deed = wrong is null
            ? new SheetDeed { Done = Say("Set aside, in your name.") }
            : new SheetDeed { NotSetAside = (code ?? "", line, wrong) };
        return await Answer(Nothing, deed);
    }

    /// <summary>Lets a stop that was set aside count again.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostCountAgainAsync(Guid aside)
    {
        await settling.CountAgain(Id, aside, Cancel);
        return await Answer(Nothing);
    }

    /// <summary>Takes back one's own last step on this sheet.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostBackAsync() =>
        await Went(await history.UndoLast(Id, Cancel), Say("Nothing to undo."));

    /// <summary>Does again what was taken back last.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAgainAsync() =>
        await Went(await history.RedoLast(Id, Cancel), Say("There is nothing to do again."));

    /// <summary>Brings back lines that were taken out at once, whoever took them out.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRestoreAsync(Guid batch) =>
        await Went(await history.Undo(Id, batch, Cancel), Say("They are back already."));

    private Task<IActionResult> Went(UndoResult? back, string nothing) =>
        Answer(
            Nothing,
            new SheetDeed { Done = back is null ? nothing : HistoryModel.Words(back) },
            back?.Line ?? ChosenBefore
        );

    private static SheetDeed Done(string words) => new() { Done = words, CanUndo = true };
}
