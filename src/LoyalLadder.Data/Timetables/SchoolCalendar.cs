using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;
using Week = LoyalLadder.Core.Timetables.Timetable;

namespace LoyalLadder.Data.Timetables;

/// <summary>The school's timetable as a calendar that phones and desks subscribe to. Names of students are never in it.</summary>
public sealed class SchoolCalendar(LadderContext db, OwnSchool own, TimetableBook timetable, TimeProvider time)
{
    /// <summary>The rules of a zone since then are written out; whatever changes later follows the last of them.</summary>
    internal static readonly DateTime ZonesFrom = new(2020, 1, 1, 0, 0, 0, DateTimeKind.Unspecified);

    /// <summary>Dates are told singly from so many days back to so many ahead.</summary>
    private const int DaysBack = 28,
        DaysAhead = 400;

    /// <summary>What every event is written from.</summary>
    private sealed record Sources(
        SchoolFacts Facts,
        Dictionary<Guid, ClassGroup> Classes,
        DateOnly From,
        DateOnly To,
        Guid? Teacher
    )
    {
        /// <summary>Somebody's own calendar holds what they teach, whoever usually does.</summary>
        public bool IsIn(Session session) => session.TakesPlace && (Teacher is not { } own || session.IsOf(own));
    }

    /// <summary>One weekly event a meeting, in the school's own time zone, with the dates that are other, and what is extra.</summary>
    /// <param name="teacher">Whose sessions alone; null for all.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<string> Write(Guid? teacher, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var today = SchoolTime.Today(facts.School, time);
        var classes = await db
            .Classes.AsNoTracking()
            .Where(c => c.ArchivedAt == null)
            .ToDictionaryAsync(c => c.Id, cancel);
        var sources = new Sources(facts, classes, today.AddDays(-DaysBack), today.AddDays(DaysAhead), teacher);
        var calendar = new Calendar { ProductId = "-//Loyal Ladder//Timetable//EN" };
        calendar.AddTimeZone(VTimeZone.FromSystemTimeZone(facts.School.Zone, ZonesFrom, false));
        calendar.AddProperty("X-WR-CALNAME", facts.School.Name);
        var week = await timetable.Read(cancel);
        foreach (var meeting in week.Meetings.Where(m => classes.ContainsKey(m.Class)))
            calendar.Events.AddRange(Weekly(meeting, week, sources));
        var extras = week.Sessions(sources.From, sources.To).Where(s => s.IsExtra && sources.IsIn(s));
        foreach (var extra in extras.Where(e => classes.ContainsKey(e.Class)))
            calendar.Events.Add(
                Event(extra, $"{extra.Class}-{extra.Planned.Date:yyyyMMdd}-{extra.Planned.At:HHmm}", sources)
            );
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    /// <summary>A meeting week by week, and each of its dates that is elsewhere or with somebody else.</summary>
    private static IEnumerable<CalendarEvent> Weekly(Meeting meeting, Week week, Sources sources)
    {
        var alone = new Week(
            [meeting],
            [.. week.Changes.Where(c => c.Class == meeting.Class && !c.IsExtra)],
            week.Closures
        );
        var sessions = alone.Sessions(sources.From, sources.To);
        var usual = new Week([meeting], [], []).Sessions(sources.From, sources.To);
        if (usual.Count == 0)
            yield break;
        var key = $"{meeting.Class}-{meeting.Weekday}-{meeting.Start:HHmm}".ToLowerInvariant();
        var mine = sessions.Where(sources.IsIn).ToList();
        // somebody stands in now and then: those dates, and no week by week
        if (sources.Teacher is { } own && meeting.Teacher != own && !meeting.Assistants.Contains(own))
        {
            foreach (var session in mine)
                yield return Event(session, $"{key}-{session.Planned.Date:yyyyMMdd}", sources);
            yield break;
        }
        var weekly = Event(usual[0], key, sources);
        weekly.RecurrenceRule = new RecurrenceRule(FrequencyType.Weekly);
        if (meeting.Until is { } until)
            weekly.RecurrenceRule.Until = new CalDateTime(
                LocalHour.Of(sources.Facts.School.Zone, until, meeting.Start).At.UtcDateTime,
                "UTC"
            );
        var there = mine.Select(s => s.Planned.Date).ToHashSet();
        foreach (var date in usual.Select(s => s.Date).Where(d => !there.Contains(d)))
            weekly.ExceptionDates.Add(At(date, meeting.Start, sources));
        yield return weekly;
        foreach (var session in mine.Where(s => s.IsMoved || s.IsAway || s.Words.Length > 0))
            yield return Other(session, key, sources);
    }

    /// <summary>One date of a meeting that is other than the rest.</summary>
    private static CalendarEvent Other(Session session, string key, Sources sources)
    {
        var other = Event(session, key, sources);
        other.RecurrenceIdentifier = new RecurrenceIdentifier(
            At(session.Planned.Date, session.Planned.At, sources),
            RecurrenceRange.ThisInstance
        );
        return other;
    }

    private static CalDateTime At(DateOnly date, TimeOnly hour, Sources sources) =>
        new(date.ToDateTime(hour), sources.Facts.School.Zone.Id);

    private static CalendarEvent Event(Session session, string key, Sources sources)
    {
        var (facts, group) = (sources.Facts, sources.Classes[session.Class]);
        var start = session.Date.ToDateTime(session.Start);
        var words = new List<string> { AgeBands.Word(group.Band) };
        if (facts.Person(session.Teacher) is { } teacher)
            words.Add($"with {teacher.DisplayName}");
        if (session.Words.Length > 0)
            words.Add(session.Words);
        return new CalendarEvent
        {
            Uid = $"{key}@loyal-ladder",
            DtStamp = new CalDateTime(group.ChangedAt.UtcDateTime, "UTC"),
            Start = new CalDateTime(start, facts.School.Zone.Id),
            End = new CalDateTime(start.AddMinutes(session.Minutes), facts.School.Zone.Id),
            Summary = group.Name,
            Location = facts.Hall(session.Hall)?.Name,
            Description = string.Join(", ", words),
        };
    }
}
