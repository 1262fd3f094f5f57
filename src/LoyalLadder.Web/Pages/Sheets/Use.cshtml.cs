using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

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
public sealed class UseModel(
    OwnSchool own,
    TimeProvider time,
    LessonSheets sheets,
    KeptSheetBook kept,
    SchoolBook school,
    TimetableBook timetable
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public OpenSheet Sheet { get; private set; } = null!;

    public LessonPlace Place { get; set; } = new();

    public KeptSheetDraft Draft { get; set; } = new("", AgeBand.Teens, null, "");

    public List<SelectListItem> Classes { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync([Bind(Prefix = nameof(Place))] LessonPlace place)
    {
        if (!await Load())
            return NotFound();
        Place = place;
        if (!ModelState.IsValid)
            return Page();
        var begun = await sheets.BeginFrom(Key, place.ClassId!.Value, place.Date!.Value, Sheet.Plan, Cancel);
        if (begun.Lesson is { } lesson)
            return Redirect($"/sheets/{lesson.Id}");
        ShowErrors(begun.Errors, "Place.");
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostKeepAsync(string? title, int? week)
    {
        if (!await Load())
            return NotFound();
        Draft = Draft with { Title = title ?? "", Week = week };
        var draft = Draft with { Text = Sheet.Text(await sheets.Reader(Cancel)) };
        var saved = ModelState.IsValid
            ? await kept.Save(null, Key, null, draft, Cancel)
            : RowSaved<KeptSheet>.Refused("Week", Say("A week is a number, or empty."));
        if (saved.Row is { } row)
        {
            Tell(Say("Kept in the library."));
            return Redirect($"/sheets/library/{row.Id}");
        }
        ShowErrors(saved.Errors, "Draft.");
        return Page();
    }

    private async Task<bool> Load()
    {
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return false;
        Sheet = sheet;
        Classes = ClassChoice.Of(await school.Classes(Cancel), await timetable.MeetingsByClass(Cancel));
        Place = new LessonPlace { ClassId = sheet.Lesson.ClassId, Date = sheet.Lesson.Date.AddDays(7) };
        Draft = new KeptSheetDraft(
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
    public static List<SelectListItem> Of(IEnumerable<ClassGroup> classes, ILookup<Guid, Meeting> meetings) =>
        [
            .. classes.Select(c => new SelectListItem(
                string.Join(
                    ", ",
                    meetings[c.Id].Select(m => $"{Shown.Weekday(m.Weekday)} {Shown.Hour(m.Start)}").Prepend(c.Name)
                ),
                c.Id.ToString()
            )),
        ];
}
