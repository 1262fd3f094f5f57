using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

internal sealed partial class DoseParts
{
    /// <summary>Reps that were said for one side only, or for the two in unequal number.</summary>
    public IReadOnlyList<(Side Side, decimal Amount, bool IsTime)> OneSided => IsEven ? [] : _sided;

    private bool IsEven =>
        _sided is [var first, var second]
        && first.Side != second.Side
        && first.Amount == second.Amount
        && first.IsTime == second.IsTime;

    /// <summary>The same parts for one of the sides.</summary>
    public DoseParts OfSide((Side Side, decimal Amount, bool IsTime) side)
    {
        var parts = new DoseParts();
        parts.Share(this);
        if (side.IsTime)
            parts.TimeOf(side.Amount);
        else
            parts.Reps(side.Amount);
        if (_pace is { } pace)
            parts.PaceOf(pace);
        return parts;
    }

    /// <summary>Sides that came out even are a dose for each side.</summary>
    private void Even()
    {
        if (!IsEven)
            return;
        PerSide = true;
        if (_sided[0].IsTime)
            _times.Add(_sided[0].Amount);
        else
            _steps.Add(new RepStep(Whole(_sided[0].Amount, 1, Dose.MostReps, "repetitions"), _pace));
        _sided.Clear();
    }

    /// <summary>
    /// The dose, or null when no amount was said; what is absurd becomes a problem.
    /// </summary>
    /// <param name="moves">What is done: 'each' means once of exercises; rounds without a unit are minutes.</param>
    /// <param name="jobs">How many jobs the content lists, for stations and bag lines that do not say.</param>
    public Dose? ToDose(Combination moves, int jobs)
    {
        Even();
        Total();
        Minutes(moves);
        if (_times.Count > 0 && _steps.Count > 0 && !IsStations && !IsBagLines && OwnReps.Count == 0 && !IsOver)
            IsDoubtful = true;
        var dose = OverTheBags(jobs) ?? OverTheFloor() ?? InTime() ?? Counted(moves);
        // '3 rounds' of nobody knows how long
        IsDoubtful |= dose is null && (_sets ?? _rounds ?? Rest ?? Laps ?? Change) is not null;
        return dose;
    }

    /// <summary>Works out whether the dose of some moves is in doubt.</summary>
    public bool IsInDoubt(Combination moves)
    {
        _ = ToDose(moves, 1);
        return IsDoubtful && Problems.Count == 0;
    }

    /// <summary>'20 (10 each leg)' says one thing twice; two counts that nothing joins are in doubt.</summary>
    private void Total()
    {
        if (_steps.Count != 2 || _isRamp || _steps[0].Reps == _steps[1].Reps || _steps.Exists(s => s.Pace is not null))
            return;
        if (_steps is [var all, var each] && PerSide && all.Reps == 2 * each.Reps)
            _steps.RemoveAt(0);
        else
            IsDoubtful = true;
    }

    /// <summary>'pads 3 x 2' are rounds of two minutes.</summary>
    private void Minutes(Combination moves)
    {
        // nobody stretches or spars five times over: five minutes, most likely, but who knows
        IsDoubtful |=
            _sets is null
            && _steps is [{ Pace: null }]
            && !PerSide
            && moves.Elements.Any()
            && moves.Elements.All(e =>
                e.Technique is { IsTimedRound: true } or { Id: "stretching" or "general-warm-up" or "jog" }
            );
        if (_sets is not { } rounds || _steps is not [{ Pace: null } each] || PerSide || each.Reps > 5)
            return;
        if (!moves.Elements.Any() || !moves.Elements.All(e => e.Technique is { IsTimedRound: true }))
            return;
        (_rounds, _sets) = (rounds, null);
        _times.Add(each.Reps * 60);
        _steps.Clear();
    }

    private Dose? OverTheBags(int jobs)
    {
        var isCircuit = IsStations && (jobs > 1 || Stations is not null);
        if (isCircuit && Time is { } at)
            return new StationsDose(
                Whole(Stations ?? jobs, 1, Dose.MostRounds, "stations"),
                Seconds(at),
                Between(Change ?? Rest ?? Dose.DefaultChange),
                Whole(Laps ?? _rounds ?? 1, 1, Dose.MostRounds, "laps")
            );
        if (IsBagLines && Time is { } turn)
            return new BagLinesDose(
                Whole(Jobs ?? jobs, 1, Dose.MostRounds, "jobs"),
                Seconds(turn),
                Between(Change ?? Rest ?? Dose.DefaultChange)
            );
        return null;
    }

    private Dose? OverTheFloor()
    {
        if (_passes is { } passes)
            return new FloorDose(Whole(passes, 1, Dose.MostRounds, "passes"), _pace);
        if ((_laps ?? Laps) is { } laps && OwnReps.Count == 0 && _steps.Count == 0 && _times.Count == 0 && !IsStations)
            return new LapsDose(Whole(laps, 1, Dose.MostRounds, "laps"));
        if (IsRuns && _steps.Count > 0)
            return new RunsDose(_steps[0].Reps, _steps[0].Pace ?? _pace);
        return null;
    }

    private SoloDose? InTime()
    {
        if (OwnReps.Count > 0)
            return Shared(
                new OwnRepsDose(OwnReps.Select(r => Whole(r, 1, Dose.MostReps, "repetitions")).ToSequence())
                {
                    Times = Whole(Over ?? 1, 1, Dose.MostRounds, "times"),
                    Within = Time is { } within ? Seconds(within) : null,
                }
            );
        if (_times.Count > 1 && _rounds is null)
            return Shared(new HoldsDose(_times.Select(Seconds).ToSequence()));
        if (Time is not { } time)
            return null;
        // '30s each' is for each exercise, not for each side
        return Shared(
            new TimedDose(Seconds(time))
            {
                Rounds = Whole(_rounds ?? _sets ?? 1, 1, Dose.MostRounds, "rounds"),
                Pace = IsDoubtful ? null : _pace,
            }
        );
    }

    private SoloDose? Counted(Combination moves)
    {
        if (_steps.Count == 0)
            return null;
        PerSide |= BothWays || Each && !IsPairs && !Threes && !moves.IsExercise;
        return Shared(
            new CountedDose(_steps.Select(s => s with { Pace = s.Pace ?? _pace }).ToSequence())
            {
                Sets = Whole(_sets ?? _rounds ?? 1, 1, Dose.MostRounds, "sets"),
            }
        );
    }

    private bool IsPairs => Pairs || OnPads;

    /// <summary>'10 each leg alternating' is twenty in all.</summary>
    private SoloDose Shared(SoloDose dose)
    {
        if (Alternating && PerSide && dose is CountedDose counted)
            dose = counted with
            {
                Steps = counted.Steps.Select(s => s with { Reps = Math.Min(s.Reps * 2, Dose.MostReps) }).ToSequence(),
            };
        return dose with
        {
            PerSide = PerSide && !Alternating,
            Alternating = Alternating && dose is not OwnRepsDose,
            Rest = Between(Rest ?? 0),
            IsRestActive = IsRestActive && Rest > 0,
            Pairs = IsPairs && !Threes,
            Threes = Threes,
            InstructorMakesPair = InstructorMakesPair && !Threes,
        };
    }

    private int Seconds(decimal seconds) => Whole(seconds, 1, Dose.LongestSeconds, "seconds");

    private int Between(decimal seconds) => Whole(seconds, 0, 3600, "seconds of rest");

    private int Whole(decimal value, int least, int most, string what)
    {
        if (value >= least && value <= most)
            return (int)Math.Ceiling(value);
        var said = value.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);
        var problem = Say($"{said} {what} cannot be; write {least} to {most}.");
        if (!Problems.Contains(problem))
            Problems.Add(problem);
        return Math.Max(least, 1);
    }
}
