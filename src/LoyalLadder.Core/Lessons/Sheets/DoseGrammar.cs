using System.Collections.Frozen;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Speech;

namespace LoyalLadder.Core.Lessons.Sheets;

/// <summary>Where a phrase may stand to be meant as a dose.</summary>
internal enum Place
{
    Anywhere,

    /// <summary>Behind something else that was understood as a dose.</summary>
    BehindDose,

    /// <summary>Not at the very beginning of a line.</summary>
    BehindWords,

    /// <summary>At the end of a clause.</summary>
    Last,

    LastBehindDose,

    /// <summary>Right behind an amount, or without a blank: '5 / leg', '/side'.</summary>
    BehindAmount,

    /// <summary>Right behind an amount, and no name follows.</summary>
    PlusAmount,

    /// <summary>Right behind an amount or its sides, or right before a number.</summary>
    BesideAmount,

    /// <summary>Where no name of a move begins inside it.</summary>
    NoName,
}

/// <summary>A phrase and what it says.</summary>
internal sealed record DoseRule(DosePattern Pattern, Place Place, bool IsAmount, Action<DoseParts, Captured> Say);

/// <summary>
/// The phrases in which instructors say how much, how often, how fast, with whom and where. Of those that fit at a word the
/// longest counts, of equals the one that stands first.
/// </summary>
internal static class DoseGrammar
{
    private static readonly List<DoseRule> Rules = [];

    private static readonly FrozenDictionary<string, DoseRule[]> ByWord;
    private static readonly DoseRule[] Open;

    static DoseGrammar()
    {
        Marks();
        Partners();
        Rests();
        Rounds();
        Counts();
        Sides();
        Paces();
        Floors();
        Circuits();
        Open = [.. Rules.Where(r => r.Pattern.OpensWithPlace)];
        ByWord = Rules
            .SelectMany(rule => rule.Pattern.Openers.Select(word => (Word: word, Rule: rule)))
            .GroupBy(r => r.Word)
            .ToFrozenDictionary(g => g.Key, g => g.Select(r => r.Rule).ToArray(), StringComparer.Ordinal);
    }

    /// <summary>Every word of the phrases: what they took is said by the dose instead.</summary>
    public static IEnumerable<string> Words => Rules.SelectMany(r => r.Pattern.Words).Distinct();

    /// <summary>The rules that may begin at a token: those that open with its word, and those that open with a figure.</summary>
    public static IEnumerable<DoseRule> At(Token token)
    {
        var named = token.Kind is not TokenKind.Clock ? ByWord.GetValueOrDefault(token.Text) : null;
        var isFigure =
            token.Kind is TokenKind.Number or TokenKind.Clock
            || DoseWords.NumberOf(token.Text) is not null
            || token.Text is "half" or "a" or "left" or "right" or "l" or "r" or "lh" or "rh" or "lf" or "rf"
            || (token.IsWord && PaceWords.Read(token.Text) is not null);
        if (named is null)
            return isFigure ? Open : [];
        return isFigure ? named.Concat(Open) : named;
    }

    /// <summary>Says nothing of the dose: the words go with the line.</summary>
    public static readonly Action<DoseParts, Captured> Remark = (_, _) => { };

    private static void Rule(
        string patterns,
        Action<DoseParts, Captured> say,
        Place place = Place.Anywhere,
        bool amount = false
    )
    {
        foreach (
            var pattern in patterns.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
        )
            Rules.Add(new DoseRule(new DosePattern(pattern), place, amount, say));
    }

    private static void Amount(string patterns, Action<DoseParts, Captured> say, Place place = Place.Anywhere) =>
        Rule(patterns, say, place, amount: true);

    // ---- teaching, stage, effort, priority ----

    private static void Marks()
    {
        Rule(
            "no teach|teaching; incl . talk; incl|including talk",
            (p, _) => p.Teaching(new Teaching(TeachingKind.None))
        );
        Rule("teach it|new; teach it !?", (p, _) => p.Teaching(new Teaching(TeachingKind.New)));
        Rule("teach refresh", (p, _) => p.Teaching(new Teaching(TeachingKind.Refresh)));
        Rule("teach known", (p, _) => p.Teaching(new Teaching(TeachingKind.Known)));
        Rule("teach <s>", (p, c) => p.TeachingSeconds(c.Times[0]));
        Rule("new", (p, _) => p.Teaching(new Teaching(TeachingKind.New)), Place.Last);
        Rule("must", (p, _) => p.Priority = Priority.Must, Place.BehindDose);
        Rule("should", (p, _) => p.Priority = Priority.Should, Place.BehindDose);
        Rule("could", (p, _) => p.Priority = Priority.Could, Place.BehindDose);
        Rule("must", (p, _) => p.Priority = Priority.Must, Place.Last);
        Rule("should", (p, _) => p.Priority = Priority.Should, Place.Last);
        Rule("could", (p, _) => p.Priority = Priority.Could, Place.Last);
        Rule("stage <n>", (p, c) => p.StageOf(c.Numbers[0]));
        Rule("effort <n>", (p, c) => p.EffortOf(c.Numbers[0]));
    }

    // ---- rest between, change between ----

    private const string Between = "in|the? between? each|every|sets|rounds?";

    private static void Rests()
    {
        Rule(
            "with|and|w? /? <s> active|moving rest; active|moving rest <s>",
            (p, c) => (p.Rest, p.IsRestActive) = (c.Times[0], true),
            Place.BehindWords
        );
        Rule(
            $"with|and|w? /? a? <s> of? rest|off|break|recovery {Between} set|round|time|one|go|rep?; with|and? <s> in? between {Between}; with|and? rest|off|break|recovery of|for|is|:? <s> in? between? sets|rounds|each|every? round|set?",
            (p, c) => p.Rest = c.Times[0],
            Place.BehindWords
        );
        Rule("r <s>", (p, c) => p.Rest = c.Times[0], Place.BehindDose);
        Rule("no rest; without rest; no breaks?", (_, _) => { }, Place.BehindDose);
        Rule(
            "<s> to? change|changeover|move|rotate over|on|round|stations?; change|changing|changeover|rotate every|in|after? <s>",
            (p, c) => p.Change = c.Times[0],
            Place.BehindWords
        );
    }

    // ---- rounds and times ----

    private static void Rounds()
    {
        Amount(
            "<s> on ,? <s> off x|for <n> rounds|times|sets?; <s> on ,? <s> off",
            (p, c) => p.RoundAndRest(c.Numbers.Count > 0 ? c.Numbers[0] : null, c.Times[0], c.Times[1])
        );
        Amount(
            "<n> x <t> each?; <n> rounds|rds|rd|round|x x|of|@|,|:? <t> each?; <n> goes|lots|blocks|sets|times|bouts x|of|@|at <t> each?",
            (p, c) => p.Round(c.Numbers[0], c.Times[0])
        );
        Amount(
            "<t> x <n> rounds|rds|times|goes|sets?; <t> for? <n> rounds|rds; <t> <n> times",
            (p, c) => p.Round(c.Numbers[0], c.Times[0])
        );
        Amount(
            "<n> x|rounds|rds|round|of of|x? <t> / <s>; <n> x|rounds|rds of? <t> on|work ,? <s> off|rest",
            (p, c) => p.RoundAndRest(c.Numbers[0], c.Times[0], c.Times[1])
        );
        Amount(
            "<t> on|work|go ,? /|with|and|then? <s> off|rest|between|break x|for <n> rounds|times|sets|goes?; work <s> ,? rest <s> ,? x|for <n> rounds|times?; <s> work ,? <s> rest x|for <n> rounds|times?",
            (p, c) => p.RoundAndRest(c.Numbers[0], c.Times[0], c.Times[1])
        );
        Amount(
            "<n> x|rounds|rds|round of|x? work? <s> on|work|go ,? <s> off|rest",
            (p, c) => p.RoundAndRest(c.Numbers[0], c.Times[0], c.Times[1])
        );
        Amount(
            "<t> on|work ,? <s> off|rest; work <s> ,? rest <s>; <t> / <t>",
            (p, c) => p.RoundAndRest(null, c.Times[0], c.Times[1])
        );
        Amount("tabata", (p, _) => p.Tabata(20, 10, 8));
        Amount(
            "tabata <s> / <s> x <n>; tabata <s> on? /? <s> off? x <n>",
            (p, c) => p.Tabata(c.Times[0], c.Times[1], c.Numbers[0])
        );
        Amount("tabata <s> / <s>; tabata <s> on <s> off", (p, c) => p.Tabata(c.Times[0], c.Times[1], 8));
        Amount(
            "as many as you can|possible in|for|within? <t>; as many as you|they can in? <t>; max reps|effort? in|for? <t>; maximum reps? in|for <t>; amrap in|for|-|:? <t>; <t> amrap; non stop for? <t>; nonstop for? <t>; <t> non stop; <t> nonstop; <t> max reps; how many in <t>; <t> as many as possible",
            (p, c) => p.TimeOf(c.Times[0], isOver: true)
        );
        Amount("for|in about|approx|~? <t>", (p, c) => p.TimeOf(c.Times[0], isOver: true));
        Amount("<t> rounds|round", (p, c) => p.TimeOf(c.Times[0]));
        Amount("<t> of", (p, c) => p.TimeOf(c.Times[0], isOver: true));
        Amount("about|approx|~? <t>; hold|held for? <t>", (p, c) => p.TimeOf(c.Times[0]));
        Amount("<t> each", (p, c) => (p.Each, p.TimeEach) = (true, p.TimeOf(c.Times[0])));
        Amount("hold|held each for? <t>", (p, c) => (p.Each, p.TimeEach) = (true, p.TimeOf(c.Times[0])));
        Amount("<lr> <noun>? <t>; <t> on? the? <lr> <noun>?", (p, c) => p.SidedTime(c.Times[0], c.Side), Place.NoName);
    }

    // ---- repetitions and sets ----

    private static void Counts()
    {
        Amount(
            "<n> x? sets of|x|@|,? <n> reps?; <n> x <n> reps|times|of?; <n> sets x <n>; <n> x sets of <n>",
            (p, c) => p.SetsOf(c.Numbers[0], c.Numbers[1])
        );
        Amount("<n> x|reps|for|times x? <n> sets", (p, c) => p.SetsOf(c.Numbers[1], c.Numbers[0]));
        Amount("x <n> sets|rounds|rds", (p, c) => p.Sets(c.Numbers[0]));
        Amount("<n> sets|rounds|rds ,|:|x|of?", (p, c) => p.Sets(c.Numbers[0]));
        Amount("x <n> reps|times|goes|total?", (p, c) => p.Times(c.Numbers[0]));
        Amount(
            "<n> times|goes over?; repeat <n> times?; repeat x <n>; all of|that? x <n>",
            (p, c) => p.Times(c.Numbers[0])
        );
        Amount("<n> reps|repetitions|total|in? total?", (p, c) => p.Reps(c.Numbers[0]));
        Amount("<n> x", (p, c) => p.Times(c.Numbers[0]));
        Amount("twice; twice over", (p, _) => p.Times(2), Place.BehindWords);
        Amount("once", (p, _) => p.Once(), Place.BehindWords);
        Amount("<n> up to <n>", (p, c) => p.Reps(c.Numbers[1]));
        Amount("<n>", (p, c) => p.Reps(c.Numbers[0]));
        Amount("+ <n> reps?", (p, c) => p.Plus(c.Numbers[0]), Place.PlusAmount);
        Amount("<n> / <n> / <n>; <n> , <n> , <n>", (p, c) => c.Numbers.ForEach(p.Plus));
        Amount("<n> / <n>; <n> ea / <n> ea", (p, c) => p.BothSides(c.Numbers[0], c.Numbers[1]));
        Amount(
            "x? <n> forward|forwards|fwd|clockwise|front ,|and|&|/? x? <n> back|backward|backwards|bwd|anticlockwise|counterclockwise; x? <n> inwards|in ,? x? <n> outwards|out",
            (p, c) => p.BothSides(c.Numbers[0], c.Numbers[1])
        );
        Amount(
            "x? <n> reps? on|with? the? <lr> <noun>?; <lr> <noun>? x? <n>",
            (p, c) => p.SidedReps(c.Numbers[0], c.Side),
            Place.NoName
        );
        Amount(
            "to the? count of <n>; count of <n>; to <n>; a? count to <n>; for a? count of <n>; one to <n>; 1 to <n>",
            (p, c) => p.Counted(c.Numbers[^1])
        );
        Amount(
            "ichi to|- ju; hana to|- yol|yeol|yul; nueng to|- sip; to ju|yol|yeol|sip; yi to shi",
            (p, _) => p.Counted(10)
        );
    }

    // ---- sides ----

    private static void Sides()
    {
        Rule("/ <noun>", (p, _) => p.PerSide = true, Place.BehindAmount);
        Rule("both ways|directions", (p, _) => p.BothWays = true);
        Rule(
            "e / s; ea / s; p / <noun>; p / s; on? each|per|every|ea|either|both .? <noun>; on? each of? the? <noun>; with each|either|both <noun>; l / r; r / l; l +|&|and r; r +|&|and l; left and|&|/|+ right; right and|&|/|+ left; a side|leg|arm|hand; both sides|legs|hands|arms; repeat? on|to? both|other sides|side; and? repeat? on|with? the? other side|leg|hand|arm; one way then the other; same on? the? other side|leg",
            (p, _) => p.PerSide = true
        );
        Rule(
            "switch|swap legs|sides|hands|arms|feet|stance|leads each|every? time|rep?",
            (p, _) => p.Alternating = true,
            Place.BehindWords
        );
        Rule("then? swap|change|switch sides|legs|stance|leads|lead", (p, _) => p.PerSide = true, Place.BehindDose);
        Rule("each|ea|both .?", (p, _) => p.Each = true, Place.BehindDose);
        Rule(
            "alternating|alternate|alt|alternately; alternating|alternate|alt <noun>; alternating|alternate|alt sides|legs|arms|hands|feet|knees; each <noun> alternating|alternate|alt; switching|swapping|changing|alternating legs|sides|hands|arms|feet|stance|leads each|every? time|rep?; one <noun> then the? other <noun>?; left right left right",
            (p, _) => p.Alternating = true
        );
    }

    // ---- paces ----

    private static void Paces()
    {
        Rule("<pace>", (p, c) => p.PaceOf(c.Pace!.Value), Place.BesideAmount);
        Rule(
            "slow|slowly and|but? smooth|controlled|clean?; half speed|pace; in slow motion; slow motion; at? walking pace; walk it through?; walk through it?; in your own time",
            (p, _) => p.PaceOf(Pace.Walk)
        );
        Rule(
            "at? full speed|pace|power; fast|quick; top speed; flat out; at? speed; double time",
            (p, _) => p.PaceOf(Pace.Brisk)
        );
        Rule("in <n> ,? hold? <n>? ,? out <n>", (_, _) => { }, Place.BehindWords);
        Rule("at? normal|medium|steady speed|pace; steady", (p, _) => p.PaceOf(Pace.Steady));
        Rule(
            "on|to|at my|your|instructors|teachers count|call|command|signal|whistle|clap|word; on|to|at the call|command|signal|whistle|clap|word; on command|call|signal|go|whistle; on \" go \"; called; call it; on a? call|command|clap|signal|whistle; reset every|each time|rep; partner calls|call; with|and reset every|each time|rep",
            (p, _) => p.PaceOf(Pace.Called)
        );
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
            $"go|going|walk|walking|moving|travelling? down|up|across|along the? {Hall} and|& back; there and|& back; down|up and|& back; up and|& down the? {Hall}?; the? length of the? {Hall} and|& back",
            (p, _) => p.Floor(2)
        );
        Amount(
            $"down|up|across|along the? {Hall}; the? full? length of the? {Hall}; one|a length|width; one|1 way down? the? {Hall}",
            (p, _) => p.Floor(1)
        );
        Amount(
            $"down|up|across|along the? {Hall} x <n>; up|down|there and|& down|back x <n>; <n> times|x? up|down|across and|&? down|back? the {Hall}; down|up|across|along the? {Hall} <n> times",
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
        Amount(
            $"<n> laps|lap|circuits of|round|around? the? {Hall}?; laps <n>; x <n> laps",
            (p, c) => p.LapsOf(c.Numbers[0])
        );
        Amount("runs <n>", (p, c) => p.Runs(c.Numbers[0]));
        Rule(
            "and|then|, run|sprint|jog to|up|down? the? wall|end|line|hall|far? and|& back; and|then|,? run|sprint|jog after|between each|every|set|one|rep?; and|then|, run|sprint back|off|away?; and|then run|sprint; run|sprint after|between each|every? set?; run|sprint back; run|sprint to the wall|end|line and|& back",
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
            "in? a? pairs|pair|twos; in 2 s; with|w /? a|your|the? partner|partners; partner|pair|paired work|drill; in partners; partner up; one holds|feeds pads|mitts|shields? ,? one|other|partner? kicks|punches|works|strikes|hits?; partners hold|holding|holds pads|mitts|shields?; partner count|counts; partner|partners",
            (p, _) => p.Pairs = true
        );
        Rule(
            "then|and? swap|swop over|round|roles|sides|partners|holder|holders? after|at? each|every? set|round|time|go?; then|and? change|switch over|partners|roles|holder|holders; holder|holders swap|swaps|change over|each|every? round|set?; swap after|every|each set|round|minute|min|time|go?",
            (p, _) => p.Pairs = true
        );
        Rule(
            $"on|with the? thai|focus|kick|belly|big|small|strike? {Pads}; on|with focus|kick|thai {Pads}; against the? {Pads}",
            (p, _) => p.OnPads = true
        );
        Rule("in? a? threes; in 3 s; in? groups? of three|3; groups of three|3; in trios", (p, _) => p.Threes = true);
        Rule(
            "new|different|fresh|another partner|partners each|every|for? round|set|time|go?; change partners|partner each|every? round|set|time?",
            Remark
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
