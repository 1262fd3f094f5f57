using System.Globalization;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>How a class came, and what it did: what charts are drawn from.</summary>
public sealed class ChartBook(LadderContext db, DiaryBook diary, SchoolCache memory)
{
    /// <summary>Lessons and how many came, week by week, the oldest first.</summary>
    public Task<List<DiaryWeek>> Weeks(Guid classId, DateOnly first, int weeks, CancellationToken cancel) =>
        diary.Weeks(classId, first, weeks, cancel);

    /// <summary>Repetitions left and right of what a class was taught since a day.</summary>
    public Task<List<(string Learnable, SideTally Reps)>> Sides(
        Guid classId,
        DateOnly since,
        CancellationToken cancel
    ) =>
        memory.GetOrCreate(
            Name("sides", classId, since),
            CachedKind.Progress,
            () => ReadSides(classId, since, cancel),
            cancel
        );

    private static string Name(string what, Guid classId, DateOnly since) =>
        string.Create(CultureInfo.InvariantCulture, $"{what} {classId} {since:yyyy-MM-dd}");

    private async Task<List<(string Learnable, SideTally Reps)>> ReadSides(
        Guid classId,
        DateOnly since,
        CancellationToken cancel
    ) =>
        (
            await db
                .TaughtItems.Where(t => t.Date >= since && t.LeftReps + t.RightReps > 0)
                .Join(db.Logs.Where(l => l.ClassId == classId), t => t.LogId, l => l.Id, (t, l) => t)
                .GroupBy(t => t.Learnable)
                .Select(g => new
                {
                    g.Key,
                    Left = g.Sum(t => t.LeftReps),
                    Right = g.Sum(t => t.RightReps),
                })
                .ToListAsync(cancel)
        ).ConvertAll(r => (r.Key, new SideTally(r.Left, r.Right)));

    /// <summary>Seconds that a class spent with each kind of work since a day; what was not done took none.</summary>
    public Task<Dictionary<PaceKind, int>> Work(Guid classId, DateOnly since, CancellationToken cancel) =>
        memory.GetOrCreate(
            Name("work", classId, since),
            CachedKind.Progress,
            () => ReadWork(classId, since, cancel),
            cancel
        );

    private async Task<Dictionary<PaceKind, int>> ReadWork(Guid classId, DateOnly since, CancellationToken cancel) =>
        (
            await db
                .LogLines.Where(l => l.Log!.ClassId == classId && l.Log.On >= since && l.Outcome != LineOutcome.NotDone)
                .Select(l => new { l.Taught, Seconds = l.ActualSeconds ?? l.PlannedSeconds })
                .ToListAsync(cancel)
        )
            .GroupBy(l => TaughtLine.Read(l.Taught).Pace)
            .ToDictionary(g => g.Key, g => g.Sum(l => l.Seconds));
}
