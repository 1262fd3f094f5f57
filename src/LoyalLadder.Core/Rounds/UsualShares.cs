using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>What rounds are made of where nobody asks for a focus: as holders of that kit call them.</summary>
internal static class UsualShares
{
    private readonly record struct Share(string Words, RoundKit Kit, decimal Of, Func<Technique, bool> Is);

    private static readonly Share[] All =
    [
        new("hands", RoundKit.KickPads, 0.40m, IsHand),
        new("round and low kicks", RoundKit.KickPads, 0.35m, IsRound),
        new("push kicks", RoundKit.KickPads, 0.10m, IsPush),
        new("hands", RoundKit.Mitts, 0.80m, IsHand),
        new("kicks and knees", RoundKit.Shield, 0.80m, t => t.IsKick),
    ];

    /// <summary>
    /// The shares for the kit in hand, of what may be called; none where nothing of a kind may, and none where nothing else may:
    /// with mitts alone all is hands, and a share of them would only call for fewer.
    /// </summary>
    public static IReadOnlyList<RoundFocus> Of(Catalogue catalogue, RoundAsk ask)
    {
        var callable = catalogue.All.Where(t => CallShapes.IsCallable(t, ask) && t.Ranges != Ranges.Clinch).ToList();
        return
        [
            .. All.Where(s => s.Kit == Main(ask.Kit))
                .Select(s => new RoundFocus(s.Words, callable.Where(s.Is).Select(t => t.Id).ToHashSet(), s.Of))
                .Where(f => f.Techniques.Count > 0 && f.Techniques.Count < callable.Count),
        ];
    }

    /// <summary>The kit that decides where several are worn.</summary>
    private static RoundKit Main(RoundKit kit) =>
        kit.HasFlag(RoundKit.KickPads) ? RoundKit.KickPads
        : kit.HasFlag(RoundKit.Shield) ? RoundKit.Shield
        : kit.HasFlag(RoundKit.Mitts) ? RoundKit.Mitts
        : RoundKit.None;

    private static bool IsHand(Technique t) => t.Family is TechniqueFamily.Punch or TechniqueFamily.OpenHand;

    /// <summary>Those that holders call by the dozen, and no hooking or crescent kicks.</summary>
    private static bool IsRound(Technique t) =>
        t is { Family: TechniqueFamily.Kick, IsMainstay: true, Line: AttackLine.Round or AttackLine.Low };

    private static bool IsPush(Technique t) => t is { Family: TechniqueFamily.Kick, Line: AttackLine.Front };
}
