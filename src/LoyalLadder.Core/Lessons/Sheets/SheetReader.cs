using System.Text;
using System.Text.RegularExpressions;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Layout;
using LoyalLadder.Core.Speech;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>What came of reading a sheet.</summary>
/// <param name="Plan">The lesson; empty when the text was refused.</param>
/// <param name="Lines">For each entry of the plan the line of the text it came from, from 1.</param>
/// <param name="Refusal">Why the text could not be read at all, with what to do; null when it was read.</param>
public sealed record SheetReading(LessonPlan Plan, Sequence<int> Lines, string? Refusal = null);

/// <summary>
/// Reads lesson sheets as instructors write them. Pasting a whole sheet, typing a line and importing a file all come
/// through here. Nothing that was typed is dropped: what is not understood stays as a free line, what takes no time as a note.
/// </summary>
public sealed partial class SheetReader
{
    public const int MostBytes = 200_000;
    public const int MostLines = 400;

    /// <summary>A line of so many characters that says no amount may go on in the next one.</summary>
    internal const int WrapsFrom = 55;

    private readonly MoveReader _moves;
    private readonly LineReader _lines;

    private readonly LayoutModel _layout;

    public SheetReader(Vocabulary vocabulary)
        : this(vocabulary, LayoutModel.Shipped) { }

    /// <summary>A reader that tells the lines of a page apart in another way than the one that ships.</summary>
    internal SheetReader(Vocabulary vocabulary, LayoutModel layout)
    {
        _layout = layout;
        Vocabulary = vocabulary;
        _moves = new MoveReader(vocabulary);
        _lines = new LineReader(vocabulary, _moves);
    }

    /// <summary>What words mean to this reader.</summary>
    public Vocabulary Vocabulary { get; }

    /// <summary>A reader to which a word means a name; null where nobody knows the name.</summary>
    public SheetReader? With(string word, string name)
    {
        var moves = _moves.Read(name);
        return moves.IsKnown
            ? new SheetReader(
                Vocabulary with
                {
                    Words = Vocabulary.Words.SetItem(NameKey.Of(word), [.. moves.Elements]),
                }
            )
            : null;
    }

    /// <summary>Reads a whole sheet.</summary>
    public SheetReading Read(string text)
    {
        if (Refusal(text) is { } refusal)
            return new SheetReading(new LessonPlan(LessonHead.Empty, []), [], refusal);
        var typed = Typed.Lines(text);
        if (typed.Count <= 1 || IsOurs(typed))
            return new Reading(this).Run(typed);
        var lines = Typed.Plain(text, "\t").Split('\n').SelectMany(Typed.Pieces).ToList();
        return new Reading(this).Run(SheetLayout.Of(lines, Look, _layout));
    }

    /// <summary>
    /// A sheet that the program wrote says its class above everything that is done; its lines are what they are
    /// marked as.
    /// </summary>
    private static bool IsOurs(List<TypedLine> typed) =>
        typed.Take(2).Any(l => l.Text.StartsWith("class: ", StringComparison.Ordinal) && !l.HasBullet);

    /// <summary>
    /// Reads one stored entry: a heading, a note, or a line with the group versions indented below it. More than one entry
    /// comes back when several things with doses of their own were typed.
    /// </summary>
    public IReadOnlyList<SheetEntry> ReadEntries(string text) =>
        new Reading(this) { HeadIsRead = true }
            .Run(Typed.Lines(text))
            .Plan.Entries;

    /// <summary>What a line of a page looks like to the reader of lines.</summary>
    internal LineLook Look(PageLine line)
    {
        var things = _lines.Read(line.Doing);
        return new LineLook(
            things.Sum(t => t.Moves.Elements.Count(e => e.Technique is not null)),
            things.Exists(t => t.Dose is not null),
            things.TrueForAll(t => t.IsUnderstood),
            things is [{ Dose: TimedDose }],
            _lines.WorkShare(line.Doing)
        );
    }

    /// <summary>Says why a text cannot be a sheet; null when it can.</summary>
    public static string? Refusal(string text)
    {
        if (text.Length > MostBytes || Encoding.UTF8.GetByteCount(text) > MostBytes)
            return Say(
                $"This is {text.Length / 1000:N0} kB; a sheet may have {MostBytes / 1000} kB. Paste one lesson at a time."
            );
        var controls = text.Count(c =>
            (char.IsControl(c) && c is not '\r' and not '\n' and not '\t' and not '\f') || c == '�'
        );
        if (controls > 0 && controls * 50 > text.Length)
            return Say("This is not text. Open the sheet in its own program, copy the words and paste them here.");
        var lines = text.AsSpan().Trim().Count('\n') + 1;
        return lines > MostLines
            ? Say($"This has {lines} lines; a sheet may have {MostLines}. Paste one lesson at a time.")
            : null;
    }

    [GeneratedRegex(
        @"^(?<key>note|notes|nb|bring|remember|kit|subject|focus|aim|theme|class)\s*:\s*(?<said>.*)$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex KeyLine();

    [GeneratedRegex(@"^(?<group>\p{L}[\p{L}\d .+'-]{0,23}):\s+(?<said>\S.*)$", RegexOptions.CultureInvariant)]
    private static partial Regex VersionLine();

    [GeneratedRegex(
        @"^(?:beginners?|advanced|seniors?|juniors?|white|yellow|orange|green|blue|purple|brown|black|red|higher "
            + @"grades?|lower grades?|new starters?)(?: belts?)?(?: and up)?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex GroupWords();

    [GeneratedRegex(
        @"^(?<words>[^(]*?)\s*(?:\((?<said>[^)]*)\)?|,?\s*(?<said>(?:in pairs|with (?:a )?partners?)\b.*))?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex HeadingWords();

    [GeneratedRegex(
        @"^(?:thanks?|thank you|cheers|hi|hello|dear|see you|good luck|have fun|remind|reminder)\b(?!.*\bbow\b)",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Greeting();

    /// <summary>'(10 min)' at the end of a heading.</summary>
    [GeneratedRegex(@"\s*\((?<n>\d{1,3}) min\)$", RegexOptions.CultureInvariant)]
    private static partial Regex BookedMinutes();

    [GeneratedRegex(@"\([^)]*\)", RegexOptions.CultureInvariant)]
    private static partial Regex Bracketed();

    [GeneratedRegex(
        @"^(?<n>\d{1,2})\s+(?=\p{L})(?!(?:s|secs?|seconds?|mins?|minutes?|x|sets?|reps?|rounds?(?!\s+(?:kick|"
            + @"house))|times|lengths?|laps?)\b)",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Ordinal();
}
