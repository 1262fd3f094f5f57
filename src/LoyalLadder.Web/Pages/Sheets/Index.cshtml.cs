using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The lessons of the coming week.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, DayPlan days) : RoomPage(own, time)
{
    private const int DaysAhead = 7;

    public List<(DateOnly Date, List<DayEntry> Entries)> Days { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var today = await Today();
        Days = await days.Of(today, today.AddDays(DaysAhead), Cancel);
    }
}
