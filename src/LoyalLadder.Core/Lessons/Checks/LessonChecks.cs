using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Checks;

public enum CheckLevel
{
    Stop,
    Warn,
    Note,
}

/// <summary>Something that the planner should know before the class does.</summary>
/// <param name="Code">Stable, in kebab-case; docs/formats.md lists them.</param>
/// <param name="Level">A stop has to be settled, a warning to be looked at.</param>
/// <param name="Entry">Index of the line among the plan's entries; null for the lesson as a whole.</param>
/// <param name="Message">One sentence with the figures in it.</param>
/// <param name="Mend">What settles it in one press; null where nothing does.</param>
public sealed record Check(string Code, CheckLevel Level, int? Entry, string Message, CheckQuickFix? Mend = null);

/// <summary>
/// The checks on a timed lesson, the gravest first: what each line says by itself, what is dangerous, and what only the
/// whole shows.
/// </summary>
public static class LessonChecks
{
    public static IEnumerable<Check> Of(ClockedLesson lesson) => Of(lesson, CheckLimits.Of(lesson.Setting.Band));

    public static IEnumerable<Check> Of(ClockedLesson lesson, CheckLimits limits) =>
        WholeLessonChecks
            .Of(lesson, limits)
            .Concat(SafetyChecks.Of(lesson))
            .Concat(lesson.Lines.SelectMany(line => LineChecks.Of(line, lesson.Setting, limits)))
            .OrderBy(c => c.Level)
            .ThenBy(c => c.Entry ?? -1);
}
