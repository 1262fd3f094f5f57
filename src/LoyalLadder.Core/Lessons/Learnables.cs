using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons;

/// <summary>
/// What a line teaches, by keys that requirements and evidence share: the id of a technique ('front-kick'), or the number of a
/// stored combination or drill behind a '#' ('#14', '#SD-4').
/// </summary>
public static class Learnables
{
    /// <summary>Longest key.</summary>
    public const int Longest = 60;

    /// <summary>The key of a stored combination.</summary>
    public static string OfNumber(string number) => $"#{Vocabulary.NumberKey(number)}";

    public static bool IsNumber(string learnable) => learnable.StartsWith('#');

    /// <summary>
    /// Everything that somebody who does the moves is exposed to, each once: stored combinations and every technique
    /// in them.
    /// </summary>
    public static IEnumerable<string> Of(Combination moves) =>
        Calls(moves)
            .Select(c => OfNumber(c.Number))
            .Concat(
                moves.Elements.Select(e => e.Technique).OfType<Technique>().Where(t => !t.IsPause).Select(t => t.Id)
            )
            .Distinct();

    /// <summary>
    /// What has to be known before the moves can be done without much talk: stored combinations as wholes, and what
    /// stands beside them.
    /// </summary>
    public static IEnumerable<string> TopLevelLearnables(Combination moves) =>
        moves.Groups.SelectMany(g => g.Phrases).SelectMany(TopLevelLearnables).Distinct();

    private static IEnumerable<string> TopLevelLearnables(Phrase phrase) =>
        phrase switch
        {
            StoredCall call => [OfNumber(call.Number)],
            Repeat repeat => repeat.Phrases.SelectMany(TopLevelLearnables),
            _ => phrase
                .Counts.SelectMany(c => c.Beats)
                .SelectMany(b => b.Elements)
                .Select(e => e.Technique)
                .OfType<Technique>()
                .Where(t => !t.IsPause)
                .Select(t => t.Id),
        };

    private static IEnumerable<StoredCall> Calls(Combination moves) =>
        moves.Groups.SelectMany(g => g.Phrases).SelectMany(Calls);

    private static IEnumerable<StoredCall> Calls(Phrase phrase) =>
        phrase switch
        {
            StoredCall call => Calls(call.Stored).Prepend(call),
            Repeat repeat => repeat.Phrases.SelectMany(Calls),
            _ => [],
        };
}
