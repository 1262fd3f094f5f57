using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>One thing that a student was exposed to, with how often by whom.</summary>
public sealed record TaughtBy(Evidence Evidence, IReadOnlyList<(Guid Instructor, double Exposures)> By);

/// <summary>What evidence says of groups: coverage, and what is due.</summary>
public sealed class ProgressBook(
    LadderContext db,
    OwnSchool own,
    EvidenceBook evidence,
    SyllabusBook syllabus,
    SchoolCache memory,
    TimeProvider time
)
{
    private sealed record CoverageRow(string Learnable, int Stage, int People, DateOnly Last);

    /// <summary>What a class has been taught, by learnable.</summary>
    public async Task<IReadOnlyDictionary<string, Coverage>> Covered(Guid classId, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return await memory.GetOrCreate(
            $"covered {classId} {today.DayNumber}",
            CachedKind.Progress,
            () => ReadCovered(classId, today.AddDays(-Due.Window), cancel),
            cancel
        );
    }

    private async Task<Dictionary<string, Coverage>> ReadCovered(Guid classId, DateOnly since, CancellationToken cancel)
    {
        var rows = await db
            .Database.SqlQuery<CoverageRow>(
                $"""
                SELECT e.learnable, e.stage, count(*)::int AS people, max(e.last_on) AS last
                FROM evidence e JOIN enrolments n ON n.student_id = e.student_id AND n.school_id = e.school_id
                WHERE e.school_id = {db.SchoolId} AND n.class_id = {classId}
                GROUP BY e.learnable, e.stage
                """
            )
            .ToListAsync(cancel);
        var lessons = await db
            .TaughtItems.Where(t => t.Date >= since && db.Logs.Any(l => l.Id == t.LogId && l.ClassId == classId))
            .GroupBy(t => t.Learnable)
            .Select(g => new { g.Key, Lessons = g.Select(t => t.LogId).Distinct().Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Lessons, cancel);
        return rows.GroupBy(r => r.Learnable)
            .ToDictionary(
                g => g.Key,
                g => new Coverage(
                    [.. Enumerable.Range(1, 6).Select(s => g.Where(r => r.Stage >= s).Sum(r => r.People))],
                    lessons.GetValueOrDefault(g.Key),
                    g.Max(r => r.Last)
                )
            );
    }

    /// <summary>What one student has been taught, in the same shape.</summary>
    public async Task<IReadOnlyDictionary<string, Coverage>> CoveredBy(Guid studentId, CancellationToken cancel) =>
        (await evidence.OfStudent(studentId, cancel)).ToDictionary(e => e.Learnable, Coverage.Of);

    /// <summary>Everything that one student was exposed to, the most frequent first, with who taught it.</summary>
    public async Task<List<TaughtBy>> TaughtTo(Guid studentId, CancellationToken cancel)
    {
        var by = (await Instructors(studentId, cancel)).ToLookup(t => t.Learnable);
        return
        [
            .. (await evidence.OfStudent(studentId, cancel))
                .OrderByDescending(e => e.Exposures)
                .ThenBy(e => e.Learnable, StringComparer.Ordinal)
                .Select(e => new TaughtBy(
                    e,
                    [
                        .. by[e.Learnable]
                            .OrderByDescending(t => t.Exposures)
                            .ThenBy(t => t.Instructor)
                            .Select(t => (t.Instructor, t.Exposures)),
                    ]
                )),
        ];
    }

    private sealed record ExposuresBy(string Learnable, Guid Instructor, double Exposures);

    private Task<List<ExposuresBy>> Instructors(Guid studentId, CancellationToken cancel) =>
        db
            .Attendances.Where(a => a.StudentId == studentId && a.Presence != Presence.Watching)
            .Join(
                db.TaughtItems.Where(t => t.LessonShare > 0),
                a => a.LogId,
                t => t.LogId,
                (a, t) =>
                    new
                    {
                        t.Learnable,
                        a.Log!.TaughtById,
                        t.LessonShare,
                    }
            )
            .GroupBy(t => new { t.Learnable, t.TaughtById })
            .Select(g => new ExposuresBy(g.Key.Learnable, g.Key.TaughtById, g.Sum(t => t.LessonShare)))
            .ToListAsync(cancel);

    /// <summary>Those who are enrolled in a class.</summary>
    private async Task<List<Expected>> ExpectedIn(Guid classId, CancellationToken cancel) =>
        await db
            .Enrolments.AsNoTracking()
            .Where(e => e.ClassId == classId)
            .Select(e => new Expected(
                e.StudentId,
                e.Student!.RankId,
                e.Class!.Band,
                e.Student.EraseAt == null ? e.Student.FirstName + " " + e.Student.Initial : ""
            ))
            .ToListAsync(cancel);

    private sealed record Expected(Guid StudentId, Guid? RankId, AgeBand Band, string Name);

    /// <summary>What is due for a class on a day, the most pressing first.</summary>
    public async Task<List<DueItem>> DueFor(
        Guid classId,
        DateOnly day,
        IReadOnlyCollection<string> owedTexts,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        var students = await ExpectedIn(classId, cancel);
        if (students.Count == 0)
            return [];
        var ladder = await syllabus.Read(cancel);
        var next = students.ToDictionary(s => s.StudentId, s => ladder.Next(s.RankId, s.Band));
        var wanted = Due.Concerned(next.Values.OfType<Rank>(), facts.Material.Catalogue);
        var known = await memory.GetOrCreate(
            $"known {classId} {string.Join(' ', wanted.Order(StringComparer.Ordinal))}",
            CachedKind.Progress,
            async () => (await evidence.OfClass(classId, wanted, cancel)).ToLookup(e => e.StudentId),
            cancel
        );
        var learners = students.ConvertAll(s =>
            Learner.Of(next[s.StudentId], known[s.StudentId]) with
            {
                Name = s.Name.Trim(),
            }
        );
        var owed = owedTexts
            .SelectMany(t => facts.Material.Row(t, facts.School.Naming))
            .OfType<LessonLine>()
            .SelectMany(l => Learnables.Of(l.Moves))
            .ToHashSet();
        return [.. Due.For(learners, facts.Material.Catalogue, owed, day)];
    }
}
