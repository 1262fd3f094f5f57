using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Drafting;

/// <summary>A sheet that the class had.</summary>
/// <param name="Date">Its day.</param>
/// <param name="Plan">What stood on it.</param>
public sealed record PastSheet(DateOnly Date, LessonPlan Plan);

/// <summary>A line that a session should have, for a reason.</summary>
/// <param name="Text">As a sheet writes it.</param>
/// <param name="Why">'owed by Wednesday 6 May', 'due: 9 of 14 need it for their next rank'.</param>
/// <param name="IsOwed">It was promised: it comes before everything else and is not left out again.</param>
public sealed record WantedLine(string Text, string Why, bool IsOwed);

/// <summary>What a sheet is drafted from.</summary>
public sealed record DraftAsk
{
    /// <summary>Sheets that are looked at, the newest.</summary>
    public const int MostPast = 12;

    /// <summary>Class, hall, kit, time.</summary>
    public required LessonSetting Setting { get; init; }

    public required CheckLimits Limits { get; init; }

    /// <summary>How long lines are likely to take.</summary>
    public TakenFor Taken { get; init; } = WaysToFit.PlainSum;

    /// <summary>What the class had, the newest first.</summary>
    public IReadOnlyList<PastSheet> Past { get; init; } = [];

    /// <summary>What its lesson is made of, where somebody chose it; empty for what its sheets have.</summary>
    public IReadOnlyList<LessonPart> Parts { get; init; } = [];

    /// <summary>What it should have now, the most pressing first.</summary>
    public IReadOnlyList<WantedLine> Wanted { get; init; } = [];

    /// <summary>Games and the like that a draft may take.</summary>
    public IReadOnlyList<Activity> Activities { get; init; } = [];

    /// <summary>How a line is read.</summary>
    public Func<string, IReadOnlyList<SheetEntry>> Read { get; init; } = _ => [];

    /// <summary>The day of the session.</summary>
    public DateOnly Day { get; init; }

    /// <summary>Another seed gives another sheet, the same seed the same.</summary>
    public int Seed { get; init; } = 1;
}

/// <summary>An entry of a drafted sheet with why it is there; empty where that needs no saying.</summary>
public sealed record DraftedEntry(SheetEntry Entry, string Why);

/// <summary>A sheet that is ready to be changed by whoever teaches it.</summary>
/// <param name="Entries">In order.</param>
/// <param name="TotalSeconds">By the clock, opening and closing included.</param>
/// <param name="Parts">What the lesson was made of.</param>
public sealed record Draft(Sequence<DraftedEntry> Entries, int TotalSeconds, Sequence<LessonPart> Parts)
{
    public LessonPlan Plan => new(LessonHead.Empty, Entries.Select(e => e.Entry).ToSequence());
}
