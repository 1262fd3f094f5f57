namespace LoyalLadder.Core.Lessons.Running;

/// <summary>How far a line of a lesson got.</summary>
public enum LineOutcome
{
    Done,
    Part,
    NotDone,
}

/// <summary>A line as it was run.</summary>
/// <param name="Step">Key of the sheet's line.</param>
/// <param name="Planned">Seconds as planned.</param>
/// <param name="SpentMs">Milliseconds for which it was up.</param>
/// <param name="Shift">Seconds by which it was put on: what comes next was taken early.</param>
/// <param name="AddedMs">Milliseconds that were given to each of its phases; shorter where the last ones were given none.</param>
/// <param name="IsSkipped">Left out by hand.</param>
public sealed record LineRun(Guid Step, int Planned, long SpentMs, int Shift, Sequence<long> AddedMs, bool IsSkipped)
{
    /// <summary>Share of its planned time after which a line that was left counts as done.</summary>
    public const decimal DoneFrom = 0.5m;

    /// <summary>Whole seconds for which it was up.</summary>
    public int Actual => (int)((SpentMs + 500) / 1000);

    /// <summary>Milliseconds into the line's own plan: what was spent, with what was taken early.</summary>
    public long ElapsedMs => Math.Max(0, SpentMs + (Shift * 1000L));

    public LineOutcome Outcome
    {
        get
        {
            if (IsSkipped || Actual == 0)
                return LineOutcome.NotDone;
            return Actual >= Planned * DoneFrom ? LineOutcome.Done : LineOutcome.Part;
        }
    }
}

/// <summary>
/// A run as its events tell it. The events are the truth; this is only their sum. It has one meaning: what the device adds up
/// by itself is held to it, figure by figure.
/// </summary>
public sealed record RunState
{
    /// <summary>An event is taken to be no further ahead than this of the clock that judges it.</summary>
    public static readonly TimeSpan MostAhead = TimeSpan.FromMinutes(2);

    /// <summary>For so long after the end a lesson can be taken up again.</summary>
    public static readonly TimeSpan MayGoOn = TimeSpan.FromMinutes(10);

    /// <summary>A run that was started by mistake is noticed within this.</summary>
    public static readonly TimeSpan Mistake = TimeSpan.FromMinutes(10);

    /// <summary>Whether it can be thrown away as started by mistake: it ran for no longer than a mistake does.</summary>
    public bool MayBeAMistake(DateTimeOffset now) => StartedAt is { } from && (EndedAt ?? now) - from <= Mistake;

    public DateTimeOffset? StartedAt { get; private init; }
    public DateTimeOffset? EndedAt { get; private init; }
    public bool IsPaused { get; private init; }

    /// <summary>The line that is up; null before the start.</summary>
    public Guid? Current { get; private init; }

    /// <summary>All lines in the order of the program.</summary>
    public required IReadOnlyList<LineRun> Lines { get; init; }

    /// <summary>Words that somebody noted, in the order of their times.</summary>
    public required IReadOnlyList<string> Notes { get; init; }

    /// <summary>Who was called, and how they were there.</summary>
    public required IReadOnlyList<RollEntry> Roll { get; init; }

    /// <summary>Whole seconds from start to end; null while it is not over.</summary>
    public int? ActualSeconds => StartedAt is { } from && EndedAt is { } to ? (int)(to - from).TotalSeconds : null;

    /// <summary>Adds up the events as of a moment.</summary>
    /// <param name="program">What was to be run.</param>
    /// <param name="events">In any order; repeated keys count once.</param>
    /// <param name="now">Where an open line is taken to stand.</param>
    public static RunState Of(MatProgram program, IEnumerable<RunEvent> events, DateTimeOffset now)
    {
        var fold = new RunFold(program);
        foreach (var e in events.DistinctBy(e => e.Id).OrderBy(e => e.At.ToUnixTimeMilliseconds()).ThenBy(e => e.Id))
            fold.Take(e);
        fold.Until(now.ToUnixTimeMilliseconds());
        return new RunState
        {
            StartedAt = fold.Started is { } started ? DateTimeOffset.FromUnixTimeMilliseconds(started) : null,
            EndedAt = fold.Ended is { } ended ? DateTimeOffset.FromUnixTimeMilliseconds(ended) : null,
            IsPaused = fold is { Started: not null, Ended: null, Since: null },
            Current = fold.Current is { } current ? program.Steps[current].Id : null,
            Lines = [.. program.Steps.Select((_, i) => fold.LineAt(i))],
            Notes = fold.Notes,
            Roll = [.. fold.Roll.Values],
        };
    }
}
