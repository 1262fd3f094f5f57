using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Bench;

/// <summary>One text line and everything that follows from it: beats, feet, findings, holder, teaching order.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time, LessonSheets sheets) : RoomPage(db, time)
{
    /// <summary>Days ahead in which a lesson is offered for the build-up.</summary>
    private const int OfferDays = 14;

    /// <summary>The combination as typed.</summary>
    [BindProperty(SupportsGet = true)]
    public string? C { get; set; }

    /// <summary>A stored number to open instead.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Number { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Lead { get; set; }

    /// <summary>Shows it from the other lead.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Flip { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Band { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? From { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Naming { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Sides { get; set; }

    /// <summary>The naming school in which the text was typed, where it is to be shown in another.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Was { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Beat { get; set; }

    public BenchView View { get; private set; } = null!;
    public List<SelectListItem> Lessons { get; private set; } = [];
    public string? Problem { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        if (!await Show())
            return NotFound();
        await OfferLessons();
        return Page();
    }

    public async Task<IActionResult> OnGetLiveAsync()
    {
        if (!await Show())
            return NotFound();
        await OfferLessons();
        return Partial("_Live", this);
    }

    /// <summary>The practice card for home.</summary>
    public async Task<IActionResult> OnGetCardAsync()
    {
        if (!await Show())
            return NotFound();
        return View.Trace is null ? Page() : Partial("_Card", View);
    }

    /// <summary>Puts the build-up into a lesson's sheet.</summary>
    public async Task<IActionResult> OnPostSendAsync(Guid lesson)
    {
        if (!CanPlan)
            return Forbid();
        if (!await Show())
            return NotFound();
        await OfferLessons();
        if (View.Trace is null)
            return Page();
        var writer = new SheetWriter(await sheets.Reader(Cancel));
        switch (
            await sheets.Add(
                lesson,
                string.Join('\n', View.BuildUp.Select(s => writer.Write(s.Line))),
                null,
                null,
                Cancel
            )
        )
        {
            case SheetEdit.Saved saved:
                Say("The teaching order is in the sheet.");
                return Redirect($"/sheets/{lesson}?chosen={saved.Line}#line-{saved.Line}");
            case SheetEdit.Refused refused:
                Problem = refused.Message;
                return Page();
            default:
                Problem = "Choose a lesson to send it to.";
                return Page();
        }
    }

    /// <summary>Keeps names, sides and lead as this person's own, for every room.</summary>
    public async Task<IActionResult> OnPostMineAsync()
    {
        if (!await Show())
            return NotFound();
        var words = View.Question.Words;
        var person = await Db.Staff.FirstOrDefaultAsync(u => u.UserName == User.Identity!.Name, Cancel);
        if (person is null)
            return Forbid();
        (person.Naming, person.Sides, person.OwnLead) = (words.Naming, words.Sides, words.Lead);
        await Db.SaveChangesAsync(Cancel);
        Say("From now on you read in these words.");
        return Redirect(View.Link());
    }

    private async Task<bool> Show()
    {
        var (school, taught, own) = (await School(), await Taught(), await Words());
        var naming = Enum.TryParse<NamingSchool>(Naming, true, out var n) && Enum.IsDefined(n) ? n : own.Naming;
        var words = new ReaderWords(
            naming,
            Enum.TryParse<SideWords>(Sides, true, out var s) && Enum.IsDefined(s) ? s : own.Sides,
            Leads.Read(Lead) ?? own.Lead
        );
        if (Flip is not null)
            words = words with { Lead = words.Lead.Other() };
        var text = C ?? "";
        if (Number is { } number)
        {
            if (taught.Find(number) is not { } stored)
                return false;
            text = stored.Moves is { } moves ? NotationWriter.Write(moves, naming) : stored.Row.Notation;
            Band ??= AgeBands.Word(stored.Row.LeastBand);
        }
        else if (
            Enum.TryParse<NamingSchool>(Was, true, out var was)
            && Enum.IsDefined(was)
            && was != naming
            && taught.Notation(was).Read(text).Combination is { } typed
        )
            text = NotationWriter.Write(typed, naming);
        FightRange? from = From switch
        {
            "long" => FightRange.Long,
            "middle" => FightRange.Middle,
            "close" => FightRange.Close,
            "clinch" => FightRange.Clinch,
            _ => null,
        };
        var beat = int.TryParse(
            Beat,
            System.Globalization.NumberStyles.None,
            System.Globalization.CultureInfo.InvariantCulture,
            out var b
        )
            ? b
            : 1;
        View = new BenchView(
            new BenchQuestion(text, words, AgeBands.Read(Band) ?? AgeBand.Adults, from, beat),
            school,
            taught
        );
        return true;
    }

    private async Task OfferLessons()
    {
        if (!CanPlan)
            return;
        var today = await Today();
        var lessons = await Db
            .Lessons.AsNoTracking()
            .Include(l => l.Class)
            .Where(l => l.Date >= today && l.Date <= today.AddDays(OfferDays) && l.Log == null)
            .OrderBy(l => l.Date)
            .ThenBy(l => l.Start)
            .Take(30)
            .ToListAsync(Cancel);
        Lessons =
        [
            .. lessons.Select(l => new SelectListItem(
                $"{l.Class!.Name}, {(l.Date == today ? "today" : Shown.ShortDay(l.Date))} {Shown.Hour(l.Start)}",
                l.Id.ToString()
            )),
        ];
    }
}
