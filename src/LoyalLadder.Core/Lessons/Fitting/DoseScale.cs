namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>The amounts of a dose that a fit may choose: repetitions and passes whole, times in steps of five seconds.</summary>
public static class DoseScale
{
    /// <summary>Seconds between two choices of a time.</summary>
    private const int TimeStep = 5;

    /// <summary>How much a dose is, in its own unit: repetitions of all steps, passes, or seconds.</summary>
    public static int Amount(Dose dose) =>
        dose switch
        {
            CountedDose d => d.Steps.Sum(s => s.Reps),
            TimedDose d => d.Seconds,
            HoldsDose d => d.Holds.Sum(),
            OwnRepsDose d => d.Within ?? d.Times,
            CircuitDose d => d.Within ?? d.Times,
            StationsDose d => d.Seconds,
            BagLinesDose d => d.Seconds,
            FloorDose d => d.Passes,
            RunsDose d => d.Reps,
            LapsDose d => d.Laps,
            _ => throw new ArgumentException("A form of dose is expected.", nameof(dose)),
        };

    /// <summary>
    /// The doses from a least to a most share of what was planned, the planned one always among them, smallest first. Where no
    /// whole amount lies between the two, the planned one is the only choice.
    /// </summary>
    public static IEnumerable<Dose> Between(Dose planned, decimal least, decimal most)
    {
        var amount = Amount(planned);
        if (planned is CountedDose counted)
        {
            // a ramp grows and shrinks as a whole: every step by as much
            var by = counted.Steps.Count;
            for (
                var delta = -counted.Steps.Min(s => s.Reps) + 1;
                counted.Steps.Max(s => s.Reps) + delta <= Dose.MostReps;
                delta++
            )
            {
                var total = amount + (delta * by);
                if (total > amount * most)
                    yield break;
                if (delta == 0 || total >= amount * least)
                    yield return counted with
                    {
                        Steps = counted.Steps.Select(s => s with { Reps = s.Reps + delta }).ToSequence(),
                    };
            }
            yield break;
        }
        var step = planned is RunsDose || IsInRounds(planned) ? 1 : TimeStep;
        var first = Math.Max(step, (int)Math.Ceiling(amount * least / step) * step);
        var isPlannedGiven = false;
        for (var n = first; n <= amount * most && n <= Most(planned); n += step)
        {
            if (!isPlannedGiven && n > amount)
                yield return planned;
            isPlannedGiven |= n >= amount;
            yield return With(planned, n);
        }
        if (!isPlannedGiven)
            yield return planned;
    }

    /// <summary>A dose of the same form with as near to a share of its amount as it can have, at least the least that there is.</summary>
    public static Dose Nearest(Dose planned, decimal share)
    {
        if (share == 1)
            return planned;
        var wanted = Amount(planned) * share;
        return Between(planned, Math.Min(share, 1) / 2, Math.Max(share, 1) * 2)
            .MinBy(d => Math.Abs(Amount(d) - wanted))!;
    }

    /// <summary>The dose of the same form that takes as near to some seconds as it can; the planned one where nothing is nearer.</summary>
    /// <param name="planned">The dose as it is.</param>
    /// <param name="seconds">What it should take.</param>
    /// <param name="length">What a dose takes; more of it never takes less.</param>
    public static Dose NearestTo(Dose planned, int seconds, Func<Dose, int> length)
    {
        var now = Math.Max(1, length(planned));
        var most = Math.Clamp(2m * seconds / now, 2, 60);
        return Between(planned, 0, most).Append(planned).MinBy(d => Math.Abs(length(d) - seconds))!;
    }

    /// <summary>Passes, laps and times through are whole.</summary>
    private static bool IsInRounds(Dose dose) =>
        dose is FloorDose or LapsDose or OwnRepsDose { Within: null } or CircuitDose { Within: null };

    private static int Most(Dose dose) =>
        dose switch
        {
            _ when IsInRounds(dose) => Dose.MostRounds,
            RunsDose => Dose.MostReps,
            _ => Dose.LongestSeconds,
        };

    /// <summary>Every hold by as much, in whole seconds; what rounding leaves goes to the last.</summary>
    private static HoldsDose Held(HoldsDose dose, int amount)
    {
        var all = dose.Holds.Sum();
        var holds = dose.Holds.Select(h => Math.Max(1, h * amount / all)).ToList();
        holds[^1] = Math.Max(1, holds[^1] + amount - holds.Sum());
        return dose with { Holds = holds.ToSequence() };
    }

    private static Dose With(Dose dose, int amount) =>
        dose switch
        {
            TimedDose d => d with { Seconds = amount },
            HoldsDose d => Held(d, amount),
            OwnRepsDose { Within: null } d => d with { Times = amount },
            OwnRepsDose d => d with { Within = amount },
            CircuitDose { Within: null } d => d with { Times = amount },
            CircuitDose d => d with { Within = amount },
            StationsDose d => d with { Seconds = amount },
            BagLinesDose d => d with { Seconds = amount },
            FloorDose d => d with { Passes = amount },
            RunsDose d => d with { Reps = amount },
            LapsDose => new LapsDose(amount),
            _ => dose,
        };
}
