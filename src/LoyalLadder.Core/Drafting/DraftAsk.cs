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
public sealed record WantedLine(string Text, string Why, bool IsOwed)
{
    /// <summary>The theme's own steps are as good: the term's map wants the thing, and not this line of it.</summary>
    public bool IsMetByTheme { get; init; }
}

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

    /// <summary>What the evening may be about, the best first.</summary>
    public IReadOnlyList<DraftTheme> Themes { get; init; } = [];

    /// <summary>Lines that somebody keeps while the rest is worked out again.</summary>
    public IReadOnlyList<HeldLine> Held { get; init; } = [];

    /// <summary>Lines that somebody does not want, as text.</summary>
    public IReadOnlyList<string> Out { get; init; } = [];

    /// <summary>What techniques are built on; null where nobody needs to know.</summary>
    public Catalogue? Catalogue { get; init; }

    /// <summary>Games and the like that a draft may take.</summary>
    public IReadOnlyList<Activity> Activities { get; init; } = [];

    /// <summary>How a line is read.</summary>
    public Func<string, IReadOnlyList<SheetEntry>> Read { get; init; } = _ => [];

    /// <summary>How an entry is written.</summary>
    public Func<SheetEntry, string> Write { get; init; } = e => e.ToString() ?? "";

    /// <summary>The day of the session.</summary>
    public DateOnly Day { get; init; }

    /// <summary>Another seed gives another sheet, the same seed the same.</summary>
    public int Seed { get; init; } = 1;
}

/// <summary>A line that is kept where it stands.</summary>
/// <param name="Heading">The part that it stands in.</param>
/// <param name="Place">How many lines stand above it under that heading.</param>
/// <param name="Text">As a sheet writes it.</param>
/// <param name="Why">Why it is there.</param>
public sealed record HeldLine(string Heading, int Place, string Text, string Why);

/// <summary>An entry of a drafted sheet with why it is there; empty where that needs no saying.</summary>
public sealed record DraftedEntry(SheetEntry Entry, string Why)
{
    /// <summary>It stands on nearly every sheet of the class.</summary>
    public bool IsUsual { get; init; }

    /// <summary>It belongs to the theme, to what that is built on or to what is built on it.</summary>
    public bool IsOfTheme { get; init; }

    /// <summary>It is a step of the theme's climb.</summary>
    public bool IsStep { get; init; }

    /// <summary>Somebody keeps it.</summary>
    public bool IsHeld { get; init; }

    /// <summary>What could stand there instead, at most three.</summary>
    public Sequence<DraftedEntry> Instead { get; init; } = [];
}

/// <summary>A sheet that is ready to be changed by whoever teaches it.</summary>
/// <param name="Entries">In order.</param>
/// <param name="TotalSeconds">By the clock, opening and closing included.</param>
/// <param name="Parts">What the lesson was made of.</param>
public sealed record Draft(Sequence<DraftedEntry> Entries, int TotalSeconds, Sequence<LessonPart> Parts)
{
    /// <summary>What the lesson is about; null where nothing is due.</summary>
    public DraftTheme? Theme { get; init; }

    public LessonPlan Plan => new(LessonHead.Empty, Entries.Select(e => e.Entry).ToSequence());
}
