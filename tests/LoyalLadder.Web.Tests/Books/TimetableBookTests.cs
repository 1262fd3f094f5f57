using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Books;

/// <summary>The timetable as it is kept: sheets go with their dates, what contradicts itself is refused with its place.</summary>
public sealed class TimetableBookTests(Loft loft)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>A Tuesday in four weeks, on which the Kites meet at six.</summary>
    private static readonly DateOnly Tuesday = new(2041, 6, 4);
    private static readonly TimeOnly Six = new(18, 0);

    private static Task<Guid> Kites(Desk desk) =>
        desk.Db.Classes.Where(c => c.Name == "Kites").Select(c => c.Id).SingleAsync(Cancel);

    private static async Task<string[]> Told(Desk desk, DateOnly day, int days = 1)
    {
        var kites = await Kites(desk);
        return
        [
            .. (await desk.Get<TimetableBook>().Sessions(day, day.AddDays(days - 1), Cancel))
                .Where(s => s.Class == kites)
                .Select(s => $"{s.Date.Day} {s.Start:HH:mm} {s.Words}".Trim()),
        ];
    }

    private static async Task<string[]> Change(Desk desk, DateAsk ask)
    {
        var saved = await desk.Get<DateChanges>().Change(await Kites(desk), Tuesday, Six, ask, Cancel);
        await desk.Save();
        return [.. saved.Errors.All.Select(e => e.Field)];
    }

    [Fact]
    public async Task A_sheet_goes_where_its_date_goes_and_comes_back_with_it()
    {
        await using var desk = await loft.Sit();
        var lesson = await desk.Begin("jog 2:00", Tuesday);
        var sail = await desk.Db.Halls.Where(h => h.Name == "Sail room").Select(h => h.Id).SingleAsync(Cancel);
        var moved = new DateAsk
        {
            ToDate = Tuesday.AddDays(1),
            ToStart = new TimeOnly(19, 15),
            Minutes = 60,
            HallId = sail,
        };
        Assert.Empty(await Change(desk, moved));
        var there = await desk.Db.Lessons.AsNoTracking().SingleAsync(l => l.Id == lesson, Cancel);
        Assert.Equal(
            (Tuesday.AddDays(1), new TimeOnly(19, 15), 60, sail),
            (there.Date, there.Start, there.Minutes, there.HallId!.Value)
        );
        var entry = (await desk.Get<DayPlan>().Of(Tuesday.AddDays(1), Cancel)).Single(e => e.Lesson?.Id == lesson);
        Assert.Equal("moved from Tuesday 4 June 18:00", entry.Session!.Words);
        var left = (await desk.Get<DayPlan>().Of(Tuesday, Cancel)).Single(e => e.Class.Name == "Kites");
        Assert.Equal((LessonStage.Off, "moved to Wednesday 5 June 19:15"), (left.Stage, left.Session!.Words));

        var change = await desk.Db.DateChanges.Where(c => c.Date == Tuesday).Select(c => c.Id).SingleAsync(Cancel);
        Assert.True(await desk.Get<DateChanges>().Undo(change, Cancel));
        await desk.Save();
        var back = await desk.Db.Lessons.AsNoTracking().SingleAsync(l => l.Id == lesson, Cancel);
        Assert.Equal((Tuesday, Six, 45), (back.Date, back.Start, back.Minutes));
        Assert.Equal(["4 18:00"], await Told(desk, Tuesday));
    }

    [Fact]
    public async Task A_stand_in_is_sought_taken_once_and_teaches_the_sheet()
    {
        await using var desk = await loft.Sit(DemoSchool.Instructor);
        var lesson = await desk.Begin("jog 2:00", Tuesday);
        Assert.Empty(await Change(desk, new DateAsk { IsAway = true, Reason = "a course" }));
        Assert.Equal(["4 18:00 stand-in wanted · a course"], await Told(desk, Tuesday));
        Assert.True(await desk.Get<DateChanges>().Take(await Kites(desk), Tuesday, Six, Cancel));
        await desk.Save();
        var me = await desk.Db.Staff.SingleAsync(s => s.Email == DemoSchool.Instructor, Cancel);
        Assert.Equal(me.Id, (await desk.Db.Lessons.AsNoTracking().SingleAsync(l => l.Id == lesson, Cancel)).TeacherId);
        Assert.Equal(["4 18:00 stand-in · a course"], await Told(desk, Tuesday));
        // nobody is away any other day
        Assert.False(await desk.Get<DateChanges>().Take(await Kites(desk), Tuesday.AddDays(7), Six, Cancel));
        // taken by somebody else, it cannot be taken again
        await desk
            .Db.DateChanges.Where(c => c.Date == Tuesday)
            .ExecuteUpdateAsync(
                s => s.SetProperty(c => c.StandInId, desk.Db.Staff.First(p => p.Email == DemoSchool.Head).Id),
                Cancel
            );
        Assert.False(await desk.Get<DateChanges>().Take(await Kites(desk), Tuesday, Six, Cancel));
    }

    [Fact]
    public async Task A_name_in_a_reason_or_in_the_name_of_closed_days_goes_with_its_student()
    {
        await using var desk = await loft.Sit();
        Assert.Empty(await Change(desk, new DateAsk { Cancelled = true, Reason = "party of Quillon" }));
        var closed = new ClosureRow
        {
            Name = "Quillon cup",
            From = Tuesday.AddDays(30),
            Until = Tuesday.AddDays(30),
        };
        Assert.NotNull((await desk.Get<WeekBook>().Close(closed, Cancel)).Row);
        await desk.Save();
        var mentions = desk.Get<StudentMentions>();
        var found = await mentions.Of("Quillon", Cancel);
        Assert.Equal(["names of closed days", "reasons of changed dates"], found.Select(m => m.Place).Order());
        await mentions.Replace("Quillon", [.. found.Select(m => m.Row)], Cancel);
        desk.Db.ChangeTracker.Clear();
        Assert.Equal(["4 18:00 cancelled · party of (erased)"], await Told(desk, Tuesday));
        Assert.Contains(await desk.Db.Closures.Select(c => c.Name).ToListAsync(Cancel), n => n == "(erased) cup");
    }

    [Fact]
    public async Task A_date_that_the_timetable_does_not_have_cannot_be_changed()
    {
        await using var desk = await loft.Sit();
        var saved = await desk.Get<DateChanges>()
            .Change(await Kites(desk), Tuesday.AddDays(1), Six, new DateAsk { Cancelled = true }, Cancel);
        Assert.True(saved.IsGone);
    }

    [Theory]
    [InlineData("Minutes")]
    [InlineData("ToDate")]
    [InlineData("HallId")]
    [InlineData("StandInId")]
    [InlineData("Reason")]
    public async Task What_cannot_be_meant_of_a_date_is_refused_with_its_place(string field)
    {
        await using var desk = await loft.Sit();
        var ask = field switch
        {
            "Minutes" => new DateAsk { Minutes = 5 },
            "ToDate" => new DateAsk { ToDate = Tuesday.AddYears(30) },
            "HallId" => new DateAsk { HallId = Guid.NewGuid() },
            "StandInId" => new DateAsk { IsAway = true, StandInId = Guid.NewGuid() },
            _ => new DateAsk { Reason = new string('x', 121) },
        };
        Assert.Equal([field], await Change(desk, ask));
        Assert.Equal(["4 18:00"], await Told(desk, Tuesday));
    }

    [Fact]
    public async Task A_class_may_meet_twice_on_a_day_and_each_session_has_its_own_sheet()
    {
        await using var desk = await loft.Sit();
        var kites = await Kites(desk);
        var row = new MeetingRow
        {
            ClassId = kites,
            Weekday = DayOfWeek.Tuesday,
            Start = new TimeOnly(10, 0),
            Minutes = 30,
            From = Tuesday,
        };
        Assert.NotNull((await desk.Get<WeekBook>().Add(row, Cancel)).Row);
        await desk.Save();
        // the same post again is not a second meeting at that hour
        Assert.Empty((await desk.Get<WeekBook>().Add(row, Cancel)).Errors.All);
        var (first, second) = (await desk.Begin("jog 2:00", Tuesday), await desk.Begin("jog 1:00", Tuesday));
        var begun = await desk.Db.Lessons.AsNoTracking().Where(l => l.Date == Tuesday).ToListAsync(Cancel);
        Assert.Equal((new TimeOnly(10, 0), 30), At(begun.Single(l => l.Id == first)));
        Assert.Equal((Six, 45), At(begun.Single(l => l.Id == second)));
        // before its first day it is not
        Assert.Equal(["28 18:00"], await Told(desk, Tuesday.AddDays(-7)));

        static (TimeOnly, int) At(Lesson lesson) => (lesson.Start, lesson.Minutes);
    }

    [Fact]
    public async Task A_meeting_that_ends_stays_in_the_weeks_that_were()
    {
        await using var desk = await loft.Sit();
        var kites = await Kites(desk);
        var meeting = await desk.Db.Meetings.SingleAsync(m => m.ClassId == kites, Cancel);
        Assert.Empty(await Change(desk, new DateAsk { Cancelled = true }));
        Assert.True(await desk.Get<WeekBook>().End(meeting.Id, Tuesday, Cancel));
        await desk.Save();
        Assert.Equal(["28 18:00"], await Told(desk, Tuesday.AddDays(-7), 21));
        // a date that was other than usual is no date any more
        Assert.False(await desk.Db.DateChanges.AnyAsync(c => c.ClassId == kites, Cancel));
        var again = new MeetingRow
        {
            ClassId = kites,
            Weekday = DayOfWeek.Tuesday,
            Start = Six,
            From = Tuesday,
        };
        Assert.NotNull((await desk.Get<WeekBook>().Add(again, Cancel)).Row);
        await desk.Save();
        Assert.Equal(3, (await Told(desk, Tuesday.AddDays(-7), 21)).Length);
        // what would only have begun then leaves nothing behind
        Assert.True(await desk.Get<WeekBook>().End(again.Id, Tuesday, Cancel));
        await desk.Save();
        Assert.False(await desk.Db.Meetings.AnyAsync(m => m.Id == again.Id, Cancel));
    }

    [Fact]
    public async Task What_contradicts_itself_is_refused_with_its_place()
    {
        await using var desk = await loft.Sit();
        var kites = await Kites(desk);
        MeetingRow Row(Action<MeetingRow> other)
        {
            var row = new MeetingRow
            {
                ClassId = kites,
                Weekday = DayOfWeek.Friday,
                Start = Six,
            };
            other(row);
            return row;
        }

        async Task<string[]> Fields(MeetingRow row) =>
            [.. (await desk.Get<WeekBook>().Add(row, Cancel)).Errors.All.Select(e => e.Field)];

        Assert.Equal(["Start"], await Fields(Row(r => r.Weekday = DayOfWeek.Tuesday)));
        Assert.Equal(["ClassId"], await Fields(Row(r => r.ClassId = Guid.NewGuid())));
        Assert.Equal(["Minutes"], await Fields(Row(r => r.Minutes = 1)));
        Assert.Equal(["Until"], await Fields(Row(r => (r.From, r.Until) = (Tuesday, Tuesday.AddDays(-1)))));
        Assert.Empty(await Fields(Row(_ => { })));
    }

    [Fact]
    public async Task Closed_days_put_off_what_is_in_them_and_may_not_overlap()
    {
        await using var desk = await loft.Sit();
        var book = desk.Get<WeekBook>();
        ClosureRow Closed(string name, int from, int until) =>
            new()
            {
                Name = name,
                From = Tuesday.AddDays(from),
                Until = Tuesday.AddDays(until),
            };
        async Task<string[]> Fields(ClosureRow row) =>
            [.. (await book.Close(row, Cancel)).Errors.All.Select(e => e.Field)];

        Assert.Empty(await Fields(Closed("May break", 0, 6)));
        await desk.Save();
        Assert.Equal(["4 18:00 closed: May break"], await Told(desk, Tuesday));
        Assert.Equal(["From"], await Fields(Closed("again", 6, 8)));
        Assert.Equal(["Until"], await Fields(Closed("back", 20, 19)));
        Assert.Equal(["Until"], await Fields(Closed("for ever", 20, 2000)));
        Assert.Equal(["Name"], await Fields(Closed(" ", 20, 21)));
        var row = await desk.Db.Closures.SingleAsync(c => c.Name == "May break", Cancel);
        Assert.True(await book.Open(row.Id, Cancel));
        await desk.Save();
        Assert.Equal(["4 18:00"], await Told(desk, Tuesday));
    }

    [Fact]
    public async Task An_extra_session_is_as_its_class_usually_is_and_can_be_taken_out()
    {
        await using var desk = await loft.Sit();
        var (kites, saturday) = (await Kites(desk), Tuesday.AddDays(4));
        var book = desk.Get<DateChanges>();
        var key = Guid.CreateVersion7();
        var added = await book.Add(
            key,
            kites,
            saturday,
            new TimeOnly(10, 0),
            new DateAsk { Reason = "before the grading" },
            Cancel
        );
        await desk.Save();
        var extra = (await desk.Get<TimetableBook>().Sessions(saturday, saturday, Cancel)).Single(s =>
            s.Class == kites
        );
        Assert.Equal((45, "extra · before the grading"), (extra.Minutes, extra.Words));
        Assert.NotNull(extra.Teacher);
        // the same post again adds nothing, and says that it is there
        Assert.Equal(key, (await book.Add(key, kites, saturday, new TimeOnly(10, 0), new DateAsk(), Cancel)).Row!.Id);
        var other = Guid.CreateVersion7();
        var twice = await book.Add(other, kites, saturday, new TimeOnly(10, 0), new DateAsk(), Cancel);
        Assert.Equal(["ToStart"], twice.Errors.All.Select(e => e.Field));
        Assert.True(await book.Undo(added.Row!.Id, Cancel));
        await desk.Save();
        Assert.Empty(await Told(desk, saturday));
    }

    [Fact]
    public async Task The_next_session_leaves_out_what_is_closed()
    {
        await using var desk = await loft.Sit();
        var kites = await Kites(desk);
        await desk.Get<WeekBook>()
            .Close(
                new ClosureRow
                {
                    Name = "floor",
                    From = new DateOnly(2041, 5, 7),
                    Until = new DateOnly(2041, 5, 14),
                },
                Cancel
            );
        await desk.Save();
        var coming = (await desk.Get<TimetableBook>().Read(Cancel)).Coming(kites, new DateOnly(2041, 5, 7)).First();
        // the week behind is closed in the demo
        Assert.Equal(new DateOnly(2041, 5, 28), coming.Date);
        Assert.Contains(
            "closed: floor",
            (await desk.Get<DayPlan>().Of(new DateOnly(2041, 5, 7), Cancel)).Select(e => e.Session?.Off)
        );
    }

    [Fact]
    public async Task Clashes_of_the_demo_are_told_by_hall()
    {
        await using var desk = await loft.Sit();
        var kites = await Kites(desk);
        var gulls = await desk.Db.Classes.Where(c => c.Name == "Little Gulls").Select(c => c.Id).SingleAsync(Cancel);
        var hall = await desk.Db.Classes.Where(c => c.Id == kites).Select(c => c.HallId).SingleAsync(Cancel);
        await desk.Get<WeekBook>()
            .Add(
                new MeetingRow
                {
                    ClassId = gulls,
                    Weekday = DayOfWeek.Tuesday,
                    Start = new TimeOnly(18, 30),
                    HallId = hall,
                },
                Cancel
            );
        await desk.Save();
        var clashes = Timetable.Clashes(await desk.Get<TimetableBook>().Sessions(Tuesday, Tuesday, Cancel));
        var clash = Assert.Single(clashes, c => c.IsHall);
        Assert.Equal((kites, gulls), (clash.First.Class, clash.Second.Class));
    }
}
