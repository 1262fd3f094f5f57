using System.Collections.Concurrent;
using System.Threading.Channels;
using LoyalLadder.Core.Terms;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging;

namespace LoyalLadder.Data.Terms;

/// <summary>
/// Works out plans behind the pages, a few schools' at once, on threads that give way to whoever is waited for. What it has
/// found so far is in the database twice a second, so that any process can show it and a kill loses nothing that was taken.
/// </summary>
public sealed partial class TermSolveWorker(
    IServiceScopeFactory scopes,
    TimeProvider time,
    ILogger<TermSolveWorker> log
) : BackgroundService
{
    private static readonly TimeSpan Beat = TimeSpan.FromMilliseconds(500);

    /// <summary>Plans that are worked out at once; whoever is behind these waits, and says that it does.</summary>
    private readonly SemaphoreSlim _room = new(Math.Max(2, Environment.ProcessorCount));

    private readonly Channel<(Guid School, Guid Solve)> _asked = Channel.CreateUnbounded<(Guid, Guid)>();
    private readonly ConcurrentDictionary<Guid, CancellationTokenSource> _running = new();

    /// <summary>Puts a solve in line.</summary>
    public void Ask(Guid school, Guid solve) => _asked.Writer.TryWrite((school, solve));

    /// <summary>Stops what is worked out here for a school, if anything is.</summary>
    public void Stop(Guid school)
    {
        if (_running.TryGetValue(school, out var stop))
            stop.Cancel();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var working = new List<Task>();
        try
        {
            await foreach (var (school, solve) in _asked.Reader.ReadAllAsync(stoppingToken))
            {
                working.RemoveAll(w => w.IsCompleted);
                working.Add(Carefully(school, solve, stoppingToken));
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested) { }
        await Task.WhenAll(working).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
    }

    private async Task Carefully(Guid school, Guid solve, CancellationToken stopping)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        _running[school] = stop;
        try
        {
            if (await HasRoom(school, solve, stopping))
                await Work(school, solve, stop, stopping);
        }
        // one plan that fails, however it does, must not end the service that works out the others
        catch (Exception e) when (!stopping.IsCancellationRequested)
        {
            Failed(log, e.Message);
        }
        finally
        {
            _running.TryRemove(school, out _);
        }
    }

    /// <summary>Waits for its turn; false where nobody wants it any more by then.</summary>
    private async Task<bool> HasRoom(Guid school, Guid id, CancellationToken stopping)
    {
        while (!await _room.WaitAsync(Beat, stopping))
        {
            await using var scope = Scope(school);
            var db = scope.ServiceProvider.GetRequiredService<LadderContext>();
            if (await Tell(db, id, _ => { }, false, stopping))
                continue;
            await Tell(db, id, _ => { }, true, stopping);
            return false;
        }
        return true;
    }

    private async Task Work(Guid school, Guid id, CancellationTokenSource stop, CancellationToken stopping)
    {
        try
        {
            await WorkNow(school, id, stop, stopping);
        }
        finally
        {
            _room.Release();
        }
    }

    private async Task WorkNow(Guid school, Guid id, CancellationTokenSource stop, CancellationToken stopping)
    {
        await using var scope = Scope(school);
        var db = scope.ServiceProvider.GetRequiredService<LadderContext>();
        var row = await db
            .TermSolves.AsNoTracking()
            .Include(s => s.ClassTerm)
            .FirstOrDefaultAsync(s => s.Id == id, stopping);
        if (row is null)
            return;
        // nobody's request: it speaks to whoever asked
        AllLanguages.Now = AllLanguages.Find(row.Language) ?? AllLanguages.Now;
        var term = await scope.ServiceProvider.GetRequiredService<TermBook>().Find(row.ClassTerm!.TermId, stopping);
        var map = term is null
            ? null
            : await scope.ServiceProvider.GetRequiredService<TermMaps>().Read(term, row.ClassTerm.ClassId, stopping);
        if (map is null)
            return;
        var ask = map.Plain.Ask(row.Seed, row.SecondsAsked);
        if (TermProblems.Of(ask) is { Count: > 0 } problems)
        {
            await Tell(db, id, s => s.Trouble = string.Join('\n', problems.Select(p => p.Message)), true, stopping);
            return;
        }
        await Solve(db, id, map, ask, stop);
    }

    private async Task Solve(LadderContext db, Guid id, ClassMap map, TermAsk ask, CancellationTokenSource stop)
    {
        TermFound? newest = null;
        var found = 0;
        var begun = time.GetTimestamp();
        var solving = LowPriorityThread.Run(() =>
            TermSolver.Solve(
                ask,
                f =>
                {
                    Volatile.Write(ref newest, f);
                    Interlocked.Increment(ref found);
                },
                stop.Token
            )
        );
        while (await Task.WhenAny(solving, Task.Delay(Beat, time, CancellationToken.None)) != solving)
        {
            var isWanted = await Tell(
                db,
                id,
                s => Fill(s, map, Volatile.Read(ref newest), found, Seconds()),
                false,
                CancellationToken.None
            );
            if (!isWanted)
                await stop.CancelAsync();
        }
        var solved = await solving;
        await Tell(db, id, s => Fill(s, map, ask, solved, found, Seconds()), true, CancellationToken.None);

        decimal Seconds() => Math.Round((decimal)time.GetElapsedTime(begun).TotalSeconds, 1);
    }

    private static void Fill(TermSolve row, ClassMap map, TermFound? newest, int found, decimal seconds)
    {
        row.Seconds = seconds;
        if (newest is null || row.Found == found)
            return;
        (row.Plan, row.Found) = (map.Kept.With(map.Plain, newest.Plan).Write(), found);
        Fill(row, newest.Score, newest.Bound);
    }

    private static void Fill(TermSolve row, ClassMap map, TermAsk ask, TermSolved solved, int found, decimal seconds)
    {
        (row.Seconds, row.IsBest) = (seconds, solved.IsBest);
        if (solved is not { Plan: { } plan, Score: { } score })
        {
            row.Trouble = Say("What is pinned leaves no plan that keeps the rules.");
            return;
        }
        (row.Plan, row.Found) = (map.Kept.With(map.Plain, plan).Write(), found + 1);
        Fill(row, score, solved.Bound);
        row.Offers =
            score.Missing == 0
                ? ""
                : string.Join(
                    '\n',
                    TermWords
                        .AtFault(ask)
                        .Select(w => Say($"Too much: {w}"))
                        .Concat(solved.Relaxations.Select(r => TermWords.Of(ask, r)))
                );
    }

    private static void Fill(TermSolve row, TermScore score, int bound) =>
        (row.Missing, row.LongGaps, row.GapDays, row.MaxLoad, row.Bound) = (
            score.Missing,
            score.LongGaps,
            score.GapDays,
            score.MaxLoad,
            bound
        );

    /// <summary>Writes down how far a solve is.</summary>
    /// <returns>False where nobody wants it any more: it was stopped, taken or dropped.</returns>
    private async Task<bool> Tell(
        LadderContext db,
        Guid id,
        Action<TermSolve> fill,
        bool isEnd,
        CancellationToken cancel
    )
    {
        db.ChangeTracker.Clear();
        if (await db.TermSolves.FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } row)
            return false;
        fill(row);
        row.BeatAt = time.GetUtcNow();
        if (isEnd)
            row.EndedAt = row.BeatAt;
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            // it was taken or dropped in between
            return false;
        }
        return !row.StopAsked;
    }

    private AsyncServiceScope Scope(Guid school)
    {
        var scope = scopes.CreateAsyncScope();
        scope.ServiceProvider.GetRequiredService<SchoolScope>().SchoolId = school;
        return scope;
    }

    public override void Dispose()
    {
        _room.Dispose();
        base.Dispose();
    }

    [LoggerMessage(LogLevel.Warning, "A term plan was given up: {Why}")]
    private static partial void Failed(ILogger log, string why);
}
