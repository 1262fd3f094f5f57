using System.Collections.Immutable;

namespace LoyalLadder.Core.Techniques;

/// <summary>What an activity is for.</summary>
public enum ActivityPurpose
{
    /// <summary>Gets everybody moving and warm.</summary>
    Raise,

    /// <summary>Loosens joints.</summary>
    Loosen,

    /// <summary>Wakes up what the theme needs.</summary>
    Wake,

    Game,

    /// <summary>A way of practising something with a partner or a pad.</summary>
    Format,

    Fitness,

    /// <summary>Calms down and ends.</summary>
    Close,
}

/// <summary>Something that a class does and that is no technique: a game, a way of warming up, a way of ending.</summary>
public sealed record Activity
{
    /// <summary>Stable key, beginning with 'activity-', never shown to people.</summary>
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Other names by which it is typed.</summary>
    public ImmutableArray<string> Also { get; init; } = [];

    public required ActivityPurpose Purpose { get; init; }

    /// <summary>Youngest that do it, in years.</summary>
    public required int Youngest { get; init; }

    /// <summary>Fewest that it takes.</summary>
    public required int People { get; init; }

    /// <summary>Usual length.</summary>
    public required int Minutes { get; init; }

    /// <summary>1 (rest) to 5 (all out).</summary>
    public required int Effort { get; init; }

    /// <summary>How it is done, in two to four sentences for somebody who has never heard of it.</summary>
    public required string How { get; init; }

    public required string Easier { get; init; }

    public required string Harder { get; init; }

    public required string Caution { get; init; }

    /// <summary>The kit that it takes; empty for none.</summary>
    public string Kit { get; init; } = "";

    /// <summary>What it trains, in words.</summary>
    public ImmutableArray<string> Trains { get; init; } = [];

    /// <summary>What odd numbers do; empty where it makes no difference.</summary>
    public string Odd { get; init; } = "";

    /// <summary>As a sheet writes it: 'dragon tail 4:00 [belts]'.</summary>
    public string Line => $"{Name} {Minutes}:00{(Kit.Length > 0 ? $" [{Kit}]" : "")}";
}
