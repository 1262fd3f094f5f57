using LoyalLadder.Core.Terms;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Terms;

/// <summary>Plans that are being worked out: begun, looked at, stopped and taken. One at a time for a school.</summary>
public sealed class TermSolves(
    LadderContext db,
    SchoolScope scope,
    TermBook terms,
    TermMaps maps,
    TermSolveWorker desk,
    TimeProvider time
)
{
    private const string Turn = "term solve";

    /// <summary>The newest for a class, whether or not it is worked on; null where there is none.</summary>
    public Task<TermSolve?> Of(Guid classTermId, CancellationToken cancel) =>
        db
            .TermSolves.AsNoTracking()
            .Where(s => s.ClassTermId == classTermId)
            .OrderByDescending(s => s.StartedAt)
            .FirstOrDefaultAsync(cancel);

    /// <summary>Begins to work out the plan of a class.</summary>
    /// <param name="term">The term.</param>
    /// <param name="group">The class.</param>
    /// <param name="seconds">1 to 60.</param>
    /// <param name="seed">The same seed gives the same plan.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>Why it was not begun; null where it was.</returns>
    public async Task<string?> Start(Guid term, Guid group, int seconds, int seed, CancellationToken cancel)
    {
        if (await terms.Change(term, group, _ => { }, cancel) is not { } row)
            return Say("The term or the class is no longer there.");
        var (begun, why) = await db.RunExclusive(Turn, () => Begin(row.Id, seconds, seed, cancel), cancel);
        if (begun is { } id)
            desk.Ask(scope.SchoolId, id);
        return why;
    }

    private async Task<(Guid? Begun, string? Why)> Begin(
        Guid classTerm,
        int seconds,
        int seed,
        CancellationToken cancel
    )
    {
        var now = time.GetUtcNow();
        var open = await db
            .TermSolves.Include(s => s.ClassTerm)
                .ThenInclude(c => c!.Class)
            .Where(s => s.EndedAt == null)
            .ToListAsync(cancel);
        if (open.Find(s => s.IsRunning(now)) is { } running)
            return running.ClassTermId == classTerm
                ? (null, null)
                : (
                    null,
                    Say(
                        $"The plan of {running.ClassTerm!.Class!.Name} is being worked out: one at a time. Stop it, or wait."
                    )
                );
        db.TermSolves.RemoveRange(
            await db.TermSolves.Where(s => s.ClassTermId == classTerm || s.EndedAt == null).ToListAsync(cancel)
        );
        var solve = new TermSolve
        {
            SchoolId = scope.SchoolId,
            ClassTermId = classTerm,
            StartedById = scope.UserId,
            StartedAt = now,
            BeatAt = now,
            SecondsAsked = Math.Clamp(seconds, 1, 60),
            Seed = seed,
            Language = AllLanguages.Now.Code,
        };
        db.TermSolves.Add(solve);
        return (solve.Id, null);
    }

    /// <summary>Asks whoever works it out to stop with the best plan so far.</summary>
    public async Task<bool> Stop(Guid classTerm, CancellationToken cancel)
    {
        desk.Stop(scope.SchoolId);
        return await db
                .TermSolves.Where(s => s.ClassTermId == classTerm && s.EndedAt == null)
                .ExecuteUpdateAsync(s => s.SetProperty(x => x.StopAsked, true), cancel) > 0;
    }

    /// <summary>Takes the best plan so far as the class's own; a solve that still runs ends with that.</summary>
    /// <returns>False where there is none.</returns>
    public async Task<bool> Take(TermRow term, Guid group, CancellationToken cancel)
    {
        if (
            await maps.Read(term, group, cancel) is not { } map
            || await Of(map.Row.Id, cancel) is not { Plan.Length: > 0 } solve
        )
            return false;
        var plan = KeptTerm.Read(solve.Plan).Write();
        var taken = await terms.Change(term.Id, group, c => (c.Plan, c.PlannedAt) = (plan, time.GetUtcNow()), cancel);
        await Drop(map.Row.Id, cancel);
        return taken is not null;
    }

    /// <summary>Lets go of a plan that nobody took.</summary>
    public async Task Drop(Guid classTerm, CancellationToken cancel)
    {
        desk.Stop(scope.SchoolId);
        await db.TermSolves.Where(s => s.ClassTermId == classTerm).ExecuteDeleteAsync(cancel);
    }
}
