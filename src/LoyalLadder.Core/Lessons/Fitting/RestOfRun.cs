using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Lessons.Fitting;

/// <summary>An entry of a sheet with the key of its row.</summary>
public readonly record struct KeyedEntry(Guid Row, SheetEntry Entry);

/// <summary>What is left of a running lesson, fitted into the time that is left.</summary>
public sealed record RestOfRun
{
    private List<KeyedEntry> Entries { get; init; } = [];

    private LessonPlan Plan { get; init; } = null!;

    private LessonSetting Setting { get; init; } = null!;

    private Guid Current { get; init; }

    /// <summary>Seconds by which the end would be late as things stand; early is below zero.</summary>
    public int LateSeconds { get; private init; }

    /// <summary>The three ways to end in time.</summary>
    public IReadOnlyList<WayToFit> Ways { get; private init; } = [];

    /// <summary>What a way does, in words that fit on a card.</summary>
    public string Title(WayToFit way) => WayWords.Title(way, Plan);

    /// <summary>Fits what is left; null when nothing runs.</summary>
    /// <param name="sheet">The sheet's entries; lines count as they run, not as the sheet may have been changed since.</param>
    /// <param name="head">The sheet's head.</param>
    /// <param name="setting">People, floor and booking.</param>
    /// <param name="program">What runs.</param>
    /// <param name="state">How far it is.</param>
    /// <param name="bookedEnd">When the booking ends.</param>
    /// <param name="reader">Reads lines that were fitted before.</param>
    /// <param name="taken">How long lines are taken to last.</param>
    /// <param name="now">Now.</param>
    public static RestOfRun? Of(
        IEnumerable<KeyedEntry> sheet,
        LessonHead head,
        LessonSetting setting,
        MatProgram program,
        RunState state,
        DateTimeOffset bookedEnd,
        SheetReader reader,
        TakenFor taken,
        DateTimeOffset now
    )
    {
        if (state is not { StartedAt: { } started, EndedAt: null, Current: { } current })
            return null;
        var entries = AsRun(sheet, program, reader);
        var at = entries.FindLastIndex(e => e.Row == current);
        if (at < 0)
            return null;
        var plan = new LessonPlan(head, entries.Select(e => e.Entry).ToSequence());
        var clock = LessonClock.Time(plan, setting);
        var up = clock.Lines.Last(l => l.Entry == at);
        var end = Lateness.EndOf(started, bookedEnd, setting.Minutes);
        var left = SecondsLeft(program, state, current, end, setting, now);
        var rest = new LessonFit.Rest(at + 1, Math.Max(0, left), up.Arrangement);
        return new RestOfRun
        {
            Entries = entries,
            Plan = plan,
            Setting = setting,
            Current = current,
            LateSeconds = clock.Lines.Where(l => l.Entry > at).Sum(l => l.Seconds) - left,
            Ways = WaysToFit.Of(plan, setting, rest, taken),
        };
    }

    /// <summary>Lines as they run; what was left out before stays out.</summary>
    private static List<KeyedEntry> AsRun(IEnumerable<KeyedEntry> sheet, MatProgram program, SheetReader reader)
    {
        var running = program.Steps.Where(s => !s.IsDropped).ToDictionary(s => s.Id);
        return
        [
            .. sheet
                .Where(e => e.Entry is not LessonLine { Dose: not null } || running.ContainsKey(e.Row))
                .Select(e => AsRun(e, running.GetValueOrDefault(e.Row), reader)),
        ];
    }

    private static KeyedEntry AsRun(KeyedEntry entry, MatStep? step, SheetReader reader)
    {
        if (step?.Fitted is not { } text)
            return entry;
        return reader.ReadEntries(text) is [LessonLine line] ? entry with { Entry = line } : entry;
    }

    private static int SecondsLeft(
        MatProgram program,
        RunState state,
        Guid current,
        DateTimeOffset end,
        LessonSetting setting,
        DateTimeOffset now
    )
    {
        var at = program.IndexOf(current);
        var lineLeft = LineStanding.Of(program.Steps[at], state.Lines[at]).LineLeftMs;
        var leftMs = (long)(end - now).TotalMilliseconds - Math.Max(0, lineLeft);
        return (int)(leftMs / 1000) - setting.ClosingSeconds;
    }

    /// <summary>The program from now on, with what is left as a way has it; null where that way does not end in time.</summary>
    /// <param name="way">The way that was chosen.</param>
    /// <param name="program">What ran until now.</param>
    /// <param name="writer">Writes fitted lines as sheet text.</param>
    /// <param name="beside">What belongs beside lines; null for the bare program.</param>
    public MatProgram? Program(FitWay way, MatProgram program, SheetWriter writer, BesideLines? beside = null)
    {
        if (Ways.First(w => w.Way == way).Fitted is not { } fitted)
            return null;
        var after = fitted.Lines.ToDictionary(l => l.Entry, l => l.After);
        var kept = Entries
            .Select((e, i) => (e.Row, Entry: after.TryGetValue(i, out var line) ? line : e.Entry))
            .Where(e => e.Entry is not null)
            .ToList();
        var plan = Plan with { Entries = kept.Select(e => e.Entry!).ToSequence() };
        var texts = fitted
            .Lines.Where(l => l is { IsChanged: true, After: not null })
            .ToDictionary(l => Entries[l.Entry].Row, l => writer.Write(l.After!));
        var steps = MatProgram
            .Of(LessonClock.Time(plan, Setting), plan.Headings(), [.. kept.Select(e => e.Row)], beside)
            .Steps.Select(s => s with { Fitted = texts.GetValueOrDefault(s.Id) })
            .DistinctBy(s => s.Id)
            .ToDictionary(s => s.Id);
        return program.With(Current, steps);
    }
}
