using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The lessons of the coming days, or of any week; a week's sheets begin those of another.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, DayPlan days, WeekCopy copies, DeletedSheets deleted)
    : RoomPage(own, time)
{
    private const int DaysAhead = 7;

    /// <summary>Weeks to come that sheets can be copied to.</summary>
    private const int WeeksOffered = 6;

    /// <summary>A day of the week that is shown; null for the days from today on.</summary>
    [BindProperty(SupportsGet = true)]
    public DateOnly? Week { get; set; }

    public List<(DateOnly Date, List<DayEntry> Entries)> Days { get; private set; } = [];

    /// <summary>The Monday of the week that is shown, or of this one.</summary>
    public DateOnly Monday { get; private set; }

    /// <summary>Mondays that sheets of the week can be copied to.</summary>
    public IReadOnlyList<DateOnly> Offered { get; private set; } = [];

    /// <summary>Sheets that were deleted and can be restored.</summary>
    public List<DeletedSheet> Deleted { get; private set; } = [];

    public bool HasSheets => Days.Exists(d => d.Entries.Exists(e => e.Lines > 0));

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        return await Load() ? Page() : NotFound();
    }

    /// <summary>Begins the sheets of another week with those of this one.</summary>
    /// <param name="to">The Monday of that week.</param>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostCopyAsync(DateOnly? to)
    {
        if (!ModelState.IsValid || !await Load() || to is not { } monday || !Offered.Contains(monday))
            return NotFound();
        var copied = await copies.Copy(Key, Monday, monday, Cancel);
        var begun = Say($"{Spoken.Many(copied.Begun, "sheet")} begun for the week of {Shown.Day(monday)}.");
        Tell(string.Join('\n', copied.Left.Prepend(begun)));
        return Redirect($"/sheets?week={Shown.Field(monday)}");
    }

    /// <summary>Restores a sheet that was deleted.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostRestoreAsync(Guid sheet)
    {
        var isRestored = await deleted.Restore(sheet, Cancel);
        Tell(isRestored, Say("The sheet is restored."), Say("It is no longer there."));
        return Redirect(isRestored ? $"/sheets/{sheet}" : "/sheets");
    }

    private async Task<bool> Load()
    {
        Deleted = CanPlan ? await deleted.All(Cancel) : [];
        var today = await Today();
        if (Week is { } day && !LessonDays.MayBePlanned(day, today))
            return false;
        Monday = WeekDays.MondayOf(Week ?? today);
        Days = Week is null
            ? await days.Of(today, today.AddDays(DaysAhead), Cancel)
            : await days.Of(Monday, Monday.AddDays(DaysAhead - 1), Cancel);
        var first = WeekDays.MondayOf(today);
        Offered = [.. Enumerable.Range(0, WeeksOffered).Select(w => first.AddDays(7 * w)).Where(m => m != Monday)];
        return true;
    }
}
