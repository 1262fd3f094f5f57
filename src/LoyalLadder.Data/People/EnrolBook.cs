using LoyalLadder.Core;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.People;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.People;

/// <summary>A guest whom somebody called on the mat.</summary>
/// <param name="Name">As it was typed there.</param>
/// <param name="Last">When they were there last.</param>
/// <param name="Times">In how many lessons.</param>
public sealed record Guest(string Name, DateOnly Last, int Times);

/// <summary>What is done with many students at once; null leaves what is.</summary>
/// <param name="Into">A class that they come to.</param>
/// <param name="OutOf">A class that they leave.</param>
/// <param name="RankId">A rank that they hold from today.</param>
public sealed record ManyDraft(Guid? Into, Guid? OutOf, Guid? RankId);

/// <summary>Takes lists of students, and changes many of them at once.</summary>
public sealed class EnrolBook(
    LadderContext db,
    OwnSchool own,
    StudentBook students,
    SyllabusBook syllabus,
    SchoolBook school,
    TimeProvider time
)
{
    /// <summary>Days back that guests are looked for.</summary>
    private const int GuestsFor = 60;

    /// <summary>What lines are read against.</summary>
    public async Task<KnownSchool> There(CancellationToken cancel)
    {
        var ladder = await syllabus.Read(cancel);
        var classes = await school.Classes(cancel);
        var people = (await students.All(cancel)).Where(s => s.ArchivedAt is null);
        return new KnownSchool(
            [.. ladder.Tracks.SelectMany(t => t.Ranks.Select(r => new KnownRank(r.Id, r.Name, t.Name, t.Band)))],
            classes.ConvertAll(c => new KnownClass(c.Id, c.Name, c.Band)),
            [.. people.Select(s => new KnownStudent(s.Id, new StudentName(s.FirstName, s.Initial), Told(s)))]
        );
    }

    private static string Told(Student student) =>
        string.Join(
            ", ",
            student.Enrolments.Select(e => e.Class!.Name).Order().Prepend(student.Rank?.Name ?? Say("no rank yet"))
        );

    /// <summary>Makes students of lines, or enrols those who are there already.</summary>
    /// <param name="lines">Lines that leave nothing open.</param>
    /// <param name="key">The key of the post: sent twice it makes one list.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<int> Take(IReadOnlyList<StudentLine> lines, Guid key, CancellationToken cancel) =>
        db.RunExclusive(
            "enrol",
            key,
            () => Task.FromResult(lines.Count),
            async () =>
            {
                var ids = lines.Select(l => l.SameAs).OfType<Guid>().ToList();
                var there = await db
                    .Students.Include(s => s.Enrolments)
                    .Where(s => ids.Contains(s.Id) && !s.IsErased)
                    .ToDictionaryAsync(s => s.Id, cancel);
                foreach (var line in lines)
                    if (line.SameAs is { } id && there.TryGetValue(id, out var student))
                        Join(student, line.ClassIds);
                    else
                        Add(DerivedKey.Of(key, line.Line), line);
                return lines.Count;
            },
            cancel
        );

    private void Add(Guid id, StudentLine line)
    {
        db.Students.Add(
            new Student
            {
                Id = id,
                FirstName = line.Name.First,
                Initial = line.Name.Initial,
                RankId = line.RankId,
            }
        );
        db.Enrolments.AddRange(line.ClassIds.Select(c => new Enrolment { ClassId = c, StudentId = id }));
    }

    private void Join(Student student, IEnumerable<Guid> classes) =>
        db.Enrolments.AddRange(
            classes
                .Where(c => !student.Enrolments.Exists(e => e.ClassId == c))
                .Select(c => new Enrolment { ClassId = c, StudentId = student.Id })
        );

    /// <summary>Changes many students at once.</summary>
    /// <returns>How many there were.</returns>
    public Task<int> Change(IReadOnlyCollection<Guid> who, ManyDraft draft, CancellationToken cancel) =>
        db.RunExclusive(
            "enrol",
            async () =>
            {
                var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
                var people = await db
                    .Students.Include(s => s.Enrolments)
                    .Where(s => who.Contains(s.Id) && !s.IsErased && s.ArchivedAt == null)
                    .ToListAsync(cancel);
                foreach (var student in people)
                {
                    if (draft.OutOf is { } left)
                        db.Enrolments.RemoveRange(student.Enrolments.Where(e => e.ClassId == left));
                    if (draft.Into is { } joined)
                        Join(student, [joined]);
                    if (draft.RankId is { } rank && student.RankId != rank)
                        (student.RankId, student.RankSince) = (rank, today);
                }
                return people.Count;
            },
            cancel
        );

    /// <summary>Guests who were on the mat with a class lately and are no students of that name, the newest first.</summary>
    public async Task<List<Guest>> Guests(Guid classId, CancellationToken cancel)
    {
        var zone = (await own.Facts(cancel)).School;
        var called = await Called(classId, cancel);
        if (called.Count == 0)
            return [];
        var names = (
            await db
                .Students.Where(s => !s.IsErased && s.ArchivedAt == null)
                .Select(s => new { s.FirstName, s.Initial })
                .ToListAsync(cancel)
        )
            .Select(s => new StudentName(s.FirstName, s.Initial).ToString())
            .ToHashSet(StringComparer.OrdinalIgnoreCase);
        return
        [
            .. called
                .Where(c => !names.Contains(StudentName.Read(c.Name).ToString()))
                .GroupBy(c => c.Name, StringComparer.OrdinalIgnoreCase)
                .Select(g => new Guest(
                    g.MinBy(c => c.At)!.Name,
                    SchoolTime.DayOf(zone, g.Max(c => c.At)),
                    g.Select(c => c.Run).Distinct().Count()
                ))
                .OrderByDescending(g => g.Last),
        ];
    }

    private sealed record CalledGuest(Guid Run, string Name, DateTimeOffset At);

    /// <summary>Guests as the roll has them: called, and not away.</summary>
    private async Task<List<CalledGuest>> Called(Guid classId, CancellationToken cancel)
    {
        var since = time.GetUtcNow().AddDays(-GuestsFor);
        var runs = db.Runs.Join(
            db.Lessons.Where(l => l.ClassId == classId),
            r => r.LessonId,
            l => l.Id,
            (r, l) => r.Id
        );
        var called = await db
            .RunEvents.Where(e => e.Kind == RunEventKind.Roll && e.Text != null && e.Text != "" && e.At > since)
            .Where(e => e.Value != (int)RollMark.Away)
            .Join(
                runs,
                e => EF.Property<Guid>(e, "RunId"),
                r => r,
                (e, r) =>
                    new
                    {
                        Run = r,
                        e.Text,
                        e.At,
                    }
            )
            .ToListAsync(cancel);
        return called.ConvertAll(c => new CalledGuest(c.Run, c.Text!.Trim(), c.At));
    }
}
