using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What the words of one item have said about its dose so far, in the order in which they said it.</summary>
internal sealed partial class DoseParts
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

    /// <summary>An amount was said in something that has no length: '10 breaths', '2 songs'.</summary>
    public void Unclear() => Problems.Add(Say("That has no length of its own: write a time or how many."));

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
    public decimal? Over => _sets ?? _rounds ?? Laps;

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
            Problems.Add(Say($"Teaching can be planned for 0 to {Lessons.Teaching.Longest / 60} minutes."));
        Teaching(
            seconds == 0
                ? new Teaching(TeachingKind.None)
                : new Teaching(TeachingKind.Seconds, (int)Math.Clamp(seconds, 1, Lessons.Teaching.Longest))
        );
    }

    public void StageOf(decimal stage)
    {
        if (stage is < 1 or > 6)
            Problems.Add(Say("A stage is 1 to 6."));
        Stage = (int)Math.Clamp(stage, 1, 6);
    }

    public void EffortOf(decimal effort)
    {
        if (effort is < 1 or > 5)
            Problems.Add(Say("Effort is 1 to 5."));
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
        // 'x5, switch legs, x5' is five on each
        if (_hasChangedSide && _steps is [var only] && only.Reps == times)
            return;
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

    public void ChangesSide() => _hasChangedSide = PerSide = true;

    private bool _hasChangedSide;

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
        (before, pace)
            is
                (Pace.Walk or Pace.Slow, Pace.Steady or Pace.Brisk)
                or
                (Pace.Walk, Pace.Slow)
                or
                (Pace.Steady, Pace.Brisk);

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
}
