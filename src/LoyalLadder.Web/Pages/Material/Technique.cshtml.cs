using LoyalLadder.Core.Figures;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>One technique: names, parts, cautions, what it stands on, the ranks that ask for it, where it was last planned.</summary>
public sealed class TechniqueModel(OwnSchool own, TimeProvider time, TechniqueBook book, SyllabusBook syllabus)
    : RoomPage(own, time)
{
    /// <summary>A rank that asks for a technique.</summary>
    public sealed record Asking(Track Track, Rank Rank, Requirement Requirement);

    public Technique Technique { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }
    public BuildsOnPicture Picture { get; private set; } = null!;

    /// <summary>The first rank that asks for each technique, by the technique's id.</summary>
    public Dictionary<string, Rank> AskedBy { get; private set; } = [];

    /// <summary>All ranks that ask for this one, and at which stage.</summary>
    public List<Asking> Requirements { get; private set; } = [];

    public List<StoredMoves> Numbered { get; private set; } = [];
    public List<Technique> Upgrades { get; private set; } = [];
    public Technique? Easier { get; private set; }
    public Technique? Harder { get; private set; }

    /// <summary>What good looks like, a line for each stage; none for exercises.</summary>
    public IReadOnlyList<string> Marks { get; private set; } = [];
    public List<TechniqueBook.LineOfLesson> Uses { get; private set; } = [];
    public TechniqueRow? Own { get; private set; }

    /// <summary>How a body does it; null where no figure shows it.</summary>
    public FigureTrack? Figure { get; private set; }

    /// <summary>What it grows into, as a body does it.</summary>
    public List<(Technique Technique, FigureTrack Figure)> Grown { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string id)
    {
        var taught = await Material();
        if (taught.Catalogue.Find(id) is not { } technique)
            return NotFound();
        Technique = technique;
        Naming = (await Words()).Naming;
        Picture = BuildsOnPicture.Of(taught.Catalogue, technique);
        Upgrades = [.. technique.Upgrades.Select(u => taught.Catalogue.Find(u)!)];
        Figure = Choreography.Of(technique, AgeBand.Adults);
        Grown =
        [
            .. from up in Upgrades
            let track = Choreography.Of(up, AgeBand.Adults)
            where track is not null
            select (up, track),
        ];
        (Easier, Harder) = (taught.Catalogue.EasierThan(technique), taught.Catalogue.HarderThan(technique));
        Marks = StageMarks.Of(technique);
        Numbered = [.. taught.Combinations.Where(c => c.Moves?.Elements.Any(e => e.Technique?.Id == id) == true)];
        Own = await book.Own(id, Cancel);
        var ids = Picture.Nodes.Select(n => n.Technique.Id).ToList();
        // the lowest first, and of equal height that of the first track
        var asked = AskingFor(ids, await syllabus.Read(Cancel)).OrderBy(a => a.Rank.Position).ToList();
        AskedBy = asked
            .DistinctBy(a => a.Requirement.Learnable)
            .ToDictionary(a => a.Requirement.Learnable, a => a.Rank);
        Requirements = [.. asked.Where(a => a.Requirement.Learnable == id)];
        Uses = await LastUses(taught);
        return Page();
    }

    private static IEnumerable<Asking> AskingFor(List<string> techniques, Syllabus syllabus) =>
        from track in syllabus.Tracks
        from rank in track.Ranks
        from requirement in rank.Requirements
        where techniques.Contains(requirement.Learnable)
        select new Asking(track, rank, requirement);

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsShippedAsync(string id)
    {
        var problem = await book.Remove(id, Cancel);
        Tell(problem is null, Say("The school's own words for it are gone."), problem ?? "");
        return Redirect((await Material()).Catalogue.Find(id) is null ? "/material" : $"/material/{id}");
    }

    /// <summary>The last sheets it stands on; the first word of any name finds candidates, the reader decides.</summary>
    private async Task<List<TechniqueBook.LineOfLesson>> LastUses(SchoolMaterial taught)
    {
        var words = Technique
            .Names.SelectMany(n => n.Value)
            .Select(n => $"%{NameKey.Words(n)[0].TrimEnd('s')}%")
            .Distinct()
            .ToList();
        var naming = (await School()).Naming;
        return
        [
            .. (await book.LinesWith(words, Cancel))
                .Where(line => Means(taught.Row(line.Text, naming)))
                .DistinctBy(line => line.Lesson)
                .Take(5)
                .Select(line => line with { Text = line.Text.Split('\n')[0] }),
        ];
    }

    private bool Means(IEnumerable<SheetEntry> entries) =>
        entries.OfType<LessonLine>().Any(l => l.Moves.Elements.Any(e => e.Technique?.Id == Technique.Id));
}
