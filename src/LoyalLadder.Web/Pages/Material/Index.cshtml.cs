using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Finds a technique under any of its names.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time, Catalogue catalogue) : RoomPage(db, time)
{
    public string Q { get; private set; } = "";
    public string? Problem { get; private set; }
    public NamingSchool Naming { get; private set; }
    public int Count => catalogue.All.Length;
    public List<(string Heading, List<(Technique Technique, string Name)> Items)> Groups { get; private set; } = [];
    public List<string> Closest { get; private set; } = [];

    public async Task OnGetAsync(string? q)
    {
        Q = q?.Trim() ?? "";
        Naming = (await School()).Naming;
        if (Q.Length > 100)
        {
            Problem = "A name has at most 100 characters.";
            return;
        }
        var found = catalogue.Search(Q, Naming).ToList();
        if (Q.Length == 0)
            Groups = [.. found.GroupBy(f => f.Technique.Family).OrderBy(g => g.Key).Select(g => (FamilyWords.Of(g.Key), g.ToList()))];
        else if (found.Count > 0)
            Groups = [("Found", found)];
        else
            Closest = [.. catalogue.Closest(Q)];
    }
}
