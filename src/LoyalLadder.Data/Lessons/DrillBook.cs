using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>What is typed of a drill.</summary>
public sealed record DrillDraft(string Name, SegmentKind Kind, AgeBand LeastBand, string Text, string Notes);

/// <summary>The school's drills. A change of one shows on every linked sheet that is not yet taught.</summary>
public sealed class DrillBook(LadderContext db, OwnSchool own, TimeProvider time)
{
    public Task<List<Drill>> All(CancellationToken cancel) =>
        db.Drills.AsNoTracking().OrderBy(d => d.Kind).ThenBy(d => d.Name).ToListAsync(cancel);

    /// <summary>The drill of that name, however it is written.</summary>
    public async Task<Drill?> Named(string name, CancellationToken cancel) =>
        (await db.Drills.AsNoTracking().ToListAsync(cancel)).Find(d => NameKey.Of(d.Name) == NameKey.Of(name));

    /// <summary>The text and name of every drill, for whoever types the beginning of one.</summary>
    public async Task<List<(string Name, string Text)>> Names(CancellationToken cancel) =>
        (await db.Drills.OrderBy(d => d.Name).Select(d => new { d.Name, d.Text }).ToListAsync(cancel)).ConvertAll(d =>
            (d.Name, d.Text)
        );

    public Task<int> Count(CancellationToken cancel) => db.Drills.CountAsync(cancel);

    /// <summary>How many sheets from a day on are linked to each drill.</summary>
    public Task<Dictionary<Guid, int>> Followers(DateOnly from, CancellationToken cancel) =>
        db
            .SheetLines.Where(l =>
                l.DrillId != null
                && l.RemovedAt == null
                && db.Lessons.Any(x => x.Id == l.LessonId && x.Date >= from && x.Log == null)
            )
            .GroupBy(l => l.DrillId!.Value)
            .Select(g => new { g.Key, Sheets = g.Select(l => l.LessonId).Distinct().Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Sheets, cancel);

    /// <summary>Saves a new drill or changes one.</summary>
    /// <param name="id">The drill that is changed; null for a new one.</param>
    /// <param name="key">The key of the post, which becomes that of a new drill.</param>
    /// <param name="version">The state that the form was filled from; null takes whatever stands.</param>
    /// <param name="draft">As typed.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>What came of it, and how many sheets follow the change.</returns>
    public Task<(RowSaved<Drill> Saved, int Sheets)> Save(
        Guid? id,
        Guid key,
        uint? version,
        DrillDraft draft,
        CancellationToken cancel
    ) => db.RunExclusive("drills", () => SaveInTurn(id, key, version, draft, cancel), cancel);

    private async Task<(RowSaved<Drill> Saved, int Sheets)> SaveInTurn(
        Guid? id,
        Guid key,
        uint? version,
        DrillDraft draft,
        CancellationToken cancel
    )
    {
        if (id is null && await db.Drills.FirstOrDefaultAsync(d => d.Id == key, cancel) is { } already)
            return (RowSaved<Drill>.Kept(already), 0);
        var all = await db.Drills.ToListAsync(cancel);
        var facts = await own.Facts(cancel);
        var (lines, errors) = Check(all, id, draft, facts);
        if (errors.Any)
            return (RowSaved<Drill>.Refused(errors), 0);
        var drill = all.Find(d => d.Id == id);
        if (id is not null && drill is null)
            return (RowSaved<Drill>.Gone(), 0);
        if (drill is not null && version is { } seen && drill.Version != seen)
            return (RowSaved<Drill>.Conflict(drill), 0);
        var saved = drill ?? Added(key);
        var sheets = await Put(saved, lines, draft, facts, cancel);
        return (RowSaved<Drill>.Kept(saved), sheets);
    }

    /// <summary>A new drill, still to be filled.</summary>
    internal Drill Added(Guid key)
    {
        var drill = new Drill
        {
            Id = key,
            Name = "",
            Text = "",
        };
        db.Drills.Add(drill);
        return drill;
    }

    /// <summary>Fills a drill; sheets that are linked to it follow.</summary>
    /// <returns>How many sheets do.</returns>
    internal async Task<int> Put(
        Drill drill,
        List<string> lines,
        DrillDraft draft,
        SchoolFacts facts,
        CancellationToken cancel
    )
    {
        var text = string.Join('\n', lines);
        var isOther = drill.Text.Length > 0 && drill.Text != text;
        (drill.Name, drill.Kind, drill.LeastBand) = (draft.Name.Trim(), draft.Kind, draft.LeastBand);
        (drill.Text, drill.Notes) = (text, draft.Notes.Trim());
        return isOther ? await Follow(drill, lines, facts.School, cancel) : 0;
    }

    /// <summary>The lines of a drill as they would be kept, and what is wrong, field by field.</summary>
    /// <param name="all">All drills of the school.</param>
    /// <param name="id">The drill that is changed; null for a new one.</param>
    /// <param name="draft">As typed.</param>
    /// <param name="facts">The school's.</param>
    internal static (List<string> Lines, FieldErrors Errors) Check(
        IReadOnlyList<Drill> all,
        Guid? id,
        DrillDraft draft,
        SchoolFacts facts
    )
    {
        var errors = new FieldErrors();
        var name = draft.Name.Trim();
        if (name.Length is 0 or > Drill.LongestName)
            errors.Add("Name", Say($"Give it a name of at most {Drill.LongestName} characters."));
        else if (all.Any(d => d.Id != id && NameKey.Of(d.Name) == NameKey.Of(name)))
            errors.Add("Name", Say($"There is a drill called {name} already."));
        var lines = Lines(facts.Material.Sheets(facts.School.Naming), draft.Text, errors);
        if (draft.Notes.Length > 2000)
            errors.Add("Notes", Say("At most 2,000 characters."));
        return (lines, errors);
    }

    /// <summary>Takes a drill out; sheets keep its lines as their own.</summary>
    public Task<bool> Remove(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            "drills",
            async () =>
            {
                if (await db.Drills.FirstOrDefaultAsync(d => d.Id == id, cancel) is not { } drill)
                    return false;
                foreach (var lesson in await LinkedTo(id, _ => true, cancel))
                {
                    await db.Wait(SheetEdits.Turn(lesson), cancel);
                    foreach (var row in await db.SheetRows(lesson, cancel))
                        if (row.DrillId == id)
                            (row.DrillId, row.LinkId) = (null, null);
                }
                db.Drills.Remove(drill);
                return true;
            },
            cancel
        );

    private static List<string> Lines(SheetReader reader, string text, FieldErrors errors)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            errors.Add("Text", Say("Write at least one line, as on a sheet: front kick 5/side"));
            return [];
        }
        if (text.Length > Drill.LongestText)
        {
            errors.Add("Text", Say($"At most {Drill.LongestText:N0} characters."));
            return [];
        }
        var entries = reader.ReadEntries(text);
        if (entries.OfType<Segment>().Any())
            errors.Add(
                "Text",
                Say("A drill has lines and notes, no headings: it goes under the heading of the sheet.")
            );
        if (entries.Count is 0 or > Drill.MostLines)
            errors.Add("Text", Say($"1 to {Drill.MostLines} lines."));
        if (entries.OfType<LessonLine>().FirstOrDefault(l => l.Problem is not null)?.Problem is { } problem)
            errors.Add("Text", problem);
        var writer = new SheetWriter(reader);
        return [.. entries.Select(writer.Write)];
    }

    /// <summary>The lessons with lines that are linked to a drill.</summary>
    private Task<List<Guid>> LinkedTo(
        Guid drill,
        System.Linq.Expressions.Expression<Func<Lesson, bool>> which,
        CancellationToken cancel
    ) =>
        db
            .Lessons.Where(which)
            .Where(l => db.SheetLines.Any(x => x.LessonId == l.Id && x.DrillId == drill))
            .OrderBy(l => l.Id)
            .Select(l => l.Id)
            .ToListAsync(cancel);

    /// <summary>Puts the new lines where the old ones stand, on every linked sheet that is still to come.</summary>
    private async Task<int> Follow(Drill drill, List<string> lines, SchoolCard school, CancellationToken cancel)
    {
        var today = SchoolTime.Today(school, time);
        var lessons = await LinkedTo(
            drill.Id,
            l =>
                l.Date >= today
                && (l.Log == null || l.Log.OutcomesAt == null)
                && !(l.Run != null && l.Run.Events.Any(e => e.Kind == RunEventKind.Start)),
            cancel
        );
        foreach (var lesson in lessons)
        {
            await db.Wait(SheetEdits.Turn(lesson), cancel);
            var rows = await db.SheetRows(lesson, cancel);
            var blocks = rows.Where(r => r.DrillId == drill.Id && r.RemovedAt is null).GroupBy(r => r.LinkId);
            foreach (var block in blocks.ToList())
                Replace(lesson, rows, [.. block], lines);
        }
        return lessons.Count;
    }

    private void Replace(Guid lesson, List<SheetLine> rows, List<SheetLine> old, List<string> lines)
    {
        foreach (var (row, line) in old.Zip(lines))
            row.Text = line;
        foreach (var left in old.Skip(lines.Count))
            left.RemovedAt = time.GetUtcNow();
        var more = SheetEdits.Insert(lesson, rows, old[^1], [.. lines.Skip(old.Count)]);
        foreach (var row in more)
            (row.DrillId, row.LinkId) = (old[0].DrillId, old[0].LinkId);
        db.SheetLines.AddRange(more);
        rows.InsertRange(rows.IndexOf(old[^1]) + 1, more);
    }
}
