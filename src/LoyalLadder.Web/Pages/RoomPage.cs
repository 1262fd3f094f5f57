using System.Security.Claims;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace LoyalLadder.Web.Pages;

/// <summary>What every room knows: the school as the signed-in person sees it, its clock, and how forms are answered.</summary>
public abstract class RoomPage(OwnSchool own, TimeProvider time) : PageModel
{
    protected TimeProvider Time { get; } = time;

    protected CancellationToken Cancel => HttpContext.RequestAborted;

    public bool CanPlan => User.IsAtLeast(Role.Instructor);

    /// <summary>Runs lessons and logs them: an instructor, or the tablet of the hall that they are in.</summary>
    public bool MayTeach => CanPlan || User.Hall() is not null;

    public bool IsHead => User.IsAtLeast(Role.Head);

    protected bool IsPart => Request.Headers.ContainsKey("HX-Request");

    /// <summary>Who is signed in.</summary>
    public Guid Me => Guid.TryParse(User.FindFirstValue(ClaimTypes.NameIdentifier), out var id) ? id : Guid.Empty;

    /// <summary>The key of a form that makes something: sent twice it makes one. Each page that is shown has a fresh one.</summary>
    [BindProperty]
    public Guid Key
    {
        get => field == Guid.Empty ? field = Guid.CreateVersion7() : field;
        set;
    }

    /// <summary>The state of what a form changes, as it was when the form was filled.</summary>
    [BindProperty]
    public uint? Version { get; set; }

    /// <summary>What somebody else changed while the form was open; null where nobody did.</summary>
    public EditConflict? Conflict { get; private set; }

    /// <summary>The school's settings, halls, kit, people and material.</summary>
    public Task<SchoolFacts> Facts() => own.Facts(Cancel);

    public async Task<SchoolCard> School() => (await Facts()).School;

    /// <summary>What the school teaches, with readers over it.</summary>
    public async Task<SchoolMaterial> Material() => (await Facts()).Material;

    /// <summary>What somebody is called today.</summary>
    public async Task<string> NameOf(Guid? id) => (await Facts()).NameOf(id);

    /// <summary>The words that the signed-in person reads in: their own, else the school's.</summary>
    public async Task<ReaderWords> Words()
    {
        var facts = await Facts();
        var person = facts.Person(Me);
        return new ReaderWords(
            person?.Naming ?? facts.School.Naming,
            person?.Sides ?? facts.School.Sides,
            person?.OwnLead ?? Lead.Left
        );
    }

    public async Task<DateOnly> Today() => SchoolTime.Today(await School(), Time);

    /// <summary>The school's day on which this is looked at.</summary>
    public DateOnly Day { get; private set; }

    /// <summary>A day in short, with its year where that is not this one.</summary>
    public string Near(DateOnly date) => Shown.NearDay(date, Day);

    /// <summary>'not seen since Fri 3 Oct' for who is ready and has stayed away; nothing for all others.</summary>
    public string AwaySince(StudentProgress stand) =>
        !stand.IsDrifting || !stand.Readiness.IsReady ? ""
        : stand.LastSeen is { } last ? Say($"not seen since {Near(last)}")
        : Say("never seen");

    public override async Task OnPageHandlerExecutionAsync(
        PageHandlerExecutingContext context,
        PageHandlerExecutionDelegate next
    )
    {
        Day = await Today();
        await base.OnPageHandlerExecutionAsync(context, next);
    }

    /// <summary>Says on the next page what has happened.</summary>
    protected void Tell(string words) => TempData["Said"] = words;

    /// <summary>Says on the next page why nothing has happened.</summary>
    protected void Refuse(string words) => TempData["Refused"] = words;

    /// <summary>Says what has happened, or why nothing has.</summary>
    /// <param name="isDone">Whether it has.</param>
    /// <param name="done">What it was.</param>
    /// <param name="refused">What stood against it.</param>
    protected void Tell(bool isDone, string done, string refused)
    {
        if (isDone)
            Tell(done);
        else
            Refuse(refused);
    }

    /// <summary>Shows what is wrong beside the fields that it is about.</summary>
    protected void ShowErrors(FieldErrors errors, string prefix = "")
    {
        foreach (var (field, message) in errors.All)
            ModelState.AddModelError(prefix + field, message);
    }

    /// <summary>
    /// Answers a form whose row was saved or not: tells and goes on, or shows the form again with what stands against
    /// it.
    /// </summary>
    /// <param name="saved">What came of saving.</param>
    /// <param name="mine">The form as typed.</param>
    /// <param name="formOf">The form as a row fills it.</param>
    /// <param name="prefix">Of the form's fields.</param>
    /// <param name="next">Tells, and says where to go on.</param>
    protected async Task<IActionResult> Answer<TRow, TForm>(
        RowSaved<TRow> saved,
        TForm mine,
        Func<TRow, TForm> formOf,
        string prefix,
        Func<TRow, IActionResult> next
    )
        where TRow : SchoolRow
        where TForm : notnull
    {
        if (saved.Row is { } row)
            return next(row);
        if (saved.Theirs is { } theirs)
            return await Clash(theirs.ChangedById, theirs.Version, formOf(theirs), mine);
        if (saved.IsGone)
            ModelState.AddModelError("", Say("It is no longer there; somebody took it out."));
        ShowErrors(saved.Errors, prefix);
        return Page();
    }

    /// <summary>Shows a form again with what somebody else changed in it; sent once more, it is taken as it is.</summary>
    protected async Task<IActionResult> Clash<TForm>(Guid by, uint version, TForm theirs, TForm mine)
        where TForm : notnull
    {
        Conflict = EditConflict.Of(await NameOf(by), theirs, mine);
        Version = version;
        ModelState.Remove(nameof(Version));
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }
}

/// <summary>How somebody reads: names, sides, and the foot in front.</summary>
public sealed record ReaderWords(NamingSchool Naming, SideWords Sides, Lead Lead);
