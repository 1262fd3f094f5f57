using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>One rank: what it asks for, changed here by the head instructor, and what was changed before.</summary>
public sealed class RankModel(OwnSchool own, TimeProvider time, SyllabusBook syllabus) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? Edit { get; set; }

    public Rank Rank { get; private set; } = null!;
    public Track Track { get; private set; } = null!;
    public List<RequirementChange> History { get; private set; } = [];
    public SchoolFacts Own { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public RequirementDraft Draft { get; private set; } = null!;

    private string Address => $"/ladder/{Id}";

    public async Task<IActionResult> OnGetAsync()
    {
        if (!await Load())
            return NotFound();
        if (Edit is not { } id)
            return Page();
        if (Rank.Requirements.FirstOrDefault(r => r.Id == id) is not { } asked)
            return NotFound();
        (Draft, Version) = (DraftOf(asked), await syllabus.VersionOf(id, Cancel));
        return Page();
    }

    private RequirementDraft DraftOf(Requirement asked) =>
        new(
            Id,
            asked.Kind,
            asked.Words.Length > 0 ? asked.Words : Own.Material.OnSheets(asked.Learnable, Naming),
            asked.Stage,
            asked.Amount,
            asked.IsSeconds,
            asked.Signers
        );

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync(
        RequirementKind kind,
        string? what,
        int stage,
        int amount,
        bool isSeconds,
        int signers
    )
    {
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        var known = Enum.IsDefined(kind) ? kind : RequirementKind.Technique;
        Draft = new RequirementDraft(Id, known, what ?? "", stage, amount, isSeconds, signers);
        var saved = await syllabus.Save(Edit, Key, Version, Draft, Cancel);
        return await Answer(saved, Draft, r => DraftOf(r.Plain()), "", _ => Told(Say("Saved.")));
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostRemoveAsync(Guid requirement)
    {
        var removal = await syllabus.Remove(requirement, Cancel);
        return removal switch
        {
            Removal.Removed => Told(Say("Taken out; the history keeps it.")),
            Removal.Archived => Told(
                Say("The rank no longer asks for it. Somebody was signed off or graded for it: their record keeps it.")
            ),
            _ => Redirect(Address),
        };
    }

    /// <summary>How long and how often somebody has to come before this rank.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostTimesAsync(int leastDays, int leastLessons, int? seenDays, int? seenLessons)
    {
        var isNumbers = ModelState.IsValid;
        ModelState.Clear();
        var errors = await syllabus.SetTimes(
            Id,
            (seenDays, seenLessons),
            (isNumbers ? leastDays : -1, isNumbers ? leastLessons : -1),
            Cancel
        );
        if (!errors.Any)
            return Told(Say("Saved."));
        if (!await Load())
            return NotFound();
        ShowErrors(errors);
        return Page();
    }

    private RedirectResult Told(string said)
    {
        Tell(said);
        return Redirect(Address);
    }

    private async Task<bool> Load()
    {
        var ladder = await syllabus.Read(Cancel);
        if (ladder.Find(Id) is not { } rank)
            return false;
        (Rank, Track) = (rank, ladder.TrackOf(Id)!);
        History = await syllabus.History(Id, Cancel);
        (Own, Naming) = (await Facts(), (await Words()).Naming);
        Draft = new RequirementDraft(Id, RequirementKind.Technique, "", 3, 0, false, 1);
        return true;
    }
}
