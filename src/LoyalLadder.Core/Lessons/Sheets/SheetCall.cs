using System.Text.RegularExpressions;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>A line that brings in what another sheet has: 'as in "Week 3 sheet 1", Floor drills'.</summary>
/// <param name="Title">Of the other sheet.</param>
/// <param name="Segment">The heading whose lines are meant; null for the whole sheet.</param>
public sealed partial record SheetCall(string Title, string? Segment)
{
    /// <summary>The call that a typed line is; null for every other line.</summary>
    public static SheetCall? Read(string line)
    {
        if (line.Length > Typed.LongestLine || Call().Match(line) is not { Success: true } match)
            return null;
        var segment = match.Groups["segment"].Value.Trim();
        return new SheetCall(match.Groups["title"].Value.Trim(), segment.Length == 0 ? null : segment);
    }

    /// <summary>The texts that are meant, from those of the other sheet; empty where it has no such heading.</summary>
    /// <param name="texts">The other sheet's entries in order, as it writes them.</param>
    public IReadOnlyList<string> Of(IReadOnlyList<string> texts)
    {
        if (Segment is null)
            return texts;
        var wanted = NameKey.Of(Segment);
        return
        [
            .. texts
                .SkipWhile(t => HeadingOf(t) is not { } name || NameKey.Of(name) != wanted)
                .Skip(1)
                .TakeWhile(t => HeadingOf(t) is null),
        ];
    }

    private static string? HeadingOf(string text) =>
        text.StartsWith("##", StringComparison.Ordinal) ? text.TrimStart('#') : null;

    [GeneratedRegex(
        "^\\s*(?:[-*\u2022]\\s*)?(?:same )?as in [\"\u201c](?<title>[^\"\u201c\u201d]+)[\"\u201d]\\s*(?:[,:]?\\s*(?<segment>[^,:\\s].*))?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Call();
}
