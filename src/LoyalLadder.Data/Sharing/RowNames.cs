using LoyalLadder.Data.Classes;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Sharing;

/// <summary>What a row is called today, and the address of its page where it has one.</summary>
public sealed record RowName(string Name, string? Url);

/// <summary>Names of rows of any kind, asked for with one query a kind.</summary>
public sealed class RowNames(LadderContext db)
{
    private sealed record Called(Guid Id, string Name, Guid? Page, DateOnly? On);

    /// <summary>How rows of one kind are named, and where their pages are.</summary>
    private sealed record Naming(string? Url, Func<LadderContext, List<Guid>, IQueryable<Called>> Rows);

    private static readonly Dictionary<string, Naming> Namings = new()
    {
        ["Student"] = new(
            "/people/",
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
            "/people/",
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
            "/people/",
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
            "/people/",
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
            "/people/",
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
            "/gradings/",
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
            "/gradings/",
            (db, ids) =>
                db.Gradings.Where(g => ids.Contains(g.Id)).Select(g => new Called(g.Id, g.Track!.Name, g.Id, g.On))
        ),
        ["Lesson"] = new(
            "/sheets/",
            (db, ids) =>
                db.Lessons.Where(l => ids.Contains(l.Id)).Select(l => new Called(l.Id, l.Class!.Name, l.Id, l.Date))
        ),
        ["LineComment"] = new(
            "/sheets/",
            (db, ids) =>
                db
                    .LineComments.Where(c => ids.Contains(c.Id))
                    .Select(c => new Called(c.Id, c.Words.Substring(0, 60), c.LessonId, null))
        ),
        ["KeptSheet"] = new(
            "/sheets/library/",
            (db, ids) => db.KeptSheets.Where(t => ids.Contains(t.Id)).Select(t => new Called(t.Id, t.Title, t.Id, null))
        ),
        ["LessonLog"] = new(
            "/diary/",
            (db, ids) =>
                db
                    .Logs.Where(l => ids.Contains(l.Id))
                    .Select(l => new Called(l.Id, l.Lesson!.Class!.Name, l.LessonId, l.On))
        ),
        ["Rank"] = new(
            "/ladder/",
            (db, ids) =>
                db
                    .Ranks.Where(r => ids.Contains(r.Id))
                    .Select(r => new Called(r.Id, r.Name + ", " + r.Track!.Name, r.Id, null))
        ),
        ["Requirement"] = new(
            "/ladder/",
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
                names[row.Id] = new RowName(NameOf(row), naming.Url is null ? null : naming.Url + row.Page);
        }
        return names;
    }

    private static string NameOf(Called row) =>
        row.On is { } on ? string.Create(AllLanguages.Now.Dates, $"{row.Name}, {on:ddd d MMM}") : row.Name.Trim();
}
