using System.Linq.Expressions;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Schools;
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

    /// <summary>What is other about it than the timetable usually has it, in a few words; empty where nothing is.</summary>
    public string Standing => Session?.Words ?? Say("beside the timetable");

    public int Minutes => Lesson?.Minutes ?? Session!.Minutes;

    public Guid? HallId => Lesson is null ? Session!.Hall : Lesson.HallId;

    public Guid? TeacherId => Lesson is null ? Session!.Teacher : Lesson.TeacherId;
}

/// <summary>The lessons of a day, and those of the last days that nobody has logged.</summary>
public sealed class DayPlan(LadderContext db, SchoolBook school, OwedLines owed, TimetableBook timetable)
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
    ) => await Laid(from, to, await Read(FactsOf(db, from, to), cancel), cancel);

    /// <summary>The classes of today, and the lessons of the days before that have a sheet and nobody has said what was done.</summary>
    public async Task<(List<DayEntry> Entries, List<DayEntry> ToLog)> OfToday(DateOnly today, CancellationToken cancel)
    {
        var found = await Read(FactsWithOpen(db, today.AddDays(-AskForDays), today), cancel);
        var here = found.FindAll(l => l.Lesson.Date == today);
        var laid = await Laid(today, today, here, cancel);
        return (laid[0].Entries, ToLog(found.FindAll(l => l.Lesson.Date < today)));
    }

    private async Task<List<(DateOnly Date, List<DayEntry> Entries)>> Laid(
        DateOnly from,
        DateOnly to,
        List<LessonFacts> lessons,
        CancellationToken cancel
    )
    {
        var days = Enumerable.Range(0, to.DayNumber - from.DayNumber + 1).Select(from.AddDays).ToList();
        var sessions = await timetable.Sessions(from, to, cancel);
        var classes = await school.Classes(cancel);
        var all = sessions.Select(s => s.Class).Concat(lessons.Select(l => l.Lesson.ClassId)).Distinct().ToList();
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
        // those that say which session they are for come first: the others take what is left
        foreach (var facts in lessons.OrderBy(l => l.Lesson.SessionAt is null).ThenBy(l => l.Lesson.Start))
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

    /// <summary>The session that a lesson is for: its own, else the one at its hour, else the first of its class that is left.</summary>
    private static Session? SessionOf(Lesson lesson, List<Session> sessions)
    {
        var own = sessions.FindAll(s => s.Class == lesson.ClassId);
        return own.Find(s => s.Planned.Date == lesson.SessionDate && s.Planned.At == lesson.SessionAt)
            ?? own.Find(s => s.Start == lesson.Start)
            ?? own.Find(s => s.TakesPlace)
            ?? own.FirstOrDefault();
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

    private static List<DayEntry> ToLog(List<LessonFacts> open) =>
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

    private sealed record LessonFacts(
        Lesson Lesson,
        ClassGroup Class,
        int Lines,
        bool Started,
        bool Ended,
        bool Logged
    );

    private static readonly Expression<Func<Lesson, LessonFacts>> Facts = l => new LessonFacts(
        l,
        l.Class!,
        l.Lines.Count(x => x.RemovedAt == null),
        l.Run != null && l.Run.Events.Any(e => e.Kind == RunEventKind.Start),
        l.Run != null && l.Run.Events.Any(e => e.Kind == RunEventKind.End),
        l.Log != null && l.Log.OutcomesAt != null
    );

    // everybody's first look of the day asks these two: translated once
    private static readonly Func<LadderContext, DateOnly, DateOnly, IAsyncEnumerable<LessonFacts>> FactsOf =
        EF.CompileAsyncQuery(
            (LadderContext db, DateOnly from, DateOnly to) =>
                db.Lessons.AsNoTracking().Where(l => l.Date >= from && l.Date <= to).Select(Facts)
        );

    private static readonly Func<LadderContext, DateOnly, DateOnly, IAsyncEnumerable<LessonFacts>> FactsWithOpen =
        EF.CompileAsyncQuery(
            (LadderContext db, DateOnly from, DateOnly today) =>
                db
                    .Lessons.AsNoTracking()
                    .Where(l =>
                        l.Date == today
                        || (
                            l.Date < today
                            && l.Date >= from
                            && (l.Log == null || l.Log.OutcomesAt == null)
                            && l.Lines.Any(x => x.RemovedAt == null)
                        )
                    )
                    .Select(Facts)
        );

    private static async Task<List<LessonFacts>> Read(IAsyncEnumerable<LessonFacts> found, CancellationToken cancel)
    {
        var facts = await found.ToListAsync(cancel);
        foreach (var fact in facts)
            fact.Lesson.Class = fact.Class;
        return facts;
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
