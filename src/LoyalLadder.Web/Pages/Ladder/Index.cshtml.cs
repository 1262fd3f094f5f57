using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>A track as a ladder: what each rank asks for, how far a class or a student is with it, and the holes.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time, RequirementBook requirements, ProgressBook progress)
    : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Track { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? Student { get; set; }

    public List<Track> Tracks { get; private set; } = [];
    public Track? Shown { get; private set; }
    public List<ClassGroup> Groups { get; private set; } = [];

    /// <summary>Whose coverage is shown.</summary>
    public string Whose { get; private set; } = "";

    public int People { get; private set; }
    public ILookup<Guid, Requirement> Asked { get; private set; } = Array.Empty<Requirement>().ToLookup(r => r.RankId);
    public Dictionary<string, Coverage> Covered { get; private set; } = [];
    public List<Hole> Holes { get; private set; } = [];
    public SchoolMaterial Material { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        Tracks = await requirements.Tracks(Cancel);
        Groups = await Db.Classes.AsNoTracking().OrderBy(c => c.Band).ThenBy(c => c.Name).ToListAsync(Cancel);
        (Material, Naming) = (await Taught(), (await Words()).Naming);
        var student = Student is { } id
            ? await Db
                .Students.AsNoTracking()
                .Include(s => s.Rank)
                .FirstOrDefaultAsync(s => s.Id == id && !s.IsErased, Cancel)
            : null;
        if (
            (Track is { } t && Tracks.TrueForAll(x => x.Id != t))
            || (Group is { } g && Groups.TrueForAll(x => x.Id != g))
            || (Student is not null && student is null)
        )
            return NotFound();
        var group = Groups.Find(x => x.Id == Group);
        Shown =
            Tracks.Find(x => x.Id == Track)
            ?? Tracks.Find(x => x.Id == student?.Rank?.TrackId)
            ?? Tracks.Find(x => x.Band == group?.Band)
            ?? Tracks.FirstOrDefault();
        if (Shown is null)
            return Page();
        if (student is null)
            group ??= Groups.Find(x => x.Band == Shown.Band);
        (Group, Track) = (group?.Id, Shown.Id);
        Asked = (await requirements.Of([.. Tracks.SelectMany(x => x.Ranks).Select(r => r.Id)], Cancel)).ToLookup(r =>
            r.RankId
        );
        if (student is not null)
            (Covered, People, Whose) = (await progress.CoveredBy(student.Id, Cancel), 1, student.ShownName);
        else if (group is not null)
            (Covered, People, Whose) = (
                await progress.Covered(group.Id, Cancel),
                await Db.Enrolments.CountAsync(e => e.ClassId == group.Id, Cancel),
                group.Name
            );
        var rungs = Shown.Ranks.ConvertAll(r => new Rung(
            r.Id,
            r.Name,
            [
                .. Asked[r.Id]
                    .Select(a => new AskedFor(
                        r.Id,
                        a.Learnable,
                        a.Learnable.Contains(':', StringComparison.Ordinal) ? 0 : a.Stage,
                        a.Kind == RequirementKind.SelfDefence,
                        a.Amount
                    )),
            ],
            r.Stripes > 0
        ));
        Holes =
        [
            .. Core.Progress.Holes.Of(
                rungs,
                Covered.ToDictionary(c => c.Key, c => new TaughtTo(c.Value.Lessons, c.Value.Last)),
                Asked.SelectMany(a => a).Select(a => a.Learnable).ToHashSet(),
                Material.Catalogue,
                l => Material.NameOf(l, Naming),
                Whose,
                await Today()
            ),
        ];
        return Page();
    }

    /// <summary>How far the chosen people are with a requirement, 0 to 6.</summary>
    public int StageOf(Requirement asked) => Covered.GetValueOrDefault(asked.Learnable)?.StageOfHalf(People) ?? 0;
}
