using Google.OrTools.Sat;

namespace LoyalLadder.Core.Terms;

/// <summary>What would be enough, alone, where something has no place; the cheapest first.</summary>
internal static class TermRelaxing
{
    private const double SecondsEach = 2;
    private const int MostMinutesMore = 60;

    /// <param name="ask">What was to be laid out.</param>
    /// <param name="best">The best plan of it, with something missing.</param>
    /// <param name="isLeast">No plan has less missing.</param>
    /// <param name="effort">What is left of it may be spent.</param>
    /// <param name="stop">Ends the search: what was found by then is given.</param>
    public static IEnumerable<TermRelaxation> Of(
        TermAsk ask,
        TermPlan best,
        bool isLeast,
        TermEffort effort,
        CancellationToken stop
    )
    {
        if (isLeast)
            yield return new TermRelaxation(
                RelaxationKind.Exposures,
                TermScore.Of(ask, best).Missing,
                Short(ask, best)
            );
        // where all may yet have its place, nothing has to give way
        if (!isLeast && IsEnough(ask, best, effort, stop) != false)
            yield break;
        foreach (var kind in Enum.GetValues<RelaxationKind>().Where(k => k != RelaxationKind.Exposures))
            if (Least(Most(ask, kind), n => IsEnough(With(ask, kind, n), best, effort, stop)) is { } amount)
                yield return new TermRelaxation(kind, amount, []);
    }

    /// <summary>The ask with so much given way.</summary>
    public static TermAsk With(TermAsk ask, RelaxationKind kind, int amount) =>
        kind switch
        {
            RelaxationKind.NewItems => ask with
            {
                Limits = ask.Limits with { NewItems = ask.Limits.NewItems + amount },
            },
            RelaxationKind.Minutes => ask with
            {
                Sessions = ask.Sessions.Select(s => s with { Minutes = s.Minutes + amount }).ToSequence(),
            },
            RelaxationKind.Gap => ask with { Limits = ask.Limits with { LeastDays = ask.Limits.LeastDays - amount } },
            RelaxationKind.Grading => ask with { Grading = ask.Grading?.AddDays(amount) },
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Exposures are told by the plan."),
        };

    /// <summary>The most that is tried: more than that would change nothing, or is no help to anybody.</summary>
    private static int Most(TermAsk ask, RelaxationKind kind) =>
        kind switch
        {
            RelaxationKind.NewItems => ask.Items.Count,
            RelaxationKind.Minutes => MostMinutesMore,
            RelaxationKind.Gap => ask.Limits.LeastDays,
            _ => ask.LastDay is { } last ? Math.Max(0, ask.Sessions.Max(s => s.Date).DayNumber - last.DayNumber) : 0,
        };

    private static Sequence<string> Short(TermAsk ask, TermPlan plan) =>
        ask.Items.Where(i => plan.PlacesOf(i.Id).Count() < i.Open).Select(i => i.Id).ToSequence();

    /// <summary>The least amount that is enough; null where the most is not, or where it cannot be told in time.</summary>
    private static int? Least(int most, Func<int, bool?> isEnough)
    {
        if (most < 1 || isEnough(most) != true)
            return null;
        var (low, high) = (0, most);
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (isEnough(middle) is not { } enough)
                return null;
            (low, high) = enough ? (low, middle) : (middle, high);
        }
        return high;
    }

    /// <summary>Whether everything has its place in an ask that was relaxed; null where that cannot be told in time.</summary>
    private static bool? IsEnough(TermAsk ask, TermPlan from, TermEffort effort, CancellationToken stop)
    {
        if (stop.IsCancellationRequested || effort.IsOver)
            return null;
        var model = new TermModel(ask, TermGaps.None).From(from).Complete();
        var (status, _) = effort.Spend(Math.Min(SecondsEach, effort.Left), model, ask.Seed, (_, _) => { }, stop);
        return status switch
        {
            CpSolverStatus.Optimal or CpSolverStatus.Feasible => true,
            CpSolverStatus.Infeasible => false,
            _ => null,
        };
    }
}
