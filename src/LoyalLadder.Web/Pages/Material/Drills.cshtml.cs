using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>The drills, by the part of a lesson that they belong to, with a form for one.</summary>
public sealed class DrillsModel(LadderContext db, TimeProvider time, DrillBook drills) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Edit { get; set; }

    public List<Drill> Drills { get; private set; } = [];

    /// <summary>Sheets still to come that follow each drill.</summary>
    public Dictionary<Guid, int> Followers { get; private set; } = [];

    public DrillDraft Draft { get; private set; } = new("", SegmentKind.Basics, AgeBand.Kids, "", "");

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !CanPlan)
            context.Result = Forbid();
    }

    public async Task<IActionResult> OnGetAsync()
    {
        await Load();
        if (Edit is { } id)
        {
            if (Drills.Find(d => d.Id == id) is not { } drill)
                return NotFound();
            Draft = new DrillDraft(drill.Name, drill.Kind, drill.LeastBand, drill.Text, drill.Notes);
        }
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(
        string? name,
        SegmentKind kind,
        AgeBand leastBand,
        string? text,
        string? notes
    )
    {
        ModelState.Clear();
        Draft = new DrillDraft(
            name ?? "",
            Enum.IsDefined(kind) ? kind : SegmentKind.Other,
            Enum.IsDefined(leastBand) ? leastBand : AgeBand.Kids,
            text ?? "",
            notes ?? ""
        );
        var (saved, followed, errors) = await drills.Save(Edit, Draft, Cancel);
        if (saved is not null)
        {
            Say(
                followed > 0
                    ? $"{saved.Name} is saved; {Shown.Many(followed, "sheet")} to come follow it."
                    : $"{saved.Name} is saved."
            );
            return Redirect("/material/drills");
        }
        foreach (var (field, message) in errors)
            ModelState.AddModelError(field, message);
        await Load();
        return Page();
    }

    public async Task<IActionResult> OnPostRemoveAsync(Guid id)
    {
        if (await drills.Remove(id, Cancel))
            Say("Taken out. Sheets keep its lines as their own.");
        return Redirect("/material/drills");
    }

    private async Task Load()
    {
        Drills = await drills.All(Cancel);
        var today = await Today();
        Followers = await Db
            .SheetLines.Where(l =>
                l.DrillId != null
                && l.RemovedAt == null
                && Db.Lessons.Any(x => x.Id == l.LessonId && x.Date >= today && x.Log == null)
            )
            .GroupBy(l => l.DrillId!.Value)
            .Select(g => new { g.Key, Sheets = g.Select(l => l.LessonId).Distinct().Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Sheets, Cancel);
    }
}
