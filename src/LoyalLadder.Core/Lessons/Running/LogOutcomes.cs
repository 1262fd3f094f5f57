namespace LoyalLadder.Core.Lessons.Running;

/// <summary>How somebody was there.</summary>
public enum Presence
{
    Present,
    Late,
    LeftEarly,

    /// <summary>There without taking part: no exposure to anything.</summary>
    Watching,
}

/// <summary>What a log proposes before anybody has looked at it.</summary>
public static class LogOutcomes
{
    /// <summary>A line counts as the run tells it; without a run as done; a line that the run never came to as not done.</summary>
    /// <param name="wasRun">Whether the clock was run at all.</param>
    /// <param name="ran">What the run tells of the line; null where it tells nothing.</param>
    public static LineOutcome Proposed(bool wasRun, LineRun? ran)
    {
        if (!wasRun)
            return LineOutcome.Done;
        return ran?.Outcome ?? LineOutcome.NotDone;
    }
}
