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
    /// <param name="draft">As typed.</param>
    /// <param name="naming">The naming school in which the notations are typed.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The saved row, or what is wrong, field by field.</returns>
    public async Task<(NumberedCombination? Saved, IReadOnlyList<(string Field, string Message)> Errors)> Save(
        Guid? id,
        CombinationDraft draft,
        NamingSchool naming,
        CancellationToken cancel
    )
    {
        var material = (await own.Facts(cancel)).Material;
        var row = id is { } key ? await db.NumberedCombinations.FirstOrDefaultAsync(c => c.Id == key, cancel) : null;
        if (id is not null && row is null)
            return (null, [("Number", "It is no longer there; somebody took it out.")]);
        var number = draft.Number.Trim().TrimStart('#').ToUpperInvariant();
        var errors = new List<(string, string)>();
        if (!NumberForm().IsMatch(number))
            errors.Add(("Number", "Letters, digits and hyphens, at most 12, such as 14 or SD-4."));
        else if (await db.NumberedCombinations.AnyAsync(c => c.Number == number && c.Id != id, cancel))
            errors.Add(("Number", $"#{number} is taken."));
        if (draft.Name.Trim().Length is 0 or > 80)
            errors.Add(("Name", "Give it a name of at most 80 characters."));
        var reader = new NotationReader(material.WordsWithout(row?.Number ?? number, naming));
        var notation = Canonical(reader, draft.Notation, "Notation", errors);
        var other = string.IsNullOrWhiteSpace(draft.OtherReading)
            ? null
            : Canonical(reader, draft.OtherReading, "OtherReading", errors);
        var versions = Versions(reader, draft.Versions ?? "", errors);
        foreach (
            var (field, text) in new[]
            {
                ("ControlRule", draft.ControlRule),
                ("Cautions", draft.Cautions),
                ("Notes", draft.Notes),
            }
        )
            if (text?.Length > NumberedCombination.LongestWords)
                errors.Add((field, $"At most {NumberedCombination.LongestWords:N0} characters."));
        if (draft.Kind == CombinationKind.SelfDefence && string.IsNullOrWhiteSpace(draft.ControlRule))
            errors.Add(("ControlRule", "Say how the partner is kept safe, such as: tap means stop."));
        if (draft.RankId is { } rank && !await db.Ranks.AnyAsync(r => r.Id == rank, cancel))
            errors.Add(("RankId", "Choose a rank of this school."));
        if (errors.Count > 0)
            return (null, errors);
        if (row is null)
            db.NumberedCombinations.Add(
                row = new NumberedCombination
                {
                    Number = number,
                    Name = "",
                    Notation = "",
                }
            );
        else if (
            row.Notation != notation
            || row.OtherReading != other
            || row.Versions != versions
            || row.Name != draft.Name.Trim()
        )
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
        (row.Number, row.Kind, row.Name, row.Notation, row.OtherReading, row.Versions) = (
            number,
            draft.Kind,
            draft.Name.Trim(),
            notation!,
            other,
            versions
        );
        (row.RankId, row.LeastBand, row.ControlRule, row.Cautions, row.Notes) = (
            draft.RankId,
            draft.LeastBand,
            draft.ControlRule?.Trim() ?? "",
            draft.Cautions?.Trim() ?? "",
            draft.Notes?.Trim() ?? ""
        );
        await db.SaveChangesAsync(cancel);
        return (row, []);
    }

    public async Task<bool> Remove(Guid id, CancellationToken cancel)
    {
        if (await db.NumberedCombinations.FirstOrDefaultAsync(c => c.Id == id, cancel) is not { } row)
            return false;
        db.NumberedCombinations.Remove(row);
        await db.SaveChangesAsync(cancel);
        return true;
    }

    private static string? Canonical(NotationReader reader, string text, string field, List<(string, string)> errors)
    {
        var reading = reader.Read(text);
        if (
            reading.Combination is { } combination
            && NotationWriter.Write(combination) is { Length: <= NumberedCombination.LongestNotation } written
        )
            return written;
        foreach (var error in reading.Errors)
            errors.Add((field, Said(error)));
        if (reading.Combination is not null)
            errors.Add((field, $"Written out it has over {NumberedCombination.LongestNotation:N0} characters."));
        return null;
    }

    private static string Said(NotationError error) =>
        $"At {error.Position + 1}: {error.Message}{(error.Suggestions.Count > 0 ? $" Near it: {string.Join(", ", error.Suggestions)}." : "")}";

    /// <summary>'advanced: jab, cross', one a line.</summary>
    private static string Versions(NotationReader reader, string text, List<(string, string)> errors)
    {
        var lines = new List<string>();
        foreach (var line in text.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            var colon = line.IndexOf(':', StringComparison.Ordinal);
            if (colon is <= 0 or > 40)
                errors.Add(("Versions", "Write each version as 'group: combination' on a line of its own."));
            else if (Canonical(reader, line[(colon + 1)..], "Versions", errors) is { } written)
                lines.Add($"{line[..colon].Trim()}: {written}");
        }
        var joined = string.Join('\n', lines);
        if (joined.Length > NumberedCombination.LongestNotation * 2)
            errors.Add(("Versions", "These are too many: four thousand characters in all."));
        return joined;
    }

    [GeneratedRegex(@"^[\p{L}0-9][\p{L}0-9-]{0,11}$", RegexOptions.CultureInvariant)]
    private static partial Regex NumberForm();
}
