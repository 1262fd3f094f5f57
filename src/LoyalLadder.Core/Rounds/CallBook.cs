using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>A stored combination that may be called by its number.</summary>
public sealed record NumberedCall(string Number, Combination Moves)
{
    /// <summary>Codes such as 'SD-23' are for paper; nobody calls them.</summary>
    public bool IsCalledByNumber => Number.All(char.IsAsciiDigit);
}

/// <summary>
/// All that may be called in a session, and what can follow what. Whether a call can be done from a range is followed over the
/// floor once and kept.
/// </summary>
internal sealed class CallBook
{
    private readonly RoundAsk _ask;
    private readonly Tracer _tracer;
    private readonly Count _hold;
    private readonly Dictionary<(int First, int Second, FightRange From), bool> _pairs = [];

    /// <param name="catalogue">The school's own.</param>
    /// <param name="ask">The session.</param>
    /// <param name="tracer">Follows what is to be called.</param>
    /// <param name="words">How calls are said.</param>
    /// <param name="numbered">Stored combinations.</param>
    /// <param name="dice">Chooses the strikes of the session.</param>
    public CallBook(
        Catalogue catalogue,
        RoundAsk ask,
        Tracer tracer,
        CallWords words,
        IEnumerable<NumberedCall> numbered,
        Dice dice
    )
    {
        _ask = ask;
        _tracer = tracer;
        var hold = catalogue.Find("clinch-hold")!;
        _hold = CountOf(new Element(hold, hold.DefaultSide));
        var shapes = new CallShapes(catalogue, ask, dice);
        var calls = new List<Call>();
        var heard = new HashSet<string>(StringComparer.Ordinal);
        var done = new HashSet<Combination>();
        foreach (var (moves, said) in Named(shapes, words, numbered.Where(n => n.IsCalledByNumber && MayCall(n.Moves))))
        {
            // two calls that sound alike in any school's words would be one for whoever hears them
            if (!done.Contains(moves) && !said.Any(heard.Contains) && Read(moves, calls.Count) is { } call)
            {
                done.Add(moves);
                heard.UnionWith(said);
                calls.Add(call);
            }
        }
        Calls = [.. calls];
    }

    public ImmutableArray<Call> Calls { get; }

    /// <summary>Calls with their words in every naming, marked by it; none of them longer than can be heard.</summary>
    private static IEnumerable<(Combination Moves, string[] Said)> Named(
        CallShapes shapes,
        CallWords words,
        IEnumerable<NumberedCall> numbered
    )
    {
        var namings = Enum.GetValues<NamingSchool>();
        foreach (var moves in shapes.All())
        {
            var said = Array.ConvertAll(namings, n => words.Of(moves, n));
            if (said.All(s => CallWords.Count(s) <= CallWords.MostWords))
                yield return (moves, [.. said.Select((s, i) => $"{i}/{s}")]);
        }
        foreach (var call in numbered.Take(MostNumbered))
            yield return (
                Combination.Of(call.Moves.Counts),
                [.. namings.Select((_, i) => $"{i}/number {call.Number}")]
            );
    }

    private const int MostNumbered = 16;
    private const int MostCounts = 6;

    private bool MayCall(Combination moves) =>
        moves.IsKnown
        && moves.Counts.Count is >= 2 and <= MostCounts
        && moves.Elements.All(e => e.Technique!.IsStrike ? CanLand(e) : MayDo(e));

    private bool CanLand(Element e) =>
        CallShapes.IsCallable(e.Technique!, _ask)
        && HolderCatches.Catches(_ask.Kit, e.Technique!, e.AimedAt ?? Level.Body);

    /// <summary>Steps, stances and defences against what a holder can feed: no holds, locks, throws or ground.</summary>
    private bool MayDo(Element e) =>
        e.Technique!.Family
            is TechniqueFamily.Footwork
                or TechniqueFamily.Stance
                or TechniqueFamily.Block
                or TechniqueFamily.Evasion
        && e.Attack?.Technique is null or { IsStrike: true }
        && e.Technique.MannerFor(_ask.Band) > Manner.No
        && (e.Technique.Ranges & Ranges.Clinch) == 0 | e.Technique.Ranges == Ranges.Anywhere
        && (e.Attack is null || HolderCatches.CanFeed(_ask.Kit));

    private static Count CountOf(Element element) => new(Sequence.Create([new Beat(Sequence.Create([element]))]));

    /// <summary>A call with what it comes to; null where it can be done from nowhere.</summary>
    private Call? Read(Combination moves, int number)
    {
        var after = new Spot?[4];
        Trace? known = null;
        for (var range = FightRange.Clinch; range <= FightRange.Long; range++)
        {
            if (Follow([.. moves.Counts], range) is not { } trace || !IsAllowed(trace))
                continue;
            var place = new Spot(trace.Steps[^1].Range, trace.End.Lead);
            if (!MakesSense(moves, range, place))
                continue;
            known = trace;
            after[(int)range] = place;
        }
        return known is null ? null : Sum(moves, number, after);
    }

    /// <summary>It may change the lead only where that is asked for, and only with its last move; nobody ends turned away.</summary>
    private bool IsAllowed(Trace trace) =>
        trace.End.Facing == trace.Start.Facing
        && (
            trace.End.Lead == trace.Start.Lead
                ? trace.Steps.All(s => s.Footing.Lead == trace.Start.Lead)
                : _ask.Switching
                    && trace.Steps.Take(trace.Steps.Length - 1).All(s => s.Footing.Lead == trace.Start.Lead)
        );

    /// <summary>Nobody takes hold of whom they hold, lets go of whom they do not, or steps to where they stand.</summary>
    private static bool MakesSense(Combination moves, FightRange from, Spot to)
    {
        var first = moves.Elements.First().Technique!;
        var isClinch = from == FightRange.Clinch;
        return first.Id switch
        {
            "clinch-hold" => !isClinch,
            "clinch-turn" or "clinch-release" or "shove" => isClinch,
            "slide-back" or "step-in" => moves.Counts.Count > 1 || to.Range != from,
            _ => true,
        };
    }

    private Call Sum(Combination moves, int number, Spot?[] after)
    {
        var strikes = moves.Elements.Where(e => e.Technique is { IsStrike: true, Id: not "shove" }).ToList();
        var lone = _tracer.Unmended(moves, new TraceAsk(Lead.Left, _ask.Band) { From = FightRange.Middle });
        return new Call
        {
            Number = number,
            Moves = moves,
            Left = strikes.Count(s => s.Side is Side.Lead or Side.Left),
            Right = strikes.Count(s => s.Side is Side.Rear or Side.Right),
            Strikes = strikes.Count,
            Focus = [.. _ask.Focus.Select(f => strikes.Count(s => f.Techniques.Contains(s.Technique!.Id)))],
            Difficulty = CombinationFacts.DifficultyOf(lone),
            Seconds = RepClock.Seconds(moves, Pace.Brisk),
            Letters = Enum.GetValues<NamingSchool>().Max(n => NotationWriter.Write(moves, n).Length) + 2,
            After = after,
        };
    }

    /// <summary>
    /// The counts from a range, without anything wrong; null where something is. In the clinch somebody took hold before.
    /// </summary>
    private Trace? Follow(IReadOnlyList<Count> counts, FightRange from)
    {
        var isClinch = from == FightRange.Clinch;
        var moves = Combination.Of(isClinch ? counts.Prepend(_hold) : counts);
        var start = isClinch ? FightRange.Middle : from;
        var trace = _tracer.Unmended(moves, new TraceAsk(Lead.Left, _ask.Band) { From = start });
        return trace.Findings.Any(IsWrong) ? null : trace;
    }

    /// <summary>What a round must not have: a stop, a warning, and any complaint about the range.</summary>
    public static bool IsWrong(Finding finding) => finding.Severity != Severity.Note || finding.IsAboutRange;

    /// <summary>Whether a call can follow another that began at a range.</summary>
    public bool Follows(Call first, FightRange from, Call second)
    {
        var key = (first.Number, second.Number, from);
        if (_pairs.TryGetValue(key, out var known))
            return known;
        var follows = Follow([.. first.Moves.Counts, .. second.Moves.Counts], from) is not null;
        _pairs[key] = follows;
        return follows;
    }
}
