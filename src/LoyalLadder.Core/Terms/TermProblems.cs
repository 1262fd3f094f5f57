namespace LoyalLadder.Core.Terms;

/// <summary>What is wrong with an ask before anybody plans: all of it, each with its place.</summary>
public static class TermProblems
{
    private const int MostMinutes = 600;
    private const int MostSeconds = 36_000;

    public static IReadOnlyList<TermProblem> Of(TermAsk ask)
    {
        var problems = new List<TermProblem>();
        if (ask.Sessions.Count is 0 or > TermAsk.MostSessions)
            problems.Add(new TermProblem("sessions", $"1 to {TermAsk.MostSessions} sessions."));
        if (ask.Items.Count > TermAsk.MostItems)
            problems.Add(new TermProblem("items", $"At most {TermAsk.MostItems} items."));
        // what is far too long is not looked through
        if (problems.Count > 0)
            return problems;
        Sessions(ask, problems);
        Items(ask, problems);
        Limits(ask, problems);
        Pins(ask, problems);
        if (Circle(ask) is { } circle)
            problems.Add(new TermProblem("items", $"These wait for each other: {string.Join(", then ", circle)}."));
        return problems;
    }

    private static void Sessions(TermAsk ask, List<TermProblem> problems)
    {
        var known = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < ask.Sessions.Count; i++)
        {
            var session = ask.Sessions[i];
            if (string.IsNullOrWhiteSpace(session.Id) || !known.Add(session.Id))
                problems.Add(new TermProblem($"sessions[{i}].id", "Each session has a key of its own."));
            if (session.Minutes is < 0 or > MostMinutes)
                problems.Add(new TermProblem($"sessions[{i}].minutes", $"0 to {MostMinutes} minutes."));
        }
    }

    private static void Items(TermAsk ask, List<TermProblem> problems)
    {
        var ids = ask.Items.Select(i => i.Id).ToHashSet(StringComparer.Ordinal);
        var known = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < ask.Items.Count; i++)
        {
            var item = ask.Items[i];
            Check(!string.IsNullOrWhiteSpace(item.Id) && known.Add(item.Id), "id", "Each item has a key of its own.");
            Check(
                item is { Wanted: >= 1, Open: <= TermItem.MostWanted },
                "wanted",
                $"1 to {TermItem.MostWanted} exposures."
            );
            Check(
                item.Seconds.Count is >= 1 and <= 3 && item.Seconds.All(s => s is > 0 and <= MostSeconds),
                "seconds",
                "One to three lengths above 0: of the first, the second and every later exposure."
            );
            Check(item.Taught.Times is >= 0 and <= 1000, "taught.times", "0 or more.");
            Check(item.Weight is > 0 and <= 1000, "weight", "Above 0, at most 1,000.");
            Check(item.Effort is >= 1 and <= 5, "effort", "1 to 5.");
            for (var n = 0; n < item.After.Count; n++)
                Check(ids.Contains(item.After[n]), $"after[{n}]", $"There is no item '{item.After[n]}'.");

            void Check(bool holds, string field, string message)
            {
                if (!holds)
                    problems.Add(new TermProblem($"items[{i}].{field}", message));
            }
        }
    }

    private static void Limits(TermAsk ask, List<TermProblem> problems)
    {
        var limits = ask.Limits;
        Check(limits.NewItems is >= 0 and <= 50, "limits.newItems", "0 to 50.");
        Check(limits.LeastDays is >= 0 and <= 60, "limits.leastDays", "0 to 60.");
        Check(limits.MostDays >= limits.LeastDays && limits.MostDays <= 400, "limits.mostDays", "Least days to 400.");
        Check(limits.FreeDays is >= 0 and <= 60, "limits.freeDays", "0 to 60.");
        Check(ask.SecondsToSolve is >= 1 and <= 60, "seconds", "1 to 60.");
        if (ask.LastDay is { } last && ask.Sessions.All(s => s.Date > last))
            problems.Add(new TermProblem("grading", "Every session lies behind the last day before the grading."));

        void Check(bool holds, string field, string message)
        {
            if (!holds)
                problems.Add(new TermProblem(field, message));
        }
    }

    private static void Pins(TermAsk ask, List<TermProblem> problems)
    {
        var sessions = ask.Sessions.Select(s => s.Id).ToHashSet(StringComparer.Ordinal);
        var items = ask.Items.Select(i => i.Id).ToHashSet(StringComparer.Ordinal);
        var said = new Dictionary<(string, string), bool>();
        for (var i = 0; i < ask.Pins.Count; i++)
        {
            var pin = ask.Pins[i];
            if (!sessions.Contains(pin.Session))
                problems.Add(new TermProblem($"pins[{i}].session", $"There is no session '{pin.Session}'."));
            if (!items.Contains(pin.Item))
                problems.Add(new TermProblem($"pins[{i}].item", $"There is no item '{pin.Item}'."));
            if (said.TryGetValue((pin.Session, pin.Item), out var must) && must != pin.Must)
                problems.Add(new TermProblem($"pins[{i}].must", "Another pin says the opposite."));
            said[(pin.Session, pin.Item)] = pin.Must;
        }
    }

    /// <summary>Items that wait for each other in a circle; null where none do.</summary>
    private static List<string>? Circle(TermAsk ask)
    {
        var after = ask.Items.DistinctBy(i => i.Id).ToDictionary(i => i.Id, i => i.After, StringComparer.Ordinal);
        var state = new Dictionary<string, bool>(StringComparer.Ordinal);
        var path = new List<string>();
        foreach (var id in after.Keys)
            if (Walk(id))
                return path;
        return null;

        bool Walk(string id)
        {
            if (state.TryGetValue(id, out var isOpen))
            {
                if (isOpen)
                    path.RemoveRange(0, Math.Max(0, path.IndexOf(id)));
                return isOpen;
            }
            state[id] = true;
            path.Add(id);
            foreach (var before in after[id].Where(after.ContainsKey))
                if (Walk(before))
                    return true;
            path.RemoveAt(path.Count - 1);
            state[id] = false;
            return false;
        }
    }
}
