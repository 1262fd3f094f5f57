using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

public enum LessonStage
{
    Unplanned,
    Planned,
    Running,
    ToLog,
    Logged,
}

/// <summary>One class of a day, with what to do next about it.</summary>
/// <param name="Class">With teacher and hall.</param>
/// <param name="Lesson">Null while nobody has begun a sheet.</param>
/// <param name="Stage">Where it stands.</param>
/// <param name="Date">The day.</param>
/// <param name="Lines">Lines on the sheet.</param>
/// <param name="OwedLines">What the class is owed.</param>
public sealed record DayEntry(
    ClassGroup Class,
    Lesson? Lesson,
    LessonStage Stage,
    DateOnly Date,
    int Lines,
    IReadOnlyList<OwedLine> OwedLines
)
{
    public TimeOnly Start => Lesson?.Start ?? Class.Start;
}

/// <summary>The lessons of a day, and those of the last days that nobody has logged.</summary>
public sealed class DayPlan(LadderContext db, OwedLines owed)
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
        var weekdays = days.Select(d => d.DayOfWeek).Distinct().ToList();
        var classes = await db
            .Classes.AsNoTracking()
            .Include(c => c.Teacher)
            .Include(c => c.Hall)
            .Where(c => weekdays.Contains(c.Weekday) && c.PutAwayAt == null)
            .ToListAsync(cancel);
        var lessons = await Facts(l => l.Date >= from && l.Date <= to, cancel);
        var all = classes.Select(c => c.Id).Concat(lessons.Select(l => l.Lesson.ClassId)).Distinct().ToList();
        var debts = (await owed.Of(all, cancel)).ToLookup(o => o.ClassId);
        return days.ConvertAll(d => (d, EntriesOf(d, classes, lessons.FindAll(l => l.Lesson.Date == d), debts)));
    }

    private static List<DayEntry> EntriesOf(
        DateOnly date,
        List<ClassGroup> classes,
        List<LessonFacts> lessons,
        ILookup<Guid, OwedLine> debts
    )
    {
        var begun = lessons.Select(l => new DayEntry(
            l.Lesson.Class!,
            l.Lesson,
            Stage(l),
            date,
            l.Lines,
            [.. debts[l.Lesson.ClassId]]
        ));
        var unplanned = classes
            .Where(c => c.Weekday == date.DayOfWeek && lessons.TrueForAll(l => l.Lesson.ClassId != c.Id))
            .Select(c => new DayEntry(c, null, LessonStage.Unplanned, date, 0, [.. debts[c.Id]]));
        return [.. begun.Concat(unplanned).OrderBy(e => e.Start).ThenBy(e => e.Class.Name, StringComparer.Ordinal)];
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
                .Select(l => new DayEntry(l.Lesson.Class!, l.Lesson, LessonStage.ToLog, l.Lesson.Date, l.Lines, [])),
        ];
    }

    private sealed record LessonFacts(Lesson Lesson, int Lines, bool Started, bool Ended, bool Logged);

    private async Task<List<LessonFacts>> Facts(
        System.Linq.Expressions.Expression<Func<Lesson, bool>> which,
        CancellationToken cancel
    )
    {
        var lessons = await db
            .Lessons.AsNoTracking()
            .Include(l => l.Class)
                .ThenInclude(c => c!.Teacher)
            .Include(l => l.Class)
                .ThenInclude(c => c!.Hall)
            .Include(l => l.Teacher)
            .Include(l => l.Hall)
            .Where(which)
            .ToListAsync(cancel);
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
