using System.Globalization;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What a press makes of a line that was not understood.</summary>
public enum RepairKind
{
    /// <summary>A word means a name, here and from now on.</summary>
    Means,

    /// <summary>The line is a heading.</summary>
    Heading,

    /// <summary>The line is a note.</summary>
    Note,

    /// <summary>The line reads so instead.</summary>
    Reads,
}

/// <summary>One way to understand a marked line.</summary>
/// <param name="Kind">What is done.</param>
/// <param name="Word">For <see cref="RepairKind.Means"/> the word as typed; else empty.</param>
/// <param name="Says">The name that the word means, or the line as it reads then.</param>
public sealed record Repair(RepairKind Kind, string Word, string Says);

/// <summary>The likeliest ways to understand what was not understood. Each was tried: with it the line is understood.</summary>
public static partial class LineRepairs
{
    /// <summary>More would have to be read one by one.</summary>
    public const int Most = 3;

    /// <summary>Names that are tried for a word.</summary>
    private const int MostNames = 2;

    private const int LongestHeading = 5;

    /// <summary>At most three, the likeliest first; none for a line that is understood.</summary>
    public static IReadOnlyList<Repair> Of(LessonLine line, SheetReader reader)
    {
        if (line.IsUnderstood)
            return [];
        var isDoseUnclear = line.Problem is not null || Unknown(line) is { } word && word.Any(char.IsAsciiDigit);
        var repairs = isDoseUnclear ? OtherDoses(line, reader) : Meanings(line, reader);
        return [.. repairs.Concat(NoWork(line)).Take(Most)];
    }

    /// <summary>'wibble' means 'floor jack', with the nearest names.</summary>
    private static IEnumerable<Repair> Meanings(LessonLine line, SheetReader reader)
    {
        if (Unknown(line) is not { } word || !MayBeWord(word, reader))
            return [];
        var vocabulary = reader.Vocabulary;
        return vocabulary
            .Catalogue.Closest(word, vocabulary.Naming)
            .Where(name =>
                IsSensible(word, name) && reader.With(word, name) is { } taught && IsUnderstood(line, taught)
            )
            .Take(MostNames)
            .Select(name => new Repair(RepairKind.Means, word, name));
    }

    /// <summary>
    /// Spelt nearly so, or with a word in common that is more than 'the' or 'kick'; a kick stays a kick. Nobody wants to read
    /// 'pull the leg' below 'wibble the rope'.
    /// </summary>
    private static bool IsSensible(string word, string name)
    {
        var (typed, known) = (NameKey.Words(word), NameKey.Words(name));
        if (typed.Exists(w => SpokenWords.HeadNouns.Contains(w) && !known.Contains(w)))
            return false;
        return !typed.Exists(known.Contains)
            || typed.Exists(w =>
                known.Contains(w) && !SpokenWords.HeadNouns.Contains(w) && !SpokenWords.Determiners.Contains(w)
            );
    }

    private static bool IsUnderstood(LessonLine line, SheetReader reader)
    {
        var read = reader.ReadEntries(new SheetWriter(reader).Write(line));
        return read.All(e => e is LessonLine { IsUnderstood: true });
    }

    /// <summary>Whether a word may get a meaning: letters, and nothing yet that it says.</summary>
    public static bool MayBeWord(string word, SheetReader reader) =>
        word.Length <= LongestWord
        && word.Count(char.IsLetter) >= LeastLetters
        && NameKey.Of(word).Length >= LeastLetters
        && reader.ReadEntries($"{word} 30s") is [LessonLine { IsUnderstood: false, Dose: TimedDose { Seconds: 30 } }];

    /// <summary>Longest word of a school's own.</summary>
    public const int LongestWord = 60;

    private const int LeastLetters = 3;

    /// <summary>The words that were not read, as typed, with what stands between them; null where none were.</summary>
    public static string? Unknown(LessonLine line)
    {
        if (line.Moves.Elements.FirstOrDefault(e => e.Technique is null)?.Words is not { Length: > 0 } words)
            return null;
        var pieces = words.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var from = line.Content.IndexOf(pieces[0], StringComparison.OrdinalIgnoreCase);
        var to = line.Content.IndexOf(pieces[^1], Math.Max(0, from), StringComparison.OrdinalIgnoreCase);
        return from < 0 || to < 0 ? words : line.Content[from..(to + pieces[^1].Length)];
    }

    /// <summary>Where the dose is unclear, the known moves with the first number as reps a side, as reps, as seconds.</summary>
    private static IEnumerable<Repair> OtherDoses(LessonLine line, SheetReader reader)
    {
        var known = line.Moves.Counts.Where(c => c.Beats.All(b => b.Elements.All(e => e.Technique is not null)));
        var moves = Combination.Of(known);
        if (moves.IsEmpty || FirstNumber().Match(line.Content) is not { Success: true } number)
            yield break;
        if (!int.TryParse(number.ValueSpan, CultureInfo.InvariantCulture, out var n))
            yield break;
        var content = moves.Elements.ToList() is [{ IsSideSaid: false, Technique: { } only }]
            ? only.NameIn(reader.Vocabulary.Naming)
            : NotationWriter.Write(moves, reader.Vocabulary.Naming);
        string[] doses = moves.IsExercise ? [$"x{n}", $"{n}s"] : [$"{n}/side", $"x{n}", $"{n}s"];
        foreach (var dose in doses.Where(d => n is > 0 and <= Dose.MostReps && (!d.EndsWith('s') || n >= 5)))
            if (reader.ReadEntries($"{content} {dose}") is [LessonLine { IsUnderstood: true } read])
                yield return new Repair(RepairKind.Reads, "", new SheetWriter(reader).Write(read));
    }

    /// <summary>A line without any dose may be a heading or a note.</summary>
    private static IEnumerable<Repair> NoWork(LessonLine line)
    {
        if (line.Dose is not null)
            yield break;
        if (line.Problem is null && NameKey.Words(line.Content).Count <= LongestHeading)
            yield return new Repair(RepairKind.Heading, "", line.Content);
        yield return new Repair(RepairKind.Note, "", line.Content);
    }

    [GeneratedRegex(@"\d+", RegexOptions.CultureInvariant)]
    private static partial Regex FirstNumber();
}
