namespace LoyalLadder.Core.Lessons.Clock;

public enum SkylineKind
{
    Work,
    Talk,
    Moving,
    Opening,
    Closing,
}

/// <summary>A block of the effort skyline.</summary>
/// <param name="Kind">Work, talk, moving, opening or closing.</param>
/// <param name="From">Seconds from the booked start.</param>
/// <param name="Seconds">Width.</param>
/// <param name="Effort">Height, 1 to 5; talk and moving stand at half a step.</param>
/// <param name="Entry">The line's index in the plan; -1 for opening and closing.</param>
/// <param name="Segment">What kind of work, for the pattern.</param>
/// <param name="Lane">0, or the place of a group's version among the lanes.</param>
/// <param name="Lanes">How many lanes share the height.</param>
public sealed record SkylineBlock(
    SkylineKind Kind,
    int From,
    int Seconds,
    decimal Effort,
    int Entry,
    SegmentKind Segment,
    int Lane = 0,
    int Lanes = 1
);

/// <summary>The lesson as one picture: time across, effort up. Geometry only, in seconds and effort steps.</summary>
public sealed record Skyline(Sequence<SkylineBlock> Blocks, int TotalSeconds, int BookedSeconds)
{
    /// <summary>Seconds that the picture has to show: the longer of the lesson and the booking, with a little air.</summary>
    public int SpanSeconds => Math.Max(TotalSeconds, BookedSeconds) + 60;

    public static Skyline Of(ClockedLesson lesson)
    {
        var blocks = new List<SkylineBlock>
        {
            new(SkylineKind.Opening, 0, lesson.Setting.OpeningSeconds, 0.5m, -1, SegmentKind.Other),
        };
        blocks.AddRange(lesson.Lines.SelectMany(BlocksOf));
        blocks.Add(
            new SkylineBlock(
                SkylineKind.Closing,
                lesson.TotalSeconds - lesson.Setting.ClosingSeconds,
                lesson.Setting.ClosingSeconds,
                0.5m,
                -1,
                SegmentKind.Other
            )
        );
        return new Skyline(blocks.ToSequence(), lesson.TotalSeconds, lesson.BookedSeconds);
    }

    private static IEnumerable<SkylineBlock> BlocksOf(ClockedLine line)
    {
        var at = line.StartsAt;
        if (line.GettingThere > 0)
            yield return new SkylineBlock(SkylineKind.Moving, at, line.GettingThere, 0.4m, line.Entry, line.Segment);
        at += line.GettingThere;
        if (line.Teach > 0)
            yield return new SkylineBlock(SkylineKind.Talk, at, line.Teach, 0.8m, line.Entry, line.Segment);
        at += line.Teach;
        if (line.Groups.IsEmpty && line.Work > 0)
            yield return new SkylineBlock(SkylineKind.Work, at, line.Work, line.Effort, line.Entry, line.Segment);
        for (var lane = 0; lane < line.Groups.Count; lane++)
            yield return new SkylineBlock(
                SkylineKind.Work,
                at,
                line.Groups[lane].Work,
                line.Groups[lane].Effort,
                line.Entry,
                line.Segment,
                lane,
                line.Groups.Count
            );
    }
}
