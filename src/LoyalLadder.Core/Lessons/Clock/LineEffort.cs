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

    private static int PaceStep(Dose? dose, Combination moves) => moves.IsPause ? 0 : StepOf(dose);

    /// <summary>What the hardest part of a dose adds: its parts are weighed one by one, never by the order of their paces.</summary>
    private static int StepOf(Dose? dose) =>
        dose switch
        {
            CountedDose d => d.Steps.Max(s => StepOf(s.Pace)),
            CircuitDose d => d.Parts.Max(StepOf),
            TimedDose d => StepOf(d.Pace),
            FloorDose d => StepOf(d.Pace),
            RunsDose d => StepOf(d.Pace),
            _ => 0,
        };

    private static int StepOf(Pace? pace) =>
        pace switch
        {
            Pace.Walk or Pace.Slow => -1,
            Pace.Brisk => 1,
            _ => 0,
        };
}
