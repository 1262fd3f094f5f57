using System.Collections.Frozen;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Combinations;

/// <summary>What a name stands for: usually one technique, with a side or level where the name itself says it.</summary>
/// <param name="Moves">At least one.</param>
/// <param name="Used">How many words the name took.</param>
internal readonly record struct NameMatch(IReadOnlyList<Element> Moves, int Used)
{
    public bool IsNone => Used == 0;
}

/// <summary>The words of a text as they are compared, and the names that were already looked for among them.</summary>
internal sealed class WordRow
{
    private readonly string?[] _keys;
    private readonly NameMatch?[] _longest;
    private NameMatch[]? _path;

    public WordRow(IEnumerable<string?> keys)
    {
        _keys = [.. keys];
        _longest = new NameMatch?[_keys.Length];
    }

    public int Count => _keys.Length;

    /// <summary>The key of a word; null where a name ends.</summary>
    public string? this[int at] => _keys[at];

    public bool Has(Predicate<string?> which) => Array.Exists(_keys, which);

    /// <summary>The longest name at a word, looked for once.</summary>
    public NameMatch Longest(int at, Func<NameMatch> find) => at < Count ? _longest[at] ??= find() : default;

    /// <summary>The move at each word on the best way through all of them, looked for once.</summary>
    public NameMatch Move(int at, Func<NameMatch[]> find) => at < Count ? (_path ??= find())[at] : default;
}

/// <summary>
/// Finds names in a row of words: the longest first, two names written as one word taken apart.
/// </summary>
internal sealed class NameFinder
{
    /// <summary>Names with commas inside them ('hands up, loud stop, step away') have at least so many words.</summary>
    private const int LongName = 4;

    /// <summary>No two names are longer than this together; a longer word is none of them, and is not tried letter by letter.</summary>
    private const int LongestSplit = 60;

    /// <summary>Names that say more than a technique: (technique, side, level) in order.</summary>
    private static readonly (string Name, (string Id, Side Side, Level? Level)[] Moves)[] Phrases =
    [
        ("high kick", [("round-kick", Side.None, Level.Head)]),
        ("head kick", [("round-kick", Side.None, Level.Head)]),
        ("body kick", [("round-kick", Side.None, Level.Body)]),
        ("middle kick", [("round-kick", Side.None, Level.Body)]),
        ("mid kick", [("round-kick", Side.None, Level.Body)]),
        ("double punch", [("jab", Side.None, null), ("cross", Side.None, null)]),
        ("check hook", [("hook", Side.None, null), ("pivot", Side.None, null)]),
        ("shuffle forward and back", [("slide-in", Side.None, null), ("slide-back", Side.None, null)]),
        ("slide forward and back", [("slide-in", Side.None, null), ("slide-back", Side.None, null)]),
        ("step forward and back", [("step-in", Side.None, null), ("step-back", Side.None, null)]),
        ("step in and out", [("step-in", Side.None, null), ("step-back", Side.None, null)]),
        ("shuffle in and out", [("slide-in", Side.None, null), ("slide-back", Side.None, null)]),
        ("check", [("shin-check", Side.None, null)]),
    ];

    private readonly Vocabulary _vocabulary;
    private readonly FrozenDictionary<string, IReadOnlyList<Element>> _phrases;
    private readonly FrozenSet<string> _beginnings;

    public NameFinder(Vocabulary vocabulary)
    {
        _vocabulary = vocabulary;
        var phrases = Phrases
            .Where(p => p.Moves.All(m => vocabulary.Catalogue.Find(m.Id) is not null))
            .ToDictionary(
                p => NameKey.Of(p.Name),
                p =>
                    (IReadOnlyList<Element>)
                        [.. p.Moves.Select(m => Move(vocabulary.Catalogue.Find(m.Id)!) with { Level = m.Level })],
                StringComparer.Ordinal
            );
        foreach (var (word, moves) in vocabulary.Words)
            if (Only(word) is null)
                phrases.TryAdd(word, moves);
        _phrases = phrases.ToFrozenDictionary(StringComparer.Ordinal);
        _beginnings = _phrases
            .Keys.SelectMany(key => Enumerable.Range(1, key.Length).Select(length => key[..length]))
            .ToFrozenSet(StringComparer.Ordinal);
    }

    public static Element Move(Technique technique) => new(technique, technique.DefaultSide);

    /// <summary>The one technique that a key means; null when nobody or several know it.</summary>
    public Technique? Only(string key) =>
        _vocabulary.Catalogue.Resolve(key, _vocabulary.Naming) is [var only] ? only : null;

    /// <summary>
    /// The words as they are compared: null where a name ends, a comma where only a long name goes on.
    /// </summary>
    public static WordRow Keys(IReadOnlyList<Token> tokens)
    {
        var keys = new string?[tokens.Count];
        for (var i = 0; i < keys.Length; i++)
            keys[i] = tokens[i] switch
            {
                { Kind: TokenKind.Word, Attached: true } unit
                    when i > 0 && tokens[i - 1].IsNumber && DoseWords.IsUnit(unit.Text) => null,
                { Kind: TokenKind.Word } word => NameKey.Of(word.Text),
                { Kind: TokenKind.Number } number => number.Text,
                { Text: "&" } => "and",
                { Text: "/", Attached: true } => "",
                { Text: "," } => ",",
                _ => null,
            };
        return new WordRow(keys);
    }

    /// <summary>The longest name that begins at a word.</summary>
    public NameMatch Longest(WordRow words, int at) => words.Longest(at, () => Find(words, at, null));

    /// <summary>Every name that begins at a word, the shortest first.</summary>
    public IReadOnlyList<NameMatch> All(WordRow words, int at)
    {
        var all = new List<NameMatch>();
        Find(words, at, all);
        return all;
    }

    private NameMatch Find(WordRow words, int at, List<NameMatch>? all)
    {
        NameMatch best = default;
        var key = "";
        var commas = 0;
        for (var i = at; i < words.Count && words[i] is { } word; i++)
        {
            if (word.Length == 0 || word == ",")
            {
                commas += word == "," ? 1 : 0;
                if (i == at)
                    break;
                continue;
            }
            // 'knees L' are knees on the left, not the beginning of 'kneel'
            if (i > at && word is "l" or "r" or "x")
                break;
            var longer = key + word;
            if (!IsBeginning(longer) && InWords(word) is { } said && IsBeginning(key + said))
                longer = key + said;
            if (!IsBeginning(longer))
            {
                if (i == at && Split(word) is { } two)
                {
                    all?.Add(new NameMatch(two, 1));
                    return new NameMatch(two, 1);
                }
                break;
            }
            key = longer;
            if (commas > 0 && i - at + 1 - commas < LongName)
                continue;
            if (Known(key) is not { } moves || (i == at && IsPlainWord(words, at)))
                continue;
            best = new NameMatch(moves, i - at + 1);
            all?.Add(best);
        }
        return best;
    }

    /// <summary>'each round', 'round the hall' are no kick, 'good form' and 'form up' no form.</summary>
    private static bool IsPlainWord(WordRow words, int at)
    {
        var before = at > 0 ? words[at - 1] ?? "" : "";
        var behind = at + 1 < words.Count ? words[at + 1] ?? "" : "";
        return words[at] switch
        {
            "round" when at == 0 && behind.Length == 0 && words.Count > 1 => true,
            "round" => NoKickBefore.Contains(before)
                || (before.Length > 0 && char.IsAsciiDigit(before[0]))
                || SpokenWords.Determiners.Contains(behind)
                || behind is "hall" or "room",
            "form" => before is "good" or "nice" or "proper" or "strict" or "clean" or "correct" or "best" or "perfect"
                || behind is "up" or "in" or "a" or "two",
            "cross" => SpokenWords.Determiners.Contains(behind),
            "straight" => behind is "into" or "back" or "to" or "after" or "away" or "on" or "leg" or "arm" or "line"
                || before is "leg" or "arm" or "back" or "stay" or "keep" or "bring",
            // 'slip your gloves on', 'hook your foot': somebody's own is what the verb is done to
            _ => behind is "your" or "their" or "my" or "his" or "her" or "our",
        };
    }

    /// <summary>Behind these 'round' is a time or a way, no kick.</summary>
    private static readonly FrozenSet<string> NoKickBefore = new[]
    {
        "each",
        "every",
        "per",
        "going",
        "go",
        "the",
        "new",
        "last",
        "first",
        "next",
        "all",
        "one",
        "this",
        "right",
        "way",
        "min",
        "minute",
        "sec",
        "second",
        "turn",
    }.ToFrozenSet();

    /// <summary>'2 hand push' is called 'two hand push'.</summary>
    private static string? InWords(string number) =>
        number switch
        {
            "1" => "one",
            "2" => "two",
            "3" => "three",
            _ => null,
        };

    /// <summary>Some name has the word.</summary>
    public bool IsNameWord(string word) => _vocabulary.Catalogue.IsWord(word);

    private bool IsBeginning(string key) => _vocabulary.Catalogue.IsBeginning(key) || _beginnings.Contains(key);

    private IReadOnlyList<Element>? Known(string key)
    {
        if (_phrases.TryGetValue(key, out var phrase))
            return phrase;
        return Only(key) is { } technique ? [Move(technique)] : null;
    }

    /// <summary>'jabcross': two names without a blank.</summary>
    private IReadOnlyList<Element>? Split(string word)
    {
        if (word.Length > LongestSplit)
            return null;
        for (var cut = 3; cut <= word.Length - 3; cut++)
            if (Known(word[..cut]) is [var first] && Known(word[cut..]) is [var second])
                return [first, second];
        return null;
    }
}
