using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Progress;

/// <summary>A line of a logged lesson, as far as carrying it over needs to know.</summary>
/// <param name="Line">Key of the log line.</param>
/// <param name="Outcome">How far it got.</param>
/// <param name="LessonsSince">How many lessons of that class were logged after it.</param>
/// <param name="IsSettled">Done since, or dropped by name.</param>
public readonly record struct CarryOver(Guid Line, LineOutcome Outcome, int LessonsSince, bool IsSettled);

/// <summary>What a class is owed.</summary>
public static class Owed
{
    /// <summary>After this many lessons of the class a debt is forgotten.</summary>
    public const int LessonsKept = 4;

    /// <summary>
    /// True for what a class must not miss: lines that were a must, and what a rank asks for. Nobody is owed a missed stretch, a
    /// rest or a drink, whatever they are marked as.
    /// </summary>
    /// <param name="line">The line.</param>
    /// <param name="asked">What the school's ranks ask for; empty while they ask for nothing, when all that teaches counts.</param>
    public static bool Carries(LessonLine line, IReadOnlySet<string> asked) =>
        Teaches(line)
        && (asked.Count == 0 || line.Priority == Priority.Must || Learnables.Of(line.Moves).Any(asked.Contains));

    private static bool Teaches(LessonLine line) =>
        line.Moves.IsEmpty
        || line.Moves.Elements.Any(e =>
            e.Technique is not { Family: TechniqueFamily.Mobility or TechniqueFamily.Breath }
        );

    /// <summary>True while a line that was not done, or done in part, is to be offered to whoever plans the class next.</summary>
    public static bool IsOwed(CarryOver line) =>
        line.Outcome != LineOutcome.Done && !line.IsSettled && line.LessonsSince < LessonsKept;
}
