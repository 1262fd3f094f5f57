using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Lessons;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Runs;

/// <summary>Runs of lessons: making one ready and keeping what is pressed on the mat.</summary>
public sealed class LessonRuns(LadderContext db, LessonSheets sheets, TimeProvider time)
{
    /// <summary>The run of a lesson, made from its sheet as it stands now if there is none; null when there is no such lesson.</summary>
    public async Task<LessonRun?> Open(Guid lessonId, CancellationToken cancel)
    {
        var run = await db
            .Runs.AsNoTracking()
            .Include(r => r.Events)
            .FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);
        // nothing was pressed yet: the sheet may still have changed
        if (run is { Events.Count: > 0 })
            return run;
        if (await sheets.Open(lessonId, cancel) is not { } sheet)
            return null;
        var program = LessonRun.Write(sheet.Program());
        if (run is null)
        {
            run = new LessonRun
            {
                LessonId = lessonId,
                Program = program,
                BookedEnd = BookedEnd(sheet),
            };
            db.Runs.Add(run);
        }
        else
        {
            db.Attach(run);
            run.Program = program;
            run.BookedEnd = BookedEnd(sheet);
        }
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException) when (run.ChangedAt != default)
        {
            // two devices opened the mat in the same moment; the first one's run serves both
            db.ChangeTracker.Clear();
            return await db
                .Runs.AsNoTracking()
                .Include(r => r.Events)
                .FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);
        }
        return run;
    }

    /// <summary>Keeps events; those that are kept already are passed over, so that a device may send again.</summary>
    /// <returns>False when there is no such run.</returns>
    public async Task<bool> Keep(Guid runId, IReadOnlyCollection<RunEvent> events, CancellationToken cancel)
    {
        var run = await db.Runs.FirstOrDefaultAsync(r => r.Id == runId, cancel);
        if (run is null)
            return false;
        var ids = events.Select(e => e.Id).ToList();
        var known = await db
            .RunEvents.IgnoreQueryFilters()
            .Where(e => ids.Contains(e.Id))
            .Select(e => e.Id)
            .ToListAsync(cancel);
        foreach (var e in events.DistinctBy(e => e.Id).Where(e => !known.Contains(e.Id)))
        {
            // PostgreSQL keeps instants in UTC
            var entry = db.RunEvents.Add(e with { At = e.At.ToUniversalTime() });
            entry.Property("RunId").CurrentValue = run.Id;
        }
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException)
            when (!cancel.IsCancellationRequested && events.Count > 0 && db.ChangeTracker.Entries<RunEvent>().Any())
        {
            // the same device sent twice at once: one of the two has kept them
            db.ChangeTracker.Clear();
            return await db.RunEvents.CountAsync(e => ids.Contains(e.Id), cancel) == ids.Distinct().Count();
        }
        return true;
    }

    /// <summary>What the events of a run add up to; null while nobody has pressed start.</summary>
    public RunState? StateOf(LessonRun? run) =>
        run is { Events.Count: > 0 } ? RunState.Of(run.ReadProgram(), run.Events, time.GetUtcNow()) : null;

    private static DateTimeOffset BookedEnd(OpenSheet sheet) =>
        SchoolTime
            .At(sheet.School, sheet.Lesson.Date, sheet.Lesson.Start)
            .AddMinutes(sheet.Lesson.Minutes)
            .ToUniversalTime();
}
