using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Safety;

namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>The dangers of a lesson as checks, with what one press adds.</summary>
internal static class SafetyChecks
{
    public static IEnumerable<Check> Of(ClockedLesson lesson) =>
        SafetyJudge
            .Shipped.Of(lesson.Plan, lesson.Setting.Ages, lesson.Setting.Who)
            .Select(danger => Of(danger, lesson.Plan.Entries[danger.Entry] as LessonLine));

    private static Check Of(Danger danger, LessonLine? line) =>
        danger.Kind switch
        {
            DangerKind.NotAllowed => Said("age", CheckLevel.Stop, danger),
            DangerKind.ThinkTwice => Said("danger", CheckLevel.Warn, danger),
            DangerKind.Missing => Said("needs", CheckLevel.Warn, danger) with
            {
                Mend = line is null ? null : Added(danger, line),
            },
            DangerKind.TooMuch => Said("much", CheckLevel.Warn, danger),
            _ => Said("judge", CheckLevel.Warn, danger),
        };

    private static Check Said(string code, CheckLevel level, Danger danger) =>
        new(code, level, danger.Entry, danger.Message);

    /// <summary>Kit and words that say that it is there: whoever presses knows that it is.</summary>
    private static CheckQuickFix Added(Danger danger, LessonLine line)
    {
        var kit = danger.Needs.Where(n => n.Kit is not null).Select(n => new KitNeed(n.Kit!, null));
        var words = danger.Needs.Select(n => n.Remark).OfType<string>().ToList();
        var shown = danger.Needs.Where(n => n.Kit is not null).Select(n => $"[{n.Kit}]").Concat(words);
        return new CheckQuickFix(
            Say($"Add ‘{string.Join(", ", shown)}’"),
            danger.Entry,
            line with
            {
                Kit = line.Kit.Concat(kit).ToSequence(),
                Remark =
                    words.Count == 0 ? line.Remark : string.Join(", ", words.Prepend(line.Remark).OfType<string>()),
            }
        );
    }
}
