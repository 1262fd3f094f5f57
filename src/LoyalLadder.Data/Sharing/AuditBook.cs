using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Sharing;

/// <summary>Changes of one kind by one person within a minute or so: an import of forty students is one line.</summary>
/// <param name="First">The newest of them.</param>
/// <param name="Count">How many rows.</param>
/// <param name="Names">What the first few are called now, with the address of their page where they have one; what is gone has no name.</param>
public sealed record AuditGroup(AuditEntry First, int Count, IReadOnlyList<(string Name, string? Url)> Names);

/// <summary>Who changed what and when, newest first.</summary>
public sealed class AuditBook(LadderContext db)
{
    /// <summary>Rows looked through for one page of the list.</summary>
    public const int Page = 400;

    private const int Named = 3;

    private static readonly TimeSpan Together = TimeSpan.FromMinutes(2);

    /// <param name="who">One person alone; null for all.</param>
    /// <param name="kind">One kind of thing alone; null for all.</param>
    /// <param name="before">Only what is older than the entry of that number; null for the newest.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The groups, and the number to go on from; null at the end.</returns>
    public async Task<(List<AuditGroup> Groups, long? Older)> Of(
        string? who,
        string? kind,
        long? before,
        CancellationToken cancel
    )
    {
        var entries = await db
            .Audits.AsNoTracking()
            .Where(a =>
                (who == null || a.ChangedBy == who)
                && (kind == null || a.Kind == kind)
                && (before == null || a.Number < before)
            )
            .OrderByDescending(a => a.Number)
            .Take(Page + 1)
            .ToListAsync(cancel);
        var groups = new List<List<AuditEntry>>();
        foreach (var entry in entries.Take(Page))
        {
            var open = groups.FindLast(g =>
                g[0] is var first
                && first.ChangedBy == entry.ChangedBy
                && first.Kind == entry.Kind
                && first.Deed == entry.Deed
                && (entry.Deed != Deed.Changed || first.Fields == entry.Fields)
                && first.ChangedAt - entry.ChangedAt < Together
            );
            if (open is not null)
                open.Add(entry);
            else
                groups.Add([entry]);
        }
        var names = await Names([.. groups.SelectMany(g => g.DistinctBy(e => e.RowId).Take(Named))], cancel);
        return (
            [
                .. groups.Select(g => new AuditGroup(
                    g[0],
                    g.DistinctBy(e => e.RowId).Count(),
                    [
                        .. g.DistinctBy(e => e.RowId)
                            .Take(Named)
                            .Select(e => names.GetValueOrDefault(e.RowId))
                            .Where(n => n.Name is not null),
                    ]
                )),
            ],
            entries.Count > Page ? entries[Page - 1].Number : null
        );
    }

    public Task<List<string>> People(CancellationToken cancel) =>
        db.Audits.Select(a => a.ChangedBy).Distinct().OrderBy(n => n).ToListAsync(cancel);

    public Task<List<string>> Kinds(CancellationToken cancel) =>
        db.Audits.Select(a => a.Kind).Distinct().OrderBy(n => n).ToListAsync(cancel);

    /// <summary>What rows are called today. One query a kind that is on the page.</summary>
    private async Task<Dictionary<Guid, (string Name, string? Url)>> Names(
        List<AuditEntry> entries,
        CancellationToken cancel
    )
    {
        var names = new Dictionary<Guid, (string, string?)>();
        foreach (var kind in entries.GroupBy(e => e.Kind))
        {
            var ids = kind.Select(e => e.RowId).ToList();
            foreach (
                var (id, name, url) in await (
                    kind.Key switch
                    {
                        nameof(Student) => Read(
                            db.Students.Where(s => ids.Contains(s.Id))
                                .Select(s => new Called(s.Id, s.FirstName + " " + s.Initial, s.Id, null)),
                            "/people/"
                        ),
                        nameof(CareNote) => Read(
                            db.CareNotes.Where(n => ids.Contains(n.Id))
                                .Select(n => new Called(
                                    n.Id,
                                    n.Student!.FirstName + " " + n.Student.Initial,
                                    n.StudentId,
                                    null
                                )),
                            "/people/"
                        ),
                        nameof(Enrolment) => Read(
                            db.Enrolments.Where(x => ids.Contains(x.Id))
                                .Select(x => new Called(
                                    x.Id,
                                    x.Student!.FirstName + " " + x.Student.Initial + ", " + x.Class!.Name,
                                    x.StudentId,
                                    null
                                )),
                            "/people/"
                        ),
                        nameof(SignOff) => Read(
                            db.SignOffs.Where(s => ids.Contains(s.Id))
                                .Select(s => new Called(
                                    s.Id,
                                    db.Students.Where(x => x.Id == s.StudentId)
                                        .Select(x => x.FirstName + " " + x.Initial)
                                        .FirstOrDefault()
                                        ?? "",
                                    s.StudentId,
                                    null
                                )),
                            "/people/"
                        ),
                        nameof(Award) => Read(
                            db.Awards.Where(a => ids.Contains(a.Id))
                                .Select(a => new Called(
                                    a.Id,
                                    db.Students.Where(x => x.Id == a.StudentId)
                                        .Select(x => x.FirstName + " " + x.Initial)
                                        .FirstOrDefault()
                                        ?? "",
                                    a.StudentId,
                                    null
                                )),
                            "/people/"
                        ),
                        nameof(ApiToken) => Read(
                            db.ApiTokens.Where(t => ids.Contains(t.Id))
                                .Select(t => new Called(t.Id, t.Name, null, null)),
                            null
                        ),
                        nameof(Candidate) => Read(
                            db.Candidates.Where(c => ids.Contains(c.Id))
                                .Select(c => new Called(
                                    c.Id,
                                    c.Student!.FirstName + " " + c.Student.Initial,
                                    c.GradingId,
                                    null
                                )),
                            "/gradings/"
                        ),
                        nameof(Lesson) => Read(
                            db.Lessons.Where(l => ids.Contains(l.Id))
                                .Select(l => new Called(l.Id, l.Class!.Name, l.Id, l.Date)),
                            "/sheets/"
                        ),
                        nameof(LessonLog) => Read(
                            db.Logs.Where(l => ids.Contains(l.Id))
                                .Select(l => new Called(l.Id, l.Lesson!.Class!.Name, l.LessonId, l.Lesson.Date)),
                            "/diary/"
                        ),
                        nameof(LineComment) => Read(
                            db.LineComments.Where(c => ids.Contains(c.Id))
                                .Select(c => new Called(c.Id, c.Words.Substring(0, 60), c.LessonId, null)),
                            "/sheets/"
                        ),
                        nameof(ClassGroup) => Read(
                            db.Classes.Where(c => ids.Contains(c.Id)).Select(c => new Called(c.Id, c.Name, null, null)),
                            null
                        ),
                        nameof(Rank) => Read(
                            db.Ranks.Where(r => ids.Contains(r.Id))
                                .Select(r => new Called(r.Id, r.Name + ", " + r.Track!.Name, r.Id, null)),
                            "/ladder/"
                        ),
                        nameof(Requirement) => Read(
                            db.Requirements.Where(r => ids.Contains(r.Id))
                                .Select(r => new Called(r.Id, r.Rank!.Name, r.RankId, null)),
                            "/ladder/"
                        ),
                        nameof(NumberedCombination) => Read(
                            db.NumberedCombinations.Where(c => ids.Contains(c.Id))
                                .Select(c => new Called(c.Id, "#" + c.Number + " " + c.Name, null, null)),
                            null
                        ),
                        nameof(SchoolTechnique) => Read(
                            db.SchoolTechniques.Where(t => ids.Contains(t.Id))
                                .Select(t => new Called(t.Id, t.TechniqueId, null, null)),
                            null
                        ),
                        nameof(Drill) => Read(
                            db.Drills.Where(d => ids.Contains(d.Id)).Select(d => new Called(d.Id, d.Name, null, null)),
                            null
                        ),
                        nameof(SheetTemplate) => Read(
                            db.Templates.Where(t => ids.Contains(t.Id))
                                .Select(t => new Called(t.Id, t.Title, t.Id, null)),
                            "/sheets/library/"
                        ),
                        nameof(Hall) => Read(
                            db.Halls.Where(h => ids.Contains(h.Id)).Select(h => new Called(h.Id, h.Name, null, null)),
                            null
                        ),
                        nameof(KitItem) => Read(
                            db.KitItems.Where(k => ids.Contains(k.Id))
                                .Select(k => new Called(k.Id, k.Name, null, null)),
                            null
                        ),
                        nameof(AppUser) => Read(
                            db.Staff.Where(u => ids.Contains(u.Id))
                                .Select(u => new Called(u.Id, u.DisplayName, null, null)),
                            null
                        ),
                        nameof(Grading) => Read(
                            db.Gradings.Where(g => ids.Contains(g.Id))
                                .Select(g => new Called(g.Id, g.Track!.Name, g.Id, g.On)),
                            "/gradings/"
                        ),
                        _ => Task.FromResult(new List<(Guid, string, string?)>()),
                    }
                )
            )
                names[id] = (name, url);
        }
        return names;

        async Task<List<(Guid, string, string?)>> Read(IQueryable<Called> rows, string? url) =>
            [
                .. (await rows.ToListAsync(cancel)).Select(r =>
                    (
                        r.Id,
                        r.On is { } on
                            ? string.Create(
                                System.Globalization.CultureInfo.InvariantCulture,
                                $"{r.Name}, {on:ddd d MMM}"
                            )
                            : r.Name.Trim(),
                        url is null || r.Page is null ? null : url + r.Page
                    )
                ),
            ];
    }

    private sealed record Called(Guid Id, string Name, Guid? Page, DateOnly? On);
}
