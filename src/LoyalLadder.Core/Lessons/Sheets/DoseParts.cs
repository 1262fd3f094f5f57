using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What the words of one item have said about its dose so far.</summary>
internal sealed class DoseParts
{
    public List<RepStep> Steps { get; } = [];
    public decimal? Time { get; set; }
    public decimal? Rounds { get; set; }
    public decimal? Sets { get; set; }
    public decimal? Rest { get; set; }
    public decimal? Change { get; set; }
    public decimal? Laps { get; set; }
    public decimal? Stations { get; set; }
    public decimal? Jobs { get; set; }
    public decimal? Bags { get; set; }
    public decimal? Passes { get; set; }
    public bool IsStations { get; set; }
    public bool IsBagLines { get; set; }
    public bool IsRuns { get; set; }
    public bool PerSide { get; set; }

    /// <summary>'6 each': a side, a partner or a station, whichever the line has.</summary>
    public bool Each { get; set; }

    public bool Pairs { get; set; }
    public bool Threes { get; set; }
    public bool IsRestActive { get; set; }
    public bool InstructorMakesPair { get; set; }
    public Pace? Pace { get; set; }
    public Teaching? Teach { get; set; }
    public int? Stage { get; set; }
    public int? Effort { get; set; }
    public Priority? Priority { get; set; }
    public List<string> Problems { get; } = [];

    /// <summary>A count or a time has been said.</summary>
    public bool HasAmount => Steps.Count > 0 || Time is not null || Passes is not null || Laps is not null;

    public void AddStep(decimal reps, Pace? pace = null) =>
        Steps.Add(new RepStep(Whole(reps, 1, Dose.MostReps, "repetitions"), pace));

    /// <summary>
    /// The dose, or null when no amount was said; what is absurd becomes a problem.
    /// </summary>
    /// <param name="isExercise">The content is exercises only: 'each' then means once.</param>
    /// <param name="jobs">How many jobs the content lists, for stations and bag lines that do not say.</param>
    public Dose? ToDose(bool isExercise, int jobs)
    {
        if (IsStations && Time is { } at)
            return new StationsDose(
                Whole(Stations ?? jobs, 1, Dose.MostRounds, "stations"),
                Seconds(at),
                Between(Change ?? Rest ?? Dose.DefaultChange),
                Whole(Laps ?? 1, 1, Dose.MostRounds, "laps")
            );
        if (IsBagLines && Time is { } turn)
            return new BagLinesDose(
                Whole(Jobs ?? jobs, 1, Dose.MostRounds, "jobs"),
                Seconds(turn),
                Between(Change ?? Rest ?? Dose.DefaultChange)
            );
        if (Passes is { } passes)
            return new FloorDose(Whole(passes, 1, Dose.MostRounds, "passes"), Pace);
        if (Laps is { } laps && Steps.Count == 0 && Time is null && !IsStations)
            return new LapsDose(Whole(laps, 1, Dose.MostRounds, "laps"));
        if (IsRuns && Steps.Count > 0)
            return new RunsDose(Steps[0].Reps, Steps[0].Pace ?? Pace);
        var perSide = PerSide || (Each && !Pairs && !Threes && !isExercise);
        if (Time is { } time) // '30s each' is for each exercise, not for each side
            return new TimedDose(Seconds(time))
            {
                Rounds = Whole(Rounds ?? Sets ?? 1, 1, Dose.MostRounds, "rounds"),
                Pace = Pace,
                PerSide = PerSide,
                Rest = Between(Rest ?? 0),
                IsRestActive = IsRestActive && Rest > 0,
                Pairs = Pairs && !Threes,
                Threes = Threes,
                InstructorMakesPair = InstructorMakesPair && !Threes,
            };
        if (Steps.Count == 0)
            return null;
        return new CountedDose(Paced().ToSequence())
        {
            Sets = Whole(Sets ?? Rounds ?? 1, 1, Dose.MostRounds, "sets"),
            PerSide = perSide,
            Rest = Between(Rest ?? 0),
            IsRestActive = IsRestActive && Rest > 0,
            Pairs = Pairs && !Threes,
            Threes = Threes,
            InstructorMakesPair = InstructorMakesPair && !Threes,
        };
    }

    /// <summary>A pace said once, behind or before the steps, goes for those that have none.</summary>
    private IEnumerable<RepStep> Paced() => Steps.Select(s => s with { Pace = s.Pace ?? Pace });

    private int Seconds(decimal seconds) => Whole(seconds, 1, Dose.LongestSeconds, "seconds");

    private int Between(decimal seconds) => Whole(seconds, 0, 3600, "seconds of rest");

    private int Whole(decimal value, int least, int most, string what)
    {
        if (value >= least && value <= most)
            return (int)Math.Ceiling(value);
        var said = value.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);
        Problems.Add($"{said} {what} cannot be; write {least} to {most}.");
        return Math.Max(least, 1);
    }
}
