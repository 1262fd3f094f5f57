using System.Globalization;

namespace LoyalLadder.Core.Progress;

/// <summary>How much of the time one kind of work takes, and should.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Share">Of all working minutes, 0 to 1.</param>
/// <param name="Aim">What the school aims at; null where it has none for this kind.</param>
public readonly record struct WorkShare(PaceKind Kind, double Share, double? Aim);

/// <summary>Minutes by kind of work, beside what a school aims at.</summary>
public static class WorkShares
{
    /// <summary>Kinds that are work; pauses are none.</summary>
    public static IReadOnlyList<PaceKind> Kinds { get; } =
    [PaceKind.Alone, PaceKind.Partner, PaceKind.Turns, PaceKind.Floor, PaceKind.Exercise];

    public static string Word(PaceKind kind) =>
        kind switch
        {
            PaceKind.Alone => Say("alone, in lines"),
            PaceKind.Partner => Say("with a partner"),
            PaceKind.Turns => Say("at stations and bags"),
            PaceKind.Floor => Say("down the floor"),
            PaceKind.Exercise => Say("exercise"),
            _ => Say("pauses"),
        };

    /// <summary>The shares of work, in the order of <see cref="Kinds"/>.</summary>
    /// <param name="seconds">Seconds by kind.</param>
    /// <param name="aims">In hundredths, by kind; see <see cref="ReadAims"/>.</param>
    public static IReadOnlyList<WorkShare> Of(
        IReadOnlyDictionary<PaceKind, int> seconds,
        IReadOnlyDictionary<PaceKind, int> aims
    )
    {
        double all = Kinds.Sum(k => seconds.GetValueOrDefault(k));
        return
        [
            .. Kinds.Select(k => new WorkShare(
                k,
                all > 0 ? seconds.GetValueOrDefault(k) / all : 0,
                aims.TryGetValue(k, out var aim) ? aim / 100.0 : null
            )),
        ];
    }

    /// <summary>Aims as they are kept: 'Alone 30, Partner 40'.</summary>
    public static string WriteAims(IReadOnlyDictionary<PaceKind, int> aims) =>
        string.Join(
            ", ",
            Kinds.Where(aims.ContainsKey).Select(k => string.Create(CultureInfo.InvariantCulture, $"{k} {aims[k]}"))
        );

    /// <summary>Reads what <see cref="WriteAims"/> wrote; what is something else is left out.</summary>
    public static IReadOnlyDictionary<PaceKind, int> ReadAims(string text)
    {
        var aims = new Dictionary<PaceKind, int>();
        foreach (var part in text.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
            if (
                part.Split(' ') is [var kind, var share]
                && Enum.TryParse<PaceKind>(kind, out var of)
                && int.TryParse(share, NumberStyles.None, CultureInfo.InvariantCulture, out var hundredths)
            )
                aims[of] = hundredths;
        return aims;
    }

    /// <summary>What is wrong with aims; null where nothing is.</summary>
    public static string? Problem(IReadOnlyDictionary<PaceKind, int> aims) =>
        aims.Values.Any(a => a is < 0 or > 100) ? Say("Each is 0 to 100 %.")
        : aims.Values.Sum() > 100 ? Say($"Together they are {aims.Values.Sum()} %: at most 100.")
        : null;
}
