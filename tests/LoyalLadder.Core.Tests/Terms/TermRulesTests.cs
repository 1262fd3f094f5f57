using LoyalLadder.Core.Terms;

namespace LoyalLadder.Core.Tests.Terms;

/// <summary>The rules of a term one by one: each is seen when it is broken, and a first plan at once breaks none.</summary>
public class TermRulesTests
{
    private static readonly DateOnly Monday = new(2041, 9, 2);

    /// <summary>Monday and Tuesday of two weeks, ten minutes each, shields on every day but the last.</summary>
    private static readonly TermAsk Ask = new()
    {
        Sessions =
        [
            new TermSession("mon", Monday, 10, ["shields"]),
            new TermSession("tue", Monday.AddDays(1), 10, ["shields"]),
            new TermSession("mon2", Monday.AddDays(7), 10, ["shields"]),
            new TermSession("tue2", Monday.AddDays(8), 10, []),
        ],
        Items =
        [
            Item("kick") with
            {
                Kit = ["shields"],
                Effort = 4,
                Regions = ["hip"],
            },
            Item("sweep") with
            {
                After = ["kick"],
                Effort = 5,
                Regions = ["hip", "knee"],
            },
            Item("roll"),
        ],
        Limits = new TermLimits { NewItems = 1 },
    };

    private static TermItem Item(string id) =>
        new()
        {
            Id = id,
            Name = id,
            Wanted = 2,
            Seconds = [240, 150, 120],
        };

    /// <summary>A plan by the four days: 'kick roll | | kick | '.</summary>
    private static TermPlan Plan(string days) =>
        new(
            days.Split('|')
                .Select(
                    (d, n) =>
                        new PlannedSession(
                            Ask.Sessions[n].Id,
                            d.Split(' ', StringSplitOptions.RemoveEmptyEntries).ToSequence()
                        )
                )
                .ToSequence()
        );

    [Theory]
    [InlineData("kick | roll | kick |")]
    [InlineData("kick | | kick | sweep")]
    [InlineData(" | | | ")]
    public void A_plan_within_the_rules_has_no_fault(string days)
    {
        var ask = Ask with { Limits = Ask.Limits with { RestRegions = false } };
        Assert.Empty(TermFaults.Of(ask, Plan(days)));
    }

    [Theory]
    [InlineData("kick roll | | | ", "mon has 2 new items.")]
    [InlineData("kick kick | | | ", "mon has something twice.")]
    [InlineData("kick | kick | | ", "kick comes again after 1 days.")]
    [InlineData("sweep | | | ", "sweep comes before the second of kick.")]
    [InlineData("kick | | | sweep", "sweep comes before the second of kick.")]
    [InlineData(" | | | kick", "tue2 has no shields for kick.")]
    [InlineData("kick | | kick | sweep", "tue2 works hip hard the day after.")]
    [InlineData("dance | | | ", "dance was not asked for.")]
    public void A_broken_rule_is_named(string days, string fault) =>
        Assert.Contains(fault, TermFaults.Of(Ask, Plan(days)));

    [Fact]
    public void More_exposures_than_are_open_too_many_minutes_days_before_the_grading_and_pins_are_seen()
    {
        var once = Ask with { Items = [Item("roll") with { Wanted = 1 }] };
        Assert.Equal(["roll stands 2 times, 1 are open."], TermFaults.Of(once, Plan("roll | | roll | ")));
        var long1 = Ask with { Items = [Item("roll") with { Seconds = [601] }] };
        Assert.Equal(["mon holds 601 s of 600."], TermFaults.Of(long1, Plan("roll | | | ")));
        var soon = Ask with { Grading = Monday.AddDays(9) };
        Assert.Equal(["mon2 lies too near to the grading."], TermFaults.Of(soon, Plan(" | | roll | ")));
        var pinned = Ask with { Pins = [new TermPin("mon", "roll", true), new TermPin("tue", "roll", false)] };
        Assert.Equal(
            ["roll in mon is pinned otherwise.", "roll in tue is pinned otherwise."],
            TermFaults.Of(pinned, Plan(" | roll | | "))
        );
        var other = new TermPlan([new PlannedSession("wed", [])]);
        Assert.Equal(["The plan has other sessions than the ask."], TermFaults.Of(Ask, other));
    }

    [Fact]
    public void What_was_taught_before_the_term_counts_for_length_gaps_order_and_what_is_open()
    {
        var taught = new TaughtBefore(2, Monday.AddDays(-1), 2);
        var known = Item("kick") with { Taught = taught, Wanted = 4 };
        Assert.Equal((2, false, 120, 120), (known.Open, known.IsNew, known.SecondsOf(0), known.SecondsOf(1)));
        var ask = Ask with { Items = [known, Ask.Items[1]] };
        Assert.Equal(["kick comes again after 1 days."], TermFaults.Of(ask, Plan("kick | | | ")));
        // its two exposures lie before the term: what comes behind it may begin at once
        Assert.Empty(TermFaults.Of(ask, Plan("sweep | | | ")));
    }

    [Theory]
    [InlineData("kick | | kick | ", 4, 0, 4, "0.4", "0")]
    [InlineData(" | | | ", 6, 0, 0, "0", "0")]
    [InlineData("kick | roll | kick | ", 3, 0, 4, "0.4", "1")]
    public void A_plan_is_scored_by_what_is_missing_then_its_gaps(
        string days,
        int missing,
        int longGaps,
        int gapDays,
        string load,
        string firstDay
    )
    {
        var score = TermScore.Of(Ask, Plan(days));
        Assert.Equal(new TermScore(missing, longGaps, gapDays, Number(load), Number(firstDay)), score);
    }

    private static decimal Number(string text) =>
        decimal.Parse(text, System.Globalization.CultureInfo.InvariantCulture);

    [Theory]
    [InlineData(1, 3)]
    [InlineData(2, 6)]
    [InlineData(3, 10)]
    [InlineData(4, 16)]
    [InlineData(7, 16)]
    public void Gaps_widen_as_something_is_known(int exposure, int days) =>
        Assert.Equal(days, TermItem.IdealGap(exposure));

    [Theory]
    [InlineData(RelaxationKind.Exposures, 1, "1 lesson fewer of kick")]
    [InlineData(RelaxationKind.Exposures, 3, "3 lessons fewer of kick")]
    [InlineData(RelaxationKind.Minutes, 2, "2 minutes more in every session")]
    [InlineData(RelaxationKind.NewItems, 1, "1 new thing more in a session")]
    [InlineData(RelaxationKind.Gap, 1, "1 day less between two lessons of one thing")]
    [InlineData(RelaxationKind.Grading, 7, "the grading 7 days later, on 7 October")]
    public void What_would_be_enough_is_said_in_words(RelaxationKind kind, int amount, string words)
    {
        var ask = Ask with { Grading = new DateOnly(2041, 9, 30) };
        Assert.Equal(words, TermWords.Of(ask, new TermRelaxation(kind, amount, ["kick"])));
    }

    /// <summary>Whatever the term, the plan that is made at once keeps every rule; it may only leave things out.</summary>
    [Fact]
    public void A_first_plan_keeps_every_rule_of_two_hundred_terms()
    {
        for (var seed = 0; seed < 200; seed++)
        {
            var ask = Tightened(new GivenTerm(seed).Feasible(8 + (seed % 17), 6 + (seed % 23)), seed);
            Assert.Equal([], TermFaults.Of(ask, TermSearch.First(ask)).Select(f => $"{seed}: {f}"));
        }
    }

    private static TermAsk Tightened(TermAsk ask, int seed) =>
        ask with
        {
            Grading = seed % 3 == 0 ? ask.Sessions[^1].Date : null,
            Items = ask
                .Items.Select(
                    (i, n) =>
                        i with
                        {
                            Effort = 1 + ((seed + n) % 5),
                            Taught = n % 4 == 3 ? new TaughtBefore(1, ask.Sessions[0].Date.AddDays(-2), 1) : i.Taught,
                        }
                )
                .ToSequence(),
            Sessions = ask
                .Sessions.Select((s, n) => s with { Date = seed % 2 == 0 ? ask.Sessions[0].Date.AddDays(n) : s.Date })
                .ToSequence(),
        };

    [Theory]
    [InlineData("sessions[1].id")]
    [InlineData("sessions[0].minutes")]
    [InlineData("items[1].id")]
    [InlineData("items[0].seconds")]
    [InlineData("items[0].taught.times")]
    [InlineData("items[0].weight")]
    [InlineData("items[0].effort")]
    [InlineData("limits.newItems")]
    [InlineData("limits.leastDays")]
    [InlineData("limits.mostDays")]
    [InlineData("limits.freeDays")]
    [InlineData("pins[0].item")]
    public void Each_bound_of_an_ask_is_kept(string field)
    {
        var (session, item, limits) = (Ask.Sessions[0], Ask.Items[0], Ask.Limits);
        var broken = field switch
        {
            "sessions[1].id" => Ask with { Sessions = [session, session] },
            "sessions[0].minutes" => Ask with { Sessions = [session with { Minutes = 601 }] },
            "items[1].id" => Ask with { Items = [item, item] },
            "items[0].seconds" => Ask with { Items = [item with { Seconds = [240, 0] }] },
            "items[0].taught.times" => Ask with { Items = [item with { Taught = new TaughtBefore(-1, null, 0) }] },
            "items[0].weight" => Ask with { Items = [item with { Weight = 0 }] },
            "items[0].effort" => Ask with { Items = [item with { Effort = 6 }] },
            "limits.newItems" => Ask with { Limits = limits with { NewItems = 51 } },
            "limits.leastDays" => Ask with { Limits = limits with { LeastDays = -1, MostDays = 0 } },
            "limits.mostDays" => Ask with { Limits = limits with { LeastDays = 9, MostDays = 8 } },
            "limits.freeDays" => Ask with { Limits = limits with { FreeDays = 61 } },
            _ => Ask with { Pins = [new TermPin("mon", "nothing", true)] },
        };
        Assert.Equal([field], TermProblems.Of(broken).Select(p => p.Field));
    }
}
