using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>A class's register for a month, on paper: the days on which it meets, and who was there as far as that is logged.</summary>
[Authorize(Policies.Instructor)]
public sealed class RegisterModel(OwnSchool own, TimeProvider time, RegisterBook book, TimetableBook timetable)
    : RoomPage(own, time)
{
    public ClassGroup Class { get; private set; } = null!;

    /// <summary>The first of the month.</summary>
    public DateOnly Month { get; private set; }

    public IReadOnlyList<DateOnly> Days { get; private set; } = [];

    /// <summary>When it meets: 'Tuesday 18:00, Thursday 17:00'.</summary>
    public string Hours { get; private set; } = "";
    public IReadOnlyList<(string Student, IReadOnlySet<DateOnly> There)> Rows { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid group, DateOnly? month)
    {
        var today = await Today();
        // a month that makes no sense shows this one; it came from no button of ours
        var day = month is { Year: > 2000 and < 2100 } asked ? asked : today;
        Month = new DateOnly(day.Year, day.Month, 1);
        if (await book.Of(group, Month, Cancel) is not { } register)
            return NotFound();
        Class = register.Class;
        Rows = register.Rows;
        var sessions = await timetable.Sessions(Month, Month.AddMonths(1).AddDays(-1), Cancel);
        var meets = sessions.Where(s => s.Class == group && s.TakesPlace).Select(s => s.Date);
        Days = [.. meets.Union(register.Rows.SelectMany(r => r.There)).Order()];
        var meetings = (await timetable.MeetingsByClass(Cancel))[group];
        Hours = string.Join(", ", meetings.Select(m => $"{Shown.Weekday(m.Weekday)} {Shown.Hour(m.Start)}"));
        return Page();
    }
}
