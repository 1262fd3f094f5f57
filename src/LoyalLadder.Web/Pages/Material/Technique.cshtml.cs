using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>One technique: names, parts, cautions, what it stands on, where it was last planned.</summary>
public sealed class TechniqueModel(LadderContext db, TimeProvider time, Catalogue catalogue, Readers readers) : RoomPage(db, time)
{
    public sealed record Use(Guid Lesson, DateOnly Date, string Class, string Text);

    public Technique Technique { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public List<Technique> Below { get; private set; } = [];
    public List<Technique> Above { get; private set; } = [];
    public List<Use> Uses { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (catalogue.Find(id) is not { } technique) return NotFound();
        Technique = technique;
        Naming = (await School()).Naming;
        Below = [.. technique.BuildsOn.Select(b => catalogue.Find(b)!)];
        Above = [.. catalogue.StandingOn(id)];
        Uses = await LastUses();
        return Page();
    }

    public string SchoolWord(NamingSchool school) => school switch
    {
        NamingSchool.Generic => "English",
        NamingSchool.Ring => "ring English",
        NamingSchool.Japanese => "from Japanese",
        NamingSchool.Korean => "from Korean",
        NamingSchool.Thai => "from Thai",
        _ => "from Chinese",
    };

    /// <summary>The last sheets it stands on; the first word of any name finds candidates, the reader decides.</summary>
    private async Task<List<Use>> LastUses()
    {
        var words = Technique.Names.SelectMany(n => n.Value).Select(n => $"%{NameKey.Words(n)[0].TrimEnd('s')}%").Distinct().ToList();
        var rows = await Db.SheetLines.Where(l => l.RemovedAt == null && words.Any(w => EF.Functions.ILike(l.Text, w)))
            .Join(Db.Lessons, l => l.LessonId, l => l.Id, (line, lesson) => new { line.Text, lesson.Id, lesson.Date, Class = lesson.Class!.Name })
            .OrderByDescending(r => r.Date).Take(60).ToListAsync(Cancel);
        var reader = readers.For(Naming);
        return
        [
            .. rows.Where(r => reader.ReadEntries(r.Text).OfType<Core.Lessons.LessonLine>().Any(l => l.Moves.Elements.Any(e => e.Technique?.Id == Technique.Id)))
                .DistinctBy(r => r.Id).Take(5).Select(r => new Use(r.Id, r.Date, r.Class, r.Text.Split('\n')[0])),
        ];
    }
}
