using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Movement;

/// <summary>What a holder wears or holds for a whole combination: nobody changes kit between two counts.</summary>
public enum HolderKit
{
    Mitts,
    KickPads,
    Shield,
    FlatTarget,
}

/// <summary>Where a holder shows one strike with the kit in hand, in the holder's own left and right.</summary>
internal static class HoldWords
{
    /// <summary>
    /// Mitts for hands alone, the shield or the flat target where everything goes there, kick pads for all that is
    /// mixed.
    /// </summary>
    public static HolderKit KitFor(IReadOnlyCollection<HoldPlace> places)
    {
        if (places.Count > 0 && places.All(p => p == HoldPlace.Shield))
            return HolderKit.Shield;
        if (places.Count > 0 && places.All(p => p == HoldPlace.FlatTarget))
            return HolderKit.FlatTarget;
        return places.All(p => p is HoldPlace.Mitt or HoldPlace.MittIn or HoldPlace.MittDown or HoldPlace.MittHigh)
            ? HolderKit.Mitts
            : HolderKit.KickPads;
    }

    /// <summary>The kit in a word.</summary>
    public static string Of(HolderKit kit) =>
        kit switch
        {
            HolderKit.Mitts => "mitts",
            HolderKit.KickPads => "kick pads",
            HolderKit.Shield => "shield",
            _ => "flat target",
        };

    /// <param name="place">Where the technique is shown when it stands alone.</param>
    /// <param name="level">How high.</param>
    /// <param name="side">The performer's side that strikes.</param>
    /// <param name="kit">What is in hand.</param>
    /// <param name="crossed">The school feeds the left hand to the holder's left mitt.</param>
    public static string Of(HoldPlace place, Level level, Side side, HolderKit kit, bool crossed)
    {
        var thing = kit == HolderKit.Mitts ? "mitt" : "pad";
        var facing = $"{Named(side, !crossed)} {thing}";
        // a hook comes round from its own side and lands on the inside of the far one
        var far = $"{Named(side, crossed)} {thing}";
        var across = Named(side, true);
        return place switch
        {
            HoldPlace.Mitt when kit == HolderKit.Shield => Shield(level),
            HoldPlace.PadsSide when kit == HolderKit.Shield =>
                $"shield on your {across} side, {Height(level)}, step in to meet it",
            HoldPlace.PadsCrossed when kit == HolderKit.Shield => "shield across your hips, lean in",
            HoldPlace.ThighPad when kit == HolderKit.Shield =>
                $"shield on the outside of your {across} thigh, knee soft",
            HoldPlace.Mitt => level == Level.Head
                ? $"{facing}, your head height"
                : $"{facing} before the belly, braced",
            HoldPlace.MittIn => $"{far} turned in, {Height(level)}",
            HoldPlace.MittDown when level == Level.Head => $"{facing} turned down, under the chin",
            HoldPlace.MittDown => $"{facing} turned down, at the belly",
            HoldPlace.MittHigh => $"{facing} high",
            HoldPlace.PadsTight => $"both pads tight together, {Height(level)}",
            HoldPlace.PadsCrossed => "both pads crossed low",
            HoldPlace.PadsSide => $"both pads on your {across} side, {Height(level)}, step in to meet it",
            HoldPlace.ThighPad => $"pad on your {across} thigh, knee soft",
            HoldPlace.Shield when kit == HolderKit.Shield => Shield(level),
            HoldPlace.Shield when level == Level.Head => "both pads high, arms bent",
            HoldPlace.Shield when level == Level.Leg => "both pads low, rear foot braced",
            HoldPlace.Shield => "both pads on the belly, rear foot braced",
            HoldPlace.FlatTarget when kit == HolderKit.FlatTarget =>
                $"flat target off the centre line, {Height(level)}",
            _ => $"{across} pad flat off the centre line, {Height(level)}",
        };
    }

    private static string Shield(Level level) =>
        level switch
        {
            Level.Head => "shield high, arms bent, face turned away",
            Level.Leg => "shield low, rear foot braced",
            _ => "shield on the belly, rear foot braced",
        };

    private static string Named(Side side, bool faces) =>
        side switch
        {
            Side.Left => faces ? "right" : "left",
            Side.Right => faces ? "left" : "right",
            _ => "each",
        };

    private static string Height(Level level) =>
        level switch
        {
            Level.Head => "head height",
            Level.Body => "rib height",
            _ => "low",
        };
}
