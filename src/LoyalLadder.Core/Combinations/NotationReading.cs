namespace LoyalLadder.Core.Combinations;

/// <summary>What came of reading a notation: a combination, or at least one error.</summary>
public sealed record NotationReading(Combination? Combination, Sequence<NotationError> Errors);

/// <summary>Something in a notation that cannot be read.</summary>
/// <param name="Position">Of its first character, from 0.</param>
/// <param name="Length">How many characters it takes; 0 at the end of the text.</param>
/// <param name="Message">What is wrong and what is expected.</param>
/// <param name="Suggestions">The closest known names, best first.</param>
public sealed record NotationError(int Position, int Length, string Message, Sequence<string> Suggestions = default);
