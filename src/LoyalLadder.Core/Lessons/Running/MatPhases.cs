using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Running;

/// <summary>What happens within a line, phase by phase, as the mat counts it.</summary>
internal static class MatPhases
{
    /// <summary>The phases of a line with a dose: setting up, talk, and the work round by round.</summary>
    public static IEnumerable<MatPhase> Of(ClockedLine clocked, LessonSetting setting)
    {
        if (clocked.Transition > 0)
            yield return new MatPhase(PhaseKind.Move, clocked.Transition, Note: Standing(clocked, setting));
        if (clocked.Teach > 0)
            yield return new MatPhase(PhaseKind.Teach, clocked.Teach);
        foreach (var phase in Work(clocked.Line, clocked.Work, setting))
            yield return phase;
    }

    private static IEnumerable<MatPhase> Work(LessonLine line, decimal seconds, LessonSetting setting) =>
        line.Dose switch
        {
            SoloDose { IsShared: true } shared => InTurns(shared, line.Moves, setting),
            SoloDose solo => Solo(solo, line.Moves, setting, ""),
            CircuitDose { Within: { } within } => [new MatPhase(PhaseKind.Work, within, Note: Say("over and over"))],
            CircuitDose circuit => Circuit(circuit, line, setting),
            StationsDose d => Round(
                d.Stations * d.Laps,
                d.Seconds,
                d.Change,
                n => Say($"station {(n % d.Stations) + 1} of {d.Stations}")
            ),
            BagLinesDose d => Round(
                WorkClock.BagTurns(d, setting),
                d.Seconds,
                d.Change,
                n => Say($"turn {n + 1} of {WorkClock.BagTurns(d, setting)}")
            ),
            _ => [new MatPhase(PhaseKind.Work, seconds)],
        };

    private static IEnumerable<MatPhase> Circuit(CircuitDose dose, LessonLine line, LessonSetting setting)
    {
        var names = line.Jobs;
        for (var time = 1; time <= dose.Times; time++)
        {
            if (time > 1)
                yield return new MatPhase(
                    dose.Rest > 0 ? PhaseKind.Rest : PhaseKind.Change,
                    WorkClock.BetweenRounds(dose, setting),
                    Note: Say($"{(dose.RunsBetween ? Say("run, ") : "")}then {time} of {dose.Times}")
                );
            for (var i = 0; i < dose.Parts.Count; i++)
            {
                if (i > 0)
                    yield return new MatPhase(
                        PhaseKind.Change,
                        WorkClock.BetweenParts(dose, setting),
                        Note: Joined(dose.RunsBetween ? Say("run there and back") : "", Say($"next {names[i]}"))
                    );
                var part = line with
                {
                    Content = names[i],
                    Dose = dose.Parts[i],
                    Moves = WorkClock.PartOf(dose, line.Moves, i),
                };
                foreach (var phase in Work(part, WorkClock.Seconds(part.Dose, part.Moves, setting), setting))
                    yield return phase with
                    {
                        Note = Joined(names[i], phase.Note),
                    };
            }
        }
    }

    /// <summary>Where the class goes and what it fetches: nothing where it stays as it is.</summary>
    private static string Standing(ClockedLine clocked, LessonSetting setting)
    {
        if (clocked.Line.Moves.IsPause)
            return "";
        var kit = string.Join(", ", clocked.Fetched.Where(k => !StaysInPlace(k, setting)).Select(k => k.Name));
        if (!clocked.IsRegrouped)
            return kit.Length == 0 ? "" : Say($"fetch {kit}");
        var formation = clocked.Formation switch
        {
            Formation.Pairs => Say("into pairs"),
            Formation.Threes => Say("into threes"),
            Formation.Bags => Say("to the bags"),
            Formation.Stations => Say("to the stations"),
            Formation.Floor => Say("to the end of the floor"),
            _ => Say("spread out"),
        };
        return kit.Length == 0 ? formation : Say($"{formation}, with {kit}");
    }

    /// <summary>What takes no time to fetch stands or hangs where it is used: a bag, a wall.</summary>
    private static bool StaysInPlace(KitNeed need, LessonSetting setting) =>
        KitTime.For(need, setting.Kit) is { Seconds: 0 };

    private static IEnumerable<MatPhase> InTurns(SoloDose dose, Combination moves, LessonSetting setting)
    {
        var turns = WorkClock.Turns(dose, setting.Heads);
        for (var turn = 1; turn <= turns; turn++)
        {
            if (turn > 1)
                yield return new MatPhase(PhaseKind.Swap, WorkClock.SwapSeconds, Note: Say("partners swap"));
            foreach (var phase in Solo(dose, moves, setting, Whose(dose, turn)))
                yield return phase;
        }
    }

    private static string Whose(SoloDose dose, int turn) =>
        turn switch
        {
            1 => dose.Threes ? Say("first of the three") : Say("first partner"),
            2 => dose.Threes ? Say("second of the three") : Say("second partner"),
            3 => Say("third of the three"),
            _ => Say("fourth of the four"),
        };

    private static IEnumerable<MatPhase> Solo(SoloDose dose, Combination moves, LessonSetting setting, string who)
    {
        var rounds = RoundsOf(dose);
        for (var round = 1; round <= rounds; round++)
        {
            if (round > 1 && dose.Rest > 0)
                yield return new MatPhase(
                    PhaseKind.Rest,
                    dose.Rest,
                    Note: Say($"{(dose.IsRestActive ? Say("keep moving, ") : "")}then {round} of {rounds}")
                );
            for (var side = 0; side < (dose.PerSide ? 2 : 1); side++)
            {
                var (limb, stance) = dose.PerSide ? Sides(moves, side == 0) : ("", "");
                var isRightLead = side == 1 && !moves.IsExercise && !moves.IsEmpty;
                if (side == 1)
                    yield return new MatPhase(
                        PhaseKind.Change,
                        WorkClock.ChangeSeconds(setting.Band),
                        Side: limb,
                        Stance: stance,
                        Note: Say("other side"),
                        RightLead: isRightLead
                    );
                var round1 =
                    rounds > 1 ? Say($"{(dose is CountedDose ? Say("set") : Say("round"))} {round} of {rounds}") : "";
                foreach (var phase in Once(dose, moves, setting, who, round1))
                    yield return phase with
                    {
                        Side = limb,
                        Stance = stance,
                        RightLead = isRightLead,
                    };
            }
        }
    }

    private static int RoundsOf(SoloDose dose) =>
        dose switch
        {
            CountedDose d => d.Sets,
            TimedDose d => d.Rounds,
            OwnRepsDose { Within: null } d => d.Times,
            _ => 1,
        };

    private static IEnumerable<MatPhase> Once(
        SoloDose dose,
        Combination moves,
        LessonSetting setting,
        string who,
        string round
    )
    {
        if (dose is TimedDose timed)
            return [new MatPhase(PhaseKind.Work, timed.Seconds, Note: Joined(who, round))];
        if (dose is HoldsDose holds)
            return Held(holds, who);
        if (dose is OwnRepsDose own)
            return OwnReps(own, moves, setting, who, round);
        var steps = ((CountedDose)dose).Steps;
        return steps.Select(s => new MatPhase(
            PhaseKind.Work,
            s.Reps * setting.RepSeconds(moves, s.Pace),
            s.Reps,
            Note: Joined(who, round, s.Pace is { } pace ? PaceWords.Write(pace) : "")
        ));
    }

    private static IEnumerable<MatPhase> Held(HoldsDose dose, string who)
    {
        for (var i = 0; i < dose.Holds.Count; i++)
        {
            if (i > 0 && dose.Rest > 0)
                yield return new MatPhase(PhaseKind.Rest, dose.Rest, Note: Say($"then {dose.Holds[i]} s"));
            yield return new MatPhase(
                PhaseKind.Work,
                dose.Holds[i],
                Note: Joined(who, Say($"hold {i + 1} of {dose.Holds.Count}"))
            );
        }
    }

    private static IEnumerable<MatPhase> OwnReps(
        OwnRepsDose dose,
        Combination moves,
        LessonSetting setting,
        string who,
        string round
    )
    {
        if (dose.Within is { } within)
            return [new MatPhase(PhaseKind.Work, within, Note: Joined(who, Say("over and over")))];
        return dose.Reps.Select(
            (reps, i) =>
                new MatPhase(
                    PhaseKind.Work,
                    reps * setting.RepSeconds(WorkClock.PartOf(moves, i), null),
                    reps,
                    Note: Joined(who, round, Say($"move {i + 1} of {dose.Reps.Count}"))
                )
        );
    }

    private static IEnumerable<MatPhase> Round(int turns, int work, int change, Func<int, string> name)
    {
        for (var n = 0; n < turns; n++)
        {
            if (n > 0)
                yield return new MatPhase(PhaseKind.Change, change, Note: Say("move on"));
            yield return new MatPhase(PhaseKind.Work, work, Note: name(n));
        }
    }

    private static string Joined(params ReadOnlySpan<string> words) =>
        string.Join(" · ", words.ToArray().Where(w => w.Length > 0));

    /// <summary>The limb that works, where a line is one move, and the stance; exercises have a side and no stance.</summary>
    private static (string Limb, string Stance) Sides(Combination moves, bool leftLead)
    {
        if (moves.IsExercise || moves.IsEmpty)
            return (leftLead ? Say("left") : Say("right"), "");
        var stance = leftLead ? Say("left foot forward") : Say("right foot forward");
        if (moves.Elements.ToList() is not [{ Technique: { } technique } only])
            return (leftLead ? Say("left lead") : Say("right lead"), "");
        var isLeft = only.Side switch
        {
            Side.Lead => leftLead,
            Side.Rear => !leftLead,
            Side.Left => true,
            Side.Right => false,
            _ => leftLead,
        };
        var limb =
            technique.IsKick ? Say("leg")
            : technique.IsStrike || technique.Family is TechniqueFamily.Block or TechniqueFamily.Grip ? Say("hand")
            : Say("side");
        return ($"{(isLeft ? Say("left") : Say("right"))} {limb}", stance);
    }
}
