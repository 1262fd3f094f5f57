using System.Globalization;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Logs;

/// <summary>A logged lesson in one line.</summary>
public sealed record DiaryEntry(
    Guid Lesson,
    DateOnly Date,
    string Class,
    Guid TaughtById,
    int Present,
    int Lines,
    int Done,
    int Open,
    int Planned,
    int? Actual,
    string Notes
);

/// <summary>A week of lessons that were run by the clock.</summary>
/// <param name="From">Its first day.</param>
/// <param name="Lessons">How many.</param>
/// <param name="Planned">Seconds planned.</param>
/// <param name="Actual">Seconds taken.</param>
/// <param name="There">People there, a lesson.</param>
public sealed record DiaryWeek(DateOnly From, int Lessons, int Planned, int Actual, double There);

/// <summary>What was taught, to be looked through.</summary>
public sealed class DiaryBook(LadderContext db, SchoolCache memory)
{
    private IQueryable<LessonLog> Logs(Guid? classId) =>
        db.Logs.AsNoTracking().Where(l => l.OutcomesAt != null && (classId == null || l.ClassId == classId));

    /// <summary>Logs of a class, or of all, the newest first.</summary>
    public async Task<List<DiaryEntry>> Entries(Guid? classId, int offset, int count, CancellationToken cancel) =>
        [
            .. await memory.GetOrCreate(
                string.Create(CultureInfo.InvariantCulture, $"diary {classId} {offset} {count}"),
                CachedKind.Progress,
                () => ReadEntries(classId, offset, count, cancel),
                cancel
            ),
        ];

    private async Task<List<DiaryEntry>> ReadEntries(Guid? classId, int offset, int count, CancellationToken cancel)
    {
        var logs = await Logs(classId)
            .OrderByDescending(l => l.On)
            .ThenByDescending(l => l.Start)
            .Skip(offset)
            .Take(count)
            .Join(db.Classes, l => l.ClassId, c => c.Id, (l, c) => new { Log = l, Class = c.Name })
            .ToListAsync(cancel);
        var ids = logs.ConvertAll(l => l.Log.Id);
        var lines = await Lines(ids, cancel);
        var present = await Present(ids, cancel);
        return logs.ConvertAll(l =>
        {
            var counts = lines.GetValueOrDefault(l.Log.Id);
            return new DiaryEntry(
                l.Log.LessonId,
                l.Log.On,
                l.Class,
                l.Log.TaughtById,
                present.GetValueOrDefault(l.Log.Id),
                counts?.All ?? 0,
                counts?.Done ?? 0,
                counts?.Open ?? 0,
                l.Log.PlannedSeconds,
                l.Log.ActualSeconds,
                l.Log.Notes
            );
        });
    }

    private sealed record LineCounts(Guid Log, int All, int Done, int Open);

    /// <summary>
    /// How many lines there are, by log: counted once for all logs, since a count a log and kind costs several times
    /// as much.
    /// </summary>
    private Task<Dictionary<Guid, LineCounts>> Lines(List<Guid> logs, CancellationToken cancel) =>
        db
            .LogLines.Where(x => logs.Contains(x.LogId))
            .GroupBy(x => x.LogId)
            .Select(g => new LineCounts(
                g.Key,
                g.Count(),
                g.Count(x => x.Outcome == LineOutcome.Done),
                g.Count(x => x.Outcome != LineOutcome.Done && x.SettledAt == null && x.Carries)
            ))
            .ToDictionaryAsync(c => c.Log, cancel);

    /// <summary>How many were there, by log.</summary>
    private Task<Dictionary<Guid, int>> Present(List<Guid> logs, CancellationToken cancel) =>
        db
            .Attendances.Where(a => logs.Contains(a.LogId))
            .GroupBy(a => a.LogId)
            .Select(g => new { Log = g.Key, People = g.Count() })
            .ToDictionaryAsync(c => c.Log, c => c.People, cancel);

    /// <summary>Weeks from a day on, the oldest first. Not to be changed by who reads them.</summary>
    public Task<List<DiaryWeek>> Weeks(Guid? classId, DateOnly first, int weeks, CancellationToken cancel) =>
        memory.GetOrCreate(
            string.Create(CultureInfo.InvariantCulture, $"diary weeks {classId} {first.DayNumber} {weeks}"),
            CachedKind.Progress,
            () => ReadWeeks(classId, first, weeks, cancel),
            cancel
        );

    private async Task<List<DiaryWeek>> ReadWeeks(Guid? classId, DateOnly first, int weeks, CancellationToken cancel)
    {
        var logs = await Logs(classId)
            .Where(l => l.On >= first && l.ActualSeconds > 0)
            .Select(l => new
            {
                l.Id,
                l.On,
                l.PlannedSeconds,
                Actual = l.ActualSeconds!.Value,
            })
            .ToListAsync(cancel);
        var there = await Present(logs.ConvertAll(l => l.Id), cancel);
        var byWeek = logs.ToLookup(l => (l.On.DayNumber - first.DayNumber) / 7);
        return
        [
            .. Enumerable
                .Range(0, weeks)
                .Select(w => new DiaryWeek(
                    first.AddDays(7 * w),
                    byWeek[w].Count(),
                    byWeek[w].Sum(l => l.PlannedSeconds),
                    byWeek[w].Sum(l => l.Actual),
                    byWeek[w].Select(l => (double)there.GetValueOrDefault(l.Id)).DefaultIfEmpty(0).Average()
                )),
        ];
    }

    /// <summary>The last logs of a class before a day, with lines and attendance, the newest first.</summary>
    public Task<List<LessonLog>> Last(Guid classId, DateOnly before, int count, CancellationToken cancel) =>
        db
            .Logs.AsNoTracking()
            .Include(l => l.Lines)
            .Include(l => l.Attendances)
            .AsSplitQuery()
            .Where(l => l.ClassId == classId && l.On < before && l.OutcomesAt != null)
            .OrderByDescending(l => l.On)
            .ThenByDescending(l => l.Id)
            .Take(count)
            .ToListAsync(cancel);
}
