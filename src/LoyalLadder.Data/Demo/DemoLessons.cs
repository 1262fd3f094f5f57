using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Sharing;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Demo;

/// <summary>The weeks of the demo school's lessons, run and logged, and today's first two planned.</summary>
internal sealed class DemoLessons(
    LadderContext db,
    SchoolScope scope,
    OwnSchool own,
    GroupBook groups,
    EvidenceBook evidence,
    SyllabusBook syllabus,
    RoundsBook rounds,
    TimetableBook timetable,
    TimeProvider time,
    Random chance
)
{
    private static readonly string[] Notes =
    [
        "",
        "",
        "",
        "Good energy. Guard still drops on the way back.",
        "Two new faces, paired them with seniors.",
        "Floor was slippery near the door, moved the lines.",
        "Ran short at the end, talked too long before pads.",
        "Left legs are lazy, start there next time.",
    ];

    /// <summary>The lesson that nobody has logged yet: the last of this class.</summary>
    private const string Forgotten = "Petrels";

    public async Task Teach(
        int weeks,
        SchoolCard school,
        List<AppUser> staff,
        List<ClassGroup> classes,
        CancellationToken cancel
    )
    {
        var clock = new DemoClock(time);
        var sheets = Sheets(clock);
        var runs = new LessonRuns(db, sheets, rounds, clock);
        var logs = new LessonLogs(db, scope, own, sheets, runs, evidence, syllabus, clock);
        var today = SchoolTime.Today(school, time);
        for (var i = 0; i < classes.Count; i++)
        {
            // the database does not track what the loop has finished with, and learns how much there is, so that it stays quick
            db.ChangeTracker.Clear();
            await db.Database.ExecuteSqlRawAsync("SELECT ladder_count_rows()", cancel);
            var (group, written) = (classes[i], DemoText.Sheets(DemoPeople.Groups[i].Track));
            for (var week = weeks; week >= 1; week--)
            {
                var date = today.AddDays(DemoPeople.Groups[i].Day - (7 * week));
                var lesson = await Begin(sheets, group, date, written[(week + i) % written.Count], cancel);
                clock.Set(SchoolTime.At(school, date, DemoPeople.Groups[i].Start).AddMinutes(chance.Next(0, 3)));
                await Run(runs, lesson.Id, clock, group.Minutes, cancel);
                if (group.Name != Forgotten || week > 1)
                    await Log(logs, lesson.Id, group, clock, cancel);
                db.ChangeTracker.Clear();
            }
        }
        clock.Reset();
        await Plan(sheets, staff, classes, today, cancel);
    }

    private LessonSheets Sheets(TimeProvider clock) =>
        new(db, own, groups, new SheetQuotes(db), timetable, new LessonSessions(db, timetable), clock);

    /// <summary>Today's sheets: one with words on its lines, one without, and others not begun.</summary>
    private async Task Plan(
        LessonSheets sheets,
        List<AppUser> staff,
        List<ClassGroup> classes,
        DateOnly today,
        CancellationToken cancel
    )
    {
        var kites = await Begin(sheets, classes[1], today, DemoText.Sheets("Teens")[0], cancel);
        scope.UserId = staff.Single(s => s.Email == DemoSchool.Instructor).Id;
        var comments = new LineComments(db, scope, time);
        (int Line, string Words)[] said =
        [
            (1, "The lane by the door is wet after rain: start the lines at the far wall."),
            (8, "Two are new to this: pair them with seniors."),
        ];
        foreach (var (line, words) in said)
            if (await comments.Say(kites.Id, kites.Lines[line].Id, Guid.CreateVersion7(), words, cancel) is { } refused)
                throw new InvalidOperationException(refused);
        scope.UserId = staff[0].Id;
        await Begin(sheets, classes[2], today, DemoText.Sheets("Adults")[0], cancel);
    }

    private static async Task<Lesson> Begin(
        LessonSheets sheets,
        ClassGroup group,
        DateOnly date,
        string text,
        CancellationToken cancel
    )
    {
        var begun = await sheets.Begin(Guid.CreateVersion7(), group.Id, date, text, cancel);
        return begun.Lesson ?? throw new InvalidOperationException(begun.Errors.First);
    }

    /// <summary>Runs a lesson as it goes: most lines a little long, and the end cut when the time is up.</summary>
    private async Task Run(LessonRuns runs, Guid lessonId, DemoClock clock, int minutes, CancellationToken cancel)
    {
        var run = (await runs.Open(lessonId, cancel))!;
        var steps = run.ReadProgram().Steps;
        var bookedEnd = clock.GetUtcNow().AddMinutes(minutes + chance.Next(-2, 3));
        var mood = Math.Exp((chance.NextDouble() * 0.16) - 0.07);
        var events = new List<RunEvent> { Press(RunEventKind.Start, null) };
        for (var i = 0; i < steps.Count; i++)
        {
            clock.Pass(steps[i].Seconds * mood * Math.Exp((chance.NextDouble() * 0.36) - 0.18));
            var next = i + 1 < steps.Count ? steps[i + 1].Id : (Guid?)null;
            // with the time nearly up, what can be left out is left out
            while (
                next is not null
                && clock.GetUtcNow().AddSeconds(steps[i + 1].Seconds) > bookedEnd
                && steps[i + 1].Priority != Core.Lessons.Priority.Must
            )
            {
                events.Add(Press(RunEventKind.Go, next));
                clock.Pass(2);
                i++;
                next = i + 1 < steps.Count ? steps[i + 1].Id : null;
                if (next is not null)
                    events.Add(Press(RunEventKind.Skip, next));
            }
            if (next is null || clock.GetUtcNow() > bookedEnd)
                break;
            if (events[^1].Step != next)
                events.Add(Press(RunEventKind.Go, next));
        }
        events.Add(Press(RunEventKind.End, null));
        await runs.Keep(lessonId, events, cancel);

        // no two at the same instant: which came first would be left to their keys
        RunEvent Press(RunEventKind kind, Guid? step)
        {
            clock.Pass(0.001);
            return new(Guid.CreateVersion7(clock.GetUtcNow()), clock.GetUtcNow(), kind, step);
        }
    }

    private async Task Log(LessonLogs logs, Guid lessonId, ClassGroup group, DemoClock clock, CancellationToken cancel)
    {
        clock.Pass(60);
        var today = DateOnly.FromDateTime(time.GetUtcNow().UtcDateTime);
        // one in fourteen has not been seen for over a month
        var away = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime) > today.AddDays(-35);
        var there = group
            .Enrolments.Where((_, i) => !(away && i % 14 == 5) && chance.NextDouble() < 0.82)
            .ToDictionary(
                e => e.StudentId,
                _ => (Presence?)(chance.NextDouble() < 0.06 ? Presence.Late : Presence.Present)
            );
        await logs.Save(
            lessonId,
            new LogForm
            {
                Presences = there,
                PresencesSeen = new Dictionary<Guid, Presence?>(),
                Outcomes = new Dictionary<Guid, LineOutcome>(),
                Notes = Notes[chance.Next(Notes.Length)],
            },
            cancel
        );
    }

    /// <summary>A clock that can be set to when something is said to have happened.</summary>
    private sealed class DemoClock(TimeProvider real) : TimeProvider
    {
        private DateTimeOffset? _now;

        public override DateTimeOffset GetUtcNow() => _now ?? real.GetUtcNow();

        public void Set(DateTimeOffset now) => _now = now.ToUniversalTime();

        public void Pass(double seconds) => _now = GetUtcNow().AddSeconds(seconds);

        public void Reset() => _now = null;
    }
}
