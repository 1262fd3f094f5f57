namespace LoyalLadder.Core.Lessons;

/// <summary>A little less or more of a dose: whole repetitions, times in steps that fit their size.</summary>
public static class DoseStep
{
    /// <summary>The dose one step up or down, never below the least there is.</summary>
    /// <param name="dose">The dose as it is.</param>
    /// <param name="direction">1 for more, -1 for less.</param>
    public static Dose Of(Dose dose, int direction) =>
        dose switch
        {
            CountedDose d => d with
            {
                Steps = d
                    .Steps.Select(s => s with { Reps = Math.Clamp(s.Reps + direction, 1, Dose.MostReps) })
                    .ToSequence(),
            },
            HoldsDose d => d with { Holds = d.Holds.Select(h => Timed(h, direction)).ToSequence() },
            OwnRepsDose { Within: { } within } d => d with { Within = Timed(within, direction) },
            OwnRepsDose d => d with { Times = Math.Clamp(d.Times + direction, 1, Dose.MostRounds) },
            CircuitDose { Within: { } within } d => d with { Within = Timed(within, direction) },
            CircuitDose d => d with { Times = Math.Clamp(d.Times + direction, 1, Dose.MostRounds) },
            TimedDose d => d with { Seconds = Timed(d.Seconds, direction) },
            StationsDose d => d with { Seconds = Timed(d.Seconds, direction) },
            BagLinesDose d => d with { Seconds = Timed(d.Seconds, direction) },
            FloorDose d => d with { Passes = Math.Clamp(d.Passes + direction, 1, Dose.MostRounds) },
            LapsDose d => new LapsDose(Math.Clamp(d.Laps + direction, 1, Dose.MostRounds)),
            RunsDose d => d with { Reps = Math.Clamp(d.Reps + direction, 1, Dose.MostReps) },
            _ => dose,
        };

    /// <summary>5 s up to a minute, 15 s up to three, 30 s from then on; always on a multiple of the step.</summary>
    private static int Timed(int seconds, int direction)
    {
        var step = (direction > 0 ? seconds : seconds - 1) switch
        {
            < 60 => 5,
            < 180 => 15,
            _ => 30,
        };
        var next = direction > 0 ? ((seconds / step) + 1) * step : (((seconds + step - 1) / step) - 1) * step;
        return Math.Clamp(next, 5, Dose.LongestSeconds);
    }
}
