using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Safety;

/// <summary>What a line says, and the hazards in it.</summary>
internal sealed record LineWords(IReadOnlyList<ClauseWords> Clauses, IReadOnlyList<HazardFound> Found)
{
    /// <summary>What is done, and what is said beside it.</summary>
    public static string Text(LessonLine line) =>
        line.Remark is { } remark ? $"{line.Content}; {remark}" : line.Content;
}
