using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Web.Pages.Sheets;

/// <summary>The sheets that the school keeps, age by age and week by week.</summary>
public sealed class LibraryModel(OwnSchool own, TimeProvider time, KeptSheetBook kept) : RoomPage(own, time)
{
    public List<KeptSheet> Templates { get; private set; } = [];

    /// <summary>How many lines a kept sheet has, its head and headings left out.</summary>
    public static int LinesOf(KeptSheet kept) =>
        kept
            .Text.Split('\n')
            .Count(l => l.Length > 0 && !l.StartsWith('#') && !l.StartsWith("class:", StringComparison.Ordinal));

    public async Task OnGetAsync() => Templates = await kept.All(Cancel);
}
