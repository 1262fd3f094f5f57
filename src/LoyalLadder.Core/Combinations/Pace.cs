using System.Collections.Frozen;

namespace LoyalLadder.Core.Combinations;

/// <summary>
/// How fast a repetition is done; <see cref="Walk"/> is walked through with a word at each count, <see cref="Called"/> waits
/// for 'get set, go' and goes back to guard, <see cref="Counted"/> is done to the instructor's count, which the class answers.
/// </summary>
public enum Pace
{
    Walk,
    Slow,
    Steady,
    Brisk,
    Called,
    Counted,
}

/// <summary>What a pace does to a repetition.</summary>
/// <param name="Factor">On the base seconds of every beat.</param>
/// <param name="LeastPerCount">Seconds that a count takes however short its beats are.</param>
/// <param name="Reset">Seconds to come back to guard after each repetition.</param>
/// <param name="ExerciseFactor">On the own seconds of an exercise.</param>
public readonly record struct PaceFigures(decimal Factor, decimal LeastPerCount, decimal Reset, decimal ExerciseFactor)
{
    /// <summary>The starting values, measured with a stop watch; what a school logs and taps comes before them.</summary>
    /// <param name="pace">The pace.</param>
    /// <param name="isChain">Several counts run into each other: nobody waits long for the next.</param>
    /// <param name="hasKick">A leg has to come down before the next count.</param>
    public static PaceFigures Of(Pace pace, bool isChain = false, bool hasKick = false) =>
        pace switch
        {
            Pace.Walk => new(3.0m, 2.0m, 2.0m, 1.5m),
            Pace.Slow => new(2.0m, 1.2m, 0.8m, 1.25m),
            Pace.Steady => new(1.5m, 0.8m, 1.0m, 1.0m),
            Pace.Brisk => isChain ? new(0.83m, 0.25m, 0.3m, 0.8m) : new(1.0m, 0.4m, 0.5m, 0.8m),
            Pace.Called => new(1.0m, 0.4m, isChain ? 3.0m : 6.0m, 1.0m),
            Pace.Counted => new(1.2m, 0.8m, hasKick ? 1.8m : 1.2m, 1.0m),
            _ => throw new ArgumentOutOfRangeException(
                nameof(pace),
                pace,
                Say("Walk, slow, steady, brisk, called or counted is expected.")
            ),
        };
}

/// <summary>The words for a pace.</summary>
public static class PaceWords
{
    private static readonly FrozenDictionary<string, Pace> Words = new Dictionary<string, Pace>
    {
        ["walk"] = Pace.Walk,
        ["slow"] = Pace.Slow,
        ["slowly"] = Pace.Slow,
        ["easy"] = Pace.Slow,
        ["steady"] = Pace.Steady,
        ["normal"] = Pace.Steady,
        ["medium"] = Pace.Steady,
        ["brisk"] = Pace.Brisk,
        ["fast"] = Pace.Brisk,
        ["quick"] = Pace.Brisk,
        ["hard"] = Pace.Brisk,
        ["called"] = Pace.Called,
        ["counted"] = Pace.Counted,
        ["technical"] = Pace.Slow,
    }.ToFrozenDictionary();

    public static Pace? Read(string word) => Words.TryGetValue(word, out var pace) ? pace : null;

    public static string Write(Pace pace) =>
        pace switch
        {
            Pace.Walk => "walk",
            Pace.Slow => "slow",
            Pace.Steady => "steady",
            Pace.Brisk => "brisk",
            Pace.Counted => "counted",
            _ => "called",
        };
}
