using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>What is done on a repetition: counts in order, each of one or more beats. A single technique is a combination of one count.</summary>
public sealed record Combination(Sequence<Count> Counts)
{
    public static Combination Nothing { get; } = new([]);

    public bool IsEmpty => Counts.IsEmpty;

    public IEnumerable<Element> Elements => Counts.SelectMany(c => c.Beats).SelectMany(b => b.Elements);

    /// <summary>Every element is a technique of the catalogue.</summary>
    public bool IsKnown => !IsEmpty && Elements.All(e => e.Technique is not null);

    /// <summary>Exercises only: timed by their own seconds, without reset and without a default side.</summary>
    public bool IsExercise => !IsEmpty && Elements.All(e => e.Technique is { IsExercise: true });

    /// <summary>Water or rest.</summary>
    public bool IsPause => !IsEmpty && Elements.All(e => e.Technique is { IsPause: true });
}

/// <summary>One count as it is called aloud; several beats may share it.</summary>
public sealed record Count(Sequence<Beat> Beats);

/// <summary>What happens at one instant; several elements at once are one beat, as long as the longest of them.</summary>
public sealed record Beat(Sequence<Element> Elements)
{
    public decimal BaseSeconds => Elements.Max(e => e.BaseSeconds);
}

/// <summary>One technique in its place, or words that no catalogue entry explains.</summary>
/// <param name="Words">The words as written.</param>
/// <param name="Technique">What they mean; null when nobody knows.</param>
/// <param name="Side">The side as written, or the technique's default.</param>
/// <param name="Level">Where it is aimed, when written.</param>
/// <param name="Landing">Where the foot goes, when written.</param>
public sealed record Element(string Words, Technique? Technique, Side Side, Level? Level = null, Landing? Landing = null)
{
    /// <summary>Seconds taken for a move that is not in the catalogue: those of a kick, so that the estimate errs long.</summary>
    public const decimal UnknownSeconds = 0.60m;

    public decimal BaseSeconds => Technique?.BaseSeconds ?? UnknownSeconds;

    public Landing FootGoes => Landing ?? Technique?.Landing ?? Techniques.Landing.Return;
}
