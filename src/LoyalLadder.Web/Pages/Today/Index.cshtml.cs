using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Progress;
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
    TermMaps terms,
    WaitingBook waiting
) : RoomPage(own, time)
{
    public DateOnly Date { get; private set; }
    public bool IsToday { get; private set; }
    public bool HasClasses { get; private set; }
    public string SchoolName => OfSchool.School.Name;
    public SchoolFacts OfSchool { get; private set; } = null!;
    public List<DayEntry> Entries { get; private set; } = [];
    public List<DayEntry> ToLog { get; private set; } = [];

    /// <summary>What the days behind the one that is shown have, in order.</summary>
    public IReadOnlyList<(DateOnly Date, List<DayEntry> Entries)> Week { get; private set; } = [];

    /// <summary>What waits for an instructor beside the classes.</summary>
    public IReadOnlyList<WaitingThing> Waiting { get; private set; } = [];

    /// <summary>What keeps most of a class's people from their next rank.</summary>
    private Dictionary<Guid, RankBlocker> Blockers { get; set; } = [];

    /// <summary>The hour at the school.</summary>
    public TimeOnly Now { get; private set; }

    /// <summary>The class that comes next today; null where none does.</summary>
    public DayEntry? Next { get; private set; }

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

    private string NameOfThing(string learnable) => OfSchool.Material.NameOf(learnable, OfSchool.School.Naming);

    /// <summary>'#17 Turned back keeps Jonty T and Wren O from Blue', before a lesson to come; null where nothing does.</summary>
    public string? BlockerOf(DayEntry entry) =>
        entry.Stage is LessonStage.Unplanned or LessonStage.Planned
        && Blockers.GetValueOrDefault(entry.Class.Id) is { } blocker
            ? $"{NameOfThing(blocker.Learnable)} {Blocked.Words(blocker.People)}"
            : null;

    /// <summary>'not planned', 'next, in 48 min'.</summary>
    public string StateOf(DayEntry entry)
    {
        var state = Shown.Stage(entry.Stage);
        if (entry != Next)
            return state;
        var left = (int)Math.Ceiling((entry.Start - Now).TotalMinutes);
        return left > 0 && entry.Start > Now ? Say($"{state}, in {Minutes(left)}") : Say($"{state}, should have begun");
    }

    /// <summary>'48 min', '2 h 5 min'.</summary>
    private static string Minutes(int minutes) =>
        minutes < 60 ? Say($"{minutes} min") : Say($"{minutes / 60} h {minutes % 60} min");

    public string WordsOf(WaitingThing thing) =>
        thing switch
        {
            WaitingThing.StandIn s => Say(
                $"{s.Class}, {Near(s.Session.Date)} {Shown.Hour(s.Session.Start)}: no instructor"
            ),
            WaitingThing.Signature s => Say($"Sign {NameOfThing(s.Learnable)}: {Blocked.Names(s.Names)}"),
            WaitingThing.CareNoteEnds c => Say($"Care note of {c.Name} ends on {Near(c.Until)}"),
            WaitingThing.Grading g => Say(
                $"Grading on {Near(g.On)}: {(g.Candidates == 0 ? Say("no candidates yet") : Spoken.Many(g.Candidates, "candidate"))}"
            ),
            _ => throw new ArgumentException("A thing that waits is expected.", nameof(thing)),
        };

    /// <summary>Where it is done.</summary>
    public string AddressOf(WaitingThing thing) =>
        thing switch
        {
            WaitingThing.StandIn { Session.Planned: var (date, at), Session.Class: var group } =>
                $"/date?group={group}&date={Shown.Field(date)}&at={Shown.Hour(at)}",
            WaitingThing.Signature s => $"/people/sign?group={s.ClassId}&what={Uri.EscapeDataString(s.Learnable)}",
            WaitingThing.CareNoteEnds c => $"/people/{c.StudentId}",
            WaitingThing.Grading g => $"/gradings/{g.Id}",
            _ => throw new ArgumentException("A thing that waits is expected.", nameof(thing)),
        };

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
        Week = await days.Of(Date.AddDays(1), Date.AddDays(DaysAhead), Cancel);
        if (IsToday)
            LookAtTheHour();
        if (IsToday && CanPlan)
        {
            FirstSteps = await firstWeek.Steps(Cancel);
            Waiting = await waiting.From(today, Cancel);
        }
        if (Date >= today && CanPlan)
            Blockers = await waiting.Blockers([.. Entries.Select(e => e.Class.Id)], Cancel);
        HasClasses = Entries.Count > 0 || await school.HasClasses(Cancel);
        return Page();
    }

    private const int DaysAhead = 6;

    /// <summary>What is over and was never started waits for its log; the first that is not over comes next.</summary>
    private void LookAtTheHour()
    {
        Now = TimeOnly.FromTimeSpan(TimeZoneInfo.ConvertTime(Time.GetUtcNow(), OfSchool.School.Zone).TimeOfDay);
        Entries = Entries.ConvertAll(e =>
            e.Stage == LessonStage.Planned && IsOver(e) ? e with { Stage = LessonStage.ToLog } : e
        );
        Next = Entries.Find(e => e.Stage is LessonStage.Unplanned or LessonStage.Planned && !IsOver(e));
    }

    private bool IsOver(DayEntry entry) =>
        entry.Start.ToTimeSpan() + TimeSpan.FromMinutes(entry.Minutes) < Now.ToTimeSpan();
}
