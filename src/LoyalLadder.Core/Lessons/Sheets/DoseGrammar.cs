using System.Collections.Frozen;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Words;

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
internal static partial class DoseGrammar
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
        Intervals();
        Times();
        Counts();
        Sides();
        Paces();
        Floors();
        Runs();
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
            || token.Text
                is "half"
                    or "a"
                    or "couple"
                    or "left"
                    or "right"
                    or "l"
                    or "r"
                    or "lh"
                    or "rh"
                    or "lf"
                    or "rf"
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
            $"with|and|w? /? a? <s> of? rest|off|break|recovery {Between} set|round|time|one|go|rep?; with|and? "
                + $"<s> in? between {Between}; with|and? rest|off|break|recovery of|for|is|:? <s> in? "
                + "between? sets|rounds|each|every? round|set?",
            (p, c) => p.Rest = c.Times[0],
            Place.BehindWords
        );
        Rule("r <b>", (p, c) => p.Rest = c.Times[0], Place.BehindDose);
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
            "<t> on|work|go ,? /|with|and|then? <s> off|rest|between|break x|for <n> rounds|times|sets|goes?; "
                + "work <s> ,? rest <s> ,? x|for <n> rounds|times?; <s> work ,? <s> rest x|for <n> rounds|"
                + "times?",
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
    }

    private static void Intervals()
    {
        Amount("tabata", (p, _) => p.Tabata(20, 10, 8));
        Amount(
            "tabata <s> / <s> x <n>; tabata <s> on? /? <s> off? x <n>",
            (p, c) => p.Tabata(c.Times[0], c.Times[1], c.Numbers[0])
        );
        Amount("tabata <s> / <s>; tabata <s> on <s> off", (p, c) => p.Tabata(c.Times[0], c.Times[1], 8));
        Amount(
            "as many as you|they? can|possible|poss in|for|within? <t>; as many as you|they can in? <t>; max reps|effort? "
                + "in|for? <t>; maximum reps? in|for <t>; amrap in|for|-|:? <t>; <t> amrap; non stop for? "
                + "<t>; nonstop for? <t>; <t> non stop; <t> nonstop; <t> max reps; how many in <t>; <t> as "
                + "many as possible",
            (p, c) => p.TimeOf(c.Times[0], isOver: true)
        );
    }

    private static void Times()
    {
        // '12 sec each side' of a stretch that is held, '3 parts' of one that is shown
        Rule("on|at the? 45|90|180", Remark);
        Rule("for? <n> songs|song|tracks|track|breaths|breath|verses|claps|heartbeats", (p, _) => p.Unclear());
        Rule("in <n> parts|steps|stages|moves|counts|pieces|phases|bits", Remark);
        Amount("for|in about|approx|~? <t>", (p, c) => p.TimeOf(c.Times[0], isOver: true));
        Amount("<t> rounds|round", (p, c) => p.TimeOf(c.Times[0]));
        Amount("<t> of", (p, c) => p.TimeOf(c.Times[0], isOver: true));
        Amount("about|approx|~? <t>; hold|held|holding for? <t>", (p, c) => p.TimeOf(c.Times[0]));
        Amount(
            "<t> each; hold|held|holding for? <t> each",
            (p, c) => (p.Each, p.TimeEach) = (true, p.TimeOf(c.Times[0]))
        );
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
        Amount("a dozen", (p, _) => p.Reps(12));
        Amount("a hundred", (p, _) => p.Reps(100));
        Amount("<n> reps|repetitions|total|in? total?", (p, c) => p.Reps(c.Numbers[0]));
        Amount("<n> x", (p, c) => p.Times(c.Numbers[0]));
        Amount("twice; twice over", (p, _) => p.Times(2), Place.BehindWords);
        Amount("once", (p, _) => p.Once(), Place.BehindWords);
        Amount("<n> up to <n>", (p, c) => p.Reps(c.Numbers[1]));
        Amount("<n>", (p, c) => p.Reps(c.Numbers[0]));
        Amount("+ <n> reps?", (p, c) => p.Plus(c.Numbers[0]), Place.PlusAmount);
        CountsOfSides();
    }

    private static void CountsOfSides()
    {
        Amount("<n> / <n> / <n>; <n> , <n> , <n>", (p, c) => c.Numbers.ForEach(p.Plus));
        Amount("<n> / <n>; <n> ea / <n> ea", (p, c) => p.BothSides(c.Numbers[0], c.Numbers[1]));
        Amount(
            "x? <n> forward|forwards|fwd|clockwise|front ,|and|&|/? x? <n> back|backward|backwards|bwd|"
                + "anticlockwise|counterclockwise; x? <n> inwards|in ,? x? <n> outwards|out",
            (p, c) => p.BothSides(c.Numbers[0], c.Numbers[1])
        );
        Amount(
            "x? <n> reps? on|with? the? <lr> <noun>?; <lr> <noun>? x? <n>",
            (p, c) => p.SidedReps(c.Numbers[0], c.Side),
            Place.NoName
        );
        Amount(
            "to the? count of <n>; count of <n>; <n> count|counts; to <n>; a? count to <n>; for a? count of <n>; one to <n>; 1 to <n>",
            (p, c) => p.Counted(c.Numbers[^1])
        );
        Amount(
            "ichi to|- ju; hana to|- yol|yeol|yul; nueng to|- sip; to ju|yol|yeol|sip; yi to shi",
            (p, _) => p.Counted(10)
        );
    }
}
