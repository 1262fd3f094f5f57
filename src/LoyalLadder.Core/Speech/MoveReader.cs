using System.Buffers;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Speech;

/// <summary>
/// Reads the words of a lesson line as moves. Words in the notation of combinations are read as such; else as speech, name
/// after name. Never fails: what it does not know stays as an element without a technique.
/// </summary>
public sealed partial class MoveReader(Vocabulary vocabulary)
{
    private readonly NotationReader _notation = new(vocabulary);

    /// <summary>Characters that only the notation gives a meaning to.</summary>
    private static readonly SearchValues<char> Signs = SearchValues.Create("([|#");

    internal MoveFinder Moves { get; } = new(vocabulary);

    /// <summary>The moves in some words; <see cref="Combination.Nothing"/> for blank text.</summary>
    public Combination Read(string words)
    {
        if (words.StartsWith('#') && _notation.Read(words) is { Combination: { } written })
            return written;
        if (StoredNumber().Match(words) is { Success: true } number)
            return Numbered(number.Value, words[number.Length..]);
        var key = vocabulary.Named.Count == 0 ? "" : NameKey.Of(words);
        // what the catalogue calls so is never shadowed by the name of something stored
        return
            vocabulary.Named.TryGetValue(key, out var named)
            && Named(words) is null
            && vocabulary.Call(named) is { } call
            ? Whole(call)
            : Spoken(words);
    }

    /// <summary>The technique that a name means to this reader, or null when nobody or several know it.</summary>
    public Technique? Named(string name) => Moves.Names.Only(NameKey.Of(name));

    /// <summary>The moves in words as they are said, 'one two', 'jab cross hook'.</summary>
    /// <returns>Null where one of them is not known.</returns>
    public Combination? ReadSpoken(string words)
    {
        if (words.Length > NotationReader.MostCharacters)
            return null;
        var said = Spoken(words);
        return said.IsKnown && said.BeatCount <= Combination.MostBeats ? said : null;
    }

    /// <summary>
    /// Words that were mistyped by a letter, put right: each that no name has becomes one that a name has, and what comes out has to be
    /// known as a whole.
    /// </summary>
    /// <returns>Null where nothing was mistyped, or nothing that is known comes out.</returns>
    public Combination? Mended(string words)
    {
        if (words.Length > NotationReader.MostCharacters)
            return null;
        var typed = _words.Value.Tidy(words);
        var mended = _words.Value.Mended(typed, tried => ReadSpoken(tried) is null ? 1 : 0);
        return mended == words ? null : ReadSpoken(mended);
    }

    private readonly Lazy<TypedWords> _words = new(() => new TypedWords(vocabulary, []));

    private Combination Spoken(string words)
    {
        if (words.AsSpan().ContainsAny(Signs) && _notation.Read(words) is { Combination: { } written })
            return written;
        return new SpeechReader(vocabulary, Moves, words).Read();
    }

    /// <summary>
    /// '#14 to the shield' is the stored combination, with words about it; where the words are a combination of their own, or
    /// nothing is stored under the number, the words count.
    /// </summary>
    private Combination Numbered(string number, string words)
    {
        var said = Spoken(words);
        if (said.IsKnown && said.Counts.Count > 1)
            return said;
        return vocabulary.Call(number.Trim().TrimEnd(':', '.')) is { } call ? Whole(call) : said;
    }

    private static Combination Whole(StoredCall call) => new([new CountGroup([call])]);

    [GeneratedRegex(@"^\s*#[\p{L}\d][\p{L}\d-]{0,11}\s*[:.]?\s*", RegexOptions.CultureInvariant)]
    private static partial Regex StoredNumber();
}
