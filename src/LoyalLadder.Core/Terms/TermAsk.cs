namespace LoyalLadder.Core.Terms;

/// <summary>A session of a class in a term.</summary>
/// <param name="Id">Its key.</param>
/// <param name="Date">Its day.</param>
/// <param name="Minutes">For new material; the rest of the hour is spoken for.</param>
/// <param name="Kit">What is there.</param>
public sealed record TermSession(string Id, DateOnly Date, int Minutes, Sequence<string> Kit);

/// <summary>What was taught of an item before the term, or before today.</summary>
/// <param name="Times">Exposures so far.</param>
/// <param name="Last">The day of the last one; null for none.</param>
/// <param name="Stage">The stage that was reached, 0 to 6.</param>
public sealed record TaughtBefore(int Times, DateOnly? Last, int Stage)
{
    public static TaughtBefore Nothing { get; } = new(0, null, 0);
}

/// <summary>Something that is to be taught in a term.</summary>
public sealed record TermItem
{
    public const int MostWanted = 8;

    public required string Id { get; init; }
    public required string Name { get; init; }

    /// <summary>Exposures by the end of the term, those before it counted; 1 to 8.</summary>
    public int Wanted { get; init; } = 4;

    /// <summary>Seconds of the first, the second and every later exposure, counted with what was taught before.</summary>
    public Sequence<int> Seconds { get; init; } = Sequence.Create([240, 150, 120]);

    public Sequence<string> Kit { get; init; }

    /// <summary>Ids of what has to be there first.</summary>
    public Sequence<string> After { get; init; }

    public TaughtBefore Taught { get; init; } = TaughtBefore.Nothing;

    /// <summary>How important it is that it begins early; above 0.</summary>
    public decimal Weight { get; init; } = 1;

    public Sequence<string> Regions { get; init; }

    /// <summary>1 to 5.</summary>
    public int Effort { get; init; } = 2;

    /// <summary>Exposures that are still to be planned.</summary>
    public int Open => Math.Max(0, Wanted - Taught.Times);

    /// <summary>Nobody has seen it.</summary>
    public bool IsNew => Taught.Times == 0;

    /// <summary>Seconds of the n-th exposure that is planned, from 0.</summary>
    public int SecondsOf(int planned) => Seconds[Math.Min(Seconds.Count - 1, Taught.Times + planned)];

    /// <summary>Days that are best between the n-th and the next exposure, counted from the first ever: 3, 6, 10, then 16.</summary>
    public static int IdealGap(int exposure) =>
        exposure switch
        {
            <= 1 => 3,
            2 => 6,
            3 => 10,
            _ => 16,
        };
}

/// <summary>What a term has to keep.</summary>
public sealed record TermLimits
{
    /// <summary>New items in one session.</summary>
    public int NewItems { get; init; } = 3;

    /// <summary>The same where nobody has said: children take in less at once.</summary>
    public static int UsualNewItems(Techniques.AgeBand band) => band == Techniques.AgeBand.Kids ? 2 : 3;

    /// <summary>Days between two exposures of one item, at least.</summary>
    public int LeastDays { get; init; } = 2;

    /// <summary>The same at most, where it can be helped.</summary>
    public int MostDays { get; init; } = 21;

    /// <summary>Days before the grading without new plans.</summary>
    public int FreeDays { get; init; } = 3;

    /// <summary>No region is worked hard on two days running.</summary>
    public bool RestRegions { get; init; } = true;
}

/// <summary>An item that has to stand in a session, or must not.</summary>
public sealed record TermPin(string Session, string Item, bool Must);

/// <summary>What a term is to hold.</summary>
public sealed record TermAsk
{
    public const int MostSessions = 400;
    public const int MostItems = 400;

    /// <summary>Effort from which two items of one region do not follow each other on two days.</summary>
    public const int HardEffort = 4;

    public required Sequence<TermSession> Sessions { get; init; }
    public required Sequence<TermItem> Items { get; init; }
    public TermLimits Limits { get; init; } = new();

    /// <summary>The day of the grading; null for none.</summary>
    public DateOnly? Grading { get; init; }

    public Sequence<TermPin> Pins { get; init; }
    public int Seed { get; init; } = 1;

    /// <summary>Seconds after which the best plan so far is taken, 1 to 60.</summary>
    public int SecondsToSolve { get; init; } = 20;

    /// <summary>The last day on which something may stand; null for no end.</summary>
    public DateOnly? LastDay => Grading?.AddDays(-Limits.FreeDays);

    /// <summary>True where day, kit and pins let an item stand in a session, whatever else stands there.</summary>
    public bool MayStand(TermItem item, TermSession session) =>
        session.Date <= (LastDay ?? DateOnly.MaxValue)
        && item.Kit.All(k => session.Kit.Contains(k))
        && !Pins.Any(p => !p.Must && p.Item == item.Id && p.Session == session.Id)
        && !(
            item.Taught is { Times: > 0, Last: { } last } && session.Date.DayNumber - last.DayNumber < Limits.LeastDays
        );

    /// <summary>The sessions in the order of their days; of one day as they were given.</summary>
    public IReadOnlyList<TermSession> InOrder => [.. Sessions.OrderBy(s => s.Date)];
}

/// <summary>What is wrong with an ask.</summary>
/// <param name="Field">Its place: 'sessions[3].minutes'.</param>
/// <param name="Message">What to send instead.</param>
public sealed record TermProblem(string Field, string Message);
