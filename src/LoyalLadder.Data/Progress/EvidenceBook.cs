using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Logs;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace LoyalLadder.Data.Progress;

/// <summary>
/// Keeps the rolled-up evidence equal to what logs and attendance say. One statement sums it up, for a whole school or for the
/// people and things that a log touches, so that both ways can only agree. Logs alone are read: no sheet, no material, no hall.
/// </summary>
public sealed class EvidenceBook(LadderContext db)
{
    private const string Sum = """
        INSERT INTO evidence (school_id, student_id, learnable, exposures, first_on, last_on, stage, by_stage, left_reps,
          right_reps, recent_days, recent_shares)
        SELECT t.school_id, a.student_id, t.learnable, sum(t.lesson_share), min(t.date), max(t.date), max(t.stage),
               ARRAY[coalesce(sum(t.share) FILTER (WHERE t.stage = 1), 0), coalesce(sum(t.share) FILTER (WHERE t.stage = 2), 0),
                 coalesce(sum(t.share) FILTER (WHERE t.stage = 3), 0),
                     coalesce(sum(t.share) FILTER (WHERE t.stage = 4), 0), coalesce(sum(t.share) FILTER (WHERE t.stage = 5), 0),
                       coalesce(sum(t.share) FILTER (WHERE t.stage = 6), 0)],
               sum(t.left_reps), sum(t.right_reps),
               (array_agg(t.date ORDER BY t.date DESC, t.log_id) FILTER (WHERE t.lesson_share > 0))[1:12],
               (array_agg(t.lesson_share ORDER BY t.date DESC, t.log_id) FILTER (WHERE t.lesson_share > 0))[1:12]
        FROM taught_items t JOIN attendances a ON a.log_id = t.log_id JOIN students s ON s.id = a.student_id AND NOT s.is_erased
        WHERE t.school_id = @school AND a.school_id = @school AND a.presence <> 'Watching'
        """;

    private const string Grouped = " GROUP BY t.school_id, a.student_id, t.learnable";

    /// <summary>Sums are made one after the other: two logs of one student touch the same rows.</summary>
    private const string Turn = "evidence";

    /// <summary>The evidence of the people who are enrolled in a class.</summary>
    public Task<List<Evidence>> OfClass(Guid classId, CancellationToken cancel) =>
        db
            .Evidence.AsNoTracking()
            .Where(e => db.Enrolments.Where(x => x.ClassId == classId).Select(x => x.StudentId).Contains(e.StudentId))
            .ToListAsync(cancel);

    /// <summary>The same of some things alone.</summary>
    public Task<List<Evidence>> OfClass(
        Guid classId,
        IReadOnlyCollection<string> learnables,
        CancellationToken cancel
    ) =>
        db
            .Evidence.AsNoTracking()
            .Where(e =>
                learnables.Contains(e.Learnable)
                && db.Enrolments.Where(x => x.ClassId == classId).Select(x => x.StudentId).Contains(e.StudentId)
            )
            .ToListAsync(cancel);

    /// <summary>The evidence of one student.</summary>
    public Task<List<Evidence>> OfStudent(Guid studentId, CancellationToken cancel) =>
        db.Evidence.AsNoTracking().Where(e => e.StudentId == studentId).ToListAsync(cancel);

    /// <summary>Reads a log's lines anew and sums up again what its people are touched by. Part of the caller's transaction.</summary>
    /// <param name="logId">A log that is saved.</param>
    /// <param name="leftOut">People who were on the log before and may not be any more.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task Follow(Guid logId, IReadOnlyCollection<Guid> leftOut, CancellationToken cancel)
    {
        await db.Wait(Turn, cancel);
        var before = await db
            .TaughtItems.Where(t => t.LogId == logId)
            .Select(t => t.Learnable)
            .Distinct()
            .ToListAsync(cancel);
        await db.TaughtItems.Where(t => t.LogId == logId).ExecuteDeleteAsync(cancel);
        var items = (await Read(l => l.Id == logId, cancel)).ToList();
        db.TaughtItems.AddRange(items);
        await db.SaveChangesAsync(cancel);
        foreach (var item in items)
            db.Entry(item).State = EntityState.Detached;
        var learnables = before.Concat(items.Select(i => i.Learnable)).Distinct().ToArray();
        var students = (await db.Attendances.Where(a => a.LogId == logId).Select(a => a.StudentId).ToListAsync(cancel))
            .Concat(leftOut)
            .Distinct()
            .ToArray();
        await db
            .Evidence.Where(e => students.Contains(e.StudentId) && learnables.Contains(e.Learnable))
            .ExecuteDeleteAsync(cancel);
        await db.Database.ExecuteSqlRawAsync(
            Sum + " AND a.student_id = ANY(@students) AND t.learnable = ANY(@learnables)" + Grouped,
            [
                new NpgsqlParameter("school", db.SchoolId),
                new NpgsqlParameter("students", students),
                new NpgsqlParameter("learnables", learnables),
            ],
            cancel
        );
    }

    /// <summary>Throws all evidence of the school away and makes it anew from logs and attendance.</summary>
    /// <returns>How many rows of evidence there are now.</returns>
    public Task<int> Rebuild(CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                db.Database.SetCommandTimeout(TimeSpan.FromMinutes(5));
                await db.Evidence.ExecuteDeleteAsync(cancel);
                await db.TaughtItems.ExecuteDeleteAsync(cancel);
                await Copy(await Read(_ => true, cancel), cancel);
                // so much is new that the planner would guess wrongly; only the owner may tell it
                await db.Database.ExecuteSqlRawAsync("SELECT ladder_count_rows()", cancel);
                return await db.Database.ExecuteSqlRawAsync(
                    Sum + Grouped,
                    [new NpgsqlParameter("school", db.SchoolId)],
                    cancel
                );
            },
            cancel
        );

    private sealed record LogLineRead(Guid LogId, DateOnly On, string Taught, LineOutcome Outcome);

    /// <summary>What logs exposed their people to; those that hold attendance alone say nothing of it.</summary>
    private async Task<IEnumerable<TaughtItem>> Read(
        System.Linq.Expressions.Expression<Func<LessonLog, bool>> which,
        CancellationToken cancel
    )
    {
        var lines = await db
            .Logs.Where(which)
            .Where(l => l.OutcomesAt != null)
            .SelectMany(l => l.Lines, (l, line) => new LogLineRead(l.Id, l.On, line.Taught, line.Outcome))
            .ToListAsync(cancel);
        var read = new Dictionary<string, TaughtLine>();
        var school = db.SchoolId;
        return lines
            .GroupBy(l => (l.LogId, l.On))
            .SelectMany(log =>
                Exposures
                    .Of(log.Select(l => (LineOf(l.Taught), l.Outcome)))
                    .Select(e => new TaughtItem
                    {
                        SchoolId = school,
                        LogId = log.Key.LogId,
                        Date = log.Key.On,
                        Learnable = e.Learnable,
                        Stage = e.Stage,
                        Share = e.Share,
                        LessonShare = e.LessonShare,
                        LeftReps = e.Reps.Left,
                        RightReps = e.Reps.Right,
                    })
            );

        TaughtLine LineOf(string text)
        {
            if (!read.TryGetValue(text, out var line))
                read[text] = line = TaughtLine.Read(text);
            return line;
        }
    }

    /// <summary>Copies by way of a table of this transaction's own: nothing is copied straight through the wall between schools.</summary>
    private async Task Copy(IEnumerable<TaughtItem> items, CancellationToken cancel)
    {
        await db.Database.ExecuteSqlRawAsync("CREATE TEMP TABLE read_anew (LIKE taught_items) ON COMMIT DROP", cancel);
        await Write(items, cancel);
        await db.Database.ExecuteSqlRawAsync("INSERT INTO taught_items SELECT * FROM read_anew", cancel);
    }

    private async Task Write(IEnumerable<TaughtItem> items, CancellationToken cancel)
    {
        var connection = (NpgsqlConnection)db.Database.GetDbConnection();
        await using var writer = await connection.BeginBinaryImportAsync(
            "COPY read_anew (school_id, log_id, learnable, stage, date, share, lesson_share, left_reps, "
                + "right_reps) FROM STDIN (FORMAT BINARY)",
            cancel
        );
        foreach (var item in items)
        {
            await writer.StartRowAsync(cancel);
            await writer.WriteAsync(item.SchoolId, cancel);
            await writer.WriteAsync(item.LogId, cancel);
            await writer.WriteAsync(item.Learnable, cancel);
            await writer.WriteAsync(item.Stage, cancel);
            await writer.WriteAsync(item.Date, cancel);
            await writer.WriteAsync(item.Share, cancel);
            await writer.WriteAsync(item.LessonShare, cancel);
            await writer.WriteAsync(item.LeftReps, cancel);
            await writer.WriteAsync(item.RightReps, cancel);
        }
        await writer.CompleteAsync(cancel);
    }
}
