using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;

namespace LoyalLadder.Core.Progress;

/// <summary>What one lesson exposed everybody in it to.</summary>
/// <param name="Learnable">See <see cref="Learnables"/>.</param>
/// <param name="Stage">1 to 6.</param>
/// <param name="Share">1 where it was done, a half where it was done in part.</param>
/// <param name="Reps">Counted repetitions per side; timed work has none.</param>
public readonly record struct Taught(string Learnable, int Stage, double Share, SideTally Reps);

/// <summary>Reads exposures out of logged lines: once per lesson, learnable and stage, whatever number of lines it took.</summary>
public static class Exposures
{
    public static double Share(LineOutcome outcome) =>
        outcome switch
        {
            LineOutcome.Done => 1,
            LineOutcome.Part => 0.5,
            _ => 0,
        };

    /// <summary>What a lesson taught, by learnable and stage.</summary>
    public static IEnumerable<Taught> Of(
        IEnumerable<(LessonLine Line, LineOutcome Outcome)> lines,
        LessonSetting setting
    ) =>
        lines
            .Where(l => l.Outcome != LineOutcome.NotDone)
            .SelectMany(l => OfLine(l.Line, Share(l.Outcome), setting))
            .GroupBy(t => (t.Learnable, t.Stage))
            .Select(g => new Taught(
                g.Key.Learnable,
                g.Key.Stage,
                g.Max(t => t.Share),
                g.Aggregate(default(SideTally), (sum, t) => sum + t.Reps)
            ));

    private static IEnumerable<Taught> OfLine(LessonLine line, double share, LessonSetting setting)
    {
        var stage = Stages.Of(line);
        var doses = LessonTally.Repetitions(line, setting).ToList();
        var reps = new Dictionary<string, SideTally>();
        foreach (var (times, perSide) in doses)
        {
            var done = (int)Math.Round(times * share, MidpointRounding.AwayFromZero);
            foreach (var element in line.Moves.Elements)
                if (element.Technique is { } technique)
                    reps[technique.Id] =
                        reps.GetValueOrDefault(technique.Id) + LessonTally.Sides(element.Side, done, perSide);
            foreach (var number in Learnables.Of(line.Moves).Where(Learnables.IsNumber))
                reps[number] = new SideTally(done, perSide ? done : 0);
        }
        return Learnables.Of(line.Moves).Select(l => new Taught(l, stage, share, reps.GetValueOrDefault(l)));
    }
}
