using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Classes;

/// <summary>Three tracks to begin with; a school changes them to its own.</summary>
public static class UsualRanks
{
    private static IEnumerable<(string Name, string Colour)> Colours => BeltColours.Usual.Take(8);

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
