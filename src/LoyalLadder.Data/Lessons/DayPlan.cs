using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

public enum LessonStage
{
    Unplanned,

    /// <summary>Cancelled, moved away or closed, and nobody began a sheet.</summary>
    Off,
    Planned,
    Running,
    ToLog,
    Logged,
}

/// <summary>One class of a day, with what to do next about it.</summary>
/// <param name="Class">The class.</param>
/// <param name="Session">As the timetable has it; null for a lesson that is in no timetable.</param>
/// <param name="Lesson">Null while nobody has begun a sheet.</param>
/// <param name="Stage">Where it stands.</param>
/// <param name="Date">The day.</param>
/// <param name="Lines">Lines on the sheet.</param>
/// <param name="OwedLines">What the class is owed.</param>
public sealed record DayEntry(
    ClassGroup Class,
    Session? Session,
    Lesson? Lesson,
    LessonStage Stage,
    DateOnly Date,
    int Lines,
    IReadOnlyList<OwedLine> OwedLines
)
{
    public TimeOnly Start => Lesson?.Start ?? Session!.Start;

    public int Minutes => Lesson?.Minutes ?? Session!.Minutes;

    public Guid? HallId => Lesson is null ? Session!.Hall : Lesson.HallId;

    public Guid? TeacherId => Lesson is null ? Session!.Teacher : Lesson.TeacherId;
}

/// <summary>The lessons of a day, and those of the last days that nobody has logged.</summary>
public sealed class DayPlan(LadderContext db, OwedLines owed, TimetableBook timetable)
{
    /// <summary>How many days an unlogged lesson is asked for.</summary>
    public const int AskForDays = 14;

    /// <summary>The classes of a day, each with its lesson and what to do next about it.</summary>
    public async Task<List<DayEntry>> Of(DateOnly date, CancellationToken cancel) =>
        (await Of(date, date, cancel))[0].Entries;

    /// <summary>The same of several days, the first and the last among them.</summary>
    public async Task<List<(DateOnly Date, List<DayEntry> Entries)>> Of(
        DateOnly from,
        DateOnly to,
        CancellationToken cancel
    )
    {
        var days = Enumerable.Range(0, to.DayNumber - from.DayNumber + 1).Select(from.AddDays).ToList();
        var sessions = await timetable.Sessions(from, to, cancel);
        var meeting = sessions.Select(s => s.Class).Distinct().ToList();
        var classes = await db.Classes.AsNoTracking().Where(c => meeting.Contains(c.Id)).ToListAsync(cancel);
        var lessons = await Facts(l => l.Date >= from && l.Date <= to, cancel);
        var all = classes.Select(c => c.Id).Concat(lessons.Select(l => l.Lesson.ClassId)).Distinct().ToList();
        var debts = (await owed.Of(all, cancel)).ToLookup(o => o.ClassId);
        return days.ConvertAll(d =>
            (
                d,
                EntriesOf(
                    [.. sessions.Where(s => s.Date == d)],
                    classes,
                    lessons.FindAll(l => l.Lesson.Date == d),
                    debts
                )
            )
        );
    }

    private static List<DayEntry> EntriesOf(
        List<Session> sessions,
        List<ClassGroup> classes,
        List<LessonFacts> lessons,
        ILookup<Guid, OwedLine> debts
    )
    {
        var entries = new List<DayEntry>();
        foreach (var facts in lessons.OrderBy(l => l.Lesson.Start))
        {
            var session = SessionOf(facts.Lesson, sessions);
            if (session is not null)
                sessions.Remove(session);
            entries.Add(
                new DayEntry(
                    facts.Lesson.Class!,
                    session,
                    facts.Lesson,
                    Stage(facts),
                    facts.Lesson.Date,
                    facts.Lines,
                    [.. debts[facts.Lesson.ClassId]]
                )
            );
        }
        foreach (var session in sessions.Where(s => classes.Exists(c => c.Id == s.Class)))
        {
            var stage = session.TakesPlace ? LessonStage.Unplanned : LessonStage.Off;
            var group = classes.Find(c => c.Id == session.Class)!;
            entries.Add(new DayEntry(group, session, null, stage, session.Date, 0, [.. debts[group.Id]]));
        }
        return [.. entries.OrderBy(e => e.Start).ThenBy(e => e.Class.Name, StringComparer.Ordinal)];
    }

    /// <summary>The session that a lesson is for: the one at its hour, else the first of its class that is left.</summary>
    private static Session? SessionOf(Lesson lesson, List<Session> sessions)
    {
        var own = sessions.FindAll(s => s.Class == lesson.ClassId);
        return own.Find(s => s.Start == lesson.Start) ?? own.Find(s => s.TakesPlace) ?? own.FirstOrDefault();
    }

    /// <summary>Lessons between two days that have a sheet and are not logged, the next first.</summary>
    public Task<List<Lesson>> Begun(DateOnly from, DateOnly to, int most, CancellationToken cancel) =>
        db
            .Lessons.AsNoTracking()
            .Include(l => l.Class)
            .Where(l => l.Date >= from && l.Date <= to && l.Log == null)
            .OrderBy(l => l.Date)
            .ThenBy(l => l.Start)
            .Take(most)
            .ToListAsync(cancel);

    /// <summary>Lessons of the days before that have a sheet and nobody has said what was done.</summary>
    public async Task<List<DayEntry>> ToLog(DateOnly today, CancellationToken cancel)
    {
        var from = today.AddDays(-AskForDays);
        var open = await Facts(
            l =>
                l.Date < today
                && l.Date >= from
                && (l.Log == null || l.Log.OutcomesAt == null)
                && l.Lines.Any(x => x.RemovedAt == null),
            cancel
        );
        return
        [
            .. open.OrderByDescending(l => l.Lesson.Date)
                .Select(l => new DayEntry(
                    l.Lesson.Class!,
                    null,
                    l.Lesson,
                    LessonStage.ToLog,
                    l.Lesson.Date,
                    l.Lines,
                    []
                )),
        ];
    }

    private sealed record LessonFacts(Lesson Lesson, int Lines, bool Started, bool Ended, bool Logged);

    private async Task<List<LessonFacts>> Facts(
        System.Linq.Expressions.Expression<Func<Lesson, bool>> which,
        CancellationToken cancel
    )
    {
        var lessons = await db.Lessons.AsNoTracking().Include(l => l.Class).Where(which).ToListAsync(cancel);
        var facts = await db
            .Lessons.Where(which)
            .Select(l => new
            {
                l.Id,
                Lines = l.Lines.Count(x => x.RemovedAt == null),
                Started = l.Run != null && l.Run.Events.Any(e => e.Kind == RunEventKind.Start),
                Ended = l.Run != null && l.Run.Events.Any(e => e.Kind == RunEventKind.End),
                Logged = l.Log != null && l.Log.OutcomesAt != null,
            })
            .ToDictionaryAsync(f => f.Id, cancel);
        return
        [
            .. lessons
                .Where(l => facts.ContainsKey(l.Id))
                .Select(l => (l, f: facts[l.Id]))
                .Select(x => new LessonFacts(x.l, x.f.Lines, x.f.Started, x.f.Ended, x.f.Logged)),
        ];
    }

    private static LessonStage Stage(LessonFacts facts) =>
        facts switch
        {
            { Logged: true } => LessonStage.Logged,
            { Ended: true } => LessonStage.ToLog,
            { Started: true } => LessonStage.Running,
            { Lines: 0 } => LessonStage.Unplanned,
            _ => LessonStage.Planned,
        };
}
