using LoyalLadder.Core;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.People;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.People;

/// <summary>Students as a form sends them: one or several of the same rank and classes.</summary>
public sealed record StudentsDraft(IReadOnlyList<StudentName> Names, Guid? RankId, IReadOnlyCollection<Guid> ClassIds);

/// <summary>The students of the school: listed, added, changed, put away.</summary>
public sealed class StudentBook(LadderContext db)
{
    /// <summary>Everybody with rank and classes, by name; those who were put away among them.</summary>
    public Task<List<Student>> All(CancellationToken cancel) =>
        db
            .Students.AsNoTracking()
            .Where(s => !s.IsErased && s.EraseAt == null)
            .Include(s => s.Rank!.Track)
            .Include(s => s.Enrolments)
                .ThenInclude(e => e.Class)
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .AsSplitQuery()
            .ToListAsync(cancel);

    /// <summary>The student of that key with their rank; null for none and for who was erased.</summary>
    public Task<Student?> Find(Guid id, CancellationToken cancel) =>
        db
            .Students.AsNoTracking()
            .Include(s => s.Rank)
            .FirstOrDefaultAsync(s => s.Id == id && !s.IsErased && s.EraseAt == null, cancel);

    /// <summary>Who is asked after in the log of a class: the enrolled, and whoever else was there.</summary>
    public Task<List<Student>> ForLog(Guid classId, IReadOnlyCollection<Guid> there, CancellationToken cancel) =>
        db
            .Students.AsNoTracking()
            .Where(s => s.Enrolments.Any(e => e.ClassId == classId) || there.Contains(s.Id))
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .ToListAsync(cancel);

    public Task<int> Enrolled(Guid classId, CancellationToken cancel) =>
        db.Enrolments.CountAsync(e => e.ClassId == classId, cancel);

    /// <summary>Adds students, or changes the one of that key as seen at a version.</summary>
    public Task<RowSaved<Student>> Save(
        Guid? id,
        Guid key,
        uint? version,
        StudentsDraft draft,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            $"row {id ?? key}",
            async () =>
            {
                if (id is { } changed)
                    return await Change(changed, version, draft, cancel);
                Student? first = null;
                for (var n = 0; n < draft.Names.Count; n++)
                {
                    var added = await Add(DerivedKey.Of(key, n), draft.Names[n], draft, cancel);
                    first ??= added;
                }
                return RowSaved<Student>.Kept(first!);
            },
            cancel
        );

    private async Task<Student> Add(Guid key, StudentName name, StudentsDraft draft, CancellationToken cancel)
    {
        if (await db.Students.FirstOrDefaultAsync(s => s.Id == key, cancel) is { } already)
            return already;
        var student = new Student
        {
            Id = key,
            FirstName = name.First,
            Initial = name.Initial,
            RankId = draft.RankId,
        };
        db.Students.Add(student);
        db.Enrolments.AddRange(draft.ClassIds.Select(c => new Enrolment { ClassId = c, StudentId = key }));
        return student;
    }

    private async Task<RowSaved<Student>> Change(Guid id, uint? version, StudentsDraft draft, CancellationToken cancel)
    {
        var student = await db
            .Students.Include(s => s.Enrolments)
            .FirstOrDefaultAsync(s => s.Id == id && !s.IsErased, cancel);
        if (student is null)
            return RowSaved<Student>.Gone();
        if (version is { } seen && student.Version != seen && Differs(student, draft))
            return RowSaved<Student>.Conflict(student);
        (student.FirstName, student.Initial) = (draft.Names[0].First, draft.Names[0].Initial);
        student.RankId = draft.RankId;
        // enrolments count as the student's own: whoever has the form open must notice
        db.Entry(student).Property(s => s.FirstName).IsModified = true;
        db.Enrolments.RemoveRange(student.Enrolments.Where(e => !draft.ClassIds.Contains(e.ClassId)));
        db.Enrolments.AddRange(
            draft
                .ClassIds.Where(c => !student.Enrolments.Exists(e => e.ClassId == c))
                .Select(c => new Enrolment { ClassId = c, StudentId = id })
        );
        return RowSaved<Student>.Kept(student);
    }

    private static bool Differs(Student student, StudentsDraft draft) =>
        student.ShownName != draft.Names[0].ToString()
        || student.RankId != draft.RankId
        || !student.Enrolments.Select(e => e.ClassId).ToHashSet().SetEquals(draft.ClassIds);

    /// <summary>
    /// Takes somebody who no longer comes out of every class. Whoever was never there is deleted; of anybody else all that was
    /// logged and signed stays, and they can be brought back.
    /// </summary>
    public Task<Removal> Remove(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            $"row {id}",
            async () =>
            {
                var classes = await db
                    .Enrolments.Where(e => e.StudentId == id)
                    .Select(e => e.ClassId)
                    .ToListAsync(cancel);
                var removal = await db.RemoveOrArchive<Student>(id, null, cancel);
                if (removal != Removal.Archived)
                    return removal;
                var student = await db.Students.Include(s => s.Enrolments).FirstAsync(s => s.Id == id, cancel);
                student.LeftClassIds = classes;
                db.Enrolments.RemoveRange(student.Enrolments);
                return removal;
            },
            cancel
        );

    /// <summary>Brings somebody back into the classes that they left, as far as these still meet.</summary>
    public Task<bool> BringBack(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            $"row {id}",
            async () =>
            {
                var student = await db.Students.Include(s => s.Enrolments).FirstOrDefaultAsync(s => s.Id == id, cancel);
                if (student is null || student.IsErased)
                    return false;
                var meeting = await db
                    .Classes.Where(c => student.LeftClassIds.Contains(c.Id) && c.ArchivedAt == null)
                    .Select(c => c.Id)
                    .ToListAsync(cancel);
                db.Enrolments.AddRange(
                    meeting
                        .Where(c => !student.Enrolments.Exists(e => e.ClassId == c))
                        .Select(c => new Enrolment { ClassId = c, StudentId = id })
                );
                (student.ArchivedAt, student.LeftClassIds) = (null, []);
                return true;
            },
            cancel
        );

    /// <summary>The signatures of a student, the oldest first.</summary>
    public Task<List<SignOff>> Signatures(Guid id, CancellationToken cancel) =>
        db.SignOffs.AsNoTracking().Where(s => s.StudentId == id).OrderBy(s => s.On).ToListAsync(cancel);

    /// <summary>Days from one on, on which a student took part.</summary>
    public Task<List<DateOnly>> Days(Guid id, DateOnly since, CancellationToken cancel) =>
        db
            .Attendances.Where(a => a.StudentId == id && a.Log!.On > since && a.Presence != Presence.Watching)
            .Select(a => a.Log!.On)
            .ToListAsync(cancel);

    /// <summary>The signatures of several students.</summary>
    public Task<List<SignOff>> Signatures(IReadOnlyCollection<Guid> ids, CancellationToken cancel) =>
        db.SignOffs.AsNoTracking().Where(s => ids.Contains(s.StudentId)).ToListAsync(cancel);

    public Task<List<Award>> Awards(Guid id, CancellationToken cancel) =>
        db.Awards.AsNoTracking().Where(a => a.StudentId == id).OrderByDescending(a => a.On).ToListAsync(cancel);

    /// <summary>The closed gradings that a student took part in, the newest first.</summary>
    public Task<List<Candidate>> Gradings(Guid id, CancellationToken cancel) =>
        db
            .Candidates.AsNoTracking()
            .Include(c => c.Grading)
            .Include(c => c.FromRank)
            .Include(c => c.ToRank)
            .Where(c => c.StudentId == id && c.Grading!.ClosedAt != null)
            .OrderByDescending(c => c.Grading!.On)
            .ToListAsync(cancel);

    /// <summary>A student's evidence of some things, by learnable.</summary>
    public Task<Dictionary<string, Evidence>> EvidenceOf(
        Guid id,
        IReadOnlyCollection<string> learnables,
        CancellationToken cancel
    ) =>
        db
            .Evidence.AsNoTracking()
            .Where(e => e.StudentId == id && learnables.Contains(e.Learnable))
            .ToDictionaryAsync(e => e.Learnable, cancel);
}
