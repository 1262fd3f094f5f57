namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>When the parts of a lesson begin, and how long they take.</summary>
public static class SegmentTimes
{
    /// <summary>Seconds per heading, by the heading's entry; lines above the first heading are under -1.</summary>
    public static IReadOnlyDictionary<int, int> Seconds(LessonPlan plan, ClockedLesson clock)
    {
        var ofEntry = clock.Lines.ToLookup(l => l.Entry, l => l.Seconds);
        var seconds = new Dictionary<int, int>();
        var heading = -1;
        for (var i = 0; i < plan.Entries.Count; i++)
        {
            if (plan.Entries[i] is Segment)
                heading = i;
            seconds[heading] = seconds.GetValueOrDefault(heading) + ofEntry[i].FirstOrDefault();
        }
        return seconds;
    }

    /// <summary>The headings with the second at which their first line begins; one without timed lines is left out.</summary>
    public static IEnumerable<(string Name, int At)> Starts(LessonPlan plan, ClockedLesson clock)
    {
        var timed = clock.Lines.Where(l => l.Seconds > 0).ToLookup(l => l.Entry, l => l.StartsAt);
        string? open = null;
        for (var i = 0; i < plan.Entries.Count; i++)
        {
            if (plan.Entries[i] is Segment segment)
                open = segment.Name;
            else if (open is not null && timed.Contains(i))
            {
                yield return (open, timed[i].First());
                open = null;
            }
        }
    }
}
