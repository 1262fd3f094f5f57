using System.Globalization;
using LoyalLadder.Core;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>A student before the next rank.</summary>
/// <param name="Student">Who.</param>
/// <param name="Standing">How they stand.</param>
/// <param name="LastDays">The last days on which they took part, the newest first.</param>
public sealed record StudentProgress(Student Student, RankProgress Standing, IReadOnlyList<DateOnly> LastDays)
{
    /// <summary>Whether a care note holds today; known of the people of a class.</summary>
    public bool HasCare { get; init; }

    public Rank? Next => Standing.Next;
    public Readiness Readiness => Standing.Readiness;
    public bool IsDrifting => Standing.IsDrifting;
    public Sequence<Requirement> Requirements => Next?.Requirements ?? [];
    public DateOnly? LastSeen => LastDays.Count > 0 ? LastDays[0] : null;
}

/// <summary>A student in short, as lists of the whole school have them.</summary>
/// <param name="Id">Who.</param>
/// <param name="Name">As shown.</param>
/// <param name="ClassIds">The classes that they are in.</param>
/// <param name="RankId">The rank held; null for none.</param>
/// <param name="Next">The rank to work for; null at the top.</param>
/// <param name="IsReady">For that rank.</param>
/// <param name="IsDrifting">Away for much longer than usual.</param>
/// <param name="LastSeen">Null for never.</param>
/// <param name="Asked">What the next rank asks for.</param>
/// <param name="Taught">Of these, what is taught far enough.</param>
public sealed record StandInShort(
    Guid Id,
    string Name,
    Sequence<Guid> ClassIds,
    Guid? RankId,
    string? Next,
    bool IsReady,
    bool IsDrifting,
    DateOnly? LastSeen,
    int Asked,
    int Taught
)
{
    /// <summary>The one thing that lessons still have to teach before the next rank; null where there are several, or none.</summary>
    public string? OnlyToTeach { get; init; }

    /// <summary>The one thing that is taught and waits for a signature, where nothing else is missing.</summary>
    public string? OnlyToSign { get; init; }
}

/// <summary>How students stand before their next ranks.</summary>
public sealed class RankProgressBook(
    LadderContext db,
    OwnSchool own,
    SyllabusBook syllabus,
    SchoolCache memory,
    TimeProvider time
)
{
    /// <summary>Days of attendance that tell how somebody comes; older ones make no difference.</summary>
    private const int DaysTold = 40;

    /// <summary>The people of a class. Students are shared and not to be changed by who reads them.</summary>
    public async Task<List<StudentProgress>> OfClass(Guid classId, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        var stands = await memory.GetOrCreate(
            string.Create(CultureInfo.InvariantCulture, $"stands {classId} {today.DayNumber}"),
            CachedKind.Progress,
            () => Of(Here.Where(s => s.Enrolments.Any(e => e.ClassId == classId)), cancel),
            cancel
        );
        // a note is kept from being remembered
        var cared = await Cared(stands.ConvertAll(s => s.Student.Id), today, cancel);
        return stands.ConvertAll(s => s with { HasCare = cared.Contains(s.Student.Id) });
    }

    /// <summary>Everybody whose rank is in a track.</summary>
    public Task<List<StudentProgress>> OfTrack(Guid trackId, CancellationToken cancel) =>
        Of(Here.Where(s => s.Rank!.TrackId == trackId), cancel);

    /// <summary>Everybody who is a student, in short.</summary>
    public async Task<IReadOnlyList<StandInShort>> Everybody(CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return await memory.GetOrCreate(
            string.Create(CultureInfo.InvariantCulture, $"everybody {today:yyyy-MM-dd}"),
            CachedKind.Progress,
            async () =>
                (IReadOnlyList<StandInShort>)(await Of(Here.Where(s => s.EraseAt == null), cancel)).ConvertAll(InShort),
            cancel
        );
    }

    private static StandInShort InShort(StudentProgress stand) =>
        new(
            stand.Student.Id,
            stand.Student.ShownName,
            [.. stand.Student.Enrolments.Select(e => e.ClassId)],
            stand.Student.RankId,
            stand.Next?.Name,
            stand.Next is not null && stand.Readiness.IsReady,
            stand.IsDrifting,
            stand.LastSeen,
            stand.Readiness.Requirements.Count,
            stand.Readiness.Requirements.Count(r => r.IsTaught)
        )
        {
            OnlyToTeach = LearnableOf(stand, stand.Readiness.OnlyUntaught),
            OnlyToSign = LearnableOf(stand, stand.Readiness.OnlyUnsigned),
        };

    private static string? LearnableOf(StudentProgress stand, Guid? requirement) =>
        stand.Requirements.FirstOrDefault(r => r.Id == requirement)?.Learnable;

    public async Task<StudentProgress?> OfStudent(Guid studentId, CancellationToken cancel) =>
        (await Of(Here.Where(s => s.Id == studentId), cancel)).FirstOrDefault();

    private IQueryable<Student> Here => db.Students.Where(s => !s.IsErased && s.ArchivedAt == null);

    private async Task<List<StudentProgress>> Of(IQueryable<Student> which, CancellationToken cancel)
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
        var ladder = await syllabus.Read(cancel);
        var stages = await Stages(ids, Asked(ladder, students), cancel);
        var signed = await Signatures(ids, cancel);
        var came = await Attendance(ids, cancel);
        var paces = await ClassPaces(today, cancel);
        var people = students.ConvertAll(s => new ReadinessInput(
            s.RankId,
            BandOf(s),
            s.RankSince,
            came.GetValueOrDefault(s.Id)?.First,
            came.GetValueOrDefault(s.Id)?.InRank ?? 0,
            came.GetValueOrDefault(s.Id)?.Last ?? [],
            stages.GetValueOrDefault(s.Id) ?? [],
            signed.GetValueOrDefault(s.Id) ?? []
        )
        {
            ClassPerWeek = ClassOf(s) is { } own && paces.TryGetValue(own, out var pace) ? pace : null,
        });
        return
        [
            .. students
                .Zip(people, RankProgress.Of(ladder, people, today))
                .Select(x => new StudentProgress(x.First, x.Third, x.Second.LastDays)),
        ];
    }

    private async Task<HashSet<Guid>> Cared(List<Guid> ids, DateOnly today, CancellationToken cancel) =>
        [
            .. await db
                .CareNotes.Where(n => ids.Contains(n.StudentId) && n.Until >= today)
                .Select(n => n.StudentId)
                .ToListAsync(cancel),
        ];

    /// <summary>The class that somebody is reckoned with; of several always the same one, in whatever order they were read.</summary>
    private static Guid? ClassOf(Student student) =>
        student.Enrolments.Select(e => (Guid?)e.ClassId).Order().FirstOrDefault();

    private sealed record ClassCame(Guid ClassId, int People, int Lessons);

    /// <summary>Lessons a week that people of each class came to on average in the last weeks.</summary>
    private Task<Dictionary<Guid, double>> ClassPaces(DateOnly today, CancellationToken cancel)
    {
        var since = today.AddDays(-7 * Attending.Weeks);
        return memory.GetOrCreate(
            string.Create(CultureInfo.InvariantCulture, $"class paces {today.DayNumber}"),
            CachedKind.Progress,
            async () =>
                (
                    await db
                        .Database.SqlQuery<ClassCame>(
                            $"""
                            SELECT e.class_id, count(DISTINCT e.student_id)::int AS people,
                                   count(a.id) FILTER (WHERE l."on" > {since} AND a.presence <> 'Watching')::int AS lessons
                            FROM enrolments e
                            JOIN students s ON s.id = e.student_id AND NOT s.is_erased AND s.put_away_at IS NULL
                            LEFT JOIN attendances a ON a.student_id = e.student_id
                            LEFT JOIN logs l ON l.id = a.log_id
                            WHERE e.school_id = {db.SchoolId}
                            GROUP BY e.class_id
                            """
                        )
                        .ToListAsync(cancel)
                ).ToDictionary(c => c.ClassId, c => (double)c.Lessons / c.People / Attending.Weeks),
            cancel
        );
    }

    private static AgeBand? BandOf(Student student) =>
        // of several classes always the same one, in whatever order they were read
        student.Enrolments.OrderBy(e => e.ClassId).Select(e => (AgeBand?)e.Class!.Band).FirstOrDefault();

    private static List<string> Asked(Core.Syllabus.Syllabus ladder, List<Student> students) =>
        [
            .. students
                .Select(s => ladder.Next(s.RankId, BandOf(s)))
                .OfType<Rank>()
                .SelectMany(r => r.Requirements)
                .Select(r => r.Learnable)
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];

    private Task<Dictionary<Guid, Dictionary<string, int>>> Stages(
        List<Guid> ids,
        List<string> learnables,
        CancellationToken cancel
    ) =>
        memory.GetOrCreate(
            $"stages {string.Join(' ', ids)} {string.Join(' ', learnables)}",
            CachedKind.Progress,
            async () => (
                    await db
                        .Evidence.Where(e => ids.Contains(e.StudentId) && learnables.Contains(e.Learnable))
                        .Select(e => new
                        {
                            e.StudentId,
                            e.Learnable,
                            e.Stage,
                        })
                        .ToListAsync(cancel)
                ).GroupBy(e => e.StudentId).ToDictionary(g => g.Key, g => g.ToDictionary(e => e.Learnable, e => e.Stage)),
            cancel
        );

    private async Task<Dictionary<Guid, Dictionary<Guid, int>>> Signatures(List<Guid> ids, CancellationToken cancel) =>
        (
            await db
                .SignOffs.Where(s => ids.Contains(s.StudentId))
                .GroupBy(s => new { s.StudentId, s.RequirementId })
                .Select(g => new
                {
                    g.Key.StudentId,
                    g.Key.RequirementId,
                    Signers = g.Count(),
                })
                .ToListAsync(cancel)
        ).GroupBy(s => s.StudentId).ToDictionary(g => g.Key, g => g.ToDictionary(s => s.RequirementId, s => s.Signers));

    /// <summary>How somebody came: the first day, lessons since the rank is held, and the last days.</summary>
    private sealed record Came(DateOnly First, int InRank, IReadOnlyList<DateOnly> Last);

    private sealed record CameRow(Guid StudentId, DateOnly First, int InRank, DateOnly[] Last);

    private Task<Dictionary<Guid, Came>> Attendance(List<Guid> ids, CancellationToken cancel) =>
        memory.GetOrCreate(
            string.Create(CultureInfo.InvariantCulture, $"came {DaysTold} {string.Join(' ', ids)}"),
            CachedKind.Progress,
            async () =>
                (
                    await db
                        .Database.SqlQuery<CameRow>(
                            $"""
                            SELECT a.student_id, min(l."on") AS first,
                                   (count(*) FILTER (WHERE s.rank_since IS NULL OR l."on" >= s.rank_since))::int AS in_rank,
                                   (array_agg(l."on" ORDER BY l."on" DESC))[1:{DaysTold}] AS last
                            FROM attendances a
                            JOIN logs l ON l.id = a.log_id
                            JOIN students s ON s.id = a.student_id
                            WHERE a.school_id = {db.SchoolId} AND a.student_id = ANY({ids}) AND a.presence <> 'Watching'
                            GROUP BY a.student_id
                            """
                        )
                        .ToListAsync(cancel)
                ).ToDictionary(r => r.StudentId, r => new Came(r.First, r.InRank, r.Last)),
            cancel
        );
}
