using System.Collections.Concurrent;
using System.Collections.Frozen;
using System.Globalization;
using System.Numerics;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Core.Words;

namespace LoyalLadder.Core.Speech;

/// <summary>
/// Words as they were meant: minutes and seconds behind their signs, usual shortenings, and slips of the fingers. What is put
/// right is written back, so that a sheet shows 'front kick' where 'front kik' was typed.
/// </summary>
internal sealed partial class TypedWords
{
    /// <summary>Words that are tried for one that nobody knows.</summary>
    private const int MostTries = 5;

    /// <summary>A line with more unknown words is another language, not mistyped.</summary>
    private const int MostUnknown = 4;

    private readonly Vocabulary _vocabulary;
    private readonly FrozenSet<string> _amounts;
    private readonly FrozenDictionary<string, double> _lexicon;
    private readonly ILookup<(char First, int Length), (string Word, int Letters)> _byLetter;
    private readonly ILookup<int, (string Word, int Letters)> _byLength;
    private readonly ILookup<string, string> _bySound;
    private readonly ConcurrentDictionary<string, IReadOnlyList<(string Word, double Cost)>> _near = new(
        StringComparer.Ordinal
    );

    public TypedWords(Vocabulary vocabulary, IReadOnlyCollection<string> doseWords)
    {
        _vocabulary = vocabulary;
        var lexicon = new Dictionary<string, double>(StringComparer.Ordinal);
        _amounts = doseWords
            .Where(w => w.Length >= LeastAmount && w.All(char.IsLetter))
            .ToFrozenSet(StringComparer.Ordinal);
        foreach (var word in doseWords.Concat(SpokenWords.Everything).Concat(CommonWords.All))
            lexicon.TryAdd(word, 0);
        foreach (var technique in vocabulary.Catalogue.All)
        foreach (var (school, names) in technique.Names)
        foreach (var word in names.SelectMany(Written))
        {
            var cost = school is NamingSchool.Generic || school == vocabulary.Naming ? 0.1 : CostElsewhere;
            lexicon[word] = Math.Min(cost, lexicon.GetValueOrDefault(word, cost));
        }
        _lexicon = lexicon.Where(w => w.Key.Length > 0).ToFrozenDictionary(StringComparer.Ordinal);
        _byLetter = _lexicon.Keys.ToLookup(w => (w[0], w.Length), w => (w, Letters(w)));
        _byLength = _lexicon.Keys.ToLookup(w => w.Length, w => (w, Letters(w)));
        _bySound = _lexicon.Keys.ToLookup(Spelling.Sound);
    }

    /// <summary>The words of a name, and each in the plural.</summary>
    private static IEnumerable<string> Written(string name) =>
        LettersOf().Matches(name.ToLowerInvariant()).Select(m => m.Value).SelectMany(w => new[] { w, w + "s" });

    /// <summary>A line with signs and shortenings written out.</summary>
    public string Tidy(string text)
    {
        var plain = HalfNumber().Replace(text, "$1.$2");
        plain = TwoStrokes().Replace(plain, " sec");
        plain = OneStroke().Replace(plain, " min");
        plain = BareSeconds().Replace(plain, "$1s");
        if (plain.Count(c => c == '"') % 2 == 1)
            plain = Inches().Replace(plain, " sec");
        plain = Hours().Replace(plain, InMinutes);
        return Word().Replace(plain, m => WrittenOut(m.Value) ?? AsAmount(m.Value) ?? m.Value);
    }

    private static string InMinutes(Match hours) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{(Figure(hours.Groups[1]) * 60) + (hours.Groups[2].Success ? Figure(hours.Groups[2]) : 0)} min"
        );

    private static int Figure(Group digits) => int.Parse(digits.ValueSpan, CultureInfo.InvariantCulture);

    private string? WrittenOut(string word)
    {
        var typed = word.ToLowerInvariant();
        if (Shortenings.Of(typed) is not { } means)
            return null;
        if (Shortenings.IsJoint(typed))
            return means;
        var key = NameKey.Of(typed);
        return _vocabulary.Catalogue.IsWord(key) || _vocabulary.Words.ContainsKey(key) ? null : means;
    }

    /// <summary>
    /// A slip in a word of amounts ('alternting', 'secnds') is put right at once: among known moves it would pass for a remark, and the
    /// line for another amount.
    /// </summary>
    private string? AsAmount(string word)
    {
        if (word.Length < LeastAmount || IsKnown(word))
            return null;
        return Near(word) is [{ Cost: <= 1 } first, ..] && _amounts.Contains(first.Word) ? first.Word : null;
    }

    private const int LeastAmount = 5;

    public bool IsKnown(string word)
    {
        var typed = word.ToLowerInvariant().Replace("'", "", StringComparison.Ordinal);
        return typed.Length < 3
            || typed.Any(char.IsDigit)
            || _lexicon.TryGetValue(typed, out var cost) && cost < CostElsewhere
            || SpokenWords.IsSpoken(typed)
            || (
                _vocabulary.Words.Count > 0
                && _vocabulary.Words.Keys.Any(k => k.Contains(NameKey.Of(typed), StringComparison.Ordinal))
            );
    }

    /// <summary>
    /// The line with slips put right, where that makes it better understood: words are taken one after the other, each becomes
    /// the nearest known word with which least stays unknown.
    /// </summary>
    /// <param name="text">The line, tidied.</param>
    /// <param name="unknown">How much of a line is not understood; 0 for nothing.</param>
    public string Mended(string text, Func<string, int> unknown)
    {
        var strange = Word()
            .Matches(text)
            .Select(m => m.Value)
            .Where(w => !IsKnown(w))
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .ToList();
        if (strange.Count is 0 or > MostUnknown)
            return text;
        var left = unknown(text);
        if (strange.Count > 1)
        {
            // halves of one name ('mountian climbres') are understood only together
            var all = strange.Aggregate(
                text,
                (line, word) =>
                    Near(word) is [{ Cost: <= MostAmongOthers } first, ..] ? Replaced(line, word, first.Word) : line
            );
            if (all != text && unknown(all) is var less && less < left)
                (text, left) = (all, less);
        }
        foreach (var word in strange)
        {
            if (left == 0)
                break;
            (text, left) = WithWord(text, word, left, strange.Count > 1, unknown);
        }
        return text;
    }

    /// <summary>The line with one strange word taken for the known one with which least stays unknown.</summary>
    private (string Text, int Left) WithWord(
        string text,
        string word,
        int left,
        bool isOneOfMany,
        Func<string, int> unknown
    )
    {
        var best = text;
        foreach (var (meant, cost) in Near(word))
        {
            // several strange words are rather another language than as many slips
            if (cost > MostAmongOthers && isOneOfMany)
                continue;
            // a word of another naming ('mawashi') is no slip for one of a third
            if (_lexicon.ContainsKey(word.ToLowerInvariant()) && _lexicon[meant] >= CostElsewhere)
                continue;
            var tried = Replaced(text, word, meant);
            var less = unknown(tried);
            // an ordinary word says nothing of what is done: it is taken only where all is understood then
            if (
                less < left
                && (
                    less == 0
                    || (cost <= MostAmongOthers && !CommonWords.All.Contains(meant) && !SpokenWords.IsSpoken(meant))
                )
            )
                (best, left) = (tried, less);
        }
        return (best, left);
    }

    /// <summary>A word of another naming than the reader's own.</summary>
    private const double CostElsewhere = 0.6;

    private static string Replaced(string text, string word, string meant) =>
        Regex.Replace(text, $@"(?<![\p{{L}}]){Regex.Escape(word)}(?![\p{{L}}])", meant, RegexOptions.CultureInvariant);

    /// <summary>Known words near to a strange one, the nearest first.</summary>
    private IReadOnlyList<(string Word, double Cost)> Near(string word)
    {
        var typed = word.ToLowerInvariant().Replace("'", "", StringComparison.Ordinal);
        if (typed.Length > LongestWord)
            return [];
        if (_near.TryGetValue(typed, out var near))
            return near;
        near = [.. Nearest(typed)];
        // strange words come again while a sheet is edited; a great many of them are no sheet
        if (_near.Count < MostKept)
            _near[typed] = near;
        return near;
    }

    private const int MostKept = 5_000,
        MostLonger = 6;

    private IEnumerable<(string Word, double Cost)> Nearest(string typed)
    {
        var letters = Letters(typed);
        var alike = Enumerable
            .Range(Math.Max(1, typed.Length - 2), MostLonger)
            .SelectMany(length => _byLetter[(typed[0], length)])
            .Where(w => IsNear(letters, w.Letters, typed.Length >= Spelling.LeastForTwo ? 4 : 2));
        var others =
            typed.Length > 5
                ? Enumerable
                    .Range(typed.Length - 1, 3)
                    .SelectMany(length => _byLength[length])
                    .Where(w => w.Word[0] != typed[0] && IsNear(letters, w.Letters, 2))
                : [];
        return alike
            .Concat(others)
            .Select(w => w.Word)
            .Concat(_bySound[Spelling.Sound(typed)])
            .Distinct(StringComparer.Ordinal)
            .Select(known => (Word: known, Cost: Spelling.Cost(typed, known) + _lexicon[known]))
            .Where(w => w.Cost is not null)
            .OrderBy(w => w.Cost)
            .ThenBy(w => Math.Abs(w.Word.Length - typed.Length))
            .ThenBy(w => w.Word, StringComparer.Ordinal)
            .Take(MostTries)
            .Select(w => (w.Word, w.Cost!.Value));
    }

    /// <summary>Few letters differ, or all that were typed are in the word: most words are ruled out before they are compared.</summary>
    private static bool IsNear(int typed, int known, int most) =>
        BitOperations.PopCount((uint)(typed ^ known)) <= most || (typed & ~known) == 0;

    /// <summary>Which letters a word has, a bit each.</summary>
    private static int Letters(string word) => word.Aggregate(0, (bits, c) => bits | (1 << ((c - 'a') & 31)));

    private const int LongestWord = 24;

    /// <summary>What a slip may cost in a line in which other words are strange as well.</summary>
    private const double MostAmongOthers = 1.15;

    [GeneratedRegex(@"\p{L}+", RegexOptions.CultureInvariant)]
    private static partial Regex LettersOf();

    [GeneratedRegex(@"(?<![\p{L}\d#'/-])\p{L}+(?:/\p{L}+)?(?:'\p{L}+)?(?![\p{L}\d'])", RegexOptions.CultureInvariant)]
    private static partial Regex Word();

    /// <summary>'1,5 min' is one and a half.</summary>
    [GeneratedRegex(
        @"(?<![\d,])(\d),(5|25|75)(?=\s*(?:m|min|mins|minutes?|')(?![\p{L}]))",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex HalfNumber();

    [GeneratedRegex(@"(?<=\d)\s?''", RegexOptions.CultureInvariant)]
    private static partial Regex TwoStrokes();

    [GeneratedRegex(@"(?<=\d)'(?![\p{L}\d'])", RegexOptions.CultureInvariant)]
    private static partial Regex OneStroke();

    [GeneratedRegex("(?<=\\d)\"(?![\\p{L}\\d])", RegexOptions.CultureInvariant)]
    private static partial Regex Inches();

    /// <summary>':45' without minutes before it.</summary>
    [GeneratedRegex(@"(?<![\d\p{L}:]):(\d{2})(?![\d:\p{L}])", RegexOptions.CultureInvariant)]
    private static partial Regex BareSeconds();

    [GeneratedRegex(
        @"(?<![\d.,:])([1-3])\s?h(?:\s?([0-5]\d))?(?![\p{L}\d])",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Hours();
}
