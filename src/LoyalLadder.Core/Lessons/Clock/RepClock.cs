using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>How long one repetition takes, and how far it travels.</summary>
public static class RepClock
{
    /// <summary>
    /// Seconds of one repetition, not rounded: for each count the longer of the pace's least and factor times its beats, and
    /// the reset. Exercises take their own seconds times the pace, without reset. Nothing at all counts as one unknown move.
    /// </summary>
    public static decimal Seconds(Combination moves, Pace pace)
    {
        var figures = PaceFigures.Of(pace);
        if (moves.IsExercise) return moves.Counts.Sum(c => c.Beats.Sum(b => b.BaseSeconds)) * figures.ExerciseFactor;
        if (moves.IsEmpty) return Math.Max(figures.LeastPerCount, figures.Factor * Element.UnknownSeconds) + figures.Reset;
        return moves.Counts.Sum(c => Math.Max(figures.LeastPerCount, figures.Factor * c.Beats.Sum(b => b.BaseSeconds))) + figures.Reset;
    }

    /// <summary>
    /// Metres that a repetition moves down the floor: the length of a fighting stance (0.4 of the stature) for a rear leg set
    /// down in front, half of it for a lead leg or a step.
    /// </summary>
    public static decimal DriftMetres(Combination moves, AgeBand band)
    {
        var stance = 0.40m * AgeBands.StatureMetres(band);
        return moves.Elements.Sum(Travel);

        decimal Travel(Element element) => (element.FootGoes, element.Technique?.Id) switch
        {
            (Landing.Forward, _) => element.Side == Side.Lead ? stance / 2 : stance,
            (Landing.Back, _) => -stance,
            (_, "step-in" or "slide-in") => stance / 2,
            (_, "step-back" or "slide-back") => -stance / 2,
            _ => 0,
        };
    }
}
