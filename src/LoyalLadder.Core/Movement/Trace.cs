using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>How much body stands behind a strike: none for what is no strike.</summary>
public enum Strength
{
    None,
    Light,
    Strong,
}

/// <summary>An element as it is done at its moment.</summary>
/// <param name="Element">As written.</param>
/// <param name="Side">Lead, rear, both or none, as the feet stand at that moment.</param>
/// <param name="BodySide">Left, right, both or none.</param>
/// <param name="Strength">Whether the hips were loaded for it.</param>
public readonly record struct TracedElement(Element Element, Side Side, Side BodySide, Strength Strength);

/// <summary>One beat, and how things stand after it.</summary>
/// <param name="Count">Number of its count, from 1.</param>
/// <param name="Beat">Number of the beat, from 1 through the whole combination.</param>
/// <param name="Group">Number of its group, from 1.</param>
/// <param name="Elements">What is done.</param>
/// <param name="Footing">Feet, centre, facing and lead after it.</param>
/// <param name="Range">To the partner after it.</param>
/// <param name="LoadedLeft">The left hip is ready to strike from.</param>
/// <param name="LoadedRight">The right hip is.</param>
public readonly record struct TraceStep(
    int Count,
    int Beat,
    int Group,
    ImmutableArray<TracedElement> Elements,
    Footing Footing,
    FightRange Range,
    bool LoadedLeft,
    bool LoadedRight
);

/// <summary>A combination followed beat by beat over the floor.</summary>
/// <param name="Combination">What was followed; elements that the catalogue does not know are passed over.</param>
/// <param name="Band">Whose stature and policy.</param>
/// <param name="Start">How the performer stood.</param>
/// <param name="From">The range it began at.</param>
/// <param name="Steps">One a beat.</param>
/// <param name="Findings">What is wrong or worth knowing, in order of beats.</param>
public sealed record Trace(
    Combination Combination,
    AgeBand Band,
    Footing Start,
    FightRange From,
    ImmutableArray<TraceStep> Steps,
    ImmutableArray<Finding> Findings
)
{
    /// <summary>With a partner, or alone.</summary>
    public TraceSetting Setting { get; init; }

    /// <summary>How the performer stands at the end.</summary>
    public Footing End => Steps.IsEmpty ? Start : Steps[^1].Footing;

    /// <summary>Metres that one repetition travels toward 12 o'clock; negative when it goes back.</summary>
    public double DriftMetres => End.Centre.Y;

    /// <summary>The first stop finding, if any.</summary>
    public Finding? Stop => Findings.FirstOrDefault(f => f.Severity == Severity.Stop);
}
