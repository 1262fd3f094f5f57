using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Progress;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

public sealed class LogBookTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static readonly DateOnly Yesterday = new(2041, 5, 6);

    private static async Task<List<Guid>> Kites(Desk desk) =>
        await desk
            .Db.Enrolments.Where(e => desk.Db.Classes.Any(c => c.Id == e.ClassId && c.Name == "Kites"))
            .OrderBy(e => e.StudentId)
            .Select(e => e.StudentId)
            .ToListAsync(Cancel);

    private static Dictionary<Guid, Presence?> There(params IEnumerable<Guid> students) =>
        students.ToDictionary(s => s, _ => (Presence?)Presence.Present);

    private static async Task<LogSaved> Save(Desk desk, Guid lesson, LogForm form)
    {
        var saved = await desk.Get<LessonLogs>().Save(lesson, form, Cancel);
        await desk.Save();
        return saved!;
    }

    private static async Task<int> EvidenceOf(Desk desk, Guid student, string learnable) =>
        (await desk.Get<EvidenceBook>().OfStudent(student, Cancel)).Count(e => e.Learnable == learnable);

    [Fact]
    public async Task Attendance_alone_is_no_evidence_and_leaves_outcomes_open()
    {
        await using var desk = await loft.Sit();
        var who = (await Kites(desk))[0];
        var lesson = await desk.Begin("## Basics\ntornado kick 5/side\njab x5", Yesterday);
        var before = await EvidenceOf(desk, who, "tornado-kick");
        var saved = await Save(desk, lesson, new LogForm { Presences = There(who), PresencesSeen = There() });
        Assert.False(saved.HasClashes);
        Assert.Equal(before, await EvidenceOf(desk, who, "tornado-kick"));
        Assert.Null((await desk.Db.Logs.AsNoTracking().SingleAsync(l => l.LessonId == lesson, Cancel)).OutcomesAt);
    }

    [Fact]
    public async Task What_was_done_is_evidence_of_who_was_there_and_of_nobody_else()
    {
        await using var desk = await loft.Sit();
        var (there, away) = ((await Kites(desk))[0], (await Kites(desk))[1]);
        var lesson = await desk.Begin("## Basics\ntornado kick 5/side\ntwist kick x5 must", Yesterday);
        var rows = await desk.Rows(lesson);
        var saved = await Save(
            desk,
            lesson,
            new LogForm
            {
                Presences = There(there),
                PresencesSeen = There(),
                Outcomes = new Dictionary<Guid, LineOutcome>
                {
                    [rows[1].Id] = LineOutcome.Done,
                    [rows[2].Id] = LineOutcome.NotDone,
                },
            }
        );
        Assert.Equal(1, saved.CarriedOver);
        Assert.Equal(
            (1, 0, 0),
            (
                await EvidenceOf(desk, there, "tornado-kick"),
                await EvidenceOf(desk, there, "twist-kick"),
                await EvidenceOf(desk, away, "tornado-kick")
            )
        );
    }

    [Fact]
    public async Task Two_who_take_attendance_at_once_lose_nobody_and_clash_only_where_they_differ()
    {
        await using var desk = await loft.Sit();
        var kites = await Kites(desk);
        var lesson = await desk.Begin("jab x5", Yesterday);
        await Save(desk, lesson, new LogForm { Presences = There(kites[..9]), PresencesSeen = There() });
        // the other had opened the form before anybody was there
        var saved = await Save(
            desk,
            lesson,
            new LogForm
            {
                Presences = new Dictionary<Guid, Presence?>
                {
                    [kites[0]] = Presence.Late,
                    [kites[10]] = Presence.Present,
                },
                PresencesSeen = There(),
            }
        );
        Assert.True(saved.HasClashes);
        Assert.Equal([kites[0]], saved.Presences.Clashes.Select(c => c.Key));
        var there = await desk
            .Db.Attendances.Where(a => desk.Db.Logs.Any(l => l.Id == a.LogId && l.LessonId == lesson))
            .ToDictionaryAsync(a => a.StudentId, a => a.Presence, Cancel);
        Assert.Equal(10, there.Count);
        Assert.Equal(Presence.Present, there[kites[0]]);
    }

    [Fact]
    public async Task Who_is_taken_off_again_has_no_evidence_of_it()
    {
        await using var desk = await loft.Sit();
        var who = (await Kites(desk))[0];
        var lesson = await desk.Begin("## Basics\ntornado kick 5/side", Yesterday);
        var done = new Dictionary<Guid, LineOutcome> { [(await desk.Rows(lesson))[1].Id] = LineOutcome.Done };
        await Save(
            desk,
            lesson,
            new LogForm
            {
                Presences = There(who),
                PresencesSeen = There(),
                Outcomes = done,
            }
        );
        Assert.Equal(1, await EvidenceOf(desk, who, "tornado-kick"));
        await Save(desk, lesson, new LogForm { Presences = There(), PresencesSeen = There(who) });
        Assert.Equal(0, await EvidenceOf(desk, who, "tornado-kick"));
    }

    [Fact]
    public async Task Different_notes_are_shown_both_and_the_first_stay()
    {
        await using var desk = await loft.Sit();
        var lesson = await desk.Begin("jab x5", Yesterday);
        LogForm With(string notes, string seen) =>
            new()
            {
                Presences = There(),
                PresencesSeen = There(),
                Notes = notes,
                NotesSeen = seen,
            };
        Assert.Null((await Save(desk, lesson, With("Guards drop", ""))).Notes);
        var clash = (await Save(desk, lesson, With("Floor was wet", ""))).Notes;
        Assert.Equal(("Guards drop", "Floor was wet"), clash);
        Assert.Null((await Save(desk, lesson, With("Guards drop, floor wet", "Guards drop"))).Notes);
    }

    [Fact]
    public async Task A_lesson_that_is_not_there_has_no_log()
    {
        await using var desk = await loft.Sit();
        Assert.Null(
            await desk.Get<LessonLogs>()
                .Save(Guid.NewGuid(), new LogForm { Presences = There(), PresencesSeen = There() }, Cancel)
        );
    }
}
