using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Logs;

/// <summary>A line that a class is owed.</summary>
public sealed record OwedLine(
    Guid LogLine,
    Guid ClassId,
    string Text,
    LineOutcome Outcome,
    DateOnly From,
    Guid TaughtById
);

/// <summary>What classes are owed, and dropping a debt by name.</summary>
public sealed class OwedLines(LadderContext db, SchoolScope scope, SchoolCache memory, TimeProvider time)
{
    private sealed record RecentLog(Guid Id, Guid ClassId, DateOnly Date, TimeOnly Start, Guid TaughtById);

    private static readonly Func<LadderContext, IAsyncEnumerable<RecentLog>> RecentLogs = EF.CompileAsyncQuery(
        (LadderContext db) =>
            db.Classes.SelectMany(c =>
                db.Logs.Where(l => l.ClassId == c.Id && l.OutcomesAt != null)
                    .OrderByDescending(l => l.On)
                    .ThenByDescending(l => l.Start)
                    .Take(Owed.LessonsKept)
                    .Select(l => new RecentLog(l.Id, c.Id, l.On, l.Start, l.TaughtById))
            )
    );

    private static readonly Func<LadderContext, Guid[], IAsyncEnumerable<LogLine>> OpenLines = EF.CompileAsyncQuery(
        (LadderContext db, Guid[] logs) =>
            db
                .LogLines.AsNoTracking()
                .Where(l => logs.Contains(l.LogId) && l.Outcome != LineOutcome.Done && l.SettledAt == null && l.Carries)
                .OrderBy(l => l.Position)
                .AsQueryable()
    );

    /// <summary>The debts of some classes, newest lesson first.</summary>
    public async Task<List<OwedLine>> Of(IReadOnlyCollection<Guid> classIds, CancellationToken cancel)
    {
        // every sheet, every look at Today and at the week asks
        var all = await memory.GetOrCreate("owed", CachedKind.Progress, () => Read(cancel), cancel);
        return [.. classIds.Distinct().SelectMany(c => all[c])];
    }

    private async Task<ILookup<Guid, OwedLine>> Read(CancellationToken cancel)
    {
        var recent = await RecentLogs(db).ToListAsync(cancel);
        var lines = await OpenLines(db, [.. recent.Select(r => r.Id)]).ToListAsync(cancel);
        return (
            from classLogs in recent.GroupBy(r => r.ClassId)
            from log in classLogs
                .OrderByDescending(l => l.Date)
                .ThenByDescending(l => l.Start)
                .Select((l, since) => (Row: l, Since: since))
            from line in lines.Where(l => l.LogId == log.Row.Id)
            where Owed.IsOwed(new CarryOver(line.Id, line.Outcome, log.Since, line.SettledAt is not null))
            select new OwedLine(line.Id, log.Row.ClassId, line.Text, line.Outcome, log.Row.Date, log.Row.TaughtById)
        ).ToLookup(o => o.ClassId);
    }

    /// <summary>Lets a debt go, by name; false when there is no such debt.</summary>
    public Task<bool> Drop(Guid logLine, CancellationToken cancel) =>
        db.RunExclusive(
            $"debt {logLine}",
            async () =>
            {
                var line = await db.LogLines.FirstOrDefaultAsync(l => l.Id == logLine, cancel);
                if (line is null)
                    return false;
                line.SettledAt ??= time.GetUtcNow();
                line.SettledById ??= scope.UserId;
                return true;
            },
            cancel
        );
}
