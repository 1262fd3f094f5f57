using LoyalLadder.Core.Combinations;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>How a dose is done: sides, pace, partners, ways over the floor, circuits.</summary>
internal static partial class DoseGrammar
{
    // ---- sides ----

    private static void Sides()
    {
        Rule("/ <noun>", (p, _) => p.PerSide = true, Place.BehindAmount);
        Rule("both ways|directions", (p, _) => p.BothWays = true);
        Rule(
            "e / s; ea / s; p / <noun>; p / s; on? each|per|every|ea|either|both .? <noun>; on? each of? the? "
                + "<noun>; with each|either|both <noun>; l / r; r / l; l +|&|and r; r +|&|and l; left and|"
                + "&|/|+ right; right and|&|/|+ left; a side|leg|arm|hand; both sides|legs|hands|arms; "
                + "repeat? on|to? both|other sides|side; and? repeat? on|with? the? other side|leg|hand|"
                + "arm; one way then the other; same on? the? other side|leg",
            (p, _) => p.PerSide = true
        );
        Rule(
            "switch|swap legs|sides|hands|arms|feet|stance|leads each|every time|rep?",
            (p, _) => p.Alternating = true,
            Place.BehindWords
        );
        Rule(
            "then? swap|change|switch sides|legs|stance|leads|lead|hands|arms",
            (p, _) => p.ChangesSide(),
            Place.BehindDose
        );
        Rule("each|ea|both .?", (p, _) => p.Each = true, Place.BehindDose);
        Rule(
            "alternating|alternate|alt|alternately; alternating|alternate|alt <noun>; alternating|alternate|alt "
                + "sides|legs|arms|hands|feet|knees; switching|"
                + "swapping|changing|alternating legs|sides|hands|arms|feet|stance|leads each|every? time|"
                + "rep?; one <noun> then the? other <noun>?; left right left right",
            (p, _) => p.Alternating = true
        );
        Rule("each <noun> alternating|alternate|alt|alternately", (p, _) => p.PerSide = p.Alternating = true);
    }

    // ---- paces ----

    private static void Paces()
    {
        Rule("<pace>", (p, c) => p.PaceOf(c.Pace!.Value), Place.BesideAmount);
        Rule(
            "slow|slowly and|but? smooth|controlled|clean?; half speed|pace; in slow motion; slow motion; "
                + "in your own time",
            (p, _) => p.PaceOf(Pace.Slow)
        );
        Rule(
            "at? walking pace; walk it through?; walked through; walk through it?; step by step; in parts; part by part",
            (p, _) => p.PaceOf(Pace.Walk)
        );
        Rule(
            "at? full speed|pace|power; fast|quick; top speed; flat out; at? speed; double time",
            (p, _) => p.PaceOf(Pace.Brisk)
        );
        Rule("in <n> ,? hold? <n>? ,? out <n>", (_, _) => { }, Place.BehindWords);
        Rule("at? normal|medium|steady speed|pace; steady", (p, _) => p.PaceOf(Pace.Steady));
        Rule(
            "on|to|at my|your|instructors|teachers call|command|signal|whistle|clap|word; on|to|at the "
                + "call|command|signal|whistle|clap|word; on command|call|signal|go|whistle; on \" go \"; "
                + "called; call it; on a? call|command|clap|signal|whistle; reset every|each time|rep; "
                + "partner calls|call; with|and reset every|each time|rep",
            (p, _) => p.PaceOf(Pace.Called)
        );
        Rule("on|to|at my|your|instructors|teachers count", (p, c) => p.PaceOf(c.MyCount));
        Rule(
            "to|on|with|by the|a? count|numbers; to|by numbers|count; counted; by the numbers; with count|counting",
            (p, _) => p.PaceOf(Pace.Counted)
        );
    }

    // ---- down the floor, round the hall ----

    private const string Hall = "floor|hall|mat|mats|dojo|dojang|room|gym|length|kwoon|lane";

    private static void Floors()
    {
        Amount("floor x <n>; floor <n> times", (p, c) => p.Floor(c.Numbers[0]));
        Amount(
            $"up and|& down; down|up|across|along|over the? {Hall} and|& back; "
                + $"go|going|walk|walking|moving|travelling? down|up|across|along the? {Hall} and|& back; there and|& "
                + $"back; down|up and|& back; up and|& down the? {Hall}?; the? length of the? {Hall} and|& "
                + "back",
            (p, _) => p.Floor(2)
        );
        Amount(
            $"down|up|across|along the? {Hall}; the? full? length of the? {Hall}; one|a length|width; one|1 way down? the? {Hall}",
            (p, _) => p.Floor(1)
        );
        Amount(
            $"down|up|across|along the? {Hall} x <n>; up|down|there and|& down|back x <n>; <n> times|x? up|down|"
                + $"across and|&? down|back? the {Hall}; down|up|across|along the? {Hall} <n> times",
            (p, c) => p.Floor(c.Numbers[0])
        );
        Amount(
            "there and|& back x <n>; <n> times there and|& back; <n> x there and|& back; down|up and|& back x <n>",
            (p, c) => p.Floor(c.Numbers[0] * 2)
        );
        Amount($"x? <n> lengths|length|widths|width|passes of? the? {Hall}? each?", (p, c) => p.Floor(c.Numbers[0]));
        Amount(
            "one length each; 1 length each; a length each; a length of each; length each",
            (p, _) => (p.Each, p.TimeEach) = (true, p.Floor(1))
        );
        Amount("back", (p, _) => p.Floor(1), Place.LastBehindDose);
        Amount("round|around the? hall|room|mat|mats|floor|gym|dojo|dojang x <n>", (p, c) => p.LapsOf(c.Numbers[0]));
        Amount("twice|once round|around the? hall|room|mat|mats|floor|gym|dojo|dojang", (p, c) => p.LapsOf(2));
        Amount(
            $"<n> laps|lap|tours|circuits of|round|around? the? {Hall}?; laps <n>; x <n> laps",
            (p, c) => p.LapsOf(c.Numbers[0])
        );
    }

    private static void Runs()
    {
        Amount("runs <n>", (p, c) => p.Runs(c.Numbers[0]));
        Rule(
            "and|then|, run|sprint|jog to|up|down? the? wall|end|line|hall|far? and|& back; and|then|,? run|"
                + "sprint|jog after|between each|every|set|one|rep?; and|then|, run|sprint back|off|away?; "
                + "and|then run|sprint; run|sprint after|between each|every? set?; run|sprint back; run|"
                + "sprint to the wall|end|line and|& back",
            (p, _) => p.IsRuns = true,
            Place.BehindDose
        );
    }

    // ---- with whom ----

    private const string Pads = "pad|pads|mitt|mitts|shield|shields|paddle|paddles";

    private static void Partners()
    {
        Rule("pairs with instructor", (p, _) => p.Pairs = p.InstructorMakesPair = true);
        Rule(
            "in? a? pairs|pair|twos; in 2 s; with|w /? a|your|the? partner|partners; by two|twos|2; per two; partner|pair|paired work|"
                + "drill; in partners; partner up; one holds|feeds pads|mitts|shields? ,? one|other|"
                + "partner? kicks|punches|works|strikes|hits?; partners hold|holding|holds pads|mitts|"
                + "shields?; partner count|counts; partner|partners",
            (p, _) => p.Pairs = true
        );
        Rule(
            "then|and? swap|swop over|round|roles|sides|partners|holder|holders? after|at? each|every? set|round|"
                + "time|go?; then|and? change|switch over|partners|roles|holder|holders; holder|holders "
                + "swap|swaps|change over|each|every? round|set?; swap after|every|each set|round|minute|"
                + "min|time|go?",
            (p, _) => p.Pairs = true
        );
        Rule(
            $"on|with the? thai|focus|kick|belly|big|small|strike? {Pads}; on|with focus|kick|thai {Pads}; against the? {Pads}",
            (p, _) => p.OnPads = true
        );
        Rule("in? a? threes; in 3 s; in? groups? of three|3; groups of three|3; in trios", (p, _) => p.Threes = true);
        Rule(
            "new|different|fresh|another partner|partners each|every|for? round|set|time|go?; change partners|"
                + "partner each|every? round|set|time?",
            Remark
        );
        Rule(
            "holder|partner feeds|calls|leads|chooses|picks|attacks; one|he|she feeds; with feeder",
            (p, _) => p.Pairs = true,
            Place.BehindDose
        );
        Rule("one at a time; one by one; two at a time; rotate", Remark);
    }

    // ---- stations and lines at the bags ----

    private static void Circuits()
    {
        Rule(
            "stations|station|circuit|circuits of|:|training?; stations ,? <n> of them",
            (p, c) => p.StationsOf(c.Numbers.Count > 0 ? c.Numbers[0] : null)
        );
        Rule("<n> stations|station|station of|:?; stations|circuit of? <n>", (p, c) => p.StationsOf(c.Numbers[0]));
        Amount("stations <n> x <t>", (p, c) => p.StationsFor(c.Numbers[0], c.Times[0]));
        Rule(
            "<n> times round|around|through; x <n> round|around|through; laps <n>; x <n> laps; <n> laps|circuits",
            (p, c) => p.Laps = c.Numbers[0],
            Place.Anywhere
        );
        Rule(
            "circuit|circuits|stations x <n>; circuit|circuits|stations <n> times",
            (p, c) => (p.IsStations, p.Laps) = (true, c.Numbers[0])
        );
        Rule("twice round|through|around it?", (p, _) => p.Laps = 2);
        Rule("once round|through|around", (p, _) => p.Laps = 1);
        Rule("bag line|lines !? !?; lines :; lines , <n> jobs", (p, _) => p.IsBagLines = true);
        Rule("lines <n> jobs", (p, c) => (p.IsBagLines, p.Jobs) = (true, c.Numbers[0]));
        Amount("lines <n> jobs x|,? <t>", (p, c) => (p.IsBagLines, p.Jobs, p.Time) = (true, c.Numbers[0], c.Times[0]));
        Rule("<n> bags|bag", (p, c) => p.Bags = c.Numbers[0], Place.BehindDose);
        Amount("<n> jobs x|,? <t>", (p, c) => (p.Jobs, p.Time) = (c.Numbers[0], c.Times[0]));
        Rule("<n> jobs", (p, c) => p.Jobs = c.Numbers[0]);
    }
}
