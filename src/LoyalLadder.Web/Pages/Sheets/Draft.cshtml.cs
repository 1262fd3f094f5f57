using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>A sheet for a session, drafted: looked at, drawn again, taken.</summary>
[Authorize(Policies.Instructor)]
public sealed class DraftModel(OwnSchool own, TimeProvider time, DraftBook drafts, LessonSheets sheets)
    : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid ClassId { get; set; }

    [BindProperty(SupportsGet = true)]
    public DateOnly Date { get; set; }

    /// <summary>Another seed gives another sheet.</summary>
    [BindProperty(SupportsGet = true)]
    public int Seed { get; set; } = 1;

    public DraftedSheet Sheet { get; private set; } = null!;

    public string Address(int seed) => $"/draft?classId={ClassId}&date={Shown.Field(Date)}&seed={seed}";

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        return await Load() ? Page() : NotFound();
    }

    /// <summary>Begins the session's sheet with it.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync()
    {
        if (!ModelState.IsValid || !await Load())
            return NotFound();
        var begun = await sheets.BeginFrom(Key, ClassId, Date, Sheet.Plan, Cancel);
        if (begun.Lesson is { } lesson)
            return Redirect($"/sheets/{lesson.Id}");
        ShowErrors(begun.Errors);
        return Page();
    }

    private async Task<bool> Load()
    {
        var (sheet, _) = await drafts.Write(ClassId, Date, Seed, Cancel);
        if (sheet is null)
            return false;
        Sheet = sheet;
        return true;
    }
}
