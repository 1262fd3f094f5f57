using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons;

/// <summary>How much of a line is done. The forms are closed: each has its text, its seconds and its count on the mat.</summary>
public abstract record Dose
{
    /// <summary>Most repetitions in one step.</summary>
    public const int MostReps = 999;

    /// <summary>Most sets, rounds, stations, jobs, laps or passes.</summary>
    public const int MostRounds = 60;

    /// <summary>Longest single time, in seconds: three hours.</summary>
    public const int LongestSeconds = 3 * 60 * 60;

    /// <summary>Default seconds to move on between stations and bag turns.</summary>
    public const int DefaultChange = 20;
}

/// <summary>A dose that one person does alone or with a partner, who then has his turn.</summary>
public abstract record SoloDose : Dose
{
    /// <summary>Done by one partner, then by the other.</summary>
    public bool Pairs { get; init; }

    /// <summary>In groups of three, one after another while two hold, feed or watch; not together with <see cref="Pairs"/>.</summary>
    public bool Threes { get; init; }

    /// <summary>One works while somebody else holds or feeds.</summary>
    public bool IsShared => Pairs || Threes;

    /// <summary>An instructor stands in when the class is odd, so that nobody is in a three.</summary>
    public bool InstructorMakesPair { get; init; }

    /// <summary>Once on each side, with a change between.</summary>
    public bool PerSide { get; init; }

    /// <summary>Left and right in turn: the reps or the time are for both together, and nothing is changed between.</summary>
    public bool Alternating { get; init; }

    /// <summary>Seconds of rest between sets or rounds.</summary>
    public int Rest { get; init; }

    /// <summary>The rest is spent moving lightly, so that it lets nobody get their breath back.</summary>
    public bool IsRestActive { get; init; }
}

/// <summary>Repetitions: one step, or a ramp of several ('3 steady + 3 called /side').</summary>
/// <param name="Steps">At least one.</param>
public sealed record CountedDose(Sequence<RepStep> Steps) : SoloDose
{
    public int Sets { get; init; } = 1;
}

/// <summary>Repetitions at one pace; steady when none is written.</summary>
public readonly record struct RepStep(int Reps, Pace? Pace);

/// <summary>A time, in rounds where there are several.</summary>
/// <param name="Seconds">Work of one round, on one side.</param>
public sealed record TimedDose(int Seconds) : SoloDose
{
    public int Rounds { get; init; } = 1;

    /// <summary>The pace asked for; it changes the effort, not the length.</summary>
    public Pace? Pace { get; init; }
}

/// <summary>Each move with reps of its own, the whole several times: '8 floor jacks and 2 push-ups, 4 times'.</summary>
/// <param name="Reps">One for each count of the content, in order; two or more.</param>
public sealed record OwnRepsDose(Sequence<int> Reps) : SoloDose
{
    public int Times { get; init; } = 1;

    /// <summary>Over and over until so many seconds are up; <see cref="Times"/> says nothing then.</summary>
    public int? Within { get; init; }
}

/// <summary>Times that grow or shrink: held 10, 20 and 30 seconds, with rest between.</summary>
/// <param name="Holds">Seconds of each, in order; two or more.</param>
public sealed record HoldsDose(Sequence<int> Holds) : SoloDose;

/// <summary>
/// Several things one after another, each with a dose of its own, the whole several times: 'circuit x3 rest 30s: push-up x10 |
/// plank 30s'. The moves of a part are the group of the same place.
/// </summary>
/// <param name="Parts">At least one.</param>
public sealed record CircuitDose(Sequence<Dose> Parts) : Dose
{
    /// <summary>Most parts.</summary>
    public const int MostParts = 20;

    public int Times { get; init; } = 1;

    /// <summary>Over and over until so many seconds are up; <see cref="Times"/> says nothing then.</summary>
    public int? Within { get; init; }

    /// <summary>Seconds of rest after each time but the last.</summary>
    public int Rest { get; init; }

    /// <summary>Up and down the hall between any two parts.</summary>
    public bool RunsBetween { get; init; }
}

/// <summary>Everybody at a station, then one on; <paramref name="Laps"/> times round.</summary>
public sealed record StationsDose(int Stations, int Seconds, int Change, int Laps) : Dose;

/// <summary>A line of people at each bag, each place in the line with its job.</summary>
public sealed record BagLinesDose(int Jobs, int Seconds, int Change) : Dose;

/// <summary>Down the floor and across it, in lanes and waves.</summary>
public sealed record FloorDose(int Passes, Pace? Pace) : Dose;

/// <summary>Round the hall, a metre inside its walls.</summary>
public sealed record LapsDose(int Laps) : Dose;

/// <summary>Run up the hall, do the repetitions, run back.</summary>
public sealed record RunsDose(int Reps, Pace? Pace) : Dose;
