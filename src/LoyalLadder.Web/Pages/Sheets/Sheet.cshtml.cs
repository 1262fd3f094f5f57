using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A lesson's sheet to look at, its live part as others change it, what is due beside it, and its head.</summary>
public sealed class SheetModel(
    OwnSchool own,
    TimeProvider time,
    SheetDesk desk,
    LessonHeads heads,
    DeletedSheets deleted
) : SheetRoom(own, time, desk)
{
    public async Task<IActionResult> OnGetAsync(Guid? edit, Guid? chosen, Guid? comment)
    {
        var deed = new SheetDeed
        {
            EditLine = CanPlan ? edit : null,
            CommentLine = CanPlan ? comment : null,
            Chosen = edit ?? comment ?? chosen,
        };
        return await Load(deed) ? Page() : NotFound();
    }

    /// <summary>The live part as it is now, for a page that was told that somebody changed it.</summary>
    public async Task<IActionResult> OnGetLiveAsync(Guid? chosen) =>
        await Load(new SheetDeed { Chosen = chosen }) ? Partial("_Live", View) : NotFound();

    /// <summary>What is due for the class, asked for beside the sheet so that typing never waits for it.</summary>
    public async Task<IActionResult> OnGetDueAsync() =>
        await Load(SheetDeed.None) ? Partial("_Due", await Desk.Due(View, Cancel)) : NotFound();

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostHeadAsync([Bind(Prefix = "Head")] HeadForm head)
    {
        if (!ModelState.IsValid)
            return await ShowHead(head);
        var (saved, changes) = await heads.Save(Id, Version, head.Draft(), Cancel);
        if (saved.IsGone)
            return NotFound();
        if (saved.Row is not null)
        {
            Tell(string.Join('\n', changes.Prepend(Say("Saved."))));
            return Redirect(Address);
        }
        if (!await Load(SheetDeed.None))
            return NotFound();
        Show(head);
        if (saved.Theirs is { } theirs)
            return await Clash(
                theirs.ChangedById,
                theirs.Version,
                await InWords(HeadForm.Of(theirs)),
                await InWords(head)
            );
        ShowErrors(saved.Errors, "Head.");
        return Page();
    }

    /// <summary>Deletes the sheet; it can be restored under Sheets.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostDeleteAsync()
    {
        if (await deleted.Delete(Id, Cancel) is { } problem)
        {
            Refuse(problem);
            return Redirect(Address);
        }
        Tell(Say("The sheet is deleted. It can be restored below."));
        return Redirect("/sheets#deleted");
    }

    private async Task<IActionResult> ShowHead(HeadForm head)
    {
        if (!await Load(SheetDeed.None))
            return NotFound();
        Show(head);
        return Page();
    }

    private void Show(HeadForm head) => Typed = head;

    /// <summary>The head as it was typed, where it could not be saved.</summary>
    public HeadForm? Typed { get; private set; }

    /// <summary>What the form of the head shows.</summary>
    public HeadForm Head => Typed ?? View.Head!.Form;

    /// <summary>A head with names instead of keys.</summary>
    private sealed record HeadWords(
        string Title,
        string Focus,
        int? Heads,
        int? Minutes,
        TimeOnly? Starts,
        DateOnly? Day,
        string Class,
        string Hall,
        string Teaches
    );

    private async Task<HeadWords> InWords(HeadForm head)
    {
        var facts = await Facts();
        return new HeadWords(
            head.Title?.Trim() ?? "",
            head.Focus?.Trim() ?? "",
            head.Heads,
            head.Minutes,
            head.Start,
            head.Date,
            TextOf(View.Head!.Classes, head.ClassId),
            facts.Hall(head.HallId)?.Name ?? Say("none"),
            facts.Person(head.TeacherId)?.DisplayName ?? Say("nobody")
        );
    }

    private static string TextOf(IEnumerable<SelectListItem> list, Guid? id) =>
        list.FirstOrDefault(x => x.Value == id.ToString())?.Text ?? Say("none");
}
