using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>Left and right.</summary>
public readonly record struct SideTally(int Left, int Right)
{
    public static SideTally operator +(SideTally a, SideTally b) => new(a.Left + b.Left, a.Right + b.Right);
}

/// <summary>
/// What one person does in a lesson, from the counted lines: timed work is not counted, since nobody counts it. A repetition
/// that is not per side is taken with the left foot forward.
/// </summary>
/// <param name="Kicks">Kicks and knees per leg.</param>
/// <param name="Strikes">Punches, open hands and elbows per arm.</param>
/// <param name="Landings">From jumps and falls.</param>
/// <param name="Techniques">Per technique, in order of first use.</param>
/// <param name="WorkSeconds">Doing.</param>
/// <param name="TalkSeconds">Being shown, with opening and closing.</param>
/// <param name="MovingSeconds">Getting there.</param>
public sealed record LessonTally(SideTally Kicks, SideTally Strikes, int Landings, Sequence<(Technique Technique, SideTally Reps)> Techniques,
    int WorkSeconds, int TalkSeconds, int MovingSeconds)
{
    public static LessonTally Of(ClockedLesson lesson)
    {
        var reps = new Dictionary<string, (Technique Technique, SideTally Reps)>();
        var landings = 0;
        foreach (var line in lesson.Lines)
        {
            foreach (var (times, perSide) in Repetitions(line.Line, lesson.Setting))
            foreach (var element in line.Line.Moves.Elements)
            {
                if (element.Technique is not { } technique) continue;
                var tally = Sides(element.Side, times, perSide);
                landings += technique.Landings * times * (perSide ? 2 : 1);
                reps[technique.Id] = (technique, reps.GetValueOrDefault(technique.Id).Reps + tally);
            }
        }
        return new LessonTally(Sum(t => t.IsKick), Sum(t => t.IsStrike && !t.IsKick), landings, reps.Values.ToSequence(),
            lesson.Lines.Sum(l => l.Work), lesson.Lines.Sum(l => l.Teach) + lesson.Setting.OpeningSeconds + lesson.Setting.ClosingSeconds,
            lesson.Lines.Sum(l => l.GettingThere));

        SideTally Sum(Func<Technique, bool> which) =>
            reps.Values.Where(r => which(r.Technique)).Aggregate(default(SideTally), (sum, r) => sum + r.Reps);
    }

    private static IEnumerable<(int Times, bool PerSide)> Repetitions(LessonLine line, LessonSetting setting) => line.Dose switch
    {
        CountedDose d => [(d.Sets * d.Steps.Sum(s => s.Reps), d.PerSide)],
        FloorDose d => [(d.Passes * WorkClock.RepsDownTheFloor(line.Moves, setting), false)],
        RunsDose d => [(d.Reps, false)],
        _ => [],
    };

    /// <summary>Lead and rear change hands when the other foot stands in front.</summary>
    private static SideTally Sides(Side side, int times, bool perSide) => (side, perSide) switch
    {
        (Side.Lead or Side.Left, false) => new(times, 0),
        (Side.Rear or Side.Right, false) => new(0, times),
        (Side.Lead or Side.Rear or Side.Left or Side.Right, true) => new(times, times),
        (Side.Both, _) => new(times * (perSide ? 2 : 1), times * (perSide ? 2 : 1)),
        (_, true) => new(times, times),
        _ => default,
    };
}
