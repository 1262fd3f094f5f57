using System.Globalization;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>The session that a lesson of a class could be for.</summary>
/// <param name="Session">Null where the class does not meet on that day.</param>
/// <param name="IsFree">Whether no other lesson is for it.</param>
public sealed record SessionFound(Session? Session, bool IsFree)
{
    /// <summary>What the lesson takes, by the day and hour of the timetable; null where it stands beside it.</summary>
    public (DateOnly Date, TimeOnly At)? Taken => IsFree ? Session?.Planned : null;
}

/// <summary>Which session of the timetable a lesson is for: each has one lesson, and the database holds to that.</summary>
public sealed class LessonSessions(LadderContext db, TimetableBook timetable)
{
    /// <summary>
    /// The session of a class on a day: the free one at an hour, else the one that the lesson had, else the first that is free,
    /// else the first. Others who ask for the same day wait until this transaction ends.
    /// </summary>
    /// <param name="lesson">For which it is asked; what it takes itself does not stand in its way.</param>
    /// <param name="classId">The class.</param>
    /// <param name="date">The day, at the school.</param>
    /// <param name="hour">The hour that its sheet names; null for none.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<SessionFound> For(
        Guid lesson,
        Guid classId,
        DateOnly date,
        TimeOnly? hour,
        CancellationToken cancel
    )
    {
        if (db.Database.CurrentTransaction is not null)
            await db.Wait(string.Create(CultureInfo.InvariantCulture, $"sessions {classId} {date:yyyyMMdd}"), cancel);
        var sessions = (await timetable.Sessions(date, date, cancel))
            .Where(s => s.Class == classId && s.TakesPlace)
            .ToList();
        if (sessions.Count == 0)
            return new SessionFound(null, true);
        var others = await Others(lesson, classId, sessions, cancel);
        var free = sessions.FindAll(s => !others.Exists(o => o.IsFor(s)));
        var own = await db
            .Lessons.Where(l => l.Id == lesson)
            .Select(l => new Holder(l.SessionDate, l.SessionAt, l.Date, l.Start))
            .FirstOrDefaultAsync(cancel);
        var found = free.Find(s => s.Start == hour) ?? free.Find(s => own?.IsFor(s) == true) ?? free.FirstOrDefault();
        return found is null
            ? new SessionFound(sessions.Find(s => s.Start == hour) ?? sessions[0], false)
            : new SessionFound(found, true);
    }

    private sealed record Holder(DateOnly? SessionDate, TimeOnly? SessionAt, DateOnly Date, TimeOnly Start)
    {
        /// <summary>Lessons of earlier days do not say; theirs is the one at their hour.</summary>
        public bool IsFor(Session session) =>
            SessionDate is { } date && SessionAt is { } at
                ? (date, at) == session.Planned
                : (Date, Start) == (session.Date, session.Start);
    }

    private Task<List<Holder>> Others(Guid lesson, Guid classId, List<Session> sessions, CancellationToken cancel)
    {
        var days = sessions.SelectMany(s => new[] { s.Date, s.Planned.Date }).Distinct().ToList();
        return db
            .Lessons.Where(l => l.ClassId == classId && l.Id != lesson)
            .Where(l => days.Contains(l.Date) || (l.SessionDate != null && days.Contains(l.SessionDate.Value)))
            .Select(l => new Holder(l.SessionDate, l.SessionAt, l.Date, l.Start))
            .ToListAsync(cancel);
    }
}
