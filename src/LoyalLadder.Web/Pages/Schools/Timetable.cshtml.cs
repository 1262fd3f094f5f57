using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The usual week, the days on which the school is closed, and the dates that differ.</summary>
public sealed class TimetableModel(
    OwnSchool own,
    TimeProvider time,
    SchoolBook school,
    WeekBook week,
    DateChanges dates,
    TimetableBook timetable
) : SchoolPage(own, time)
{
    private const string Address = "/school/timetable";

    /// <summary>Clashes are looked for so far ahead.</summary>
    private const int ClashDays = 28;

    public MeetingForm Meeting { get; private set; } = new();
    public ClosureForm Closed { get; private set; } = new();
    public ExtraForm Extra { get; private set; } = new();

    /// <summary>The class whose meetings somebody came for; null for all.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? For { get; set; }

    /// <summary>The form that was sent and not taken; empty where none was.</summary>
    public string Tried { get; private set; } = "";

    public DateOnly Now { get; private set; }
    public SchoolFacts OfSchool { get; private set; } = null!;
    public List<MeetingRow> Meetings { get; private set; } = [];
    public List<ClosureRow> Closures { get; private set; } = [];
    public List<DateChangeRow> Changes { get; private set; } = [];
    public IReadOnlyList<SessionClash> Clashes { get; private set; } = [];
    public Dictionary<Guid, string> Names { get; private set; } = [];
    public List<SelectListItem> Classes { get; private set; } = [];
    public List<SelectListItem> Halls { get; private set; } = [];
    public List<SelectListItem> Teachers { get; private set; } = [];

    /// <summary>Everybody who may help.</summary>
    public IEnumerable<StaffCard> Staff => OfSchool.Teachers;

    public Task OnGetAsync() => Load();

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync([Bind(Prefix = nameof(Meeting))] MeetingForm meeting)
    {
        await Load();
        (Meeting, Tried) = (meeting, nameof(Meeting));
        if (!ModelState.IsValid)
            return Page();
        var saved = await week.Add(
            new MeetingRow
            {
                Id = Key,
                ClassId = meeting.ClassId!.Value,
                Weekday = meeting.Weekday,
                Start = meeting.Start!.Value,
                Minutes = meeting.Minutes,
                HallId = Offered(Halls, meeting.HallId),
                TeacherId = Offered(Teachers, meeting.TeacherId),
                AssistantIds = [.. meeting.AssistantIds.Where(a => Staff.Any(s => s.Id == a)).Distinct()],
                From = meeting.From,
                Until = meeting.Until,
            },
            Cancel
        );
        if (saved.Row is not null)
            return Tell(Say("It meets then."), Address);
        ShowErrors(saved.Errors, "Meeting.");
        return Page();
    }

    /// <summary>The class meets then no more, from today on.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostEndAsync(Guid id) =>
        Tell(
            await week.End(id, await Today(), Cancel),
            Say("It meets then no more; what was stays."),
            Say("It is no longer there."),
            Address
        );

    [For(Role.Head)]
    public async Task<IActionResult> OnPostCloseAsync([Bind(Prefix = nameof(Closed))] ClosureForm closed)
    {
        await Load();
        (Closed, Tried) = (closed, nameof(Closed));
        if (!ModelState.IsValid)
            return Page();
        var saved = await week.Close(
            new ClosureRow
            {
                Id = Key,
                Name = closed.Name ?? "",
                From = closed.From!.Value,
                Until = closed.Until ?? closed.From.Value,
                HallId = Offered(Halls, closed.HallId),
            },
            Cancel
        );
        if (saved.Row is { } row)
            return Tell(Say($"Closed: {row.Name}."), Address);
        ShowErrors(saved.Errors, "Closed.");
        return Page();
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostOpenAsync(Guid id)
    {
        await week.Open(id, Cancel);
        return Tell(Say("Open again."), Address);
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostExtraAsync([Bind(Prefix = nameof(Extra))] ExtraForm extra)
    {
        await Load();
        (Extra, Tried) = (extra, nameof(Extra));
        if (!ModelState.IsValid)
            return Page();
        var ask = new DateAsk
        {
            Minutes = extra.Minutes,
            HallId = Offered(Halls, extra.HallId),
            StandInId = Offered(Teachers, extra.StandInId),
            Reason = extra.Reason ?? "",
        };
        var saved = await dates.Add(Key, extra.ClassId!.Value, extra.Date!.Value, extra.ToStart!.Value, ask, Cancel);
        if (saved.Row is not null)
            return Tell(Say("One session more."), Address);
        foreach (var (field, message) in saved.Errors.All)
            ModelState.AddModelError(field == nameof(DateAsk.ToDate) ? "Extra.Date" : $"Extra.{field}", message);
        return Page();
    }

    /// <summary>A date is as usual again.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostUsualAsync(Guid id)
    {
        await dates.Undo(id, Cancel);
        return Tell(Say("As usual again."), Address);
    }

    private static Guid? Offered(List<SelectListItem> list, Guid? id) =>
        id is { } i && list.Exists(x => x.Value == i.ToString()) ? i : null;

    private async Task Load()
    {
        (OfSchool, Now) = (await Facts(), await Today());
        Meetings = (await week.Meetings(Cancel)).FindAll(m => !(m.Until < Now));
        Closures = (await week.Closures(Cancel)).FindAll(c => c.Until >= Now);
        Changes = await dates.From(Now, Cancel);
        Clashes =
        [
            .. Timetable
                .Clashes(await timetable.Sessions(Now, Now.AddDays(ClashDays), Cancel))
                .DistinctBy(c => (c.First.Class, c.Second.Class, c.First.Start, c.First.Date.DayOfWeek, c.IsHall)),
        ];
        var classes = await school.Classes(Cancel);
        Names = classes.ToDictionary(c => c.Id, c => c.Name);
        Classes = [.. classes.Select(c => new SelectListItem(c.Name, c.Id.ToString(), c.Id == For))];
        Meeting.ClassId ??= For;
        Halls = [.. OfSchool.Halls.Select(h => new SelectListItem(h.Name, h.Id.ToString()))];
        Teachers = [.. OfSchool.Teachers.Select(t => new SelectListItem(t.DisplayName, t.Id.ToString()))];
    }
}
