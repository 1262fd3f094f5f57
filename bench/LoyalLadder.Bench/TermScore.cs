using System.Diagnostics;
using System.Globalization;
using LoyalLadder.Core.Terms;
using LoyalLadder.Core.Tests.Terms;

namespace LoyalLadder.Bench;

/// <summary>How well terms are laid out: faults, what is missing, how near to the bound, and whether what is offered works.</summary>
internal static class TermScore
{
    private const int LeastSessions = 6,
        MostSessions = 30,
        LeastItems = 5,
        MostItems = 45;

    private const double Near = 0.05;

    /// <summary>Terms of all sizes for which a plan without anything missing is known to exist.</summary>
    public static void Feasible(int count, int from, int seconds)
    {
        var (faulty, missing, sooner) = (0, 0, 0);
        for (var seed = from; seed < from + count; seed++)
        {
            var ask = OfAnySize(seed, seconds);
            var (solved, first, took) = Solved(ask);
            faulty += solved.Plan is null || TermFaults.Of(ask, solved.Plan).Count > 0 ? 1 : 0;
            sooner += first <= 2 ? 1 : 0;
            if (solved.IsComplete)
                continue;
            missing++;
            Say(
                $"seed {seed}: {ask.Sessions.Count} x {ask.Items.Count}, {solved.Score?.Missing} missing after {took:0.0} s"
            );
        }
        Say(
            $"{count} feasible asks: {faulty} with a fault, {missing} with something missing, a first plan within 2 s of {sooner}"
        );
    }

    private static TermAsk OfAnySize(int seed, int seconds)
    {
        var sizes = new Random(seed);
        return new GivenTerm(seed).Feasible(
            sizes.Next(LeastSessions, MostSessions + 1),
            sizes.Next(LeastItems, MostItems + 1)
        ) with
        {
            SecondsToSolve = seconds,
        };
    }

    /// <summary>The same terms, each stopped as soon as nothing is missing.</summary>
    public static void Complete(int count, int from, int seconds)
    {
        var missing = 0;
        for (var seed = from; seed < from + count; seed++)
        {
            using var stop = new CancellationTokenSource();
            var ask = OfAnySize(seed, seconds);
            var solved = TermSolver.Solve(ask, found => EndWhenWhole(found, stop), stop.Token);
            if (solved.IsComplete)
                continue;
            missing++;
            Say($"seed {seed}: {ask.Sessions.Count} x {ask.Items.Count}, {solved.Score?.Missing} missing");
        }
        Say($"{count} feasible asks: {missing} with something missing");

        static void EndWhenWhole(TermFound found, CancellationTokenSource stop)
        {
            if (found.Score.Missing == 0)
                stop.Cancel();
        }
    }

    /// <summary>Terms of 24 sessions and 40 items: how far from the bound after so many seconds.</summary>
    public static void Sized(int count, int from, int seconds)
    {
        var (near, sooner) = (0, 0);
        for (var seed = from; seed < from + count; seed++)
        {
            var ask = new GivenTerm(seed).Even(24, 40) with { SecondsToSolve = seconds };
            var (solved, first, took) = Solved(ask);
            var isNear =
                solved.Score is { Missing: 0, LongGaps: 0 } s
                && (solved.IsBest || s.GapDays <= solved.Bound * (1 + Near));
            near += isNear ? 1 : 0;
            sooner += first <= 2 ? 1 : 0;
            Say(
                $"seed {seed}: {ask.Items.Count} items, {solved.Score}, bound {solved.Bound}, best {solved.IsBest}, {took:0.0} s"
            );
        }
        Say($"{near} of {count} within 5 % of the bound or best, a first plan within 2 s of {sooner}");
    }

    /// <summary>Terms with too little room: each thing that is offered is enough, and one less of it is not.</summary>
    public static void Infeasible(int count, int from, int seconds)
    {
        var (seen, offered, wrong, untold) = (0, 0, 0, 0);
        for (var seed = from; seen < count; seed++)
        {
            var sizes = new Random(seed);
            var ask = new GivenTerm(seed).Short(sizes.Next(6, 15), sizes.Next(5, 19)) with { SecondsToSolve = seconds };
            var (solved, _, _) = Solved(ask);
            if (solved.IsComplete)
                continue;
            seen++;
            foreach (var relaxation in solved.Relaxations.Where(r => r.Kind != RelaxationKind.Exposures))
            {
                offered++;
                var (enough, less) = (
                    IsComplete(ask, relaxation.Kind, relaxation.Amount),
                    IsComplete(ask, relaxation.Kind, relaxation.Amount - 1)
                );
                if (enough == false || less == true)
                {
                    wrong++;
                    Say($"seed {seed}: {relaxation} is wrong: enough {enough}, one less {less}");
                }
                untold += enough is null || less is null ? 1 : 0;
            }
        }
        Say($"{count} asks without room: {offered} offered, {wrong} wrong, {untold} not to be told in a minute");
    }

    private static bool? IsComplete(TermAsk ask, RelaxationKind kind, int amount)
    {
        var (plan, isLeast) = TermSolver.LeastMissing(TermRelaxing.With(ask, kind, amount), 60);
        return plan is not null && Core.Terms.TermScore.Of(TermRelaxing.With(ask, kind, amount), plan).Missing == 0
                ? true
            : isLeast ? false
            : null;
    }

    private static (TermSolved Solved, double First, double Took) Solved(TermAsk ask)
    {
        var watch = Stopwatch.StartNew();
        double? first = null;
        var solved = TermSolver.Solve(ask, _ => first ??= watch.Elapsed.TotalSeconds);
        return (solved, first ?? double.MaxValue, watch.Elapsed.TotalSeconds);
    }

    private static void Say(FormattableString line) => Console.WriteLine(line.ToString(CultureInfo.InvariantCulture));
}
