using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A class and a day to make a lesson for.</summary>
public sealed class LessonPlace
{
    [Required(ErrorMessage = "Choose a class.")]
    public Guid? ClassId { get; set; }

    [Required(ErrorMessage = "Choose a day.")]
    public DateOnly? Date { get; set; }
}

/// <summary>Uses a sheet elsewhere: for another class or day, or kept for the library.</summary>
[Authorize(Policies.Instructor)]
public sealed class UseModel(LadderContext db, TimeProvider time, LessonSheets sheets, TemplateBook templates)
    : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public OpenSheet Sheet { get; private set; } = null!;

    public LessonPlace Place { get; set; } = new();

    public TemplateDraft Draft { get; set; } = new("", AgeBand.Teens, null, "");

    public List<SelectListItem> Classes { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync([Bind(Prefix = nameof(Place))] LessonPlace place)
    {
        if (!await Load())
            return NotFound();
        Place = place;
        if (!ModelState.IsValid)
            return Page();
        var (lesson, refusal) = await sheets.BeginFrom(place.ClassId!.Value, place.Date!.Value, Sheet.Plan, Cancel);
        if (lesson is not null)
            return Redirect($"/sheets/{lesson.Id}");
        ModelState.AddModelError("Place.ClassId", refusal!);
        return Page();
    }

    public async Task<IActionResult> OnPostKeepAsync(string? title, int? week)
    {
        if (!await Load())
            return NotFound();
        Draft = Draft with { Title = title ?? "", Week = week };
        var (saved, errors) = ModelState.IsValid
            ? await templates.Save(null, Draft with { Text = Sheet.Text(await sheets.Reader(Cancel)) }, Cancel)
            : (null, [("Week", "A week is a number, or empty.")]);
        if (saved is not null)
        {
            Say("Kept in the library.");
            return Redirect($"/sheets/library/{saved.Id}");
        }
        foreach (var (field, message) in errors)
            ModelState.AddModelError($"Draft.{field}", message);
        return Page();
    }

    private async Task<bool> Load()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return false;
        Sheet = sheet;
        Classes = await ClassChoice.All(Db, Cancel);
        Place = new LessonPlace { ClassId = sheet.Lesson.ClassId, Date = sheet.Lesson.Date.AddDays(7) };
        Draft = new TemplateDraft(
            sheet.Lesson.Title.Length > 0
                ? sheet.Lesson.Title
                : $"{sheet.Lesson.Class!.Name}, {Shown.ShortDay(sheet.Lesson.Date)}",
            sheet.Lesson.Class!.Band,
            null,
            ""
        );
        return true;
    }
}

/// <summary>The classes to choose from.</summary>
public static class ClassChoice
{
    public static async Task<List<SelectListItem>> All(LadderContext db, CancellationToken cancel) =>
        [
            .. (await db.Classes.AsNoTracking().OrderBy(c => c.Name).ToListAsync(cancel)).Select(
                c => new SelectListItem($"{c.Name}, {c.Weekday} {Shown.Hour(c.Start)}", c.Id.ToString())
            ),
        ];
}
