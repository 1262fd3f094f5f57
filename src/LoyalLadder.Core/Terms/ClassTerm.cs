using System.Globalization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Timetables;

namespace LoyalLadder.Core.Terms;

/// <summary>A lesson in which something was taught.</summary>
/// <param name="Date">Its day.</param>
/// <param name="Start">Its hour.</param>
/// <param name="Stage">The highest stage that it was taught at, 1 to 6.</param>
public readonly record struct TaughtOn(DateOnly Date, TimeOnly Start, int Stage);

/// <summary>Something that a class is to be taught in a term.</summary>
public sealed record TermThing
{
    /// <summary>See <see cref="Learnables"/>.</summary>
    public required string Learnable { get; init; }

    /// <summary>As it is shown.</summary>
    public required string Name { get; init; }

    /// <summary>The rank that asks for it, the lowest where several do; null where somebody added it.</summary>
    public Rank? Rank { get; init; }

    /// <summary>The stage that it is to reach, 1 to 6.</summary>
    public int Asked { get; init; } = 4;

    /// <summary>Lessons of the term that are to hold it, 1 to 8.</summary>
    public int Wanted { get; init; } = 4;

    /// <summary>Seconds when it is new, when it comes again, and from then on.</summary>
    public Sequence<int> Seconds { get; init; } = Sequence.Create([240, 150, 120]);

    /// <summary>What it is built on.</summary>
    public Sequence<string> After { get; init; }

    public Sequence<string> Regions { get; init; }

    /// <summary>1 to 5.</summary>
    public int Effort { get; init; } = 2;

    /// <summary>1 and more by the share of the class that needs it.</summary>
    public decimal Weight { get; init; } = 1;

    /// <summary>The lessons that held it, the oldest first.</summary>
    public IReadOnlyList<TaughtOn> Taught { get; init; } = [];

    /// <summary>The highest stage that any of them held it at; 0 for none.</summary>
    public int Reached => Taught.Select(t => t.Stage).DefaultIfEmpty(0).Max();
}

/// <summary>What a class is to be taught in a term, with what became of it so far.</summary>
public sealed record ClassTerm
{
    public const int LeastShare = 10,
        MostShare = 100,
        UsualShare = 60;

    /// <summary>Lessons before the term beyond this make no difference to how long something takes, or when it is due again.</summary>
    private const int KnownAfter = 3;

    /// <summary>First and last day.</summary>
    public required DateOnly From { get; init; }

    public required DateOnly Until { get; init; }

    /// <summary>The sessions of the class in the term, those that do not take place among them.</summary>
    public required IReadOnlyList<Session> Sessions { get; init; }

    public required IReadOnlyList<TermThing> Things { get; init; }

    /// <summary>Of each session's minutes, per cent that this material may take.</summary>
    public int Share { get; init; } = UsualShare;

    public TermLimits Limits { get; init; } = new();

    /// <summary>The day of the class's grading; null for none.</summary>
    public DateOnly? Grading { get; init; }

    public IReadOnlyList<TermPin> Pins { get; init; } = [];

    /// <summary>Sessions that were logged, by their keys.</summary>
    public IReadOnlySet<string> Logged { get; init; } = new HashSet<string>();

    public DateOnly Today { get; init; }

    /// <summary>The key of a session: the day and hour that the timetable has for it, wherever it was moved to.</summary>
    public static string KeyOf(Session session) => KeyOf(session.Planned.Date, session.Planned.At);

    /// <summary>'2041-09-03T18:00'.</summary>
    public static string KeyOf(DateOnly date, TimeOnly at) =>
        string.Create(CultureInfo.InvariantCulture, $"{date:yyyy-MM-dd}T{at:HH:mm}");

    /// <summary>The day and hour of a key; null for anything else.</summary>
    public static (DateOnly Date, TimeOnly At)? Read(string key) =>
        DateTime.TryParseExact(
            key,
            "yyyy-MM-dd'T'HH:mm",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var when
        )
            ? (DateOnly.FromDateTime(when), TimeOnly.FromDateTime(when))
            : null;

    /// <summary>Minutes of a session for this material.</summary>
    public int MinutesOf(Session session) => session.Minutes * Share / 100;

    /// <summary>The sessions that can still be laid out.</summary>
    public IEnumerable<Session> Open =>
        Sessions.Where(s => s.TakesPlace && s.Date >= Today && !Logged.Contains(KeyOf(s)));

    /// <summary>What is to be laid out from today on; what was taught counts.</summary>
    /// <param name="seed">The same seed gives the same plan.</param>
    /// <param name="seconds">1 to 60.</param>
    public TermAsk Ask(int seed = 1, int seconds = 20)
    {
        var open = Open.Select(s => new TermSession(KeyOf(s), s.Date, MinutesOf(s), [])).ToSequence();
        var (sessions, things) = (
            open.Select(s => s.Id).ToHashSet(StringComparer.Ordinal),
            Things.Select(t => t.Learnable).ToHashSet(StringComparer.Ordinal)
        );
        var from = open.Select(s => s.Date).DefaultIfEmpty(Today).Min();
        return new TermAsk
        {
            Sessions = open,
            Items = Things.Select(t => ItemOf(t, from, things)).ToSequence(),
            Limits = Limits,
            // behind the grading the term goes on as if there were none
            Grading = Grading < Today ? null : Grading,
            Pins = Pins.Where(p => sessions.Contains(p.Session) && things.Contains(p.Item)).ToSequence(),
            Seed = seed,
            SecondsToSolve = seconds,
        };
    }

    private TermItem ItemOf(TermThing thing, DateOnly from, HashSet<string> things)
    {
        var inTerm = thing.Taught.Count(t => t.Date >= From);
        var times = Math.Min(KnownAfter, thing.Taught.Count - inTerm) + inTerm;
        var last = thing.Taught is [.., var newest] ? newest.Date : (DateOnly?)null;
        return new TermItem
        {
            Id = thing.Learnable,
            Name = thing.Name,
            Wanted = times + Math.Max(0, thing.Wanted - inTerm),
            Seconds = thing.Seconds,
            After = thing.After.Where(things.Contains).ToSequence(),
            // a gap that is too long already cannot be helped any more
            Taught = new TaughtBefore(
                times,
                from.DayNumber - last?.DayNumber > Limits.MostDays ? null : last,
                thing.Reached
            ),
            Weight = thing.Weight,
            Regions = thing.Regions,
            Effort = thing.Effort,
        };
    }

    /// <summary>The stage of the n-th of so many lessons that are still to come: it climbs evenly to what is asked for.</summary>
    public static int StageOf(TermThing thing, int n, int of)
    {
        var climb = Math.Max(0, thing.Asked - thing.Reached);
        var stage = thing.Reached + (int)Math.Ceiling(climb * (n + 1) / (double)Math.Max(1, of));
        return Math.Clamp(stage, Stages.Lowest, Math.Max(thing.Asked, Stages.Lowest));
    }
}
