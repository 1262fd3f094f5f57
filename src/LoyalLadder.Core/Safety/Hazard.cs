using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>Something that hurts people, whoever calls it whatever.</summary>
public sealed record Hazard
{
    /// <summary>Stable key in kebab-case, never shown to people.</summary>
    public required string Id { get; init; }

    /// <summary>What it is, as a sentence begins with it.</summary>
    public required string Is { get; init; }

    /// <summary>
    /// Words by which it is known. A star ends the beginning of a word; a plus stands between words that are in one clause, in any order.
    /// </summary>
    public required ImmutableArray<string> Names { get; init; }

    /// <summary>Ids of techniques that are of its kind.</summary>
    public ImmutableArray<string> Techniques { get; init; } = [];

    /// <summary>Places of the body: any strike that is said to go there is of its kind.</summary>
    public ImmutableArray<string> Targets { get; init; } = [];

    /// <summary>From which age how much contact is allowed, by the youngest age; everything where nothing is said.</summary>
    public ImmutableSortedDictionary<int, Contact> Allowed { get; init; } =
        ImmutableSortedDictionary<int, Contact>.Empty;

    /// <summary>From this age on, what is not allowed is a warning and no stop.</summary>
    public int? WarnFrom { get; init; }

    /// <summary>It takes two, whether the line says so or not.</summary>
    public bool WithPartner { get; init; }

    /// <summary>From this age on, getting out of it may be practised where doing it may not.</summary>
    public int? EscapeFrom { get; init; }

    /// <summary>Ids of what must be there; see <see cref="SafetyNeed"/>.</summary>
    public ImmutableArray<string> Needs { get; init; } = [];

    /// <summary>What must be there must be so from this contact on; alone it needs nothing.</summary>
    public Contact NeedsAt { get; init; }

    /// <summary>Below this age what must be there must be said; at every age where it is null.</summary>
    public int? NeedsUntil { get; init; }

    /// <summary>Repetitions of one person in a line, by the youngest age.</summary>
    public ImmutableSortedDictionary<int, int> MostReps { get; init; } = ImmutableSortedDictionary<int, int>.Empty;

    /// <summary>Seconds in one go, by the youngest age.</summary>
    public ImmutableSortedDictionary<int, int> MostSeconds { get; init; } = ImmutableSortedDictionary<int, int>.Empty;

    /// <summary>What happens: the rest of a sentence.</summary>
    public required string Why { get; init; }

    /// <summary>What to do in its place.</summary>
    public required string Instead { get; init; }

    /// <summary>How far it may go at an age.</summary>
    public Contact MostFor(AgeGroup group) => At(Allowed, group, Contact.Full);

    /// <summary>What is said of a technique is said by this hazard already: of its kind, or of the same place of the body.</summary>
    internal bool Covers(Danger danger) =>
        danger is { At: { } level }
            ? Targets.Contains(QualifierWords.Word(level))
            : danger is { Technique: { } id } && Techniques.Contains(id);

    /// <summary>The last step of a stair of ages that a group stands on.</summary>
    public static T At<T>(ImmutableSortedDictionary<int, T> stair, AgeGroup group, T otherwise)
    {
        var found = otherwise;
        foreach (var (age, value) in stair)
            if (age <= (int)group)
                found = value;
        return found;
    }
}

/// <summary>Something that must be there before a hazard is taught.</summary>
public sealed record SafetyNeed
{
    public required string Id { get; init; }

    /// <summary>Words that say that it is there.</summary>
    public required ImmutableArray<string> Words { get; init; }

    /// <summary>The words, ready to be looked for.</summary>
    internal ImmutableArray<WordRule> Rules => field.IsDefault ? field = [.. Words.Select(WordRule.Of)] : field;

    /// <summary>Ids of techniques that say so when they came before.</summary>
    public ImmutableArray<string> Techniques { get; init; } = [];

    /// <summary>What nothing says, in a few words: 'mats'.</summary>
    public required string Missing { get; init; }

    /// <summary>Kit that one press adds.</summary>
    public string? Kit { get; init; }

    /// <summary>Words that one press adds.</summary>
    public string? Remark { get; init; }
}
