using System.Text;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>One student before the next rank: evidence, signatures, what was given, care notes; and their data on request.</summary>
public sealed class StudentModel(
    OwnSchool own,
    TimeProvider time,
    RankProgressBook stands,
    StudentBook students,
    SignOffBook signOffs,
    StudentRecords records,
    SyllabusBook syllabus
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public StudentProgress Stand { get; private set; } = null!;
    public ILookup<Guid, SignOff> Signed { get; private set; } = Array.Empty<SignOff>().ToLookup(s => s.RequirementId);
    public List<Award> Awards { get; private set; } = [];
    public List<Candidate> Gradings { get; private set; } = [];
    public List<CareNote> Care { get; private set; } = [];
    public Dictionary<string, Evidence> Evidence { get; private set; } = [];
    public SchoolFacts Own { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public string CareWords { get; private set; } = "";
    public string AwardWords { get; private set; } = "";

    private string Address => $"/people/{Id}";

    /// <summary>A year of lessons, and the ladder as it was climbed.</summary>
    public StudentPicture Picture { get; private set; } = null!;

    /// <summary>What is missing, as a short list.</summary>
    public IReadOnlyList<PracticeNext> Practise { get; private set; } = [];

    private const int MostToPractise = 5;

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSignAsync(Guid requirement)
    {
        var problem = await signOffs.Sign(Id, requirement, Cancel);
        Tell(problem is null, Say("Signed off, in your name."), problem ?? "");
        return Redirect(Address);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostUnsignAsync(Guid requirement)
    {
        if (await signOffs.TakeBack(Id, requirement, Cancel))
            Tell(Say("Your signature is taken back."));
        return Redirect(Address);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostGiveAsync(string? words)
    {
        if (await signOffs.Give(Id, Key, words, Cancel) is not { } problem)
            return Redirect(Address);
        if (!await Load())
            return NotFound();
        AwardWords = words ?? "";
        ModelState.AddModelError("award", problem);
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostCareAsync(string? words, DateOnly? until)
    {
        ModelState.Clear();
        var errors = await records.Note(Id, Key, words, until, Cancel);
        if (!errors.Any)
            return Redirect(Address);
        if (!await Load())
            return NotFound();
        CareWords = words ?? "";
        ShowErrors(errors);
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostEndCareAsync(Guid note)
    {
        await records.EndNote(Id, note, Cancel);
        return Redirect(Address);
    }

    /// <summary>All that is held of the student, for them or their parents.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnGetExportAsync() =>
        await records.Export(Id, Cancel) is { } json
            ? File(Encoding.UTF8.GetBytes(json), "application/json; charset=utf-8", "student.json")
            : NotFound();

    private async Task<bool> Load()
    {
        if (await stands.OfStudent(Id, Cancel) is not { } stand)
            return false;
        (Stand, Own) = (stand, await Facts());
        Naming = (await Words()).Naming;
        Signed = (await students.Signatures(Id, Cancel)).ToLookup(s => s.RequirementId);
        Awards = await students.Awards(Id, Cancel);
        Gradings = await students.Gradings(Id, Cancel);
        if (CanPlan)
            Care = await records.Care(Id, Cancel);
        var track = (await syllabus.Read(Cancel)).TrackOf(stand.Student.RankId);
        Picture = StudentPicture.Of(stand, await students.Days(Id, Day.AddDays(-364), Cancel), Gradings, track, Day);
        Practise = PracticeNext.Of(stand.Requirements.Zip(stand.Readiness.Requirements), MostToPractise);
        Evidence = await students.EvidenceOf(Id, [.. stand.Requirements.Select(r => r.Learnable)], Cancel);
        return true;
    }
}
