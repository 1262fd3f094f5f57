using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The sheets that the school keeps, age by age and week by week.</summary>
public sealed class LibraryModel(LadderContext db, TimeProvider time, TemplateBook templates) : RoomPage(db, time)
{
    public List<SheetTemplate> Templates { get; private set; } = [];

    /// <summary>How many lines a kept sheet has, its head and headings left out.</summary>
    public static int LinesOf(SheetTemplate kept) =>
        kept
            .Text.Split('\n')
            .Count(l => l.Length > 0 && !l.StartsWith('#') && !l.StartsWith("class:", StringComparison.Ordinal));

    public async Task OnGetAsync() => Templates = await templates.All(Cancel);
}
