namespace LoyalLadder.Core.Rounds;

/// <summary>A focus as somebody writes it.</summary>
/// <param name="Item">A strike under any of its names, or a kind of strike: knees, kicks, elbows, punches, hands.</param>
/// <param name="Share">Of all strikes: 0.3 or 30 for 30 %; 1 is the whole.</param>
public sealed record FocusRequest(string Item, decimal Share);

/// <summary>Rounds as somebody asks for them, in words. Ranges and words stand in docs/formats.md.</summary>
public sealed record RoundRequest
{
    /// <summary>Name of a track; null with the rank, or where only one track has such a rank.</summary>
    public string? Track { get; init; }

    /// <summary>Name of a rank: what it and those below ask for may be called. Null for everything that the age may do.</summary>
    public string? Rank { get; init; }

    /// <summary>kids, teens or adults.</summary>
    public required string AgeBand { get; init; }

    public string? Naming { get; init; }

    /// <summary>mitts, kick-pads, shield, thigh-pads or none; several with '+' between.</summary>
    public string Kit { get; init; } = "kick-pads";

    public int Rounds { get; init; } = 3;
    public int WorkSeconds { get; init; } = 120;
    public int RestSeconds { get; init; } = 30;
    public int Density { get; init; } = 12;
    public IReadOnlyList<FocusRequest> Focus { get; init; } = [];
    public bool Clinch { get; init; }

    /// <summary>fixed or switching.</summary>
    public string Lead { get; init; } = "fixed";

    /// <summary>plain, rising or pyramid.</summary>
    public string Build { get; init; } = "plain";

    public bool ActiveRest { get; init; }
    public long Seed { get; init; }
}
