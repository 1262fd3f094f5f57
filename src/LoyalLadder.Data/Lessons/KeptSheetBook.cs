using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>What is typed of a kept sheet.</summary>
public sealed record KeptSheetDraft(string Title, AgeBand Band, int? Week, string Text);

/// <summary>Sheets that the school keeps by week, to make lessons from.</summary>
public sealed class KeptSheetBook(LadderContext db, OwnSchool own, RowBook rows)
{
    public Task<List<KeptSheet>> All(CancellationToken cancel) =>
        db
            .KeptSheets.AsNoTracking()
            .OrderBy(t => t.Band)
            .ThenBy(t => t.Week ?? 99)
            .ThenBy(t => t.Title)
            .ToListAsync(cancel);

    /// <summary>The kept sheet of that key; null when there is none.</summary>
    public Task<KeptSheet?> Find(Guid id, CancellationToken cancel) =>
        db.KeptSheets.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id, cancel);

    /// <summary>Saves a new kept sheet or changes one.</summary>
    /// <param name="id">The one that is changed; null for a new one.</param>
    /// <param name="key">The key of the post, which becomes that of a new one.</param>
    /// <param name="version">The state that the form was filled from; null takes whatever stands.</param>
    /// <param name="draft">As typed.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<RowSaved<KeptSheet>> Save(
        Guid? id,
        Guid key,
        uint? version,
        KeptSheetDraft draft,
        CancellationToken cancel
    )
    {
        var (text, errors) = await Check(draft, cancel);
        if (errors.Any)
            return RowSaved<KeptSheet>.Refused(errors);
        return await rows.Save(
            id,
            key,
            version,
            () => new KeptSheet { Title = "", Text = "" },
            sheet =>
            {
                (sheet.Title, sheet.Band, sheet.Week) = (draft.Title.Trim(), draft.Band, draft.Week);
                sheet.Text = text;
            },
            cancel
        );
    }

    private async Task<(string Text, FieldErrors Errors)> Check(KeptSheetDraft draft, CancellationToken cancel)
    {
        var errors = new FieldErrors();
        if (draft.Title.Trim().Length is 0 or > 300)
            errors.Add("Title", Say("Give it a title of at most 300 characters."));
        if (draft.Week is < 1 or > KeptSheet.LastWeek)
            errors.Add("Week", Say($"A week is 1 to {KeptSheet.LastWeek}, or empty for any week."));
        if (string.IsNullOrWhiteSpace(draft.Text))
            errors.Add("Text", Say("Write or paste the sheet."));
        else if (SheetReader.Refusal(draft.Text) is { } refusal)
            errors.Add("Text", refusal);
        if (errors.Any)
            return ("", errors);
        var facts = await own.Facts(cancel);
        var reader = facts.Material.Sheets(facts.School.Naming);
        var text = new SheetWriter(reader).Write(reader.Read(draft.Text).Plan);
        if (text.Length > KeptSheet.LongestText)
            errors.Add(
                "Text",
                Say($"A kept sheet may have {KeptSheet.LongestText:N0} characters; this has {text.Length:N0}.")
            );
        return (text, errors);
    }
}
