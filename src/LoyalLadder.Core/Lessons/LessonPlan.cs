using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons;

/// <summary>A lesson as planned: a head and entries in order. The sheet text is its other form, without loss.</summary>
public sealed record LessonPlan(LessonHead Head, Sequence<SheetEntry> Entries)
{
    public IEnumerable<LessonLine> Lines => Entries.OfType<LessonLine>();

    /// <summary>For each entry the name of the heading that it stands under; empty above the first.</summary>
    public IReadOnlyList<string> Headings()
    {
        var headings = new List<string>(Entries.Count);
        var heading = "";
        foreach (var entry in Entries)
        {
            if (entry is Segment segment)
                heading = segment.Name;
            headings.Add(heading);
        }
        return headings;
    }
}

/// <summary>What stands above the lines. Null where the sheet does not say.</summary>
public sealed record LessonHead
{
    public static LessonHead Empty { get; } = new();

    public string? Title { get; init; }
    public string? Class { get; init; }
    public int? People { get; init; }
    public int? Minutes { get; init; }
    public AgeBand? Band { get; init; }

    /// <summary>From which age to which, where years are named; the band follows from the oldest.</summary>
    public AgeRange? Ages { get; init; }
    public TimeOnly? Start { get; init; }
    public string? Focus { get; init; }
}

/// <summary>One entry of a sheet: a segment heading, a lesson line or a note.</summary>
public abstract record SheetEntry;

/// <summary>A heading: warm-up, pads, cool-down …</summary>
public sealed record Segment(string Name) : SheetEntry
{
    /// <summary>Booked for it by whoever planned the lesson; null where nobody said. What its lines need is reckoned apart.</summary>
    public int? Minutes { get; init; }

    public SegmentKind Kind => SegmentKinds.Of(Name);
}

/// <summary>Anything worth saying that takes no time.</summary>
public sealed record Note(string Text) : SheetEntry;

/// <summary>Something that is done: what, how much, with what.</summary>
public sealed record LessonLine : SheetEntry
{
    /// <summary>The words without dose, kit and priority; for stations, bag lines and circuits the jobs, divided by bars.</summary>
    public required string Content { get; init; }

    /// <summary>What the words mean.</summary>
    public required Combination Moves { get; init; }

    /// <summary>Null when none was written: the line takes no time.</summary>
    public Dose? Dose { get; init; }

    public Sequence<KitNeed> Kit { get; init; }

    /// <summary>As written; see <see cref="Priorities.Of"/> for what counts.</summary>
    public Priority? Priority { get; init; }

    /// <summary>The planner's choice; null leaves it to the default.</summary>
    public Teaching? Teach { get; init; }

    /// <summary>1 parts, 2 whole in the air, 3 moving, 4 on a target, 5 with a partner, 6 under pressure.</summary>
    public int? Stage { get; init; }

    /// <summary>1 to 5 where the planner overrides the catalogue.</summary>
    public int? Effort { get; init; }

    /// <summary>Words that go with the line: 'tap means stop'.</summary>
    public string? Remark { get; init; }

    /// <summary>What other groups do meanwhile.</summary>
    public Sequence<GroupVersion> Versions { get; init; }

    /// <summary>What is wrong with the dose, in words that say what to write instead; null when nothing is.</summary>
    public string? Problem { get; init; }

    /// <summary>Every word has a meaning and the dose is usable.</summary>
    public bool IsUnderstood => Problem is null && Moves.IsKnown && Versions.All(v => v.Line.Problem is null);

    /// <summary>The jobs of stations and bag lines and the parts of a circuit, else the whole content as one.</summary>
    public IReadOnlyList<string> Jobs =>
        Dose is StationsDose or BagLinesDose or CircuitDose
            ? Content.Split('|', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            : [Content];
}

/// <summary>The version of a line for one group; without a dose of its own it takes that of the line.</summary>
public sealed record GroupVersion(string Group, LessonLine Line)
{
    /// <summary>Who: words with one blank between them, so that they are read as they were written.</summary>
    public string Group { get; init; } = string.Join(' ', Group.Split(' ', StringSplitOptions.RemoveEmptyEntries));
}

/// <summary>Kit that a line asks for; how many only where it is written.</summary>
public readonly record struct KitNeed(string Name, int? Count);

/// <summary>How much a line matters when time is short.</summary>
public enum Priority
{
    Must,
    Should,
    Could,
}

/// <summary>How much has to be shown before the work, or exactly how long.</summary>
public enum TeachingKind
{
    None,
    Seconds,
    New,
    Refresh,
    Known,
}

/// <summary>The planner's word on teaching; <paramref name="Seconds"/> counts only for <see cref="TeachingKind.Seconds"/>.</summary>
public readonly record struct Teaching(TeachingKind Kind, int Seconds = 0)
{
    /// <summary>Longest talk that can be planned, in seconds.</summary>
    public const int Longest = 30 * 60;
}

public static class Priorities
{
    /// <summary>As written, else must for warm-up, water and cool-down and should for the rest.</summary>
    public static Priority Of(LessonLine line, SegmentKind segment) =>
        line.Priority
        ?? (
            segment is SegmentKind.WarmUp or SegmentKind.CoolDown || line.Moves.IsPause
                ? Priority.Must
                : Priority.Should
        );
}
