using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Classes;

/// <summary>Three tracks to begin with; a school changes them to its own.</summary>
public static class UsualRanks
{
    private static readonly (string Name, string Colour)[] Colours =
    [
        ("White", "#fffdf5"),
        ("Yellow", "#e8b92f"),
        ("Orange", "#d9722a"),
        ("Green", "#3d7f45"),
        ("Blue", "#2a5aa0"),
        ("Purple", "#6b4a94"),
        ("Brown", "#6b4423"),
        ("Black", "#22242b"),
    ];

    public static IEnumerable<TrackRow> Tracks() =>
        [
            Track(
                "Kids",
                AgeBand.Kids,
                0,
                [
                    .. Colours
                        .Take(5)
                        .SelectMany(c => new[] { (c.Name, c.Colour, 0), ($"{c.Name}, 1 stripe", c.Colour, 1) }),
                ]
            ),
            Track("Teens", AgeBand.Teens, 1, [.. Colours.Select(c => (c.Name, c.Colour, 0))]),
            Track("Adults", AgeBand.Adults, 2, [.. Colours.Select(c => (c.Name, c.Colour, 0))]),
        ];

    private static TrackRow Track(
        string name,
        AgeBand band,
        int position,
        (string Name, string Colour, int Stripes)[] ranks
    ) =>
        new()
        {
            Name = name,
            Band = band,
            Position = position,
            Ranks =
            [
                .. ranks.Select(
                    (r, i) =>
                        new RankRow
                        {
                            Name = r.Name,
                            Colour = r.Colour,
                            Stripes = r.Stripes,
                            Position = i,
                        }
                ),
            ],
        };
}
