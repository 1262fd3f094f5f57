using System.Collections.Frozen;
using System.Collections.Immutable;

namespace LoyalLadder.Core.Techniques;

/// <summary>All techniques, found by id or under any of their names. Immutable; one instance serves everybody.</summary>
public sealed class Catalogue
{
    private readonly FrozenDictionary<string, Technique> _byId;
    private readonly FrozenDictionary<(NamingSchool, string), Technique> _bySchool;
    private readonly FrozenDictionary<string, ImmutableArray<Technique>> _byName;
    private readonly FrozenSet<string> _beginnings;
    private readonly FrozenDictionary<char, ImmutableArray<string>> _words;
    private readonly ImmutableArray<(string Key, string Name, NamingSchool School, Technique Technique)> _names;

    /// <summary>Takes techniques that <see cref="CatalogueFile"/> has validated.</summary>
    internal Catalogue(IEnumerable<Technique> techniques)
    {
        All = [.. techniques];
        _byId = All.ToFrozenDictionary(t => t.Id, StringComparer.Ordinal);
        _names = [.. from t in All from s in t.Names from n in s.Value select (NameKey.Of(n), n, s.Key, t)];
        _bySchool = _names.ToFrozenDictionary(n => (n.School, n.Key), n => n.Technique);
        _byName = _names
            .GroupBy(n => n.Key, StringComparer.Ordinal)
            .ToFrozenDictionary(
                g => g.Key,
                g => g.Select(n => n.Technique).Distinct().ToImmutableArray(),
                StringComparer.Ordinal
            );
        _beginnings = _byName
            .Keys.SelectMany(key => Enumerable.Range(1, key.Length).Select(length => key[..length]))
            .ToFrozenSet(StringComparer.Ordinal);
        _words = _names
            .SelectMany(n => NameKey.Words(n.Name))
            .Distinct(StringComparer.Ordinal)
            .GroupBy(w => w[0])
            .ToFrozenDictionary(g => g.Key, g => g.ToImmutableArray());
    }

    /// <summary>A catalogue that knows nothing.</summary>
    public static Catalogue Empty { get; } = new([]);

    public ImmutableArray<Technique> All { get; }

    /// <summary>Some name begins with a key.</summary>
    internal bool IsBeginning(string key) => _beginnings.Contains(key);

    /// <summary>The words that names are made of, by their first letter.</summary>
    internal ImmutableArray<string> WordsBeginningWith(char letter) => _words.GetValueOrDefault(letter, []);

    /// <summary>Whether a word stands in some name.</summary>
    internal bool IsWord(string key) => key.Length > 0 && WordsBeginningWith(key[0]).Contains(key);

    public Technique? Find(string id) => _byId.GetValueOrDefault(id);

    /// <summary>
    /// What a name means to a reader: their own naming school first, then the common names, else a unique match elsewhere.
    /// Empty when nobody knows it, several when it is ambiguous.
    /// </summary>
    /// <param name="key">A name as made by <see cref="NameKey.Of"/>.</param>
    /// <param name="reader">The reader's naming school.</param>
    public ImmutableArray<Technique> Resolve(string key, NamingSchool reader)
    {
        if (_bySchool.TryGetValue((reader, key), out var own))
            return [own];
        if (_bySchool.TryGetValue((NamingSchool.Generic, key), out var common))
            return [common];
        return _byName.GetValueOrDefault(key, []);
    }

    /// <summary>The easier version that is named, else what it is built on within its family; null for none.</summary>
    public Technique? EasierThan(Technique technique) =>
        technique.Easier is { } named
            ? Find(named)
            : technique.BuildsOn.Select(Find).FirstOrDefault(t => t?.Family == technique.Family);

    /// <summary>
    /// The harder version that is named, else its first upgrade, else what is built on it within its family; null for
    /// none.
    /// </summary>
    public Technique? HarderThan(Technique technique) =>
        technique.Harder is { } named ? Find(named)
        : technique.Upgrades is [var first, ..] ? Find(first)
        : StandingOn(technique.Id).FirstOrDefault(t => t.Family == technique.Family);

    /// <summary>Techniques that stand directly on this one.</summary>
    public IEnumerable<Technique> StandingOn(string id) => All.Where(t => t.BuildsOn.Contains(id));

    /// <summary>
    /// Search as one types: exact names first, then names that begin with the text, then those holding all its words.
    /// </summary>
    public IEnumerable<(Technique Technique, string Name)> Search(string text, NamingSchool reader)
    {
        var key = NameKey.Of(text);
        var words = NameKey.Words(text);
        if (key.Length == 0)
            return All.OrderBy(t => t.NameIn(reader), StringComparer.Ordinal).Select(t => (t, t.NameIn(reader)));
        return _names
            .Select(n => (Entry: n, Rank: Rank(n.Key)))
            .Where(n => n.Rank < int.MaxValue)
            .OrderBy(n => n.Rank)
            .ThenBy(n => n.Entry.School == reader ? 0 : 1)
            .ThenBy(n => n.Entry.Name.Length)
            .DistinctBy(n => n.Entry.Technique.Id)
            .Select(n => (n.Entry.Technique, n.Entry.Name));

        int Rank(string name)
        {
            if (name == key)
                return 0;
            if (name.StartsWith(key, StringComparison.Ordinal))
                return 1;
            return words.TrueForAll(w => name.Contains(w, StringComparison.Ordinal)) ? 2 : int.MaxValue;
        }
    }

    /// <summary>
    /// The names closest to something that was not understood, best first: those that the reader's own school and everybody
    /// uses, spelt nearly so or holding the same words; nothing that merely looks alike.
    /// </summary>
    public IEnumerable<string> Closest(string text, NamingSchool reader = NamingSchool.Generic, int count = 3)
    {
        var key = NameKey.Of(text);
        if (key.Length is 0 or > 60)
            return [];
        var words = NameKey.Words(text).Where(w => w.Length > 2).ToHashSet(StringComparer.Ordinal);
        return _names
            .Where(n => n.School == reader || n.School == NamingSchool.Generic)
            .Select(n => (n.Name, n.Technique.Id, n.School, Far: MatchDistance(key, words, n.Key, n.Name)))
            .Where(n => n.Far is not null)
            .OrderBy(n => n.Far)
            .ThenBy(n => n.School == reader ? 0 : 1)
            .ThenBy(n => n.Name.Length)
            .ThenBy(n => n.Name, StringComparer.Ordinal)
            .DistinctBy(n => n.Id)
            .Take(count)
            .Select(n => n.Name);
    }

    /// <summary>
    /// How far a name is from typed words: edits where it is spelt nearly so, then names that share words; null for
    /// all others.
    /// </summary>
    private static int? MatchDistance(string key, HashSet<string> words, string nameKey, string name)
    {
        // one letter in a short word, a third of a long one: 'tag' is no slip for 'jab'
        var slips = key.Length < 6 ? 1 : key.Length / 3;
        var edits = Math.Abs(key.Length - nameKey.Length) > slips ? int.MaxValue : Distance(key, nameKey);
        if (edits <= slips)
            return edits;
        var own = NameKey.Words(name);
        var shared = own.Count(words.Contains);
        return shared == 0 ? null : 100 + (10 * (words.Count - shared)) + own.Count - shared;
    }

    /// <summary>Edits (insert, remove, replace) that turn one key into the other.</summary>
    internal static int Distance(string a, string b)
    {
        Span<int> row = stackalloc int[b.Length + 1];
        for (var j = 0; j <= b.Length; j++)
            row[j] = j;
        for (var i = 1; i <= a.Length; i++)
        {
            var diagonal = row[0];
            row[0] = i;
            for (var j = 1; j <= b.Length; j++)
            {
                var above = row[j];
                row[j] = Math.Min(Math.Min(above, row[j - 1]) + 1, diagonal + (a[i - 1] == b[j - 1] ? 0 : 1));
                diagonal = above;
            }
        }
        return row[b.Length];
    }
}
