using System.Text;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.People;

/// <summary>One student before the next rank: evidence, signatures, what was given, care notes; and their data on request.</summary>
public sealed class StudentModel(
    LadderContext db,
    TimeProvider time,
    ProgressBook progress,
    GradingBook gradings,
    StudentRecords records,
    SchoolScope scope
) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public StudentStand Stand { get; private set; } = null!;
    public ILookup<Guid, SignOff> Signed { get; private set; } = Array.Empty<SignOff>().ToLookup(s => s.RequirementId);
    public List<Award> Awards { get; private set; } = [];
    public List<Candidate> Gradings { get; private set; } = [];
    public List<CareNote> Care { get; private set; } = [];
    public Dictionary<string, Evidence> Evidence { get; private set; } = [];
    public SchoolMaterial Material { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public Guid Me => scope.UserId;
    public DateOnly Day { get; private set; }
    public string CareWords { get; private set; } = "";
    public string AwardWords { get; private set; } = "";

    /// <summary>Signing off and care notes are an instructor's, erasing is the head instructor's.</summary>
    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !CanPlan)
            context.Result = Forbid();
    }

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    public async Task<IActionResult> OnPostSignAsync(Guid requirement)
    {
        Say(await gradings.SignOff(Id, requirement, Cancel) ?? "Signed off, in your name.");
        return Redirect($"/people/{Id}");
    }

    public async Task<IActionResult> OnPostUnsignAsync(Guid requirement)
    {
        if (await gradings.TakeBack(Id, requirement, Cancel))
            Say("Your signature is taken back.");
        return Redirect($"/people/{Id}");
    }

    public async Task<IActionResult> OnPostGiveAsync(string? words)
    {
        if (await gradings.Give(Id, words, Cancel) is not { } problem)
            return Redirect($"/people/{Id}");
        if (!await Load())
            return NotFound();
        AwardWords = words ?? "";
        ModelState.AddModelError("award", problem);
        return Page();
    }

    public async Task<IActionResult> OnPostCareAsync(string? words, DateOnly? until)
    {
        ModelState.Clear();
        var errors = await records.Note(Id, words, until, Cancel);
        if (errors.Count == 0)
            return Redirect($"/people/{Id}");
        if (!await Load())
            return NotFound();
        CareWords = words ?? "";
        foreach (var (field, message) in errors)
            ModelState.AddModelError(field, message);
        return Page();
    }

    public async Task<IActionResult> OnPostEndCareAsync(Guid note)
    {
        await Db.RemoveOne(Db.CareNotes.Where(n => n.Id == note && n.StudentId == Id), Cancel);
        return Redirect($"/people/{Id}");
    }

    /// <summary>All that is held of the student, for them or their parents.</summary>
    public async Task<IActionResult> OnGetExportAsync()
    {
        if (!CanPlan)
            return Forbid();
        return await records.Export(Id, Cancel) is { } json
            ? File(Encoding.UTF8.GetBytes(json), "application/json; charset=utf-8", "student.json")
            : NotFound();
    }

    public async Task<IActionResult> OnPostEraseAsync(string? name)
    {
        if (!IsHead)
            return Forbid();
        if (!await Load())
            return NotFound();
        if (!string.Equals(name?.Trim(), Stand.Student.ShownName, StringComparison.OrdinalIgnoreCase))
        {
            ModelState.AddModelError("erase", $"Type {Stand.Student.ShownName} to erase; it cannot be undone.");
            return Page();
        }
        await records.Erase(Id, Cancel);
        Say("Erased. Past lessons keep their counts, without the name.");
        return Redirect("/people");
    }

    private async Task<bool> Load()
    {
        if (await progress.Stand(Id, Cancel) is not { } stand)
            return false;
        Stand = stand;
        Day = await Today();
        Signed = (
            await Db.SignOffs.AsNoTracking().Where(s => s.StudentId == Id).OrderBy(s => s.On).ToListAsync(Cancel)
        ).ToLookup(s => s.RequirementId);
        Awards = await Db
            .Awards.AsNoTracking()
            .Where(a => a.StudentId == Id)
            .OrderByDescending(a => a.On)
            .ToListAsync(Cancel);
        Gradings = await Db
            .Candidates.AsNoTracking()
            .Include(c => c.Grading)
            .Include(c => c.FromRank)
            .Include(c => c.ToRank)
            .Where(c => c.StudentId == Id && c.Grading!.ClosedAt != null)
            .OrderByDescending(c => c.Grading!.On)
            .ToListAsync(Cancel);
        if (CanPlan)
            Care = await records.Care(Id, Cancel);
        var asked = stand.Requirements.Select(r => r.Learnable).ToList();
        Evidence = await Db
            .Evidence.AsNoTracking()
            .Where(e => e.StudentId == Id && asked.Contains(e.Learnable))
            .ToDictionaryAsync(e => e.Learnable, Cancel);
        (Material, Naming) = (await Taught(), (await Words()).Naming);
        return true;
    }
}
