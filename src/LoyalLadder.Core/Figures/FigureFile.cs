using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>The ways to move and the postures that ship with the application.</summary>
public static class FigureFile
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
    };

    private sealed record NamedPosture(string Name, Posture Is);

    private static readonly Dictionary<string, Posture> Postures = ReadPostures();

    /// <summary>All ways to move, in the order of the file.</summary>
    public static ImmutableArray<FigureTemplate> All { get; } =
    [.. Read<FigureTemplate>("figures.jsonl").Select(Whole)];

    private static readonly Dictionary<string, FigureTemplate> ByTechnique = All.SelectMany(t =>
            t.Of.Select(id => (id, t))
        )
        .ToDictionary(p => p.id, p => p.t);

    /// <summary>What each way to move is first of all the way of, for techniques that no file names.</summary>
    private static readonly Lazy<(Technique Technique, FigureTemplate Template)[]> Examples = new(() =>
    {
        var catalogue = CatalogueFile.Shipped();
        return
        [
            .. ByTechnique
                .Select(p => (catalogue.Find(p.Key), p.Value))
                .Where(p => p.Item1 is not null)
                .Select(p => (p.Item1!, p.Value)),
        ];
    });

    /// <summary>How a technique moves: its own way, else that of what is most like it; null where no figure shows it.</summary>
    public static FigureTemplate? Of(Technique technique) =>
        ByTechnique.TryGetValue(technique.Id, out var own) ? own : Alike(technique);

    /// <summary>All techniques of the catalogue that a figure shows, by id.</summary>
    public static IEnumerable<string> Shown => ByTechnique.Keys;

    /// <summary>
    /// A school's own strike, kick or block moves as the one of its family does that comes on the same line with the same power; without
    /// such a one nothing is drawn rather than something false.
    /// </summary>
    private static FigureTemplate? Alike(Technique technique) =>
        technique.IsStrike || technique.Family == TechniqueFamily.Block
            ? Examples
                .Value.Where(e =>
                    e.Technique.Family == technique.Family
                    && e.Technique.Line == technique.Line
                    && e.Technique.Power == technique.Power
                    && e.Technique.TurnDegrees == technique.TurnDegrees
                    && e.Technique.IsJump == technique.IsJump
                )
                .OrderByDescending(e => e.Technique.Levels.Intersect(technique.Levels).Count())
                .Select(e => e.Template)
                .FirstOrDefault()
            : null;

    private static Dictionary<string, Posture> ReadPostures()
    {
        var known = new Dictionary<string, Posture>();
        foreach (var row in Read<NamedPosture>("postures.jsonl"))
            known[row.Name] = row.Is.Over(row.Is.Base is { } name ? known[name] : new Posture());
        return known;
    }

    private static FigureTemplate Whole(FigureTemplate template) =>
        template with
        {
            Keys =
            [
                .. template.Keys.Select(k =>
                    k.Whole is { } whole ? k with { Whole = whole.Over(Postures[whole.Base ?? "stand"]) } : k
                ),
            ],
        };

    private static IEnumerable<T> Read<T>(string name)
    {
        using var file = typeof(FigureFile).Assembly.GetManifestResourceStream(name)!;
        using var reader = new StreamReader(file);
        while (reader.ReadLine() is { } line)
            if (line.Length > 0)
                yield return JsonSerializer.Deserialize<T>(line, Options)!;
    }
}
