using System.Text.Json;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Safety;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Safety;

/// <summary>Dangerous lines are noticed and harmless ones left in peace, by lines that instructors wrote.</summary>
public class SafetyCorpusTests
{
    private static readonly string[] Judging = ["age", "danger", "needs", "much", "judge", "control", "no-rest"];

    private sealed record Row(string About, string Age, string Sheet, string Expect);

    private static IEnumerable<Row> Rows(string file) =>
        File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Speech", file))
            .Where(l => l.Length > 0)
            .Select(l => JsonSerializer.Deserialize<Row>(l, JsonSerializerOptions.Web)!);

    private static List<Check> Said(string sheet, AgeBand band) =>
        [.. Given.Checks($"# A\n{sheet}", band).Where(c => c.Level < CheckLevel.Note && Judging.Contains(c.Code))];

    [Theory]
    [InlineData("safety.jsonl")]
    [InlineData("safety-held.jsonl")]
    public void Dangers_are_noticed_and_harmless_lines_left_in_peace(string file)
    {
        var rows = Rows(file).ToList();
        var missed = rows.Where(r => (Said(r.Sheet, AgeBands.Read(r.Age)!.Value).Count > 0) != (r.Expect == "warn"))
            .ToList();
        var misses = string.Join('\n', missed.Select(m => $"{m.Expect}: {m.Sheet}"));
        Assert.Contains(rows, r => r.Expect == "quiet");
        foreach (var kind in rows.GroupBy(r => r.Expect))
            Assert.True(missed.Count(m => m.Expect == kind.Key) <= 0.05 * kind.Count(), misses);
    }

    /// <summary>Work that instructors typed for grown people is asked about, and never stopped.</summary>
    [Theory]
    [InlineData("lines.jsonl")]
    [InlineData("lines2.jsonl")]
    public void Nothing_that_was_typed_for_adults_is_stopped(string file)
    {
        var stops = File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Speech", file))
            .Select(l => JsonDocument.Parse(l).RootElement.GetProperty("line").GetString()!)
            .SelectMany(line =>
                SafetyJudge.Shipped.Of(Given.Reader.Read($"# A\n## Work\n{line}").Plan, AgeGroup.Adults)
            )
            .Where(d => d.Kind == DangerKind.NotAllowed)
            .Select(d => d.Message);
        Assert.Empty(stops);
    }
}
