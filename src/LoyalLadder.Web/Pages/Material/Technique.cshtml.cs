using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>One technique: names, parts, cautions, what it stands on, the ranks that ask for it, where it was last planned.</summary>
public sealed class TechniqueModel(LadderContext db, TimeProvider time, TechniqueBook book) : RoomPage(db, time)
{
    public sealed record Use(Guid Lesson, DateOnly Date, string Class, string Text);

    public Technique Technique { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public BuildsOnPicture Picture { get; private set; } = null!;

    /// <summary>The first rank that asks for each technique, by the technique's id.</summary>
    public Dictionary<string, Rank> AskedBy { get; private set; } = [];

    /// <summary>All ranks that ask for this one, and at which stage.</summary>
    public List<Requirement> Requirements { get; private set; } = [];

    public List<StoredMoves> Numbered { get; private set; } = [];
    public List<Technique> Upgrades { get; private set; } = [];
    public List<Use> Uses { get; private set; } = [];
    public TechniqueRow? Own { get; private set; }

    public async Task<IActionResult> OnGetAsync(string id)
    {
        var taught = await Taught();
        if (taught.Catalogue.Find(id) is not { } technique)
            return NotFound();
        Technique = technique;
        Naming = (await Words()).Naming;
        Picture = BuildsOnPicture.Of(taught.Catalogue, technique);
        Upgrades = [.. technique.Upgrades.Select(u => taught.Catalogue.Find(u)!)];
        Numbered = [.. taught.Combinations.Where(c => c.Moves?.Elements.Any(e => e.Technique?.Id == id) == true)];
        Own = await book.Own(id, Cancel);
        var ids = Picture.Nodes.Select(n => n.Technique.Id).ToList();
        var asked = await Db
            .Requirements.AsNoTracking()
            .Include(r => r.Rank)
                .ThenInclude(r => r!.Track)
            .Where(r => ids.Contains(r.Learnable))
            .ToListAsync(Cancel);
        var ordered = asked.OrderBy(r => r.Rank!.Position).ThenBy(r => r.Rank!.Track!.Position).ToList();
        AskedBy = ordered.DistinctBy(r => r.Learnable).ToDictionary(r => r.Learnable, r => r.Rank!);
        Requirements = [.. ordered.Where(r => r.Learnable == id)];
        Uses = await LastUses(taught);
        return Page();
    }

    public async Task<IActionResult> OnPostAsShippedAsync(string id)
    {
        if (!IsHead)
            return Forbid();
        Say(await book.Remove(id, Cancel) ?? "The school's own words for it are gone.");
        return Redirect((await Taught()).Catalogue.Find(id) is null ? "/material" : $"/material/{id}");
    }

    /// <summary>The last sheets it stands on; the first word of any name finds candidates, the reader decides.</summary>
    private async Task<List<Use>> LastUses(SchoolMaterial taught)
    {
        var words = Technique
            .Names.SelectMany(n => n.Value)
            .Select(n => $"%{NameKey.Words(n)[0].TrimEnd('s')}%")
            .Distinct()
            .ToList();
        var rows = await Db
            .SheetLines.Where(l => l.RemovedAt == null && words.Any(w => EF.Functions.ILike(l.Text, w)))
            .Join(
                Db.Lessons,
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
            .ToListAsync(Cancel);
        var naming = (await School()).Naming;
        return
        [
            .. rows.Where(r =>
                    taught
                        .Row(r.Text, naming)
                        .OfType<Core.Lessons.LessonLine>()
                        .Any(l => l.Moves.Elements.Any(e => e.Technique?.Id == Technique.Id))
                )
                .DistinctBy(r => r.Id)
                .Take(5)
                .Select(r => new Use(r.Id, r.Date, r.Class, r.Text.Split('\n')[0])),
        ];
    }
}
