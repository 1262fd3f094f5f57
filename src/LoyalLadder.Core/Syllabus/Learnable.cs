using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Syllabus;

/// <summary>Something that can be taught or asked for, by the key that requirements and evidence share.</summary>
/// <param name="Key">
/// The id of a technique ('front-kick'), '#' and the number of a stored combination ('#14'), or the words of a form, a fitness
/// mark or a challenge behind their kind ('form:tide').
/// </param>
public readonly record struct Learnable(string Key)
{
    /// <summary>True for what lessons teach stage by stage; false for what is shown by signature alone.</summary>
    public bool IsStaged => !Key.Contains(':', StringComparison.Ordinal);

    /// <summary>True for a stored combination.</summary>
    public bool IsNumber => Learnables.IsNumber(Key);

    /// <summary>The words behind the kind; the key itself for everything else.</summary>
    public string Words => Key[(Key.IndexOf(':', StringComparison.Ordinal) + 1)..];

    /// <summary>The key of what only its own words name; longer than <see cref="Learnables.Longest"/> it is cut.</summary>
    public static Learnable OfWords(RequirementKind kind, string words)
    {
        var key = $"{kind.ToString().ToLowerInvariant()}:{NameKey.Of(words)}";
        return new Learnable(key.Length > Learnables.Longest ? key[..Learnables.Longest] : key);
    }
}
