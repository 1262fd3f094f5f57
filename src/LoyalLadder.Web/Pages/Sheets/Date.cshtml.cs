using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>One date of a class: cancelled, moved, elsewhere, with somebody else.</summary>
[Authorize(Policies.Instructor)]
public sealed class DateModel(OwnSchool own, TimeProvider time, DateChanges dates, Data.RowBook rows)
    : RoomPage(own, time)
{
    /// <summary>The class.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid Group { get; set; }

    /// <summary>The day that the timetable has.</summary>
    [BindProperty(SupportsGet = true)]
    public DateOnly Date { get; set; }

    /// <summary>The hour that it has there.</summary>
    [BindProperty(SupportsGet = true)]
    public TimeOnly At { get; set; }

    public sealed class DateForm
    {
        public bool Cancelled { get; set; }
        public string? Reason { get; set; }
        public DateOnly? ToDate { get; set; }
        public TimeOnly? ToStart { get; set; }
        public int? Minutes { get; set; }
        public Guid? HallId { get; set; }
        public bool IsAway { get; set; }
        public Guid? StandInId { get; set; }
    }

    public DateForm Form { get; private set; } = new();
    public Session Session { get; private set; } = null!;
    public ClassGroup Class { get; private set; } = null!;
    public List<SelectListItem> Halls { get; private set; } = [];
    public List<SelectListItem> Teachers { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        ModelState.Clear();
        if (!await Load())
            return NotFound();
        if (await dates.Find(Group, Date, At, Cancel) is { } row)
            Form = new DateForm
            {
                Cancelled = row.IsCancelled,
                Reason = row.Reason,
                ToDate = row.ToDate,
                ToStart = row.ToStart,
                Minutes = row.Minutes,
                HallId = row.HallId,
                IsAway = row.IsAway,
                StandInId = row.StandInId,
            };
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync([Bind(Prefix = nameof(Form))] DateForm form)
    {
        if (!await Load())
            return NotFound();
        Form = form;
        if (!ModelState.IsValid)
            return Page();
        var ask = new DateAsk
        {
            Cancelled = form.Cancelled,
            Reason = form.Reason ?? "",
            ToDate = form.ToDate,
            ToStart = form.ToStart,
            Minutes = form.Minutes,
            HallId = form.HallId,
            IsAway = form.IsAway,
            StandInId = form.StandInId,
        };
        var saved = await dates.Change(Group, Date, At, ask, Cancel);
        if (saved.Row is { } row)
        {
            var day = row.ToDate ?? Date;
            Tell(Say($"{Class.Name}, {Timetable.DayAndHour(Date, At)}, is changed."));
            return Redirect($"/?date={Shown.Field(day)}");
        }
        ShowErrors(saved.Errors, "Form.");
        return Page();
    }

    /// <summary>Whoever presses it stands in.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostTakeAsync()
    {
        if (!await Load())
            return NotFound();
        Tell(
            await dates.Take(Group, Date, At, Cancel),
            Say($"It is yours: {Class.Name}, {Timetable.DayAndHour(Session.Date, Session.Start)}."),
            Say("Somebody has taken it already.")
        );
        return Redirect($"/?date={Shown.Field(Session.Date)}");
    }

    private async Task<bool> Load()
    {
        if (await rows.Find<ClassGroup>(Group, Cancel) is not { } found)
            return false;
        if (Date.Year is < 2000 or > 2100 || await dates.Planned(Group, Date, At, Cancel) is not { } session)
            return false;
        (Class, Session) = (found, session);
        var facts = await Facts();
        Halls = [.. facts.Halls.Select(h => new SelectListItem(h.Name, h.Id.ToString()))];
        Teachers = [.. facts.Teachers.Select(t => new SelectListItem(t.DisplayName, t.Id.ToString()))];
        return true;
    }
}
