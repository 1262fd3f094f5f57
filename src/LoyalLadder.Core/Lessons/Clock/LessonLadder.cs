namespace LoyalLadder.Core.Lessons.Clock;

/// <summary>What happens in a bay.</summary>
public enum BayKind
{
    Work,
    Talk,
    Moving,
    Water,
}

/// <summary>How rungs are drawn: by who works with whom.</summary>
public enum RungStroke
{
    /// <summary>Everybody by themselves.</summary>
    Whole,

    /// <summary>With a partner or a holder.</summary>
    Double,

    /// <summary>In turns: bags, stations, circuits, down the floor.</summary>
    Broken,

    /// <summary>Stretching and breathing.</summary>
    Dotted,
}

/// <summary>A stretch between two uprights of the ladder.</summary>
/// <param name="Kind">Work, talk, moving or water.</param>
/// <param name="From">Seconds from the booked start.</param>
/// <param name="Seconds">Width.</param>
/// <param name="Rungs">As many as the effort, 1 to 5; none but in work.</param>
/// <param name="Stroke">How they are drawn.</param>
/// <param name="Entry">The line's index in the plan; -1 for opening and closing.</param>
/// <param name="Lane">0, or the place of a group's version among the lanes.</param>
/// <param name="Lanes">How many lanes share the height.</param>
public sealed record Bay(
    BayKind Kind,
    int From,
    int Seconds,
    int Rungs,
    RungStroke Stroke,
    int Entry,
    int Lane = 0,
    int Lanes = 1
)
{
    public int To => From + Seconds;
}

/// <summary>The lesson as one picture: a ladder lying along the clock. Geometry only, in seconds and rungs.</summary>
/// <param name="Bays">In order of time; the lanes of one line from the bottom up.</param>
/// <param name="Uprights">Seconds at which one line ends and the next begins.</param>
/// <param name="TotalSeconds">Length of the lesson.</param>
/// <param name="BookedSeconds">Where the peg of the booked end stands.</param>
public sealed record LessonLadder(Sequence<Bay> Bays, Sequence<int> Uprights, int TotalSeconds, int BookedSeconds)
{
    /// <summary>Seconds that the picture has to show: the longer of the lesson and the booking, with a little air.</summary>
    public int SpanSeconds => Math.Max(TotalSeconds, BookedSeconds) + 60;

    public static LessonLadder Of(ClockedLesson lesson)
    {
        var (opening, closing) = (lesson.Setting.OpeningSeconds, lesson.Setting.ClosingSeconds);
        var timed = lesson.Lines.Where(l => l.Seconds > 0).ToList();
        return new LessonLadder(
            timed
                .SelectMany(BaysOf)
                .Prepend(Bare(BayKind.Talk, 0, opening, -1))
                .Append(Bare(BayKind.Talk, lesson.TotalSeconds - closing, closing, -1))
                .Where(b => b.Seconds > 0)
                .ToSequence(),
            timed
                .Select(l => l.EndsAt)
                .Prepend(opening)
                .Append(lesson.TotalSeconds)
                .Where(at => at > 0)
                .Distinct()
                .ToSequence(),
            lesson.TotalSeconds,
            lesson.BookedSeconds
        );
    }

    private static Bay Bare(BayKind kind, int from, int seconds, int entry) =>
        new(kind, from, seconds, 0, RungStroke.Whole, entry);

    private static IEnumerable<Bay> BaysOf(ClockedLine line)
    {
        yield return Bare(BayKind.Moving, line.StartsAt, line.Transition, line.Entry);
        yield return Bare(BayKind.Talk, line.StartsAt + line.Transition, line.Teach, line.Entry);
        var at = line.StartsAt + line.Transition + line.Teach;
        var stroke = StrokeOf(line);
        if (line.Line.Moves.IsPause)
            yield return Bare(BayKind.Water, at, line.Work, line.Entry);
        else if (line.Groups.IsEmpty)
            yield return new Bay(BayKind.Work, at, line.Work, line.Effort, stroke, line.Entry);
        for (var lane = 0; lane < line.Groups.Count; lane++)
            yield return new Bay(
                BayKind.Work,
                at,
                line.Groups[lane].Work,
                line.Groups[lane].Effort,
                stroke,
                line.Entry,
                lane,
                line.Groups.Count
            );
    }

    private static RungStroke StrokeOf(ClockedLine line) =>
        line switch
        {
            { Line.Moves.IsLoosening: true } => RungStroke.Dotted,
            { Line.Dose: SoloDose { IsShared: true } } => RungStroke.Double,
            { Formation: Formation.Bags or Formation.Stations or Formation.Floor } => RungStroke.Broken,
            { Line.Dose: CircuitDose } => RungStroke.Broken,
            { Segment: SegmentKind.Pads or SegmentKind.Partner or SegmentKind.SelfDefence or SegmentKind.Sparring } =>
                RungStroke.Double,
            _ => RungStroke.Whole,
        };
}
