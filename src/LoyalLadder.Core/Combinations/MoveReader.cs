using System.Collections.Frozen;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// Reads the words of a lesson line as moves: names divided by commas, arrows, 'then', <c>&amp;</c>, <c>+</c> or a slash, or
/// simply one after the other. Never fails: what it does not know stays as an element without a technique.
/// </summary>
public sealed partial class MoveReader(Catalogue catalogue, NamingSchool naming)
{
    private static readonly FrozenDictionary<string, Side> SideWords = new Dictionary<string, Side>
    {
        ["lead"] = Side.Lead, ["rear"] = Side.Rear, ["left"] = Side.Left, ["right"] = Side.Right, ["both"] = Side.Both,
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, Level> LevelWords = new Dictionary<string, Level>
    {
        ["head"] = Level.Head, ["high"] = Level.Head, ["jodan"] = Level.Head,
        ["body"] = Level.Body, ["mid"] = Level.Body, ["middle"] = Level.Body, ["chudan"] = Level.Body,
        ["leg"] = Level.Leg, ["low"] = Level.Leg, ["gedan"] = Level.Leg,
    }.ToFrozenDictionary();

    /// <summary>Words after which a line only says where, with what or from what: 'front kick to the shield'.</summary>
    private static readonly FrozenSet<string> Trailers =
        new[] { "to", "on", "at", "with", "from", "for", "off", "in", "against", "unless", "while", "until", "only", "using", "into", "light", "easy", "hard", "holding" }.ToFrozenSet();

    private static readonly FrozenSet<string> Fillers = new[] { "and", "the", "a", "then", "your", "some", "step" }.ToFrozenSet();

    /// <summary>The school's numbers for punches when they are called in figures.</summary>
    private static readonly (string Technique, Side Side)[] Numbers =
        [("jab", Side.Lead), ("cross", Side.Rear), ("hook", Side.Lead), ("hook", Side.Rear), ("uppercut", Side.Lead), ("uppercut", Side.Rear)];

    /// <summary>The moves in some words; <see cref="Combination.Nothing"/> for blank text.</summary>
    public Combination Read(string words)
    {
        var text = StoredNumber().Replace(words, "");
        text = WithoutLabel(text);
        var counts = new List<Count>();
        foreach (var (piece, joint) in Pieces(text)) Add(counts, Elements(piece), joint);
        return counts.Count == 0 ? Combination.Nothing : new Combination(counts.ToSequence());
    }

    /// <summary>The technique that a name means to this reader, or null when nobody or several know it.</summary>
    public Technique? Named(string name) => Only(NameKey.Of(name));

    private enum Joint { NextCount, SameCount, SameBeat }

    private static void Add(List<Count> counts, List<Element> elements, Joint joint)
    {
        foreach (var element in elements)
        {
            var last = counts.Count - 1;
            if (joint == Joint.NextCount || last < 0)
                counts.Add(new Count([new Beat([element])]));
            else if (joint == Joint.SameCount)
                counts[last] = new Count([.. counts[last].Beats, new Beat([element])]);
            else
                counts[last] = new Count([.. counts[last].Beats.SkipLast(1), new Beat([.. counts[last].Beats[^1].Elements, element])]);
            joint = Joint.NextCount;
        }
    }

    private static IEnumerable<(string Piece, Joint Joint)> Pieces(string text)
    {
        var start = 0;
        var joint = Joint.NextCount;
        foreach (Match divider in Divider().Matches(text))
        {
            var piece = text[start..divider.Index];
            if (HasWords(piece)) yield return (piece, joint);
            joint = divider.ValueSpan.Trim() switch { "&" => Joint.SameCount, "+" => Joint.SameBeat, _ => Joint.NextCount };
            start = divider.Index + divider.Length;
        }
        if (HasWords(text[start..])) yield return (text[start..], joint);
    }

    private static bool HasWords(string piece) => piece.AsSpan().IndexOfAnyInRange('A', 'z') >= 0 || piece.Any(char.IsLetterOrDigit);

    /// <summary>'Partner reaction: slip back, cross' and 'Break falls. Back fall' name the drill before saying its moves.</summary>
    private static string WithoutLabel(string text)
    {
        var match = Label().Match(text);
        return match.Success && NameKey.Words(match.Value).Count <= 4 ? text[match.Length..] : text;
    }

    /// <summary>The elements of a piece between two dividers: one name with its qualifiers, figures, or names in a row.</summary>
    private List<Element> Elements(string piece)
    {
        var (level, landing) = Qualifiers(piece);
        var bare = Brackets().Replace(piece, " ").Trim(' ', '"', '.', '!', '-', ':', ';', '?');
        if (Figures().IsMatch(bare)) return [.. bare.Split('-').Select(Figure)];
        var words = NameKey.Words(bare);
        if (words.Count == 0) return [];
        var row = Row(words);
        if (row is null) return [new Element(bare, null, Side.None, level, landing)];
        row[^1] = row[^1] with { Level = row[^1].Level ?? level, Landing = landing };
        return row;
    }

    private static (Level? Level, Landing? Landing) Qualifiers(string piece)
    {
        Level? level = null;
        Landing? landing = null;
        foreach (Match bracket in Brackets().Matches(piece))
        {
            var said = bracket.Groups["in"].Value.Trim().ToLowerInvariant();
            if (LevelWords.TryGetValue(said, out var aimed)) level = aimed;
            landing = said switch { "land forward" => Landing.Forward, "land back" => Landing.Back, "return" => Landing.Return, _ => landing };
        }
        return (level, landing);
    }

    private Element Figure(string figure)
    {
        var (id, side) = Numbers[int.Parse(figure, System.Globalization.CultureInfo.InvariantCulture) - 1];
        return new Element(figure, catalogue.Find(id), side);
    }

    /// <summary>
    /// Reads words as names in a row, the longest name first, each with its side or level words. Null unless all words are
    /// used up, a few fillers and a trailing 'to the shield' aside.
    /// </summary>
    private List<Element>? Row(List<string> words)
    {
        var found = new List<Element>();
        var at = 0;
        while (at < words.Count)
        {
            if (One(words, at) is var (element, used) && element is not null)
            {
                found.Add(element);
                at += used;
            }
            else if (found.Count > 0 && Trailers.Contains(words[at])) break;
            else if (Fillers.Contains(words[at])) at++;
            else return null;
        }
        return found.Count == 0 ? null : found;
    }

    private (Element? Element, int Used) One(List<string> words, int at)
    {
        var side = Side.None;
        Level? level = null;
        // as few words as possible go for side and level: in 'rear low kick' the name is 'low kick'
        for (var skip = 0; at + skip < words.Count; skip++)
        {
            if (Longest(words, at + skip) is ({ } technique, var used))
            {
                if (side == Side.None) side = SideAfter(words, at + skip + used, technique, ref used);
                return (new Element(Words(words, at, skip + used), technique, side, level), skip + used);
            }
            if (side == Side.None && SideWords.TryGetValue(words[at + skip], out var said)) side = said;
            else if (level is null && LevelWords.TryGetValue(words[at + skip], out var aimed)) level = aimed;
            else break;
        }
        return (null, 0);
    }

    private static string Words(List<string> words, int at, int count) => string.Join(' ', words.Skip(at).Take(count));

    /// <summary>'low kick left' says the side behind, at the end; else it is the technique's own.</summary>
    private static Side SideAfter(List<string> words, int at, Technique technique, ref int used)
    {
        if (at != words.Count - 1 || !SideWords.TryGetValue(words[at], out var side)) return technique.DefaultSide;
        used++;
        return side;
    }

    private (Technique? Technique, int Used) Longest(List<string> words, int at)
    {
        for (var length = Math.Min(catalogue.LongestName, words.Count - at); length > 0; length--)
        {
            var key = length == 1 ? words[at] : string.Concat(words.Skip(at).Take(length));
            if (Only(key) is { } technique) return (technique, length);
        }
        return (null, 0);
    }

    private Technique? Only(string key) => catalogue.Resolve(key, naming) is [var only] ? only : null;

    [GeneratedRegex(@"->|=>|,|;|\||&|\+|\s+/\s+|(?<=\p{L})/(?=\p{L})|\bthen\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Divider();

    [GeneratedRegex(@"^[^:.,|&+]{1,40}[:.]\s+(?=\S)", RegexOptions.CultureInvariant)]
    private static partial Regex Label();

    [GeneratedRegex(@"\((?<in>[^()]*)\)?|\[[^\]]*\]?", RegexOptions.CultureInvariant)]
    private static partial Regex Brackets();

    [GeneratedRegex("^[1-6](-[1-6]){1,11}$", RegexOptions.CultureInvariant)]
    private static partial Regex Figures();

    [GeneratedRegex(@"^\s*#[\p{L}\d][\p{L}\d-]{0,11}\s*[:.]?\s*", RegexOptions.CultureInvariant)]
    private static partial Regex StoredNumber();
}
