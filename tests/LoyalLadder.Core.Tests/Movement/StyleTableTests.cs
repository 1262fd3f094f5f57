using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Movement;

/// <summary>
/// Combinations of six styles by the rules: which side strikes, what the holder shows on each count, and what is found. Pads by the
/// holder's own left and right: L and R a pad or mitt of that side, l and r the inside of that thigh, B both pads together, S a
/// shield, T a flat target, - nothing. With like leads a left straight meets the right mitt, a left hook the left mitt turned in, a
/// right round kick the left side.
/// </summary>
public sealed class StyleTableTests
{
    private const string Table = """
        # ring
        jab, cross | LR | RL | -
        jab, jab, cross | LLR | RRL | -
        jab, cross, hook | LRL | RLL | -
        jab, cross, hook, cross | LRLR | RLLL | -
        cross, hook, cross | RLR | LLL | -
        jab, jab | LL | RR | -
        jab, cross, lead uppercut, cross | LRLR | RLRL | -
        jab, rear uppercut, lead hook | LRL | RLL | -
        cross, lead uppercut, cross | RLR | LRL | -
        lead hook, cross | LR | LL | -
        lead hook (body), lead hook | LL | LL | -
        jab (body), cross | LR | RL | -
        jab, cross (body), lead hook | LRL | RLL | -
        hook, hook | LR | LR | -
        uppercut, uppercut | RL | LR | -
        punch x4 | LRLR | RLRL | -
        jab, slip, cross | LR | R-L | -
        jab, cross, roll, cross | LRR | RL-L | -
        jab, cross, roll, lead hook | LRL | RL-L | -
        jab, cross, slip, lead hook | LRL | RL-L | -
        jab, cross, step back, cross | LRR | RL-L | too-far
        jab, overhand | LR | RL | -
        [jab] slip, cross | R | -L | -
        [cross] parry, cross | R | -L | -
        [lead hook] duck, cross | R | -L | -
        [jab] parry, jab | L | -R | -
        [rear hook] cover, lead hook | L | -L | -
        [jab] cross | R | L | unanswered
        [rear hook] slip, cross | R | -L | unanswered
        # kick-boxing
        jab, cross, rear low kick | LRR | RLL | -
        jab, cross, lead hook, rear low kick | LRLR | RLLL | -
        jab, cross, round kick | LRR | RLL | -
        cross, lead hook, rear round kick | RLR | LLL | -
        jab, rear round kick | LR | RL | -
        cross, lead round kick | RL | LR | -
        switch, lead round kick | R | -L | -
        switch & lead round kick | L | R | -
        half switch, round kick | L | -R | -
        lead push kick, cross | LR | BL | too-far
        rear push kick, jab | RL | BR | too-far
        jab, cross, lead push kick | LRL | RLB | -
        front kick, front kick | RR | SS | -
        front kick, round kick | RL | BR | light-lead-kick
        jab, round kick, low kick | LRL | RLR | light-lead-kick
        lead inside low kick, cross | LR | lL | -
        rear low kick, lead hook | RL | LL | -
        lead low kick, cross | LR | RL | light-lead-kick
        round kick, round kick | RR | LL | -
        [rear round kick] lead shin check, rear round kick | R | -L | -
        [rear low kick] cross block, cross | R | -L | -
        [jab] push kick | L | S | -
        [rear low kick] high block | - | - | unanswered
        [jab] step left, cross | R | -L | -
        # clinch
        clinch hold, knee, knee | RL | -BB | -
        clinch hold, knee, knee, knee | RLR | -BBB | -
        clinch hold, elbow, knee | RL | -BB | -
        clinch hold, knee, shove | R | -BB | -
        clinch hold, clinch turn, knee | R | --B | -
        clinch hold, cross | R | -L | clinch-not-left
        clinch hold, rear round kick | R | -L | clinch-not-left
        elbow, elbow | RL | BB | -
        lead elbow, rear elbow | LR | BB | -
        hook, uppercut, elbow | LRL | LLB | -
        elbow, knee | RL | BB | -
        rear knee, elbow | RR | BB | -
        rear elbow, rear elbow | RR | BB | nothing-behind
        jab, cross, step in, lead elbow | LRL | RL-B | -
        jab, elbow | LR | RB | too-far
        knee, knee | RL | BB | -
        jab, cross, knee | LRL | RLB | -
        jab, knee | LR | RB | -
        # karate
        punch | L | R | -
        low block, punch | R | -L | -
        high block, punch | R | -L | -
        low block, high block, punch | L | --R | -
        high block, reverse punch | R | -L | -
        inward block, reverse punch | R | -L | -
        outward block, reverse punch | R | -L | -
        knife hand block, spear hand | R | -- | age
        front kick (land forward), front kick | RL | SS | -
        front kick (land forward), punch | RR | BL | -
        lead front kick, reverse punch | LR | BL | -
        back fist, ridge hand | LR | RR | -
        hammer fist, elbow | RL | LB | -
        palm strike, palm strike | RL | LR | -
        lead back fist, reverse punch | LR | RL | -
        side kick, back fist | LL | BR | -
        lead side kick, reverse punch | LR | BL | -
        [cross] high block, reverse punch | R | -L | -
        [front kick] low block, reverse punch | R | -L | -
        turn left 180, cross | R | -L | turned-away
        turn left 180, turn right 180, cross | L | --R | -
        straight back kick | R | S | turned-away
        front kick x3 | RRR | SSS | -
        stepping punch | R | L | -
        # korean
        round kick, back kick | RR | LB | -
        front kick, side kick | RL | SS | -
        lead axe kick, cross | LR | RL | -
        hook kick | L | T | -
        lead hook kick, rear round kick | LR | RL | -
        spinning hook kick, cross | RR | LL | -
        lead side kick, back kick | LR | SS | -
        crescent kick, outside crescent kick | RL | TT | -
        lead round kick, lead round kick | LL | RR | light-lead-kick
        double round kick | L | R | light-lead-kick
        jumping front kick | R | S | -
        tornado kick | L | R | -
        lead push kick, rear round kick | LR | BL | -
        [rear round kick] back kick | R | S | -
        [rear round kick] spinning hook kick | R | T | -
        [cross] back kick | R | S | -
        slide in, lead round kick | L | -R | -
        switch, rear round kick | L | -R | -
        low block, reverse punch | R | -L | -
        # self-defence
        [wrist grab] wrist release, step back | - | -- | -
        [choke from behind] rear choke release, back elbow | R | -- | -
        [bear hug grab] bear hug release, step back | - | -- | -
        [cross] slip, palm strike | R | -L | -
        [hook] cover, shove | - | -S | -
        [shove] wedge block, step back | - | -- | -
        [tackle] sprawl, step back | - | -- | -
        [cross] parry, palm strike | R | -L | -
        [rear front kick] side kick | L | S | -
        [rear round kick] lead front kick | L | S | -
        """;

    public static TheoryData<string, string, string, string> Rows()
    {
        var rows = new TheoryData<string, string, string, string>();
        foreach (var line in Table.Split('\n', StringSplitOptions.RemoveEmptyEntries).Where(l => !l.StartsWith('#')))
            if (line.Split('|', StringSplitOptions.TrimEntries) is [var notation, var sides, var pads, var codes])
                rows.Add(notation, sides, pads, codes);
        return rows;
    }

    [Fact]
    public void The_table_has_more_than_a_hundred_and_twenty_combinations() => Assert.InRange(Rows().Count, 121, 400);

    [Theory]
    [MemberData(nameof(Rows))]
    public void Sides_pads_and_findings_are_as_the_rules_have_them(
        string notation,
        string sides,
        string pads,
        string codes
    )
    {
        var trace = Given.Trace(notation);
        var strikes = trace
            .Steps.SelectMany(s => s.Elements)
            .Where(e => e is { Element.Technique.IsStrike: true, BodySide: Side.Left or Side.Right });
        Assert.Equal(sides, Or(string.Concat(strikes.Select(e => e.BodySide == Side.Left ? 'L' : 'R'))));
        Assert.Equal(pads, string.Concat(HolderCard.Of(trace, NamingSchool.Generic).Select(l => Pads(l.Hold))));
        var found = trace.Findings.Select(f => f.Code).Where(c => c != "other-side").Distinct();
        Assert.Equal(codes, Or(string.Join(' ', found)));
    }

    private static string Or(string words) => words.Length == 0 ? "-" : words;

    private static string Pads(Sequence<string> hold) => hold.IsEmpty ? "-" : string.Concat(hold.Select(Pad));

    private static string Pad(string words) =>
        words switch
        {
            _ when words.Contains("inside of your left") => "l",
            _ when words.Contains("inside of your right") => "r",
            _ when words.StartsWith("shield", StringComparison.Ordinal) => "S",
            _ when words.StartsWith("flat target", StringComparison.Ordinal) => "T",
            _ when words.Contains("left") => "L",
            _ when words.Contains("right") => "R",
            _ => words.StartsWith("both", StringComparison.Ordinal) ? "B" : "?",
        };
}
