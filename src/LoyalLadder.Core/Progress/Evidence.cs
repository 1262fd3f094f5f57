using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Progress;

/// <summary>What one person has been exposed to of one thing, summed up from logs and attendance.</summary>
public sealed record Evidence
{
    /// <summary>Days that are kept singly; more than the last few make no difference to anything that is asked.</summary>
    public const int DaysKept = 12;

    public required Guid StudentId { get; init; }

    public required string Learnable { get; init; }

    /// <summary>Lessons in which it was done, those in which it was done in part counting a half.</summary>
    public required double Exposures { get; init; }

    public required DateOnly FirstOn { get; init; }

    public required DateOnly LastOn { get; init; }

    /// <summary>The highest stage at which it was done or part done, 1 to 6.</summary>
    public required int Stage { get; init; }

    /// <summary>Exposures at each stage, from 1 to 6.</summary>
    public required double[] ByStage { get; init; }

    public required int LeftReps { get; init; }

    public required int RightReps { get; init; }

    /// <summary>The days of the last exposures, newest first, at most <see cref="DaysKept"/>.</summary>
    public required DateOnly[] RecentDays { get; init; }

    /// <summary>What each of those days counts: 1 or a half.</summary>
    public required double[] RecentShares { get; init; }

    public SideTally Reps => new(LeftReps, RightReps);

    /// <summary>
    /// Exposures from a day on and before another; exact as long as no more than <see cref="DaysKept"/> days lie
    /// behind the first.
    /// </summary>
    public double Between(DateOnly from, DateOnly before)
    {
        var sum = 0.0;
        for (var i = 0; i < RecentDays.Length; i++)
            if (RecentDays[i] >= from && RecentDays[i] < before)
                sum += RecentShares[i];
        return sum;
    }

    /// <summary>The last exposure before a day; null where there is none among the days kept.</summary>
    public DateOnly? LastBefore(DateOnly day) =>
        RecentDays.Where(d => d < day).Select(d => (DateOnly?)d).FirstOrDefault();
}

/// <summary>How new things are to a group of people.</summary>
public static class GroupNovelty
{
    /// <summary>Share of the people expected that has to know it.</summary>
    public const double Most = 0.7;

    /// <summary>Exposures that make something known, if one of them is recent.</summary>
    public const int KnownFrom = 3;

    /// <summary>Days for which an exposure is recent.</summary>
    public const int RecentDays = 30;

    /// <summary>
    /// Of one thing, for a lesson on a day: known when most have three exposures and one of the last 30 days, refresh
    /// when most have one.
    /// </summary>
    /// <param name="evidence">Of that thing, one row a person at most.</param>
    /// <param name="people">How many are expected.</param>
    /// <param name="day">The day of the lesson; what happens on it does not count yet.</param>
    public static Novelty Of(IReadOnlyCollection<Evidence> evidence, int people, DateOnly day)
    {
        if (people <= 0)
            return Novelty.New;
        var known = evidence.Count(e =>
            e.Between(DateOnly.MinValue, day) >= KnownFrom && e.LastBefore(day) >= day.AddDays(-RecentDays)
        );
        if (known >= Most * people)
            return Novelty.Known;
        return evidence.Count(e => e.Between(DateOnly.MinValue, day) >= 1) >= Most * people
            ? Novelty.Refresh
            : Novelty.New;
    }
}
