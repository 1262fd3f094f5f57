using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>The work seconds of a dose in a room: the formulas of every dose form, each once.</summary>
public static class WorkClock
{
    /// <summary>Seconds for one partner to hand over to the other.</summary>
    public const int SwapSeconds = 8;

    /// <summary>Width in metres that one lane down the floor needs.</summary>
    public const decimal LaneWidth = 1.5m;

    /// <summary>Metres of the length that are not travelled, half at each wall.</summary>
    public const decimal WallMargin = 2;

    /// <summary>Seconds to change sides.</summary>
    public static int ChangeSeconds(AgeBand band) => band == AgeBand.Kids ? 4 : 3;

    /// <summary>Metres per second across the hall.</summary>
    public static decimal RunSpeed(AgeBand band) => band == AgeBand.Kids ? 2.5m : 3.0m;

    /// <summary>Work of a dose, rounded up to whole seconds once.</summary>
    public static int Seconds(Dose dose, Combination moves, LessonSetting setting) =>
        (int)Math.Ceiling(Exactly(dose, moves, setting));

    private static decimal Exactly(Dose dose, Combination moves, LessonSetting setting) =>
        dose switch
        {
            SoloDose { IsShared: true } shared => SharedSeconds(shared, moves, setting),
            SoloDose solo => OneTurn(solo, moves, setting),
            CircuitDose { Within: { } within } => within,
            CircuitDose d => (d.Times * OnceThrough(d, moves, setting)) + ((d.Times - 1) * BetweenRounds(d, setting)),
            StationsDose d => (d.Stations * d.Laps * d.Seconds) + (((d.Stations * d.Laps) - 1) * d.Change),
            BagLinesDose d => BagSeconds(d, BagTurns(d, setting)),
            FloorDose d => FloorSeconds(d, moves, setting),
            LapsDose d => d.Laps * LapMetres(setting.Floor) / RunSpeed(setting.Band),
            RunsDose d => (d.Reps * setting.RepSeconds(moves, d.Pace)) + RunSeconds(setting),
            _ => throw new ArgumentException("A form of dose is expected.", nameof(dose)),
        };

    private static int BagSeconds(BagLinesDose dose, int turns) => (turns * dose.Seconds) + ((turns - 1) * dose.Change);

    /// <summary>One person's work, both sides and all sets.</summary>
    public static decimal OneTurn(SoloDose dose, Combination moves, LessonSetting setting)
    {
        var sides = dose.PerSide ? 2 : 1;
        var change = ChangeSeconds(setting.Band);
        return dose switch
        {
            CountedDose d => (d.Sets * sides * d.Steps.Sum(s => s.Reps * setting.RepSeconds(moves, s.Pace)))
                + (d.Sets * (sides - 1) * change)
                + ((d.Sets - 1) * d.Rest),
            TimedDose d => (d.Rounds * sides * d.Seconds)
                + (d.Rounds * (sides - 1) * change)
                + ((d.Rounds - 1) * d.Rest),
            HoldsDose d => (sides * (d.Holds.Sum() + ((d.Holds.Count - 1) * d.Rest))) + ((sides - 1) * change),
            OwnRepsDose { Within: { } within } => (sides * within) + ((sides - 1) * change),
            OwnRepsDose d => (d.Times * ((sides * OnceThrough(d, moves, setting)) + ((sides - 1) * change)))
                + ((d.Times - 1) * d.Rest),
            _ => throw new ArgumentException("A counted or timed dose is expected.", nameof(dose)),
        };
    }

    /// <summary>Every part of a circuit once, with what lies between them.</summary>
    public static decimal OnceThrough(CircuitDose dose, Combination moves, LessonSetting setting) =>
        dose.Parts.Select((part, i) => Exactly(part, PartOf(dose, moves, i), setting)).Sum()
        + ((dose.Parts.Count - 1) * BetweenParts(dose, setting));

    /// <summary>The moves of a circuit's part.</summary>
    public static Combination PartOf(CircuitDose dose, Combination moves, int index) =>
        moves.Groups.Count == dose.Parts.Count ? new Combination([moves.Groups[index]]) : Combination.Nothing;

    /// <summary>Seconds from one part of a circuit to the next: a run up and down the hall, else a breath to change.</summary>
    public static decimal BetweenParts(CircuitDose dose, LessonSetting setting) =>
        dose.RunsBetween ? RunSeconds(setting) : CircuitChange;

    /// <summary>Seconds from the last part of a circuit to the first again.</summary>
    public static decimal BetweenRounds(CircuitDose dose, LessonSetting setting) =>
        dose.Rest == 0 ? CircuitWater + (dose.RunsBetween ? RunSeconds(setting) : 0)
        : dose.RunsBetween ? dose.Rest + RunSeconds(setting)
        : dose.Rest;

    private const int CircuitChange = 4;

    /// <summary>Water between two rounds of a circuit where no rest is written.</summary>
    private const int CircuitWater = 30;

    /// <summary>Up and down the hall.</summary>
    private static decimal RunSeconds(LessonSetting setting) => 2 * setting.Floor.Length / RunSpeed(setting.Band);

    /// <summary>Every move with its own reps, once.</summary>
    public static decimal OnceThrough(OwnRepsDose dose, Combination moves, LessonSetting setting) =>
        dose.Reps.Select((reps, i) => reps * setting.RepSeconds(PartOf(moves, i), null)).Sum();

    /// <summary>The count of the moves that a number of a dose with reps of its own goes for; the last takes what is over.</summary>
    public static Combination PartOf(Combination moves, int index) =>
        index < moves.Counts.Count ? Combination.Of([moves.Counts[index]]) : Combination.Nothing;

    /// <summary>Once round, a metre inside the walls.</summary>
    public static decimal LapMetres(FloorSize floor) =>
        2 * (Math.Max(1, floor.Length - WallMargin) + Math.Max(1, floor.Width - WallMargin));

    /// <summary>
    /// Turns until everybody has worked. In pairs two, or three when one group is a three; in threes three, or four when one
    /// left over makes a group a four. Two left over make a pair, which is done sooner.
    /// </summary>
    public static int Turns(SoloDose dose, int heads) =>
        dose switch
        {
            { Threes: true } => heads % 3 == 1 && heads > 3 ? 4 : 3,
            { Pairs: true } => heads % 2 == 1 && heads > 1 && !dose.InstructorMakesPair ? 3 : 2,
            _ => 1,
        };

    private static decimal SharedSeconds(SoloDose dose, Combination moves, LessonSetting setting)
    {
        var turns = Turns(dose, setting.Heads);
        return (turns * OneTurn(dose, moves, setting)) + ((turns - 1) * SwapSeconds);
    }

    /// <summary>Turns at the bags until everybody has done every job.</summary>
    public static int BagTurns(BagLinesDose dose, LessonSetting setting)
    {
        var bags = Math.Max(1, setting.Bags);
        return Math.Max(dose.Jobs, (setting.Heads + bags - 1) / bags);
    }

    /// <summary>Heads that stand waiting while the jobs are done.</summary>
    public static int WaitingAtBags(BagLinesDose dose, LessonSetting setting) =>
        Math.Max(0, setting.Heads - (Math.Max(1, setting.Bags) * dose.Jobs));

    /// <summary>Waves down the floor, each as many as there are lanes.</summary>
    public static int Waves(LessonSetting setting)
    {
        var lanes = Math.Max(1, (int)Math.Floor(setting.Floor.Width / LaneWidth));
        return (setting.Heads + lanes - 1) / lanes;
    }

    /// <summary>Repetitions that fit into the length; one when a repetition is longer than the floor.</summary>
    public static int RepsDownTheFloor(Combination moves, LessonSetting setting) =>
        Math.Max(1, (int)Math.Floor((setting.Floor.Length - WallMargin) / MetresDownTheFloor(moves, setting.Band)));

    /// <summary>
    /// Metres of one repetition down the floor: there everything travels. A kick lands forward, a punch or a block goes with a step, a
    /// combination steps at its first count, so that even what would be done on the spot comes a step further.
    /// </summary>
    public static decimal MetresDownTheFloor(Combination moves, AgeBand band)
    {
        var step = StepPerStature * AgeBands.StatureMetres(band);
        var drift = Math.Abs(Drift.Metres(moves, band));
        return moves.IsExercise ? ExercisePerStature * AgeBands.StatureMetres(band) : Math.Max(drift, step);
    }

    private const decimal StepPerStature = 0.7m;
    private const decimal ExercisePerStature = 0.5m;

    private static decimal FloorSeconds(FloorDose dose, Combination moves, LessonSetting setting)
    {
        var length = RepsDownTheFloor(moves, setting) * setting.RepSeconds(moves, dose.Pace);
        var pass = length * (1 + ((Waves(setting) - 1) / 3m));
        return (dose.Passes * pass) + ((dose.Passes - 1) * ChangeSeconds(setting.Band));
    }
}
