using System.Collections.Immutable;

namespace LoyalLadder.Core.Techniques;

/// <summary>A technique in the picture of what it stands on.</summary>
/// <param name="Technique">Which.</param>
/// <param name="Column">0 for the technique that the picture is about, below it what it stands on, above it what stands on it.</param>
/// <param name="Row">From 0, within the column.</param>
public sealed record BuildsOnNode(Technique Technique, int Column, int Row);

/// <summary>
/// What a technique stands on, down to the ground, and what stands on it, two steps up. Links go from a lower column
/// to a higher one.
/// </summary>
public sealed record BuildsOnPicture(
    ImmutableArray<BuildsOnNode> Nodes,
    ImmutableArray<(BuildsOnNode From, BuildsOnNode To)> Links
)
{
    private const int StepsUp = 2;

    public static BuildsOnPicture Of(Catalogue catalogue, Technique technique)
    {
        var columns = new Dictionary<string, int> { [technique.Id] = 0 };
        Down(catalogue, columns, technique, 0);
        Up(catalogue, columns, technique, 0);
        var nodes = columns
            .GroupBy(c => c.Value)
            .SelectMany(g =>
                g.Select(c => catalogue.Find(c.Key)!)
                    .OrderBy(t => t.Family)
                    .ThenBy(t => t.Id, StringComparer.Ordinal)
                    .Select((t, row) => new BuildsOnNode(t, g.Key, row))
            )
            .OrderBy(n => n.Column)
            .ThenBy(n => n.Row)
            .ToImmutableArray();
        var byId = nodes.ToDictionary(n => n.Technique.Id);
        var links = nodes
            .SelectMany(to => to.Technique.BuildsOn.Where(byId.ContainsKey).Select(id => (From: byId[id], To: to)))
            // side branches of what stands on it are left to their own pictures
            .Where(l => l.From.Column < l.To.Column)
            .ToImmutableArray();
        return new BuildsOnPicture(nodes, links);
    }

    /// <summary>The longest way counts, so that every link goes up.</summary>
    private static void Down(Catalogue catalogue, Dictionary<string, int> columns, Technique from, int column)
    {
        foreach (var below in from.BuildsOn.Select(catalogue.Find).OfType<Technique>())
        {
            if (columns.TryGetValue(below.Id, out var already) && already <= column - 1)
                continue;
            columns[below.Id] = column - 1;
            Down(catalogue, columns, below, column - 1);
        }
    }

    private static void Up(Catalogue catalogue, Dictionary<string, int> columns, Technique from, int column)
    {
        if (column == StepsUp)
            return;
        foreach (var above in catalogue.StandingOn(from.Id))
        {
            if (columns.TryGetValue(above.Id, out var already) && already >= column + 1)
                continue;
            columns[above.Id] = column + 1;
            Up(catalogue, columns, above, column + 1);
        }
    }
}
