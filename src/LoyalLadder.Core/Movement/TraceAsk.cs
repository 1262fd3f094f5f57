using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>With a partner, or by oneself: a form, a line in the air. Alone there is no range and nothing to answer.</summary>
public enum TraceSetting
{
    Partner,
    Solo,
}

/// <summary>How a combination is to be followed.</summary>
/// <param name="Lead">The foot in front at the start.</param>
/// <param name="Band">Whose stature, and whose limits.</param>
public readonly record struct TraceAsk(Lead Lead, AgeBand Band)
{
    public TraceSetting Setting { get; init; }

    /// <summary>The partner has the other foot in front.</summary>
    public bool IsOpposite { get; init; }

    /// <summary>The range at the start; null for the one at which least is wrong.</summary>
    public FightRange? From { get; init; }
}
