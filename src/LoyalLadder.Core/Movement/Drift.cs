using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>How far a repetition travels, for whoever needs no more of a trace.</summary>
public static class Drift
{
    private static readonly Tracer Feet = new(Catalogue.Empty);

    /// <summary>Metres of one repetition toward the partner, to the millimetre; negative when it goes back.</summary>
    public static decimal Metres(Combination moves, AgeBand band) =>
        moves.IsEmpty || moves.IsExercise ? 0 : Math.Round((decimal)Feet.Trace(moves, Lead.Left, band).DriftMetres, 3);
}
