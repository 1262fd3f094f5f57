using LoyalLadder.Core.Timetables;

namespace LoyalLadder.Core.Terms;

/// <summary>What became of something in a session.</summary>
public enum TermMarkState
{
    /// <summary>It is to be taught.</summary>
    Planned,

    /// <summary>The log has it.</summary>
    Taught,

    /// <summary>It was planned, and the log has it not.</summary>
    Missed,

    /// <summary>It was planned, and nobody has logged the session.</summary>
    NotLogged,
}

/// <summary>A mark of the map.</summary>
/// <param name="State">What became of it.</param>
/// <param name="Stage">The stage that it was taught at or is to be, 1 to 6.</param>
public readonly record struct TermMark(TermMarkState State, int Stage);

/// <summary>Where something meets a session.</summary>
/// <param name="Mark">Null where nothing was planned or taught.</param>
/// <param name="Pin">True where it must be there, false where it must not, null where nobody said.</param>
public readonly record struct TermCell(TermMark? Mark, bool? Pin);

/// <summary>A session as a column.</summary>
/// <param name="Key">See <see cref="ClassTerm.KeyOf(Session)"/>.</param>
/// <param name="Session">As the timetable has it.</param>
/// <param name="Week">From 1.</param>
/// <param name="IsOpen">It can still be planned.</param>
/// <param name="Minutes">For this material.</param>
/// <param name="Seconds">What stands in it takes.</param>
public sealed record TermColumn(string Key, Session Session, int Week, bool IsOpen, int Minutes, int Seconds)
{
    /// <summary>Share of the minutes that are taken; above 1 where what was taught took more.</summary>
    public double Load => Minutes == 0 ? 0 : Seconds / (Minutes * 60.0);
}

/// <summary>One thing along the term.</summary>
/// <param name="Thing">What it is.</param>
/// <param name="Cells">One a column.</param>
/// <param name="Taught">Lessons of the term that held it.</param>
/// <param name="Planned">Lessons that are to hold it.</param>
/// <param name="Missed">Lessons that were to and did not.</param>
public sealed record TermRail(TermThing Thing, IReadOnlyList<TermCell> Cells, int Taught, int Planned, int Missed)
{
    /// <summary>Lessons that are wanted and have no place.</summary>
    public int Short => Math.Max(0, Thing.Wanted - Taught - Planned);
}

/// <summary>How far a class is at the end of a week.</summary>
/// <param name="Week">From 1.</param>
/// <param name="Monday">The Monday that it begins with.</param>
/// <param name="Taught">Of the lessons wanted, those held by then.</param>
/// <param name="Planned">The same with those that are to come by then.</param>
/// <param name="Wanted">All that are wanted.</param>
public readonly record struct TermWeek(int Week, DateOnly Monday, int Taught, int Planned, int Wanted);

/// <summary>A term as it is drawn: sessions across, things up.</summary>
public sealed record TermMap(IReadOnlyList<TermColumn> Columns, IReadOnlyList<TermRail> Rails)
{
    /// <summary>The map of a class.</summary>
    /// <param name="term">Its term.</param>
    /// <param name="plan">What stands where.</param>
    public static TermMap Of(ClassTerm term, KeptTerm plan)
    {
        var open = term.Open.Select(ClassTerm.KeyOf).ToHashSet(StringComparer.Ordinal);
        var seconds = new int[term.Sessions.Count];
        var rails = term.Things.Select(t => RailOf(term, plan, t, open, seconds)).ToList();
        var columns = term
            .Sessions.Select(
                (s, n) =>
                    new TermColumn(
                        ClassTerm.KeyOf(s),
                        s,
                        WeekOf(term.From, s.Date),
                        open.Contains(ClassTerm.KeyOf(s)),
                        term.MinutesOf(s),
                        seconds[n]
                    )
            )
            .ToList();
        return new TermMap(columns, rails);
    }

    /// <summary>The week of the term that a day is in; the first is the one that the term begins in, Monday to Sunday.</summary>
    public static int WeekOf(DateOnly from, DateOnly day) =>
        ((WeekDays.MondayOf(day).DayNumber - WeekDays.MondayOf(from).DayNumber) / 7) + 1;

    private static TermRail RailOf(ClassTerm term, KeptTerm plan, TermThing thing, HashSet<string> open, int[] seconds)
    {
        var pins = term.Pins.Where(p => p.Item == thing.Learnable).ToDictionary(p => p.Session, p => p.Must);
        var planned = term.Sessions.Select(s => plan.In(ClassTerm.KeyOf(s)).Contains(thing.Learnable)).ToList();
        var toCome = term.Sessions.Where((s, n) => planned[n] && open.Contains(ClassTerm.KeyOf(s))).Count();
        var taught = TaughtIn(term, thing);
        var (cells, seen, next) = (new List<TermCell>(), thing.Taught.Count(t => t.Date < term.From), 0);
        var (held, missed) = (thing.Taught.Count(t => t.Date >= term.From), 0);
        for (var n = 0; n < term.Sessions.Count; n++)
        {
            var key = ClassTerm.KeyOf(term.Sessions[n]);
            var mark =
                taught[n] is { } stage ? new TermMark(TermMarkState.Taught, stage)
                : planned[n] ? new TermMark(StateOf(term, key, open), StageOf(key))
                : (TermMark?)null;
            missed += mark?.State == TermMarkState.Missed ? 1 : 0;
            if (mark?.State is TermMarkState.Taught or TermMarkState.Planned)
                seconds[n] += thing.Seconds[Math.Min(thing.Seconds.Count - 1, seen++)];
            cells.Add(new TermCell(mark, pins.TryGetValue(key, out var must) ? must : null));
        }
        return new TermRail(thing, cells, held, toCome, missed);

        int StageOf(string key) =>
            open.Contains(key)
                ? ClassTerm.StageOf(thing, next++, toCome)
                : Math.Max(1, Math.Min(thing.Asked, thing.Reached));
    }

    private static TermMarkState StateOf(ClassTerm term, string key, HashSet<string> open) =>
        open.Contains(key) ? TermMarkState.Planned
        : term.Logged.Contains(key) ? TermMarkState.Missed
        : TermMarkState.NotLogged;

    /// <summary>By session the stage that it held something at; a lesson belongs to the session nearest to its hour.</summary>
    private static int?[] TaughtIn(ClassTerm term, TermThing thing)
    {
        var stages = new int?[term.Sessions.Count];
        foreach (var lesson in thing.Taught.Where(t => t.Date >= term.From))
            if (SessionOf(term, lesson.Date, lesson.Start) is >= 0 and var n)
                stages[n] = Math.Max(stages[n] ?? 0, lesson.Stage);
        return stages;
    }

    /// <summary>The place of the session that a lesson of a day and hour was; −1 for none.</summary>
    public static int SessionOf(ClassTerm term, DateOnly date, TimeOnly start) =>
        Enumerable
            .Range(0, term.Sessions.Count)
            .Where(n => term.Sessions[n].Date == date)
            .OrderBy(n => term.Sessions[n].TakesPlace ? 0 : 1)
            .ThenBy(n => Math.Abs((term.Sessions[n].Start.ToTimeSpan() - start.ToTimeSpan()).Ticks))
            .Select(n => (int?)n)
            .FirstOrDefault()
        ?? -1;

    /// <summary>How far the class is, week by week; lessons of a thing beyond those wanted do not count.</summary>
    public static IReadOnlyList<TermWeek> Weeks(ClassTerm term, TermMap map)
    {
        var weeks = new List<TermWeek>();
        var wanted = map.Rails.Sum(r => r.Thing.Wanted);
        for (var monday = WeekDays.MondayOf(term.From); monday <= term.Until; monday = monday.AddDays(7))
        {
            var end = monday.AddDays(6);
            int Held(TermRail rail, bool withPlanned) =>
                Math.Min(
                    rail.Thing.Wanted,
                    rail.Cells.Where(
                            (c, n) =>
                                map.Columns[n].Session.Date <= end
                                && (
                                    c.Mark?.State == TermMarkState.Taught
                                    || (withPlanned && c.Mark?.State == TermMarkState.Planned)
                                )
                        )
                        .Count()
                );
            weeks.Add(
                new TermWeek(
                    WeekOf(term.From, monday),
                    monday,
                    map.Rails.Sum(r => Held(r, false)),
                    map.Rails.Sum(r => Held(r, true)),
                    wanted
                )
            );
        }
        return weeks;
    }
}
