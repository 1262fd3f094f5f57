using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Syllabus;

/// <summary>Colours of belts by the names that ranks usually have.</summary>
public static class BeltColours
{
    /// <summary>Of a rank whose name says no colour.</summary>
    public const string Plain = "#fffdf5";

    /// <summary>In the order in which most schools have them.</summary>
    public static IReadOnlyList<(string Name, string Colour)> Usual { get; } =
    [
        ("White", Plain),
        ("Yellow", "#e8b92f"),
        ("Orange", "#d9722a"),
        ("Green", "#3d7f45"),
        ("Blue", "#2a5aa0"),
        ("Purple", "#6b4a94"),
        ("Brown", "#6b4423"),
        ("Black", "#22242b"),
        ("Red", "#b3262b"),
        ("Grey", "#8d9096"),
    ];

    /// <summary>The colour and the stripes that a rank's name says: 'Green, 2 stripes'.</summary>
    public static (string Colour, int Stripes) Of(string rank)
    {
        var words = NameKey.Words(rank);
        var named = words.Find(w => Usual.Any(u => u.Name.Equals(w, StringComparison.OrdinalIgnoreCase)));
        var colour =
            Usual.FirstOrDefault(u => u.Name.Equals(named, StringComparison.OrdinalIgnoreCase)).Colour ?? Plain;
        var at = words.FindIndex(w => w == "stripe");
        var stripes = at > 0 && words[at - 1] is [>= '1' and <= '4'] ? words[at - 1][0] - '0' : 0;
        return (colour, stripes);
    }
}
