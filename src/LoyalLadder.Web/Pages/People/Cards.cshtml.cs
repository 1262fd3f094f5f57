using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.People;

/// <summary>Rank cards of chosen students, eight to a page: the name as kept, the rank, and the ladder that it stands on.</summary>
[Authorize(Policies.Instructor)]
public sealed class CardsModel(
    OwnSchool own,
    TimeProvider time,
    StudentBook students,
    SyllabusBook syllabus,
    PaperBook papers
) : RoomPage(own, time)
{
    public IReadOnlyList<(Student Student, Track? Track)> People { get; private set; } = [];
    public bool HasPicture { get; private set; }
    public string SchoolName { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(Guid[] who)
    {
        var ladder = await syllabus.Read(Cancel);
        var chosen = who.ToHashSet();
        People =
        [
            .. (await students.All(Cancel))
                .Where(s => chosen.Contains(s.Id))
                .Select(s => (s, ladder.TrackOf(s.RankId))),
        ];
        (_, HasPicture) = await papers.Style(Cancel);
        SchoolName = (await School()).Name;
        return Page();
    }
}
