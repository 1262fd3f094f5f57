using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Material;

/// <summary>What is typed of a numbered combination.</summary>
public sealed record CombinationDraft
{
    public string Number { get; init; } = "";
    public CombinationKind Kind { get; init; }
    public string Name { get; init; } = "";
    public string Notation { get; init; } = "";
    public string? OtherReading { get; init; }
    public string? Versions { get; init; }
    public string? Tradition { get; init; }
    public string? Readings { get; init; }
    public int? FormSeconds { get; init; }
    public Guid? RankId { get; init; }
    public AgeBand LeastBand { get; init; }
    public string? ControlRule { get; init; }
    public string? Cautions { get; init; }
    public string? Notes { get; init; }
}

/// <summary>The school's numbered combinations and self-defence drills.</summary>
public sealed partial class CombinationBook(LadderContext db, OwnSchool own)
{
    /// <summary>Saves a new one, or changes the one of that key and keeps what it was.</summary>
    /// <param name="id">Null for a new one.</param>
    /// <param name="key">The key of the post, which becomes that of a new one.</param>
    /// <param name="version">The state that the form was filled from; null takes whatever stands.</param>
    /// <param name="draft">As typed.</param>
    /// <param name="naming">The naming school in which the notations are typed.</param>
    /// <param name="cancel">Stops it.</param>
    public Task<RowSaved<NumberedCombination>> Save(
        Guid? id,
        Guid key,
        uint? version,
        CombinationDraft draft,
        NamingSchool naming,
        CancellationToken cancel
    ) => db.RunExclusive("combinations", () => SaveInTurn(id, key, version, draft, naming, cancel), cancel);

    private async Task<RowSaved<NumberedCombination>> SaveInTurn(
        Guid? id,
        Guid key,
        uint? version,
        CombinationDraft draft,
        NamingSchool naming,
        CancellationToken cancel
    )
    {
        var row = await db.NumberedCombinations.FirstOrDefaultAsync(c => c.Id == (id ?? key), cancel);
        if (id is not null && row is null)
            return RowSaved<NumberedCombination>.Gone();
        if (id is null && row is not null)
            return RowSaved<NumberedCombination>.Kept(row);
        var (read, errors) = await Check(row, draft, naming, cancel);
        if (errors.Any)
            return RowSaved<NumberedCombination>.Refused(errors);
        if (row is not null && version is { } seen && row.Version != seen)
            return RowSaved<NumberedCombination>.Conflict(row);
        if (row is null)
        {
            row = new NumberedCombination
            {
                Id = key,
                Number = "",
                Name = "",
                Notation = "",
            };
            db.NumberedCombinations.Add(row);
        }
        else if (IsOther(row, read, draft))
            Remember(row);
        Fill(row, read, draft);
        return RowSaved<NumberedCombination>.Kept(row);
    }

    /// <summary>The notations of a draft in generic English.</summary>
    private sealed record Canonicals(
        string Number,
        string Notation,
        string? OtherReading,
        string Versions,
        string Readings
    );

    private async Task<(Canonicals Read, FieldErrors Errors)> Check(
        NumberedCombination? row,
        CombinationDraft draft,
        NamingSchool naming,
        CancellationToken cancel
    )
    {
        var errors = new FieldErrors();
        var number = draft.Number.Trim().TrimStart('#').ToUpperInvariant();
        var id = row?.Id;
        if (!NumberForm().IsMatch(number))
            errors.Add("Number", Say("Letters, digits and hyphens, at most 12, such as 14 or SD-4."));
        else if (await db.NumberedCombinations.AnyAsync(c => c.Number == number && c.Id != id, cancel))
            errors.Add("Number", $"#{number} is taken.");
        if (draft.Name.Trim().Length is 0 or > 80)
            errors.Add("Name", Say("Give it a name of at most 80 characters."));
        var material = (await own.Facts(cancel)).Material;
        var reader = new NotationReader(material.WordsWithout(row?.Number ?? number, naming));
        var isForm = draft.Kind == CombinationKind.Form;
        var notation = Canonical(reader, isForm ? Forms.Joined(draft.Notation) : draft.Notation, "Notation", errors);
        var readings = isForm ? Readings(reader, draft.Readings ?? "", notation, errors) : "";
        var other = string.IsNullOrWhiteSpace(draft.OtherReading)
            ? null
            : Canonical(reader, draft.OtherReading, "OtherReading", errors);
        var versions = Versions(reader, draft.Versions ?? "", errors);
        CheckWords(draft, errors);
        if (draft.RankId is { } rank && !await db.Ranks.AnyAsync(r => r.Id == rank, cancel))
            errors.Add("RankId", Say("Choose a rank of this school."));
        return (new Canonicals(number, notation ?? "", other, versions, readings), errors);
    }

    private static void CheckWords(CombinationDraft draft, FieldErrors errors)
    {
        (string Field, string? Text)[] texts =
        [
            ("Tradition", draft.Tradition),
            ("ControlRule", draft.ControlRule),
            ("Cautions", draft.Cautions),
            ("Notes", draft.Notes),
        ];
        foreach (var (field, text) in texts)
            if (text?.Length > NumberedCombination.LongestWords)
                errors.Add(field, Say($"At most {NumberedCombination.LongestWords:N0} characters."));
        if (draft.Tradition?.Trim().Length > NumberedCombination.LongestTradition)
            errors.Add("Tradition", Say($"At most {NumberedCombination.LongestTradition} characters."));
        if (draft.FormSeconds is < Forms.LeastSeconds or > Forms.MostSeconds)
            errors.Add("FormSeconds", Say($"{Forms.LeastSeconds} to {Forms.MostSeconds} seconds, or empty."));
        if (draft.Kind == CombinationKind.SelfDefence && string.IsNullOrWhiteSpace(draft.ControlRule))
            errors.Add("ControlRule", Say("Say how the partner is kept safe, such as: tap means stop."));
    }

    private static bool IsOther(NumberedCombination row, Canonicals read, CombinationDraft draft) =>
        (row.Notation, row.OtherReading, row.Versions, row.Name)
        != (read.Notation, read.OtherReading, read.Versions, draft.Name.Trim());

    private void Remember(NumberedCombination row) =>
        db.CombinationChanges.Add(
            new CombinationChange
            {
                CombinationId = row.Id,
                Name = row.Name,
                Notation = row.Notation,
                OtherReading = row.OtherReading,
                Versions = row.Versions,
            }
        );

    private static void Fill(NumberedCombination row, Canonicals read, CombinationDraft draft)
    {
        (row.Number, row.Kind, row.Name) = (read.Number, draft.Kind, draft.Name.Trim());
        (row.Notation, row.OtherReading, row.Versions) = (read.Notation, read.OtherReading, read.Versions);
        row.Tradition = draft.Kind == CombinationKind.Form ? draft.Tradition?.Trim() ?? "" : "";
        row.Readings = read.Readings;
        row.FormSeconds = draft.Kind == CombinationKind.Form ? draft.FormSeconds : null;
        (row.RankId, row.LeastBand) = (draft.RankId, draft.LeastBand);
        row.ControlRule = draft.ControlRule?.Trim() ?? "";
        row.Cautions = draft.Cautions?.Trim() ?? "";
        row.Notes = draft.Notes?.Trim() ?? "";
    }

    /// <summary>The one of that key, to be shown in its form; null for none.</summary>
    public Task<NumberedCombination?> Find(Guid? id, CancellationToken cancel) =>
        db.NumberedCombinations.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id, cancel);

    /// <summary>What a combination was before, the newest first.</summary>
    public Task<List<CombinationChange>> Changes(Guid id, CancellationToken cancel) =>
        db
            .CombinationChanges.AsNoTracking()
            .Where(c => c.CombinationId == id)
            .OrderByDescending(c => c.ChangedAt)
            .Take(20)
            .ToListAsync(cancel);

    /// <summary>Takes one out; sheets that call it keep their words, and logs what was taught.</summary>
    public Task<bool> Remove(Guid id, CancellationToken cancel) =>
        db.RunExclusive(
            "combinations",
            async () =>
            {
                var row = await db
                    .NumberedCombinations.Include(c => c.Changes)
                    .FirstOrDefaultAsync(c => c.Id == id, cancel);
                if (row is null)
                    return false;
                db.NumberedCombinations.Remove(row);
                return true;
            },
            cancel
        );

    private static string? Canonical(NotationReader reader, string text, string field, FieldErrors errors)
    {
        var reading = reader.Read(text);
        if (
            reading.Combination is { } combination
            && NotationWriter.Write(combination) is { Length: <= NumberedCombination.LongestNotation } written
        )
            return written;
        foreach (var error in reading.Errors)
            errors.Add(field, Said(error));
        if (reading.Combination is not null)
            errors.Add(field, Say($"Written out it has over {NumberedCombination.LongestNotation:N0} characters."));
        return null;
    }

    private static string Said(NotationError error) =>
        error.Suggestions.Count == 0
            ? Say($"At {error.Position + 1}: {error.Message}")
            : Say($"At {error.Position + 1}: {error.Message} Near it: {string.Join(", ", error.Suggestions)}.");

    /// <summary>'4-5: [wrist grab], low block', one a line, hung on moves that the form has.</summary>
    private static string Readings(NotationReader reader, string text, string? notation, FieldErrors errors)
    {
        var moves = notation is null ? 0 : reader.Read(notation).Combination?.Counts.Count ?? 0;
        var lines = new List<string>();
        foreach (var line in text.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            if (Forms.Reading(line) is not { } reading)
                errors.Add("Readings", Say("Write each as '4-5: [wrist grab], low block' on a line of its own."));
            else if (reading.To > moves)
                errors.Add("Readings", Say($"The form has {moves} moves; this hangs on move {reading.To}."));
            else if (Canonical(reader, reading.Use, "Readings", errors) is { } written)
                lines.Add($"{Span(reading)}: {written}");
        }
        var joined = string.Join('\n', lines);
        if (joined.Length > NumberedCombination.LongestNotation * 2)
            errors.Add("Readings", Say("These are too many: four thousand characters in all."));
        return joined;
    }

    private static string Span(FormReading reading) =>
        reading.From == reading.To
            ? reading.From.ToString(System.Globalization.CultureInfo.InvariantCulture)
            : string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{reading.From}-{reading.To}");

    /// <summary>'advanced: jab, cross', one a line.</summary>
    private static string Versions(NotationReader reader, string text, FieldErrors errors)
    {
        var lines = new List<string>();
        foreach (var line in text.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            var colon = line.IndexOf(':', StringComparison.Ordinal);
            if (colon is <= 0 or > 40)
                errors.Add("Versions", Say("Write each version as 'group: combination' on a line of its own."));
            else if (Canonical(reader, line[(colon + 1)..], "Versions", errors) is { } written)
                lines.Add($"{line[..colon].Trim()}: {written}");
        }
        var joined = string.Join('\n', lines);
        if (joined.Length > NumberedCombination.LongestNotation * 2)
            errors.Add("Versions", Say("These are too many: four thousand characters in all."));
        return joined;
    }

    [GeneratedRegex(@"^[\p{L}0-9][\p{L}0-9-]{0,11}$", RegexOptions.CultureInvariant)]
    private static partial Regex NumberForm();
}
