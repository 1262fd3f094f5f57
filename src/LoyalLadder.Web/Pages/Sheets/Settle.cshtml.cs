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

    /// <summary>The lesson fitted into its time, to look at; nothing is changed yet.</summary>
    public async Task<IActionResult> OnGetAsync()
    {
        if (!await Load(SheetDeed.None))
            return NotFound();
        var (fitted, noFit) = LessonFit.Of(View.Sheet.Plan, View.Sheet.Clock.Setting);
        return await Load(new SheetDeed { Fitted = fitted, NoFit = noFit }) ? Shown() : NotFound();
    }

    /// <summary>Takes the fitted form of the lines that are ticked.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostFitAsync(string[] fit)
    {
        var changed = await settling.AcceptFit(Id, Ticked(fit), Cancel);
        if (changed is null)
            return await Answer(
                Nothing,
                new SheetDeed { Problem = "The sheet has changed meanwhile. Fit it once more." }
            );
        if (changed == 0)
            return await Answer(Nothing);
        return await Answer(Nothing, await Done($"{Spoken.Many(changed.Value, "line")} fitted."));
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
        if (!await settling.Mend(Id, code ?? "", line, Cancel))
            return await Answer(new SheetEdit.Gone());
        return await Answer(Nothing, await Done("Mended."));
    }

    /// <summary>Sets a stop aside for this lesson; the reason is kept with the name.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSetAsideAsync(string? code, Guid? line)
    {
        var reason = Request.HasFormContentType ? Request.Form[$"reason_{code}_{line}"] : default;
        var wrong = await settling.SetAside(Id, code ?? "", line, reason, Cancel);
        var deed = wrong is null
            ? new SheetDeed { Done = "Set aside, in your name." }
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

    /// <summary>Takes one save of this sheet back.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostUndoAsync(Guid batch)
    {
        if (await history.Undo(Id, batch, Cancel) is not { } back)
            return await Answer(new SheetEdit.Gone());
        return await Answer(Nothing, new SheetDeed { Done = HistoryModel.Words(back) });
    }

    private async Task<SheetDeed> Done(string words) =>
        new() { Done = words, Undoable = await history.LastOwn(Id, Cancel) };
}
