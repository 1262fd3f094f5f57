using LoyalLadder.Core.Terms;
using LoyalLadder.Data.Classes;

namespace LoyalLadder.Data.Terms;

/// <summary>Weeks that a school plans as one, with the day of the grading of each track.</summary>
public sealed class TermRow : SchoolRow
{
    public const int LongestName = 60;
    public const int MostDays = 400;

    public required string Name { get; set; }

    /// <summary>First and last day.</summary>
    public DateOnly From { get; set; }

    public DateOnly Until { get; set; }
    public List<TermGradingRow> Gradings { get; set; } = [];
}

/// <summary>When a track is graded in a term.</summary>
public sealed class TermGradingRow : SchoolRow
{
    public Guid TermId { get; set; }
    public Guid TrackId { get; set; }
    public TrackRow? Track { get; set; }
    public DateOnly On { get; set; }
}

/// <summary>A class in a term: what it has to keep, and the plan that somebody took.</summary>
public sealed class ClassTermRow : SchoolRow
{
    public Guid TermId { get; set; }
    public TermRow? Term { get; set; }
    public Guid ClassId { get; set; }
    public ClassGroup? Class { get; set; }

    /// <summary>Per cent of each session for this material.</summary>
    public int Share { get; set; } = ClassTerm.UsualShare;

    /// <summary>Lessons that are to hold each thing where nothing else is said, 1 to 8.</summary>
    public int Wanted { get; set; } = 4;

    public int NewItems { get; set; } = 3;
    public int LeastDays { get; set; } = 2;
    public int MostDays { get; set; } = 21;
    public int FreeDays { get; set; } = 3;
    public bool RestRegions { get; set; } = true;

    /// <summary>As <see cref="KeptTerm.Write"/> has it; empty while nobody took a plan.</summary>
    public string Plan { get; set; } = "";

    /// <summary>When it was taken; null while nobody did.</summary>
    public DateTimeOffset? PlannedAt { get; set; }

    public List<TermThingRow> Things { get; set; } = [];
    public List<TermPinRow> Pins { get; set; } = [];

    /// <summary>A class in a term as it is while nobody has said anything of it.</summary>
    public static ClassTermRow Of(Guid term, ClassGroup group) =>
        new()
        {
            TermId = term,
            ClassId = group.Id,
            NewItems = TermLimits.UsualNewItems(group.Band),
        };

    /// <summary>Whether it has to keep the very same as another.</summary>
    public bool HasLimitsOf(ClassTermRow other) =>
        (Share, Wanted, NewItems, LeastDays, MostDays, FreeDays, RestRegions)
        == (
            other.Share,
            other.Wanted,
            other.NewItems,
            other.LeastDays,
            other.MostDays,
            other.FreeDays,
            other.RestRegions
        );

    public TermLimits Limits =>
        new()
        {
            NewItems = NewItems,
            LeastDays = LeastDays,
            MostDays = MostDays,
            FreeDays = FreeDays,
            RestRegions = RestRegions,
        };
}

/// <summary>What somebody said of one thing of a class's term: how often, or that it is left out.</summary>
public sealed class TermThingRow : SchoolRow
{
    public Guid ClassTermId { get; set; }
    public required string Learnable { get; set; }

    /// <summary>1 to 8; null for as often as the others.</summary>
    public int? Wanted { get; set; }

    public bool IsLeftOut { get; set; }
}

/// <summary>Something that has to stand in a session, or must not.</summary>
public sealed class TermPinRow : SchoolRow
{
    public Guid ClassTermId { get; set; }
    public required string Learnable { get; set; }

    /// <summary>Day and hour that the timetable has for the session.</summary>
    public DateOnly Date { get; set; }

    public TimeOnly At { get; set; }
    public bool Must { get; set; }

    public TermPin Plain() => new(ClassTerm.KeyOf(Date, At), Learnable, Must);
}

/// <summary>
/// A plan that is being worked out, or was and waits to be taken. Written by whoever works it out, read by pages of any process;
/// it is no part of the school's records.
/// </summary>
public sealed class TermSolve
{
    /// <summary>A solve that has not been heard of for so long was broken off.</summary>
    public static readonly TimeSpan Silence = TimeSpan.FromSeconds(20);

    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid SchoolId { get; set; }
    public Guid ClassTermId { get; set; }
    public ClassTermRow? ClassTerm { get; set; }
    public Guid StartedById { get; set; }
    public DateTimeOffset StartedAt { get; set; }

    /// <summary>When it was last heard of.</summary>
    public DateTimeOffset BeatAt { get; set; }

    /// <summary>Null while it is worked on.</summary>
    public DateTimeOffset? EndedAt { get; set; }

    public bool StopAsked { get; set; }
    public int SecondsAsked { get; set; } = 20;
    public int Seed { get; set; } = 1;

    /// <summary>The language of whoever asked, in which is told what would be enough and what stands in the way.</summary>
    public string Language { get; set; } = AllLanguages.English;

    /// <summary>The best plan so far as <see cref="KeptTerm.Write"/> has it; empty while there is none.</summary>
    public string Plan { get; set; } = "";

    /// <summary>Counts the plans that were found.</summary>
    public int Found { get; set; }

    public int Missing { get; set; }
    public int LongGaps { get; set; }
    public int GapDays { get; set; }
    public decimal MaxLoad { get; set; }
    public int Bound { get; set; }
    public bool IsBest { get; set; }
    public decimal Seconds { get; set; }

    /// <summary>What would be enough, a line each.</summary>
    public string Offers { get; set; } = "";

    /// <summary>Why there is no plan, a line each; empty where there is one.</summary>
    public string Trouble { get; set; } = "";

    public bool IsRunning(DateTimeOffset now) => EndedAt is null && now - BeatAt < Silence;

    public bool WasBrokenOff(DateTimeOffset now) => EndedAt is null && !IsRunning(now);
}
