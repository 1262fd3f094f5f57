using LoyalLadder.Data.Classes;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Sharing;

/// <summary>A page that shows one row.</summary>
public enum RowPage
{
    Student,
    Grading,
    Sheet,
    KeptSheet,
    Log,
    Rank,
}

/// <summary>What a row is called today.</summary>
/// <param name="Name">Its name, or that of what it belongs to.</param>
/// <param name="On">The day that tells it from others of that name; null where the name is enough.</param>
/// <param name="Page">The page that shows it; null where none does.</param>
/// <param name="PageId">Whose page it is.</param>
public sealed record RowName(string Name, DateOnly? On, RowPage? Page, Guid? PageId);

/// <summary>Names of rows of any kind, asked for with one query a kind.</summary>
public sealed class RowNames(LadderContext db)
{
    private sealed record Called(Guid Id, string Name, Guid? Page, DateOnly? On);

    /// <summary>How rows of one kind are named, and which page shows them.</summary>
    private sealed record Naming(RowPage? Page, Func<LadderContext, List<Guid>, IQueryable<Called>> Rows);

    private static readonly Dictionary<string, Naming> Namings = new()
    {
        ["Student"] = new(
            RowPage.Student,
            (db, ids) =>
                db
                    .Students.Where(s => ids.Contains(s.Id))
                    .Select(s => new Called(
                        s.Id,
                        (s.EraseAt != null ? Student.Erased : s.FirstName + " " + s.Initial),
                        s.Id,
                        null
                    ))
        ),
        ["CareNote"] = new(
            RowPage.Student,
            (db, ids) =>
                db
                    .CareNotes.Where(n => ids.Contains(n.Id))
                    .Select(n => new Called(
                        n.Id,
                        (n.Student!.EraseAt != null ? Student.Erased : n.Student!.FirstName + " " + n.Student.Initial),
                        n.StudentId,
                        null
                    ))
        ),
        ["Enrolment"] = new(
            RowPage.Student,
            (db, ids) =>
                db
                    .Enrolments.Where(x => ids.Contains(x.Id))
                    .Select(x => new Called(
                        x.Id,
                        (x.Student!.EraseAt != null ? Student.Erased : x.Student!.FirstName + " " + x.Student.Initial)
                            + ", "
                            + x.Class!.Name,
                        x.StudentId,
                        null
                    ))
        ),
        ["SignOff"] = new(
            RowPage.Student,
            (db, ids) =>
                db
                    .SignOffs.Where(s => ids.Contains(s.Id))
                    .Join(
                        db.Students,
                        s => s.StudentId,
                        x => x.Id,
                        (s, x) =>
                            new Called(
                                s.Id,
                                (x.EraseAt != null ? Student.Erased : x.FirstName + " " + x.Initial),
                                x.Id,
                                null
                            )
                    )
        ),
        ["Award"] = new(
            RowPage.Student,
            (db, ids) =>
                db
                    .Awards.Where(a => ids.Contains(a.Id))
                    .Join(
                        db.Students,
                        a => a.StudentId,
                        x => x.Id,
                        (a, x) =>
                            new Called(
                                a.Id,
                                (x.EraseAt != null ? Student.Erased : x.FirstName + " " + x.Initial),
                                x.Id,
                                null
                            )
                    )
        ),
        ["Candidate"] = new(
            RowPage.Grading,
            (db, ids) =>
                db
                    .Candidates.Where(c => ids.Contains(c.Id))
                    .Select(c => new Called(
                        c.Id,
                        (c.Student!.EraseAt != null ? Student.Erased : c.Student!.FirstName + " " + c.Student.Initial),
                        c.GradingId,
                        null
                    ))
        ),
        ["Grading"] = new(
            RowPage.Grading,
            (db, ids) =>
                db.Gradings.Where(g => ids.Contains(g.Id)).Select(g => new Called(g.Id, g.Track!.Name, g.Id, g.On))
        ),
        ["Lesson"] = new(
            RowPage.Sheet,
            (db, ids) =>
                db.Lessons.Where(l => ids.Contains(l.Id)).Select(l => new Called(l.Id, l.Class!.Name, l.Id, l.Date))
        ),
        ["LineComment"] = new(
            RowPage.Sheet,
            (db, ids) =>
                db
                    .LineComments.Where(c => ids.Contains(c.Id))
                    .Select(c => new Called(c.Id, c.Words.Substring(0, 60), c.LessonId, null))
        ),
        ["KeptSheet"] = new(
            RowPage.KeptSheet,
            (db, ids) => db.KeptSheets.Where(t => ids.Contains(t.Id)).Select(t => new Called(t.Id, t.Title, t.Id, null))
        ),
        ["LessonLog"] = new(
            RowPage.Log,
            (db, ids) =>
                db
                    .Logs.Where(l => ids.Contains(l.Id))
                    .Select(l => new Called(l.Id, l.Lesson!.Class!.Name, l.LessonId, l.On))
        ),
        ["Rank"] = new(
            RowPage.Rank,
            (db, ids) =>
                db
                    .Ranks.Where(r => ids.Contains(r.Id))
                    .Select(r => new Called(r.Id, r.Name + ", " + r.Track!.Name, r.Id, null))
        ),
        ["Requirement"] = new(
            RowPage.Rank,
            (db, ids) =>
                db
                    .Requirements.Where(r => ids.Contains(r.Id))
                    .Select(r => new Called(r.Id, r.Rank!.Name, r.RankId, null))
        ),
        ["ClassGroup"] = new(
            null,
            (db, ids) => db.Classes.Where(c => ids.Contains(c.Id)).Select(c => new Called(c.Id, c.Name, null, null))
        ),
        ["ApiToken"] = new(
            null,
            (db, ids) => db.ApiTokens.Where(t => ids.Contains(t.Id)).Select(t => new Called(t.Id, t.Name, null, null))
        ),
        ["SchoolTechnique"] = new(
            null,
            (db, ids) =>
                db
                    .SchoolTechniques.Where(t => ids.Contains(t.Id))
                    .Select(t => new Called(t.Id, t.TechniqueId, null, null))
        ),
        ["Drill"] = new(
            null,
            (db, ids) => db.Drills.Where(d => ids.Contains(d.Id)).Select(d => new Called(d.Id, d.Name, null, null))
        ),
        ["Hall"] = new(
            null,
            (db, ids) => db.Halls.Where(h => ids.Contains(h.Id)).Select(h => new Called(h.Id, h.Name, null, null))
        ),
        ["KitItem"] = new(
            null,
            (db, ids) => db.KitItems.Where(k => ids.Contains(k.Id)).Select(k => new Called(k.Id, k.Name, null, null))
        ),
        ["NumberedCombination"] = new(
            null,
            (db, ids) =>
                db
                    .NumberedCombinations.Where(c => ids.Contains(c.Id))
                    .Select(c => new Called(c.Id, "#" + c.Number + " " + c.Name, null, null))
        ),
        ["SchoolWord"] = new(
            null,
            (db, ids) => db.Words.Where(w => ids.Contains(w.Id)).Select(w => new Called(w.Id, w.Word, null, null))
        ),
        ["AppUser"] = new(
            null,
            (db, ids) =>
                db.Staff.Where(u => ids.Contains(u.Id)).Select(u => new Called(u.Id, u.DisplayName, null, null))
        ),
    };

    /// <summary>The names of rows that a list of changes tells of, by key; what is gone is left out.</summary>
    public async Task<Dictionary<Guid, RowName>> Of(IReadOnlyCollection<AuditEntry> entries, CancellationToken cancel)
    {
        var names = new Dictionary<Guid, RowName>();
        foreach (var kind in entries.GroupBy(e => e.Kind))
        {
            if (!Namings.TryGetValue(kind.Key, out var naming))
                continue;
            foreach (var row in await naming.Rows(db, [.. kind.Select(e => e.RowId)]).ToListAsync(cancel))
                names[row.Id] = new RowName(row.Name.Trim(), row.On, naming.Page, row.Page);
        }
        return names;
    }
}
