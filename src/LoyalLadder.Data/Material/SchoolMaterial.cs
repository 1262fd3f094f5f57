using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.ComponentModel;
using System.Text.Json;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Material;

/// <summary>A numbered combination with what its notation means; null where it cannot be read any more.</summary>
public sealed record StoredMoves(NumberedCard Row, Combination? Moves, Combination? OtherMoves);

/// <summary>
/// What a school teaches: the catalogue with its own techniques, its punch numbers and its numbered combinations, and the
/// readers, writers and tracers over them. Immutable; made anew when any of it changes.
/// </summary>
[ImmutableObject(true)]
public sealed class SchoolMaterial
{
    /// <summary>Rows of sheets remembered as read: those that a busy school has open.</summary>
    private const int MostRows = 20_000;

    private readonly ConcurrentDictionary<NamingSchool, SheetReader> _sheets = new();
    private readonly ConcurrentDictionary<NamingSchool, NotationReader> _notations = new();
    private readonly ConcurrentDictionary<NamingSchool, Tracer> _tracers = new();
    private readonly ConcurrentDictionary<(NamingSchool Naming, string Text), IReadOnlyList<SheetEntry>> _rows = new();
    private int _rowsHeld;
    private readonly Vocabulary _vocabulary;

    public SchoolMaterial(
        Catalogue shipped,
        NameCustoms customs,
        IEnumerable<string> own,
        string numbers,
        IReadOnlyList<NumberedCard> combinations,
        IEnumerable<(string Word, string Means)> words
    )
    {
        (Catalogue, Problem) = Joined(shipped, customs, own);
        var generic = new Vocabulary(Catalogue, NamingSchool.Generic)
        {
            Numbers = NumbersOf(numbers, Catalogue) ?? Vocabulary.UsualNumbers,
            MyCount = customs.HasFlag(NameCustoms.MyCountIsACall) ? Pace.Called : Pace.Counted,
        };
        generic = WithStored(generic, combinations);
        _vocabulary = generic with
        {
            Named = combinations
                .Where(c => generic.Find(c.Number) is not null)
                .DistinctBy(c => NameKey.Of(c.Name))
                .Where(c => NameKey.Of(c.Name).Length > 0)
                .ToImmutableDictionary(c => NameKey.Of(c.Name), c => Vocabulary.NumberKey(c.Number)),
        };
        _vocabulary = _vocabulary with { Words = WordsOf(words, _vocabulary) };
        var reader = new NotationReader(_vocabulary);
        Combinations =
        [
            .. combinations
                .OrderBy(c => c.Kind)
                .ThenBy(c => SortKey(c.Number), StringComparer.Ordinal)
                .Select(c => new StoredMoves(
                    c,
                    generic.Find(c.Number),
                    c.OtherReading is { } other ? reader.Read(other).Combination : null
                )),
        ];
    }

    public Catalogue Catalogue { get; }

    /// <summary>Why the school's own techniques are left out; null while all is well.</summary>
    public string? Problem { get; }

    public IReadOnlyList<StoredMoves> Combinations { get; }

    public Vocabulary Words(NamingSchool naming) => _vocabulary with { Naming = naming };

    public SheetReader Sheets(NamingSchool naming) => _sheets.GetOrAdd(naming, n => new SheetReader(Words(n)));

    public NotationReader Notation(NamingSchool naming) =>
        _notations.GetOrAdd(naming, n => new NotationReader(Words(n)));

    public Tracer Tracer(NamingSchool naming) => _tracers.GetOrAdd(naming, n => new Tracer(Catalogue, n));

    public StoredMoves? Find(string number) =>
        Combinations.FirstOrDefault(c => Vocabulary.NumberKey(c.Row.Number) == Vocabulary.NumberKey(number));

    /// <summary>Everything that is done in a stored combination, by its key; nothing for everything else.</summary>
    public IEnumerable<string> PartsOf(string learnable) =>
        Learnables.IsNumber(learnable) && Find(learnable)?.Moves is { } moves ? Learnables.Of(moves) : [];

    /// <summary>The words of everything except one number and what is built with it, for reading a change of that number.</summary>
    public Vocabulary WordsWithout(string number, NamingSchool naming)
    {
        var key = Vocabulary.NumberKey(number);
        return Words(naming) with
        {
            Stored = _vocabulary.Stored.RemoveRange(
                _vocabulary.Stored.Where(s => s.Key == key || Calls(s.Value, key)).Select(s => s.Key)
            ),
        };
    }

    private static bool Calls(Combination combination, string key) =>
        combination.Groups.Any(g => g.Phrases.Any(p => Calls(p, key)));

    private static bool Calls(Phrase phrase, string key) =>
        phrase switch
        {
            StoredCall call => call.Number == key || Calls(call.Stored, key),
            Repeat repeat => repeat.Phrases.Any(p => Calls(p, key)),
            _ => false,
        };

    /// <summary>The entries of a stored row of a sheet.</summary>
    public IReadOnlyList<SheetEntry> Row(string text, NamingSchool naming)
    {
        if (_rows.TryGetValue((naming, text), out var held))
            return held;
        var read = Sheets(naming).ReadEntries(text);
        // rarely more than a school has open: begun anew rather than sorted by age
        if (Interlocked.Increment(ref _rowsHeld) > MostRows)
        {
            Interlocked.Exchange(ref _rowsHeld, 0);
            _rows.Clear();
        }
        _rows[(naming, text)] = read;
        return read;
    }

    /// <summary>Punch numbers as the school writes them: names with commas between. Null when they cannot be read.</summary>
    public static ImmutableArray<(string Technique, Side Side)>? NumbersOf(string numbers, Catalogue catalogue)
    {
        if (string.IsNullOrWhiteSpace(numbers))
            return Vocabulary.UsualNumbers;
        var read = new NotationReader(new Vocabulary(catalogue, NamingSchool.Generic)).Read(numbers).Combination;
        if (
            read is null
            || read.Counts.Count is 0 or > 9
            || read.Counts.Any(c => c.Beats.Count > 1 || c.Beats[0].Elements.Count > 1)
        )
            return null;
        return [.. read.Elements.Select(e => (e.Technique!.Id, e.Side))];
    }

    private static (Catalogue Catalogue, string? Problem) Joined(
        Catalogue shipped,
        NameCustoms customs,
        IEnumerable<string> own
    )
    {
        try
        {
            return (
                CatalogueFile.With(shipped, NameCustomRows.Of(shipped, customs).Concat(own.Select(TechniqueRow.Parse))),
                null
            );
        }
        catch (Exception e) when (e is CatalogueException or JsonException)
        {
            return (shipped, e.Message);
        }
    }

    /// <summary>Words of the school's own; one whose meaning is no longer known says nothing.</summary>
    private static ImmutableDictionary<string, ImmutableArray<Element>> WordsOf(
        IEnumerable<(string Word, string Means)> words,
        Vocabulary vocabulary
    )
    {
        var reader = new MoveReader(vocabulary);
        return words
            .Select(w => (Key: NameKey.Of(w.Word), Moves: reader.Read(w.Means)))
            .Where(w => w.Key.Length > 0 && w.Moves.IsKnown)
            .DistinctBy(w => w.Key)
            .ToImmutableDictionary(w => w.Key, w => w.Moves.Elements.ToImmutableArray());
    }

    /// <summary>Reads the stored notations; those that call others by number come after them, and circles are left out.</summary>
    private static Vocabulary WithStored(Vocabulary words, IReadOnlyList<NumberedCard> combinations)
    {
        var open = combinations.ToList();
        for (var before = open.Count + 1; open.Count > 0 && open.Count < before; )
        {
            before = open.Count;
            var reader = new NotationReader(words);
            var read = open.Select(c => (Row: c, reader.Read(c.Notation).Combination))
                .Where(c => c.Combination is not null)
                .ToList();
            words = words with
            {
                Stored = words.Stored.SetItems(
                    read.Select(r => KeyValuePair.Create(Vocabulary.NumberKey(r.Row.Number), r.Combination!))
                ),
                FormSeconds = words.FormSeconds.SetItems(
                    read.Where(r => r.Row.Kind == CombinationKind.Form)
                        .Select(r =>
                            KeyValuePair.Create(
                                Vocabulary.NumberKey(r.Row.Number),
                                r.Row.FormSeconds ?? Forms.Seconds(r.Combination!)
                            )
                        )
                ),
            };
            open.RemoveAll(c => read.Exists(r => r.Row == c));
        }
        return words;
    }

    /// <summary>'2' before '14', 'SD-4' before 'SD-11'.</summary>
    private static string SortKey(string number) => string.Concat(number.Split('-').Select(p => p.PadLeft(12, ' ')));
}
