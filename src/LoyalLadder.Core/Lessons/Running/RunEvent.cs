namespace LoyalLadder.Core.Lessons.Running;

/// <summary>What somebody pressed on the mat.</summary>
public enum RunEventKind
{
    /// <summary>The class begins; the first line is up.</summary>
    Start,

    /// <summary>The line named is up, forward or back.</summary>
    Go,

    /// <summary>The line that is up was left out; the line named is up instead.</summary>
    Skip,

    Pause,
    Resume,

    /// <summary>More seconds for the phase of the line that runs just then.</summary>
    More,

    /// <summary>On to what comes next within the line that is up: the change to the other side, the rest, the next round; the value is the
    /// seconds left out.</summary>
    Side,

    /// <summary>Repetitions counted by hand.</summary>
    Count,

    Note,

    /// <summary>What was left was fitted into the time; the value is the program's number, from 1.</summary>
    Fit,

    /// <summary>The lesson is over.</summary>
    End,

    /// <summary>It was not over: as if nobody had pressed end, for as long as <see cref="RunState.MayGoOn"/>.</summary>
    GoOn,

    /// <summary>
    /// Who is there: the step is the student, or the key of a guest, whose name is the text; the value is a <see cref="RollMark"/>.
    /// </summary>
    Roll,
}

/// <summary>How the roll has somebody.</summary>
public enum RollMark
{
    Away,
    There,
    Late,
}

/// <summary>Somebody as the roll has them.</summary>
/// <param name="Who">A student, or the key of a guest.</param>
/// <param name="Mark">Away, there or late.</param>
/// <param name="Guest">A guest's first name; null for a student.</param>
public readonly record struct RollEntry(Guid Who, RollMark Mark, string? Guest);

/// <summary>One event of a run. Made on the device, kept on the server; ordered by time, then by key.</summary>
/// <param name="Id">Made by the device, so that sending it twice does no harm.</param>
/// <param name="At">When it was pressed.</param>
/// <param name="Kind">What was pressed.</param>
/// <param name="Step">The line it names; null where it names none.</param>
/// <param name="Value">Seconds for more and side, repetitions for count, else 0.</param>
/// <param name="Text">Words of a note, else null.</param>
public sealed record RunEvent(
    Guid Id,
    DateTimeOffset At,
    RunEventKind Kind,
    Guid? Step = null,
    int Value = 0,
    string? Text = null
)
{
    /// <summary>Most events that a run keeps: forty times what a busy hour has.</summary>
    public const int MostOfARun = 6_000;

    /// <summary>
    /// Whether the clock and the roll rest on it. What was noted and counted by hand is kept for the log; a screen that joins does not
    /// need it.
    /// </summary>
    public bool MovesClock => Kind is not (RunEventKind.Note or RunEventKind.Count);

    /// <summary>The events that a screen needs to stand where the run stands: of each person in the roll the last word alone.</summary>
    public static IEnumerable<RunEvent> ForScreens(IEnumerable<RunEvent> events)
    {
        var all = events.Where(e => e.MovesClock).OrderBy(e => e.At).ThenBy(e => e.Id).ToList();
        var lastOf = all.Where(e => e.Kind == RunEventKind.Roll)
            .GroupBy(e => e.Step)
            .ToDictionary(g => g.Key ?? default, Said);
        return all.Where(e => e.Kind != RunEventKind.Roll).Concat(lastOf.Values).OrderBy(e => e.At).ThenBy(e => e.Id);
    }

    /// <summary>The last word about somebody, with the name of a guest from whichever said it.</summary>
    private static RunEvent Said(IEnumerable<RunEvent> ofOne)
    {
        var all = ofOne.ToList();
        return all[^1] with { Text = all.FindLast(e => !string.IsNullOrWhiteSpace(e.Text))?.Text };
    }

    /// <summary>Longest words of a note.</summary>
    public const int LongestText = 2000;

    /// <summary>Longest name of a guest: a first name and an initial.</summary>
    public const int LongestGuest = 40;

    /// <summary>Most seconds of more or side, either way.</summary>
    public const int MostSeconds = 86_400;

    /// <summary>An event that is older than this when it is sent belongs to no lesson that still runs.</summary>
    public static readonly TimeSpan Oldest = TimeSpan.FromDays(14);

    /// <summary>What is wrong with an event that a device sent; null where it can be kept.</summary>
    /// <param name="now">The clock of whoever keeps it.</param>
    public string? Problem(DateTimeOffset now)
    {
        if (Id == Guid.Empty)
            return Say("It has no key.");
        if (!Enum.IsDefined(Kind) || Kind == RunEventKind.Fit)
            return Say("No device presses this.");
        if (Text?.Length > LongestText)
            return Say($"A note has at most {LongestText:N0} characters.");
        if (
            Kind == RunEventKind.Roll
            && (Step is null || !Enum.IsDefined((RollMark)Value) || Text?.Length > LongestGuest)
        )
            return Say(
                $"A roll call names who, and how: away, there or late; a guest has at most {LongestGuest} characters."
            );
        if (Value is < -MostSeconds or > MostSeconds)
            return Say("More or less than a day cannot be meant.");
        return now - At > Oldest ? Say($"It is older than {Oldest.Days} days.") : null;
    }

    /// <summary>The event as it is kept: in UTC, and no further ahead than clocks may differ.</summary>
    public RunEvent Kept(DateTimeOffset now)
    {
        var latest = now + RunState.MostAhead;
        return this with
        {
            At = (At > latest ? latest : At).ToUniversalTime(),
            Text = Text?.Replace("\0", "", StringComparison.Ordinal),
        };
    }
}
