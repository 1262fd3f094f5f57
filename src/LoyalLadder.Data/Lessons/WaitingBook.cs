using LoyalLadder.Core;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>Something that waits for an instructor beside the classes of the day.</summary>
public abstract record WaitingThing
{
    private WaitingThing() { }

    /// <summary>A session whose teacher is away and that nobody has taken.</summary>
    public sealed record StandIn(Session Session, string Class) : WaitingThing;

    /// <summary>A signature is all that some people of a class still need.</summary>
    public sealed record Signature(string Learnable, Guid ClassId, Sequence<string> Names) : WaitingThing;

    /// <summary>A note on somebody's care is about to end.</summary>
    public sealed record CareNoteEnds(Guid StudentId, string Name, DateOnly Until) : WaitingThing;

    /// <summary>A grading is near.</summary>
    public sealed record Grading(Guid Id, DateOnly On, int Candidates) : WaitingThing;
}

/// <summary>What waits for an instructor, and what keeps the people of a class from their next ranks.</summary>
public sealed class WaitingBook(LadderContext db, RankProgressBook ranks, TimetableBook timetable, SchoolBook school)
{
    /// <summary>How many days ahead absences and gradings are shown, and how many a care note.</summary>
    private const int DaysAhead = 28,
        CareDays = 14;

    /// <summary>So many of each kind.</summary>
    private const int MostOfKind = 3;

    /// <summary>What waits, the most urgent kind first.</summary>
    public async Task<List<WaitingThing>> From(DateOnly today, CancellationToken cancel)
    {
        var sessions = await timetable.Sessions(today, today.AddDays(DaysAhead), cancel);
        var classes = (await school.Classes(cancel)).ToDictionary(c => c.Id, c => c.Name);
        var care = await db
            .CareNotes.AsNoTracking()
            .Where(n => n.Until >= today && n.Until <= today.AddDays(CareDays) && !n.Student!.IsErased)
            .Where(n => n.Student!.ArchivedAt == null && n.Student.EraseAt == null)
            .OrderBy(n => n.Until)
            .Take(MostOfKind)
            .Select(n => new WaitingThing.CareNoteEnds(
                n.StudentId,
                n.Student!.FirstName + " " + n.Student.Initial,
                n.Until
            ))
            .ToListAsync(cancel);
        var gradings = await db
            .Gradings.AsNoTracking()
            .Where(g => g.ClosedAt == null && g.On >= today && g.On <= today.AddDays(DaysAhead))
            .OrderBy(g => g.On)
            .Take(MostOfKind)
            .Select(g => new WaitingThing.Grading(g.Id, g.On, g.Candidates.Count))
            .ToListAsync(cancel);
        return
        [
            .. sessions
                .Where(s => s.SeeksStandIn && classes.ContainsKey(s.Class))
                .Take(MostOfKind)
                .Select(s => new WaitingThing.StandIn(s, classes[s.Class])),
            .. await Signatures(cancel),
            .. gradings,
            .. care,
        ];
    }

    private async Task<IEnumerable<WaitingThing.Signature>> Signatures(CancellationToken cancel) =>
        (await ranks.Everybody(cancel))
            .Where(p => p.OnlyToSign is not null && p.ClassIds.Count > 0)
            .GroupBy(p => (Thing: p.OnlyToSign!, Class: p.ClassIds.Min()))
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key.Thing, StringComparer.Ordinal)
            .ThenBy(g => g.Key.Class)
            .Take(MostOfKind)
            .Select(g => new WaitingThing.Signature(g.Key.Thing, g.Key.Class, [.. g.Select(p => p.Name)]));

    /// <summary>For each class what keeps most of its people from their next rank; classes where nothing does are left out.</summary>
    public async Task<Dictionary<Guid, RankBlocker>> Blockers(
        IReadOnlyCollection<Guid> classes,
        CancellationToken cancel
    )
    {
        var people = await ranks.Everybody(cancel);
        return classes
            .Distinct()
            .Select(c =>
                (
                    Class: c,
                    Blocker: RankBlocker
                        .Of(
                            people
                                .Where(p => p.ClassIds.Contains(c))
                                .Select(p => (new Blocked(p.Name, p.Next ?? ""), p.OnlyToTeach))
                        )
                        .FirstOrDefault()
                )
            )
            .Where(x => x.Blocker is not null)
            .ToDictionary(x => x.Class, x => x.Blocker!);
    }
}
