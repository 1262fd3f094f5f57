namespace LoyalLadder.Core.Lessons.Running;

/// <summary>By how much a running lesson will miss its end, and what the mat does about it.</summary>
public static class Lateness
{
    /// <summary>A class that begins further from its hour than this is run by its own length instead.</summary>
    public static readonly TimeSpan NearItsHour = TimeSpan.FromMinutes(20);

    /// <summary>Seconds late from which fitting what is left is offered.</summary>
    public const int OfferFrom = 60;

    /// <summary>Seconds either way within which a lesson is on time.</summary>
    public const int OnTime = 15;

    /// <summary>When a lesson is to end.</summary>
    /// <param name="started">When it began.</param>
    /// <param name="bookedEnd">When the booking ends.</param>
    /// <param name="minutes">Minutes booked.</param>
    public static DateTimeOffset EndOf(DateTimeOffset started, DateTimeOffset bookedEnd, int minutes)
    {
        var booked = bookedEnd.AddMinutes(-minutes);
        return (started - booked).Duration() <= NearItsHour ? bookedEnd : started.AddMinutes(minutes);
    }

    /// <summary>Whole seconds late as things stand; early is below zero. Null before the start and when it is over.</summary>
    public static int? Of(MatProgram program, RunState state, DateTimeOffset bookedEnd, int minutes, DateTimeOffset now)
    {
        if (state is not { StartedAt: { } started, EndedAt: null, Current: { } current })
            return null;
        var at = program.IndexOf(current);
        var standing = LineStanding.Of(program.Steps[at], state.Lines[at]);
        var rest = Math.Max(0, standing.LineLeftMs) + ((program.SecondsBehind(at) + program.ClosingSeconds) * 1000L);
        var end = EndOf(started, bookedEnd, minutes).ToUnixTimeMilliseconds();
        return (int)Math.Floor((now.ToUnixTimeMilliseconds() + rest - end + 500) / 1000.0);
    }

    /// <summary>True when the mat offers to fit what is left: late enough, with something left to fit.</summary>
    public static bool OffersFit(MatProgram program, RunState state, int? late) =>
        late > OfferFrom && state.Current is { } current && program.IndexOf(current) < program.Steps.Count - 1;
}
