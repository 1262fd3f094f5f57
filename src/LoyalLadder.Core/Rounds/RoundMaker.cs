using System.Collections.Immutable;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>
/// Makes what a pad holder calls: sequences that can be answered cleanly from the first call to the last, in balance over the
/// session, at the pace that was asked for.
/// </summary>
/// <param name="catalogue">The school's own, with its limits by age.</param>
/// <param name="numbers">The hands that the school's figures stand for, the first being one.</param>
/// <param name="numbered">Stored combinations that may be called by their number.</param>
public sealed class RoundMaker(
    Catalogue catalogue,
    ImmutableArray<(string Technique, Side Side)> numbers,
    IReadOnlyCollection<NumberedCall> numbered
)
{
    private const int MostTries = 8;
    private const int MostBooks = 5;
    private const int FewestCalls = 4;

    private readonly Tracer _tracer = new(catalogue);
    private readonly CallWords _words = new(catalogue, numbers);

    /// <summary>The rounds, in the words of a naming school; the same calls in every one.</summary>
    public RoundsMade Make(RoundAsk ask, NamingSchool naming)
    {
        if (ask.Problems() is { Count: > 0 } problems)
            return RoundsMade.Refused(problems);
        if (ask.Focus.Count > 0)
            return Made(ask, ask, naming);
        // nobody asked for a focus: as such rounds usually are, as nearly as that can be, else anyhow
        return Made(ask, ask with { Focus = UsualShares.Of(catalogue, ask) }, naming).Rounds is { } rounds
            ? new RoundsMade(rounds with { Focus = [] }, [])
            : Made(ask, ask, naming);
    }

    /// <summary>Rounds that are drawn towards the shares of one ask and refused by those of the other.</summary>
    private RoundsMade Made(RoundAsk told, RoundAsk ask, NamingSchool naming)
    {
        var refusals = new RoundRefusals(catalogue, told);
        if (refusals.BeforeCalling() is { Count: > 0 } barred)
            return RoundsMade.Refused(barred);
        IReadOnlyList<RoundRefusal> why = [];
        for (var session = 0; session < MostBooks; session++)
        {
            var dice = new Dice(((ulong)ask.Seed * 1_000_003) + (ulong)session);
            var book = new CallBook(catalogue, ask, _tracer, _words, numbered, dice);
            why = refusals.OfBook(book, FewestCalls);
            if (why.Count > 0)
                continue;
            var (draft, nearest) = Drafted(ask, book, refusals, dice);
            if (draft is not null)
                return new RoundsMade(Written(draft, ask, naming), []);
            var before = why;
            why = refusals.After(nearest);
            // where two books of calls fail by the same fields, a third would too
            if (nearest is not null && before.Select(r => r.Field).SequenceEqual(why.Select(r => r.Field)))
                break;
        }
        return RoundsMade.Refused(why);
    }

    /// <summary>The first try that keeps every rule; else null, and the last one that at least came to its end.</summary>
    private (RoundDraft? Good, RoundDraft? Nearest) Drafted(
        RoundAsk ask,
        CallBook book,
        RoundRefusals refusals,
        Dice dice
    )
    {
        var bursts = new BurstBook(ask, book);
        RoundDraft? nearest = null;
        for (var tries = 0; tries < MostTries; tries++)
        {
            var draft = new RoundDraft(ask, book, bursts, dice);
            if (!draft.Fill())
                continue;
            if (refusals.OfDraft(draft).Count == 0 && draft.Rounds.TrueForAll(r => IsClean(r, ask)))
                return (draft, nearest);
            nearest = draft;
        }
        return (null, nearest);
    }

    /// <summary>The whole round followed as one combination, from the range at which least is wrong.</summary>
    private bool IsClean(RoundPlan round, RoundAsk ask)
    {
        var moves = Combination.Of(round.All.SelectMany(c => c.Moves.Counts));
        return !_tracer.Unmended(moves, new TraceAsk(Lead.Left, ask.Band)).Findings.Any(CallBook.IsWrong);
    }

    private CalledRounds Written(RoundDraft draft, RoundAsk ask, NamingSchool naming) =>
        new(
            draft.Rounds.Select(r => Written(r, ask, naming)).ToSequence(),
            draft.Balance.Left,
            draft.Balance.Right,
            ask.Focus.Select((f, i) => new FocusGot(f.Words, f.Share, draft.Balance.ShareOf(i))).ToSequence()
        );

    private CalledRound Written(RoundPlan round, RoundAsk ask, NamingSchool naming)
    {
        var calls = new List<CalledMove>();
        var here = round.Spots[0];
        foreach (var (call, at, isBurst) in new RoundTiming(ask).Of(round))
        {
            var trace = _tracer.Unmended(call.Moves, new TraceAsk(here.Lead, ask.Band) { From = here.Range });
            calls.Add(
                new CalledMove(
                    at,
                    call.Seconds,
                    WordsOf(call, naming),
                    NotationWriter.Write(call.Moves, naming),
                    HolderCatches.Words(trace, ask, naming),
                    isBurst
                )
            );
            here = call.From(here)!.Value;
        }
        return new CalledRound(calls.ToSequence(), Math.Round((decimal)round.Difficulty, 2));
    }

    private string WordsOf(Call call, NamingSchool naming) =>
        numbered.FirstOrDefault(n => n.IsCalledByNumber && Combination.Of(n.Moves.Counts) == call.Moves) is { } stored
            ? $"number {stored.Number}"
            : _words.Of(call.Moves, naming);
}
