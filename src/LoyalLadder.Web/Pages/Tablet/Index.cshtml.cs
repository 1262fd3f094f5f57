using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Tablet;

/// <summary>What a hall's tablet begins with: the day's lessons in its hall, to be run and logged.</summary>
[ForHallToo]
public sealed class IndexModel(OwnSchool own, TimeProvider time, DayPlan days) : RoomPage(own, time)
{
    public string HallName { get; private set; } = "";
    public DateOnly Date { get; private set; }
    public List<DayEntry> Entries { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        var facts = await Facts();
        if (facts.Hall(User.Hall()) is not { } hall)
            return Redirect("/");
        (HallName, Date) = (hall.Name, await Today());
        Entries = (await days.Of(Date, Cancel)).FindAll(e => (e.Lesson?.HallId ?? e.Class.HallId) == hall.Id);
        return Page();
    }
}
