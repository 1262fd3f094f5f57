namespace LoyalLadder.Core.Progress;

/// <summary>A requirement of somebody's next rank, and how far they are with it.</summary>
/// <param name="Requirement">Its key.</param>
/// <param name="StageAsked">1 to 6; 0 where only signing off counts.</param>
/// <param name="StageReached">0 for never.</param>
/// <param name="SignersAsked">1 or 2.</param>
/// <param name="Signers">Different instructors who have signed it off.</param>
public readonly record struct RequirementProgress(
    Guid Requirement,
    int StageAsked,
    int StageReached,
    int SignersAsked,
    int Signers
)
{
    public bool IsTaught => StageReached >= StageAsked;

    public bool IsSigned => Signers >= SignersAsked;

    public bool IsMet => IsTaught && IsSigned;
}

/// <summary>How somebody stands before the next rank.</summary>
/// <param name="DaysInRank">Days since the last grading, or since joining.</param>
/// <param name="LeastDays">What the next rank asks.</param>
/// <param name="Lessons">Lessons since then.</param>
/// <param name="LeastLessons">What the next rank asks.</param>
/// <param name="Requirements">Each of the next rank's.</param>
/// <param name="Forecast">When days and lessons will be enough at the usual pace; null when they are, or when nobody can tell.</param>
public sealed record Readiness(
    int DaysInRank,
    int LeastDays,
    int Lessons,
    int LeastLessons,
    IReadOnlyList<RequirementProgress> Requirements,
    DateOnly? Forecast
)
{
    public bool IsReady => DaysInRank >= LeastDays && Lessons >= LeastLessons && Requirements.All(r => r.IsMet);

    /// <summary>The one requirement that lessons still have to teach; null where there are several, or none.</summary>
    public Guid? OnlyUntaught => Only(Requirements.Where(r => !r.IsTaught));

    /// <summary>The one requirement that is taught and waits for a signature, where nothing else is missing.</summary>
    public Guid? OnlyUnsigned => Requirements.All(r => r.IsTaught) ? Only(Requirements.Where(r => !r.IsSigned)) : null;

    private static Guid? Only(IEnumerable<RequirementProgress> requirements) =>
        requirements.Take(2).ToList() is [var only] ? only.Requirement : null;

    /// <summary>Nothing but days or lessons is missing, and these come by themselves.</summary>
    public bool IsOnlyTime => !IsReady && Requirements.All(r => r.IsMet);
}

/// <summary>How often somebody comes.</summary>
/// <param name="Last12Weeks">Lessons attended in the last 84 days.</param>
/// <param name="ClassPerWeek">What people of the class attend on average in a week.</param>
public readonly record struct Attending(int Last12Weeks, double ClassPerWeek)
{
    public const int Weeks = 12;

    /// <summary>Weeks' worth of the class's mean that one person's own figure is pulled by.</summary>
    public const int Shrinking = 4;

    /// <summary>Lessons a week to reckon with: the person's own, shrunk toward the class's mean.</summary>
    public double PerWeek => (Last12Weeks + (Shrinking * ClassPerWeek)) / (Weeks + Shrinking);

    /// <summary>Figures by week, each as the mean of the eight weeks around it; null in a week that has none.</summary>
    public static IReadOnlyList<double?> Trend(IReadOnlyList<double?> weeks) =>
        [
            .. weeks.Select(
                (own, at) =>
                    own is null ? null : weeks.Skip(Math.Max(0, at - 4)).Take(8).OfType<double>().Average() as double?
            ),
        ];

    /// <summary>Lessons in each of the last weeks, the oldest first.</summary>
    /// <param name="days">Days attended, in any order.</param>
    /// <param name="today">The last day of the last week.</param>
    /// <param name="of">How many weeks.</param>
    public static int[] ByWeek(IEnumerable<DateOnly> days, DateOnly today, int of = Weeks)
    {
        var weeks = new int[of];
        foreach (var ago in days.Select(d => today.DayNumber - d.DayNumber).Where(a => a >= 0 && a / 7 < of))
            weeks[^((ago / 7) + 1)]++;
        return weeks;
    }
}

/// <summary>Who is ready for the next rank, what is missing, and when it may be there.</summary>
public static class Readinesses
{
    public static Readiness Of(
        DateOnly since,
        int lessons,
        int leastDays,
        int leastLessons,
        IReadOnlyList<RequirementProgress> requirements,
        Attending attending,
        DateOnly today
    )
    {
        var days = Math.Max(0, today.DayNumber - since.DayNumber);
        return new Readiness(
            days,
            leastDays,
            lessons,
            leastLessons,
            requirements,
            Forecast(days, leastDays, lessons, leastLessons, attending, today)
        );
    }

    /// <summary>
    /// The day on which days and lessons are both enough; null when they are already, or when it is more than two
    /// years off.
    /// </summary>
    private static DateOnly? Forecast(
        int days,
        int leastDays,
        int lessons,
        int leastLessons,
        Attending attending,
        DateOnly today
    )
    {
        var (waiting, missing) = (Math.Max(0, leastDays - days), Math.Max(0, leastLessons - lessons));
        if (waiting == 0 && missing == 0)
            return null;
        if (missing > 0 && attending.PerWeek <= 0)
            return null;
        var coming = missing == 0 ? 0 : (int)Math.Ceiling(missing / attending.PerWeek * 7);
        var ahead = Math.Max(waiting, coming);
        return ahead > 730 ? null : today.AddDays(ahead);
    }

    /// <summary>Times longer than usual that somebody has been away before it is worth a word.</summary>
    public const int DriftingFrom = 3;

    /// <summary>True when the gap since somebody's last lesson is over three times their usual one.</summary>
    /// <param name="attended">Days attended, in any order.</param>
    /// <param name="today">Today.</param>
    public static bool IsDrifting(IReadOnlyCollection<DateOnly> attended, DateOnly today) =>
        attended.Count >= 4
        && UsualGap(attended) is { } usual
        && today.DayNumber - attended.Max().DayNumber > DriftingFrom * usual;

    /// <summary>The median of days between lessons; null for fewer than two lessons.</summary>
    public static double? UsualGap(IReadOnlyCollection<DateOnly> attended)
    {
        var days = attended.Distinct().Order().ToList();
        if (days.Count < 2)
            return null;
        var gaps = days.Zip(days.Skip(1)).Select(p => p.Second.DayNumber - p.First.DayNumber).Order().ToList();
        return gaps.Count % 2 == 1 ? gaps[gaps.Count / 2] : (gaps[(gaps.Count / 2) - 1] + gaps[gaps.Count / 2]) / 2.0;
    }
}
