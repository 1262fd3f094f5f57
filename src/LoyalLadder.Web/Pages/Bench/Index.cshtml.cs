using System.Globalization;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Bench;

/// <summary>One text line and everything that follows from it: beats, feet, findings, holder, teaching order.</summary>
public sealed class IndexModel(
    OwnSchool own,
    TimeProvider time,
    LessonSheets sheets,
    SheetEdits edits,
    DayPlan days,
    SchoolBook school
) : RoomPage(own, time)
{
    /// <summary>Days ahead in which a lesson is offered for the build-up.</summary>
    private const int OfferDays = 14;

    /// <summary>Lessons offered at most.</summary>
    private const int MostLessons = 30;

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

    /// <summary>A partner in the same lead, in the other, or nobody.</summary>
    [BindProperty(SupportsGet = true)]
    public string? With { get; set; }

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
        if (!await ShowBench())
            return NotFound();
        await OfferLessons();
        return Page();
    }

    public async Task<IActionResult> OnGetLiveAsync()
    {
        if (!await ShowBench())
            return NotFound();
        await OfferLessons();
        return Partial("_Live", this);
    }

    /// <summary>The practice card for home.</summary>
    public async Task<IActionResult> OnGetCardAsync()
    {
        if (!await ShowBench())
            return NotFound();
        return View.Trace is null ? Page() : Partial("_Card", View);
    }

    /// <summary>Puts the build-up into a lesson's sheet.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSendAsync(Guid lesson)
    {
        if (!await ShowBench())
            return NotFound();
        await OfferLessons();
        if (View.Trace is null)
            return Page();
        var writer = new SheetWriter(await sheets.Reader(Cancel));
        var text = string.Join('\n', View.BuildUp.Select(step => writer.Write(step.Line)));
        switch (await edits.Add(lesson, Key, text, default, null, Cancel))
        {
            case SheetEdit.Saved saved:
                Tell(Say("The teaching order is in the sheet."));
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
    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostMineAsync()
    {
        if (!await ShowBench())
            return NotFound();
        var words = View.Question.Words;
        await school.SaveReading(
            Me,
            person => (person.Naming, person.Sides, person.OwnLead) = (words.Naming, words.Sides, words.Lead),
            Cancel
        );
        Tell(Say("From now on you read in these words."));
        return Redirect(View.Link());
    }

    private async Task<bool> ShowBench()
    {
        var (taught, asOwn) = (await Material(), await Words());
        var words = new ReaderWords(
            Choice(Naming, asOwn.Naming),
            Choice(Sides, asOwn.Sides),
            Leads.Read(Lead) ?? asOwn.Lead
        );
        if (Flip is not null)
            words = words with { Lead = words.Lead.Other() };
        if (TextIn(taught, words.Naming) is not { } text)
            return false;
        var beat = int.TryParse(Beat, NumberStyles.None, CultureInfo.InvariantCulture, out var said) ? said : 1;
        View = new BenchView(
            new BenchQuestion(text, words, AgeBands.Read(Band) ?? AgeBand.Adults, FightRanges.Read(From), beat)
            {
                With = With is BenchQuestion.Opposite or BenchQuestion.Solo ? With : BenchQuestion.Same,
            },
            await School(),
            taught
        );
        return true;
    }

    /// <summary>What is to be shown, in the reader's names; null when it is a number that the school does not have.</summary>
    private string? TextIn(SchoolMaterial taught, NamingSchool naming)
    {
        if (Number is { } number)
        {
            if (taught.Find(number) is not { } stored)
                return null;
            Band ??= AgeBands.Word(stored.Row.LeastBand);
            if (stored.Row.Kind == CombinationKind.Form)
                With ??= BenchQuestion.Solo;
            return stored.Moves is { } moves ? NotationWriter.Write(moves, naming) : stored.Row.Notation;
        }
        var text = C ?? "";
        var typedIn = Choice(Was, naming);
        if (typedIn == naming || taught.Notation(typedIn).Read(text).Combination is not { } typed)
            return text;
        return NotationWriter.Write(typed, naming);
    }

    private static T Choice<T>(string? said, T otherwise)
        where T : struct, Enum =>
        Enum.TryParse<T>(said, true, out var choice) && Enum.IsDefined(choice) ? choice : otherwise;

    private async Task OfferLessons()
    {
        if (!CanPlan)
            return;
        var today = await Today();
        Lessons =
        [
            .. (await days.Begun(today, today.AddDays(OfferDays), MostLessons, Cancel)).Select(l => new SelectListItem(
                $"{l.Class!.Name}, {(l.Date == today ? "today" : Shown.ShortDay(l.Date))} {Shown.Hour(l.Start)}",
                l.Id.ToString()
            )),
        ];
    }
}
