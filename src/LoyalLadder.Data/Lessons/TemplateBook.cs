using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>What is typed of a kept sheet.</summary>
public sealed record TemplateDraft(string Title, AgeBand Band, int? Week, string Text);

/// <summary>Sheets that the school keeps by week, to make lessons from.</summary>
public sealed class TemplateBook(LadderContext db, OwnSchool own)
{
    public Task<List<SheetTemplate>> All(CancellationToken cancel) =>
        db
            .Templates.AsNoTracking()
            .OrderBy(t => t.Band)
            .ThenBy(t => t.Week ?? 99)
            .ThenBy(t => t.Title)
            .ToListAsync(cancel);

    /// <summary>Saves a new kept sheet or changes one.</summary>
    public async Task<(SheetTemplate? Saved, IReadOnlyList<(string Field, string Message)> Errors)> Save(
        Guid? id,
        TemplateDraft draft,
        CancellationToken cancel
    )
    {
        var errors = new List<(string, string)>();
        if (draft.Title.Trim().Length is 0 or > 300)
            errors.Add(("Title", "Give it a title of at most 300 characters."));
        if (draft.Week is < 1 or > SheetTemplate.LastWeek)
            errors.Add(("Week", $"A week is 1 to {SheetTemplate.LastWeek}, or empty for any week."));
        if (string.IsNullOrWhiteSpace(draft.Text))
            errors.Add(("Text", "Write or paste the sheet."));
        else if (SheetReader.Refusal(draft.Text) is { } refusal)
            errors.Add(("Text", refusal));
        if (errors.Count > 0)
            return (null, errors);
        var facts = await own.Facts(cancel);
        var reader = facts.Material.Sheets(facts.School.Naming);
        var text = new SheetWriter(reader).Write(reader.Read(draft.Text).Plan);
        if (text.Length > SheetTemplate.LongestText)
            return (
                null,
                [
                    (
                        "Text",
                        $"A kept sheet may have {SheetTemplate.LongestText:N0} characters; this has {text.Length:N0}."
                    ),
                ]
            );
        var row = id is { } key ? await db.Templates.FirstOrDefaultAsync(t => t.Id == key, cancel) : null;
        if (id is not null && row is null)
            return (null, [("Title", "It is no longer there; somebody took it out.")]);
        if (row is null)
            db.Templates.Add(row = new SheetTemplate { Title = "", Text = "" });
        (row.Title, row.Band, row.Week, row.Text) = (draft.Title.Trim(), draft.Band, draft.Week, text);
        await db.SaveChangesAsync(cancel);
        return (row, []);
    }
}
