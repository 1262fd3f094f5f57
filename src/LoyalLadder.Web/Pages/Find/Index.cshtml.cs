using LoyalLadder.Data.Finding;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Find;

/// <summary>Anything of the school under any of its names.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, SchoolFinder finder) : RoomPage(own, time)
{
    public string Q { get; private set; } = "";

    public IReadOnlyList<Found> All { get; private set; } = [];

    /// <summary>Pages and settings of that name.</summary>
    public IReadOnlyList<PagePlace> Places { get; private set; } = [];

    public Task OnGetAsync(string? q) => Look(q);

    /// <summary>The list alone, for a name that is being typed.</summary>
    public async Task<IActionResult> OnGetListAsync(string? q)
    {
        await Look(q);
        return Partial("_Found", this);
    }

    private async Task Look(string? q)
    {
        Q = q?.Trim() ?? "";
        Places = [.. PagePlaces.Find(Q, User.IsAtLeast)];
        All = await finder.Find(Q, (await Words()).Naming, Cancel);
    }

    /// <summary>Where it stands.</summary>
    public static string Address(Found found) =>
        found.Kind switch
        {
            FoundKind.Person => $"/people/{found.Key}",
            FoundKind.Class => $"/people?group={found.Key}",
            FoundKind.Sheet => $"/sheets/{found.Key}",
            FoundKind.KeptSheet => $"/sheets/library/{found.Key}",
            FoundKind.Drill => $"/material/drills?edit={found.Key}",
            FoundKind.Technique => $"/material/{found.Key}",
            FoundKind.Rank => $"/ladder/{found.Key}",
            _ => $"/material/numbered/{found.Key}",
        };

    public static string Word(FoundKind kind) =>
        kind switch
        {
            FoundKind.Person => Say("student"),
            FoundKind.KeptSheet => Say("kept sheet"),
            FoundKind.SelfDefence => Say("self-defence"),
            FoundKind.Class => Say("class"),
            FoundKind.Sheet => Say("sheet"),
            FoundKind.Drill => Say("drill"),
            FoundKind.Combination => Say("combination"),
            FoundKind.Form => Say("form"),
            FoundKind.Technique => Say("technique"),
            _ => Say("rank"),
        };
}
