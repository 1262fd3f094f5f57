using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.PadRounds;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Runs;

/// <summary>An event that is not kept, and why.</summary>
public sealed record RefusedEvent(Guid Id, string Why);

/// <summary>What became of a batch of events: each is judged by itself, so that one bad one holds up no other.</summary>
public sealed record EventsKept(IReadOnlyList<Guid> Kept, IReadOnlyList<RefusedEvent> Refused);

/// <summary>Runs of lessons: making one ready and keeping what is pressed on the mat.</summary>
public sealed class LessonRuns(LadderContext db, LessonSheets sheets, RoundsBook rounds, TimeProvider time)
{
    private static string Turn(Guid lesson) => $"run {lesson}";

    /// <summary>The run of a lesson with its events; null while nobody has opened the mat.</summary>
    public Task<LessonRun?> Find(Guid lessonId, CancellationToken cancel) =>
        db.Runs.AsNoTracking().Include(r => r.Events).FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);

    /// <summary>The key of a lesson's run; null while nobody has opened the mat.</summary>
    public Task<Guid?> IdOf(Guid lessonId, CancellationToken cancel) =>
        db.Runs.Where(r => r.LessonId == lessonId).Select(r => (Guid?)r.Id).FirstOrDefaultAsync(cancel);

    /// <summary>The program of a lesson's run as JSON; null while nobody has opened the mat.</summary>
    public Task<string?> Program(Guid lessonId, CancellationToken cancel) =>
        db.Runs.Where(r => r.LessonId == lessonId).Select(r => r.Program).FirstOrDefaultAsync(cancel);

    /// <summary>The run of a lesson, made from its sheet as it stands now if there is none; null when there is no such lesson.</summary>
    public async Task<LessonRun?> Open(Guid lessonId, CancellationToken cancel)
    {
        // once something was pressed the sheet's changes no longer matter
        if (await Find(lessonId, cancel) is { Events.Count: > 0 } begun)
            return begun;
        return await db.RunExclusive(Turn(lessonId), () => MakeReady(lessonId, cancel), cancel);
    }

    private async Task<LessonRun?> MakeReady(Guid lessonId, CancellationToken cancel)
    {
        if (await sheets.Open(lessonId, cancel) is not { } sheet)
            return null;
        var run = await db.Runs.Include(r => r.Events).FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);
        if (run is { Events.Count: > 0 })
            return run;
        if (run is null)
        {
            run = new LessonRun { LessonId = lessonId, Program = "" };
            db.Runs.Add(run);
        }
        var program = LessonRun.Write(sheet.Program(await rounds.CallsOf(sheet.Plan, cancel)));
        // PostgreSQL writes JSON its own way: what is the same to read is not written again
        if (run.Program.Length == 0 || LessonRun.Write(run.ReadProgram()) != program)
            run.Program = program;
        run.BookedEnd = BookedEnd(sheet);
        return run;
    }

    /// <summary>Keeps events; those that are kept already are passed over, so that a device may send again.</summary>
    /// <returns>Null when there is no such run.</returns>
    public Task<EventsKept?> Keep(Guid lessonId, IReadOnlyCollection<RunEvent> events, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(lessonId),
            async () =>
            {
                var run = await db
                    .Runs.Where(r => r.LessonId == lessonId)
                    .Select(r => (Guid?)r.Id)
                    .FirstOrDefaultAsync(cancel);
                return run is { } id ? await KeepInTurn(id, events, cancel) : null;
            },
            cancel
        );

    private async Task<EventsKept?> KeepInTurn(Guid run, IReadOnlyCollection<RunEvent> events, CancellationToken cancel)
    {
        var now = time.GetUtcNow();
        var judged = events.DistinctBy(e => e.Id).Select(e => (Event: e, Problem: e.Problem(now))).ToList();
        var sound = judged.Where(j => j.Problem is null).Select(j => j.Event).ToList();
        var ids = sound.ConvertAll(e => e.Id);
        var known = await db
            .RunEvents.Where(e => ids.Contains(e.Id))
            .Select(e => new { e.Id, Run = EF.Property<Guid>(e, "RunId") })
            .ToDictionaryAsync(e => e.Id, e => e.Run, cancel);
        var fresh = sound.FindAll(e => !known.ContainsKey(e.Id));
        var there = await db.RunEvents.CountAsync(e => EF.Property<Guid>(e, "RunId") == run, cancel);
        // an end is kept however many there are
        var over = fresh
            .Where(e => e.Kind != RunEventKind.End)
            .Skip(Math.Max(0, RunEvent.MostOfARun - there))
            .Select(e => e.Id)
            .ToHashSet();
        foreach (var e in fresh.Where(e => !over.Contains(e.Id)))
        {
            var entry = db.RunEvents.Add(e.Kept(now));
            entry.Property("RunId").CurrentValue = run;
        }
        Measures.RunEvents.Add(fresh.Count - over.Count);
        var elsewhere = known.Where(k => k.Value != run).Select(k => k.Key).ToHashSet();
        return new EventsKept(
            [.. ids.Where(i => !elsewhere.Contains(i) && !over.Contains(i))],
            [
                .. judged.Where(j => j.Problem is not null).Select(j => new RefusedEvent(j.Event.Id, j.Problem!)),
                .. elsewhere.Select(i => new RefusedEvent(i, Say("This key is taken by another lesson."))),
                .. over.Select(i => new RefusedEvent(i, Say($"A run keeps at most {RunEvent.MostOfARun:N0} presses."))),
            ]
        );
    }

    /// <summary>
    /// Throws away a run that was started by mistake: as if nobody had pressed start. What is logged stays, and so does a run that
    /// went on for longer than a mistake does.
    /// </summary>
    /// <returns>Why it is not thrown away; null when it is.</returns>
    public Task<string?> Discard(Guid lessonId, CancellationToken cancel) =>
        db.RunExclusive(
            Turn(lessonId),
            async () =>
            {
                var run = await db.Runs.Include(r => r.Events).FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);
                if (StateOf(run) is not { } state || run is null)
                    return null;
                if (await db.Logs.AnyAsync(l => l.LessonId == lessonId, cancel))
                    return Say("This lesson is logged: it was taught.");
                if (!state.MayBeAMistake(time.GetUtcNow()))
                    return Say("It has run for too long to be a mistake: end it, and log what was done.");
                db.RunEvents.RemoveRange(run.Events);
                db.Runs.Remove(run);
                return (string?)null;
            },
            cancel
        );

    /// <summary>What the events of a run add up to; null while nobody has pressed start.</summary>
    public RunState? StateOf(LessonRun? run) =>
        run is { Events.Count: > 0 } ? RunState.Of(run.ReadProgram(), run.Events, time.GetUtcNow()) : null;

    private static DateTimeOffset BookedEnd(OpenSheet sheet) =>
        SchoolTime
            .At(sheet.School, sheet.Lesson.Date, sheet.Lesson.Start)
            .AddMinutes(sheet.Lesson.Minutes)
            .ToUniversalTime();
}
