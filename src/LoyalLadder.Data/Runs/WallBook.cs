using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Doors;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Runs;

/// <summary>What runs in a hall now, and what comes next there; without the name of any person.</summary>
/// <param name="Run">The lesson that runs; null while nothing does.</param>
/// <param name="Minutes">Minutes booked for it.</param>
/// <param name="ClassName">The class that runs; empty while nothing does.</param>
/// <param name="Next">The next class of the day there and its hour; null when there is none.</param>
public sealed record WallNow(LessonRun? Run, int Minutes, string ClassName, (string Class, TimeOnly At)? Next)
{
    /// <summary>What the wall may be told: what drives the clock, and nothing that somebody typed or who was there.</summary>
    public IEnumerable<RunEvent> Events =>
        Run?.Events.Where(e => e.Kind is not (RunEventKind.Note or RunEventKind.Roll))
            .Select(e => e with { Text = null })
        ?? [];

    /// <summary>Other whenever something on it is other.</summary>
    public string Version => $"{Run?.Id}/{Run?.Events.Count}/{Next?.Class}/{Next?.At}";
}

/// <summary>The walls of halls: each by a secret address, without a sign-in.</summary>
public sealed class WallBook(LadderContext db, SchoolLookup door, OwnSchool own, DayPlan days, TimeProvider time)
{
    /// <summary>A run that nobody ended is taken off the wall after so long.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromHours(4);

    /// <summary>The hall of a secret address; from here on the request works for its school. Null for no hall's.</summary>
    public async Task<HallCard?> Enter(string secret, CancellationToken cancel)
    {
        if (await door.Wall(ApiToken.HashOf(secret), cancel) is not { } wall)
            return null;
        door.Enter(wall.SchoolId, Guid.Empty);
        return (await own.Facts(cancel)).Hall(wall.Id);
    }

    /// <summary>Makes a new secret address; the one before it opens nothing any more. Null when there is no such hall.</summary>
    public Task<string?> Renew(Guid hallId, CancellationToken cancel) =>
        db.RunExclusive(
            $"wall {hallId}",
            async () =>
            {
                if (
                    await db.Halls.FirstOrDefaultAsync(h => h.Id == hallId && h.ArchivedAt == null, cancel)
                    is not { } hall
                )
                    return null;
                var secret = ApiToken.Fresh()["ll_".Length..];
                hall.WallHash = ApiToken.HashOf(secret);
                return secret;
            },
            cancel
        );

    /// <summary>What a hall's wall shows now.</summary>
    public async Task<WallNow> Now(Guid hall, CancellationToken cancel)
    {
        var school = (await own.Facts(cancel)).School;
        var today = SchoolTime.Today(school, time);
        var since = time.GetUtcNow() - Longest;
        var begun = await db
            .Lessons.AsNoTracking()
            .Where(l => l.HallId == hall && l.Date >= today.AddDays(-1) && l.Date <= today.AddDays(1) && l.Run != null)
            .Where(l => l.Run!.Events.Any(e => e.Kind == RunEventKind.Start && e.At > since))
            .Select(l => new
            {
                l.Minutes,
                Class = l.Class!.Name,
                Run = l.Run!,
                l.Run!.Events,
            })
            .ToListAsync(cancel);
        var running = begun
            .Select(b => (b.Minutes, b.Class, b.Run, State: StateOf(b.Run, b.Events)))
            .Where(b => b.State is { StartedAt: not null, EndedAt: null })
            .OrderByDescending(b => b.State.StartedAt)
            .FirstOrDefault();
        return new WallNow(running.Run, running.Minutes, running.Class ?? "", await Next(hall, school, today, cancel));
    }

    private RunState StateOf(LessonRun run, List<RunEvent> events)
    {
        run.Events = events;
        return RunState.Of(run.ReadProgram(), events, time.GetUtcNow());
    }

    private async Task<(string Class, TimeOnly At)?> Next(
        Guid hall,
        SchoolCard school,
        DateOnly today,
        CancellationToken cancel
    )
    {
        var now = TimeOnly.FromDateTime(TimeZoneInfo.ConvertTime(time.GetUtcNow(), school.Zone).DateTime);
        var coming = (await days.Of(today, cancel)).Where(e =>
            e.HallId == hall && e.Start > now && e.Session is not { TakesPlace: false }
        );
        return coming.FirstOrDefault() is { } entry ? (entry.Class.Name, entry.Start) : null;
    }
}
