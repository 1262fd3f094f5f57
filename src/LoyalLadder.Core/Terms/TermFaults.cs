namespace LoyalLadder.Core.Terms;

/// <summary>
/// Judges a plan by the rules alone, apart from whatever made it: every rule that it breaks, in words. A plan that is shown has
/// none. What is missing is no fault; it is told by the score.
/// </summary>
public static class TermFaults
{
    public static IReadOnlyList<string> Of(TermAsk ask, TermPlan plan)
    {
        var faults = new List<string>();
        var sessions = ask.InOrder;
        if (!plan.Sessions.Select(s => s.Session).SequenceEqual(sessions.Select(s => s.Id)))
            return ["The plan has other sessions than the ask."];
        var items = ask.Items.ToDictionary(i => i.Id, StringComparer.Ordinal);
        foreach (var unknown in plan.Sessions.SelectMany(s => s.Items).Where(i => !items.ContainsKey(i)).Distinct())
            faults.Add($"{unknown} was not asked for.");
        if (faults.Count > 0)
            return faults;
        Each(ask, plan, sessions, items, faults);
        foreach (var item in ask.Items)
            Spaced(ask, plan, sessions, item, faults);
        foreach (var item in ask.Items.Where(i => i.IsNew))
            InOrder(plan, items, item, faults);
        if (ask.Limits.RestRegions)
            Rested(plan, sessions, items, faults);
        Pinned(ask, plan, faults);
        return faults;
    }

    /// <summary>Each session by itself: time, kit, new items, and no day behind the last one.</summary>
    private static void Each(
        TermAsk ask,
        TermPlan plan,
        IReadOnlyList<TermSession> sessions,
        Dictionary<string, TermItem> items,
        List<string> faults
    )
    {
        var times = items.ToDictionary(i => i.Key, i => 0, StringComparer.Ordinal);
        for (var n = 0; n < sessions.Count; n++)
        {
            var (session, held) = (sessions[n], plan.Sessions[n].Items);
            var (seconds, fresh) = (0, 0);
            if (held.Distinct().Count() < held.Count)
                faults.Add($"{session.Id} has something twice.");
            if (held.Count > 0 && session.Date > (ask.LastDay ?? DateOnly.MaxValue))
                faults.Add($"{session.Id} lies too near to the grading.");
            foreach (var item in held.Distinct().Select(i => items[i]))
            {
                fresh += item.IsNew && times[item.Id] == 0 ? 1 : 0;
                seconds += item.SecondsOf(times[item.Id]++);
                foreach (var thing in item.Kit.Where(k => !session.Kit.Contains(k)))
                    faults.Add($"{session.Id} has no {thing} for {item.Id}.");
            }
            if (seconds > session.Minutes * 60)
                faults.Add($"{session.Id} holds {seconds} s of {session.Minutes * 60}.");
            if (fresh > ask.Limits.NewItems)
                faults.Add($"{session.Id} has {fresh} new items.");
        }
        foreach (var item in items.Values.Where(i => times[i.Id] > i.Open))
            faults.Add($"{item.Id} stands {times[item.Id]} times, {item.Open} are open.");
    }

    private static void Spaced(
        TermAsk ask,
        TermPlan plan,
        IReadOnlyList<TermSession> sessions,
        TermItem item,
        List<string> faults
    )
    {
        var before = item.Taught.Times > 0 ? item.Taught.Last : null;
        foreach (var place in plan.PlacesOf(item.Id))
        {
            var day = sessions[place].Date;
            if (before is { } last && day.DayNumber - last.DayNumber < ask.Limits.LeastDays)
                faults.Add($"{item.Id} comes again after {day.DayNumber - last.DayNumber} days.");
            before = day;
        }
    }

    private static void InOrder(TermPlan plan, Dictionary<string, TermItem> items, TermItem item, List<string> faults)
    {
        var places = plan.PlacesOf(item.Id).ToList();
        if (places.Count == 0)
            return;
        foreach (var first in item.After.Select(a => items[a]))
        {
            var needed = 2 - first.Taught.Times;
            if (needed <= 0)
                continue;
            var comes = plan.PlacesOf(first.Id).ToList();
            if (comes.Count < needed || comes[needed - 1] >= places[0])
                faults.Add($"{item.Id} comes before the second of {first.Id}.");
        }
    }

    private static void Rested(
        TermPlan plan,
        IReadOnlyList<TermSession> sessions,
        Dictionary<string, TermItem> items,
        List<string> faults
    )
    {
        for (var a = 0; a < sessions.Count; a++)
        for (var b = a + 1; b < sessions.Count; b++)
        {
            if (sessions[b].Date.DayNumber - sessions[a].Date.DayNumber != 1)
                continue;
            var worked = Hard(a).Intersect(Hard(b)).ToList();
            if (worked.Count > 0)
                faults.Add($"{sessions[b].Id} works {string.Join(", ", worked)} hard the day after.");
        }

        IEnumerable<string> Hard(int n) =>
            plan.Sessions[n]
                .Items.Select(i => items[i])
                .Where(i => i.Effort >= TermAsk.HardEffort)
                .SelectMany(i => i.Regions);
    }

    private static void Pinned(TermAsk ask, TermPlan plan, List<string> faults)
    {
        var held = plan.Sessions.ToDictionary(s => s.Session, s => s.Items, StringComparer.Ordinal);
        foreach (var pin in ask.Pins.Where(p => held[p.Session].Contains(p.Item) != p.Must))
            faults.Add($"{pin.Item} in {pin.Session} is pinned otherwise.");
    }
}
