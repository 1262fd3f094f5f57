using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Timetables;

/// <summary>A date as somebody wants it: what is null stays as the timetable has it.</summary>
public sealed record DateAsk
{
    public bool Cancelled { get; init; }
    public string Reason { get; init; } = "";
    public DateOnly? ToDate { get; init; }
    public TimeOnly? ToStart { get; init; }
    public int? Minutes { get; init; }
    public Guid? HallId { get; init; }
    public bool IsAway { get; init; }
    public Guid? StandInId { get; init; }
}

/// <summary>
/// Changes single dates of the timetable: cancels, moves, adds, finds stand-ins. A sheet that was begun for such a date goes
/// with it.
/// </summary>
public sealed class DateChanges(
    LadderContext db,
    SchoolScope scope,
    OwnSchool own,
    TimetableBook timetable,
    TimeProvider time
)
{
    /// <summary>Changes are made one after the other, since each looks at what the others left.</summary>
    private const string Turn = "timetable";

    /// <summary>The changed dates from a day on, the next first.</summary>
    public Task<List<DateChangeRow>> From(DateOnly day, CancellationToken cancel) =>
        db
            .DateChanges.AsNoTracking()
            .Include(c => c.Class)
            .Include(c => c.StandIn)
            .Where(c => c.Date >= day || c.ToDate >= day)
            .OrderBy(c => c.Date)
            .ThenBy(c => c.At)
            .ToListAsync(cancel);

    public Task<DateChangeRow?> Find(Guid group, DateOnly date, TimeOnly at, CancellationToken cancel) =>
        db
            .DateChanges.AsNoTracking()
            .FirstOrDefaultAsync(c => c.ClassId == group && c.Date == date && c.At == at, cancel);

    /// <summary>The session that the timetable plans at an hour of a day; null when it has none there.</summary>
    public async Task<Session?> Planned(Guid group, DateOnly date, TimeOnly at, CancellationToken cancel)
    {
        var change = await Find(group, date, at, cancel);
        var day = change?.ToDate ?? date;
        var sessions = await timetable.Sessions(day, day, cancel);
        return sessions.FirstOrDefault(s => s.Class == group && s.Planned == (date, at));
    }

    /// <summary>Changes a date that the timetable has.</summary>
    /// <param name="group">The class.</param>
    /// <param name="date">The day that the timetable has.</param>
    /// <param name="at">The hour that it has there.</param>
    /// <param name="ask">What is wanted; nothing at all makes it as usual again.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<DateChangeRow>> Change(
        Guid group,
        DateOnly date,
        TimeOnly at,
        DateAsk ask,
        CancellationToken cancel
    ) => db.RunExclusive(Turn, () => ChangeInTurn(group, date, at, ask, cancel), cancel);

    private async Task<RowSaved<DateChangeRow>> ChangeInTurn(
        Guid group,
        DateOnly date,
        TimeOnly at,
        DateAsk ask,
        CancellationToken cancel
    )
    {
        if (await Planned(group, date, at, cancel) is not { } before)
            return RowSaved<DateChangeRow>.Gone();
        var errors = await Problems(ask, cancel);
        if (errors.Any)
            return RowSaved<DateChangeRow>.Refused(errors);
        var row = await db.DateChanges.FirstOrDefaultAsync(
            c => c.ClassId == group && c.Date == date && c.At == at,
            cancel
        );
        if (row is null)
        {
            row = new DateChangeRow
            {
                ClassId = group,
                Date = date,
                At = at,
            };
            db.DateChanges.Add(row);
        }
        (row.IsCancelled, row.Reason) = (ask.Cancelled, ask.Reason.Trim());
        (row.ToDate, row.ToStart) = (ask.ToDate == date ? null : ask.ToDate, ask.ToStart == at ? null : ask.ToStart);
        (row.Minutes, row.HallId) = (ask.Minutes, ask.HallId);
        (row.IsAway, row.StandInId) = (ask.IsAway, ask.IsAway ? ask.StandInId : null);
        await db.SaveChangesAsync(cancel);
        if (await Planned(group, date, at, cancel) is { } after)
            await TakeSheet(before, after, cancel);
        return RowSaved<DateChangeRow>.Kept(row);
    }

    private async Task<FieldErrors> Problems(DateAsk ask, CancellationToken cancel)
    {
        var errors = new FieldErrors();
        var facts = await own.Facts(cancel);
        if (ask.Reason.Trim().Length > DateChangeRow.LongestReason)
            errors.Add("Reason", Say($"At most {DateChangeRow.LongestReason} characters."));
        if (ask.Minutes is < 10 or > 300)
            errors.Add("Minutes", Say("10 to 300 minutes."));
        if (ask.ToDate is { } day && !LessonDays.MayBePlanned(day, SchoolTime.Today(facts.School, time)))
            errors.Add("ToDate", Say(LessonDays.Refusal));
        if (ask.HallId is not null && facts.Hall(ask.HallId) is null)
            errors.Add("HallId", Say("Choose a hall."));
        if (ask.StandInId is not null && facts.Teachers.All(t => t.Id != ask.StandInId))
            errors.Add("StandInId", Say("Choose somebody whose account is open."));
        return errors;
    }

    /// <summary>A sheet that was begun for the date, and has not been run, goes where the date goes.</summary>
    private async Task TakeSheet(Session before, Session after, CancellationToken cancel)
    {
        var lessons = await db
            .Lessons.Where(l =>
                l.ClassId == before.Class
                && (
                    l.SessionAt == null
                        ? l.Date == before.Date && l.Start == before.Start
                        : l.SessionDate == before.Planned.Date && l.SessionAt == before.Planned.At
                )
                && l.Log == null
                && (l.Run == null || l.Run.Events.Count == 0)
            )
            .ToListAsync(cancel);
        foreach (var lesson in lessons)
        {
            (lesson.Date, lesson.Start, lesson.Minutes) = (after.Date, after.Start, after.Minutes);
            (lesson.HallId, lesson.TeacherId) = (after.Hall, after.Teacher ?? lesson.TeacherId);
        }
    }

    /// <summary>One session more of a class.</summary>
    /// <param name="key">The key of the post: sent twice it adds one.</param>
    /// <param name="group">The class.</param>
    /// <param name="date">The day.</param>
    /// <param name="start">The hour.</param>
    /// <param name="ask">Minutes, hall, who takes it and why; the rest says nothing here.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<DateChangeRow>> Add(
        Guid key,
        Guid group,
        DateOnly date,
        TimeOnly start,
        DateAsk ask,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (await db.DateChanges.FirstOrDefaultAsync(c => c.Id == key, cancel) is { } already)
                    return RowSaved<DateChangeRow>.Kept(already);
                var errors = await Problems(ask with { ToDate = date }, cancel);
                if (!await db.Classes.AnyAsync(c => c.Id == group && c.ArchivedAt == null, cancel))
                    errors.Add("ClassId", Say("Choose a class."));
                if (await Planned(group, date, start, cancel) is not null)
                    errors.Add("ToStart", Say("The class meets at that hour already."));
                if (errors.Any)
                    return RowSaved<DateChangeRow>.Refused(errors);
                var row = new DateChangeRow
                {
                    Id = key,
                    ClassId = group,
                    Date = date,
                    At = start,
                    IsExtra = true,
                    Reason = ask.Reason.Trim(),
                    Minutes = ask.Minutes,
                    HallId = ask.HallId,
                    StandInId = ask.StandInId,
                };
                db.DateChanges.Add(row);
                return RowSaved<DateChangeRow>.Kept(row);
            },
            cancel
        );

    /// <summary>Takes a session that seeks a stand-in; false when somebody else was quicker.</summary>
    public Task<bool> Take(Guid group, DateOnly date, TimeOnly at, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                var row = await db.DateChanges.FirstOrDefaultAsync(
                    c => c.ClassId == group && c.Date == date && c.At == at && c.IsAway && !c.IsCancelled,
                    cancel
                );
                if (row is null || (row.StandInId is { } taken && taken != scope.UserId))
                    return false;
                var before = await Planned(group, date, at, cancel);
                row.StandInId = scope.UserId;
                await db.SaveChangesAsync(cancel);
                if (before is not null && await Planned(group, date, at, cancel) is { } after)
                    await TakeSheet(before, after, cancel);
                return true;
            },
            cancel
        );

    /// <summary>The date is as the timetable has it again; an extra session is none any more.</summary>
    public Task<bool> Undo(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (await db.DateChanges.FirstOrDefaultAsync(c => c.Id == id, cancel) is not { } row)
                    return false;
                var before = await Planned(row.ClassId, row.Date, row.At, cancel);
                db.DateChanges.Remove(row);
                await db.SaveChangesAsync(cancel);
                if (before is not null && await Planned(row.ClassId, row.Date, row.At, cancel) is { } after)
                    await TakeSheet(before, after, cancel);
                return true;
            },
            cancel
        );
}
