using LoyalLadder.Core.Rounds;

namespace LoyalLadder.Web.Pages.Rounds;

/// <summary>A call on the strip.</summary>
public sealed record StripRung(int Number, double X, CalledMove Call);

/// <summary>A stretch of a round to scale: two rails, a rung for each call, its words below.</summary>
public sealed record StripRow(
    int FromSeconds,
    int ToSeconds,
    IReadOnlyList<StripRung> Rungs,
    IReadOnlyList<(double X, string Words)> Hours
)
{
    public const int Left = 20,
        Width = 1060,
        Rails = 26,
        Between = 52,
        Height = 196;
}

/// <summary>A round as rows of the same scale: one where its calls have room in it, else one for each minute.</summary>
public static class RoundStrip
{
    private const int MostInRow = 32;
    private const int Minute = 60;

    public static IEnumerable<StripRow> Of(CalledRound round, int workSeconds)
    {
        var span = round.Calls.Count <= MostInRow ? workSeconds : Minute;
        for (var from = 0; from < workSeconds; from += span)
            yield return Row(round, from, Math.Min(workSeconds, from + span), span);
    }

    private static StripRow Row(CalledRound round, int from, int to, int span)
    {
        double X(decimal at) => StripRow.Left + ((double)(at - from) * StripRow.Width / span);
        var step = span > Minute ? 15 : 10;
        return new StripRow(
            from,
            to,
            [
                .. round
                    .Calls.Select((c, i) => new StripRung(i, X(c.At), c))
                    .Where(r => r.Call.At >= from && r.Call.At < to),
            ],
            [
                .. Enumerable
                    .Range(0, ((to - from) / step) + 1)
                    .Select(i => (X(from + (i * step)), Clock(from + (i * step)))),
            ]
        );
    }

    private static string Clock(int seconds) => $"{seconds / 60}:{seconds % 60:00}";
}
