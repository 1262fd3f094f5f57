using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The lessons of the coming week.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time, DayPlan days) : RoomPage(db, time)
{
    public List<(DateOnly Date, List<DayEntry> Entries)> Days { get; } = [];

    public async Task OnGetAsync()
    {
        var today = await Today();
        for (var i = 0; i < 8; i++)
            Days.Add((today.AddDays(i), await days.Of(today.AddDays(i), Cancel)));
    }
}
