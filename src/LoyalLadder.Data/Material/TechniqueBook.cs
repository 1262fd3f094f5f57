using System.Text.Json;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Material;

/// <summary>The school's own techniques and its changes to shipped ones.</summary>
public sealed class TechniqueBook(LadderContext db, OwnSchool own, SchoolMaterials materials)
{
    /// <summary>Saves a row after trying whether the catalogue holds with it.</summary>
    /// <returns>What is wrong with it; empty when it was saved.</returns>
    public async Task<IReadOnlyList<string>> Save(TechniqueRow row, CancellationToken cancel)
    {
        var rows = await db.SchoolTechniques.ToListAsync(cancel);
        var others = rows.Where(r => r.TechniqueId != row.Id).Select(r => TechniqueRow.Parse(r.Row)).ToList();
        try
        {
            _ = CatalogueFile.With(materials.Shipped, [.. others, row]);
        }
        catch (CatalogueException e)
        {
            return e.Errors;
        }
        catch (JsonException e)
        {
            return [e.Message];
        }
        var text = row.Write();
        if (rows.Find(r => r.TechniqueId == row.Id) is { } held)
            held.Row = text;
        else
            db.SchoolTechniques.Add(new SchoolTechnique { TechniqueId = row.Id, Row = text });
        await db.SaveChangesAsync(cancel);
        return [];
    }

    /// <summary>Takes the school's row away: a technique of its own goes, a shipped one is again as it was shipped.</summary>
    /// <returns>Why it has to stay; null when it is gone.</returns>
    public async Task<string?> Remove(string techniqueId, CancellationToken cancel)
    {
        var rows = await db.SchoolTechniques.ToListAsync(cancel);
        if (rows.Find(r => r.TechniqueId == techniqueId) is not { } row)
            return null;
        try
        {
            var without = CatalogueFile.With(
                materials.Shipped,
                rows.Where(r => r != row).Select(r => TechniqueRow.Parse(r.Row))
            );
            if (
                without.Find(techniqueId) is null
                && (await own.Facts(cancel)).Material.Combinations.FirstOrDefault(c =>
                    c.Moves?.Elements.Any(e => e.Technique?.Id == techniqueId) == true
                )
                    is { } used
            )
                return $"#{used.Row.Number} is built with it: change that first.";
        }
        catch (CatalogueException e)
        {
            return e.Errors[0];
        }
        db.SchoolTechniques.Remove(row);
        await db.SaveChangesAsync(cancel);
        return null;
    }

    /// <summary>The school's row for a technique; null where it has none.</summary>
    public async Task<TechniqueRow?> Own(string techniqueId, CancellationToken cancel) =>
        await db
            .SchoolTechniques.AsNoTracking()
            .Where(r => r.TechniqueId == techniqueId)
            .Select(r => r.Row)
            .FirstOrDefaultAsync(cancel)
            is { } row
            ? TechniqueRow.Parse(row)
            : null;
}
