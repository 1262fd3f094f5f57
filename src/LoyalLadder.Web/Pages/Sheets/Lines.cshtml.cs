using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Adding lines to a sheet, editing them, taking them out, and bringing in what the class is owed or due.</summary>
[Takes(RequestSizes.Sheet)]
public sealed class LinesModel(OwnSchool own, TimeProvider time, SheetDesk desk, SheetEdits edits, OwedLines owed)
    : SheetRoom(own, time, desk)
{
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAddAsync(string? text, Guid? after, Guid? under)
    {
        var edit = await edits.Add(Id, Key, text, new LineTarget(after, under), null, Cancel);
        var deed = edit is SheetEdit.Refused refused
            ? new SheetDeed { Problem = refused.Message, Typed = text }
            : SheetDeed.None;
        return await Answer(edit, deed);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostEditAsync(Guid line, uint version, string? text)
    {
        var edit = await edits.Edit(Id, line, version, text, Cancel);
        var deed = edit switch
        {
            SheetEdit.Refused refused => new SheetDeed
            {
                EditLine = line,
                EditText = text ?? "",
                EditProblem = refused.Message,
            },
            SheetEdit.Clash clash => new SheetDeed
            {
                EditLine = line,
                EditText = clash.Mine,
                Clash = clash,
            },
            // the words stand in the quick line: one press adds them again
            SheetEdit.Gone => new SheetDeed { Typed = text },
            _ => SheetDeed.None,
        };
        return await Answer(edit, deed, line);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid line, uint? version)
    {
        var edit = await edits.Remove(Id, line, version, Cancel);
        var deed =
            edit is SheetEdit.Saved ? new SheetDeed { Done = Say("Taken out."), CanUndo = true } : SheetDeed.None;
        return await Answer(edit, deed, line);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSampleAsync() =>
        await Answer(await edits.Add(Id, Key, SampleSheet.Text, default, null, Cancel));

    /// <summary>Brings in what the class is owed.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostOwedAsync(Guid line)
    {
        if (!await Load(SheetDeed.None))
            return NotFound();
        var debt = View.Owed.FirstOrDefault(o => o.LogLine == line);
        if (debt is null)
            return await Answer(new SheetEdit.Gone());
        return await Answer(await edits.Add(Id, Key, debt.Text, default, line, Cancel));
    }

    /// <summary>Brings what is due into the sheet, with a dose and stage that fit.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostBringInAsync(string? learnable)
    {
        if (!await Load(SheetDeed.None))
            return NotFound();
        if (await Desk.DueLine(View.Sheet, learnable, Cancel) is not { } text)
            return await Answer(new SheetEdit.Gone());
        Response.Headers["HX-Trigger-After-Settle"] = "due-changed";
        return await Answer(await edits.Add(Id, Key, text, default, null, Cancel));
    }

    /// <summary>Lets a debt go, by name.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostDropAsync(Guid line) =>
        await Answer(await owed.Drop(line, Cancel) ? new SheetEdit.Saved(Guid.Empty) : new SheetEdit.Gone());
}
