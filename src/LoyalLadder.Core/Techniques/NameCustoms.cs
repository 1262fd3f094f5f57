using System.Collections.Immutable;

namespace LoyalLadder.Core.Techniques;

/// <summary>Names that schools of one tradition use the other way round.</summary>
[Flags]
public enum NameCustoms
{
    /// <summary>As the catalogue has them.</summary>
    None = 0,

    /// <summary>Uchi-uke travels inward and soto-uke outward: named for where the block goes, not where it begins.</summary>
    UchiInward = 1,

    /// <summary>Baro jireugi punches with the hand over the front foot, bandae jireugi with the other.</summary>
    BaroOverFrontFoot = 2,

    /// <summary>'On my count' waits for the call, 'get set, go', and is not counted through.</summary>
    MyCountIsACall = 4,

    /// <summary>Somebody has said that 'on my count' is counted through; without either of the two it is taken so, and asked.</summary>
    MyCountIsCounted = 8,
}

/// <summary>The changes to a catalogue that a school's customs make.</summary>
public static class NameCustomRows
{
    public static IEnumerable<TechniqueRow> Of(Catalogue shipped, NameCustoms customs)
    {
        if (customs.HasFlag(NameCustoms.UchiInward))
            foreach (
                var row in Swapped(shipped, NamingSchool.Japanese, ("outward-block", "uchi"), ("inward-block", "soto"))
            )
                yield return row;
        if (customs.HasFlag(NameCustoms.BaroOverFrontFoot))
            foreach (var row in Swapped(shipped, NamingSchool.Korean, ("cross", "baro"), ("stepping-punch", "bandae")))
                yield return row;
    }

    /// <summary>The names of each that hold its word become names of the other, the first of them.</summary>
    private static IEnumerable<TechniqueRow> Swapped(
        Catalogue shipped,
        NamingSchool school,
        (string Id, string Word) one,
        (string Id, string Word) other
    )
    {
        if (shipped.Find(one.Id) is not { } first || shipped.Find(other.Id) is not { } second)
            return [];
        return [Row(first, one.Word, second, other.Word), Row(second, other.Word, first, one.Word)];

        TechniqueRow Row(Technique to, string own, Technique from, string taken) =>
            new()
            {
                Id = to.Id,
                Names = new Dictionary<NamingSchool, ImmutableArray<string>>
                {
                    [school] =
                    [
                        .. from.Names[school].Where(n => NameKey.Words(n).Contains(taken)),
                        .. to.Names[school].Where(n => !NameKey.Words(n).Contains(own)),
                    ],
                },
            };
    }
}
