namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>What a fit may do to a line, and what that is worth.</summary>
internal abstract class FitRule
{
    /// <summary>Every dose within the bounds of its line's priority, lines that could be done left out at need.</summary>
    public static FitRule LineByLine { get; } = new AnyDose();

    /// <summary>True where the line may be left out.</summary>
    public abstract bool MayDrop(LessonLine line, Priority priority, SegmentKind segment);

    /// <summary>The doses that the line may get, the planned one always among them, each with its worth.</summary>
    /// <param name="line">The line.</param>
    /// <param name="dose">Its dose.</param>
    /// <param name="priority">How much it matters.</param>
    /// <param name="segment">Where it stands.</param>
    /// <param name="seconds">What its work takes as planned.</param>
    public abstract IEnumerable<(LessonLine Line, long Value)> Forms(
        LessonLine line,
        Dose dose,
        Priority priority,
        SegmentKind segment,
        int seconds
    );

    /// <summary>What some of a line is worth, in thousandths of a weighted second.</summary>
    /// <param name="priority">How much the line matters.</param>
    /// <param name="seconds">What its work takes as planned.</param>
    /// <param name="share">The share of the planned dose that is done.</param>
    protected static long Worth(Priority priority, int seconds, double share) =>
        (long)Math.Round(1000 * LessonFit.Weight(priority) * seconds * LessonFit.Use(share));

    protected static decimal Share(Dose planned, Dose chosen) =>
        (decimal)DoseScale.Amount(chosen) / DoseScale.Amount(planned);

    /// <summary>A line with a dose; what other groups do meanwhile is changed alike.</summary>
    protected static LessonLine With(LessonLine line, Dose dose, Func<Dose, Dose> ofOthers) =>
        line with
        {
            Dose = dose,
            Versions = line.Versions.IsEmpty
                ? line.Versions
                : line
                    .Versions.Select(v =>
                        v.Line.Dose is { } own ? v with { Line = v.Line with { Dose = ofOthers(own) } } : v
                    )
                    .ToSequence(),
        };

    private sealed class AnyDose : FitRule
    {
        public override bool MayDrop(LessonLine line, Priority priority, SegmentKind segment) =>
            priority == Priority.Could;

        public override IEnumerable<(LessonLine Line, long Value)> Forms(
            LessonLine line,
            Dose dose,
            Priority priority,
            SegmentKind segment,
            int seconds
        )
        {
            var (least, most) = LessonFit.Bounds(priority);
            return DoseScale
                .Between(dose, least, most)
                .Select(d =>
                {
                    var share = Share(dose, d);
                    return (
                        With(line, d, own => DoseScale.Nearest(own, share)),
                        Worth(priority, seconds, (double)share)
                    );
                });
        }
    }
}
