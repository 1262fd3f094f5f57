using System.Text.Json;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Bench;

/// <summary>A combination that is not judged as an instructor judges it, and where.</summary>
public sealed record MovementMiss(string Notation, IReadOnlyList<string> Differences);

/// <summary>Compares traces with what good instructors know of combinations. What a line of the corpus leaves out is not judged.</summary>
public sealed class MovementScore
{
    private const double Near = 0.02;

    private readonly List<MovementMiss> _misses = [];

    public int Combinations { get; private set; }
    public int Exact => Combinations - _misses.Count;
    public IReadOnlyList<MovementMiss> Misses => _misses;

    public static MovementScore Of(IEnumerable<string> corpus, Catalogue catalogue)
    {
        var score = new MovementScore();
        var reader = new NotationReader(new Vocabulary(catalogue, NamingSchool.Generic));
        var tracer = new Tracer(catalogue);
        foreach (var line in corpus.Where(l => l.Trim().Length > 0))
        {
            using var document = JsonDocument.Parse(line);
            var notation = document.RootElement.GetProperty("notation").GetString()!;
            var differences = Differences(document.RootElement, reader.Read(notation), tracer).ToList();
            score.Combinations++;
            if (differences.Count > 0)
                score._misses.Add(new MovementMiss(notation, differences));
        }
        return score;
    }

    private static IEnumerable<string> Differences(JsonElement expected, NotationReading reading, Tracer tracer)
    {
        if (reading.Combination is not { } combination)
            return [.. reading.Errors.Select(e => e.Message)];
        var trace = tracer.Trace(
            combination,
            new TraceAsk(
                Leads.Read(Text(expected, "lead")) ?? Lead.Left,
                Enum.Parse<AgeBand>(Text(expected, "band") ?? "adults", ignoreCase: true)
            )
            {
                Setting = Text(expected, "setting") == "solo" ? TraceSetting.Solo : TraceSetting.Partner,
                IsOpposite = Text(expected, "partner") == "opposite",
            }
        );
        var elements = trace.Steps.SelectMany(s => s.Elements).ToList();
        return
        [
            .. Differs(
                expected,
                "sides",
                List(expected, "sides"),
                string.Join(
                    ",",
                    elements.Select(e => e.BodySide == Side.None ? "null" : e.BodySide.ToString().ToLowerInvariant())
                )
            ),
            .. Differs(
                expected,
                "strong",
                List(expected, "strong"),
                string.Join(
                    ",",
                    elements
                        .Where(e => e.Strength != Strength.None)
                        .Select(e => e.Strength == Strength.Strong ? "true" : "false")
                )
            ),
            .. Differs(
                expected,
                "codes",
                string.Join(",", List(expected, "codes").Split(',').Order(StringComparer.Ordinal)),
                string.Join(
                    ",",
                    trace
                        .Findings.Select(f => f.Code)
                        .Where(c => c != "other-side")
                        .Distinct()
                        .Order(StringComparer.Ordinal)
                )
            ),
            .. Differs(expected, "endLead", Text(expected, "endLead") ?? "", Leads.Word(trace.End.Lead)),
            .. Differs(expected, "endFacing", Number(expected, "endFacing"), $"{trace.End.Facing}"),
            .. End(expected, trace),
            .. Cards(expected, trace),
        ];
    }

    private static IEnumerable<string> Differs(JsonElement expected, string what, string wanted, string found)
    {
        if (expected.TryGetProperty(what, out var value) && value.ValueKind != JsonValueKind.Null && wanted != found)
            yield return $"{what}: expected [{wanted}], found [{found}]";
    }

    private static IEnumerable<string> End(JsonElement expected, Trace trace)
    {
        if (!expected.TryGetProperty("end", out var end) || end.ValueKind != JsonValueKind.Array)
            yield break;
        var (x, y) = (end[0].GetDouble(), end[1].GetDouble());
        if (Math.Abs(x - trace.End.Centre.X) > Near || Math.Abs(y - trace.End.Centre.Y) > Near)
            yield return FormattableString.Invariant(
                $"end: expected ({x}, {y}), found ({trace.End.Centre.X:0.000}, {trace.End.Centre.Y:0.000})"
            );
    }

    private static IEnumerable<string> Cards(JsonElement expected, Trace trace)
    {
        if (!expected.TryGetProperty("cards", out var cards))
            yield break;
        var card = HolderCard.Of(trace, NamingSchool.Generic);
        foreach (var count in cards.EnumerateObject())
        {
            var lines = string.Join(" · ", card.Where(c => $"{c.Count}" == count.Name).SelectMany(c => c.Hold));
            if (!lines.Contains(count.Value.GetString()!, StringComparison.OrdinalIgnoreCase))
                yield return $"card {count.Name}: expected '{count.Value.GetString()}' in '{lines}'";
        }
    }

    private static string? Text(JsonElement json, string name) =>
        json.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString() : null;

    private static string Number(JsonElement json, string name) =>
        json.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number ? value.GetRawText() : "";

    private static string List(JsonElement json, string name) =>
        json.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Array
            ? string.Join(
                ",",
                value.EnumerateArray().Select(v => v.ValueKind == JsonValueKind.String ? v.GetString() : v.GetRawText())
            )
            : "";
}
