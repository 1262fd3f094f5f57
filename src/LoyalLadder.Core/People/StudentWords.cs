using System.Text.RegularExpressions;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.People;

/// <summary>A word of a line.</summary>
/// <param name="Text">As typed.</param>
/// <param name="Field">The field that it stands in, from 0.</param>
internal sealed record StudentWord(string Text, int Field)
{
    /// <summary>As words are compared.</summary>
    public string Key { get; } = NameKey.Of(Text);

    public bool IsNumber => Text.All(char.IsDigit);

    /// <summary>One letter, or two with a point.</summary>
    public bool IsInitial => Text.Count(char.IsLetter) is var n && (n == 1 || (n == 2 && Text.EndsWith('.')));

    public bool IsShouted => Text.Count(char.IsLetter) > 2 && !Text.Any(char.IsLower);
}

/// <summary>A line taken apart: what belongs to no name is left out, the rest are words in fields.</summary>
internal sealed partial record StudentWords(List<StudentWord> Words, string LeftOut, bool HasComma)
{
    /// <summary>Words that say what others are, and nothing themselves.</summary>
    internal static readonly HashSet<string> Noise =
    [
        "belt",
        "rank",
        "grade",
        "level",
        "clas",
        "class",
        "group",
        "and",
        "in",
        "the",
        "track",
        "joins",
        "join",
    ];

    /// <summary>Words for a step between two colours.</summary>
    internal static readonly HashSet<string> Steps = ["stripe", "tip", "tag", "bar"];

    public static StudentWords Of(string line)
    {
        var leftOut = new List<string>();
        var text = Take(Address(), line, Say("an address"), leftOut);
        text = Take(Day(), text, Say("a date"), leftOut);
        text = Take(LongNumber(), text, Say("a number"), leftOut);
        text = Take(Age(), text, Say("an age"), leftOut);
        text = Bullet().Replace(text, "");
        var words = new List<StudentWord>();
        var field = 0;
        foreach (Match match in Piece().Matches(text))
            if (match.Groups["cut"].Success)
                field++;
            else if (!Noise.Contains(match.Value.ToLowerInvariant()) && NameKey.Of(match.Value).Length > 0)
                words.Add(
                    new StudentWord(match.Value.Trim('-', '.', '\''), field) is var w && match.Value.EndsWith('.')
                        ? w with
                        {
                            Text = w.Text + ".",
                        }
                        : w
                );
        return new StudentWords(
            words,
            string.Join(Say(" and "), leftOut),
            text.Contains(',', StringComparison.Ordinal)
        );
    }

    private static string Take(Regex what, string text, string name, List<string> leftOut)
    {
        if (!what.IsMatch(text))
            return text;
        leftOut.Add(name);
        return what.Replace(text, " ");
    }

    [GeneratedRegex(@"\S+@\S+")]
    private static partial Regex Address();

    [GeneratedRegex(@"\b\d{1,4}[./-]\d{1,2}[./-]\d{1,4}\b")]
    private static partial Regex Day();

    [GeneratedRegex(@"\+?\d[\d ()/-]{4,}\d")]
    private static partial Regex LongNumber();

    /// <summary>'9 yrs', 'aged 9', '9 y/o': how old somebody is belongs to nobody's list here.</summary>
    [GeneratedRegex(
        @"\b(?:aged?\s*:?\s*)?\d{1,2}\s*(?:years?|yrs?|yo|y/o|y\.o\.)(?:\s+old)?\b\.?|\baged?\s*:?\s*\d{1,2}\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Age();

    [GeneratedRegex(@"^\s*(?:\d{1,3}\s*[.)\]:]|[-–•*·>]|\[[ x]?\])\s*")]
    private static partial Regex Bullet();

    /// <summary>A word, or what stands between two fields.</summary>
    [GeneratedRegex(@"(?<cut>[\t,;|/()\[\]=:+&]|\s[-–—>]+\s|->)|[\p{L}\p{M}][\p{L}\p{M}'’.\-]*|\d+")]
    private static partial Regex Piece();

    private static readonly HashSet<string> FirstHeads = ["first", "given", "forename", "christian"];
    private static readonly HashSet<string> LastHeads = ["surname", "last", "family", "lastname"];
    private static readonly HashSet<string> OtherHeads =
    [
        "name",
        "initial",
        "student",
        "belt",
        "rank",
        "grade",
        "class",
        "group",
        "track",
        "no",
        "nr",
    ];

    /// <summary>Where first names and surnames stand, if a line says so as the headings of a table do; null where it does not.</summary>
    public static (int First, int Last)? Heads(string line)
    {
        var fields = line.Split('\t', ',', ';', '|');
        var words = fields.Select(f => f.Trim().ToLowerInvariant().Split(' ', '_', '-')).ToList();
        var isHeads = words.TrueForAll(f =>
            f.All(w => w.Length == 0 || FirstHeads.Contains(w) || LastHeads.Contains(w) || OtherHeads.Contains(w))
        );
        if (!isHeads || fields.Length < 2)
            return null;
        return (words.FindIndex(f => f.Any(FirstHeads.Contains)), words.FindIndex(f => f.Any(LastHeads.Contains)));
    }
}
