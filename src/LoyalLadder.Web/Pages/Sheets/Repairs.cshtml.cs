using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>Saying what a marked line means, with one press.</summary>
[Takes(RequestSizes.Sheet)]
public sealed class RepairsModel(OwnSchool own, TimeProvider time, SheetDesk desk, SheetEdits edits, WordBook words)
    : SheetRoom(own, time, desk)
{
    /// <summary>A word means a name, here and on every sheet of the school.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostMeansAsync(Guid line, string? word, string? says)
    {
        var errors = await words.Mean(word, says, Cancel);
        var refusal = errors.All.Select(e => e.Message).FirstOrDefault();
        return refusal is not null
            ? await Answer(new SheetEdit.Refused(refusal), new SheetDeed { Problem = refusal }, line)
            : await Answer(
                new SheetEdit.Saved(line),
                new SheetDeed { Done = Say($"'{word!.Trim()}' means {says!.Trim()} from now on, on every sheet.") },
                line
            );
    }

    /// <summary>The line, and every one like it on this sheet, is a heading, a note, or reads otherwise.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostReadsAsync(Guid line, RepairKind kind, string? says)
    {
        var edit = await edits.EditAlike(Id, line, TextOf(kind, says ?? ""), Cancel);
        if (edit is SheetEdit.Refused refused)
            return await Answer(edit, new SheetDeed { Problem = refused.Message }, line);
        if (edit is not SheetEdit.Saved)
            return await Answer(edit, line: line);
        var deed = new SheetDeed { Done = Say("Changed."), CanUndo = true };
        return await Answer(edit, deed, line);
    }

    /// <summary>The line as it is typed for what a press made of it.</summary>
    public static string TextOf(RepairKind kind, string says) =>
        kind switch
        {
            RepairKind.Heading => $"## {says}",
            RepairKind.Note => $"note: {says}",
            _ => says,
        };

    /// <summary>What the press says.</summary>
    public static string Word(Repair repair) =>
        repair.Kind switch
        {
            RepairKind.Means => Say($"‘{Spoken.Brief(repair.Word)}’ means {repair.Says}"),
            RepairKind.Heading => Say("it is a heading"),
            RepairKind.Note => Say("Make it a note"),
            _ => repair.Says,
        };
}
