namespace LoyalLadder.Core.Timetables;

/// <summary>When classes meet: the weeks as they usually are, with what was changed and when the school is closed.</summary>
/// <param name="Meetings">Of all classes that are asked about.</param>
/// <param name="Changes">Of single dates.</param>
/// <param name="Closures">Of the school and its halls.</param>
public sealed record Timetable(
    IReadOnlyCollection<Meeting> Meetings,
    IReadOnlyCollection<DateChange> Changes,
    IReadOnlyCollection<Closure> Closures
)
{
    /// <summary>Most days that are looked through for the next session.</summary>
    private const int FurthestAhead = 400;

    /// <summary>
    /// The sessions of some days, in the order of their hours; what was cancelled, moved away or falls into a closure is among
    /// them and says why it is not.
    /// </summary>
    /// <param name="from">The first day.</param>
    /// <param name="to">The last day.</param>
    public IReadOnlyList<Session> Sessions(DateOnly from, DateOnly to)
    {
        var sessions = new List<Session>();
        var changes = Changes.ToLookup(c => (c.Class, c.Date, c.At));
        for (var day = from; day <= to; day = day.AddDays(1))
            foreach (var meeting in Meetings.Where(m => m.IsOn(day)))
                sessions.AddRange(Of(meeting, day, changes[(meeting.Class, day, meeting.Start)].FirstOrDefault()));
        // what comes from days that were not looked at, and what no week has
        foreach (var change in Changes.Where(c => !c.IsExtra && c.ToDate is not null && (c.Date < from || c.Date > to)))
        foreach (
            var meeting in Meetings.Where(m => m.Class == change.Class && m.Start == change.At && m.IsOn(change.Date))
        )
            sessions.AddRange(Of(meeting, change.Date, change));
        sessions.AddRange(Changes.Where(c => c.IsExtra).Select(Extra));
        return
        [
            .. sessions
                .Where(s => s.Date >= from && s.Date <= to)
                .OrderBy(s => s.Date)
                .ThenBy(s => s.Start)
                .ThenBy(s => s.Class),
        ];
    }

    /// <summary>The sessions of one class that take place, from a day on; as many as are taken, as far as a year ahead.</summary>
    public IEnumerable<Session> Coming(Guid group, DateOnly from)
    {
        const int Chunk = 28;
        var own = new Timetable(
            [.. Meetings.Where(m => m.Class == group)],
            [.. Changes.Where(c => c.Class == group)],
            Closures
        );
        for (var day = from; day < from.AddDays(FurthestAhead); day = day.AddDays(Chunk))
            foreach (var session in own.Sessions(day, day.AddDays(Chunk - 1)).Where(s => s.TakesPlace))
                yield return session;
    }

    /// <summary>The sessions that one meeting gives on a day: one, or two where it was moved, the old one being off.</summary>
    private IEnumerable<Session> Of(Meeting meeting, DateOnly day, DateChange? change)
    {
        var usual = new Session(meeting.Class, day, meeting.Start, meeting.Minutes, meeting.Hall, meeting.Teacher)
        {
            Planned = (day, meeting.Start),
            Assistants = meeting.Assistants,
        };
        if (change is null)
        {
            yield return usual with
            {
                Off = ClosedOn(day, meeting.Hall),
            };
            yield break;
        }
        if (change.IsCancelled)
        {
            yield return usual with
            {
                Off = Say("cancelled"),
                Reason = change.Reason,
            };
            yield break;
        }
        var now = Changed(usual, change);
        // who moved it knew that the school was closed
        yield return change.IsMoved ? now : now with { Off = ClosedOn(now.Date, now.Hall) };
        if (now.Date != day)
            yield return usual with
            {
                Off = Say($"moved to {DayAndHour(now.Date, now.Start)}"),
            };
    }

    private static Session Changed(Session usual, DateChange change) =>
        usual with
        {
            Date = change.ToDate ?? usual.Date,
            Start = change.ToStart ?? usual.Start,
            Minutes = change.Minutes ?? usual.Minutes,
            Hall = change.Hall ?? usual.Hall,
            Teacher = change.IsAway ? change.StandIn : usual.Teacher,
            IsAway = change.IsAway,
            IsMoved = change.IsMoved,
            Reason = change.Reason,
        };

    private static Session Extra(DateChange change) =>
        new(
            change.Class,
            change.ToDate ?? change.Date,
            change.ToStart ?? change.At,
            change.Minutes ?? UsualMinutes,
            change.Hall,
            change.StandIn
        )
        {
            Planned = (change.Date, change.At),
            IsExtra = true,
            IsAway = change.IsAway,
            Off = change.IsCancelled ? Say("cancelled") : null,
            Reason = change.Reason,
        };

    /// <summary>Minutes of an extra session of which nothing else is said.</summary>
    public const int UsualMinutes = 60;

    private string? ClosedOn(DateOnly day, Guid? hall) =>
        Closures.FirstOrDefault(c => c.Covers(day, hall)) is { } closure ? Say($"closed: {closure.Name}") : null;

    /// <summary>'Thursday 9 May 17:00'.</summary>
    public static string DayAndHour(DateOnly day, TimeOnly hour) =>
        string.Create(AllLanguages.Now.Dates, $"{day:dddd d MMMM} {hour:HH:mm}");

    /// <summary>Sessions that are in one hall, or want one teacher, at one time. Shown, never refused.</summary>
    public static IEnumerable<SessionClash> Clashes(IEnumerable<Session> sessions)
    {
        foreach (var day in sessions.Where(s => s.TakesPlace).GroupBy(s => s.Date))
        {
            var all = day.OrderBy(s => s.Start).ToList();
            for (var i = 0; i < all.Count; i++)
            for (var j = i + 1; j < all.Count && StartsWithin(all[j], all[i]); j++)
            {
                if (all[i].Hall is { } hall && hall == all[j].Hall)
                    yield return new SessionClash(all[i], all[j], IsHall: true);
                if (all[i].Teacher is { } teacher && teacher == all[j].Teacher)
                    yield return new SessionClash(all[i], all[j], IsHall: false);
            }
        }
    }

    private static bool StartsWithin(Session later, Session earlier) =>
        later.Start.ToTimeSpan() < earlier.Start.ToTimeSpan() + TimeSpan.FromMinutes(earlier.Minutes);
}

/// <summary>Two sessions that cannot both be: one hall, or one teacher.</summary>
public sealed record SessionClash(Session First, Session Second, bool IsHall);
