using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>How far a group is with something.</summary>
/// <param name="ByStage">For stages 1 to 6, how many of the people have reached at least that one.</param>
/// <param name="Lessons">Lessons of the last half year in which it was taught to any of them.</param>
/// <param name="Last">When it was taught to any of them last.</param>
public sealed record Coverage(IReadOnlyList<int> ByStage, int Lessons, DateOnly Last)
{
    /// <summary>The highest stage that at least half of the people have reached; 0 for none.</summary>
    public int StageOfHalf(int people) =>
        Enumerable.Range(1, 6).LastOrDefault(s => ByStage[s - 1] * 2 >= people && people > 0);
}

/// <summary>A student before the next rank.</summary>
public sealed record StudentStand(
    Student Student,
    Rank? Next,
    Readiness Readiness,
    IReadOnlyList<Requirement> Requirements,
    IReadOnlyList<DateOnly> LastDays,
    bool IsDrifting,
    bool HasCare
)
{
    public DateOnly? LastSeen => LastDays.Count > 0 ? LastDays[0] : null;
}

/// <summary>What evidence says of groups and people: coverage, what is due, who is ready.</summary>
public sealed class ProgressBook(
    LadderContext db,
    OwnSchool own,
    EvidenceBook evidence,
    RequirementBook requirements,
    ProgressMemory memory,
    TimeProvider time
)
{
    private sealed class CoverageRow
    {
        public required string Learnable { get; set; }
        public int Stage { get; set; }
        public int People { get; set; }
        public DateOnly Last { get; set; }
    }

    /// <summary>What a class has been taught, by learnable. Not to be changed by who reads it.</summary>
    public Task<Dictionary<string, Coverage>> Covered(Guid classId, CancellationToken cancel) =>
        memory.Of(("covered", classId), db.SchoolId, () => ReadCovered(classId, cancel));

    private async Task<Dictionary<string, Coverage>> ReadCovered(Guid classId, CancellationToken cancel)
    {
        var since = SchoolTime.Today((await own.Facts(cancel)).School, time).AddDays(-Due.Window);
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
            .TaughtItems.Where(t =>
                t.Date >= since && db.Logs.Any(l => l.Id == t.LogId && l.Lesson!.ClassId == classId)
            )
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
    public async Task<Dictionary<string, Coverage>> CoveredBy(Guid studentId, CancellationToken cancel) =>
        (await db.Evidence.AsNoTracking().Where(e => e.StudentId == studentId).ToListAsync(cancel)).ToDictionary(
            e => e.Learnable,
            e => new Coverage(
                [.. Enumerable.Range(1, 6).Select(s => e.Stage >= s ? 1 : 0)],
                (int)Math.Ceiling(e.Exposures),
                e.LastOn
            )
        );

    /// <summary>Everything that one student was exposed to, the most frequent first, with who taught it.</summary>
    public async Task<List<(Evidence Evidence, IReadOnlyList<(string Instructor, double Exposures)> By)>> TaughtTo(
        Guid studentId,
        CancellationToken cancel
    )
    {
        var evidenceOf = await db.Evidence.AsNoTracking().Where(e => e.StudentId == studentId).ToListAsync(cancel);
        var by = (
            await db
                .Attendances.Where(a => a.StudentId == studentId && a.Presence != Presence.Watching)
                .Join(
                    db.TaughtItems.Where(t => t.LessonShare > 0),
                    a => a.LogId,
                    t => t.LogId,
                    (a, t) =>
                        new
                        {
                            t.Learnable,
                            a.Log!.TaughtBy,
                            t.LessonShare,
                        }
                )
                .GroupBy(t => new { t.Learnable, t.TaughtBy })
                .Select(g => new
                {
                    g.Key.Learnable,
                    g.Key.TaughtBy,
                    Exposures = g.Sum(t => t.LessonShare),
                })
                .ToListAsync(cancel)
        ).ToLookup(t => t.Learnable);
        return
        [
            .. evidenceOf
                .OrderByDescending(e => e.Exposures)
                .ThenBy(e => e.Learnable, StringComparer.Ordinal)
                .Select(e =>
                    (
                        e,
                        (IReadOnlyList<(string, double)>)
                            [
                                .. by[e.Learnable]
                                    .OrderByDescending(t => t.Exposures)
                                    .ThenBy(t => t.TaughtBy, StringComparer.Ordinal)
                                    .Select(t => (t.TaughtBy, t.Exposures)),
                            ]
                    )
                ),
        ];
    }

    /// <summary>What is due for a class on a day, the most pressing first.</summary>
    public async Task<List<DueItem>> DueFor(
        Guid classId,
        DateOnly day,
        IReadOnlyCollection<string> owedTexts,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        var students = await db
            .Enrolments.AsNoTracking()
            .Where(e => e.ClassId == classId)
            .Select(e => new
            {
                e.StudentId,
                e.Student!.RankId,
                Band = e.Class!.Band,
            })
            .ToListAsync(cancel);
        if (students.Count == 0)
            return [];
        var tracks = await requirements.Tracks(cancel);
        var next = students.ToDictionary(s => s.StudentId, s => Next(tracks, s.RankId, s.Band));
        var asked = (
            await requirements.Of([.. next.Values.OfType<Rank>().Select(r => r.Id).Distinct()], cancel)
        ).ToLookup(r => r.RankId);
        // what is asked for, what that is built on, and what that in turn needs as a footing
        var wanted = asked.SelectMany(g => g).Select(r => r.Learnable).ToHashSet();
        for (var deeper = 0; deeper < 2; deeper++)
            wanted.UnionWith(wanted.SelectMany(w => facts.Material.Catalogue.Find(w)?.BuildsOn ?? []).ToList());
        var known = await memory.Of(
            ("known", classId, string.Join(' ', wanted.Order(StringComparer.Ordinal))),
            db.SchoolId,
            async () => (await evidence.OfClass(classId, wanted, cancel)).ToLookup(e => e.StudentId)
        );
        var learners = students.ConvertAll(s => new Learner(
            next[s.StudentId] is { } rank
                ? asked[rank.Id]
                    .Where(r => !r.Learnable.Contains(':', StringComparison.Ordinal))
                    .GroupBy(r => r.Learnable)
                    .ToDictionary(g => g.Key, g => g.Max(r => r.Stage))
                : [],
            known[s.StudentId].ToDictionary(e => e.Learnable)
        ));
        var owed = owedTexts
            .SelectMany(t => facts.Material.Row(t, facts.School.Naming))
            .OfType<LessonLine>()
            .SelectMany(l => Learnables.Of(l.Moves))
            .ToHashSet();
        return [.. Due.For(learners, facts.Material.Catalogue, owed, day)];
    }

    /// <summary>How the people of a class stand before their next ranks.</summary>
    public Task<List<StudentStand>> Stands(Guid classId, CancellationToken cancel) =>
        Stands(db.Students.Where(s => !s.IsErased && s.Enrolments.Any(e => e.ClassId == classId)), cancel);

    /// <summary>The same of everybody whose rank is in a track.</summary>
    public Task<List<StudentStand>> StandsOfTrack(Guid trackId, CancellationToken cancel) =>
        Stands(db.Students.Where(s => !s.IsErased && s.Rank!.TrackId == trackId), cancel);

    public async Task<StudentStand?> Stand(Guid studentId, CancellationToken cancel) =>
        (await Stands(db.Students.Where(s => s.Id == studentId && !s.IsErased), cancel)).FirstOrDefault();

    private async Task<List<StudentStand>> Stands(IQueryable<Student> which, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        var students = await which
            .AsNoTracking()
            .Include(s => s.Rank)
            .Include(s => s.Enrolments)
                .ThenInclude(e => e.Class)
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .ToListAsync(cancel);
        var ids = students.ConvertAll(s => s.Id);
        var tracks = await requirements.Tracks(cancel);
        var next = students.ToDictionary(
            s => s.Id,
            s =>
                Next(
                    tracks,
                    s.RankId,
                    s.Enrolments.Select(e => (Core.Techniques.AgeBand?)e.Class!.Band).FirstOrDefault()
                )
        );
        var asked = (
            await requirements.Of([.. next.Values.OfType<Rank>().Select(r => r.Id).Distinct()], cancel)
        ).ToLookup(r => r.RankId);
        var learnables = asked.SelectMany(g => g).Select(r => r.Learnable).Distinct().ToList();
        var key = string.Join(' ', ids);
        var stages = await memory.Of(
            ("stages", key, string.Join(' ', learnables.Order(StringComparer.Ordinal))),
            db.SchoolId,
            async () =>
                (
                    await db
                        .Evidence.AsNoTracking()
                        .Where(e => ids.Contains(e.StudentId) && learnables.Contains(e.Learnable))
                        .Select(e => new
                        {
                            e.StudentId,
                            e.Learnable,
                            e.Stage,
                        })
                        .ToListAsync(cancel)
                ).ToDictionary(e => (e.StudentId, e.Learnable), e => e.Stage)
        );
        var signed = (
            await db
                .SignOffs.AsNoTracking()
                .Where(s => ids.Contains(s.StudentId))
                .Select(s => new { s.StudentId, s.RequirementId })
                .ToListAsync(cancel)
        ).ToLookup(s => (s.StudentId, s.RequirementId));
        var cared = (
            await db
                .CareNotes.AsNoTracking()
                .Where(n => ids.Contains(n.StudentId) && n.Until >= today)
                .Select(n => n.StudentId)
                .ToListAsync(cancel)
        ).ToHashSet();
        var days = await memory.Of(
            ("days", key),
            db.SchoolId,
            async () =>
                (await Days(ids, cancel))
                    .GroupBy(d => d.StudentId)
                    .ToDictionary(g => g.Key, g => g.Select(d => d.Day).OrderDescending().ToArray())
        );
        DateOnly[] Of(Guid student) => days.GetValueOrDefault(student, []);
        var recent = students.ToDictionary(
            s => s.Id,
            s => Of(s.Id).TakeWhile(d => d > today.AddDays(-7 * Attending.Weeks)).Count()
        );
        var mean = students.Count == 0 ? 0 : recent.Values.Average() / Attending.Weeks;
        return students.ConvertAll(s =>
        {
            var rank = next[s.Id];
            var there = Of(s.Id);
            var since = s.RankSince ?? (there.Length > 0 ? there[^1] : today);
            var mine = rank is null ? [] : asked[rank.Id].ToList();
            var stand = mine.ConvertAll(r => new RequirementStand(
                r.Id,
                r.Learnable.Contains(':', StringComparison.Ordinal) ? 0 : r.Stage,
                stages.GetValueOrDefault((s.Id, r.Learnable)),
                r.Signers,
                signed[(s.Id, r.Id)].Count()
            ));
            var readiness = Readinesses.Of(
                since,
                there.TakeWhile(d => d >= since).Count(),
                rank?.LeastDays ?? 0,
                rank?.LeastLessons ?? 0,
                stand,
                new Attending(recent[s.Id], mean),
                today
            );
            DateOnly[] last = there[..Math.Min(40, there.Length)];
            return new StudentStand(
                s,
                rank,
                readiness,
                mine,
                last,
                Readinesses.IsDrifting(last, today),
                cared.Contains(s.Id)
            );
        });
    }

    private sealed record DayThere(Guid StudentId, DateOnly Day);

    /// <summary>The days on which people took part.</summary>
    private async Task<List<DayThere>> Days(List<Guid> students, CancellationToken cancel) =>
        await db
            .Attendances.AsNoTracking()
            .Where(a => students.Contains(a.StudentId) && a.Presence != Presence.Watching)
            .Select(a => new DayThere(a.StudentId, a.Log!.Lesson!.Date))
            .ToListAsync(cancel);

    /// <summary>The rank above; for who has none the lowest of the track for the age; null at the top.</summary>
    private static Rank? Next(List<Track> tracks, Guid? rankId, Core.Techniques.AgeBand? band)
    {
        if (rankId is null)
            return tracks.Find(t => t.Band == band)?.Ranks.FirstOrDefault();
        var track = tracks.Find(t => t.Ranks.Exists(r => r.Id == rankId));
        return track?.Ranks.SkipWhile(r => r.Id != rankId).Skip(1).FirstOrDefault();
    }
}
