using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Techniques;

/// <summary>docs/safety.md says of every technique how far it may go at an age, as the catalogue does.</summary>
public class SafetyTableTests
{
    private static readonly Dictionary<string, string[]> Rows = File.ReadAllLines(Table())
        .Where(l => l.StartsWith("| ", StringComparison.Ordinal))
        .Skip(1)
        .Select(l => l.Split('|', StringSplitOptions.TrimEntries))
        .ToDictionary(cells => cells[1], cells => cells[2..6]);

    private static string Table()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "LoyalLadder.slnx")))
            folder = folder.Parent;
        return Path.Combine(folder.FullName, "docs", "safety.md");
    }

    [Fact]
    public void Every_technique_has_its_row_and_no_row_is_left_over() =>
        Assert.Equal(
            Given.Catalogue.All.Select(t => t.Id).Order(StringComparer.Ordinal),
            Rows.Keys.Order(StringComparer.Ordinal)
        );

    [Fact]
    public void Every_row_says_what_the_catalogue_says() =>
        Assert.All(
            Given.Catalogue.All,
            t =>
                Assert.Equal(
                    [
                        .. new[] { AgeBand.Kids, AgeBand.Teens, AgeBand.Adults }.Select(b =>
                            t.MannerFor(b).ToString().ToLowerInvariant()
                        ),
                        string.Join(' ', t.Cautions),
                    ],
                    Rows[t.Id]
                )
        );

    [Theory]
    [InlineData(AgeBand.Kids, "jab 5/side pairs", "to the head")]
    [InlineData(AgeBand.Kids, "jab 5/side pairs [mitts]", null)]
    [InlineData(AgeBand.Kids, "cross (body) 5/side pairs", null)]
    [InlineData(AgeBand.Kids, "lead elbow 5/side pairs", "Elbow")]
    [InlineData(AgeBand.Kids, "lead elbow 5/side pairs [pads]", null)]
    [InlineData(AgeBand.Kids, "[spinning back fist] duck 5/side pairs", "as an attack")]
    [InlineData(AgeBand.Kids, "tackle pairs x5", "Tackle")]
    [InlineData(AgeBand.Adults, "lead elbow 5/side pairs", "Elbow")]
    [InlineData(AgeBand.Adults, "ridge hand 5/side", null)]
    [InlineData(AgeBand.Adults, "round kick (head) 5/side pairs", null)]
    [InlineData(AgeBand.Kids, "low side kick 5/side", "Low side kick")]
    public void A_line_is_stopped_by_what_its_form_of_work_does_not_allow(AgeBand band, string line, string? said)
    {
        var stops = Given
            .Checks($"# A\n## Pads\n{line}", band)
            .Where(c => c.Code == "age")
            .Select(c => c.Message)
            .ToList();
        if (said is null)
            Assert.Empty(stops);
        else
            Assert.Contains(stops, m => m.Contains(said, StringComparison.Ordinal));
    }
}
