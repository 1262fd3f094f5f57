using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Timetables;

/// <summary>When the school's classes meet: read by everything that asks which lesson comes next.</summary>
public sealed class TimetableBook(LadderContext db, OwnSchool own, SchoolCache memory, TimeProvider time)
{
    /// <summary>The timetable of all classes that meet.</summary>
    public async Task<Timetable> Read(CancellationToken cancel) =>
        (await memory.GetOrCreate("timetable", CachedKind.Progress, () => ReadNow(cancel), cancel)).Timetable;

    /// <summary>Held as it is: what is remembered may not be changed by anybody.</summary>
    [System.ComponentModel.ImmutableObject(true)]
    private sealed record Held(Timetable Timetable);

    private async Task<Held> ReadNow(CancellationToken cancel)
    {
        var meetings = await db
            .Meetings.AsNoTracking()
            .Include(m => m.Class)
            .Where(m => m.Class!.ArchivedAt == null)
            .ToListAsync(cancel);
        var changes = await db.DateChanges.AsNoTracking().Where(c => c.Class!.ArchivedAt == null).ToListAsync(cancel);
        var closures = await db.Closures.AsNoTracking().ToListAsync(cancel);
        return new Held(
            new Timetable(
                meetings.ConvertAll(m => m.Plain(m.Class!)),
                changes.ConvertAll(WithUsual),
                closures.ConvertAll(c => c.Plain())
            )
        );

        // an extra session is as long and where its class usually is, unless it says otherwise
        DateChange WithUsual(DateChangeRow row)
        {
            var change = row.Plain();
            if (!row.IsExtra || meetings.Find(m => m.ClassId == row.ClassId)?.Class is not { } group)
                return change;
            return change with
            {
                Minutes = change.Minutes ?? group.Minutes,
                Hall = change.Hall ?? group.HallId,
                StandIn = change.StandIn ?? (change.IsAway ? null : group.TeacherId),
            };
        }
    }

    /// <summary>The sessions of some days, those that do not take place among them.</summary>
    public async Task<IReadOnlyList<Session>> Sessions(DateOnly from, DateOnly to, CancellationToken cancel) =>
        (await Read(cancel)).Sessions(from, to);

    /// <summary>The meetings of each class that are not over, Monday first; none for one that meets no more.</summary>
    public async Task<ILookup<Guid, Meeting>> MeetingsByClass(CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return (await Read(cancel))
            .Meetings.Where(m => !(m.Until < today))
            .OrderBy(m => WeekDays.PlaceOf(m.Weekday))
            .ThenBy(m => m.Start)
            .ToLookup(m => m.Class);
    }
}
