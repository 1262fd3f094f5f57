namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>Amounts that instructors say aloud: round repetitions, whole quarter minutes, sides even.</summary>
public static class TaughtAmounts
{
    /// <summary>Seconds between two times that are taught.</summary>
    private const int QuarterMinute = 15;

    private static readonly HashSet<int> Reps = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 60, 80, 100];

    /// <summary>True where somebody would say this dose as it is.</summary>
    public static bool Has(Dose dose) =>
        dose switch
        {
            CountedDose d => d.Steps.All(s => Reps.Contains(s.Reps))
                && (!d.Alternating || d.Steps.Sum(s => s.Reps) % 2 == 0),
            RunsDose d => Reps.Contains(d.Reps),
            HoldsDose d => d.Holds.All(h => h % 5 == 0),
            FloorDose or LapsDose or OwnRepsDose { Within: null } or CircuitDose { Within: null } => true,
            _ => DoseScale.Amount(dose) % QuarterMinute == 0,
        };

    /// <summary>The taught dose nearest to a share of one; the dose itself where there is none.</summary>
    public static Dose Nearest(Dose planned, decimal share)
    {
        var wanted = DoseScale.Amount(planned) * share;
        return DoseScale
            .Between(planned, share / 2, 1)
            .Where(d => d == planned || Has(d))
            .MinBy(d => Math.Abs(DoseScale.Amount(d) - wanted))!;
    }
}
