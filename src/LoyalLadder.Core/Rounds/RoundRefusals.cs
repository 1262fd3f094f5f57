using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>Says why rounds cannot be made as asked, and which part of the ask stands in the way.</summary>
internal sealed class RoundRefusals(Catalogue catalogue, RoundAsk ask)
{
    /// <summary>What can be said before anything is made: a focus that may not be taught, or that nothing can catch.</summary>
    public List<RoundRefusal> BeforeCalling()
    {
        var refusals = new List<RoundRefusal>();
        if (!catalogue.All.Any(t => CallShapes.IsCallable(t, ask)))
            refusals.Add(
                new RoundRefusal(
                    ask.Moves.Taught is null ? "kit" : "rank",
                    Say(
                        $"Nothing can be called: {Taught} has no strike that {AgeBands.Said(ask.Band)} may land on {KitWords}."
                    )
                )
            );
        for (var i = 0; i < ask.Focus.Count; i++)
            if (Barred(ask.Focus[i]) is { } why)
                refusals.Add(new RoundRefusal($"focus[{i}].item", why));
        return refusals;
    }

    private string Taught => ask.Moves.Taught is null ? Say("the catalogue") : ask.Moves.TaughtWords;

    private string? Barred(RoundFocus focus)
    {
        var all = focus.Techniques.Select(catalogue.Find).OfType<Technique>().ToList();
        var strikes = all.FindAll(t => t.IsStrike);
        if (strikes.Count == 0)
            return Say($"'{focus.Words}' is no strike: a focus is a strike, or a kind of strike such as knees.");
        var taught = strikes.FindAll(ask.Moves.Has);
        if (taught.Count == 0)
            return Say($"No {focus.Words} is asked for up to {Taught}.");
        var allowed = taught.FindAll(t => t.MannerFor(ask.Band) >= Manner.Pad);
        if (allowed.Count == 0)
            return Say($"No {focus.Words} may be landed on pads by {AgeBands.Said(ask.Band)}.");
        if (!allowed.Exists(t => CallShapes.IsCallable(t, ask)))
            return Say($"Nobody can catch {focus.Words} with {KitWords}.");
        var isClinchOnly = allowed.TrueForAll(t => t.Ranges == Ranges.Clinch);
        return isClinchOnly && !(ask.Clinch && HolderCatches.CanClinch(ask.Kit))
            ? Say($"{focus.Words} belongs to the clinch, which is not allowed here.")
            : null;
    }

    private string KitWords
    {
        get
        {
            var words = new List<string>();
            Add(RoundKit.Mitts, "mitts");
            Add(RoundKit.KickPads, Say("kick pads"));
            Add(RoundKit.Shield, "a shield");
            Add(RoundKit.ThighPads, Say("thigh pads"));
            return words.Count == 0 ? Say("open hands") : string.Join(" and ", words);

            void Add(RoundKit kit, string word)
            {
                if (ask.Kit.HasFlag(kit))
                    words.Add(word);
            }
        }
    }

    /// <summary>What the book of calls shows: too little to choose from, or a focus that nothing can be called with.</summary>
    public List<RoundRefusal> OfBook(CallBook book, int fewest)
    {
        var refusals = new List<RoundRefusal>();
        if (book.Calls.Count(c => !c.IsMove) < fewest)
            refusals.Add(
                new RoundRefusal(
                    ask.Moves.Taught is null ? "kit" : "rank",
                    Say(
                        $"{Taught} gives fewer than {fewest} calls that {KitWords} can catch: ask for a higher rank or other kit."
                    )
                )
            );
        for (var i = 0; i < ask.Focus.Count; i++)
            if (book.Calls.All(c => c.Focus[i] == 0))
                refusals.Add(
                    new RoundRefusal(
                        $"focus[{i}].item",
                        Say($"No clean call with {ask.Focus[i].Words} can be made as asked.")
                    )
                );
        return refusals;
    }

    /// <summary>What is out of balance in a try.</summary>
    public List<RoundRefusal> OfDraft(RoundDraft draft)
    {
        var refusals = new List<RoundRefusal>();
        if (!draft.Balance.AreSidesEven)
            refusals.Add(
                new RoundRefusal(
                    "lead",
                    Say(
                        $"Left and right stay uneven, {draft.Balance.Left} to {draft.Balance.Right}: let the lead "
                            + $"switch, or ask for less of one side."
                    )
                )
            );
        for (var i = 0; i < ask.Focus.Count; i++)
            if (!draft.Balance.IsFocusMet(i))
                refusals.Add(
                    new RoundRefusal(
                        $"focus[{i}].share",
                        Say(
                            $"{ask.Focus[i].Words} cannot be {ask.Focus[i].Share:P0} of the strikes here; "
                                + $"{draft.Balance.ShareOf(i):P0} can."
                        )
                    )
                );
        if (!draft.Builds)
            refusals.Add(
                new RoundRefusal(
                    "build",
                    Say("The calls that are left are all equally hard: no round can rise above another.")
                )
            );
        return refusals;
    }

    /// <summary>Why no try came out, by the nearest of them.</summary>
    public IReadOnlyList<RoundRefusal> After(RoundDraft? nearest)
    {
        if (nearest is not null && OfDraft(nearest) is { Count: > 0 } why)
            return why;
        return
        [
            new RoundRefusal(
                "density",
                Say(
                    "No round comes out cleanly at this density: ask for fewer calls a minute, other kit or a higher rank."
                )
            ),
        ];
    }
}
