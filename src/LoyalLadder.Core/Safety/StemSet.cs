using System.Collections.Immutable;

namespace LoyalLadder.Core.Safety;

/// <summary>Words in any of their forms; a star ends the beginning of a word.</summary>
internal sealed class StemSet
{
    private readonly ImmutableHashSet<string> _stems;
    private readonly ImmutableArray<string> _beginnings;

    private StemSet(IReadOnlyCollection<string> words)
    {
        _stems = [.. words.Where(w => !w.EndsWith('*')).Select(ClauseWords.Stem)];
        _beginnings = [.. words.Where(w => w.EndsWith('*'))];
    }

    /// <summary>Words between commas.</summary>
    public static StemSet Of(string words) => new(words.Split(", "));

    public bool Has(string stem) => _stems.Contains(stem) || _beginnings.Any(b => ClauseWords.Is(stem, b));
}
