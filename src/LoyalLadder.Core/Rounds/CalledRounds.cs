namespace LoyalLadder.Core.Rounds;

/// <summary>One call as it is given.</summary>
/// <param name="At">Seconds into the round, in tenths.</param>
/// <param name="Seconds">To answer it, at a brisk pace.</param>
/// <param name="Words">What the holder says.</param>
/// <param name="Notation">What is done, in the words that were asked for.</param>
/// <param name="Holder">What the holder shows, in the holder's own left and right.</param>
/// <param name="IsBurst">It belongs to the burst at the end.</param>
public sealed record CalledMove(
    decimal At,
    decimal Seconds,
    string Words,
    string Notation,
    string Holder,
    bool IsBurst
);

/// <summary>A round of calls.</summary>
/// <param name="Calls">In order of their seconds.</param>
/// <param name="Difficulty">Mean difficulty of its calls, 1 to 10.</param>
public sealed record CalledRound(Sequence<CalledMove> Calls, decimal Difficulty);

/// <summary>How much of the strikes a focus got.</summary>
/// <param name="Words">As it was asked for.</param>
/// <param name="Asked">0 to 1.</param>
/// <param name="Share">0 to 1, of all strikes.</param>
public sealed record FocusGot(string Words, decimal Asked, decimal Share);

/// <summary>A session of called rounds, with what it comes to.</summary>
/// <param name="Rounds">In order.</param>
/// <param name="Left">Strikes with the left.</param>
/// <param name="Right">Strikes with the right.</param>
/// <param name="Focus">As asked for, in its order.</param>
public sealed record CalledRounds(Sequence<CalledRound> Rounds, int Left, int Right, Sequence<FocusGot> Focus);

/// <summary>Rounds, or why there are none.</summary>
public sealed record RoundsMade(CalledRounds? Rounds, Sequence<RoundRefusal> Refusals)
{
    public static RoundsMade Refused(params IEnumerable<RoundRefusal> refusals) => new(null, refusals.ToSequence());
}
