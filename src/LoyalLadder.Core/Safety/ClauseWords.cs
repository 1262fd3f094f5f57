using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Safety;

/// <summary>What is written between two marks of a line, word by word, with what is said not to be done.</summary>
internal sealed class ClauseWords
{
    private static readonly HashSet<string> Denying =
    [
        "no",
        "not",
        "never",
        "without",
        "dont",
        "avoid",
        "skip",
        "instead",
        "nobody",
        "nothing",
        "leave",
        "cannot",
        "cant",
        "mustnt",
        "shouldnt",
    ];

    private static readonly HashSet<string> Turning = ["but", "only", "just", "then", "except"];

    private static readonly System.Buffers.SearchValues<char> Vowels = System.Buffers.SearchValues.Create("aeiouy");

    private ClauseWords(List<string> words)
    {
        Words = words.ConvertAll(Stem);
        IsDenied = new bool[words.Count];
        var denied = false;
        for (var i = 0; i < words.Count; i++)
        {
            if (Turning.Contains(words[i]))
                denied = false;
            IsDenied[i] = denied;
            denied |= Denying.Contains(words[i]);
        }
    }

    /// <summary>Plain and in the singular.</summary>
    public List<string> Words { get; }

    /// <summary>For each word, whether it stands behind a 'no' or a 'never'.</summary>
    public bool[] IsDenied { get; }

    /// <summary>The clauses of a text; empty ones are left out.</summary>
    public static IEnumerable<ClauseWords> Of(string text) =>
        text.Split([',', ';', ':', '.', '|', '(', ')', '[', ']', '/', '\u2013', '\u2014', '\n', '!', '?'])
            .SelectMany(part => part.Split(" - ").SelectMany(p => p.Split("--")))
            .Select(NameKey.Words)
            .Where(words => words.Count > 0)
            .Select(words => new ClauseWords(words));

    /// <summary>
    /// The beginning of a word that its forms share: 'bridge', 'bridging' and 'bridged' are one. A short word keeps its silent e, and
    /// gets it back: 'choking' is 'choke', 'spinning' is 'spin', and neither has to do with 'spine'.
    /// </summary>
    public static string Stem(string word)
    {
        if (word is { Length: > 4 } && word.EndsWith('e'))
            return IsShort(word.AsSpan(0, word.Length - 1)) ? word : word[..^1];
        var stem = word switch
        {
            { Length: > 5 } when word.EndsWith("ing", StringComparison.Ordinal) => word[..^3],
            { Length: > 5 } when word.EndsWith("ed", StringComparison.Ordinal) => word[..^2],
            _ => word,
        };
        if (stem.Length < word.Length && IsShort(stem))
            return $"{stem}e";
        if (!stem.AsSpan().ContainsAny(Vowels))
            return word;
        var isDoubled =
            stem.Length > 3 && stem.Length < word.Length - 1 && stem[^1] == stem[^2] && stem[^1] is not ('l' or 's');
        return isDoubled ? stem[..^1] : stem;
    }

    /// <summary>One vowel and one consonant behind it: what is written so in the middle of a form had a silent e at its end.</summary>
    private static bool IsShort(ReadOnlySpan<char> stem) =>
        stem.Length > 2
        && stem.Count('a') + stem.Count('e') + stem.Count('i') + stem.Count('o') + stem.Count('u') == 1
        && Vowels.Contains(stem[^2])
        && stem[^1] is not ('w' or 'x' or 'y')
        && !Vowels.Contains(stem[^1]);

    /// <summary>Whether a word begins a denial.</summary>
    public static bool Denies(string word) => Denying.Contains(word);

    /// <summary>Whether a word of a rule stands at a place; a star ends the beginning of a word.</summary>
    public static bool Is(string word, string rule) =>
        rule.EndsWith('*') ? word.StartsWith(rule.AsSpan(0, rule.Length - 1), StringComparison.Ordinal) : word == rule;

    /// <summary>Where the words of a rule stand one behind the other, from a place on; -1 when they do not.</summary>
    public int Find(IReadOnlyList<string> rule, int from)
    {
        for (var at = from; at + rule.Count <= Words.Count; at++)
            if (Stands(rule, at))
                return at;
        return -1;
    }

    private bool Stands(IReadOnlyList<string> rule, int at)
    {
        for (var i = 0; i < rule.Count; i++)
            if (!Is(Words[at + i], rule[i]))
                return false;
        return true;
    }
}
