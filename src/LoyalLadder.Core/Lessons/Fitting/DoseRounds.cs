namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>Rounds, sets, laps and passes: what an instructor takes one of when time is short.</summary>
public static class DoseRounds
{
    /// <summary>How many rounds a dose has; 1 where it has none to spare.</summary>
    public static int Of(Dose dose) =>
        dose switch
        {
            CountedDose d => d.Sets,
            TimedDose d => d.Rounds,
            StationsDose d => d.Laps,
            LapsDose d => d.Laps,
            FloorDose d => d.Passes,
            OwnRepsDose { Within: null } d => d.Times,
            CircuitDose { Within: null } d => d.Times,
            _ => 1,
        };

    /// <summary>'one set', '2 passes': so many of them, as the dose calls them.</summary>
    public static string Words(Dose dose, int count) =>
        dose switch
        {
            CountedDose => count == 1 ? Say("one set") : Spoken.Many(count, "set"),
            StationsDose or LapsDose => count == 1 ? Say("one lap") : Spoken.Many(count, "lap"),
            FloorDose => count == 1 ? Say("one pass") : Spoken.Many(count, "pass", "passes"),
            _ => count == 1 ? Say("one round") : Spoken.Many(count, "round"),
        };

    /// <summary>The dose with fewer rounds, at least one.</summary>
    public static Dose Less(Dose dose, int fewer)
    {
        var rounds = Math.Max(1, Of(dose) - fewer);
        return dose switch
        {
            CountedDose d => d with { Sets = rounds },
            TimedDose d => d with { Rounds = rounds },
            StationsDose d => d with { Laps = rounds },
            LapsDose => new LapsDose(rounds),
            FloorDose d => d with { Passes = rounds },
            OwnRepsDose { Within: null } d => d with { Times = rounds },
            CircuitDose { Within: null } d => d with { Times = rounds },
            _ => dose,
        };
    }
}
