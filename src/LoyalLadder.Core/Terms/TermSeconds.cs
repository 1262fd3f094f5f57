using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Terms;

/// <summary>How long something takes when it is new, when it comes again, and from then on: by the clock, in a usual dose.</summary>
public static class TermSeconds
{
    /// <summary>Seconds where a name cannot be read.</summary>
    private static readonly int[] Unread = [240, 150, 120];

    /// <param name="reader">Reads lines as the school's sheets do.</param>
    /// <param name="setting">The class.</param>
    /// <param name="name">The name as a sheet reads it.</param>
    /// <param name="technique">The technique; null for a stored combination.</param>
    /// <param name="asked">The stage that it is to reach, 1 to 6.</param>
    public static Sequence<int> Of(
        SheetReader reader,
        LessonSetting setting,
        string name,
        Technique? technique,
        int asked
    )
    {
        // what the logs say of today must not make the first of a term short
        var alone = setting with
        {
            Group = null,
        };
        string[] lines =
        [
            Due.Line(name, technique, Stages.Lowest),
            $"{Due.Line(name, technique, Math.Min(2, asked))} teach refresh",
            $"{Due.Line(name, technique, asked)} teach known",
        ];
        var seconds = lines.Select(
            (l, n) =>
                LessonClock.Time(new LessonPlan(LessonHead.Empty, reader.ReadEntries(l).ToSequence()), alone).Lines
                    is [var line, ..]
                    ? Math.Max(1, line.Seconds)
                    : Unread[n]
        );
        return seconds.ToSequence();
    }
}
