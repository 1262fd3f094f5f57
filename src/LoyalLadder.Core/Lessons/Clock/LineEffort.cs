using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>How hard a line is, 1 to 5.</summary>
public static class LineEffort
{
    /// <summary>Effort taken for words that are not in the catalogue.</summary>
    public const int Unknown = 2;

    /// <summary>The planner's word, else the hardest move of the line, one less at a walk and one more when brisk.</summary>
    public static int Of(LessonLine line)
    {
        if (line.Effort is { } written)
            return written;
        var hardest = line.Moves.Elements.Select(e => e.Technique?.Effort ?? Unknown).DefaultIfEmpty(Unknown).Max();
        return Math.Clamp(hardest + PaceStep(line.Dose, line.Moves), 1, 5);
    }

    private static int PaceStep(Dose? dose, Combination moves) =>
        moves.IsPause
            ? 0
            : FastestPace(dose) switch
            {
                Pace.Walk => -1,
                Pace.Brisk => 1,
                _ => 0,
            };

    private static Pace? FastestPace(Dose? dose) =>
        dose switch
        {
            CountedDose d => d
                .Steps.Select(s => s.Pace ?? Pace.Steady)
                .Aggregate((a, b) => a == Pace.Brisk || b == Pace.Brisk ? Pace.Brisk : (Pace)Math.Max((int)a, (int)b)),
            CircuitDose d => d.Parts.Select(FastestPace).Max(),
            TimedDose d => d.Pace,
            FloorDose d => d.Pace,
            RunsDose d => d.Pace,
            _ => null,
        };
}
