using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Everything that the school teaches, found under any of its names: techniques, numbered combinations, self-defence.</summary>
public sealed class IndexModel(
    OwnSchool own,
    TimeProvider time,
    DrillBook drills,
    SyllabusBook syllabus,
    TechniqueBook techniques
) : RoomPage(own, time)
{
    public string Q { get; private set; } = "";

    /// <summary>What is shown: techniques, combinations, self-defence or forms.</summary>
    public string Show { get; private set; } = "techniques";

    public string? Problem { get; private set; }
    public string? CatalogueProblem { get; private set; }
    public NamingSchool Naming { get; private set; }
    public int Techniques { get; private set; }
    public List<(string Heading, List<(Technique Technique, string Name)> Items)> Groups { get; private set; } = [];
    public List<StoredMoves> Numbered { get; private set; } = [];

    /// <summary>How many of each kind are stored.</summary>
    public Dictionary<CombinationKind, int> Shelves { get; private set; } = [];

    /// <summary>Drills in the sense of blocks of lines.</summary>
    public int Blocks { get; private set; }
    public Syllabus Syllabus { get; private set; } = null!;
    public List<string> Closest { get; private set; } = [];

    /// <summary>What of the techniques is shown.</summary>
    public MaterialFilter Filter { get; private set; } = new(null, null, LastTaught.Any, DifficultyBand.Any);

    public async Task OnGetAsync(
        string? q,
        string? show,
        TechniqueFamily? family,
        Guid? rank,
        LastTaught taughtLast,
        DifficultyBand hard
    )
    {
        // a choice that makes no sense is none; it came from no list of ours
        ModelState.Clear();
        Filter = new MaterialFilter(family, rank, taughtLast, hard);
        Q = q?.Trim() ?? "";
        Show = show is "combinations" or "self-defence" or "forms" ? show : "techniques";
        Naming = (await Words()).Naming;
        var taught = await Material();
        (Techniques, CatalogueProblem) = (taught.Catalogue.All.Count(t => !t.IsActivity), taught.Problem);
        Shelves = taught.Combinations.CountBy(c => c.Row.Kind).ToDictionary();
        Blocks = await drills.Count(Cancel);
        Syllabus = await syllabus.Read(Cancel);
        if (Q.Length > 100)
        {
            Problem = Say("A name has at most 100 characters.");
            return;
        }
        if (Q.Length > 0)
            Find(taught);
        else if (Show == "techniques")
            Groups =
            [
                .. (await Filtered(taught.Catalogue))
                    .GroupBy(f => f.Technique.Family)
                    .OrderBy(g => g.Key)
                    .Select(g => (FamilyWords.Of(g.Key), g.ToList())),
            ];
        else
            Numbered = [.. taught.Combinations.Where(c => MaterialWords.Shelf(c.Row.Kind) == Show)];
    }

    private async Task<IEnumerable<(Technique Technique, string Name)>> Filtered(Catalogue catalogue)
    {
        var all = catalogue.Search("", Naming);
        if (!Filter.IsOn)
            return all;
        var last = Filter.Taught == LastTaught.Any ? [] : await techniques.LastTaught(Cancel);
        var (rank, today) = (Syllabus.Find(Filter.Rank), await Today());
        return all.Where(t =>
            Filter.Shows(
                t.Technique,
                catalogue,
                rank,
                last.TryGetValue(t.Technique.Id, out var day) ? day : null,
                today
            )
        );
    }

    private void Find(SchoolMaterial taught)
    {
        var (key, words) = (NameKey.Of(Q), NameKey.Words(Q));
        Numbered =
        [
            .. taught.Combinations.Where(c =>
                c.Row.Number.StartsWith(Q.TrimStart('#'), StringComparison.OrdinalIgnoreCase)
                || (
                    key.Length > 0
                    && words.TrueForAll(w => NameKey.Of(c.Row.Name).Contains(w, StringComparison.Ordinal))
                )
            ),
        ];
        var found = taught.Catalogue.Search(Q, Naming).ToList();
        if (key.Length > 0 && found.Count > 0)
            Groups = [("Techniques", found)];
        else if (Numbered.Count == 0)
            Closest = [.. taught.Catalogue.Closest(Q)];
    }
}
