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

    /// <summary>Who was there, as the roll call on the mat has it.</summary>
    public static IReadOnlyDictionary<Guid, Presence> Rolled(RunState? state) =>
        state
            ?.Roll.Where(r => r.Guest is null && r.Mark != RollMark.Away)
            .ToDictionary(r => r.Who, r => r.Mark == RollMark.Late ? Presence.Late : Presence.Present)
        ?? [];

    /// <summary>The notes of a run, and who came as a guest.</summary>
    public static string Noted(RunState? state)
    {
        if (state is null)
            return "";
        var guests = state
            .Roll.Where(r => r.Guest is not null && r.Mark != RollMark.Away)
            .Select(r => r.Guest!)
            .ToList();
        var told = guests.Count == 0 ? state.Notes : state.Notes.Append($"Guests: {string.Join(", ", guests)}");
        return string.Join('\n', told);
    }
}
