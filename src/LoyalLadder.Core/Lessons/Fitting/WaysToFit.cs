using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>A way to make a lesson end in time, as an instructor would say it.</summary>
public enum FitWay
{
    /// <summary>Whole lines that matter least.</summary>
    LeaveOut,

    /// <summary>A round, set, lap or pass of the longest.</summary>
    OneLess,

    /// <summary>Smaller amounts all over.</summary>
    ALittleOff,
}

/// <summary>One of the ways, worked out.</summary>
/// <param name="Way">Which.</param>
/// <param name="Fitted">The lesson that way; null where this way alone does not end in time.</param>
public sealed record WayToFit(FitWay Way, Fitted? Fitted)
{
    /// <summary>The lines that it changes.</summary>
    public IEnumerable<FittedLine> Changed => Fitted?.Lines.Where(l => l.IsChanged) ?? [];

    /// <summary>Seconds by which the lesson ends sooner that way, where its lines last as long as planned.</summary>
    public int SecondsSaved => Fitted?.Lines.Sum(l => l.SecondsBefore - l.SecondsAfter) ?? 0;
}

/// <summary>The seconds that lines are taken to last: as the clock adds them up, or as long as such lines are likely to take.</summary>
public delegate double TakenFor(IEnumerable<ClockedLine> lines);

/// <summary>
/// The three ways in which a lesson is offered to end in time. Each is the best of all choices of its kind: the least valuable
/// lines are left out; the fewest rounds are taken off, and of the longest lines; the least is lost on amounts that people teach.
/// None touches warm-up, water or cool-down.
/// </summary>
public static class WaysToFit
{
    /// <summary>As the clock adds them up.</summary>
    public static TakenFor PlainSum { get; } = lines => lines.Sum(l => l.Seconds);

    /// <summary>All three for a whole lesson.</summary>
    public static IReadOnlyList<WayToFit> Of(LessonPlan plan, LessonSetting setting, TakenFor taken) =>
        Of(plan, setting, LessonFit.Rest.Whole(setting), taken);

    /// <summary>All three for what is left of a lesson.</summary>
    public static IReadOnlyList<WayToFit> Of(
        LessonPlan plan,
        LessonSetting setting,
        LessonFit.Rest rest,
        TakenFor taken
    ) => [.. Enum.GetValues<FitWay>().Select(way => Of(way, plan, setting, rest, taken))];

    /// <summary>One of them for what is left of a lesson.</summary>
    public static WayToFit Of(FitWay way, LessonPlan plan, LessonSetting setting, LessonFit.Rest rest, TakenFor taken)
    {
        var rule = RuleOf(way);
        var planned = Left(plan, setting, rest);
        // where such lines are quicker than planned, more than the booked seconds may be planned
        var seconds = rest.Seconds + Math.Max(0, (int)(planned.Sum(l => l.Seconds) - taken(planned)));
        while (LessonFit.Of(plan, setting, rest with { Seconds = seconds }, rule).Fitted is { } fitted)
        {
            var left = Left(fitted.Plan, setting, rest);
            var over = taken(left) - rest.Seconds;
            if (over <= 0)
                return new WayToFit(way, fitted);
            // from above in small steps, so that no more is taken off than has to be
            seconds = left.Sum(l => l.Seconds) - Math.Max(1, (int)(over * 0.7));
            if (seconds < 0)
                break;
        }
        return new WayToFit(way, null);
    }

    private static List<ClockedLine> Left(LessonPlan plan, LessonSetting setting, LessonFit.Rest rest) =>
        [.. LessonClock.Time(plan, setting).Lines.Where(l => l.Entry >= rest.FromEntry)];

    private static FitRule RuleOf(FitWay way) =>
        way switch
        {
            FitWay.LeaveOut => new LeaveOutRule(),
            FitWay.OneLess => new OneLessRule(),
            _ => new ALittleOffRule(),
        };

    /// <summary>Warm-up and cool-down keep bodies whole, and nobody saves on water.</summary>
    private static bool IsKept(LessonLine line, SegmentKind segment) =>
        line.Moves.IsPause || segment is SegmentKind.WarmUp or SegmentKind.CoolDown;

    private sealed class LeaveOutRule : FitRule
    {
        public override bool MayDrop(LessonLine line, Priority priority, SegmentKind segment) =>
            priority != Priority.Must && !IsKept(line, segment);

        public override IEnumerable<(LessonLine Line, long Value)> Forms(
            LessonLine line,
            Dose dose,
            Priority priority,
            SegmentKind segment,
            int seconds
        ) => [(line, Worth(priority, seconds, 1))];
    }

    private sealed class OneLessRule : FitRule
    {
        /// <summary>More than all seconds of a lesson: one round fewer always counts for more than any choice of lines.</summary>
        private const long OfARound = 1_000_000_000;

        public override bool MayDrop(LessonLine line, Priority priority, SegmentKind segment) => false;

        public override IEnumerable<(LessonLine Line, long Value)> Forms(
            LessonLine line,
            Dose dose,
            Priority priority,
            SegmentKind segment,
            int seconds
        )
        {
            yield return (line, 0);
            if (IsKept(line, segment))
                yield break;
            var rounds = DoseRounds.Of(dose);
            var least = LessonFit.Bounds(priority).Least;
            for (var fewer = 1; rounds - fewer >= 1 && rounds - fewer >= rounds * least; fewer++)
            {
                var taken = fewer;
                yield return (
                    With(line, DoseRounds.Less(dose, taken), own => DoseRounds.Less(own, taken)),
                    seconds - (OfARound * taken)
                );
            }
        }
    }

    private sealed class ALittleOffRule : FitRule
    {
        public override bool MayDrop(LessonLine line, Priority priority, SegmentKind segment) => false;

        public override IEnumerable<(LessonLine Line, long Value)> Forms(
            LessonLine line,
            Dose dose,
            Priority priority,
            SegmentKind segment,
            int seconds
        )
        {
            if (IsKept(line, segment))
                return [(line, Worth(priority, seconds, 1))];
            return DoseScale
                .Between(dose, LessonFit.Bounds(priority).Least, 1)
                .Where(d => d == dose || TaughtAmounts.Has(d))
                .Select(d =>
                {
                    var share = Share(dose, d);
                    return (
                        share == 1 ? line : With(line, d, own => TaughtAmounts.Nearest(own, share)),
                        Worth(priority, seconds, (double)share)
                    );
                });
        }
    }
}
