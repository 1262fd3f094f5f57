using LoyalLadder.Core.Timetables;

namespace LoyalLadder.Core.Tests.Timetables;

/// <summary>When classes meet: usual weeks, changed dates, closures, clashes and the days on which clocks are turned.</summary>
public class TimetableTests
{
    private static readonly Guid Kites = Id(1);
    private static readonly Guid Gulls = Id(2);
    private static readonly Guid Loft = Id(10);
    private static readonly Guid Sail = Id(11);
    private static readonly Guid Ines = Id(20);
    private static readonly Guid Tobin = Id(21);
    private static readonly DateOnly Monday = new(2041, 5, 6);
    private static readonly TimeOnly Six = new(18, 0);

    private static Guid Id(int n) => new(n, 0, 0, new byte[8]);

    private static Meeting On(DayOfWeek day, int hour = 18, Guid? group = null) =>
        new(group ?? Kites, day, new TimeOnly(hour, 0), 45, Loft, Ines);

    private static readonly Meeting[] TwiceAWeek = [On(DayOfWeek.Tuesday), On(DayOfWeek.Thursday, 17)];

    private static string[] Told(Timetable timetable, DateOnly from, int days) =>
        [
            .. timetable
                .Sessions(from, from.AddDays(days - 1))
                .Select(s => $"{s.Date.Day} {s.Start:HH:mm}{(s.Words.Length > 0 ? $" {s.Words}" : "")}"),
        ];

    private static string[] Week(DateChange[] changes, params Closure[] closures) =>
        Told(new Timetable(TwiceAWeek, changes, closures), Monday, 7);

    private static DateChange Tuesday => new(Kites, Monday.AddDays(1), Six);

    [Fact]
    public void A_class_meets_as_often_as_it_meets() => Assert.Equal(["7 18:00", "9 17:00"], Week([]));

    [Fact]
    public void A_timetable_that_changes_keeps_its_past()
    {
        Meeting[] meetings =
        [
            On(DayOfWeek.Tuesday) with
            {
                Until = Monday.AddDays(7),
            },
            On(DayOfWeek.Tuesday, 19) with
            {
                From = Monday.AddDays(8),
            },
        ];
        Assert.Equal(["7 18:00", "14 19:00"], Told(new Timetable(meetings, [], []), Monday, 14));
    }

    [Fact]
    public void A_cancelled_date_says_why_and_takes_place_nowhere()
    {
        Assert.Equal(
            ["7 18:00 cancelled · storm", "9 17:00"],
            Week([Tuesday with { IsCancelled = true, Reason = "storm" }])
        );
    }

    [Fact]
    public void A_moved_date_is_on_its_new_day_and_said_on_its_old_one()
    {
        var moved = Tuesday with { ToDate = Monday.AddDays(2), ToStart = new TimeOnly(19, 30), Hall = Sail };
        Assert.Equal(
            ["7 18:00 moved to Wednesday 8 May 19:30", "8 19:30 moved from Tuesday 7 May 18:00", "9 17:00"],
            Week([moved])
        );
        // from a week that is not looked at, too, and out of it
        var far = Tuesday with
        {
            ToDate = Monday.AddDays(9),
        };
        Assert.Equal(["7 18:00 moved to Wednesday 15 May 18:00", "9 17:00"], Week([far]));
        Assert.Equal(
            ["14 18:00", "15 18:00 moved from Tuesday 7 May 18:00", "16 17:00"],
            Told(new Timetable(TwiceAWeek, [far], []), Monday.AddDays(7), 7)
        );
    }

    [Fact]
    public void An_hour_later_on_the_same_day_is_one_session()
    {
        Assert.Equal(["7 18:30 moved from 18:00", "9 17:00"], Week([Tuesday with { ToStart = new TimeOnly(18, 30) }]));
    }

    [Fact]
    public void An_extra_session_is_there_even_where_the_school_is_closed()
    {
        var extra = new DateChange(Kites, Monday.AddDays(5), new TimeOnly(10, 0)) { IsExtra = true, Minutes = 90 };
        var closed = new Closure(Monday, Monday.AddDays(6), null, "May break");
        Assert.Equal(
            ["7 18:00 closed: May break", "9 17:00 closed: May break", "11 10:00 extra"],
            Week([extra], closed)
        );
    }

    [Fact]
    public void A_closed_hall_closes_what_is_in_it_and_nothing_else()
    {
        var closed = new Closure(Monday.AddDays(1), Monday.AddDays(1), Loft, "new floor");
        Assert.Equal(["7 18:00 closed: new floor", "9 17:00"], Week([], closed));
        // in another hall it is on
        Assert.Equal(["7 18:00", "9 17:00"], Week([Tuesday with { Hall = Sail }], closed));
    }

    [Fact]
    public void Who_is_away_leaves_it_open_until_somebody_takes_it()
    {
        var away = Tuesday with { IsAway = true };
        var open = new Timetable(TwiceAWeek, [away], []).Sessions(Monday, Monday.AddDays(6))[0];
        Assert.True(open.SeeksStandIn);
        Assert.Null(open.Teacher);
        var taken = new Timetable(TwiceAWeek, [away with { StandIn = Tobin }], []).Sessions(Monday, Monday.AddDays(6))[
            0
        ];
        Assert.False(taken.SeeksStandIn);
        Assert.Equal((Tobin, "stand-in"), (taken.Teacher!.Value, taken.Words));
    }

    [Fact]
    public void What_comes_next_leaves_out_what_does_not_take_place()
    {
        var closed = new Closure(Monday, Monday.AddDays(27), null, "repairs");
        var timetable = new Timetable(
            [.. TwiceAWeek, On(DayOfWeek.Monday, group: Gulls)],
            [new DateChange(Kites, Monday.AddDays(29), Six) { IsCancelled = true }],
            [closed]
        );
        Assert.Equal(
            [Monday.AddDays(31), Monday.AddDays(36)],
            timetable.Coming(Kites, Monday).Take(2).Select(s => s.Date)
        );
        Assert.Empty(timetable.Coming(Guid.NewGuid(), Monday));
    }

    [Theory]
    [InlineData(18, 0, true, false, "hall")]
    [InlineData(18, 44, true, false, "hall")]
    [InlineData(18, 45, true, true, "")]
    [InlineData(18, 0, false, true, "teacher")]
    [InlineData(18, 0, true, true, "hall teacher")]
    public void One_hall_or_one_teacher_at_one_time_is_a_clash(
        int hour,
        int minute,
        bool sameHall,
        bool sameTeacher,
        string clashes
    )
    {
        var other = On(DayOfWeek.Tuesday, group: Gulls) with
        {
            Start = new TimeOnly(hour, minute),
            Hall = sameHall ? Loft : Sail,
            Teacher = sameTeacher ? Ines : Tobin,
        };
        var found = Timetable.Clashes(
            new Timetable([TwiceAWeek[0], other], [], []).Sessions(Monday, Monday.AddDays(6))
        );
        Assert.Equal(clashes, string.Join(' ', found.Select(c => c.IsHall ? "hall" : "teacher")));
    }

    [Fact]
    public void What_is_cancelled_clashes_with_nothing()
    {
        var other = On(DayOfWeek.Tuesday, group: Gulls);
        var timetable = new Timetable([TwiceAWeek[0], other], [Tuesday with { IsCancelled = true }], []);
        Assert.Empty(Timetable.Clashes(timetable.Sessions(Monday, Monday.AddDays(6))));
    }

    [Fact]
    public void Two_meetings_that_would_be_one_are_seen_and_closures_that_overlap()
    {
        Assert.True(TwiceAWeek[0].Meets(On(DayOfWeek.Tuesday)));
        Assert.False(TwiceAWeek[0].Meets(On(DayOfWeek.Tuesday, group: Gulls)));
        var first = On(DayOfWeek.Tuesday) with { Until = Monday };
        Assert.False(first.Meets(On(DayOfWeek.Tuesday) with { From = Monday.AddDays(1) }));
        Assert.True(first.Meets(On(DayOfWeek.Tuesday) with { From = Monday }));
        var closed = new Closure(Monday, Monday.AddDays(3), null, "a");
        Assert.True(closed.Overlaps(new Closure(Monday.AddDays(3), Monday.AddDays(5), null, "b")));
        Assert.False(closed.Overlaps(new Closure(Monday.AddDays(4), Monday.AddDays(5), null, "b")));
        Assert.False(closed.Overlaps(new Closure(Monday, Monday, Loft, "b")));
    }

    /// <summary>A year with both clock changes: as many sessions as weeks have days, each at the hour of the school's clocks.</summary>
    [Theory]
    [InlineData("Europe/Vienna")]
    [InlineData("America/New_York")]
    [InlineData("Australia/Lord_Howe")]
    public void Over_two_clock_changes_none_is_lost_none_is_doubled_and_all_begin_at_their_hour(string name)
    {
        var zone = TimeZoneInfo.FindSystemTimeZoneById(name);
        TimeOnly[] hours = [new(0, 30), new(1, 45), new(2, 15), new(2, 30), new(18, 0)];
        var first = new DateOnly(2041, 1, 1);
        foreach (var hour in hours)
        {
            var meetings = Enum.GetValues<DayOfWeek>().Select(d => On(d) with { Start = hour }).ToList();
            var sessions = new Timetable(meetings, [], []).Sessions(first, first.AddDays(364));
            Assert.Equal(365, sessions.Select(s => s.Date).Distinct().Count());
            Assert.Equal(365, sessions.Count);
            var instants = sessions.Select(s => LocalHour.Of(zone, s.Date, s.Start)).ToList();
            Assert.Equal(365, instants.Select(i => i.At.UtcDateTime).Distinct().Count());
            Assert.True(instants.SequenceEqual(instants.OrderBy(i => i.At.UtcDateTime)));
            foreach (var (session, instant) in sessions.Zip(instants).Where(p => p.Second.Turn != ClockTurn.Skipped))
                Assert.Equal(
                    session.Date.ToDateTime(session.Start),
                    TimeZoneInfo.ConvertTime(instant.At, zone).DateTime
                );
            Assert.InRange(instants.Count(i => i.Turn != ClockTurn.None), 0, 2);
        }
    }

    [Theory]
    [InlineData("Europe/Vienna", "2041-03-31", "02:30", ClockTurn.Skipped, "2041-03-31T03:30+02:00")]
    [InlineData("Europe/Vienna", "2041-10-27", "02:30", ClockTurn.Twice, "2041-10-27T02:30+02:00")]
    [InlineData("Europe/Vienna", "2041-01-08", "18:00", ClockTurn.None, "2041-01-08T18:00+01:00")]
    [InlineData("Europe/Vienna", "2041-07-09", "18:00", ClockTurn.None, "2041-07-09T18:00+02:00")]
    public void An_hour_that_the_clocks_skip_or_repeat_is_one_instant_and_said_so(
        string zone,
        string date,
        string hour,
        ClockTurn turn,
        string instant
    )
    {
        var culture = System.Globalization.CultureInfo.InvariantCulture;
        var local = LocalHour.Of(
            TimeZoneInfo.FindSystemTimeZoneById(zone),
            DateOnly.Parse(date, culture),
            TimeOnly.Parse(hour, culture)
        );
        Assert.Equal((DateTimeOffset.Parse(instant, culture), turn), (local.At, local.Turn));
        Assert.Equal(turn == ClockTurn.None, local.Words.Length == 0);
    }

    [Theory]
    [InlineData(DayOfWeek.Monday, 0)]
    [InlineData(DayOfWeek.Tuesday, 1)]
    [InlineData(DayOfWeek.Saturday, 5)]
    [InlineData(DayOfWeek.Sunday, 6)]
    public void A_week_begins_on_Monday(DayOfWeek day, int place)
    {
        Assert.Equal(place, WeekDays.PlaceOf(day));
        Assert.Equal(Monday, WeekDays.MondayOf(Monday.AddDays(place)));
        Assert.Equal(day, Monday.AddDays(place).DayOfWeek);
    }

    /// <summary>Each session once, for a year and a month and not beyond.</summary>
    [Fact]
    public void Coming_sessions_are_told_each_once_for_four_hundred_days()
    {
        var daily = new Timetable([.. Enum.GetValues<DayOfWeek>().Select(d => On(d))], [], []);
        var coming = daily.Coming(Kites, Monday).Select(s => s.Date.DayNumber - Monday.DayNumber).ToList();
        Assert.Equal(Enumerable.Range(0, coming.Count), coming);
        // whole chunks of four weeks, the last of which begins before the end
        Assert.InRange(coming.Count, 400, 400 + 27);
    }

    /// <summary>Two spans of one class and hour meet where they share a day.</summary>
    [Theory]
    [InlineData(0, 7, 7, 14, true)]
    [InlineData(0, 7, 8, 14, false)]
    [InlineData(8, 14, 0, 7, false)]
    [InlineData(7, 14, 0, 7, true)]
    [InlineData(0, 30, 10, 12, true)]
    public void Spans_that_share_a_day_meet(int from, int until, int otherFrom, int otherUntil, bool meet)
    {
        Meeting Span(int first, int last) =>
            On(DayOfWeek.Tuesday) with
            {
                From = Monday.AddDays(first),
                Until = Monday.AddDays(last),
            };
        Assert.Equal(meet, Span(from, until).Meets(Span(otherFrom, otherUntil)));
        Closure Days(int first, int last) => new(Monday.AddDays(first), Monday.AddDays(last), null, "closed");
        Assert.Equal(meet, Days(from, until).Overlaps(Days(otherFrom, otherUntil)));
    }

    /// <summary>A changed date of the first day looked at is told once.</summary>
    [Fact]
    public void A_moved_first_day_is_told_once()
    {
        var moved = Tuesday with { ToDate = Monday.AddDays(2) };
        Assert.Equal(
            ["7 18:00 moved to Wednesday 8 May 18:00", "8 18:00 moved from Tuesday 7 May 18:00"],
            Told(new Timetable(TwiceAWeek, [moved], []), Monday.AddDays(1), 2)
        );
    }
}
