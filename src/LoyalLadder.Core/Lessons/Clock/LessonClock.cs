namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>A line with its seconds.</summary>
/// <param name="Entry">Index of the line among the entries of the plan.</param>
/// <param name="Line">The line.</param>
/// <param name="Segment">The kind of segment it stands in.</param>
/// <param name="StartsAt">Seconds from the booked start to the moment the class begins to get there.</param>
/// <param name="Transition">Seconds of moving, pairing up and fetching kit.</param>
/// <param name="Teach">Seconds of showing and telling.</param>
/// <param name="Work">Seconds of doing, as long as the longest group version.</param>
/// <param name="Effort">1 to 5.</param>
/// <param name="Arrangement">How the class stands, with what in hand.</param>
/// <param name="Needed">How much has to be shown by what the group knows by then, whatever the planner wrote.</param>
/// <param name="Groups">For a line with versions, each group's own work, the line itself first; else empty.</param>
public sealed record ClockedLine(
    int Entry,
    LessonLine Line,
    SegmentKind Segment,
    int StartsAt,
    int Transition,
    int Teach,
    int Work,
    int Effort,
    Arrangement Arrangement,
    TeachingKind Needed,
    Sequence<GroupWork> Groups
)
{
    /// <summary>It stands otherwise than in the line before.</summary>
    public bool IsRegrouped { get; init; }

    /// <summary>Kit that is in hand here and was not in the line before.</summary>
    public Sequence<KitNeed> Fetched { get; init; }

    /// <summary>Its repetitions take what whoever teaches tapped, not the starting values.</summary>
    public bool IsTapped { get; init; }

    public Formation Formation => Arrangement.Formation;

    public int Seconds => Transition + Teach + Work;

    public int EndsAt => StartsAt + Seconds;
}

/// <summary>What one group works on a line, and how long it stands idle until the longest is done.</summary>
public readonly record struct GroupWork(string Group, int Work, int Idle, int Effort);

/// <summary>A lesson with its times, in whole seconds.</summary>
public sealed record ClockedLesson(Sequence<ClockedLine> Lines, LessonSetting Setting, int TotalSeconds)
{
    /// <summary>What was timed.</summary>
    public required LessonPlan Plan { get; init; }

    public int BookedSeconds => Setting.Minutes * 60;

    /// <summary>Over the booked time; negative when there is time left.</summary>
    public int OverSeconds => TotalSeconds - BookedSeconds;

    public TimeOnly TimeAt(int seconds) => Setting.Start.Add(TimeSpan.FromSeconds(seconds));
}

/// <summary>
/// Times a lesson: opening, for each line with a dose setting up, teaching and work, closing. Lines without a dose take no time.
/// </summary>
public static class LessonClock
{
    public static ClockedLesson Time(LessonPlan plan, LessonSetting setting)
    {
        var lines = new List<ClockedLine>();
        var arrangement = Arrangement.Lines;
        var known = new RunningKnowledge(setting.Group);
        var segment = SegmentKind.Other;
        var at = setting.OpeningSeconds;
        for (var i = 0; i < plan.Entries.Count; i++)
        {
            if (plan.Entries[i] is Segment heading)
                segment = heading.Kind;
            if (plan.Entries[i] is not LessonLine line)
                continue;
            var clocked = Clocked(i, line, segment, at, arrangement, known, setting);
            lines.Add(clocked);
            at = clocked.EndsAt;
            if (line.Dose is null || line.Moves.IsPause)
                continue;
            arrangement = clocked.Arrangement;
            known.Teach(line.Moves);
        }
        return new ClockedLesson(lines.ToSequence(), setting, at + setting.ClosingSeconds) { Plan = plan };
    }

    /// <summary>Work of a line, as long as the longest group version; 0 without a dose.</summary>
    public static int WorkSeconds(LessonLine line, LessonSetting setting) =>
        line.Dose is not { } dose ? 0
        : Groups(line, dose, setting) is { IsEmpty: false } groups ? groups.Max(g => g.Work)
        : WorkClock.Seconds(dose, line.Moves, setting);

    private static ClockedLine Clocked(
        int entry,
        LessonLine line,
        SegmentKind segment,
        int at,
        Arrangement from,
        RunningKnowledge known,
        LessonSetting setting
    )
    {
        var effort = LineEffort.Of(line);
        if (line.Dose is not { } dose)
            return new ClockedLine(entry, line, segment, at, 0, 0, 0, effort, from, TeachingKind.None, []);
        // nobody puts the pads away to drink: a pause keeps formation and kit as they are
        var arrangement = line.Moves.IsPause ? from : Transition.Of(line, segment);
        var groups = Groups(line, dose, setting);
        return new ClockedLine(
            entry,
            line,
            segment,
            at,
            line.Moves.IsPause ? Transition.ToDrink(from, setting) : Transition.Seconds(from, arrangement, setting),
            TeachingClock.Seconds(line, known),
            groups.IsEmpty ? WorkClock.Seconds(dose, line.Moves, setting) : groups.Max(g => g.Work),
            effort,
            arrangement,
            TeachingClock.Needed(line, known),
            groups
        )
        {
            IsRegrouped = arrangement.Formation != from.Formation,
            Fetched = Transition.Fetched(from, arrangement).ToSequence(),
            IsTapped =
                dose is CountedDose counted && counted.Steps.Any(s => setting.TappedOf(line.Moves, s.Pace) is not null),
        };
    }

    private static Sequence<GroupWork> Groups(LessonLine line, Dose dose, LessonSetting setting)
    {
        if (line.Versions.IsEmpty)
            return [];
        var works = line
            .Versions.Select(v =>
                (
                    v.Group,
                    Work: WorkClock.Seconds(
                        v.Line.Dose ?? dose,
                        v.Line.Moves.IsEmpty ? line.Moves : v.Line.Moves,
                        setting
                    ),
                    Effort: LineEffort.Of(v.Line)
                )
            )
            .Prepend(("all others", WorkClock.Seconds(dose, line.Moves, setting), LineEffort.Of(line)))
            .ToList();
        var longest = works.Max(w => w.Item2);
        return works.Select(w => new GroupWork(w.Item1, w.Item2, longest - w.Item2, w.Item3)).ToSequence();
    }
}
