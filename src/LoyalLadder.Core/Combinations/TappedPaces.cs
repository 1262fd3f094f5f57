using System.Globalization;

namespace LoyalLadder.Core.Combinations;

/// <summary>What is tapped apart: an arm comes back sooner than a leg, and a chain has its own rhythm.</summary>
public enum MoveFamily
{
    /// <summary>One strike, block or evasion with the arms or the body.</summary>
    Hand,

    /// <summary>One kick or knee.</summary>
    Kick,

    /// <summary>Several counts that belong together.</summary>
    Combination,

    /// <summary>An exercise, done by its own seconds.</summary>
    Exercise,
}

public static class MoveFamilies
{
    /// <summary>The family of some moves; null for a whole form, water and rest, which nobody counts.</summary>
    public static MoveFamily? Of(Combination moves) =>
        moves switch
        {
            { FormSeconds: not null } or { IsPause: true } => null,
            { IsExercise: true } => MoveFamily.Exercise,
            { Counts.Count: > 1 } => MoveFamily.Combination,
            _ when moves.Elements.Any(e => e.Technique is { IsKick: true }) => MoveFamily.Kick,
            _ => MoveFamily.Hand,
        };
}

/// <summary>How fast somebody counts, as they tapped it.</summary>
/// <param name="Pace">The pace that was tapped.</param>
/// <param name="Family">What was done at it.</param>
/// <param name="Seconds">A repetition as tapped.</param>
/// <param name="Usual">The same repetition by the starting values.</param>
public readonly record struct TappedPace(Pace Pace, MoveFamily Family, decimal Seconds, decimal Usual)
{
    /// <summary>What the starting value of any repetition of that family is multiplied by.</summary>
    public decimal Factor => Usual > 0 ? Seconds / Usual : 1;
}

/// <summary>The paces that a school or one instructor has tapped, at most one for each pace and family.</summary>
public sealed record TappedPaces(Sequence<TappedPace> All)
{
    /// <summary>Characters that all paces of all families take at most as they are kept.</summary>
    public const int Longest = 1000;

    public static TappedPaces None { get; } = new([]);

    /// <summary>What was tapped for such moves; null for nothing.</summary>
    public TappedPace? Of(Combination moves, Pace pace) =>
        MoveFamilies.Of(moves) is { } family ? Of(family, pace) : null;

    public TappedPace? Of(MoveFamily family, Pace pace)
    {
        foreach (var tapped in All)
            if (tapped.Pace == pace && tapped.Family == family)
                return tapped;
        return null;
    }

    /// <summary>With one more, which takes the place of an earlier one.</summary>
    public TappedPaces With(TappedPace tapped) =>
        new(Without(tapped.Family, tapped.Pace).All.Append(tapped).OrderBy(t => (t.Family, t.Pace)).ToSequence());

    /// <summary>Without that one: the starting value holds again.</summary>
    public TappedPaces Without(MoveFamily family, Pace pace) =>
        new(All.Where(t => t.Pace != pace || t.Family != family).ToSequence());

    /// <summary>These, and the other ones where these say nothing: an instructor's before the school's.</summary>
    public TappedPaces Before(TappedPaces others) => All.Aggregate(others, (all, tapped) => all.With(tapped));

    /// <summary>For keeping: 'counted kick 1.60 2.10; steady hand 1.20 1.50'.</summary>
    public string Write() =>
        string.Join(
            "; ",
            All.Select(t =>
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{PaceWords.Write(t.Pace)} {t.Family.ToString().ToLowerInvariant()} {t.Seconds:0.00} {t.Usual:0.00}"
                )
            )
        );

    /// <summary>What was kept; pieces that cannot be read are left out.</summary>
    public static TappedPaces Read(string kept) =>
        new(
            kept.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select(ReadOne)
                .OfType<TappedPace>()
                .ToSequence()
        );

    private static TappedPace? ReadOne(string piece) =>
        piece.Split(' ') is [var pace, var family, var seconds, var usual]
        && PaceWords.Read(pace) is { } read
        && Enum.TryParse<MoveFamily>(family, ignoreCase: true, out var of)
        && decimal.TryParse(seconds, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var tapped)
        && decimal.TryParse(usual, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var before)
            ? new TappedPace(read, of, tapped, before)
            : null;
}

/// <summary>Ten taps, one for each count as it would be called.</summary>
public static class TapCount
{
    /// <summary>Taps that are asked for: the first interval is a start, the eight after it count.</summary>
    public const int Taps = 10;

    /// <summary>Intervals that count: the last ones, when the rhythm is found.</summary>
    public const int Counted = 8;

    /// <summary>The shortest and longest mean that a count can have, in seconds.</summary>
    public const decimal Shortest = 0.15m,
        Longest = 60;

    /// <summary>Seconds between two of the last taps, in the mean; null where there are too few or nobody counts like that.</summary>
    /// <param name="at">When each tap was, in milliseconds, rising.</param>
    public static decimal? Mean(IReadOnlyList<int> at)
    {
        if (at.Count < Taps)
            return null;
        for (var i = 1; i < at.Count; i++)
            if (at[i] <= at[i - 1])
                return null;
        var mean = (at[^1] - at[^(Counted + 1)]) / 1000m / Counted;
        return mean is >= Shortest and <= Longest ? mean : null;
    }

    /// <summary>Times as they are sent, with commas between; null where they are no whole numbers.</summary>
    public static IReadOnlyList<int>? Read(string sent)
    {
        var pieces = sent.Split(',', StringSplitOptions.TrimEntries);
        var at = new List<int>(pieces.Length);
        foreach (var piece in pieces)
        {
            if (!int.TryParse(piece, NumberStyles.None, CultureInfo.InvariantCulture, out var time))
                return null;
            at.Add(time);
        }
        return at;
    }
}
