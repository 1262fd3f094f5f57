using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Timetables;

/// <summary>Keeps the usual week and the days on which the school is closed.</summary>
public sealed class WeekBook(LadderContext db)
{
    private const string Turn = "timetable";

    /// <summary>Days that the school, or a hall, is closed at once at most.</summary>
    private const int MostDaysClosed = 400;

    /// <summary>The meetings of all classes, Monday first, with what is over among them.</summary>
    public async Task<List<MeetingRow>> Meetings(CancellationToken cancel) =>
        [
            .. (
                await db
                    .Meetings.AsNoTracking()
                    .Include(m => m.Class)
                        .ThenInclude(c => c!.Hall)
                    .Include(m => m.Class)
                        .ThenInclude(c => c!.Teacher)
                    .Include(m => m.Hall)
                    .Include(m => m.Teacher)
                    .Where(m => m.Class!.ArchivedAt == null)
                    .ToListAsync(cancel)
            )
                .OrderBy(m => WeekDays.PlaceOf(m.Weekday))
                .ThenBy(m => m.Start)
                .ThenBy(m => m.Class!.Name, StringComparer.Ordinal),
        ];

    public Task<List<ClosureRow>> Closures(CancellationToken cancel) =>
        db.Closures.AsNoTracking().Include(c => c.Hall).OrderBy(c => c.From).ThenBy(c => c.Name).ToListAsync(cancel);

    /// <summary>Adds a meeting of a class.</summary>
    /// <param name="row">As it is to be, under the key of the post: sent twice it is added once.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<MeetingRow>> Add(MeetingRow row, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (await db.Meetings.FirstOrDefaultAsync(m => m.Id == row.Id, cancel) is { } already)
                    return RowSaved<MeetingRow>.Kept(already);
                var errors = new FieldErrors();
                var group = await db.Classes.FirstOrDefaultAsync(
                    c => c.Id == row.ClassId && c.ArchivedAt == null,
                    cancel
                );
                if (group is null)
                    errors.Add("ClassId", Say("Choose a class."));
                if (row.Until < row.From)
                    errors.Add("Until", Say("That is before it begins."));
                if (row.Minutes is < 10 or > 300)
                    errors.Add("Minutes", Say("10 to 300 minutes."));
                if (group is not null && await Same(row, group, cancel) is { } same)
                    errors.Add("Start", Say($"The class meets then already{Span(same)}."));
                if (errors.Any)
                    return RowSaved<MeetingRow>.Refused(errors);
                db.Meetings.Add(row);
                return RowSaved<MeetingRow>.Kept(row);
            },
            cancel
        );

    private async Task<Meeting?> Same(MeetingRow row, ClassGroup group, CancellationToken cancel) =>
        (await db.Meetings.AsNoTracking().Where(m => m.ClassId == row.ClassId).ToListAsync(cancel))
            .Select(m => m.Plain(group))
            .FirstOrDefault(m => m.Meets(row.Plain(group)));

    private static string Span(Meeting meeting) =>
        (meeting.From, meeting.Until) switch
        {
            (null, null) => "",
            (null, { } until) => $", until {Day(until)}",
            ({ } from, null) => $", from {Day(from)}",
            ({ } from, { } until) => $", {Day(from)} to {Day(until)}",
        };

    private static string Day(DateOnly day) =>
        day.ToString("d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>Ends a meeting: from that day on the class meets then no more. What was stays in the past weeks.</summary>
    /// <param name="id">The meeting.</param>
    /// <param name="from">The first day on which it is no more.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<bool> End(Guid id, DateOnly from, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (await db.Meetings.FirstOrDefaultAsync(m => m.Id == id, cancel) is not { } row)
                    return false;
                // what never was leaves nothing behind
                if (row.From >= from)
                    db.Meetings.Remove(row);
                else
                    row.Until = from.AddDays(-1);
                var changes = await db
                    .DateChanges.Where(c =>
                        c.ClassId == row.ClassId && c.At == row.Start && !c.IsExtra && c.Date >= from
                    )
                    .ToListAsync(cancel);
                // what was other on dates that are no more is nothing any more
                db.DateChanges.RemoveRange(changes.Where(c => c.Date.DayOfWeek == row.Weekday));
                return true;
            },
            cancel
        );

    /// <summary>Closes the school or a hall for some days; sent twice under one key it is closed once.</summary>
    public Task<RowSaved<ClosureRow>> Close(ClosureRow row, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                if (await db.Closures.FirstOrDefaultAsync(c => c.Id == row.Id, cancel) is { } already)
                    return RowSaved<ClosureRow>.Kept(already);
                var errors = new FieldErrors();
                row.Name = row.Name.Trim();
                if (row.Name.Length is 0 or > ClosureRow.LongestName)
                    errors.Add("Name", Say($"Say why, in at most {ClosureRow.LongestName} characters."));
                if (row.Until < row.From)
                    errors.Add("Until", Say("That is before it begins."));
                else if (row.Until.DayNumber - row.From.DayNumber > MostDaysClosed)
                    errors.Add("Until", Say($"At most {MostDaysClosed} days at once."));
                if (row.HallId is { } hall && !await db.Halls.AnyAsync(h => h.Id == hall, cancel))
                    errors.Add("HallId", Say("Choose a hall, or the whole school."));
                var others = (await db.Closures.AsNoTracking().ToListAsync(cancel)).ConvertAll(c => c.Plain());
                if (others.Find(c => c.Overlaps(row.Plain())) is { } other)
                    errors.Add(
                        "From",
                        Say($"“{other.Name}” closes it then already, {Day(other.From)} to {Day(other.Until)}.")
                    );
                if (errors.Any)
                    return RowSaved<ClosureRow>.Refused(errors);
                db.Closures.Add(row);
                return RowSaved<ClosureRow>.Kept(row);
            },
            cancel
        );

    public Task<bool> Open(Guid id, CancellationToken cancel) =>
        db.RemoveOne(db.Closures.Where(c => c.Id == id), cancel);
}
