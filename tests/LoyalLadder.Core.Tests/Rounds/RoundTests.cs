using System.Collections.Concurrent;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Rounds;

public class RoundTests
{
    private static readonly RoundMaker Maker = new(
        Given.Catalogue,
        Vocabulary.UsualNumbers,
        [new NumberedCall("14", Given.Combination("jab, cross, lead hook, rear low kick"))]
    );

    private static readonly int[] Densities = [6, 9, 12, 16, 20, 25, 30];
    private static readonly RoundKit[] Kits =
    [
        RoundKit.KickPads,
        RoundKit.Mitts,
        RoundKit.Shield,
        RoundKit.None,
        RoundKit.ThighPads,
        RoundKit.KickPads | RoundKit.ThighPads,
        RoundKit.Mitts | RoundKit.ThighPads,
    ];

    /// <summary>Kick pads: two fifths hands, a third round and low kicks, a tenth pushes; the rest knees, elbows and others.</summary>
    [Theory]
    [InlineData(AgeBand.Kids, RoundKit.KickPads)]
    [InlineData(AgeBand.Teens, RoundKit.KickPads)]
    [InlineData(AgeBand.Adults, RoundKit.KickPads)]
    [InlineData(AgeBand.Adults, RoundKit.Mitts)]
    [InlineData(AgeBand.Kids, RoundKit.Shield)]
    public void Rounds_that_nobody_asks_more_of_are_what_a_holder_calls(AgeBand band, RoundKit kit)
    {
        var calls = Enumerable
            .Range(1, 20)
            .Select(seed => new RoundAsk
            {
                Band = band,
                Kit = kit,
                Seed = seed,
            })
            .SelectMany(ask => Maker.Make(ask, NamingSchool.Generic).Rounds!.Rounds)
            .Select(r => r.Calls.Select(c => Strikes(c.Notation)).ToList())
            .ToList();
        var strikes = calls.SelectMany(r => r).SelectMany(c => c).ToList();
        double Share(Func<Technique, bool> which) => strikes.Count(which) / (double)strikes.Count;

        if (kit == RoundKit.KickPads)
        {
            Assert.InRange(Share(t => t.Family is TechniqueFamily.Punch or TechniqueFamily.OpenHand), 0.35, 0.45);
            Assert.InRange(Share(t => t.Id is "round-kick" or "low-kick"), 0.28, 0.40);
            Assert.InRange(Share(t => t is { Family: TechniqueFamily.Kick, Line: AttackLine.Front }), 0.08, 0.12);
        }
        if (kit == RoundKit.Mitts)
            Assert.InRange(Share(t => t.Id is "jab" or "cross" or "hook" or "uppercut"), 0.75, 1);
        if (kit == RoundKit.Shield)
            Assert.InRange(Share(t => t.IsKick), 0.75, 0.88);
        // most calls strike; the first ones are one strike or two
        Assert.InRange(calls.SelectMany(r => r).Count(c => c.Count == 0) / (double)calls.Sum(r => r.Count), 0, 0.12);
        var first = calls.SelectMany(r => r.Take(3)).ToList();
        Assert.InRange(first.Count(c => c.Count is 1 or 2) / (double)first.Count, 0.9, 1);
    }

    private static List<Technique> Strikes(string notation) =>
        [.. Given.Combination(notation).Elements.Select(e => e.Technique!).Where(t => t.IsStrike)];

    private static HashSet<string> Of(TechniqueFamily family) =>
        [.. Given.Catalogue.All.Where(t => t.Family == family).Select(t => t.Id)];

    private static RoundAsk Seeded(int seed)
    {
        var band = (AgeBand)(seed % 3);
        var kit = Kits[seed / 3 % Kits.Length];
        return new RoundAsk
        {
            Band = band,
            Kit = kit,
            Rounds = seed % 4 == 2 ? 2 : 1 + (seed % 3 / 2),
            WorkSeconds = seed % 25 == 0 ? 180 : 60 + (seed % 2 * 10),
            Density = Densities[seed % Densities.Length],
            Clinch = seed % 2 == 0,
            Switching = seed % 5 == 0,
            Build = seed % 4 == 2 ? RoundBuild.Rising : RoundBuild.Plain,
            Focus = FocusOf(seed, kit),
            Seed = seed,
        };
    }

    private static List<RoundFocus> FocusOf(int seed, RoundKit kit) =>
        (seed % 6, kit) switch
        {
            (1, RoundKit.KickPads or RoundKit.None) =>
            [
                new RoundFocus("knees", Of(TechniqueFamily.Knee), 0.2m),
                new RoundFocus("round kick", new HashSet<string> { "round-kick" }, 0.2m),
            ],
            (2, RoundKit.Mitts) => [new RoundFocus("hook", new HashSet<string> { "hook" }, 0.3m)],
            (3, RoundKit.KickPads or RoundKit.Shield or RoundKit.None) =>
            [
                new RoundFocus("kicks", Of(TechniqueFamily.Kick), 0.5m),
            ],
            _ => [],
        };

    /// <summary>A thousand sessions over ages, kits, densities and all namings, each judged by code that knows only the rules.</summary>
    [Fact]
    public void A_thousand_sessions_keep_every_rule()
    {
        var faults = new ConcurrentBag<string>();
        var seen = new ConcurrentBag<(AgeBand, RoundKit, NamingSchool)>();
        Parallel.For(
            0,
            1000,
            seed =>
            {
                var ask = Seeded(seed);
                var naming = (NamingSchool)(seed % 6);
                var made = Maker.Make(ask, naming);
                if (made.Rounds is not { } rounds)
                {
                    faults.Add($"{seed}: refused: {string.Join("; ", made.Refusals)}");
                    return;
                }
                seen.Add((ask.Band, ask.Kit, naming));
                foreach (var fault in new RoundJudge(ask, rounds, naming).Faults())
                    faults.Add($"{seed} {ask.Band} {ask.Kit} {ask.Density}: {fault}");
            }
        );
        Assert.True(
            faults.IsEmpty,
            $"{faults.Count}\n{string.Join('\n', faults.Order().Take(60).Select(f => f[..Math.Min(200, f.Length)]))}"
        );
        Assert.Equal(3 * Kits.Length, seen.Select(s => (s.Item1, s.Item2)).Distinct().Count());
        Assert.Equal(6, seen.Select(s => s.Item3).Distinct().Count());
    }

    /// <summary>What nobody asked for is shared as rounds with that kit are: counted from the calls, apart from the maker.</summary>
    [Theory]
    [InlineData(RoundKit.KickPads, 0.30, 0.50)]
    [InlineData(RoundKit.Mitts, 0.65, 1.0)]
    [InlineData(RoundKit.Shield, 0.0, 0.35)]
    public void Without_a_focus_hands_have_the_share_that_the_kit_is_for(RoundKit kit, double least, double most)
    {
        var (hands, all) = (0, 0);
        for (var seed = 0; seed < 6; seed++)
        {
            var ask = new RoundAsk
            {
                Band = AgeBand.Adults,
                Kit = kit,
                Seed = seed,
            };
            var rounds = Maker.Make(ask, NamingSchool.Generic).Rounds!;
            Assert.Empty(rounds.Focus);
            var strikes = rounds
                .Rounds.SelectMany(r => r.Calls)
                .SelectMany(c => Given.Combination(c.Notation).Elements)
                .Select(e => e.Technique!)
                .Where(t => t.IsStrike)
                .ToList();
            all += strikes.Count;
            hands += strikes.Count(t => t.Family is TechniqueFamily.Punch or TechniqueFamily.OpenHand);
        }
        Assert.InRange(hands / (double)all, least, most);
    }

    /// <summary>Codes are for paper, and what holds, locks or throws is for no pad.</summary>
    [Theory]
    [InlineData("SD-23", "jab, cross")]
    [InlineData("23", "wrist release, palm strike, knee")]
    [InlineData("24", "cross, wrist lock")]
    public void Neither_codes_nor_holds_are_called(string number, string moves)
    {
        var maker = new RoundMaker(
            Given.Catalogue,
            Vocabulary.UsualNumbers,
            [new NumberedCall(number, Given.Combination(moves))]
        );
        for (var seed = 0; seed < 2; seed++)
            Assert.DoesNotContain(
                maker
                    .Make(
                        new RoundAsk
                        {
                            Band = AgeBand.Adults,
                            Kit = RoundKit.KickPads,
                            Seed = seed,
                        },
                        NamingSchool.Generic
                    )
                    .Rounds!.Rounds.SelectMany(r => r.Calls),
                c => c.Words.Contains("number", StringComparison.Ordinal)
            );
    }
}
