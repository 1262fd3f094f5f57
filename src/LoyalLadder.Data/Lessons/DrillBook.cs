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

    /// <summary>Saves a new drill or changes one.</summary>
    /// <returns>The drill and how many sheets follow the change, or what is wrong, field by field.</returns>
    public async Task<(Drill? Saved, int Sheets, IReadOnlyList<(string Field, string Message)> Errors)> Save(
        Guid? id,
        DrillDraft draft,
        CancellationToken cancel
    )
    {
        var (lines, errors) = await Check(id, draft, cancel);
        if (errors.Count > 0)
            return (null, 0, errors);
        var (facts, name) = (await own.Facts(cancel), draft.Name.Trim());
        var drill = id is { } key ? await db.Drills.FirstOrDefaultAsync(d => d.Id == key, cancel) : null;
        if (id is not null && drill is null)
            return (null, 0, [("Name", "It is no longer there; somebody took it out.")]);
        var text = string.Join('\n', lines);
        var changed = drill is not null && drill.Text != text;
        if (drill is null)
            db.Drills.Add(drill = new Drill { Name = name, Text = text });
        (drill.Name, drill.Kind, drill.LeastBand, drill.Text, drill.Notes) = (
            name,
            draft.Kind,
            draft.LeastBand,
            text,
            draft.Notes.Trim()
        );
        var sheets = changed ? await Follow(drill, lines, facts, cancel) : 0;
        await db.SaveChangesAsync(cancel);
        return (drill, sheets, []);
    }

    /// <summary>The lines of a drill as they would be kept, and what is wrong, field by field.</summary>
    public async Task<(List<string> Lines, List<(string Field, string Message)> Errors)> Check(
        Guid? id,
        DrillDraft draft,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        var errors = new List<(string, string)>();
        var name = draft.Name.Trim();
        if (name.Length is 0 or > Drill.LongestName)
            errors.Add(("Name", $"Give it a name of at most {Drill.LongestName} characters."));
        else if (
            (await db.Drills.AsNoTracking().Where(d => d.Id != id).ToListAsync(cancel)).Exists(d =>
                NameKey.Of(d.Name) == NameKey.Of(name)
            )
        )
            errors.Add(("Name", $"There is a drill called {name} already."));
        var reader = facts.Material.Sheets(facts.School.Naming);
        var lines = Lines(reader, draft.Text, errors);
        if (draft.Notes.Length > 2000)
            errors.Add(("Notes", "At most 2,000 characters."));
        return (lines, errors);
    }

    /// <summary>Takes a drill out; sheets keep its lines as their own.</summary>
    public async Task<bool> Remove(Guid id, CancellationToken cancel)
    {
        if (await db.Drills.FirstOrDefaultAsync(d => d.Id == id, cancel) is not { } drill)
            return false;
        foreach (var row in await db.SheetLines.Where(l => l.DrillId == id).ToListAsync(cancel))
            (row.DrillId, row.LinkId) = (null, null);
        db.Drills.Remove(drill);
        await db.SaveChangesAsync(cancel);
        return true;
    }

    private static List<string> Lines(SheetReader reader, string text, List<(string, string)> errors)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            errors.Add(("Text", "Write at least one line, as on a sheet: front kick 5/side"));
            return [];
        }
        if (text.Length > Drill.LongestText)
        {
            errors.Add(("Text", $"At most {Drill.LongestText:N0} characters."));
            return [];
        }
        var entries = reader.ReadEntries(text);
        if (entries.OfType<Segment>().Any())
            errors.Add(("Text", "A drill has lines and notes, no headings: it goes under the heading of the sheet."));
        if (entries.Count is 0 or > Drill.MostLines)
            errors.Add(("Text", $"1 to {Drill.MostLines} lines."));
        if (entries.OfType<LessonLine>().FirstOrDefault(l => l.Problem is not null)?.Problem is { } problem)
            errors.Add(("Text", problem));
        var writer = new SheetWriter(reader);
        return [.. entries.Select(writer.Write)];
    }

    /// <summary>Puts the new lines where the old ones stand, on every linked sheet that is still to come.</summary>
    private async Task<int> Follow(Drill drill, List<string> lines, SchoolFacts facts, CancellationToken cancel)
    {
        var today = SchoolTime.Today(facts.School, time);
        var rows = await db
            .SheetLines.Where(l =>
                l.DrillId == drill.Id
                && l.RemovedAt == null
                && db.Lessons.Any(x =>
                    x.Id == l.LessonId
                    && x.Date >= today
                    && x.Log == null
                    && !(x.Run != null && x.Run.Events.Any(e => e.Kind == RunEventKind.Start))
                )
            )
            .OrderBy(l => l.Position)
            .ToListAsync(cancel);
        foreach (var block in rows.GroupBy(r => (r.LessonId, r.LinkId)))
        {
            var old = block.ToList();
            for (var i = 0; i < Math.Min(old.Count, lines.Count); i++)
                if (old[i].Text != lines[i])
                    (old[i].Text, old[i].Version) = (lines[i], old[i].Version + 1);
            foreach (var left in old.Skip(lines.Count))
                left.RemovedAt = time.GetUtcNow();
            if (lines.Count <= old.Count)
                continue;
            var at = old[^1].Position;
            var next =
                await db
                    .SheetLines.Where(l => l.LessonId == block.Key.LessonId && l.RemovedAt == null && l.Position > at)
                    .OrderBy(l => l.Position)
                    .Select(l => (double?)l.Position)
                    .FirstOrDefaultAsync(cancel)
                ?? at + lines.Count + 1;
            for (var i = old.Count; i < lines.Count; i++)
                db.SheetLines.Add(
                    new SheetLine
                    {
                        LessonId = block.Key.LessonId,
                        DrillId = drill.Id,
                        LinkId = block.Key.LinkId,
                        Text = lines[i],
                        Position = at + ((next - at) * (i - old.Count + 1) / (lines.Count - old.Count + 1)),
                    }
                );
        }
        return rows.Select(r => r.LessonId).Distinct().Count();
    }
}
