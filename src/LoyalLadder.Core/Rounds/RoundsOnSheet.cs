using System.Text.RegularExpressions;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;

namespace LoyalLadder.Core.Rounds;

/// <summary>Kept rounds as a line of a sheet: <c>rounds "Thursday pads" 3 x 2:00 rest 30s</c>.</summary>
public static partial class RoundsOnSheet
{
    [GeneratedRegex("^rounds\\s+[\"“](?<name>[^\"”]+)[\"”]$", RegexOptions.IgnoreCase)]
    private static partial Regex Called { get; }

    /// <summary>The name of the rounds that a line calls; null where it calls none.</summary>
    public static string? NameIn(LessonLine line) =>
        Called.Match(line.Content.Trim()) is { Success: true } match ? match.Groups["name"].Value.Trim() : null;

    /// <summary>The calls as the mat plays them.</summary>
    public static Sequence<Sequence<MatCall>> ForMat(CalledRounds rounds) =>
        rounds.Rounds.Select(r => r.Calls.Select(c => new MatCall(c.At, c.Words, c.Holder)).ToSequence()).ToSequence();
}
