using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Finding;

public enum FoundKind
{
    Person,
    Class,
    Sheet,
    KeptSheet,
    Drill,
    Combination,
    SelfDefence,
    Form,
    Technique,
    Rank,
}

/// <summary>Something that was found.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Key">Its key; for a technique its id.</param>
/// <param name="Name">The name that was found.</param>
/// <param name="Beside">What tells it from others of that name.</param>
public sealed record Found(FoundKind Kind, string Key, string Name, string Beside = "");

/// <summary>Finds anything of the school under any of its names, in one list.</summary>
public sealed class SchoolFinder(LadderContext db, OwnSchool own, SyllabusBook syllabus)
{
    /// <summary>Longest text that is looked for.</summary>
    public const int LongestText = 100;

    private const int MostOfAKind = 6;

    /// <summary>What bears a name, what begins with it first.</summary>
    /// <param name="text">As typed.</param>
    /// <param name="naming">The names that are shown.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<IReadOnlyList<Found>> Find(string text, NamingSchool naming, CancellationToken cancel)
    {
        var wanted = text.Trim();
        var (key, words) = (NameKey.Of(wanted), NameKey.Words(wanted));
        if (wanted.Length is 0 or > LongestText || key.Length == 0)
            return [];
        var facts = await own.Facts(cancel);
        List<Found> found =
        [
            .. await InTables(wanted, cancel),
            .. Numbered(facts.Material, wanted, words),
            .. facts
                .Material.Catalogue.Search(wanted, naming)
                .Take(MostOfAKind * 2)
                .Select(f => new Found(FoundKind.Technique, f.Technique.Id, f.Name, Own(f.Technique, f.Name, naming))),
            .. await Ranks(words, cancel),
        ];
        return [.. found.OrderBy(f => MatchDistance(NameKey.Of(f.Name), key)).ThenBy(f => f.Kind)];
    }

    /// <summary>The name itself, then what begins with it, then what holds it.</summary>
    private static int MatchDistance(string name, string key) =>
        name == key ? 0
        : name.StartsWith(key, StringComparison.Ordinal) ? 1
        : 2;

    private static string Own(Technique technique, string found, NamingSchool naming) =>
        technique.NameIn(naming) is var own && own != found ? own : "";

    private static IEnumerable<Found> Numbered(SchoolMaterial material, string wanted, List<string> words) =>
        material
            .Combinations.Where(c =>
                c.Row.Number.Equals(wanted.TrimStart('#'), StringComparison.OrdinalIgnoreCase)
                || HoldsAll(NameKey.Of(c.Row.Name), words)
            )
            .Take(MostOfAKind)
            .Select(c => new Found(
                c.Row.Kind switch
                {
                    CombinationKind.SelfDefence => FoundKind.SelfDefence,
                    CombinationKind.Form => FoundKind.Form,
                    _ => FoundKind.Combination,
                },
                c.Row.Id.ToString(),
                c.Row.Name.Length > 0 ? c.Row.Name : $"#{c.Row.Number}",
                $"#{c.Row.Number}"
            ));

    private async Task<IEnumerable<Found>> Ranks(List<string> words, CancellationToken cancel) =>
        (await syllabus.Read(cancel))
            .Tracks.SelectMany(t => t.Ranks.Select(r => (Track: t, Rank: r)))
            .Where(r => HoldsAll(NameKey.Of(r.Rank.Name), words))
            .Take(MostOfAKind)
            .Select(r => new Found(FoundKind.Rank, r.Rank.Id.ToString(), r.Rank.Name, r.Track.Name));

    private static bool HoldsAll(string name, List<string> words) =>
        words.TrueForAll(w => name.Contains(w, StringComparison.Ordinal));

    private async Task<List<Found>> InTables(string wanted, CancellationToken cancel)
    {
        var like = $"%{Escaped(wanted)}%";
        var people = db
            .Students.Where(s =>
                !s.IsErased
                && s.ArchivedAt == null
                && s.EraseAt == null
                && EF.Functions.ILike(s.FirstName + " " + s.Initial, like, "\\")
            )
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .Take(MostOfAKind)
            .Select(s => new Found(FoundKind.Person, s.Id.ToString(), s.FirstName + " " + s.Initial, s.Rank!.Name));
        var classes = db
            .Classes.Where(c => c.ArchivedAt == null && EF.Functions.ILike(c.Name, like, "\\"))
            .Take(MostOfAKind)
            .Select(c => new Found(FoundKind.Class, c.Id.ToString(), c.Name, ""));
        var kept = db
            .KeptSheets.Where(k => EF.Functions.ILike(k.Title, like, "\\"))
            .Take(MostOfAKind)
            .Select(k => new Found(FoundKind.KeptSheet, k.Id.ToString(), k.Title, ""));
        var drills = db
            .Drills.Where(d => EF.Functions.ILike(d.Name, like, "\\"))
            .Take(MostOfAKind)
            .Select(d => new Found(FoundKind.Drill, d.Id.ToString(), d.Name, ""));
        return
        [
            .. await people.ToListAsync(cancel),
            .. await classes.ToListAsync(cancel),
            .. await Sheets(like, cancel),
            .. await kept.ToListAsync(cancel),
            .. await drills.ToListAsync(cancel),
        ];
    }

    /// <summary>The newest sheets by title, and of a class by its name.</summary>
    private async Task<IEnumerable<Found>> Sheets(string like, CancellationToken cancel) =>
        (
            await db
                .Lessons.Where(l =>
                    EF.Functions.ILike(l.Title, like, "\\") || EF.Functions.ILike(l.Class!.Name, like, "\\")
                )
                .OrderByDescending(l => l.Date)
                .Take(MostOfAKind)
                .Select(l => new
                {
                    l.Id,
                    l.Title,
                    l.Date,
                    l.Class!.Name,
                })
                .ToListAsync(cancel)
        ).Select(l => new Found(
            FoundKind.Sheet,
            l.Id.ToString(),
            l.Title.Length > 0 ? l.Title : l.Name,
            $"{l.Name}, {l.Date.ToString("ddd d MMM yyyy", AllLanguages.Now.Dates)}"
        ));

    /// <summary>What has a meaning in a pattern means itself.</summary>
    private static string Escaped(string text) =>
        text.Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace("%", "\\%", StringComparison.Ordinal)
            .Replace("_", "\\_", StringComparison.Ordinal);
}
