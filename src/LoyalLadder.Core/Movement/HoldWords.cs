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
        return places.All(p =>
            p is HoldPlace.Mitt or HoldPlace.MittIn or HoldPlace.MittOut or HoldPlace.MittDown or HoldPlace.MittHigh
        )
            ? HolderKit.Mitts
            : HolderKit.KickPads;
    }

    /// <summary>The kit in a word.</summary>
    public static string Of(HolderKit kit) =>
        kit switch
        {
            HolderKit.Mitts => Say("mitts"),
            HolderKit.KickPads => Say("kick pads"),
            HolderKit.Shield => Say("shield"),
            _ => Say("flat target"),
        };

    /// <param name="place">Where the technique is shown when it stands alone.</param>
    /// <param name="level">How high.</param>
    /// <param name="side">The performer's side that strikes.</param>
    /// <param name="kit">What is in hand.</param>
    /// <param name="crossed">The school feeds the left hand to the holder's left mitt.</param>
    public static string Of(HoldPlace place, Level level, Side side, HolderKit kit, bool crossed)
    {
        var thing = kit == HolderKit.Mitts ? Say("mitt") : Say("pad");
        var facing = $"{Named(side, !crossed)} {thing}";
        // a hook comes round from its own side and lands on the inside of the far one
        var far = $"{Named(side, crossed)} {thing}";
        var across = Named(side, true);
        if (kit == HolderKit.Shield && OnShield(place, level, across) is { } onShield)
            return onShield;
        return place switch
        {
            HoldPlace.Mitt => level == Level.Head
                ? Say($"{facing}, your head height")
                : Say($"{facing} before the belly, braced"),
            HoldPlace.ThighInside => Say(
                $"thigh pad on the inside of your {Named(side, false)} thigh, knee soft; without one no power"
            ),
            HoldPlace.MittOut => Say($"{facing} turned in, {Height(level)}"),
            HoldPlace.MittIn => Say($"{far} turned in, {Height(level)}"),
            HoldPlace.MittDown when level == Level.Head => Say($"{facing} turned down, under the chin"),
            HoldPlace.MittDown => Say($"{facing} turned down, at the belly"),
            HoldPlace.MittHigh => Say($"{facing} high"),
            HoldPlace.PadsTight => Say($"both pads tight together, {Height(level)}"),
            HoldPlace.PadsCrossed => Say("both pads crossed low"),
            HoldPlace.PadsSide => Say($"both pads on your {across} side, {Height(level)}, step in to meet it"),
            HoldPlace.ThighPad => Say($"pad on your {across} thigh, knee soft"),
            HoldPlace.Shield when level == Level.Head => Say("both pads high, arms bent"),
            HoldPlace.Shield when level == Level.Leg => Say("both pads low, rear foot braced"),
            HoldPlace.Shield => Say("both pads on the belly, rear foot braced"),
            HoldPlace.FlatTarget when kit == HolderKit.FlatTarget => Say(
                $"flat target off the centre line, {Height(level)}"
            ),
            _ => Say($"{across} pad flat off the centre line, {Height(level)}"),
        };
    }

    /// <summary>Where the shield is shown; null for what it cannot catch.</summary>
    private static string? OnShield(HoldPlace place, Level level, string across) =>
        place switch
        {
            HoldPlace.Mitt or HoldPlace.Shield => Shield(level),
            HoldPlace.PadsSide => Say($"shield on your {across} side, {Height(level)}, step in to meet it"),
            HoldPlace.PadsCrossed => Say("shield across your hips, lean in"),
            HoldPlace.ThighPad => Say($"shield on the outside of your {across} thigh, knee soft"),
            _ => null,
        };

    private static string Shield(Level level) =>
        level switch
        {
            Level.Head => Say("shield high, arms bent, face turned away"),
            Level.Leg => Say("shield low, rear foot braced"),
            _ => Say("shield on the belly, rear foot braced"),
        };

    private static string Named(Side side, bool faces) =>
        side switch
        {
            Side.Left => faces ? Say("right") : Say("left"),
            Side.Right => faces ? Say("left") : Say("right"),
            _ => Say("each"),
        };

    private static string Height(Level level) =>
        level switch
        {
            Level.Head => Say("head height"),
            Level.Body => Say("rib height"),
            _ => Say("low"),
        };
}
