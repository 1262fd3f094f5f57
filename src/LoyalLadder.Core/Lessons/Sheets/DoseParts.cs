using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What the words of one item have said about its dose so far, in the order in which they said it.</summary>
internal sealed class DoseParts
{
    private readonly List<RepStep> _steps = [];
    private readonly List<decimal> _times = [];
    private readonly List<(Side Side, decimal Amount, bool IsTime)> _sided = [];
    private decimal? _rounds;
    private decimal? _sets;
    private decimal? _laps;
    private decimal? _passes;
    private Pace? _pace;

    /// <summary>A pace that came before its number: 'slow 5, fast 5'.</summary>
    private Pace? _nextPace;
    private bool _paceComesFirst;
    private bool _timesIsLast;
    private bool _isRamp;

    public decimal? Rest { get; set; }
    public decimal? Change { get; set; }
    public decimal? Laps { get; set; }
    public decimal? Stations { get; set; }
    public decimal? Jobs { get; set; }
    public decimal? Bags { get; set; }
    public bool IsStations { get; set; }
    public bool IsBagLines { get; set; }
    public bool IsRuns { get; set; }
    public bool PerSide { get; set; }

    /// <summary>'6 each': a side, a partner or a station, whichever the line has.</summary>
    public bool Each { get; set; }

    /// <summary>'30s each', 'one length each': for each of the things named before.</summary>
    public bool TimeEach { get; set; }

    /// <summary>'both ways': of a count for each; within a time there is room for both.</summary>
    public bool BothWays { get; set; }

    public bool Alternating { get; set; }
    public bool Pairs { get; set; }

    /// <summary>'on the pads': somebody holds them.</summary>
    public bool OnPads { get; set; }

    public bool Threes { get; set; }
    public bool IsRestActive { get; set; }
    public bool InstructorMakesPair { get; set; }
    public Teaching? Teach { get; private set; }
    public int? Stage { get; private set; }
    public int? Effort { get; private set; }
    public Priority? Priority { get; set; }
    public List<string> Problems { get; } = [];

    /// <summary>Repetitions of each move by itself: '8 X and 2 Y, 4 times'.</summary>
    public List<decimal> OwnReps { get; } = [];

    /// <summary>A count and a time were said of one thing; the time counts, and the line is marked.</summary>
    public bool IsDoubtful { get; private set; }

    /// <summary>The time goes for all that was named, over and over.</summary>
    public bool IsOver { get; private set; }

    public decimal? Time
    {
        get => _times is [var first, ..] ? first : null;
        set
        {
            _times.Clear();
            if (value is { } time)
                _times.Add(time);
        }
    }

    /// <summary>A count or a time has been said.</summary>
    public bool HasAmount =>
        _steps.Count > 0
        || _times.Count > 0
        || _sided.Count > 0
        || OwnReps.Count > 0
        || _passes is not null
        || _laps is not null;

    public bool HasReps => _steps.Count > 0;

    /// <summary>The one number that was said, and nothing about it: '8' of '8 burpees'.</summary>
    public decimal? BareReps =>
        _steps is [{ Pace: null } only]
        && _sets is null
        && _times.Count == 0
        && _sided.Count == 0
        && !PerSide
        && !Alternating
            ? only.Reps
            : null;

    /// <summary>How often all that was named is done over: 'x4', '3 rounds'; null where that is not said.</summary>
    public decimal? Over => _sets ?? _rounds;

    // ---- saying ----

    public void Teaching(Teaching teach)
    {
        // 'NEW - teach it!' says one thing twice
        if (Teach is null || teach.Kind != TeachingKind.New)
            Teach = teach;
    }

    public void TeachingSeconds(decimal seconds)
    {
        if (seconds is < 0 or > Lessons.Teaching.Longest)
            Problems.Add($"Teaching can be planned for 0 to {Lessons.Teaching.Longest / 60} minutes.");
        Teaching(
            seconds == 0
                ? new Teaching(TeachingKind.None)
                : new Teaching(TeachingKind.Seconds, (int)Math.Clamp(seconds, 1, Lessons.Teaching.Longest))
        );
    }

    public void StageOf(decimal stage)
    {
        if (stage is < 1 or > 6)
            Problems.Add("A stage is 1 to 6.");
        Stage = (int)Math.Clamp(stage, 1, 6);
    }

    public void EffortOf(decimal effort)
    {
        if (effort is < 1 or > 5)
            Problems.Add("Effort is 1 to 5.");
        Effort = (int)Math.Clamp(effort, 1, 5);
    }

    public void Reps(decimal reps)
    {
        _steps.Add(new RepStep(Whole(reps, 1, Dose.MostReps, "repetitions"), _nextPace));
        (_nextPace, _timesIsLast) = (null, false);
    }

    /// <summary>'5 + 5': a ramp, whether paces are said or not.</summary>
    public void Plus(decimal reps)
    {
        _isRamp = true;
        Reps(reps);
    }

    /// <summary>'x4': so many, or so often what was said before.</summary>
    public void Times(decimal times)
    {
        if (_times.Count > 0)
            _rounds = times;
        else if (_passes is { } passes)
            _passes = passes * times;
        else if (_steps.Count == 0 && _sided.Count == 0 && OwnReps.Count == 0)
            Reps(times);
        else
        {
            _sets = times;
            _timesIsLast = true;
        }
    }

    public void Sets(decimal sets) => _sets = sets;

    public void SetsOf(decimal sets, decimal reps)
    {
        _sets = sets;
        Reps(reps);
    }

    /// <summary>'to the count, then once at full speed' is once each.</summary>
    public void Once()
    {
        if (_steps.Count == 0 && _times.Count == 0 && _pace is Pace.Counted or Pace.Called)
        {
            _steps.Add(new RepStep(1, _pace));
            (_nextPace, _paceComesFirst) = (null, false);
        }
        if (_steps is [{ Pace: Pace.Counted or Pace.Called }])
            Reps(1);
        else
            Times(1);
    }

    public void Counted(decimal reps)
    {
        if (_steps is [.., { Pace: null } last] && last.Reps == reps)
        {
            PaceOf(Pace.Counted);
            return;
        }
        Reps(reps);
        PaceOf(Pace.Counted);
    }

    public void BothSides(decimal first, decimal second)
    {
        if (first != second && IsInterval(first) && IsInterval(second))
        {
            // '40/20': seconds of work and of rest
            RoundAndRest(_sets, first, second);
            return;
        }
        SidedReps(first, Side.Left);
        SidedReps(second, Side.Right);
    }

    private static bool IsInterval(decimal seconds) => seconds >= 5 && seconds % 5 == 0;

    public void SidedReps(decimal reps, Side side) => _sided.Add((side, reps, false));

    public void SidedTime(decimal seconds, Side side) => _sided.Add((side, seconds, true));

    public bool TimeOf(decimal seconds, bool isOver = false)
    {
        _times.Add(seconds);
        IsOver |= isOver;
        return true;
    }

    public void Round(decimal rounds, decimal seconds)
    {
        _rounds = rounds;
        _times.Add(seconds);
    }

    public void RoundAndRest(decimal? rounds, decimal seconds, decimal rest)
    {
        _rounds = rounds ?? _rounds;
        _times.Add(seconds);
        Rest = rest;
    }

    public void Tabata(decimal work, decimal rest, decimal rounds)
    {
        if (_times.Count > 0)
            return;
        RoundAndRest(rounds, work, rest);
    }

    public bool Floor(decimal passes)
    {
        _passes = passes;
        return true;
    }

    public void LapsOf(decimal laps)
    {
        if (IsStations)
            Laps = laps;
        else
            _laps = laps;
    }

    public void Runs(decimal reps)
    {
        IsRuns = true;
        Reps(reps);
    }

    public void StationsOf(decimal? stations)
    {
        IsStations = true;
        Stations = stations ?? Stations;
        if (_sets is { } sets && _steps.Count == 0)
            (Laps, _sets) = (sets, null);
    }

    public void StationsFor(decimal stations, decimal seconds)
    {
        StationsOf(stations);
        Time = seconds;
    }

    public void PaceOf(Pace pace)
    {
        if (_timesIsLast && _steps is [.., { Pace: not null }] && _sets is { } reps)
        {
            // 'x10 slow x10 fast' is a ramp
            _sets = null;
            Reps(reps);
        }
        if (_steps.Count == 0 || _paceComesFirst)
        {
            (_nextPace, _pace) = (pace, _pace ?? pace);
            _paceComesFirst = _steps.Count == 0;
        }
        else if (_steps[^1].Pace is null)
            _steps[^1] = _steps[^1] with { Pace = pace };
        else if (_steps.Count == 1 && IsFaster(_steps[0].Pace, pace))
            _steps.Add(_steps[0] with { Pace = pace });
        else if (_steps.Count == 1)
            _steps[^1] = _steps[^1] with { Pace = pace };
        if (_steps.Count == 0)
            _pace ??= pace;
    }

    /// <summary>'8 per side, slow then fast' is eight slow and eight fast.</summary>
    private static bool IsFaster(Pace? before, Pace pace) =>
        (before, pace) is (Pace.Walk, Pace.Steady or Pace.Brisk) or (Pace.Steady, Pace.Brisk);

    /// <summary>Takes over what a phrase of the whole line said: 'in pairs: …'.</summary>
    public void Share(DoseParts line)
    {
        (Pairs, Threes, OnPads, IsStations, IsBagLines) = (
            Pairs || line.Pairs,
            Threes || line.Threes,
            OnPads || line.OnPads,
            IsStations || line.IsStations,
            IsBagLines || line.IsBagLines
        );
        InstructorMakesPair |= line.InstructorMakesPair;
        Teach ??= line.Teach;
        Stage ??= line.Stage;
        Effort ??= line.Effort;
        Priority ??= line.Priority;
        Alternating |= line.Alternating;
        BothWays |= line.BothWays;
        PerSide |= line.PerSide;
        if (line._pace is { } pace && _pace is null)
            PaceOf(pace);
        Rest ??= line.Rest;
    }

    // ---- the dose ----

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
        if ((_laps ?? Laps) is { } laps && _steps.Count == 0 && _times.Count == 0 && !IsStations)
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
        var problem = $"{said} {what} cannot be; write {least} to {most}.";
        if (!Problems.Contains(problem))
            Problems.Add(problem);
        return Math.Max(least, 1);
    }
}
