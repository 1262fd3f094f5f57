using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>The students of a class: who is ready, what is missing, who is drifting away.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, StandBook stands, SchoolBook school)
    : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    public List<(ClassGroup Class, int Students)> Groups { get; private set; } = [];
    public ClassGroup? Chosen { get; private set; }
    public List<(StudentStand Stand, List<string> Missing)> Stands { get; private set; } = [];
    public DateOnly Day { get; private set; }
    private SchoolMaterial Taught { get; set; } = null!;
    private NamingSchool Naming { get; set; }

    public async Task<IActionResult> OnGetAsync()
    {
        Groups = await school.ClassesWithHeads(Cancel);
        if (Group is { } id && Groups.TrueForAll(g => g.Class.Id != id))
            return NotFound();
        Chosen = Groups.Find(g => g.Class.Id == Group).Class ?? Groups.FirstOrDefault().Class;
        if (Chosen is null)
            return Page();
        (Taught, Naming, Day) = (await Material(), (await Words()).Naming, await Today());
        Stands =
        [
            .. (await stands.OfClass(Chosen.Id, Cancel))
                .Select(s => (Stand: s, Missing: Missing(s)))
                .OrderByDescending(s => s.Stand.Readiness.IsReady && s.Stand.Next is not null)
                .ThenBy(s => s.Missing.Count)
                .ThenBy(s => s.Stand.Student.ShownName, StringComparer.Ordinal),
        ];
        return Page();
    }

    /// <summary>What is missing before the next rank, in few words.</summary>
    private List<string> Missing(StudentStand stand)
    {
        var r = stand.Readiness;
        var missing = r
            .Requirements.Zip(stand.Requirements)
            .Where(x => !x.First.IsMet)
            .Select(x => x.First.IsTaught ? $"{Brief(x.Second)} (sign-off)" : Brief(x.Second))
            .ToList();
        if (r.Lessons < r.LeastLessons)
            missing.Add(Spoken.Many(r.LeastLessons - r.Lessons, "lesson"));
        if (r.DaysInRank < r.LeastDays)
            missing.Add(Spoken.Many(r.LeastDays - r.DaysInRank, "day"));
        return missing;
    }

    private string Brief(Requirement asked) =>
        Learnables.IsNumber(asked.Learnable) ? asked.Learnable : Taught.NameOf(asked, Naming);

    /// <summary>Lessons attended in each of the last twelve weeks, the oldest first.</summary>
    public int[] Weeks(StudentStand stand) => Attending.ByWeek(stand.LastDays, Day);
}
