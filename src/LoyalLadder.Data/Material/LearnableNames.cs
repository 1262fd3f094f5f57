using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Material;

/// <summary>Names of learnables, and learnables of names.</summary>
public static class LearnableNames
{
    /// <summary>'front kick', '#14 Low kick off the hands'; a key that nothing stands for any more as it is.</summary>
    public static string NameOf(this SchoolMaterial material, string learnable, NamingSchool naming) =>
        Learnables.IsNumber(learnable)
            ? material.Find(learnable) is { } stored
                ? $"{learnable} {stored.Row.Name}".TrimEnd()
                : learnable
            : material.Catalogue.Find(learnable)?.NameIn(naming) ?? new Learnable(learnable).Words;

    /// <summary>What a requirement asks for, in few words.</summary>
    public static string NameOf(this SchoolMaterial material, Requirement asked, NamingSchool naming)
    {
        var name = asked.Words.Length > 0 ? asked.Words : material.NameOf(asked.Learnable, naming);
        return asked.Amount == 0 ? name
            : asked.IsSeconds ? $"{name} {Core.Lessons.Sheets.SheetWriter.Time(asked.Amount)}"
            : $"{asked.Amount.ToString(System.Globalization.CultureInfo.InvariantCulture)} × {name}";
    }

    /// <summary>How a sheet calls it: '#14' for a stored combination.</summary>
    public static string OnSheets(this SchoolMaterial material, string learnable, NamingSchool naming) =>
        Learnables.IsNumber(learnable) ? learnable : material.NameOf(learnable, naming);

    /// <summary>The learnable of a typed name or number; null with what is wrong.</summary>
    public static (string? Learnable, string? Problem) LearnableOf(
        this SchoolMaterial material,
        string typed,
        NamingSchool naming
    )
    {
        var words = typed.Trim();
        if (words.StartsWith('#'))
            return material.Find(words) is { } stored
                ? (Learnables.OfNumber(stored.Row.Number), null)
                : (null, Say($"There is no combination numbered {words}."));
        if (material.Catalogue.Find(words) is { } exact)
            return (exact.Id, null);
        return material.Catalogue.Resolve(NameKey.Of(words), naming) switch
        {
            [var only] => (only.Id, null),
            [] when material.Find(words) is { } stored => (Learnables.OfNumber(stored.Row.Number), null),
            [] => (
                null,
                material.Catalogue.Closest(words).ToList() is { Count: > 0 } close
                    ? Say($"“{words}” is not in the catalogue; near it: {string.Join(", ", close)}.")
                    : Say($"“{words}” is not in the catalogue.")
            ),
            var several => (
                null,
                Say($"“{words}” may be {string.Join(" or ", several.Select(t => t.NameIn(naming)))}: say which.")
            ),
        };
    }
}
