using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The sheets that the school keeps, age by age and week by week.</summary>
public sealed class LibraryModel(LadderContext db, TimeProvider time, TemplateBook templates) : RoomPage(db, time)
{
    public List<SheetTemplate> Templates { get; private set; } = [];

    public async Task OnGetAsync() => Templates = await templates.All(Cancel);
}
