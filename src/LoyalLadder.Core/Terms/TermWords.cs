using System.Globalization;
using LoyalLadder.Core.Lessons;

namespace LoyalLadder.Core.Terms;

/// <summary>What would be enough, in words.</summary>
public static class TermWords
{
    public static string Of(TermAsk ask, TermRelaxation relaxation)
    {
        var amount = relaxation.Amount;
        return relaxation.Kind switch
        {
            RelaxationKind.Exposures => $"{Spoken.Many(amount, "exposure")} fewer of {Names(ask, relaxation.Items)}",
            RelaxationKind.Minutes => $"{Spoken.Many(amount, "minute")} more in every session",
            RelaxationKind.NewItems => $"{Spoken.Many(amount, "new item")} more in a session",
            RelaxationKind.Gap => $"{Spoken.Many(amount, "day")} less between two exposures of one item",
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"the grading {Spoken.Many(amount, "day")} later, on {ask.Grading?.AddDays(amount):d MMMM}"
            ),
        };
    }

    private static string Names(TermAsk ask, Sequence<string> items) =>
        string.Join(", ", ask.Items.Where(i => items.Contains(i.Id)).Select(i => i.Name));
}
