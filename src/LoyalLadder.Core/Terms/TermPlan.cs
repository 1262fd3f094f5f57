namespace LoyalLadder.Core.Terms;

/// <summary>Which items stand in which session.</summary>
/// <param name="Sessions">By the key of the session, in the order of the days; empty sessions are there, too.</param>
public sealed record TermPlan(Sequence<PlannedSession> Sessions)
{
    /// <summary>The places of an item among the sessions, in order.</summary>
    public IEnumerable<int> PlacesOf(string item) =>
        Sessions.Select((s, n) => (s, n)).Where(p => p.s.Items.Contains(item)).Select(p => p.n);
}

/// <summary>A session with what is taught in it.</summary>
public sealed record PlannedSession(string Session, Sequence<string> Items);

/// <summary>How good a plan is; less is better in everything, and what stands first counts before all that comes behind.</summary>
/// <param name="Missing">Exposures that no session holds.</param>
/// <param name="LongGaps">Gaps above the most days.</param>
/// <param name="GapDays">Days by which gaps miss their ideal, all together.</param>
/// <param name="MaxLoad">The largest share of a session's minutes.</param>
/// <param name="FirstDay">Days from the first session to the first exposure of each new item, by weight.</param>
public sealed record TermScore(int Missing, int LongGaps, int GapDays, decimal MaxLoad, decimal FirstDay)
{
    /// <summary>How good a plan of an ask is.</summary>
    public static TermScore Of(TermAsk ask, TermPlan plan)
    {
        var sessions = ask.InOrder;
        var (missing, longGaps, gapDays, firstDay) = (0, 0, 0, 0m);
        var load = new int[sessions.Count];
        foreach (var item in ask.Items)
        {
            var places = plan.PlacesOf(item.Id).ToList();
            missing += Math.Max(0, item.Open - places.Count);
            for (var n = 0; n < places.Count; n++)
                load[places[n]] += item.SecondsOf(n);
            foreach (var (gap, ideal) in GapsOf(item, places, sessions))
            {
                longGaps += gap > ask.Limits.MostDays ? 1 : 0;
                gapDays += Math.Abs(gap - ideal);
            }
            if (item.IsNew && places.Count > 0)
                firstDay += item.Weight * (sessions[places[0]].Date.DayNumber - sessions[0].Date.DayNumber);
        }
        var maxLoad = load.Select((l, n) => sessions[n].Minutes == 0 ? 0 : l / (sessions[n].Minutes * 60m)).Max();
        return new TermScore(missing, longGaps, gapDays, Math.Round(maxLoad, 4), Math.Round(firstDay, 3));
    }

    private static IEnumerable<(int Gap, int Ideal)> GapsOf(
        TermItem item,
        List<int> places,
        IReadOnlyList<TermSession> sessions
    )
    {
        var before = item.Taught.Times > 0 ? item.Taught.Last : null;
        for (var n = 0; n < places.Count; n++)
        {
            var day = sessions[places[n]].Date;
            if (before is { } last)
                yield return (day.DayNumber - last.DayNumber, TermItem.IdealGap(item.Taught.Times + n));
            before = day;
        }
    }
}
