using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>One kept sheet: used for a class, changed, or taken out.</summary>
[Takes(RequestSizes.Sheet)]
public sealed class KeptModel(
    OwnSchool own,
    TimeProvider time,
    LessonSheets sheets,
    KeptSheetBook book,
    SchoolBook school,
    TimetableBook timetable,
    RowBook rows
) : RoomPage(own, time)
{
    private const string Library = "/sheets/library";

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public KeptSheet Kept { get; private set; } = null!;

    public LessonPlan Plan { get; private set; } = null!;

    public LessonPlace Place { get; set; } = new();

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
        var begun = await sheets.BeginFrom(Key, place.ClassId!.Value, place.Date!.Value, Plan, Cancel);
        if (begun.Lesson is { } lesson)
            return Redirect($"/sheets/{lesson.Id}");
        ShowErrors(begun.Errors, "Place.");
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostSaveAsync(string? title, AgeBand band, int? week, string? text)
    {
        var wrongWeek = ModelState.TryGetValue("week", out var typed) && typed.Errors.Count > 0;
        var seen = Version;
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        var draft = new KeptSheetDraft(title ?? "", Enum.IsDefined(band) ? band : Kept.Band, week, text ?? "");
        var saved = wrongWeek
            ? RowSaved<KeptSheet>.Refused("Week", Say("A week is a number, or empty."))
            : await book.Save(Id, Key, seen, draft, Cancel);
        (Kept.Title, Kept.Band, Kept.Week, Kept.Text) = (draft.Title, draft.Band, draft.Week, draft.Text);
        return await Answer(
            saved,
            draft,
            s => new KeptSheetDraft(s.Title, s.Band, s.Week, s.Text),
            "",
            _ => Tell(Say("Saved."), $"{Library}/{Id}")
        );
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRemoveAsync()
    {
        await rows.Delete<KeptSheet>(Id, Cancel);
        return Tell(Say("Taken out of the library. Sheets that were made from it stay."), Library);
    }

    private RedirectResult Tell(string said, string url)
    {
        Tell(said);
        return Redirect(url);
    }

    private async Task<bool> Load()
    {
        if (await book.Find(Id, Cancel) is not { } kept)
            return false;
        (Kept, Version) = (kept, kept.Version);
        Plan = (await sheets.Reader(Cancel)).Read(kept.Text).Plan;
        var (groups, today) = (await school.Classes(Cancel), await Today());
        // the next session of a class of that age
        var week = await timetable.Read(Cancel);
        var next = groups
            .Where(g => g.Band == kept.Band)
            .Select(g => week.Coming(g.Id, today).FirstOrDefault())
            .OfType<Session>()
            .OrderBy(s => s.Date)
            .ThenBy(s => s.Start)
            .FirstOrDefault();
        Place = new LessonPlace { ClassId = next?.Class, Date = next?.Date ?? today };
        Classes = ClassChoice.Of(groups, await timetable.MeetingsByClass(Cancel));
        return true;
    }
}
