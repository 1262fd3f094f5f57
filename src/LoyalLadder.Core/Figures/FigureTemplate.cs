using System.Collections.Immutable;
using System.Text.Json;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Figures;

/// <summary>
/// One key pose of a way to move. Places are shares of the stature: forward, to the side that works, up from the floor, from the
/// middle between the feet. Degrees of chest and hips bring the working side forward.
/// </summary>
public sealed record FigureKey
{
    /// <summary>Share of the technique's time at which it is reached.</summary>
    public required double At { get; init; }

    /// <summary>The working hand or foot is at the target.</summary>
    public bool Aim { get; init; }

    /// <summary>Where the working wrist or ankle is; null where it aims.</summary>
    public ImmutableArray<double>? End { get; init; }

    /// <summary>Into which direction elbow or knee points.</summary>
    public required ImmutableArray<double> Bend { get; init; }

    public double Chest { get; init; }
    public double Hips { get; init; }

    /// <summary>Degrees that the spine leans: forward, and to the side that does not work.</summary>
    public double Lean { get; init; }

    public double Aside { get; init; }

    /// <summary>Degrees by which the toes of the working foot are raised; negative points them.</summary>
    public double Toes { get; init; }

    /// <summary>Degrees by which the standing foot turns away.</summary>
    public double Pivot { get; init; }

    /// <summary>How far the hips come forward and rise.</summary>
    public double Forward { get; init; }

    public double Rise { get; init; }

    /// <summary>What there is to see, for readers who do not see it.</summary>
    public required string Says { get; init; }
}

/// <summary>How a family of techniques moves.</summary>
public sealed record FigureTemplate
{
    /// <summary>The techniques that move so, by id.</summary>
    public required ImmutableArray<string> Of { get; init; }

    /// <summary>A foot strikes with its ball, and not with heel or shin.</summary>
    public bool WithToes { get; init; }

    /// <summary>The limb is straight when it meets its target.</summary>
    public bool IsStraight { get; init; }

    public required ImmutableArray<FigureKey> Keys { get; init; }
}

/// <summary>The ways to move that ship with the application.</summary>
public static class FigureFile
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Disallow,
    };

    private static readonly Dictionary<string, FigureTemplate> ByTechnique = Read()
        .SelectMany(t => t.Of.Select(id => (id, t)))
        .ToDictionary(p => p.id, p => p.t);

    /// <summary>How a technique moves; null where no figure shows it yet.</summary>
    public static FigureTemplate? Of(Technique technique) => ByTechnique.GetValueOrDefault(technique.Id);

    /// <summary>All techniques that a figure shows, by id.</summary>
    public static IEnumerable<string> Shown => ByTechnique.Keys;

    private static IEnumerable<FigureTemplate> Read()
    {
        using var file = typeof(FigureFile).Assembly.GetManifestResourceStream("figures.jsonl")!;
        using var reader = new StreamReader(file);
        while (reader.ReadLine() is { } line)
            if (line.Length > 0)
                yield return JsonSerializer.Deserialize<FigureTemplate>(line, Options)!;
    }
}
