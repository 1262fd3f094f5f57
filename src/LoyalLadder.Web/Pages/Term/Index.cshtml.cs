using LoyalLadder.Core.Terms;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Terms;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Track = LoyalLadder.Core.Syllabus.Track;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>A term of the whole school: how far each class is with what was laid out for it, week by week.</summary>
public sealed class IndexModel(
    OwnSchool own,
    TimeProvider time,
    TermBook terms,
    TermMaps maps,
    SchoolBook school,
    SyllabusBook syllabus
) : RoomPage(own, time)
{
    /// <summary>The term; null for the one of today.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Term { get; set; }

    /// <summary>The term that the form changes; null for a new one.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Edit { get; set; }

    [BindProperty]
    public TermForm Form { get; set; } = new();

    public TermRow? Chosen { get; private set; }
    public List<TermRow> All { get; private set; } = [];
    public List<(ClassGroup Class, IReadOnlyList<TermWeek> Weeks)> Laid { get; private set; } = [];

    /// <summary>Classes without a plan in the term.</summary>
    public List<ClassGroup> Open { get; private set; } = [];

    public IReadOnlyList<Track> Tracks { get; private set; } = [];
    public DateOnly Now { get; private set; }

    /// <summary>Weeks of the chosen term.</summary>
    public int Weeks => Chosen is { } term ? TermMap.WeekOf(term.From, term.Until) : 0;

    /// <summary>The week of today; null outside the term.</summary>
    public int? Week => Chosen is { } t && t.From <= Now && Now <= t.Until ? TermMap.WeekOf(t.From, Now) : null;

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        if (Edit is { } id && All.Find(t => t.Id == id) is { } row)
            (Form, Version) = (TermForm.Of(row, Tracks), row.Version);
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        if (!await Load())
            return NotFound();
        if (!ModelState.IsValid)
            return Page();
        var saved = await terms.Save(Edit, Form.Row(Key), Version, Cancel);
        return await Answer(
            saved,
            Form,
            row => TermForm.Of(row, Tracks),
            "Form.",
            row =>
            {
                Tell(Say($"{row.Name} is kept."));
                return Redirect($"/term?term={row.Id}");
            }
        );
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        Tell(
            await terms.Remove(id, Cancel),
            Say("The term is gone; sheets and logs stay as they are."),
            Say("It is no longer there.")
        );
        return Redirect("/term");
    }

    private async Task<bool> Load()
    {
        Now = await Today();
        All = await terms.All(Cancel);
        Tracks = (await syllabus.Read(Cancel)).Tracks;
        Chosen = await terms.Find(Term, Cancel);
        Form.Tracks(Tracks);
        if (Chosen is null)
            return Term is null;
        Laid = await maps.OfSchool(Chosen, Cancel);
        Open = (await school.Classes(Cancel)).FindAll(c => !Laid.Exists(l => l.Class.Id == c.Id));
        return true;
    }
}
