using LoyalLadder.Core.Terms;

namespace LoyalLadder.Core.Tests.Terms;

/// <summary>Terms that are laid out: without a fault, without anything missing where that can be, and as good as any plan.</summary>
public class TermTests
{
    /// <summary>Ended by work and never by the clock: on a busy machine it comes to the same.</summary>
    private static TermSolved ByWork(TermAsk ask) => TermSolver.Solve(ask, new TermEffort(ask.SecondsToSolve, 600));

    private static TermSolved Solved(TermAsk ask)
    {
        var solved = ByWork(ask);
        Assert.Empty(TermFaults.Of(ask, solved.Plan!));
        Assert.Equal(TermScore.Of(ask, solved.Plan!), solved.Score);
        return solved;
    }

    /// <summary>A few of the many sizes.</summary>
    [Theory]
    [InlineData(1, 6, 5)]
    [InlineData(2, 10, 12)]
    [InlineData(3, 12, 16)]
    [InlineData(4, 16, 20)]
    [InlineData(5, 20, 24)]
    public void Nothing_is_missing_where_a_plan_without_missing_exists(int seed, int sessions, int items)
    {
        var ask = new GivenTerm(seed).Feasible(sessions, items);
        // it ends as soon as nothing is missing: how soon that is is no matter here
        var (plan, isLeast) = TermSolver.LeastMissing(ask, Enough);
        Assert.True(isLeast);
        Assert.Empty(TermFaults.Of(ask, plan!));
        Assert.Equal(0, TermScore.Of(ask, plan!).Missing);
    }

    private const double Enough = 240;

    /// <summary>Work ends it, not the clock: a plan that nothing was proven of comes out the same.</summary>
    [Theory]
    [InlineData(3, 20, 30)]
    [InlineData(11, 26, 45)]
    public void The_same_ask_and_seed_come_to_the_same_plan(int seed, int sessions, int items)
    {
        var ask = new GivenTerm(seed).Feasible(sessions, items);
        var (one, other) = (Once(), Once());
        Assert.False(one.IsBest);
        Assert.Equal(one.Plan, other.Plan);
        Assert.Equal((one.Score, one.Bound, one.Relaxations), (other.Score, other.Bound, other.Relaxations));

        TermSolved Once() => ByWork(ask with { SecondsToSolve = 2 });
    }

    [Fact]
    public void A_complete_plan_offers_nothing_to_give_way_and_is_no_better_than_its_bound()
    {
        var solved = Solved(new GivenTerm(1).Feasible(6, 5) with { SecondsToSolve = 20 });
        Assert.True(solved.IsComplete, $"{solved.Score}");
        Assert.Empty(solved.Relaxations);
        Assert.True(solved.Bound <= solved.Score!.GapDays);
    }

    /// <summary>The best of all plans there are, by looking at each.</summary>
    [Fact]
    public void Tiny_terms_are_as_good_as_the_best_of_all_plans()
    {
        for (var seed = 0; seed < 12; seed++)
        {
            var ask = new GivenTerm(seed).Tiny();
            var solved = Solved(ask);
            var best = All(ask)
                .Where(p => TermFaults.Of(ask, p).Count == 0)
                .Select(p => TermScore.Of(ask, p))
                .Select(s => (s.Missing, s.LongGaps, s.GapDays))
                .Min();
            Assert.Equal(best, (solved.Score!.Missing, solved.Score.LongGaps, solved.Score.GapDays));
            Assert.True(solved.IsBest);
        }
    }

    /// <summary>What no plan is said to better is bettered by none, whether or not sessions are fought over.</summary>
    [Fact]
    public void The_bound_of_gap_days_is_never_above_the_best_of_all_plans()
    {
        var bounded = 0;
        for (var seed = 0; seed < 40; seed++)
        {
            var ask = new GivenTerm(seed).Tiny();
            var whole = All(ask)
                .Where(p => TermFaults.Of(ask, p).Count == 0)
                .Select(p => TermScore.Of(ask, p))
                .Where(s => s is { Missing: 0, LongGaps: 0 })
                .Select(s => s.GapDays)
                .DefaultIfEmpty(-1)
                .Min();
            if (whole < 0)
                continue;
            bounded++;
            Assert.InRange(TermBound.Of(ask, whole + 20), 0, whole);
        }
        Assert.True(bounded > 5, $"{bounded} of 40 can hold everything");
    }

    [Fact]
    public void A_term_of_forty_items_is_laid_out_at_once_and_then_as_well_as_can_be()
    {
        var ask = new GivenTerm(2).Even(24, 40);
        var first = TermSearch.First(ask);
        Assert.Empty(TermFaults.Of(ask, first));
        var solved = Solved(ask);
        Assert.True(solved is { IsComplete: true, IsBest: true }, $"{solved.Score}, bound {solved.Bound}");
    }

    [Fact]
    public void The_search_tells_of_better_plans_only_and_ends_when_it_is_told_to()
    {
        var ask = new GivenTerm(5).Feasible(12, 16);
        var told = new List<TermScore>();
        using var stop = new CancellationTokenSource();
        var solved = TermSolver.Solve(
            ask,
            found =>
            {
                Assert.Empty(TermFaults.Of(ask, found.Plan));
                told.Add(found.Score);
                stop.Cancel();
            },
            stop.Token
        );
        Assert.Contains(solved.Score, told);
        Assert.Equal(told, told.OrderByDescending(s => (s.Missing, s.LongGaps, s.GapDays, s.MaxLoad, s.FirstDay)));
        Assert.True(told.Count <= 2, $"told of {told.Count} plans");
    }

    [Fact]
    public void The_same_ask_and_seed_give_the_same_plan()
    {
        var ask = new GivenTerm(3).Even(14, 18) with { SecondsToSolve = 3 };
        List<TermPlan> one = [],
            other = [];
        TermSearch.Run(ask, one.Add, default);
        TermSearch.Run(ask, other.Add, default);
        Assert.Equal(one, other);
        List<TermPlan> another = [];
        TermSearch.Run(ask with { Seed = 99 }, another.Add, default);
        Assert.NotEqual(one[^1], another[^1]);
    }

    /// <summary>Every way to put items into sessions.</summary>
    private static IEnumerable<TermPlan> All(TermAsk ask)
    {
        var cells = ask.Sessions.Count * ask.Items.Count;
        for (var mask = 0; mask < 1 << cells; mask++)
        {
            var bits = mask;
            yield return new TermPlan(
                ask.InOrder.Select(
                        (s, n) =>
                            new PlannedSession(
                                s.Id,
                                ask.Items.Where((_, i) => (bits >> ((n * ask.Items.Count) + i) & 1) == 1)
                                    .Select(i => i.Id)
                                    .ToSequence()
                            )
                    )
                    .ToSequence()
            );
        }
    }

    /// <summary>What is offered is enough, and one less of its kind is not.</summary>
    [Fact]
    public void Each_relaxation_is_enough_and_none_smaller_of_its_kind()
    {
        var offered = 0;
        for (var seed = 1; seed <= 3; seed++)
        {
            var ask = new GivenTerm(seed).Feasible(6, 6) with { SecondsToSolve = 20 };
            ask = ask with
            {
                Sessions = ask.Sessions.Select(s => s with { Minutes = Math.Max(0, s.Minutes - 2) }).ToSequence(),
            };
            var solved = Solved(ask);
            if (solved.IsComplete)
                continue;
            foreach (var relaxation in solved.Relaxations.Where(r => r.Kind == RelaxationKind.Minutes))
            {
                offered++;
                Assert.True(ByWork(More(ask, relaxation.Amount)).IsComplete);
                if (relaxation.Amount > 1)
                    Assert.False(ByWork(More(ask, relaxation.Amount - 1)).IsComplete);
            }
            Assert.Contains(
                solved.Relaxations,
                r => r.Kind == RelaxationKind.Exposures && r.Amount == solved.Score!.Missing
            );
        }
        Assert.True(offered > 0, $"{offered} offered");

        static TermAsk More(TermAsk ask, int minutes) =>
            ask with
            {
                Sessions = ask.Sessions.Select(s => s with { Minutes = s.Minutes + minutes }).ToSequence(),
            };
    }

    [Fact]
    public void Pins_free_days_kit_and_rest_are_kept()
    {
        var ask = new GivenTerm(9).Feasible(10, 8);
        ask = ask with
        {
            Sessions = ask.Sessions.Select((s, n) => s with { Minutes = 60, Kit = n == 4 ? [] : s.Kit }).ToSequence(),
            Items = ask
                .Items.Select(i => i with { Effort = 4, Regions = ["hip"], Kit = ["shields"], After = [] })
                .ToSequence(),
            Grading = ask.Sessions[^1].Date,
            Pins = [new TermPin("s3", "i0", true), new TermPin("s0", "i1", false)],
            SecondsToSolve = 1,
        };
        var plan = Solved(ask).Plan!;
        Assert.Contains("i0", plan.Sessions[3].Items);
        Assert.DoesNotContain("i1", plan.Sessions[0].Items);
        Assert.Empty(plan.Sessions[4].Items);
        Assert.Empty(plan.Sessions[^1].Items);
    }

    [Fact]
    public void What_is_wrong_with_an_ask_is_named_with_its_place()
    {
        var good = new GivenTerm(1).Feasible(6, 4);
        Assert.Empty(TermProblems.Of(good));
        string[] Fields(TermAsk ask) => [.. TermProblems.Of(ask).Select(p => p.Field)];
        var (first, second) = (good.Items[0], good.Items[1]);
        Assert.Equal(["sessions"], Fields(good with { Sessions = [] }));
        Assert.Equal(["items[0].after[0]"], Fields(good with { Items = [first with { After = ["nothing"] }] }));
        Assert.Equal(
            ["items"],
            Fields(good with { Items = [first with { After = [second.Id] }, second with { After = [first.Id] }] })
        );
        Assert.Equal(["items[0].wanted"], Fields(good with { Items = [first with { Wanted = 9 }] }));
        Assert.Equal(
            ["pins[1].must"],
            Fields(good with { Pins = [new TermPin("s0", first.Id, true), new TermPin("s0", first.Id, false)] })
        );
        Assert.Equal(["pins[0].session"], Fields(good with { Pins = [new TermPin("s99", first.Id, true)] }));
        Assert.Equal(["grading"], Fields(good with { Grading = good.Sessions[0].Date }));
        Assert.Equal(["seconds"], Fields(good with { SecondsToSolve = 0 }));
    }
}
