namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>The one figure that stands above a sheet: when the lesson is likely to end, in words.</summary>
/// <param name="Words">'3 min too long', '2 min spare', 'at least 33 min: 8 lines have no time'.</param>
/// <param name="EndsAt">Seconds from the booked start to the end that the words speak of.</param>
/// <param name="IsOver">It would end after the booking.</param>
public sealed record Headline(string Words, int EndsAt, bool IsOver)
{
    /// <summary>Nearer to the booked end than this is on time, in seconds.</summary>
    private const int OnTime = 30;

    /// <param name="plan">The plan.</param>
    /// <param name="clock">The plan, timed.</param>
    /// <param name="likely">How long such lessons take; null while nothing tells.</param>
    public static Headline Of(LessonPlan plan, ClockedLesson clock, LikelyEnd? likely)
    {
        var end = likely is { } l ? (int)Math.Round(l.Within(0.5)) : clock.TotalSeconds;
        var isOver = end - clock.BookedSeconds > OnTime;
        var untimed = plan.Lines.Count(line => line.Dose is null);
        if (untimed > 0)
            return Unsure(Say("at least"), clock, untimed, Say("has no time"), Say("have no time"), isOver);
        var strange = plan.Lines.Count(line => !line.IsUnderstood);
        if (strange > 0)
            return Unsure(Say("about"), clock, strange, Say("is not understood"), Say("are not understood"), isOver);
        return new Headline(Difference(end - clock.BookedSeconds), end, isOver);
    }

    // no odds where a part of the lesson is unknown: the plain sum is all that can be said
    private static Headline Unsure(
        string about,
        ClockedLesson clock,
        int lines,
        string one,
        string many,
        bool isOver
    ) =>
        new(
            Say(
                $"{about} {(clock.TotalSeconds + 30) / 60} min: {Spoken.Many(lines, "line")} {(lines == 1 ? one : many)}"
            ),
            clock.TotalSeconds,
            isOver || clock.TotalSeconds > clock.BookedSeconds + OnTime
        );

    /// <summary>Whole minutes: nobody ends a class to the second.</summary>
    private static string Difference(int over)
    {
        var minutes = (Math.Abs(over) + 30) / 60;
        return minutes == 0 ? Say("on time")
            : over > 0 ? Say($"{minutes} min too long")
            : Say($"{minutes} min spare");
    }
}
