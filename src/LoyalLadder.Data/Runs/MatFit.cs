using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.PadRounds;
using LoyalLadder.Data.Progress;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Runs;

/// <summary>A way to end in time, as the mat shows it: what it does, and by how many seconds the lesson then ends sooner.</summary>
public sealed record MatWay(string Way, string Title, int SecondsSaved);

/// <summary>What the mat offers when a lesson runs late.</summary>
/// <param name="LateSeconds">By how much the end would be late as things stand; early is negative.</param>
/// <param name="Ways">The ways that end in time and change something; empty where none does.</param>
public sealed record MatFitOffer(int LateSeconds, IReadOnlyList<MatWay> Ways)
{
    public static MatFitOffer Of(RestOfRun rest) =>
        new(
            rest.LateSeconds,
            [
                .. rest
                    .Ways.Where(w => w.Changed.Any())
                    .Select(w => new MatWay(w.Way.ToString(), rest.Title(w), w.SecondsSaved)),
            ]
        );
}

/// <summary>Fits what is left of a running lesson into the time that is left, and keeps that for all devices.</summary>
public sealed class MatFit(
    LadderContext db,
    LessonSheets sheets,
    LessonRuns runs,
    RoundsBook rounds,
    PaceBook paces,
    TimeProvider time
)
{
    /// <summary>What a fit would change; null when nothing runs.</summary>
    public async Task<MatFitOffer?> Offer(Guid lessonId, CancellationToken cancel)
    {
        var run = await runs.Find(lessonId, cancel);
        return run is not null && await RestOf(run, cancel) is { } rest ? MatFitOffer.Of(rest) : null;
    }

    /// <summary>Fits what is left in one of the ways and keeps it for all devices.</summary>
    /// <returns>The program from now on; null when nothing runs or nothing fits.</returns>
    public Task<MatProgram?> Take(Guid lessonId, FitWay way, CancellationToken cancel) =>
        db.RunExclusive(
            $"run {lessonId}",
            async () =>
            {
                var run = await db.Runs.Include(r => r.Events).FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);
                if (run is null || await RestOf(run, cancel) is not { } rest)
                    return null;
                var writer = new SheetWriter(await sheets.Reader(cancel));
                var program = rest.Program(way, run.ReadProgram(), writer, await Beside(lessonId, cancel));
                if (program is null)
                    return null;
                run.Program = LessonRun.Write(program);
                var fit = new RunEvent(Guid.CreateVersion7(), time.GetUtcNow(), RunEventKind.Fit, Value: program.Fits);
                db.RunEvents.Add(fit);
                db.Entry(fit).Property("RunId").CurrentValue = run.Id;
                return program;
            },
            cancel
        );

    private async Task<BesideLines?> Beside(Guid lessonId, CancellationToken cancel) =>
        await sheets.Open(lessonId, cancel) is { } sheet
            ? sheet.Beside(await rounds.CallsOf(sheet.Plan, cancel))
            : null;

    private async Task<RestOfRun?> RestOf(LessonRun run, CancellationToken cancel)
    {
        if (runs.StateOf(run) is not { } state || await sheets.Open(run.LessonId, cancel) is not { } sheet)
            return null;
        return RestOfRun.Of(
            sheet.Plan.Entries.Select((e, i) => new KeyedEntry(sheet.RowOf[i].Id, e)),
            sheet.Plan.Head,
            sheet.Clock.Setting,
            run.ReadProgram(),
            state,
            run.BookedEnd,
            await sheets.Reader(cancel),
            await paces.TakenFor(sheet, cancel),
            time.GetUtcNow()
        );
    }
}
