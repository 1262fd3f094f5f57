using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lists;

/// <summary>The school's week as a calendar that phones and desks subscribe to.</summary>
public sealed class Timetable(LadderContext db, OwnSchool own, TimeProvider time)
{
    /// <summary>The rules of a zone since then are written out; whatever changes later follows the last of them.</summary>
    private static readonly DateTime ZonesFrom = new(2020, 1, 1, 0, 0, 0, DateTimeKind.Unspecified);

    /// <summary>One weekly event a class, in the school's own time zone. Names of students are never in it.</summary>
    public async Task<string> Write(CancellationToken cancel)
    {
        var school = (await own.Facts(cancel)).School;
        var classes = await db
            .Classes.AsNoTracking()
            .Where(c => c.PutAwayAt == null)
            .Include(c => c.Hall)
            .Include(c => c.Teacher)
            .OrderBy(c => c.Name)
            .ToListAsync(cancel);
        var today = SchoolTime.Today(school, time);
        var calendar = new Calendar { ProductId = "-//Loyal Ladder//Timetable//EN" };
        calendar.AddTimeZone(VTimeZone.FromSystemTimeZone(school.Zone, ZonesFrom, false));
        calendar.AddProperty("X-WR-CALNAME", school.Name);
        foreach (var group in classes)
            calendar.Events.Add(Event(group, school, today));
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static CalendarEvent Event(ClassGroup group, SchoolCard school, DateOnly today)
    {
        var first = LessonDays.NextMeeting(group.Weekday, today).ToDateTime(group.Start);
        return new CalendarEvent
        {
            Uid = $"{group.Id}@loyal-ladder",
            DtStamp = new CalDateTime(group.ChangedAt.UtcDateTime, "UTC"),
            Start = new CalDateTime(first, school.Zone.Id),
            End = new CalDateTime(first.AddMinutes(group.Minutes), school.Zone.Id),
            Summary = group.Name,
            Location = group.Hall?.Name,
            Description = group.Teacher is { } teacher
                ? $"{Core.Techniques.AgeBands.Word(group.Band)}, with {teacher.DisplayName}"
                : Core.Techniques.AgeBands.Word(group.Band),
            RecurrenceRule = new RecurrenceRule(FrequencyType.Weekly),
        };
    }
}
