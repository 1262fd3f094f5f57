using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Ladder;

/// <summary>A rank as a student's page: what is asked, with a box before each.</summary>
public sealed class PaperModel(OwnSchool own, TimeProvider time, SyllabusBook syllabus) : RoomPage(own, time)
{
    private SchoolMaterial _taught = null!;
    private NamingSchool _naming;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Rank Rank { get; private set; } = null!;
    public Track Track { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync()
    {
        var all = await syllabus.Read(Cancel);
        if (all.Find(Id) is not { } rank || all.TrackOf(Id) is not { } track)
            return NotFound();
        (Rank, Track) = (rank, track);
        (_taught, _naming) = (await Material(), (await Words()).Naming);
        return Page();
    }

    public string NameOf(Requirement asked) => _taught.NameOf(asked, _naming);

    public static string Heading(RequirementKind kind) =>
        kind switch
        {
            RequirementKind.Technique => "Techniques",
            RequirementKind.Combination => "Combinations",
            RequirementKind.SelfDefence => "Self-defence",
            RequirementKind.Form => "Forms",
            RequirementKind.Fitness => "Fitness",
            RequirementKind.Challenge => "At home",
            RequirementKind.Terms => "Words to know",
            _ => kind.ToString(),
        };
}
