using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A page of the Sheet room: does one kind of thing to a sheet and answers with the whole page or its live part.</summary>
public abstract class SheetRoom(OwnSchool own, TimeProvider time, SheetDesk desk) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    /// <summary>How wide the ladder is drawn: 1, 2 or 4 times.</summary>
    [BindProperty(SupportsGet = true)]
    public int Zoom { get; set; }

    /// <summary>The row that the keys act on, as the page sent it.</summary>
    [BindProperty(Name = "chosen")]
    public Guid? ChosenBefore { get; set; }

    /// <summary>What is shown.</summary>
    public SheetView View { get; protected set; } = null!;

    protected SheetDesk Desk { get; } = desk;

    protected SheetLook Look => new(CanPlan, IsPart, Zoom);

    protected string Address => $"/sheets/{Id}";

    /// <summary>Reads what is shown; false when there is no such lesson.</summary>
    protected async Task<bool> Load(SheetDeed deed)
    {
        if (await Desk.View(Id, Look, deed, Cancel) is not { } view)
            return false;
        View = view;
        return true;
    }

    /// <summary>Answers an edit: the live part to scripts, else the page where there is something to say, else the sheet.</summary>
    protected async Task<IActionResult> Answer(SheetEdit edit, SheetDeed? deed = null, Guid? line = null)
    {
        deed = await Told(edit, deed ?? SheetDeed.None);
        var chosen = edit is SheetEdit.Saved { Line: var saved } && saved != Guid.Empty ? saved : line ?? ChosenBefore;
        if (!IsPart && !deed.SaysSomething)
            return Redirect($"{Address}?chosen={chosen}#line-{chosen}");
        if (!await Load(deed with { Chosen = chosen }))
            return NotFound();
        Response.StatusCode = edit switch
        {
            SheetEdit.Refused => StatusCodes.Status422UnprocessableEntity,
            SheetEdit.Clash or SheetEdit.Conflict or SheetEdit.Gone => StatusCodes.Status409Conflict,
            _ => StatusCodes.Status200OK,
        };
        return Shown();
    }

    /// <summary>The live part to scripts, else the page.</summary>
    protected IActionResult Shown() => IsPart ? Partial("_Live", View) : Page();

    private async Task<SheetDeed> Told(SheetEdit edit, SheetDeed deed) =>
        edit switch
        {
            SheetEdit.Gone => deed with
            {
                Problem = Say("That line is no longer there; somebody took it out. Nothing else was changed."),
            },
            SheetEdit.Conflict { Theirs: var theirs } => deed with
            {
                Problem = Changed(await NameOf(theirs.ChangedById)),
            },
            _ => deed,
        };

    private static string Changed(string who) =>
        Say(
            $"{who} changed this line meanwhile; it stands below as it is now. "
                + $"Nothing was taken out: press once more if you still want to."
        );
}
