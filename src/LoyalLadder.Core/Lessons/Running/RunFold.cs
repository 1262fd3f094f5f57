namespace LoyalLadder.Core.Lessons.Running;

/// <summary>Takes the events of a run one after the other. Times are whole milliseconds, as devices stamp them.</summary>
internal sealed class RunFold(MatProgram program)
{
    public long? Started { get; private set; }
    public long? Ended { get; private set; }

    /// <summary>Since when the line that is up has been up; null while nothing runs.</summary>
    public long? Since { get; private set; }

    /// <summary>The step that is up.</summary>
    public int? Current { get; private set; }

    public long[] Spent { get; } = new long[program.Steps.Count];
    public int[] Shift { get; } = new int[program.Steps.Count];
    private readonly long[][] _added = [.. program.Steps.Select(s => new long[s.Phases.Count])];
    public HashSet<int> Skipped { get; } = [];
    public List<string> Notes { get; } = [];

    /// <summary>Who was called, in the order in which they were first called.</summary>
    public OrderedDictionary<Guid, RollEntry> Roll { get; } = [];

    public void Take(RunEvent e)
    {
        // a note is worth keeping whenever it comes
        if (e.Kind == RunEventKind.Note)
        {
            if (!string.IsNullOrWhiteSpace(e.Text))
                Notes.Add(e.Text.Trim());
            return;
        }
        if (e.Kind == RunEventKind.Roll)
        {
            TakeRoll(e);
            return;
        }
        var at = e.At.ToUnixTimeMilliseconds();
        if (Ended is { } ended)
        {
            if (e.Kind == RunEventKind.GoOn && at - ended <= RunState.MayGoOn.TotalMilliseconds)
                (Ended, Since) = (null, ended);
            return;
        }
        if (e.Kind == RunEventKind.Start)
            Start(at);
        else if (Started is not null)
            TakeRunning(e, at);
    }

    /// <summary>As it was said last; who is away after all is no guest any more.</summary>
    private void TakeRoll(RunEvent e)
    {
        if (e.Step is not { } who || !Enum.IsDefined((RollMark)e.Value))
            return;
        var guest = string.IsNullOrWhiteSpace(e.Text) ? null : e.Text.Trim();
        Roll[who] = new RollEntry(
            who,
            (RollMark)e.Value,
            guest ?? (Roll.TryGetValue(who, out var was) ? was.Guest : null)
        );
    }

    private void Start(long at)
    {
        if (Started is not null)
            return;
        Started = Since = at;
        Current = program.Steps.Count > 0 ? 0 : null;
    }

    private void TakeRunning(RunEvent e, long at)
    {
        switch (e.Kind)
        {
            case RunEventKind.Go or RunEventKind.Skip:
                Go(e, at);
                break;
            case RunEventKind.Pause:
                Until(at);
                Since = null;
                break;
            case RunEventKind.Resume:
                Since ??= at;
                break;
            case RunEventKind.More when Current is { } line:
                Until(at);
                More(line, e.Value * 1000L);
                break;
            case RunEventKind.Side when Current is { } line:
                Shift[line] += e.Value;
                break;
            case RunEventKind.End:
                Until(at);
                (Ended, Since) = (at, null);
                break;
        }
    }

    /// <summary>Gives time to the phase that runs; where the line's time is over, so much from now on.</summary>
    private void More(int line, long added)
    {
        var standing = LineStanding.Of(program.Steps[line], LineAt(line));
        _added[line][standing.Phase] += added + Math.Max(0, -standing.LineLeftMs);
    }

    public LineRun LineAt(int line)
    {
        var step = program.Steps[line];
        return new LineRun(step.Id, step.Seconds, Spent[line], Shift[line], [.. _added[line]], Skipped.Contains(line));
    }

    private void Go(RunEvent e, long at)
    {
        var to = IndexOf(e.Step);
        if (to < 0)
            return;
        Until(at);
        Skipped.Remove(to);
        // the last line is skipped by naming itself, and stays so
        if (e.Kind == RunEventKind.Skip && Current is { } left)
            Skipped.Add(left);
        Current = to;
    }

    private int IndexOf(Guid? step)
    {
        for (var i = 0; i < program.Steps.Count; i++)
            if (program.Steps[i].Id == step)
                return i;
        return -1;
    }

    /// <summary>Counts the time up to a moment for the line that is up.</summary>
    public void Until(long at)
    {
        if (Since is not { } from)
            return;
        if (Current is { } line && at > from)
            Spent[line] += at - from;
        Since = at;
    }
}
