namespace LoyalLadder.Core.Lessons.Running;

/// <summary>How far a line got.</summary>
public enum LineOutcome
{
    Done,
    Part,
    NotDone,
}

/// <summary>What a run says of one line.</summary>
public sealed record LineRun(Guid Step, int Planned, int Actual, LineOutcome Outcome);

/// <summary>A run as its events tell it. The events are the truth; this is only their sum.</summary>
public sealed record RunState
{
    /// <summary>Share of its planned time after which a line that was left counts as done.</summary>
    public const decimal DoneFrom = 0.5m;

    public DateTimeOffset? StartedAt { get; private init; }
    public DateTimeOffset? EndedAt { get; private init; }
    public bool IsPaused { get; private init; }

    /// <summary>The line that is up; null before the start.</summary>
    public Guid? Current { get; private init; }

    public required IReadOnlyList<LineRun> Lines { get; init; }
    public required IReadOnlyList<string> Notes { get; init; }

    /// <summary>Adds up the events as of a moment.</summary>
    /// <param name="program">What was to be run.</param>
    /// <param name="events">In any order; repeated keys count once.</param>
    /// <param name="now">Where an open line is taken to stand.</param>
    public static RunState Of(MatProgram program, IEnumerable<RunEvent> events, DateTimeOffset now)
    {
        var spent = program.Steps.ToDictionary(s => s.Id, _ => TimeSpan.Zero);
        var skipped = new HashSet<Guid>();
        var notes = new List<string>();
        Guid? current = null;
        DateTimeOffset? since = null,
            started = null,
            ended = null;

        foreach (var e in events.DistinctBy(e => e.Id).OrderBy(e => e.At).ThenBy(e => e.Id))
        {
            if (ended is not null && e.Kind != RunEventKind.Note)
                continue;
            switch (e.Kind)
            {
                case RunEventKind.Start when started is null:
                    started = since = e.At;
                    current = program.Steps.Count > 0 ? program.Steps[0].Id : null;
                    break;
                case RunEventKind.Go
                or RunEventKind.Skip when e.Step is { } to && spent.ContainsKey(to) && started is not null:
                    Spend(e.At);
                    if (e.Kind == RunEventKind.Skip && current is { } left)
                        skipped.Add(left);
                    skipped.Remove(to);
                    current = to;
                    break;
                case RunEventKind.Pause when since is not null:
                    Spend(e.At);
                    since = null;
                    break;
                case RunEventKind.Resume when since is null && started is not null:
                    since = e.At;
                    break;
                case RunEventKind.Note when !string.IsNullOrWhiteSpace(e.Text):
                    notes.Add(e.Text.Trim());
                    break;
                case RunEventKind.End when started is not null:
                    Spend(e.At);
                    ended = e.At;
                    since = null;
                    break;
            }
        }
        if (since is { } open && now > open)
            Spend(now);
        return new RunState
        {
            StartedAt = started,
            EndedAt = ended,
            IsPaused = started is not null && ended is null && since is null,
            Current = current,
            Lines =
            [
                .. program.Steps.Select(s =>
                    Line(s, (int)Math.Round(spent[s.Id].TotalSeconds), skipped.Contains(s.Id))
                ),
            ],
            Notes = notes,
        };

        void Spend(DateTimeOffset until)
        {
            if (since is { } from && current is { } line && until > from)
                spent[line] += until - from;
            if (since is not null)
                since = until;
        }
    }

    private static LineRun Line(MatStep step, int actual, bool skipped) =>
        new(
            step.Id,
            step.Seconds,
            actual,
            (skipped, actual) switch
            {
                (true, _) or (_, 0) => LineOutcome.NotDone,
                _ when actual >= step.Seconds * DoneFrom => LineOutcome.Done,
                _ => LineOutcome.Part,
            }
        );
}
