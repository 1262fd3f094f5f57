using System.Buffers;
using System.Collections.Frozen;
using System.Globalization;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// Reads the words of a lesson line as moves. Words in the notation of combinations are read as such; else names divided by
/// commas, arrows, 'then', <c>&amp;</c>, <c>+</c> or a slash, or simply one after the other. Never fails: what it does not know
/// stays as an element without a technique.
/// </summary>
public sealed partial class MoveReader(Vocabulary vocabulary)
{
    private readonly MoveNames _names = new(vocabulary);
    private readonly NotationReader _notation = new(vocabulary);

    /// <summary>Words after which a line only says where, with what or from what: 'front kick to the shield'.</summary>
    private static readonly FrozenSet<string> Trailers = new[]
    {
        "to",
        "on",
        "at",
        "with",
        "from",
        "for",
        "off",
        "in",
        "against",
        "unless",
        "while",
        "until",
        "only",
        "using",
        "into",
        "light",
        "easy",
        "hard",
        "holding",
    }.ToFrozenSet();

    private static readonly FrozenSet<string> Fillers = new[]
    {
        "and",
        "the",
        "a",
        "then",
        "your",
        "some",
        "step",
    }.ToFrozenSet();

    /// <summary>The moves in some words; <see cref="Combination.Nothing"/> for blank text.</summary>
    public Combination Read(string words)
    {
        if (!vocabulary.Named.IsEmpty && vocabulary.Named.TryGetValue(NameKey.Of(words), out var named))
            return Combination.Of(named.Counts);
        if (words.AsSpan().ContainsAny(Signs) && _notation.Read(words) is { Combination: { } written })
            return written;
        if (StoredNumber().Match(words) is { Success: true } number)
            return Numbered(number.Value, words[number.Length..]);
        return InRow(words);
    }

    /// <summary>The technique that a name means to this reader, or null when nobody or several know it.</summary>
    public Technique? Named(string name) => _names.Only(NameKey.Of(name));

    /// <summary>
    /// '#14 to the shield' is the stored combination, with words about it; where the words are a combination of their own, or
    /// nothing is stored under the number, the words count.
    /// </summary>
    private Combination Numbered(string number, string words)
    {
        var said = _notation.Read(words).Combination ?? InRow(words);
        if (said.IsKnown && said.Counts.Count > 1)
            return said;
        return vocabulary.Find(number.Trim().TrimEnd(':', '.')) is { } stored ? Combination.Of(stored.Counts) : said;
    }

    private Combination InRow(string words)
    {
        var counts = new List<Count>();
        foreach (var (piece, joint) in Pieces(WithoutLabel(words)))
            Add(counts, Elements(piece), joint);
        return counts.Count == 0 ? Combination.Nothing : Combination.Of(counts);
    }

    /// <summary>Characters that only the notation gives a meaning to.</summary>
    private static readonly SearchValues<char> Signs = SearchValues.Create("([|&+#123456789");

    private enum Joint
    {
        NextCount,
        SameCount,
        SameBeat,
    }

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
                counts[last] = new Count([
                    .. counts[last].Beats.SkipLast(1),
                    new Beat([.. counts[last].Beats[^1].Elements, element]),
                ]);
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
            if (HasWords(piece))
                yield return (piece, joint);
            joint = divider.ValueSpan.Trim() switch
            {
                "&" => Joint.SameCount,
                "+" => Joint.SameBeat,
                _ => Joint.NextCount,
            };
            start = divider.Index + divider.Length;
        }
        if (HasWords(text[start..]))
            yield return (text[start..], joint);
    }

    private static bool HasWords(string piece) =>
        piece.AsSpan().IndexOfAnyInRange('A', 'z') >= 0 || piece.Any(char.IsLetterOrDigit);

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
        if (Figures().IsMatch(bare))
            return [.. bare.Split('-').Select(Figure)];
        var words = NameKey.Words(bare);
        if (words.Count == 0)
            return [];
        var row = Row(words);
        if (row is null)
            return
            [
                new Element(null, Side.None)
                {
                    Words = bare,
                    Level = level,
                    Landing = landing,
                },
            ];
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
            if (MoveNames.LevelWords.TryGetValue(said, out var aimed))
                level = aimed;
            landing = said switch
            {
                "land forward" => Landing.Forward,
                "land back" => Landing.Back,
                "return" => Landing.Return,
                _ => landing,
            };
        }
        return (level, landing);
    }

    private Element Figure(string figure) =>
        vocabulary.Figure(int.Parse(figure, CultureInfo.InvariantCulture))
        ?? new Element(null, Side.None) { Words = figure };

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
            if (_names.One(words, at) is var (element, used) && element is not null)
            {
                found.Add(element);
                at += used;
            }
            else if (found.Count > 0 && Trailers.Contains(words[at]))
                break;
            else if (Fillers.Contains(words[at]))
                at++;
            else
                return null;
        }
        return found.Count == 0 ? null : found;
    }

    [GeneratedRegex(
        @"->|=>|,|;|\||&|\+|\s+/\s+|(?<=\p{L})/(?=\p{L})|\bthen\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Divider();

    [GeneratedRegex(@"^[^:.,|&+]{1,40}[:.]\s+(?=\S)", RegexOptions.CultureInvariant)]
    private static partial Regex Label();

    [GeneratedRegex(@"\((?<in>[^()]*)\)?|\[[^\]]*\]?", RegexOptions.CultureInvariant)]
    private static partial Regex Brackets();

    [GeneratedRegex("^[1-9](-[1-9]){1,11}$", RegexOptions.CultureInvariant)]
    private static partial Regex Figures();

    [GeneratedRegex(@"^\s*#[\p{L}\d][\p{L}\d-]{0,11}\s*[:.]?\s*", RegexOptions.CultureInvariant)]
    private static partial Regex StoredNumber();
}
