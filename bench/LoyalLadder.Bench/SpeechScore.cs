using System.Text.Json;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Bench;

/// <summary>How one line of a corpus was read.</summary>
public enum Understanding
{
    /// <summary>Every move and the dose are as they should be.</summary>
    Exact,

    /// <summary>Not exact, and shown as not understood.</summary>
    Marked,

    /// <summary>Not exact, and shown as understood.</summary>
    SilentlyWrong,
}

/// <summary>A line that was not read exactly.</summary>
public sealed record Miss(string Line, Understanding How, string Expected, string Read);

/// <summary>
/// Compares how typed lines are read with what they mean. A corpus has a JSON object a line: "line" and "items" (or several
/// acceptable "or"), an item "moves", "dose" and "unknown".
/// </summary>
public sealed class SpeechScore
{
    private sealed record Item(string Moves, string? Dose, bool IsUnknown)
    {
        public override string ToString() =>
            $"{(Moves.Length == 0 ? "-" : Moves)} | {Dose ?? "no dose"}{(IsUnknown ? " ?" : "")}";
    }

    private readonly SheetReader _reader;
    private readonly List<Miss> _misses = [];

    private SpeechScore(SheetReader reader) => _reader = reader;

    public int Lines { get; private set; }
    public int Exact { get; private set; }
    public int Marked => _misses.Count(m => m.How == Understanding.Marked);
    public int SilentlyWrong => _misses.Count(m => m.How == Understanding.SilentlyWrong);
    public IReadOnlyList<Miss> Misses => _misses;

    /// <summary>Scores a corpus; blank lines are passed over.</summary>
    public static SpeechScore Of(IEnumerable<string> corpus, SheetReader reader)
    {
        var score = new SpeechScore(reader);
        foreach (var line in corpus.Where(l => l.Trim().Length > 0))
            score.Take(line);
        return score;
    }

    /// <summary>
    /// How many lines of a corpus read the same after changes that change nothing; each line is changed in one way at a time, or in
    /// two. Prints the shares by kind of change, and some that were read otherwise.
    /// </summary>
    public static (int Same, int All) Changed(
        IEnumerable<string> corpus,
        SheetReader reader,
        int count,
        Action<string>? told = null
    )
    {
        var lines = corpus
            .Where(l => l.Trim().Length > 0)
            .Select(l =>
            {
                using var json = JsonDocument.Parse(l);
                return json.RootElement.GetProperty("line").GetString()!;
            })
            .ToList();
        var random = new Random(11);
        var byKind = new SortedDictionary<string, (int Same, int All)>(StringComparer.Ordinal);
        var (same, all) = (0, 0);
        for (var tries = 0; all < count && tries < count * 20; tries++)
        {
            var line = lines[random.Next(lines.Count)];
            var (kind, change) = ChangedLines.All[random.Next(ChangedLines.All.Count)];
            var changed = change(line, random);
            if (changed == line)
                continue;
            var (before, after) = (Items(line), Items(changed));
            var isSame = before.SequenceEqual(after);
            all++;
            same += isSame ? 1 : 0;
            var so = byKind.GetValueOrDefault(kind);
            byKind[kind] = (so.Same + (isSame ? 1 : 0), so.All + 1);
            if (!isSame)
                told?.Invoke($"{kind}: {changed}\n    {string.Join("; ", before)}\n    {string.Join("; ", after)}");
        }
        foreach (var (kind, (good, of)) in byKind)
            told?.Invoke(
                string.Create(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"= {kind, -12} {good} of {of} ({100.0 * good / of:0.0} %)"
                )
            );
        return (same, all);

        List<Item> Items(string text) => [.. reader.Read(text).Plan.Lines.Select(ItemOf)];
    }

    private void Take(string json)
    {
        using var document = JsonDocument.Parse(json);
        var root = document.RootElement;
        var line = root.GetProperty("line").GetString()!;
        List<List<Item>> accepted = root.TryGetProperty("or", out var or)
            ? [.. or.EnumerateArray().Select(Expected)]
            : [Expected(root.GetProperty("items"))];
        var lines = _reader.Read(line).Plan.Lines.ToList();
        var read = lines.ConvertAll(ItemOf);
        Lines++;
        if (accepted.Exists(items => items.SequenceEqual(read)))
            Exact++;
        else
            _misses.Add(
                new Miss(
                    line,
                    lines.Count == 0 || lines.Exists(l => !l.IsUnderstood)
                        ? Understanding.Marked
                        : Understanding.SilentlyWrong,
                    string.Join("  OR  ", accepted.Select(a => string.Join("; ", a))),
                    string.Join("; ", read)
                )
            );
    }

    private List<Item> Expected(JsonElement items) =>
        [
            .. items
                .EnumerateArray()
                .Select(i => new Item(
                    string.Join(" + ", i.GetProperty("moves").EnumerateArray().Select(m => m.GetString())),
                    i.GetProperty("dose").GetString() is { } dose ? Plain(DoseOf(dose)) : null,
                    i.TryGetProperty("unknown", out var unknown) && unknown.GetBoolean()
                )),
        ];

    private Dose? DoseOf(string dose) =>
        _reader.ReadEntries($"\"x\" {dose}") is [LessonLine { Dose: { } read }]
            ? read
            : throw new FormatException($"'{dose}' is no dose.");

    /// <summary>Doses are compared as read: no pace is steady.</summary>
    private static string? Plain(Dose? dose) =>
        // the corpora have one word for what is done slowly and what is walked through
        dose is null
            ? null
            : SheetWriter
                .Write(dose)
                .Replace(" steady", "", StringComparison.Ordinal)
                .Replace(" slow", " walk", StringComparison.Ordinal);

    private static Item ItemOf(LessonLine line) =>
        new(
            string.Join(" + ", line.Moves.Elements.Where(e => e.Technique is not null).Select(Move)),
            Plain(line.Dose),
            !line.IsUnderstood
        );

    private static string Move(Element element)
    {
        var side =
            element.IsSideSaid && element.Side != Side.None ? element.Side.ToString().ToLowerInvariant() + " " : "";
        var level = element.Level is { } said ? $" ({said.ToString().ToLowerInvariant()})" : "";
        var id = element.Technique!.Id;
        return $"{side}{id}{level}";
    }
}
