using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>Signing off by touch: one thing for everybody in a class, or everything for one student.</summary>
[Authorize(Policies.Instructor)]
public sealed class SignModel(
    OwnSchool own,
    TimeProvider time,
    RankProgressBook stands,
    StudentBook students,
    SchoolBook school,
    SignOffBook signOffs
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? Student { get; set; }

    /// <summary>What is signed off for everybody: a learnable.</summary>
    [BindProperty(SupportsGet = true)]
    public string? What { get; set; }

    public ClassGroup? Class { get; private set; }
    public StudentProgress? One { get; private set; }

    /// <summary>What the class's people are asked for next, what most of them wait for on top.</summary>
    public IReadOnlyList<AskedOfClass> Things { get; private set; } = [];

    public IReadOnlyList<SignTile> Tiles { get; private set; } = [];
    public string Title { get; private set; } = "";
    private SchoolMaterial Taught { get; set; } = null!;
    private NamingSchool Naming { get; set; }

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    /// <summary>Signs, or takes one's own signature back; answers with the tile as it is then.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync(Guid of, Guid requirement, bool back)
    {
        var problem = back
            ? await signOffs.TakeBack(of, requirement, Cancel)
                ? null
                : Say("It was not signed by you.")
            : await signOffs.Sign(of, requirement, Cancel);
        if (!await Load())
            return NotFound();
        if (!IsPart)
        {
            var done = back ? Say("Your signature is taken back.") : Say("Signed off, in your name.");
            Tell(problem is null, done, problem ?? "");
            return Redirect($"/people/sign?group={Group}&student={Student}&what={Uri.EscapeDataString(What ?? "")}");
        }
        var tile = Tiles.FirstOrDefault(t => t.Student == of && t.Requirement.Id == requirement);
        return tile is null ? NotFound() : Partial("_SignTile", (this, tile with { Problem = problem }));
    }

    private async Task<bool> Load()
    {
        (Taught, Naming) = (await Material(), (await Words()).Naming);
        if (Student is { } id)
        {
            One = await stands.OfStudent(id, Cancel);
            if (One is null)
                return false;
            var signed = await Signed([One]);
            Title = One.Student.ShownName;
            Tiles = [.. One.Requirements.Select((r, n) => TileOf(One, n, NameOf(r), signed))];
            return true;
        }
        Class = (await school.Classes(Cancel)).Find(c => c.Id == Group);
        if (Class is null)
            return false;
        var people = await stands.OfClass(Class.Id, Cancel);
        Things = AskedOfClass.Of([.. people.Select(p => p.Standing)]);
        Title = Class.Name;
        if (string.IsNullOrEmpty(What))
            return true;
        if (Things.FirstOrDefault(t => t.Learnable == What) is not { } thing)
            return false;
        Title = NameOf(thing.First);
        var of = await Signed(people);
        Tiles =
        [
            .. people
                .Select(p => (Stand: p, At: p.Requirements.ToList().FindIndex(r => r.Learnable == What)))
                .Where(p => p.At >= 0)
                .Select(p => TileOf(p.Stand, p.At, p.Stand.Student.ShownName, of)),
        ];
        return true;
    }

    private async Task<ILookup<(Guid, Guid), Guid>> Signed(IReadOnlyCollection<StudentProgress> people) =>
        (await students.Signatures([.. people.Select(p => p.Student.Id)], Cancel)).ToLookup(
            s => (s.StudentId, s.RequirementId),
            s => s.SignerId
        );

    private SignTile TileOf(StudentProgress stand, int at, string label, ILookup<(Guid, Guid), Guid> signed)
    {
        var asked = stand.Requirements[at];
        var signers = signed[(stand.Student.Id, asked.Id)].ToList();
        return new SignTile(
            stand.Student.Id,
            asked,
            label,
            stand.Readiness.Requirements[at],
            SignState.Of(asked.Signers, signers, Me),
            signers.Count,
            null
        );
    }

    public string NameOf(Requirement asked) => Taught.NameOf(asked, Naming);
}

/// <summary>One press: a student and a requirement.</summary>
/// <param name="Student">Who.</param>
/// <param name="Requirement">What.</param>
/// <param name="Label">The student's name, or that of the requirement.</param>
/// <param name="Stand">How far the student is with it.</param>
/// <param name="State">What a press does.</param>
/// <param name="Signers">How many have signed.</param>
/// <param name="Problem">Why the last press did nothing; null where it did.</param>
public sealed record SignTile(
    Guid Student,
    Requirement Requirement,
    string Label,
    RequirementProgress Stand,
    SigningState State,
    int Signers,
    string? Problem
);
