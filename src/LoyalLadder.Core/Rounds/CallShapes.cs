using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>
/// The shapes that calls have: a strike, hands that run, hands and a kick, in and out of the clinch, an answer to a
/// feed.
/// </summary>
/// <param name="catalogue">Where footwork and grips come from.</param>
/// <param name="ask">What is allowed.</param>
/// <param name="dice">Chooses the strikes of the session, and which of many alike shapes it has.</param>
internal sealed class CallShapes(Catalogue catalogue, RoundAsk ask, Dice dice)
{
    /// <summary>Hands as trainers run them: techniques with their sides, in order.</summary>
    private static readonly string[] HandRuns =
    [
        "jab jab",
        "jab cross",
        "jab jab cross",
        "jab cross hook",
        "jab cross hook cross",
        "jab cross jab cross",
        "cross hook",
        "cross hook cross",
        "hook cross",
        "hook cross hook",
        "jab rear-uppercut",
        "jab rear-uppercut hook",
        "uppercut cross",
        "uppercut rear-uppercut",
        "jab rear-hook",
        "jab rear-overhand",
        "hook rear-uppercut",
        "jab cross uppercut cross",
        "jab cross hook rear-uppercut",
        "jab cross hook cross hook",
        "jab jab cross hook cross hook",
    ];

    /// <summary>Hands that lead into a kick, a knee or an elbow.</summary>
    private static readonly string[] Openings =
    [
        "jab",
        "cross",
        "hook",
        "jab cross",
        "jab jab",
        "cross hook",
        "hook cross",
    ];

    /// <summary>Hands that come back behind a kick.</summary>
    private static readonly string[] Backs = ["cross", "jab cross", "hook"];

    /// <summary>Attacks that a holder can feed, the defence that answers it and what may come back.</summary>
    private static readonly (string Attack, string Defence)[] Feeds =
    [
        ("jab", "parry"),
        ("hook", "cover"),
        ("cross", "slip"),
        ("jab", "slip-back"),
        ("hook", "duck"),
        ("cross", "high-block"),
        ("front-kick", "low-parry"),
        ("front-kick", "low-block"),
        ("low-kick", "shin-check"),
        ("round-kick", "double-forearm-block"),
        ("uppercut", "elbow-block"),
    ];

    private readonly List<Element> _strikes = [.. Strikes(new Repertoire(catalogue, ask).Chosen(dice), ask)];

    /// <summary>All that may be worth calling, the plainest first; whether it can be done is not asked here.</summary>
    public IEnumerable<Combination> All()
    {
        IEnumerable<IEnumerable<Element>> shapes =
        [
            .. _strikes.Select(s => new[] { s }),
            .. Moves(),
            .. HandPairs(),
            .. HandRuns.Select(Hands),
            .. Twins(),
            .. WithOpenings(),
            .. KickThenHands(),
            .. Close(),
            .. Clinch(),
            .. Answers(),
        ];
        return shapes.Select(s => s.ToList()).Where(s => s.Count is > 0 and <= 6).Select(Joined);
    }

    private static Combination Joined(List<Element> elements) =>
        Combination.Of(elements.Select(e => new Count(Sequence.Create([new Beat(Sequence.Create([e]))]))));

    /// <summary>Every strike that may be called, on each side that it has, at each level that can be caught.</summary>
    private static IEnumerable<Element> Strikes(IEnumerable<Technique> chosen, RoundAsk ask) =>
        from technique in chosen
        from side in SidesOf(technique)
        from level in LevelsOf(technique, ask)
        select new Element(technique, side) { Level = level, IsSideSaid = technique.Sides == SideRule.Either };

    /// <summary>A strike that was taught, that this age may land on a pad, and that the kit can catch.</summary>
    public static bool IsCallable(Technique technique, RoundAsk ask) =>
        technique is { IsStrike: true, Power: not Power.None }
        && technique.Id is not ("shove" or "up-kick")
        && ask.Moves.Has(technique)
        && technique.MannerFor(ask.Band) >= Manner.Pad
        && technique.Levels.Any(l => HolderCatches.Catches(ask.Kit, technique, l));

    private static IEnumerable<Side> SidesOf(Technique technique) =>
        technique.Sides switch
        {
            SideRule.Either => [Side.Rear, Side.Lead],
            SideRule.Lead => [Side.Lead],
            SideRule.Rear => [Side.Rear],
            _ => [technique.DefaultSide],
        };

    /// <summary>The usual level without a word, and the body for hands that go to the head; kicks stay where they usually go.</summary>
    private static IEnumerable<Level?> LevelsOf(Technique technique, RoundAsk ask)
    {
        if (HolderCatches.Catches(ask.Kit, technique, technique.Levels[0]))
            yield return null;
        var others = technique.Levels.Skip(1).Where(l => HolderCatches.Catches(ask.Kit, technique, l));
        foreach (var level in others.Where(l => l == Level.Body))
            yield return level;
    }

    private IEnumerable<Element> Usual => _strikes.Where(s => s.Level is null);

    private IEnumerable<Element[]> Moves()
    {
        string[] ids = ask.Switching
            ? ["slide-back", "step-in", "angle-out", "switch"]
            : ["slide-back", "step-in", "angle-out"];
        return ids.Select(id => new[] { Plain(id) });
    }

    private Element Plain(string id)
    {
        var technique = catalogue.Find(id)!;
        return new Element(technique, technique.DefaultSide);
    }

    /// <summary>A hand of the runs: 'hook' is the lead one, 'rear-hook' the other; null where it may not be called.</summary>
    private Element? Hand(string word)
    {
        var isRear = word.StartsWith("rear-", StringComparison.Ordinal);
        var id = isRear ? word["rear-".Length..] : word;
        var either = isRear ? Side.Rear : Side.Lead;
        return Usual.FirstOrDefault(s =>
            s.Technique!.Id == id && (s.Technique.Sides != SideRule.Either || s.Side == either)
        );
    }

    /// <summary>The hands of a run; nothing where one of them may not be called.</summary>
    private List<Element> Hands(string run)
    {
        var hands = run.Split(' ').Select(Hand).ToList();
        return hands.TrueForAll(h => h is not null) ? [.. hands.Select(h => h!)] : [];
    }

    /// <summary>Lead and rear of a hand strike that no figure stands for.</summary>
    private IEnumerable<Element[]> HandPairs() =>
        from lead in Usual
        where lead.Side == Side.Lead && IsHand(lead)
        from rear in Usual
        where rear.Side == Side.Rear && IsHand(rear) && rear.Technique == lead.Technique
        select new[] { lead, rear };

    private static bool IsHand(Element e) => e.Technique!.Family is TechniqueFamily.Punch or TechniqueFamily.OpenHand;

    private IEnumerable<Element[]> Twins() =>
        from one in Usual
        where one.Technique is { IsKick: true, TurnDegrees: 0, Landings: 0 }
        from other in Usual
        where other.Technique == one.Technique && other.Side != one.Side
        select new[] { one, other };

    private IEnumerable<IEnumerable<Element>> WithOpenings() =>
        from opening in Openings
        let hands = Hands(opening)
        where hands.Count > 0
        from strike in Usual
        where !IsHand(strike) && dice.Next() < SomeOpenings
        select hands.Append(strike);

    /// <summary>Of the openings before a strike, and of the hands behind a kick, a session has some.</summary>
    private const double SomeOpenings = 0.5;

    private const int SomeFeeds = 4;

    private IEnumerable<IEnumerable<Element>> KickThenHands() =>
        from strike in Usual
        where strike.Technique is { IsKick: true, TurnDegrees: 0 }
        from back in Backs
        where dice.Next() < SomeOpenings
        let hands = Hands(back)
        where hands.Count > 0
        select hands.Prepend(strike);

    /// <summary>Stepping in behind a strike, for what works near.</summary>
    private IEnumerable<IEnumerable<Element>> Close()
    {
        var stepIn = catalogue.Find("step-in")!;
        foreach (
            var strike in Usual.Where(s => s.Technique!.Family is TechniqueFamily.Elbow || s.Technique.Id == "jab")
        )
        {
            var entering = strike with { Step = stepIn };
            yield return [entering];
            foreach (var other in Usual.Where(o => o.Technique == strike.Technique && o.Side != strike.Side))
                yield return [entering, other];
            if (strike.Technique!.Id == "jab" && Hand("cross") is { } cross)
                yield return [entering, cross];
        }
    }

    private IEnumerable<IEnumerable<Element>> Clinch()
    {
        if (!ask.Clinch || !HolderCatches.CanClinch(ask.Kit) || ask.Band == AgeBand.Kids)
            yield break;
        var hold = Plain("clinch-hold");
        var near = _strikes.Where(s => s.Technique!.Ranges.Has(FightRange.Clinch) && s.Level is null).ToList();
        if (catalogue.Find("clinch-knee") is { } knee && IsCallable(knee, ask))
        {
            var (rear, lead) = (Said(knee, Side.Rear), Said(knee, Side.Lead));
            IEnumerable<Element[]> knees =
            [
                [rear],
                [lead],
                [rear, lead],
                [lead, rear],
            ];
            foreach (var some in knees)
            {
                yield return some;
                yield return some.Prepend(hold);
            }
        }
        else if (near.Count == 0)
            yield break;
        foreach (var elbow in near.Where(s => s.Technique!.Family == TechniqueFamily.Elbow))
            yield return [hold, elbow];
        yield return [Plain("clinch-turn")];
        yield return [Plain("shove")];
        yield return [Plain("clinch-release")];
    }

    private static Element Said(Technique technique, Side side) => new(technique, side) { IsSideSaid = true };

    private IEnumerable<IEnumerable<Element>> Answers()
    {
        if (!HolderCatches.CanFeed(ask.Kit))
            yield break;
        var some = Feeds
            .Where(f => ask.Moves.Has(catalogue.Find(f.Defence)!))
            .OrderBy(_ => dice.Next())
            .Take(SomeFeeds);
        foreach (var (attack, defence) in some)
        {
            var (fed, answer) = (catalogue.Find(attack)!, catalogue.Find(defence)!);
            if (fed.MannerFor(ask.Band) < Manner.Pad || answer.MannerFor(ask.Band) == Manner.No)
                continue;
            var side =
                fed.Sides == SideRule.Either && fed.Family == TechniqueFamily.Punch ? Side.Lead : fed.DefaultSide;
            var first = new Element(answer, answer.DefaultSide) { Attack = new Attack(fed, side, null) };
            yield return [first];
            var backs = Usual.Where(s => s.Side == Side.Rear || s.Technique!.Id == "hook").OrderBy(_ => dice.Next());
            foreach (var strike in backs.Take(SomeFeeds))
                yield return [first, strike];
        }
    }
}
