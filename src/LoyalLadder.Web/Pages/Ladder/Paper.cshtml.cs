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
            RequirementKind.Technique => Say("Techniques"),
            RequirementKind.Combination => Say("Combinations"),
            RequirementKind.SelfDefence => Say("Self-defence"),
            RequirementKind.Form => Say("Forms"),
            RequirementKind.Fitness => Say("Fitness"),
            RequirementKind.Challenge => Say("At home"),
            RequirementKind.Terms => Say("Words to know"),
            _ => kind.ToString(),
        };
}
