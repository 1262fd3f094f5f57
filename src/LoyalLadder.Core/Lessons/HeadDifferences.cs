using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Lessons;

/// <summary>Where a sheet's own head and the class that it is begun for differ, in a sentence each.</summary>
public static class HeadDifferences
{
    /// <param name="head">As the sheet has it.</param>
    /// <param name="minutes">Booked for the class.</param>
    /// <param name="band">The class's ages.</param>
    /// <param name="start">When the class begins.</param>
    public static IEnumerable<string> Of(LessonHead head, int minutes, AgeBand band, TimeOnly start)
    {
        if (head.Minutes is { } said && said != minutes)
            yield return Say(
                $"The sheet says {said} min, the class is usually {minutes}: this lesson is booked for {said}."
            );
        if (head.Band is { } ages && ages != band)
            yield return Say(
                $"The sheet is for {AgeBands.Said(ages)}, the class is {AgeBands.Said(band)}: the checks "
                    + $"are those for {AgeBands.Said(band)}."
            );
        if (head.Start is { } at && at != start)
            yield return Say(
                $"The sheet begins at {at:H:mm}, the class usually at {start:H:mm}: this lesson begins at {at:H:mm}."
            );
    }
}
