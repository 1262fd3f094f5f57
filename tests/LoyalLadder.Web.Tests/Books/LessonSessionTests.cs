using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>Each session of the timetable has one lesson, whoever begins, moves or copies one.</summary>
public sealed class LessonSessionTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>A Tuesday in four weeks, on which the Kites meet at six.</summary>
    private static readonly DateOnly Tuesday = new(2041, 6, 4);

    private static readonly (DateOnly?, TimeOnly?) Six = (Tuesday, new TimeOnly(18, 0));

    private static async Task<(DateOnly?, TimeOnly?)> SessionOf(Desk desk, Guid lesson)
    {
        var row = await desk.Db.Lessons.AsNoTracking().SingleAsync(l => l.Id == lesson, Cancel);
        return (row.SessionDate, row.SessionAt);
    }

    [Fact]
    public async Task The_first_lesson_takes_the_session_and_the_next_stands_beside_it_and_says_so()
    {
        await using var desk = await loft.Sit();
        var kites = await desk.Db.Classes.Where(c => c.Name == "Kites").Select(c => c.Id).SingleAsync(Cancel);
        var sheets = desk.Get<LessonSheets>();
        var first = await sheets.Begin(Guid.CreateVersion7(), kites, Tuesday, "jog 2:00", Cancel);
        var second = await sheets.Begin(Guid.CreateVersion7(), kites, Tuesday, "jog 1:00", Cancel);
        Assert.Equal(Six, await SessionOf(desk, first.Lesson!.Id));
        Assert.Empty(first.Differences);
        Assert.Equal((null, null), await SessionOf(desk, second.Lesson!.Id));
        Assert.Contains("stands beside it", Assert.Single(second.Differences));
        // Today has both, and the session once
        var day = (await desk.Get<DayPlan>().Of(Tuesday, Cancel)).Where(e => e.Class.Name == "Kites").ToList();
        Assert.Equal([first.Lesson.Id], day.Where(e => e.Session is not null).Select(e => e.Lesson!.Id));
        Assert.Equal([second.Lesson.Id], day.Where(e => e.Session is null).Select(e => e.Lesson!.Id));
    }

    [Fact]
    public async Task A_lesson_that_starts_a_little_later_keeps_its_session_and_one_that_goes_to_another_day_takes_that()
    {
        await using var desk = await loft.Sit();
        var lesson = await desk.Begin("jog 2:00", Tuesday);
        await Move(desk, lesson, Tuesday, new TimeOnly(18, 10));
        Assert.Equal(Six, await SessionOf(desk, lesson));
        // a sheet begun now has no session of its own: the other one has it, whatever its hour
        var beside = await desk.Begin("jog 1:00", Tuesday);
        Assert.Equal((null, null), await SessionOf(desk, beside));
        await Move(desk, lesson, Tuesday.AddDays(7), new TimeOnly(18, 10));
        Assert.Equal((Tuesday.AddDays(7), new TimeOnly(18, 0)), await SessionOf(desk, lesson));
        // on a day that the class does not meet it is in no session, and what it leaves is free
        await Move(desk, lesson, Tuesday.AddDays(8), new TimeOnly(18, 10));
        Assert.Equal((null, null), await SessionOf(desk, lesson));
        await Move(desk, beside, Tuesday.AddDays(7), new TimeOnly(18, 0));
        Assert.Equal((Tuesday.AddDays(7), new TimeOnly(18, 0)), await SessionOf(desk, beside));
    }

    private static async Task Move(Desk desk, Guid lesson, DateOnly day, TimeOnly start)
    {
        var row = await desk.Db.Lessons.AsNoTracking().SingleAsync(l => l.Id == lesson, Cancel);
        var head = new HeadDraft(
            row.Title,
            row.Focus,
            row.Heads,
            row.Minutes,
            start,
            day,
            row.ClassId,
            row.HallId,
            row.TeacherId
        );
        Assert.NotNull((await desk.Get<LessonHeads>().Save(lesson, row.Version, head, Cancel)).Saved.Row);
        desk.Db.ChangeTracker.Clear();
    }

    [Fact]
    public async Task A_sheet_whose_start_was_changed_still_goes_where_its_session_goes()
    {
        await using var desk = await loft.Sit();
        var lesson = await desk.Begin("jog 2:00", Tuesday);
        await Move(desk, lesson, Tuesday, new TimeOnly(18, 10));
        var kites = await desk.Db.Classes.Where(c => c.Name == "Kites").Select(c => c.Id).SingleAsync(Cancel);
        await desk.Get<DateChanges>()
            .Change(kites, Tuesday, new TimeOnly(18, 0), new DateAsk { ToDate = Tuesday.AddDays(1) }, Cancel);
        await desk.Save();
        var there = await desk.Db.Lessons.AsNoTracking().SingleAsync(l => l.Id == lesson, Cancel);
        Assert.Equal((Tuesday.AddDays(1), new TimeOnly(18, 0)), (there.Date, there.Start));
        Assert.Equal(Six, await SessionOf(desk, lesson));
        // the session has its sheet, though it stands on another day than the timetable has it
        Assert.Equal((null, null), await SessionOf(desk, await desk.Begin("jog 1:00", Tuesday.AddDays(1))));
    }

    [Fact]
    public async Task A_week_is_copied_for_both_sessions_of_a_day_and_not_twice()
    {
        await using var desk = await loft.Sit();
        var kites = await desk.Db.Classes.Where(c => c.Name == "Kites").Select(c => c.Id).SingleAsync(Cancel);
        var morning = new MeetingRow
        {
            ClassId = kites,
            Weekday = DayOfWeek.Tuesday,
            Start = new TimeOnly(10, 0),
            From = Tuesday,
        };
        Assert.NotNull((await desk.Get<WeekBook>().Add(morning, Cancel)).Row);
        await desk.Save();
        await desk.Begin("jog 2:00", Tuesday);
        await desk.Begin("jog 1:00", Tuesday);
        var (monday, next) = (Tuesday.AddDays(-1), Tuesday.AddDays(6));
        Assert.Equal(2, (await desk.Get<WeekCopy>().Copy(Guid.CreateVersion7(), monday, next, Cancel)).Begun);
        var copied = await desk
            .Db.Lessons.AsNoTracking()
            .Where(l => l.ClassId == kites && l.Date == Tuesday.AddDays(7))
            .OrderBy(l => l.SessionAt)
            .Select(l => l.SessionAt)
            .ToListAsync(Cancel);
        Assert.Equal([new TimeOnly(10, 0), new TimeOnly(18, 0)], copied);
        // another press finds both taken
        var again = await desk.Get<WeekCopy>().Copy(Guid.CreateVersion7(), monday, next, Cancel);
        Assert.Equal((0, 2), (again.Begun, again.Left.Count));
    }

    [Fact]
    public async Task The_database_itself_refuses_a_second_lesson_of_one_session()
    {
        await using var desk = await loft.Sit();
        var lesson = await desk.Begin("jog 2:00", Tuesday);
        var row = await desk.Db.Lessons.AsNoTracking().SingleAsync(l => l.Id == lesson, Cancel);
        var twin = new Lesson
        {
            ClassId = row.ClassId,
            Date = row.Date,
            Start = new TimeOnly(7, 0),
            Minutes = 30,
            Heads = 1,
        };
        twin.Take((Tuesday, new TimeOnly(18, 0)));
        desk.Db.Lessons.Add(twin);
        var refused = await Assert.ThrowsAsync<DbUpdateException>(() => desk.Db.SaveChangesAsync(Cancel));
        Assert.Equal(
            PostgresErrorCodes.UniqueViolation,
            Assert.IsType<PostgresException>(refused.InnerException).SqlState
        );
    }
}
