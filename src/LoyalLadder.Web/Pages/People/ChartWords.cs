using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Logs;

namespace LoyalLadder.Web.Pages.People;

/// <summary>What each chart shows, in one sentence above it; empty where there is nothing to say yet.</summary>
public static class ChartWords
{
    /// <summary>So many lessons tell what is usual now, and what was usual before.</summary>
    private const int Compared = 8;

    /// <summary>'9 come to a lesson, as many as before.'</summary>
    public static string OfWeeks(IEnumerable<DiaryWeek> weeks)
    {
        var there = weeks.Where(w => w.Lessons > 0).Select(w => w.There).ToList();
        if (there.Count == 0)
            return "";
        var now = (int)Math.Round(there.TakeLast(Compared).Average());
        if (there.Count < 2 * Compared)
            return Say($"{now} come to a lesson.");
        var before = (int)Math.Round(there.SkipLast(Compared).TakeLast(Compared).Average());
        return now == before ? Say($"{now} come to a lesson, as many as two months ago.")
            : now > before ? Say($"{now} come to a lesson, {now - before} more than two months ago.")
            : Say($"{now} come to a lesson, {before - now} fewer than two months ago.");
    }

    /// <summary>'14 of 16 were here in the last two weeks.'</summary>
    /// <param name="weeksAway">For each student whole weeks since the last lesson.</param>
    public static string OfAway(IReadOnlyCollection<int> weeksAway) =>
        weeksAway.Count == 0
            ? ""
            : Say($"{weeksAway.Count(w => w < 2)} of {weeksAway.Count} were here in the last two weeks.");

    /// <summary>'Most time goes into exercise: 58 %.'</summary>
    public static string OfLongest(IEnumerable<Bar> bars) =>
        bars.MaxBy(b => b.Value) is { Value: > 0 } most
            ? Say($"Most time goes into “{most.Label}”: {most.Words}.")
            : "";

    /// <summary>'Petrels have most left to learn: 85 % is taught.'</summary>
    public static string OfLadder(IEnumerable<Bar> bars) =>
        bars.Where(b => b.Value > 0).MinBy(b => b.Value) is { Value: < 1 } least
            ? Say($"{least.Label} have most left to learn: {least.Words} is taught.")
            : "";

    /// <summary>'Left did a third less than right in round kick.'</summary>
    public static string OfSides(IReadOnlyCollection<(string Name, SideTally Reps)> sides)
    {
        if (sides.Count == 0)
            return "";
        var uneven = sides.Where(s => Sidedness.IsUneven(s.Reps)).ToList();
        if (uneven.Count == 0)
            return Say("Left and right did about the same.");
        var (name, reps) = uneven.MaxBy(s => Math.Abs(s.Reps.Left - s.Reps.Right));
        var (less, more) = (Math.Min(reps.Left, reps.Right), Math.Max(reps.Left, reps.Right));
        if (less == 0)
            return reps.Left == 0
                ? Say($"{Spoken.Capital(name)}: only the right was done.")
                : Say($"{Spoken.Capital(name)}: only the left was done.");
        var share = 100 * (more - less) / more;
        return reps.Left < reps.Right
            ? Say($"{Spoken.Capital(name)}: the left did {share} % less than the right.")
            : Say($"{Spoken.Capital(name)}: the right did {share} % less than the left.");
    }
}
