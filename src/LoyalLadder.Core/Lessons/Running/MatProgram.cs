using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Running;

/// <summary>What happens within a line on the mat.</summary>
public enum PhaseKind
{
    Move,
    Teach,
    Work,
    Change,
    Rest,
    Swap,

    /// <summary>As long as it needs.</summary>
    Open,
}

/// <summary>A stretch of a line with one thing to say.</summary>
/// <param name="Kind">Moving there, talk, work, changing sides, rest or the partners' swap.</param>
/// <param name="Seconds">Planned length; fractions stay, so that the phases of a line add up.</param>
/// <param name="Reps">Repetitions to count; 0 where time is counted.</param>
/// <param name="Side">Which side works, in words ready to show; empty where it does not matter.</param>
/// <param name="Stance">'left foot forward' and the like; empty where it does not matter.</param>
/// <param name="Note">Round, partner, pace or job, in words.</param>
/// <param name="RightLead">Moves are done with the right foot in front.</param>
public sealed record MatPhase(
    PhaseKind Kind,
    decimal Seconds,
    int Reps = 0,
    string Side = "",
    string Stance = "",
    string Note = "",
    bool RightLead = false
);

/// <summary>A line as it is run.</summary>
public sealed record MatStep
{
    /// <summary>Key of the sheet's line.</summary>
    public required Guid Id { get; init; }

    /// <summary>What to do, large.</summary>
    public required string Title { get; init; }

    /// <summary>Dose in words.</summary>
    public required string Dose { get; init; }

    public required string Segment { get; init; }

    /// <summary>Cues, cautions and what goes with the line.</summary>
    public Sequence<string> Cues { get; init; }

    public Sequence<string> Cautions { get; init; }

    /// <summary>What other groups do: 'advanced: jab, cross, front kick'.</summary>
    public Sequence<string> Groups { get; init; }

    public required int Seconds { get; init; }

    /// <summary>Left out when what was left was fitted; the mat passes over it, and it counts as not done.</summary>
    public bool IsDropped { get; init; }

    /// <summary>The line as sheet text where a fit on the mat changed it; null where it runs as the sheet has it.</summary>
    public string? Fitted { get; init; }

    /// <summary>Must, should or could.</summary>
    public required Priority Priority { get; init; }

    public required Sequence<MatPhase> Phases { get; init; }

    /// <summary>It has no time of its own: it takes as long as it needs.</summary>
    public bool IsOpen { get; init; }

    /// <summary>Repetitions are called one by one: whoever calls presses the count.</summary>
    public bool IsCalled { get; init; }

    /// <summary>What belongs beside it.</summary>
    public BesideLine Beside { get; init; } = BesideLine.Nothing;
}

/// <summary>A lesson made ready for the mat; frozen when the run starts, so that a later edit cannot move the floor under it.</summary>
public sealed record MatProgram(Sequence<MatStep> Steps, int OpeningSeconds, int ClosingSeconds)
{
    /// <summary>How often what was left has been fitted since the start.</summary>
    public int Fits { get; init; }

    /// <summary>Where a step stands; -1 for none of the program.</summary>
    public int IndexOf(Guid step)
    {
        for (var i = 0; i < Steps.Count; i++)
            if (Steps[i].Id == step)
                return i;
        return -1;
    }

    /// <summary>Seconds of what runs behind a step.</summary>
    public int SecondsBehind(int index) => Steps.Skip(index + 1).Where(s => !s.IsDropped).Sum(s => s.Seconds);

    /// <summary>The program with what comes behind a step as fitted: shorter, longer or left out.</summary>
    /// <param name="current">The step that is up; it and what stands before it stay.</param>
    /// <param name="fitted">What is left, in its new form; a step that is missing is left out.</param>
    public MatProgram With(Guid current, IReadOnlyDictionary<Guid, MatStep> fitted)
    {
        var isBehind = false;
        var steps = Steps
            .Select(s =>
            {
                var step =
                    !isBehind ? s
                    : fitted.TryGetValue(s.Id, out var other) ? other
                    : s with { IsDropped = true };
                isBehind |= s.Id == current;
                return step;
            })
            .ToSequence();
        return this with { Steps = steps, Fits = Fits + 1 };
    }

    /// <summary>Makes the program of a timed lesson.</summary>
    /// <param name="lesson">The lesson.</param>
    /// <param name="segmentNames">For each entry of the plan the heading that it stands under.</param>
    /// <param name="ids">For each entry of the plan its key.</param>
    /// <param name="beside">What belongs beside lines; null for the bare program.</param>
    public static MatProgram Of(
        ClockedLesson lesson,
        IReadOnlyList<string> segmentNames,
        IReadOnlyList<Guid> ids,
        BesideLines? beside = null
    ) =>
        new(
            lesson
                .Lines.Select(l => Whole(l, lesson.Setting, segmentNames[l.Entry], ids[l.Entry], beside))
                .ToSequence(),
            lesson.Setting.OpeningSeconds,
            lesson.Setting.ClosingSeconds
        );

    private static MatStep Whole(
        ClockedLine clocked,
        LessonSetting setting,
        string segment,
        Guid id,
        BesideLines? beside
    )
    {
        var step = Step(clocked, setting, segment, id);
        return beside is null
            ? step
            : step with
            {
                Title = beside.TitleOf(clocked.Line, step.Title),
                Cues = step.Cues.Concat(beside.NotesBy(clocked.Entry)).ToSequence(),
                Beside = beside.Of(clocked, setting.Band),
            };
    }

    private static MatStep Step(ClockedLine clocked, LessonSetting setting, string segment, Guid id)
    {
        var line = clocked.Line;
        var techniques = line
            .Moves.Elements.Select(e => e.Technique)
            .OfType<Technique>()
            .DistinctBy(t => t.Id)
            .ToList();
        return new MatStep
        {
            Id = id,
            Title = TitleOf(line),
            Dose = line.Dose is { } dose ? Sheets.SheetWriter.Amount(dose) : "as long as you need",
            Segment = segment,
            Cues = (line.Remark is { } remark ? [remark] : CuesOf(techniques).Take(2)).ToSequence(),
            Cautions = techniques.SelectMany(t => t.Cautions).Distinct().Take(2).ToSequence(),
            Groups = line.Versions.Select(v => $"{v.Group}: {v.Line.Content}{AmountOf(v.Line)}").ToSequence(),
            Seconds = clocked.Seconds,
            Priority = Priorities.Of(line, clocked.Segment),
            Phases = line.Dose is null
                ? [new MatPhase(PhaseKind.Open, 0)]
                : MatPhases.Of(clocked, setting).ToSequence(),
            IsOpen = line.Dose is null,
            IsCalled = line.Dose is CountedDose counted && counted.Steps.Any(s => s.Pace == Pace.Called),
        };
    }

    private static string TitleOf(LessonLine line)
    {
        if (line.Content.Length > 0 || line.Dose is null)
            return Sheets.SheetWriter.Words(line);
        return Sheets.SheetWriter.Write(line.Dose);
    }

    private static string AmountOf(LessonLine version) =>
        version.Dose is { } dose ? $" {Sheets.SheetWriter.Amount(dose)}" : "";

    /// <summary>A cue of each; where there are several, it says which it belongs to.</summary>
    private static IEnumerable<string> CuesOf(List<Technique> techniques) =>
        techniques
            .Where(t => t.Cues.Length > 0)
            .Select(t => techniques.Count > 1 ? $"{t.NameIn(NamingSchool.Generic)}: {t.Cues[0]}" : t.Cues[0]);
}
