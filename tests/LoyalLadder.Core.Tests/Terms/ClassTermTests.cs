using System.Text.Json;
using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Terms;
using LoyalLadder.Core.Timetables;

namespace LoyalLadder.Core.Tests.Terms;

/// <summary>A class in a term: what is asked of the solver, what the map shows of past and plan, and how far the class is.</summary>
public class ClassTermTests
{
    private static readonly Guid Kites = Guid.NewGuid();
    private static readonly TimeOnly Six = new(18, 0);

    /// <summary>A Monday.</summary>
    private static readonly DateOnly From = new(2041, 9, 2);

    private static readonly DateOnly Today = new(2041, 9, 17);

    private static Session On(DateOnly date, int minutes = 60) =>
        new(Kites, date, Six, minutes, null, null) { Planned = (date, Six) };

    /// <summary>Tuesdays of eight weeks; the fourth is closed.</summary>
    private static ClassTerm Term(params TermThing[] things) =>
        new()
        {
            From = From,
            Until = From.AddDays(55),
            Sessions =
            [
                .. Enumerable
                    .Range(0, 8)
                    .Select(w => On(From.AddDays(1 + (7 * w))))
                    .Select((s, w) => w == 3 ? s with { Off = "closed: harbour days" } : s),
            ],
            Things = things,
            Today = Today,
            Logged = new HashSet<string> { "2041-09-03T18:00", "2041-09-10T18:00" },
        };

    private static TermThing Thing(string name, params (int Day, int Stage)[] taught) =>
        new()
        {
            Learnable = name,
            Name = name,
            Taught = [.. taught.Select(t => new TaughtOn(From.AddDays(t.Day), Six, t.Stage))],
        };

    [Fact]
    public void What_is_still_to_come_is_asked_with_what_was_taught()
    {
        var ask = Term(Thing("kick", (-30, 2), (1, 3)), Thing("sweep") with { After = ["kick", "roll"] }).Ask();
        // today is a Tuesday of the third week; the fourth is closed
        Assert.Equal(
            ["2041-09-17T18:00", "2041-10-01T18:00", "2041-10-08T18:00", "2041-10-15T18:00", "2041-10-22T18:00"],
            ask.Sessions.Select(s => s.Id)
        );
        Assert.All(ask.Sessions, s => Assert.Equal(36, s.Minutes));
        // one lesson before the term and one in it: two count for how long it takes, one for what is wanted
        var kick = ask.Items[0];
        Assert.Equal((2, 5, 3, 3), (kick.Taught.Times, kick.Wanted, kick.Open, kick.Taught.Stage));
        Assert.Equal(From.AddDays(1), kick.Taught.Last);
        // what is not in the term is nothing to wait for
        Assert.Equal(["kick"], ask.Items[1].After);
        Assert.Empty(TermProblems.Of(ask));
    }

    [Fact]
    public void A_gap_that_is_too_long_already_is_nobodys_fault_and_a_grading_that_was_no_bound()
    {
        var term = Term(Thing("kick", (-60, 2))) with { Grading = Today.AddDays(-1) };
        var ask = term.Ask();
        Assert.Null(ask.Items[0].Taught.Last);
        Assert.Null(ask.Grading);
        Assert.Equal(Today.AddDays(30), (term with { Grading = Today.AddDays(30) }).Ask().Grading);
    }

    [Fact]
    public void The_past_is_what_the_log_says_and_the_rest_is_planned()
    {
        var plan = new KeptTerm(
            new Dictionary<string, int> { ["kick"] = 4, ["roll"] = 4 },
            new Dictionary<string, IReadOnlyList<string>>
            {
                ["2041-09-03T18:00"] = ["kick", "roll"],
                ["2041-10-01T18:00"] = ["kick"],
                ["2041-10-08T18:00"] = ["kick", "roll"],
            }
        );
        var term = Term(Thing("kick", (1, 2), (8, 3)), Thing("roll")) with
        {
            Pins = [new TermPin("2041-10-08T18:00", "kick", true), new TermPin("2041-10-15T18:00", "roll", false)],
        };
        var map = TermMap.Of(term, plan);
        Assert.Equal([2, 0], map.Rails.Select(r => r.Taught));
        Assert.Equal([2, 1], map.Rails.Select(r => r.Planned));
        Assert.Equal([0, 1], map.Rails.Select(r => r.Missed));
        Assert.Equal([0, 3], map.Rails.Select(r => r.Short));
        Assert.Equal(
            "taught taught - - planned planned - -",
            string.Join(' ', map.Rails[0].Cells.Select(c => c.Mark?.State.ToString().ToLowerInvariant() ?? "-"))
        );
        Assert.Equal(TermMarkState.Missed, map.Rails[1].Cells[0].Mark?.State);
        Assert.Equal((true, null), (map.Rails[0].Cells[5].Pin, map.Rails[0].Cells[4].Pin));
        Assert.False(map.Rails[1].Cells[6].Pin);
        // stages climb from 3, which was reached, to 4
        Assert.Equal(
            [4, 4],
            map.Rails[0].Cells.Where(c => c.Mark?.State == TermMarkState.Planned).Select(c => c.Mark!.Value.Stage)
        );
        Assert.Equal([1, 2, 3, 4, 5, 6, 7, 8], map.Columns.Select(c => c.Week));
        // 240 s when it is new, then 150, then 120
        Assert.Equal([240, 150, 0, 0, 120, 360, 0, 0], map.Columns.Select(c => c.Seconds));
        var weeks = TermMap.Weeks(term, map);
        Assert.Equal([1, 2, 2, 2, 2, 2, 2, 2], weeks.Select(w => w.Taught));
        Assert.Equal([1, 2, 2, 2, 3, 5, 5, 5], weeks.Select(w => w.Planned));
        Assert.All(weeks, w => Assert.Equal(8, w.Wanted));
    }

    [Fact]
    public void A_session_that_nobody_logged_says_so_and_an_odd_hour_belongs_to_the_nearest()
    {
        var term = Term(Thing("kick")) with { Today = Today.AddDays(1) };
        var plan = KeptTerm.Nothing with
        {
            Places = new Dictionary<string, IReadOnlyList<string>> { ["2041-09-17T18:00"] = ["kick"] },
        };
        Assert.Equal(TermMarkState.NotLogged, TermMap.Of(term, plan).Rails[0].Cells[2].Mark?.State);
        Assert.Equal(2, TermMap.SessionOf(term, Today, new TimeOnly(19, 10)));
        Assert.Equal(-1, TermMap.SessionOf(term, Today.AddDays(1), Six));
    }

    [Fact]
    public void Taking_a_plan_leaves_the_past_alone_and_forgets_what_stood_in_the_time_to_come()
    {
        var kept = KeptTerm.Nothing with
        {
            Places = new Dictionary<string, IReadOnlyList<string>>
            {
                ["2041-09-03T18:00"] = ["roll"],
                ["2041-10-22T18:00"] = ["kick"],
            },
        };
        var term = Term(Thing("kick") with { Wanted = 2 }, Thing("roll"));
        var plan = new TermPlan([
            new PlannedSession("2041-10-01T18:00", ["kick"]),
            new PlannedSession("2041-10-08T18:00", []),
        ]);
        var taken = kept.With(term, plan);
        Assert.Equal(["2041-09-03T18:00", "2041-10-01T18:00"], taken.Places.Keys.Order());
        Assert.Equal(2, taken.Wanted["kick"]);
        var read = KeptTerm.Read(taken.Write());
        Assert.Equal((taken.Write(), 2), (read.Write(), read.Places.Count));
        Assert.Empty(KeptTerm.Read("").Places);
        Assert.ThrowsAny<JsonException>(() => KeptTerm.Read("{"));
    }

    [Theory]
    [InlineData("2041-09-03T18:00", true)]
    [InlineData("2041-09-03 18:00", false)]
    [InlineData("", false)]
    [InlineData("9999-99-99T99:99", false)]
    public void Keys_of_sessions_are_read_as_written(string key, bool isKey)
    {
        Assert.Equal(isKey, ClassTerm.Read(key) is not null);
        if (ClassTerm.Read(key) is { } at)
            Assert.Equal(key, ClassTerm.KeyOf(at.Date, at.At));
    }

    [Theory]
    [InlineData(0, 4, "1 2 3 4")]
    [InlineData(2, 4, "3 3 4 4")]
    [InlineData(4, 4, "4 4 4 4")]
    [InlineData(0, 6, "2 3 5 6")]
    public void Stages_climb_evenly_to_what_is_asked_for(int reached, int asked, string stages)
    {
        var thing = Thing("kick") with
        {
            Asked = asked,
            Taught = reached == 0 ? [] : [new TaughtOn(From, Six, reached)],
        };
        Assert.Equal(stages, string.Join(' ', Enumerable.Range(0, 4).Select(n => ClassTerm.StageOf(thing, n, 4))));
    }

    [Fact]
    public void What_next_ranks_ask_for_goes_in_until_seven_in_ten_have_it()
    {
        Rank Of(string name, int position, params (string Learnable, int Stage)[] asks) =>
            new(Guid.NewGuid(), Guid.Empty, name, position, "#fff", 0, 0, 0)
            {
                Requirements = asks.Select(
                        (a, n) =>
                            new Requirement
                            {
                                Id = Guid.NewGuid(),
                                RankId = Guid.Empty,
                                Position = n,
                                Kind = RequirementKind.Technique,
                                Learnable = a.Learnable,
                                Stage = a.Stage,
                            }
                    )
                    .ToSequence(),
            };
        var (low, high) = (Of("Yellow", 1, ("kick", 4), ("form:tide", 4)), Of("Orange", 2, ("sweep", 4), ("kick", 5)));
        TermLearner Somebody(Rank? next, int kick) => new(next, new Dictionary<string, int> { ["kick"] = kick });
        var needs = TermChoice.Of([Somebody(low, 4), Somebody(low, 4), Somebody(high, 4), Somebody(null, 6)]);
        // the form counts by signature alone; the kick belongs to the lowest rank and the highest stage
        Assert.Equal(["sweep", "kick"], needs.Select(n => n.Learnable));
        Assert.Equal(
            ("Yellow", 5, 3, 2, false),
            (needs[1].Rank.Name, needs[1].Asked, needs[1].Need, needs[1].Have, needs[1].IsMet)
        );
        Assert.True(TermChoice.Of([Somebody(low, 4), Somebody(low, 5)])[0].IsMet);
        Assert.Equal(2.5m, needs[1].WeightAmong(4));
    }

    [Fact]
    public void What_is_too_much_is_said_in_words()
    {
        var ask = Term(Enumerable.Range(0, 30).Select(n => Thing($"thing {n}")).ToArray()).Ask();
        var words = TermWords.AtFault(ask).ToList();
        Assert.Contains("all together needs 315 minutes and there are 180", words);
        Assert.Contains("30 new things have to begin and there is room for 15", words);
        Assert.Equal("3 lessons without a place, 1 gap over 21 days", TermWords.Headline(3, 1, 21));
        Assert.Equal("everything fits", TermWords.Headline(0, 0, 21));
    }
}
