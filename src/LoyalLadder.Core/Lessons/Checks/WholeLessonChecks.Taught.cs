using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>What a group has been taught, and what it worked the day before.</summary>
internal static partial class WholeLessonChecks
{
    /// <summary>
    /// The first thing that is new to the group and stands on something which it has not been taught, in this lesson
    /// or before.
    /// </summary>
    private static Check? BuiltOn(ClockedLesson lesson)
    {
        if (lesson.Setting.Group is not { } group)
            return null;
        var taughtHere = new HashSet<string>();
        foreach (var line in lesson.Lines.Where(l => l.Line.Dose is not null))
        {
            foreach (
                var technique in Elements(line)
                    .Select(e => e.Technique)
                    .OfType<Technique>()
                    .Where(t => !t.IsExercise && group.Of(t.Id) == Novelty.New)
            )
            {
                var missing = technique
                    .BuildsOn.Where(b => group.Of(b) == Novelty.New && !taughtHere.Contains(b))
                    .Select(b => group.Catalogue.Find(b))
                    .FirstOrDefault(t => t is not null);
                if (missing is null)
                    continue;
                return Missing(line, technique, missing);
            }
            taughtHere.UnionWith(Elements(line).Select(e => e.Technique?.Id).OfType<string>());
        }
        return null;
    }

    private static Check Missing(ClockedLine line, Technique technique, Technique missing)
    {
        var (name, below) = (technique.NameIn(NamingSchool.Generic), missing.NameIn(NamingSchool.Generic));
        var taught = new LessonLine
        {
            Content = below,
            Moves = Combination.Of([new Count([new Beat([new Element(missing, missing.DefaultSide)])])]),
            Teach = new Teaching(TeachingKind.New),
        };
        return new Check(
            "built-on",
            CheckLevel.Warn,
            line.Entry,
            Say(
                $"{Spoken.Capital(name)} is built on {below}, which this group has not been taught; teaching it first "
                    + $"costs {Spoken.Length(TeachingClock.Seconds(taught))} of talk and its reps."
            ),
            new CheckQuickFix(
                Say($"Teach {Spoken.Brief(below)} first"),
                line.Entry,
                null,
                $"{below} 5/side walk teach new"
            )
        );
    }

    private static Check? HardAgain(ClockedLesson lesson)
    {
        if (lesson.Setting.Group is not { HardYesterday.Count: > 0 } group)
            return null;
        foreach (var line in lesson.Lines.Where(l => l.Work > 0 && l.Effort >= HardWork.Effort))
            if (
                Elements(line)
                    .SelectMany(e => e.Technique?.Regions ?? [])
                    .FirstOrDefault(group.HardYesterday.Contains) is
                { } region
            )
                return new Check(
                    "hard-again",
                    CheckLevel.Note,
                    line.Entry,
                    Say(
                        $"The same people worked the {region} hard yesterday; today it is meant to work at effort {line.Effort} again."
                    )
                );
        return null;
    }

    private static Check? NewItems(ClockedLesson lesson, CheckLimits limits)
    {
        var fresh = lesson
            .Lines.Where(l => l.Line.Dose is not null && (l.Line.Teach?.Kind ?? l.Needed) == TeachingKind.New)
            .ToList();
        return fresh.Count <= limits.NewItems
            ? null
            : new Check(
                "new-items",
                CheckLevel.Note,
                fresh[limits.NewItems].Entry,
                Say($"{fresh.Count} new things in one lesson; {limits.NewItems} stay in the memory."),
                new CheckQuickFix(
                    Say("Only refresh the last"),
                    fresh[^1].Entry,
                    fresh[^1].Line with
                    {
                        Teach = new Teaching(TeachingKind.Refresh),
                    }
                )
            );
    }
}
