using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Rounds;

/// <summary>What can be asked of called rounds, what comes of it, and what is refused.</summary>
public class RoundAskTests
{
    private static readonly RoundMaker Maker = new(
        Given.Catalogue,
        Vocabulary.UsualNumbers,
        [new NumberedCall("14", Given.Combination("jab, cross, lead hook, rear low kick"))]
    );

    private static RoundAsk Usual { get; } = new() { Band = AgeBand.Adults, Kit = RoundKit.KickPads };

    private static CalledRounds Made(RoundAsk ask, NamingSchool naming = NamingSchool.Generic)
    {
        var made = Maker.Make(ask, naming);
        Assert.True(made.Rounds is not null, string.Join("; ", made.Refusals));
        return made.Rounds;
    }

    [Fact]
    public void The_same_seed_gives_the_same_rounds_in_every_naming_and_another_seed_others()
    {
        var ask = Usual with { Clinch = true, Seed = 4017 };
        var (once, again) = (Made(ask), Made(ask));
        Assert.Equal(once, again);
        Assert.NotEqual(once, Made(ask with { Seed = 4018 }));
        foreach (var naming in Enum.GetValues<NamingSchool>())
        {
            var other = Made(ask, naming);
            var reader = new NotationReader(new Vocabulary(Given.Catalogue, naming));
            var calls = other.Rounds.SelectMany(r => r.Calls).Select(c => reader.Read(c.Notation).Combination);
            Assert.Equal(
                once.Rounds.SelectMany(r => r.Calls).Select(c => (Combination?)Given.Combination(c.Notation)),
                calls
            );
            Assert.Equal(
                once.Rounds.SelectMany(r => r.Calls).Select(c => (c.At, c.Seconds)),
                other.Rounds.SelectMany(r => r.Calls).Select(c => (c.At, c.Seconds))
            );
        }
    }

    [Theory]
    [InlineData(RoundBuild.Rising, 4)]
    [InlineData(RoundBuild.Pyramid, 5)]
    [InlineData(RoundBuild.Pyramid, 3)]
    public void Rounds_rise_and_fall_as_asked(RoundBuild build, int rounds)
    {
        var means = Made(Usual with { Build = build, Rounds = rounds, Seed = 11 })
            .Rounds.Select(r => r.Difficulty)
            .ToList();
        var top = build == RoundBuild.Rising ? rounds - 1 : rounds / 2;
        for (var i = 1; i < rounds; i++)
            Assert.True(i <= top ? means[i] >= means[i - 1] : means[i] <= means[i - 1], string.Join(' ', means));
    }

    [Fact]
    public void In_the_clinch_somebody_takes_hold_and_lets_go_again()
    {
        var calls = Made(Usual with { Clinch = true, Rounds = 6, Seed = 5 }).Rounds.SelectMany(r => r.Calls).ToList();
        Assert.Contains(calls, c => c.Words.StartsWith("clinch, ", StringComparison.Ordinal));
        Assert.Contains(calls, c => c.Words is "push off" or "let go" or "turn me");
        Assert.DoesNotContain(
            Made(Usual with { Rounds = 6, Seed = 5 }).Rounds.SelectMany(r => r.Calls),
            c => c.Notation.Contains("clinch", StringComparison.Ordinal)
        );
    }

    [Theory]
    [InlineData(0, 120, 30, 12, "rounds")]
    [InlineData(3, 10, 30, 12, "workSeconds")]
    [InlineData(3, 120, 301, 12, "restSeconds")]
    [InlineData(3, 120, 30, 31, "density")]
    [InlineData(3, 120, 30, 5, "density")]
    public void What_is_out_of_bounds_is_named(int rounds, int work, int rest, int density, string field)
    {
        var ask = Usual with { Rounds = rounds, WorkSeconds = work, RestSeconds = rest, Density = density };
        Assert.Equal(field, Assert.Single(Maker.Make(ask, NamingSchool.Generic).Refusals).Field);
    }

    /// <summary>A share that nobody can be given says which, and why.</summary>
    [Theory]
    [InlineData("jumping-knee", 0.3, AgeBand.Kids, RoundKit.KickPads, "kids")]
    [InlineData("knee", 0.3, AgeBand.Adults, RoundKit.Mitts, "mitts")]
    [InlineData("clinch-knee", 0.2, AgeBand.Adults, RoundKit.KickPads, "clinch")]
    [InlineData("parry", 0.2, AgeBand.Adults, RoundKit.KickPads, "no strike")]
    [InlineData("round-kick", 0.2, AgeBand.Teens, RoundKit.ThighPads, "thigh pads")]
    public void A_focus_that_cannot_be_called_is_refused_with_the_reason(
        string technique,
        double share,
        AgeBand band,
        RoundKit kit,
        string why
    )
    {
        var focus = new RoundFocus(technique, new HashSet<string> { technique }, (decimal)share);
        var refusal = Maker
            .Make(
                new RoundAsk
                {
                    Band = band,
                    Kit = kit,
                    Focus = [focus],
                },
                NamingSchool.Generic
            )
            .Refusals[0];
        Assert.Equal("focus[0].item", refusal.Field);
        Assert.Contains(why, refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_share_that_leaves_one_side_alone_is_refused()
    {
        var focus = new RoundFocus("jab", new HashSet<string> { "jab" }, 0.9m);
        var refusals = Maker.Make(Usual with { Focus = [focus] }, NamingSchool.Generic).Refusals;
        Assert.Contains(refusals, r => r.Field is "lead" or "focus[0].share");
    }

    [Fact]
    public void Only_what_was_taught_is_called()
    {
        var taught = new HashSet<string> { "jab", "cross", "hook", "front-kick", "round-kick" };
        var ask = Usual with
        {
            Moves = new RoundMoves { Taught = taught, TaughtWords = "Yellow" },
        };
        var strikes = Made(ask)
            .Rounds.SelectMany(r => r.Calls)
            .SelectMany(c => Given.Combination(c.Notation).Elements)
            .Select(e => e.Technique!)
            .Where(t => t.IsStrike);
        Assert.All(strikes, t => Assert.Contains(t.Id, taught));
        var poor = Usual with
        {
            Moves = new RoundMoves
            {
                Taught = new HashSet<string> { "squat" },
                TaughtWords = "White",
            },
        };
        var refusal = Assert.Single(Maker.Make(poor, NamingSchool.Generic).Refusals);
        Assert.Equal("rank", refusal.Field);
    }

    private static (RoundAsk? Ask, IReadOnlyList<RoundRefusal> Refusals) Read(RoundRequest request) =>
        new RoundReader(Given.Words, new Syllabus.Syllabus([]), _ => [], false).Read(request);

    [Fact]
    public void Words_are_read_and_what_nobody_knows_is_named()
    {
        var request = new RoundRequest
        {
            AgeBand = "teens",
            Kit = "kick-pads + thigh-pads",
            Focus = [new FocusRequest("knees", 30), new FocusRequest("low kick", 0.2m)],
            Lead = "switching",
            Build = "rising",
        };
        var ask = Read(request).Ask!;
        Assert.Equal(RoundKit.KickPads | RoundKit.ThighPads, ask.Kit);
        Assert.Equal([0.3m, 0.2m], ask.Focus.Select(f => f.Share));
        Assert.True(ask.Focus[0].Techniques.Count > 5);
        Assert.Equal(["low-kick"], ask.Focus[1].Techniques);
        var wrong = request with
        {
            AgeBand = "babies",
            Kit = "pillow",
            Lead = "left",
            Build = "up",
            Rank = "Plaid",
            Focus = [new FocusRequest("wibble", 0.1m)],
        };
        Assert.Equal(
            ["ageBand", "kit", "lead", "build", "focus[0].item", "rank"],
            Read(wrong).Refusals.Select(r => r.Field).Order(Comparer<string>.Create((a, b) => Place(a) - Place(b)))
        );

        static int Place(string field) =>
            Array.IndexOf(["ageBand", "kit", "lead", "build", "focus[0].item", "rank", "track"], field);
    }
}
