using LoyalLadder.Core;
using LoyalLadder.Core.People;
using LoyalLadder.Data.Classes;
using Microsoft.EntityFrameworkCore;
using static LoyalLadder.Data.Lists.ListedRows;

namespace LoyalLadder.Data.Lists;

/// <summary>Students with rank and classes.</summary>
public sealed class StudentList(LadderContext db) : ITakenList
{
    public string Key => "students";

    public async Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel) =>
        (
            await Here()
                .AsNoTracking()
                .Include(s => s.Enrolments)
                    .ThenInclude(e => e.Class)
                .OrderBy(s => s.FirstName)
                .ThenBy(s => s.Initial)
                .ToListAsync(cancel)
        ).ConvertAll(s =>
            (IReadOnlyList<string>)
                [
                    s.Id.ToString(),
                    s.FirstName,
                    s.Initial,
                    RankWords(s.Rank),
                    string.Join("; ", s.Enrolments.Select(e => e.Class!.Name).Order()),
                ]
        );

    private IQueryable<Student> Here() =>
        db
            .Students.Where(s => !s.IsErased && s.ArchivedAt == null)
            .Include(s => s.Rank!.Track)
            .Include(s => s.Enrolments)
            .AsSplitQuery();

    /// <summary>What is there already.</summary>
    private sealed record Known(
        Dictionary<Guid, Student> Students,
        List<RankRow> Ranks,
        List<ClassGroup> Classes,
        HashSet<Guid> Seen
    );

    /// <summary>What a row says, made sense of.</summary>
    private sealed record Read(Student? Student, StudentName Name, Guid? RankId, HashSet<Guid> ClassIds);

    public async Task<IReadOnlyList<ListedRow>> Take(IReadOnlyList<CsvRow> rows, Guid? key, CancellationToken cancel)
    {
        var known = new Known(
            await Here().ToDictionaryAsync(s => s.Id, cancel),
            await db.Ranks.AsNoTracking().Include(r => r.Track).Where(r => r.ArchivedAt == null).ToListAsync(cancel),
            await db.Classes.AsNoTracking().Where(c => c.ArchivedAt == null).ToListAsync(cancel),
            []
        );
        return [.. rows.Select(r => One(r, known, key))];
    }

    private ListedRow One(CsvRow row, Known known, Guid? key)
    {
        var (read, wrong) = Understand(row, known);
        if (read is null)
            return Wrong(row, wrong!);
        if (read.Student is not { } student)
        {
            if (key is { } post)
                Add(DerivedKey.Of(post, row.Line), read);
            return New(row, read.Name.ToString());
        }
        var changes = Changes(student, read);
        if (changes.Count == 0)
            return Same(row, read.Name.ToString());
        if (key is not null)
            Change(student, read);
        return Changed(row, $"{read.Name}: {string.Join(", ", changes)}");
    }

    private static (Read? Read, string? Wrong) Understand(CsvRow row, Known known)
    {
        var (cells, rankWords) = (row.Cells, row.Cells[3]);
        var name = new StudentName(cells[1], cells[2].TrimEnd('.'));
        if (name.First.Length is 0 or > StudentName.LongestFirst)
            return (null, Say($"A first name of at most {StudentName.LongestFirst} characters is wanted."));
        if (name.Initial.Length > StudentName.LongestInitial)
            return (
                null,
                Say(
                    $"{name}: an initial has at most {StudentName.LongestInitial} characters; more of a name is not kept here."
                )
            );
        var student = Guid.TryParse(cells[0], out var id) ? known.Students.GetValueOrDefault(id) : null;
        if (cells[0].Length > 0 && student is null)
            return (null, Say($"{name}: there is no student with this key. Leave the key empty to add somebody."));
        if (student is not null && !known.Seen.Add(student.Id))
            return (null, Say($"{name}: this key stands twice in the list."));
        var rank = known.Ranks.Find(r => RankWords(r).Equals(rankWords, StringComparison.OrdinalIgnoreCase));
        if (rankWords.Length > 0 && rank is null)
        {
            var example = known.Ranks.Count > 0 ? RankWords(known.Ranks[0]) : "Kids: White";
            return (null, Say($"{name}: there is no rank “{rankWords}”. Write track and rank, such as “{example}”."));
        }
        var names = cells[4].Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        var missing = Array.Find(names, n => ClassOf(n, known) is null);
        if (missing is not null)
            return (null, Say($"{name}: there is no class “{missing}”."));
        return (new Read(student, name, rank?.Id, [.. names.Select(n => ClassOf(n, known)!.Id)]), null);
    }

    private static ClassGroup? ClassOf(string name, Known known) =>
        known.Classes.Find(c => c.Name.Equals(name, StringComparison.OrdinalIgnoreCase));

    private static List<string> Changes(Student student, Read read)
    {
        var changes = new List<string>();
        if (student.ShownName != read.Name.ToString())
            changes.Add(Say($"name, now {student.ShownName}"));
        if (student.RankId != read.RankId)
            changes.Add(Say($"rank, now {(student.Rank is null ? Say("none") : RankWords(student.Rank))}"));
        if (!student.Enrolments.Select(e => e.ClassId).ToHashSet().SetEquals(read.ClassIds))
            changes.Add("classes");
        return changes;
    }

    private void Add(Guid id, Read read)
    {
        db.Students.Add(
            new Student
            {
                Id = id,
                FirstName = read.Name.First,
                Initial = read.Name.Initial,
                RankId = read.RankId,
            }
        );
        db.Enrolments.AddRange(read.ClassIds.Select(c => new Enrolment { ClassId = c, StudentId = id }));
    }

    private void Change(Student student, Read read)
    {
        (student.FirstName, student.Initial) = (read.Name.First, read.Name.Initial);
        student.RankId = read.RankId;
        db.Enrolments.RemoveRange(student.Enrolments.Where(e => !read.ClassIds.Contains(e.ClassId)));
        db.Enrolments.AddRange(
            read.ClassIds.Where(c => !student.Enrolments.Exists(e => e.ClassId == c))
                .Select(c => new Enrolment { ClassId = c, StudentId = student.Id })
        );
    }
}
