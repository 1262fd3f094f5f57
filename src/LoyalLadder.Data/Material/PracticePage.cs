namespace LoyalLadder.Data.Material;

/// <summary>A combination to practise at home, behind an address with a secret: no name of anybody is on it, and it ends.</summary>
public sealed class PracticePage : SchoolRow
{
    /// <summary>Days that it can be opened.</summary>
    public const int Days = 42;

    public Guid CombinationId { get; set; }
    public NumberedCombination? Combination { get; set; }

    /// <summary>Of the secret, which is shown once and kept nowhere.</summary>
    public required string Hash { get; set; }

    /// <summary>The last day on which it opens.</summary>
    public DateOnly Until { get; set; }
}
