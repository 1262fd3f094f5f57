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
public sealed class SheetCompany(LadderContext db, SchoolScope scope, OwnSchool own, TimeProvider time)
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

    /// <summary>The others who are in a sheet, by name.</summary>
    public async Task<List<string>> Others(Guid lessonId, CancellationToken cancel)
    {
        var over = time.GetUtcNow() - SheetVisit.Over;
        var others = await db
            .SheetVisits.Where(v => v.LessonId == lessonId && v.UserId != scope.UserId && v.ChangedAt >= over)
            .Select(v => v.UserId)
            .Distinct()
            .ToListAsync(cancel);
        if (others.Count == 0)
            return [];
        var facts = await own.Facts(cancel);
        return [.. others.Select(o => facts.NameOf(o)).Order(StringComparer.Ordinal)];
    }

    private sealed record MarkRow(
        long? Number,
        Guid? LineById,
        long HeadAt,
        Guid HeadById,
        long SaidAt,
        Guid? SaidById,
        int Aside
    );

    /// <summary>How far a sheet has come; null when there is none of that key.</summary>
    public async Task<SheetMark?> Mark(Guid lessonId, CancellationToken cancel)
    {
        // by hand: each look at a sheet asks this, and what the mapper makes of it ranks whole tables
        var rows = await db
            .Database.SqlQuery<MarkRow>(
                $"""
                SELECT c.number, c.changed_by_id AS line_by_id, l.xmin::text::bigint AS head_at, l.changed_by_id AS head_by_id,
                       s.changed_by_id AS said_by_id,
                       (SELECT count(*) + count(settled_at) FROM line_comments WHERE lesson_id = l.id) AS said_at,
                       (SELECT count(*)::int FROM check_overrides o WHERE o.lesson_id = l.id) AS aside
                FROM lessons l
                LEFT JOIN LATERAL (SELECT number, changed_by_id FROM sheet_changes WHERE lesson_id = l.id
                  ORDER BY number DESC LIMIT 1) c ON true
                LEFT JOIN LATERAL (SELECT changed_by_id FROM line_comments WHERE lesson_id = l.id
                  ORDER BY changed_at DESC LIMIT 1) s ON true
                WHERE l.id = {lessonId} AND l.school_id = {db.SchoolId}
                """
            )
            .ToListAsync(cancel);
        if (rows is not [var m])
            return null;
        return new SheetMark(
            m.Number is { } number ? new SheetMark.Part(number, m.LineById) : null,
            new SheetMark.Part(m.HeadAt, m.HeadById),
            m.SaidById is { } by ? new SheetMark.Part(m.SaidAt, by) : null,
            m.Aside
        );
    }
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
