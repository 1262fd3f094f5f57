using System.Collections.Frozen;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>Finds moves in words: names in a row, the longest first, each with its side and level words.</summary>
internal sealed class MoveNames(Vocabulary vocabulary)
{
    public static readonly FrozenDictionary<string, Side> SideWords = new Dictionary<string, Side>
    {
        ["lead"] = Side.Lead,
        ["rear"] = Side.Rear,
        ["left"] = Side.Left,
        ["right"] = Side.Right,
        ["both"] = Side.Both,
    }.ToFrozenDictionary();

    public static readonly FrozenDictionary<string, Level> LevelWords = new Dictionary<string, Level>
    {
        ["head"] = Level.Head,
        ["high"] = Level.Head,
        ["jodan"] = Level.Head,
        ["body"] = Level.Body,
        ["mid"] = Level.Body,
        ["middle"] = Level.Body,
        ["chudan"] = Level.Body,
        ["leg"] = Level.Leg,
        ["low"] = Level.Leg,
        ["gedan"] = Level.Leg,
    }.ToFrozenDictionary();

    /// <summary>The one technique that a key means; null when nobody or several know it.</summary>
    public Technique? Only(string key) =>
        vocabulary.Catalogue.Resolve(key, vocabulary.Naming) is [var only] ? only : null;

    /// <summary>The move that begins at a word, and how many words it took; no element when there is none.</summary>
    public (Element? Element, int Used) One(List<string> words, int at)
    {
        var side = Side.None;
        Level? level = null;
        (Element? Element, int Used) best = default;
        // the reading that explains most words; among those the longest name: 'rear low kick' is a low kick, not a low kick kick
        for (var skip = 0; at + skip < words.Count; skip++)
        {
            if (Longest(words, at + skip) is ({ } technique, var used) && skip + used > best.Used)
            {
                var own = side == Side.None ? SideAfter(words, at + skip + used, technique, ref used) : side;
                best = (new Element(technique, own) { Level = level }, skip + used);
            }
            if (side == Side.None && SideWords.TryGetValue(words[at + skip], out var said))
                side = said;
            else if (level is null && LevelWords.TryGetValue(words[at + skip], out var aimed))
                level = aimed;
            else
                break;
        }
        return best;
    }

    /// <summary>'low kick left' says the side behind, at the end; else it is the technique's own.</summary>
    private static Side SideAfter(List<string> words, int at, Technique technique, ref int used)
    {
        if (at != words.Count - 1 || !SideWords.TryGetValue(words[at], out var side))
            return technique.DefaultSide;
        used++;
        return side;
    }

    private (Technique? Technique, int Used) Longest(List<string> words, int at)
    {
        for (var length = Math.Min(vocabulary.Catalogue.LongestName, words.Count - at); length > 0; length--)
        {
            var key = length == 1 ? words[at] : string.Concat(words.Skip(at).Take(length));
            if (Only(key) is { } technique)
                return (technique, length);
        }
        return (null, 0);
    }
}
