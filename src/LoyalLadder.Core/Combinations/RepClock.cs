namespace LoyalLadder.Core.Combinations;

/// <summary>How long one repetition takes.</summary>
public static class RepClock
{
    /// <summary>
    /// Seconds of one repetition, not rounded: for each count the longer of the pace's least and factor times its beats, and
    /// the reset. A whole form takes its own seconds times the pace. Exercises take their own seconds times the pace,
    /// without reset. Nothing at all counts as one unknown move.
    /// </summary>
    public static decimal Seconds(Combination moves, Pace pace)
    {
        var figures = Figures(moves, pace);
        if (moves.FormSeconds is { } form)
            return (form * figures.Factor / PaceFigures.Of(Pace.Steady).Factor) + figures.Reset;
        if (moves.IsExercise)
            return moves.Counts.Sum(c => c.Beats.Sum(Own)) * figures.ExerciseFactor;
        if (moves.IsEmpty)
            return Math.Max(figures.LeastPerCount, figures.Factor * Element.UnknownSeconds) + figures.Reset;
        return moves.Counts.Sum(c => OfCount(c, figures)) + figures.Reset;
    }

    /// <summary>Seconds of one count within its combination, without the reset.</summary>
    public static decimal OfCount(Combination moves, Count count, Pace pace)
    {
        var figures = Figures(moves, pace);
        return count.Beats.All(b => b.Elements.All(e => e.Technique is { IsExercise: true }))
            ? count.Beats.Sum(Own) * figures.ExerciseFactor
            : OfCount(count, figures);
    }

    private static decimal OfCount(Count count, PaceFigures figures) =>
        Math.Max(figures.LeastPerCount, figures.Factor * count.Beats.Sum(b => b.BaseSeconds));

    private static PaceFigures Figures(Combination moves, Pace pace) =>
        PaceFigures.Of(
            pace,
            isChain: moves is { FormSeconds: null, Counts.Count: > 1 },
            hasKick: moves.Elements.Any(e => e.Technique is { IsKick: true })
        );

    /// <summary>A stretch that is counted is held for a count: a second each.</summary>
    private static decimal Own(Beat beat) =>
        beat.Elements.Max(e => e.Technique is { IsStretch: true } ? 1 : e.BaseSeconds);
}
