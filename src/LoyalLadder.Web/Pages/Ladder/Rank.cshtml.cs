using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>One rank: what it asks for, changed here by the head instructor, and what was changed before.</summary>
public sealed class RankModel(LadderContext db, TimeProvider time, RequirementBook requirements) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? Edit { get; set; }

    public Rank Rank { get; private set; } = null!;
    public List<Requirement> Asked { get; private set; } = [];
    public List<RequirementChange> History { get; private set; } = [];
    public SchoolMaterial Material { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public RequirementDraft Draft { get; private set; } = null!;

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !IsHead)
            context.Result = Forbid();
    }

    public async Task<IActionResult> OnGetAsync()
    {
        if (!await Load())
            return NotFound();
        if (Edit is { } id)
        {
            if (Asked.Find(r => r.Id == id) is not { } row)
                return NotFound();
            Draft = new RequirementDraft(
                Id,
                row.Kind,
                row.Words.Length > 0 ? row.Words : Material.OnSheets(row.Learnable, Naming),
                row.Stage,
                row.Amount,
                row.IsSeconds,
                row.Signers
            );
        }
        return Page();
    }

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
        Draft = new RequirementDraft(
            Id,
            Enum.IsDefined(kind) ? kind : RequirementKind.Technique,
            what ?? "",
            stage,
            amount,
            isSeconds,
            signers
        );
        var errors = await requirements.Save(Edit, Draft, Cancel);
        if (errors.Count == 0)
        {
            Say("Saved.");
            return Redirect($"/ladder/{Id}");
        }
        foreach (var (field, message) in errors)
            ModelState.AddModelError(field, message);
        return Page();
    }

    public async Task<IActionResult> OnPostRemoveAsync(Guid requirement)
    {
        try
        {
            if (await requirements.Remove(requirement, Cancel))
                Say("Taken out; the history keeps it.");
        }
        catch (DbUpdateException e) when (!Access.Trouble.IsDatabaseAway(e))
        {
            Say("Somebody has been signed off or graded for this: it stays, so that their record stays whole.");
        }
        return Redirect($"/ladder/{Id}");
    }

    /// <summary>How long and how often somebody has to come before this rank.</summary>
    public async Task<IActionResult> OnPostTimesAsync(int leastDays, int leastLessons)
    {
        var wrong = !ModelState.IsValid || leastDays is < 0 or > 3650 || leastLessons is < 0 or > 2000;
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        if (wrong)
        {
            ModelState.AddModelError("Times", "0 to 3,650 days and 0 to 2,000 lessons.");
            return Page();
        }
        var row = await Db.Ranks.FirstAsync(r => r.Id == Id, Cancel);
        (row.LeastDays, row.LeastLessons) = (leastDays, leastLessons);
        Db.RequirementChanges.Add(
            new RequirementChange
            {
                RankId = Id,
                Words = $"{Shown.Many(leastDays, "day")} in rank and {Shown.Many(leastLessons, "lesson")} at least",
            }
        );
        await Db.SaveChangesAsync(Cancel);
        Say("Saved.");
        return Redirect($"/ladder/{Id}");
    }

    private async Task<bool> Load()
    {
        if (
            await Db.Ranks.AsNoTracking().Include(r => r.Track).FirstOrDefaultAsync(r => r.Id == Id, Cancel)
            is not { } rank
        )
            return false;
        Rank = rank;
        Asked = await requirements.Of([Id], Cancel);
        History = await requirements.History(Id, Cancel);
        (Material, Naming) = (await Taught(), (await Words()).Naming);
        Draft = new RequirementDraft(Id, RequirementKind.Technique, "", 3, 0, false, 1);
        return true;
    }
}
