using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>A dose that a line may get.</summary>
/// <param name="Line">The line with it.</param>
/// <param name="Seconds">Of teaching and work.</param>
/// <param name="Value">Worth, in thousandths of a weighted second.</param>
internal sealed record FitOption(LessonLine Line, int Seconds, long Value);

/// <summary>A line to be fitted.</summary>
/// <param name="Entry">Index among the entries.</param>
/// <param name="Line">As planned.</param>
/// <param name="Arrangement">How the class stands for it.</param>
/// <param name="Options">Choices of its dose.</param>
/// <param name="MayDrop">It may be left out.</param>
internal sealed record FitLine(
    int Entry,
    LessonLine Line,
    Arrangement Arrangement,
    IReadOnlyList<FitOption> Options,
    bool MayDrop
)
{
    public bool IsPause => Line.Moves.IsPause;
}

/// <summary>The lines of a lesson that are to be fitted, with their choices.</summary>
internal sealed class FitLines
{
    /// <summary>
    /// Most lines whose keeping is decided beforehand; each doubles the search. What any further one teaches is charged again to
    /// the later lines, so that the lesson still ends in time.
    /// </summary>
    private const int MostDeciding = 4;

    private readonly GroupKnowledge? _group;

    /// <summary>Lines that are done before the fitted part begins.</summary>
    private readonly List<LessonLine> _done = [];

    private FitLines(GroupKnowledge? group) => _group = group;

    /// <summary>All lines with a dose, teaching not yet counted in.</summary>
    public List<FitLine> All { get; } = [];

    /// <summary>Indexes of lines that may be left out and teach what a later line needs.</summary>
    public IReadOnlyList<int> Deciding { get; private set; } = [];

    public static FitLines Of(LessonPlan plan, LessonSetting setting, int from, FitRule rule)
    {
        var lines = new FitLines(setting.Group);
        var segment = SegmentKind.Other;
        for (var i = 0; i < plan.Entries.Count; i++)
        {
            if (plan.Entries[i] is Segment heading)
                segment = heading.Kind;
            if (plan.Entries[i] is not LessonLine { Dose: { } dose } line)
                continue;
            if (i < from)
                lines._done.Add(line);
            else
                lines.All.Add(Choices(i, line, dose, segment, setting, rule));
        }
        lines.Deciding = lines.Teachers().Take(MostDeciding).ToList();
        return lines;
    }

    private static FitLine Choices(
        int entry,
        LessonLine line,
        Dose dose,
        SegmentKind segment,
        LessonSetting setting,
        FitRule rule
    )
    {
        var priority = Priorities.Of(line, segment);
        var options = rule.Forms(line, dose, priority, segment, LessonClock.WorkSeconds(line, setting))
            .Select(f => new FitOption(f.Line, LessonClock.WorkSeconds(f.Line, setting), f.Value))
            .ToList();
        return new FitLine(entry, line, Transition.Of(line, segment), options, rule.MayDrop(line, priority, segment));
    }

    /// <summary>Lines that may be left out and are the first to teach something that a later line is charged for.</summary>
    private IEnumerable<int> Teachers()
    {
        if (_group is not { } group)
            yield break;
        var certain = new HashSet<string>(_done.SelectMany(l => RunningKnowledge.TaughtBy(l.Moves, group)));
        for (var i = 0; i < All.Count; i++)
        {
            if (All[i].IsPause)
                continue;
            var teaches = RunningKnowledge.TaughtBy(All[i].Line.Moves, group);
            if (!All[i].MayDrop)
                certain.UnionWith(teaches);
            else if (All.Skip(i + 1).Any(later => IsCharged(later.Line, teaches, certain, group)))
                yield return i;
        }
    }

    private static bool IsCharged(
        LessonLine later,
        IReadOnlySet<string> taught,
        HashSet<string> certain,
        GroupKnowledge group
    ) =>
        later.Teach is null
        && Learnables
            .TopLevelLearnables(later.Moves)
            .Any(w => taught.Contains(w) && !certain.Contains(w) && group.Of(w) != Novelty.Known);

    /// <summary>The lines with their teaching, where some of those that decide are kept for certain and the others left out.</summary>
    /// <param name="isKept">For the number of a deciding line.</param>
    public IReadOnlyList<FitLine> Keeping(Func<int, bool> isKept)
    {
        var known = new RunningKnowledge(_group);
        foreach (var done in _done)
            known.Teach(done.Moves);
        var lines = new List<FitLine>(All.Count);
        for (var i = 0; i < All.Count; i++)
        {
            var decides = Deciding.ToList().IndexOf(i);
            if (decides >= 0 && !isKept(decides))
                continue;
            var line = All[i] with { MayDrop = All[i].MayDrop && decides < 0 };
            var teach = TeachingClock.Seconds(line.Line, known);
            lines.Add(line with { Options = [.. line.Options.Select(o => o with { Seconds = o.Seconds + teach })] });
            if (!line.MayDrop && !line.IsPause)
                known.Teach(line.Line.Moves);
        }
        return lines;
    }
}
