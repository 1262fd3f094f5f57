using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;

namespace LoyalLadder.Core.Progress;

/// <summary>What one lesson exposed everybody in it to.</summary>
/// <param name="Learnable">See <see cref="Learnables"/>.</param>
/// <param name="Stage">1 to 6.</param>
/// <param name="Share">1 where it was done, a half where it was done in part.</param>
/// <param name="LessonShare">
/// What the lesson counts as an exposure to the learnable, whatever number of stages it took: held by the highest stage alone, 0
/// at the others.
/// </param>
/// <param name="Reps">Counted repetitions per side; timed work has none.</param>
public readonly record struct Exposure(string Learnable, int Stage, double Share, double LessonShare, SideTally Reps);

/// <summary>Adds up logged lines to exposures: once per lesson, learnable and stage, whatever number of lines it took.</summary>
public static class Exposures
{
    public static double Share(LineOutcome outcome) =>
        outcome switch
        {
            LineOutcome.Done => 1,
            LineOutcome.Part => 0.5,
            _ => 0,
        };

    /// <summary>What a lesson exposed its people to, by learnable and stage.</summary>
    public static IReadOnlyList<Exposure> Of(IEnumerable<(TaughtLine Line, LineOutcome Outcome)> lines)
    {
        var byStage = lines
            .Where(l => l.Outcome != LineOutcome.NotDone)
            .SelectMany(l => l.Line.Items.Select(i => (Item: i, l.Outcome)))
            .GroupBy(x => (x.Item.Learnable, x.Item.Stage))
            .Select(g => new Exposure(
                g.Key.Learnable,
                g.Key.Stage,
                g.Max(x => Share(x.Outcome)),
                0,
                g.Aggregate(default(SideTally), (sum, x) => sum + RepsOf(x.Item, x.Outcome))
            ))
            .ToList();
        var highest = byStage.GroupBy(e => e.Learnable).ToDictionary(g => g.Key, g => g.Max(e => e.Stage));
        var shares = byStage.GroupBy(e => e.Learnable).ToDictionary(g => g.Key, g => g.Max(e => e.Share));
        return
        [
            .. byStage.Select(e => e.Stage == highest[e.Learnable] ? e with { LessonShare = shares[e.Learnable] } : e),
        ];
    }

    private static SideTally RepsOf(TaughtItemOfLine item, LineOutcome outcome) =>
        outcome == LineOutcome.Done ? item.Done : item.Part;
}
