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
            RelaxationKind.Exposures => Say($"{Spoken.Many(amount, "lesson")} fewer of {Names(ask, relaxation.Items)}"),
            RelaxationKind.Minutes => Say($"{Spoken.Many(amount, "minute")} more in every session"),
            RelaxationKind.NewItems => Say($"{Spoken.Many(amount, "new thing")} more in a session"),
            RelaxationKind.Gap => Say($"{Spoken.Many(amount, "day")} less between two lessons of one thing"),
            _ => Say($"the grading {Spoken.Many(amount, "day")} later, on {ask.Grading?.AddDays(amount):d MMMM}"),
        };
    }

    /// <summary>How good a plan is, in a few words: 'everything has its place, 2 gaps over 21 days'.</summary>
    public static string Headline(int missing, int longGaps, int mostDays)
    {
        var places = missing == 0 ? Say("everything fits") : Say($"{Spoken.Many(missing, "lesson")} without a place");
        return longGaps == 0 ? places : Say($"{places}, {Spoken.Many(longGaps, "gap")} over {mostDays} days");
    }

    /// <summary>What makes too much of a term at once: all minutes together, beginnings, and items that wait for each other.</summary>
    public static IEnumerable<string> AtFault(TermAsk ask)
    {
        var sessions = ask.InOrder.Where(s => s.Date <= (ask.LastDay ?? DateOnly.MaxValue)).ToList();
        var (needed, there) = (
            ask.Items.Sum(i => Enumerable.Range(0, i.Open).Sum(i.SecondsOf)) / 60,
            sessions.Sum(s => s.Minutes)
        );
        if (needed > there)
            yield return Say($"all together needs {Spoken.Many(needed, "minute")} and there are {there}");
        var (fresh, begins) = (
            ask.Items.Count(i => i is { IsNew: true, Open: > 0 }),
            sessions.Count * ask.Limits.NewItems
        );
        if (fresh > begins)
            yield return Say($"{Spoken.Many(fresh, "new thing")} have to begin and there is room for {begins}");
        foreach (var item in ask.Items.Where(i => i.Open > 0))
        {
            var days = sessions.Count(s => ask.MayStand(item, s) && s.Minutes * 60 >= item.Seconds.Min());
            if (days < item.Open)
                yield return Say($"{item.Name} needs {Spoken.Many(item.Open, "session")} and {days} can hold it");
        }
    }

    private static string Names(TermAsk ask, Sequence<string> items) =>
        string.Join(", ", ask.Items.Where(i => items.Contains(i.Id)).Select(i => i.Name));
}
