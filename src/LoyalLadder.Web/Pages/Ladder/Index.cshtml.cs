using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>A track as a ladder: what each rank asks for, how far a class or a student is with it, and the holes.</summary>
public sealed class IndexModel(
    OwnSchool own,
    TimeProvider time,
    SyllabusBook syllabus,
    ProgressBook progress,
    SchoolBook school,
    StudentBook students
) : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Track { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    [BindProperty(SupportsGet = true)]
    public Guid? Student { get; set; }

    public Core.Syllabus.Syllabus Ladder { get; private set; } = new([]);
    public Track? Chosen { get; private set; }
    public List<ClassGroup> Groups { get; private set; } = [];

    /// <summary>Whose coverage is shown.</summary>
    public string Whose { get; private set; } = "";

    public int People { get; private set; }
    public IReadOnlyDictionary<string, Coverage> Covered { get; private set; } = new Dictionary<string, Coverage>();
    public IReadOnlyList<SyllabusGap> Holes { get; private set; } = [];
    public SchoolMaterial Taught { get; private set; } = null!;
    public NamingSchool Naming { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        Ladder = await syllabus.Read(Cancel);
        Groups = [.. (await school.Classes(Cancel)).OrderBy(c => c.Band)];
        (Taught, Naming) = (await Material(), (await Words()).Naming);
        var student = Student is { } id ? await students.Find(id, Cancel) : null;
        if (IsStrange(student))
            return NotFound();
        var group = Groups.Find(x => x.Id == Group);
        Chosen = Choose(student, group);
        if (Chosen is null)
            return Page();
        if (student is null)
            group ??= Groups.Find(x => IsOf(Chosen, x)) ?? Groups.Find(x => x.Band == Chosen.Band);
        (Group, Track) = (group?.Id, Chosen.Id);
        await Cover(student, group);
        Holes =
        [
            .. Core.Progress.SyllabusGaps.Of(
                Ladder,
                Chosen,
                Covered,
                Taught.Catalogue,
                l => Taught.NameOf(l, Naming),
                Taught.PartsOf,
                Whose,
                await Today()
            ),
        ];
        return Page();
    }

    /// <summary>True when the address names a track, class or student that is not there.</summary>
    private bool IsStrange(Student? student) =>
        (Track is { } t && Ladder.Tracks.All(x => x.Id != t))
        || (Group is { } g && Groups.TrueForAll(x => x.Id != g))
        || (Student is not null && student is null);

    private Track? Choose(Student? student, ClassGroup? group) =>
        Ladder.Tracks.FirstOrDefault(x => x.Id == Track)
        ?? Ladder.TrackOf(student?.RankId)
        ?? Ladder.Tracks.FirstOrDefault(x => group is not null && IsOf(x, group))
        ?? Ladder.Tracks.FirstOrDefault(x => x.Band == group?.Band)
        ?? (Ladder.Tracks.Count > 0 ? Ladder.Tracks[0] : null);

    /// <summary>The class begins on a rank of the track.</summary>
    private static bool IsOf(Track track, ClassGroup group) => track.Ranks.Any(r => r.Id == group.LowestRankId);

    private async Task Cover(Student? student, ClassGroup? group)
    {
        if (student is not null)
            (Covered, People, Whose) = (await progress.CoveredBy(student.Id, Cancel), 1, student.ShownName);
        else if (group is not null)
            (Covered, People, Whose) = (
                await progress.Covered(group.Id, Cancel),
                await students.Enrolled(group.Id, Cancel),
                group.Name
            );
    }

    /// <summary>How far the chosen people are with a requirement, 0 to 6.</summary>
    public int StageOf(Requirement asked) => Covered.GetValueOrDefault(asked.Learnable)?.StageOfHalf(People) ?? 0;
}
