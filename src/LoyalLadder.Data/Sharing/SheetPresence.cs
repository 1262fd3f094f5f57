using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Sharing;

/// <summary>Somebody has a sheet open in front of them now. The row's own stamp is their name and their last sign of life.</summary>
public sealed class SheetVisit : SchoolRow
{
    /// <summary>How often a visit gives a sign of life, and when one that gives none is over: its process may have been killed.</summary>
    public static readonly TimeSpan Beat = TimeSpan.FromSeconds(15),
        Over = TimeSpan.FromSeconds(40);

    public Guid LessonId { get; set; }
    public Guid UserId { get; set; }
}

/// <summary>Who is in a sheet, and how far it has come.</summary>
public sealed class SheetPresence(LadderContext db, SchoolScope scope, OwnSchool own, TimeProvider time)
{
    /// <summary>Comes in; visits that ended without leaving are cleared away.</summary>
    /// <returns>The visit's key.</returns>
    public async Task<Guid> Enter(Guid lessonId, CancellationToken cancel)
    {
        var over = time.GetUtcNow() - SheetVisit.Over;
        await db.SheetVisits.Where(v => v.ChangedAt < over).ExecuteDeleteAsync(cancel);
        var visit = new SheetVisit { LessonId = lessonId, UserId = scope.UserId };
        db.SheetVisits.Add(visit);
        await db.SaveChangesAsync(cancel);
        db.ChangeTracker.Clear();
        return visit.Id;
    }

    /// <summary>Gives a sign of life.</summary>
    public Task Stay(Guid visit, CancellationToken cancel)
    {
        var now = time.GetUtcNow();
        return db
            .SheetVisits.Where(v => v.Id == visit)
            .ExecuteUpdateAsync(v => v.SetProperty(x => x.ChangedAt, now), cancel);
    }

    /// <summary>Goes, whatever else was cancelled.</summary>
    public Task Leave(Guid visit) =>
        db.SheetVisits.Where(v => v.Id == visit).ExecuteDeleteAsync(CancellationToken.None);

    /// <summary>How far a sheet has come, and the others who are in it, by name; null when there is none of that key.</summary>
    public async Task<(SheetMark Mark, IReadOnlyList<string> Others)?> Look(Guid lessonId, CancellationToken cancel)
    {
        var over = time.GetUtcNow() - SheetVisit.Over;
        if (await MarkOf(db, lessonId, scope.UserId, over, cancel) is not { } m)
            return null;
        var mark = new SheetMark(
            m.Number is { } number ? new SheetMark.Part(number, m.LineById) : null,
            new SheetMark.Part(m.HeadAt, m.HeadById),
            m.SaidById is { } by ? new SheetMark.Part(m.SaidAt, by) : null,
            m.Aside
        );
        if (m.Here is not { Length: > 0 })
            return (mark, []);
        var facts = await own.Facts(cancel);
        return (mark, [.. m.Here.Distinct().Select(o => facts.NameOf(o)).Order(StringComparer.Ordinal)]);
    }

    /// <summary>The others who are in a sheet, by name.</summary>
    public async Task<IReadOnlyList<string>> Others(Guid lessonId, CancellationToken cancel) =>
        (await Look(lessonId, cancel))?.Others ?? [];

    /// <summary>How far a sheet has come; null when there is none of that key.</summary>
    public async Task<SheetMark?> Mark(Guid lessonId, CancellationToken cancel) => (await Look(lessonId, cancel))?.Mark;

    private sealed record MarkRow(
        long? Number,
        Guid? LineById,
        uint HeadAt,
        Guid HeadById,
        int SaidAt,
        Guid? SaidById,
        int Aside,
        Guid[]? Here
    );

    // each look at a sheet asks this: translated once
    private static readonly Func<LadderContext, Guid, Guid, DateTimeOffset, CancellationToken, Task<MarkRow?>> MarkOf =
        EF.CompileAsyncQuery(
            (LadderContext db, Guid lesson, Guid me, DateTimeOffset over, CancellationToken cancel) =>
                db
                    .Lessons.Where(l => l.Id == lesson)
                    .Select(l => new MarkRow(
                        db.SheetChanges.Where(c => c.LessonId == lesson).Max(c => (long?)c.Number),
                        db.SheetChanges.Where(c => c.LessonId == lesson)
                            .OrderByDescending(c => c.Number)
                            .Select(c => (Guid?)c.ChangedById)
                            .FirstOrDefault(),
                        l.Version,
                        l.ChangedById,
                        db.LineComments.Count(c => c.LessonId == lesson)
                            + db.LineComments.Count(c => c.LessonId == lesson && c.SettledAt != null),
                        db.LineComments.Where(c => c.LessonId == lesson)
                            .OrderByDescending(c => c.ChangedAt)
                            .Select(c => (Guid?)c.ChangedById)
                            .FirstOrDefault(),
                        db.CheckOverrides.Count(o => o.LessonId == lesson),
                        db.SheetVisits.Where(v => v.LessonId == lesson && v.UserId != me && v.ChangedAt >= over)
                            .GroupBy(v => v.LessonId)
                            .Select(g => EF.Functions.ArrayAgg(g.Select(v => v.UserId)))
                            .FirstOrDefault()
                    ))
                    .FirstOrDefault()
        );
}

/// <summary>How far a sheet has come: two equal marks are the same sheet with the same head, comments and stops set aside.</summary>
public sealed record SheetMark(SheetMark.Part? Lines, SheetMark.Part Head, SheetMark.Part? Said, int Aside)
{
    /// <param name="At">Another one with every change.</param>
    /// <param name="ById">Whose the last one was.</param>
    public sealed record Part(long At, Guid? ById);

    /// <summary>The mark as one word.</summary>
    public string Word => FormattableString.Invariant($"{Lines?.At ?? 0}-{Head.At:x}-{Said?.At ?? 0:x}-{Aside}");

    /// <summary>Who made it differ from an earlier mark; null where that is not known.</summary>
    public Guid? ById(SheetMark? earlier)
    {
        if (Lines is not null && Lines.At != earlier?.Lines?.At)
            return Lines.ById;
        if (Said is not null && Said.At != earlier?.Said?.At)
            return Said.ById;
        return Head.At != earlier?.Head.At ? Head.ById : null;
    }
}
