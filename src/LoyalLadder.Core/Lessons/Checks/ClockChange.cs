using LoyalLadder.Core.Lessons.Clock;

namespace LoyalLadder.Core.Lessons.Checks;

/// <summary>What another headcount, hall or age makes of the same sheet, in sentences with the figures in them.</summary>
public static class ClockChange
{
    /// <summary>Lines that are told singly; of more only the number is said.</summary>
    private const int MostTold = 6;

    /// <summary>The differences, the whole first; empty when nothing has changed.</summary>
    public static IEnumerable<string> Of(
        ClockedLesson before,
        CheckLimits limitsBefore,
        ClockedLesson after,
        CheckLimits limitsAfter
    )
    {
        if (before.TotalSeconds != after.TotalSeconds || before.BookedSeconds != after.BookedSeconds)
            yield return Say(
                $"The lesson takes {Spoken.Length(after.TotalSeconds)} instead of "
                    + $"{Spoken.Length(before.TotalSeconds)}: {Spoken.Difference(after.OverSeconds)}."
            );
        var lines = before
            .Lines.Zip(after.Lines)
            .Where(l => l.First.Seconds != l.Second.Seconds)
            .Select(l => Line(l.First, l.Second))
            .ToList();
        foreach (var line in lines.Take(MostTold))
            yield return line;
        if (lines.Count > MostTold)
            yield return Say($"{lines.Count - MostTold} more lines take another time.");
        var (was, now) = (LessonChecks.Of(before, limitsBefore).ToList(), LessonChecks.Of(after, limitsAfter).ToList());
        foreach (var check in now.Where(n => !was.Exists(w => Same(w, n))))
            yield return Say($"New: {check.Message}");
        foreach (var check in was.Where(w => !now.Exists(n => Same(w, n))))
            yield return Say($"Settled: {check.Message}");
    }

    private static bool Same(Check a, Check b) => (a.Code, a.Entry) == (b.Code, b.Entry);

    private static string Line(ClockedLine before, ClockedLine after)
    {
        var what = (before.Transition != after.Transition, before.Work != after.Work) switch
        {
            (true, true) => Say("setting up and work"),
            (true, false) => Say("setting up"),
            (false, true) => Say("work"),
            _ => Say("talk"),
        };
        return Say(
            $"{Spoken.Brief(after.Line.Content)}: {Spoken.Length(after.Seconds)} instead of {Spoken.Length(before.Seconds)} ({what})."
        );
    }
}
