using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Terms;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Today;

/// <summary>The day's lessons in order, each with its next right action.</summary>
public sealed class IndexModel(
    OwnSchool own,
    TimeProvider time,
    DayPlan days,
    DayOutlook outlook,
    SchoolBook school,
    FirstWeek firstWeek,
    TermMaps terms
) : RoomPage(own, time)
{
    public DateOnly Date { get; private set; }
    public bool IsToday { get; private set; }
    public bool HasClasses { get; private set; }
    public string SchoolName => OfSchool.School.Name;
    public SchoolFacts OfSchool { get; private set; } = null!;
    public List<DayEntry> Entries { get; private set; } = [];
    public List<DayEntry> ToLog { get; private set; } = [];

    /// <summary>What a new school does first; empty once it is done.</summary>
    public IReadOnlyList<FirstStep> FirstSteps { get; private set; } = [];

    /// <summary>How the lessons to come stand, and when they are likely to end.</summary>
    public Dictionary<Guid, LessonOutlook> Ahead { get; private set; } = [];

    /// <summary>What the term's map has for the sessions to come.</summary>
    private ILookup<(Guid Class, TimeOnly At), string>? Planned { get; set; }

    /// <summary>What the term's map has for a session, by name; nothing where it has none.</summary>
    public IReadOnlyList<string> PlannedFor(DayEntry entry) =>
        entry.Session is { } session && entry.Stage is LessonStage.Unplanned or LessonStage.Planned
            ? [.. (Planned?[(entry.Class.Id, entry.Session!.Planned.At)] ?? []).Select(NameOfThing)]
            : [];

    private string NameOfThing(string learnable) => OfSchool.Material.OnSheets(learnable, OfSchool.School.Naming);

    public async Task<IActionResult> OnGetAsync(DateOnly? date)
    {
        var today = await Today();
        // a date that makes no sense shows today; it came from no button of ours
        Date = date is { Year: > 2000 and < 2100 } asked ? asked : today;
        IsToday = Date == today;
        OfSchool = await Facts();
        if (IsToday)
            (Entries, ToLog) = await days.OfToday(today, Cancel);
        else
            Entries = await days.Of(Date, Cancel);
        if (Date >= today)
            Ahead = await outlook.Of(Date, Cancel);
        if (Date >= today)
            Planned = await terms.PlannedOn(Date, Cancel);
        if (IsToday && CanPlan)
            FirstSteps = await firstWeek.Steps(Cancel);
        HasClasses = Entries.Count > 0 || await school.HasClasses(Cancel);
        return Page();
    }
}
