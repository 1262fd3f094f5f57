using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>One kept sheet: used for a class, changed, or taken out.</summary>
public sealed class KeptModel(LadderContext db, TimeProvider time, LessonSheets sheets, TemplateBook templates)
    : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public SheetTemplate Kept { get; private set; } = null!;

    public LessonPlan Plan { get; private set; } = null!;

    public LessonPlace Place { get; set; } = new();

    public List<SelectListItem> Classes { get; private set; } = [];

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !CanPlan)
            context.Result = Forbid();
    }

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync([Bind(Prefix = nameof(Place))] LessonPlace place)
    {
        if (!await Load())
            return NotFound();
        Place = place;
        if (!ModelState.IsValid)
            return Page();
        var (lesson, refusal) = await sheets.BeginFrom(place.ClassId!.Value, place.Date!.Value, Plan, Cancel);
        if (lesson is not null)
            return Redirect($"/sheets/{lesson.Id}");
        ModelState.AddModelError("Place.ClassId", refusal!);
        return Page();
    }

    public async Task<IActionResult> OnPostSaveAsync(string? title, AgeBand band, int? week, string? text)
    {
        var wrongWeek = ModelState.TryGetValue("week", out var typed) && typed.Errors.Count > 0;
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        var draft = new TemplateDraft(title ?? "", Enum.IsDefined(band) ? band : Kept.Band, week, text ?? "");
        var (saved, errors) = wrongWeek
            ? (null, [("Week", "A week is a number, or empty.")])
            : await templates.Save(Id, draft, Cancel);
        if (saved is not null)
        {
            Say("Saved.");
            return Redirect($"/sheets/library/{Id}");
        }
        (Kept.Title, Kept.Band, Kept.Week, Kept.Text) = (draft.Title, draft.Band, draft.Week, draft.Text);
        foreach (var (field, message) in errors)
            ModelState.AddModelError(field, message);
        return Page();
    }

    public async Task<IActionResult> OnPostRemoveAsync()
    {
        await Db.RemoveOne(Db.Templates.Where(t => t.Id == Id), Cancel);
        Say("Taken out of the library. Sheets that were made from it stay.");
        return Redirect("/sheets/library");
    }

    private async Task<bool> Load()
    {
        if (await Db.Templates.AsNoTracking().FirstOrDefaultAsync(t => t.Id == Id, Cancel) is not { } kept)
            return false;
        Kept = kept;
        Plan = (await sheets.Reader(Cancel)).Read(kept.Text).Plan;
        var groups = await Db
            .Classes.AsNoTracking()
            .Where(c => c.Band == kept.Band)
            .OrderBy(c => c.Name)
            .ToListAsync(Cancel);
        var today = await Today();
        // the next day on which a class of that age meets
        var next = groups
            .Select(g => (Group: g, Day: today.AddDays(((int)g.Weekday - (int)today.DayOfWeek + 7) % 7)))
            .OrderBy(n => n.Day)
            .ThenBy(n => n.Group.Start)
            .FirstOrDefault();
        Place = new LessonPlace { ClassId = next.Group?.Id, Date = next.Group is null ? today : next.Day };
        Classes = await ClassChoice.All(Db, Cancel);
        return true;
    }
}
