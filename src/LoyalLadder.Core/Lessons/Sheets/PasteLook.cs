using System.Text.RegularExpressions;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>A stretch of a typed line.</summary>
/// <param name="Text">As typed.</param>
/// <param name="IsUnread">No word of it was understood.</param>
public readonly record struct TypedRun(string Text, bool IsUnread);

/// <summary>A typed line beside what it became.</summary>
/// <param name="Number">In the text, from 1.</param>
/// <param name="Typed">The line in stretches; joined they are what was typed.</param>
/// <param name="Entries">Indexes among the plan's entries; empty for a line that tells of the lesson or goes with another.</param>
public sealed record PastedLine(int Number, Sequence<TypedRun> Typed, Sequence<int> Entries);

/// <summary>A typed sheet line by line beside the lesson that was read: every word is accounted for, or marked as unread.</summary>
public static partial class PasteLook
{
    public static IReadOnlyList<PastedLine> Of(string text, SheetReading reading)
    {
        var entries = reading.Lines.Select((line, entry) => (line, entry)).ToLookup(e => e.line, e => e.entry);
        var rows = new List<PastedLine>();
        var unread = UnreadWords.None;
        var isWholeUnread = false;
        foreach (var (typed, index) in text.ReplaceLineEndings("\n").Split('\n').Select((t, i) => (t, i)))
        {
            var own = entries[index + 1].ToSequence();
            // a line without an entry of its own goes with the one above: a wrap, a version, a part of a circuit
            if (!own.IsEmpty)
            {
                var lines = own.Select(i => reading.Plan.Entries[i]).OfType<LessonLine>().ToList();
                isWholeUnread = lines.Exists(l => l.Problem is not null);
                unread = UnreadWords.Of(lines);
            }
            else if (typed.AsSpan().Trim().IsEmpty)
                (isWholeUnread, unread) = (false, UnreadWords.None);
            var runs = isWholeUnread && !own.IsEmpty ? [new TypedRun(typed, true)] : Runs(typed, unread);
            rows.Add(new PastedLine(index + 1, runs, own));
        }
        return rows;
    }

    private static Sequence<TypedRun> Runs(string typed, UnreadWords unread)
    {
        var runs = new List<TypedRun>();
        var at = 0;
        foreach (Match word in Word().Matches(typed))
        {
            if (!unread.Has(word.Value))
                continue;
            if (word.Index > at)
                runs.Add(new TypedRun(typed[at..word.Index], false));
            runs.Add(new TypedRun(word.Value, true));
            at = word.Index + word.Length;
        }
        if (at < typed.Length || runs.Count == 0)
            runs.Add(new TypedRun(typed[at..], false));
        return runs.ToSequence();
    }

    /// <summary>The words of a line that nobody understood.</summary>
    /// <param name="words">As they stand, capitals aside.</param>
    /// <param name="figures">Those that are a number: the reader takes 'x10' and '30s' apart; the number in them tells them again.</param>
    private sealed class UnreadWords(HashSet<string> words, HashSet<string> figures)
    {
        public static readonly UnreadWords None = new([], []);

        public static UnreadWords Of(IEnumerable<LessonLine> lines)
        {
            var words = lines
                .SelectMany(l => l.Moves.Elements.Concat(l.Versions.SelectMany(v => v.Line.Moves.Elements)))
                .Where(e => e.Technique is null)
                .SelectMany(e => Word().Matches(e.Words).Select(m => m.Value))
                .ToHashSet(StringComparer.OrdinalIgnoreCase);
            return new UnreadWords(words, [.. words.Where(w => w.All(char.IsAsciiDigit))]);
        }

        public bool Has(string typed) =>
            words.Contains(typed)
            || (figures.Count > 0 && figures.Contains(string.Concat(typed.Where(char.IsAsciiDigit))));
    }

    [GeneratedRegex(@"[\p{L}\p{N}][\p{L}\p{N}'\u2019-]*", RegexOptions.CultureInvariant)]
    private static partial Regex Word();
}
