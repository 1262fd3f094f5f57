using LoyalLadder.Core.Progress;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Progress;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.People;

/// <summary>The students of a class: who is ready, what is missing, who is drifting away.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time, ProgressBook progress) : RoomPage(db, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid? Group { get; set; }

    public List<(ClassGroup Class, int Students)> Groups { get; private set; } = [];
    public ClassGroup? Chosen { get; private set; }
    public List<(StudentStand Stand, List<string> Missing)> Stands { get; private set; } = [];
    public DateOnly Day { get; private set; }
    private SchoolMaterial Material { get; set; } = null!;
    private Core.Techniques.NamingSchool Naming { get; set; }

    public async Task<IActionResult> OnGetAsync()
    {
        Groups = (
            await Db
                .Classes.AsNoTracking()
                .OrderBy(c => c.Band)
                .ThenBy(c => c.Name)
                .Select(c => new { Class = c, Students = c.Enrolments.Count })
                .ToListAsync(Cancel)
        ).ConvertAll(g => (g.Class, g.Students));
        if (Group is { } id && Groups.TrueForAll(g => g.Class.Id != id))
            return NotFound();
        Chosen = Groups.Find(g => g.Class.Id == Group).Class ?? Groups.FirstOrDefault().Class;
        if (Chosen is null)
            return Page();
        (Material, Naming, Day) = (await Taught(), (await Words()).Naming, await Today());
        Stands =
        [
            .. (await progress.Stands(Chosen.Id, Cancel))
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
            .Select(x => (Learnables(x.Second), x.First))
            .Select(x => x.First.IsTaught ? $"{x.Item1} (sign-off)" : x.Item1)
            .ToList();
        if (r.Lessons < r.LeastLessons)
            missing.Add(Shown.Many(r.LeastLessons - r.Lessons, "lesson"));
        if (r.DaysInRank < r.LeastDays)
            missing.Add(Shown.Many(r.LeastDays - r.DaysInRank, "day"));
        return missing;

        string Learnables(Data.Syllabus.Requirement asked) =>
            Core.Lessons.Learnables.IsNumber(asked.Learnable) ? asked.Learnable : Material.NameOf(asked, Naming);
    }

    /// <summary>Lessons attended in each of the last twelve weeks, the oldest first, as bars; a line where there were none.</summary>
    public (int Lessons, string Bars, string Gaps) Weeks(StudentStand stand)
    {
        var weeks = new int[Attending.Weeks];
        foreach (var day in stand.LastDays)
            if ((Day.DayNumber - day.DayNumber) / 7 is var ago && ago < weeks.Length && ago >= 0)
                weeks[^(ago + 1)]++;
        string Draw(bool had) =>
            string.Concat(
                weeks.Select(
                    (n, i) =>
                        n > 0 != had ? ""
                        : had
                            ? FormattableString.Invariant($"M{i * 8} 18v-{Math.Min(n, 3) * 6}h6v{Math.Min(n, 3) * 6}z")
                        : FormattableString.Invariant($"M{i * 8} 18v-2h6v2z")
                )
            );
        return (weeks.Sum(), Draw(true), Draw(false));
    }
}
