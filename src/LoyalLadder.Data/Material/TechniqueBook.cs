using System.Text.Json;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Material;

/// <summary>The school's own techniques and its changes to shipped ones.</summary>
public sealed class TechniqueBook(LadderContext db, OwnSchool own, Catalogue shipped)
{
    private const string Turn = "techniques";

    /// <summary>When each technique was last taught; what never was is not in it.</summary>
    public Task<Dictionary<string, DateOnly>> LastTaught(CancellationToken cancel) =>
        db
            .TaughtItems.GroupBy(t => t.Learnable)
            .Select(g => new { g.Key, Last = g.Max(t => t.Date) })
            .ToDictionaryAsync(g => g.Key, g => g.Last, cancel);

    /// <summary>Saves a row after trying whether the catalogue holds with it.</summary>
    /// <param name="row">The row.</param>
    /// <param name="version">The state that the form was filled from, 0 for none; null takes whatever stands.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<RowSaved<SchoolTechnique>> Save(TechniqueRow row, uint? version, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                var rows = await db.SchoolTechniques.ToListAsync(cancel);
                var errors = new FieldErrors();
                foreach (var problem in ProblemsWith(rows, row))
                    errors.Add("Generic", problem);
                if (errors.Any)
                    return RowSaved<SchoolTechnique>.Refused(errors);
                var held = rows.Find(r => r.TechniqueId == row.Id);
                var text = row.Write();
                if (version is { } seen && held is not null && held.Version != seen && held.Row != text)
                    return RowSaved<SchoolTechnique>.Conflict(held);
                if (held is null)
                {
                    held = new SchoolTechnique { TechniqueId = row.Id, Row = text };
                    db.SchoolTechniques.Add(held);
                }
                held.Row = text;
                return RowSaved<SchoolTechnique>.Kept(held);
            },
            cancel
        );

    private IReadOnlyList<string> ProblemsWith(List<SchoolTechnique> rows, TechniqueRow row)
    {
        var others = rows.Where(r => r.TechniqueId != row.Id).Select(r => TechniqueRow.Parse(r.Row));
        try
        {
            _ = CatalogueFile.With(shipped, [.. others, row]);
            return [];
        }
        catch (CatalogueException e)
        {
            return e.Errors;
        }
        catch (JsonException e)
        {
            return [e.Message];
        }
    }

    /// <summary>Takes the school's row away: a technique of its own goes, a shipped one is again as it was shipped.</summary>
    /// <returns>Why it has to stay; null when it is gone.</returns>
    public Task<string?> Remove(string techniqueId, CancellationToken cancel) =>
        db.RunExclusive(
            Turn,
            async () =>
            {
                var rows = await db.SchoolTechniques.ToListAsync(cancel);
                if (rows.Find(r => r.TechniqueId == techniqueId) is not { } row)
                    return null;
                var reason = ReasonToStay(
                    techniqueId,
                    [.. rows.Where(r => r != row).Select(r => TechniqueRow.Parse(r.Row))],
                    (await own.Facts(cancel)).Material
                );
                if (reason is null)
                    db.SchoolTechniques.Remove(row);
                return reason;
            },
            cancel
        );

    private string? ReasonToStay(string techniqueId, IReadOnlyList<TechniqueRow> others, SchoolMaterial material)
    {
        try
        {
            if (CatalogueFile.With(shipped, others).Find(techniqueId) is not null)
                return null;
        }
        catch (CatalogueException e)
        {
            return e.Errors[0];
        }
        var used = material.Combinations.FirstOrDefault(c =>
            c.Moves?.Elements.Any(e => e.Technique?.Id == techniqueId) == true
        );
        return used is null ? null : $"#{used.Row.Number} is built with it: change that first.";
    }

    /// <summary>The version of the school's row for a technique; 0 where it has none.</summary>
    public async Task<uint> VersionOf(string techniqueId, CancellationToken cancel) =>
        await db
            .SchoolTechniques.Where(r => r.TechniqueId == techniqueId)
            .Select(r => r.Version)
            .FirstOrDefaultAsync(cancel);

    /// <summary>The school's row for a technique; null where it has none.</summary>
    public async Task<TechniqueRow?> Own(string techniqueId, CancellationToken cancel)
    {
        var row = await db
            .SchoolTechniques.Where(r => r.TechniqueId == techniqueId)
            .Select(r => r.Row)
            .FirstOrDefaultAsync(cancel);
        return row is null ? null : TechniqueRow.Parse(row);
    }

    /// <summary>A lesson with a line that a technique may stand on.</summary>
    public sealed record LineOfLesson(Guid Lesson, DateOnly Date, string Class, string Text);

    /// <summary>The newest lines with any of some words in them; whether they mean the technique is the reader's to say.</summary>
    public Task<List<LineOfLesson>> LinesWith(IReadOnlyCollection<string> patterns, CancellationToken cancel) =>
        db
            .SheetLines.Where(l => l.RemovedAt == null && patterns.Any(w => EF.Functions.ILike(l.Text, w)))
            .Join(
                db.Lessons,
                l => l.LessonId,
                l => l.Id,
                (line, lesson) =>
                    new
                    {
                        line.Text,
                        lesson.Id,
                        lesson.Date,
                        Class = lesson.Class!.Name,
                    }
            )
            .OrderByDescending(r => r.Date)
            .Take(60)
            .Select(r => new LineOfLesson(r.Id, r.Date, r.Class, r.Text))
            .ToListAsync(cancel);
}
