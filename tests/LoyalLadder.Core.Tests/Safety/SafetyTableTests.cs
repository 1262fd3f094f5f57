using System.Globalization;
using LoyalLadder.Core.Safety;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Safety;

/// <summary>docs/safety.md says of every technique how far it may go at an age, as the catalogue does.</summary>
public class SafetyTableTests
{
    private const string HazardsBegin = "<!-- hazards -->";
    private const string HazardsEnd = "<!-- end of hazards -->";

    private static readonly Dictionary<string, string[]> Rows = File.ReadAllLines(Table())
        .TakeWhile(l => l != HazardsBegin)
        .Where(l => l.StartsWith("| ", StringComparison.Ordinal))
        .Skip(1)
        .Select(l => l.Split('|', StringSplitOptions.TrimEntries))
        .ToDictionary(cells => cells[1], cells => cells[2..6]);

    /// <summary>The table of hazards is written from the data: with LOYALLADDER_DRAW=1 by this test, else held against it.</summary>
    [Fact]
    public void The_table_of_hazards_says_what_the_data_says()
    {
        var page = File.ReadAllText(Table());
        var (from, to) = (
            page.IndexOf(HazardsBegin, StringComparison.Ordinal) + HazardsBegin.Length,
            page.IndexOf(HazardsEnd, StringComparison.Ordinal)
        );
        var drawn = $"\n{string.Join('\n', HazardRows())}\n";
        if (Environment.GetEnvironmentVariable("LOYALLADDER_DRAW") == "1")
            File.WriteAllText(Table(), page[..from] + drawn + page[to..]);
        else
            Assert.Equal(drawn, page[from..to]);
    }

    private static IEnumerable<string> HazardRows()
    {
        var groups = Enum.GetValues<AgeGroup>();
        var ages = groups.Select(g => g == AgeGroup.Adults ? "adults" : $"from {(int)g}");
        yield return $"| what | {string.Join(" | ", ages)} | what must be there | why, and what instead |";
        yield return $"|---|{string.Concat(Enumerable.Repeat("---|", groups.Length))}---|---|";
        var needs = HazardFile.Needs().ToDictionary(n => n.Id);
        foreach (var hazard in HazardFile.Hazards())
            yield return $"| {hazard.Is} | {string.Join(" | ", groups.Select(g => Cell(hazard, g)))} | "
                + $"{string.Join(", ", hazard.Needs.Select(n => needs[n].Missing))} | {hazard.Why}; {hazard.Instead} |";
    }

    private static string Cell(Hazard hazard, AgeGroup group)
    {
        var most = hazard.MostFor(group) switch
        {
            Contact.Full => "yes",
            var less => less.ToString().ToLowerInvariant(),
        };
        var isWarning = hazard.WarnFrom is { } from && (int)group >= from && most != "yes";
        var reps = Hazard.At(hazard.MostReps, group, 0);
        var seconds = Hazard.At(hazard.MostSeconds, group, 0);
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{most}{(isWarning ? " (asked)" : "")}{(reps > 0 ? $", {reps} times" : "")}{(seconds > 0 ? $", {seconds} s" : "")}"
        );
    }

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
            Given.Catalogue.All.Where(t => !t.IsActivity).Select(t => t.Id).Order(StringComparer.Ordinal),
            Rows.Keys.Order(StringComparer.Ordinal)
        );

    [Fact]
    public void Every_row_says_what_the_catalogue_says() =>
        Assert.All(
            Given.Catalogue.All.Where(t => !t.IsActivity),
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
    [InlineData(AgeBand.Teens, "lead elbow 5/side pairs", "Elbow")]
    [InlineData(AgeBand.Adults, "lead elbow 5/side pairs", null)]
    [InlineData(AgeBand.Adults, "spinning elbow 5/side pairs", "Spinning elbow")]
    [InlineData(AgeBand.Adults, "ridge hand 5/side", null)]
    [InlineData(AgeBand.Adults, "round kick (head) 5/side pairs", null)]
    [InlineData(AgeBand.Kids, "low side kick 5/side", "Going for the knee")]
    public void A_line_is_stopped_by_what_its_form_of_work_does_not_allow(AgeBand band, string line, string? said)
    {
        var stops = Given
            .Checks($"# A\n## Basics\n{line}", band)
            .Where(c => c.Code == "age")
            .Select(c => c.Message)
            .ToList();
        if (said is null)
            Assert.Empty(stops);
        else
            Assert.Contains(stops, m => m.Contains(said, StringComparison.Ordinal));
    }
}
