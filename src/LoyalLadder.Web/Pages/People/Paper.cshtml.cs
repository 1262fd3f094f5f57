using LoyalLadder.Core.Progress;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>A student's page to take home: how they came, how they climbed, what to practise; nothing that others should not see.</summary>
[Authorize(Policies.Instructor)]
public sealed class PaperModel(
    OwnSchool own,
    TimeProvider time,
    RankProgressBook stands,
    StudentBook students,
    SyllabusBook syllabus
) : RoomPage(own, time)
{
    private const int MostToPractise = 6;

    public StudentProgress Stand { get; private set; } = null!;
    public StudentPicture Picture { get; private set; } = null!;
    public IReadOnlyList<(string What, string Advice)> Practise { get; private set; } = [];
    public string SchoolName { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(Guid id)
    {
        if (await stands.OfStudent(id, Cancel) is not { } stand)
            return NotFound();
        Stand = stand;
        var facts = await Facts();
        SchoolName = facts.School.Name;
        var track = (await syllabus.Read(Cancel)).TrackOf(stand.Student.RankId);
        var days = await students.Days(id, Day.AddDays(-7 * 52), Cancel);
        Picture = StudentPicture.Of(stand, days, await students.Gradings(id, Cancel), track, Day);
        var naming = (await Words()).Naming;
        Practise =
        [
            .. PracticeNext
                .Of(stand.Requirements.Zip(stand.Readiness.Requirements), MostToPractise)
                .Select(p => (Data.Material.LearnableNames.NameOf(facts.Material, p.Asked, naming), p.Advice)),
        ];
        return Page();
    }
}
