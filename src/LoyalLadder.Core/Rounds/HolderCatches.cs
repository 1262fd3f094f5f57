using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Rounds;

/// <summary>Which strikes a holder's kit can catch, and what the holder does about a call.</summary>
internal static class HolderCatches
{
    /// <summary>True where a strike at that level can be shown on the kit. Without kit everything stops short of the body.</summary>
    public static bool Catches(RoundKit kit, Technique strike, Level level)
    {
        if (strike.Hold is not { } place)
            return false;
        if (kit == RoundKit.None)
            return true;
        return (kit.HasFlag(RoundKit.KickPads))
            || (kit.HasFlag(RoundKit.Mitts) && OnMitts(place))
            || (kit.HasFlag(RoundKit.Shield) && OnShield(place, level))
            || (kit.HasFlag(RoundKit.ThighPads) && IsThigh(place));
    }

    private static bool OnMitts(HoldPlace place) =>
        place is HoldPlace.Mitt or HoldPlace.MittIn or HoldPlace.MittOut or HoldPlace.MittDown or HoldPlace.MittHigh;

    private static bool IsThigh(HoldPlace place) => place is HoldPlace.ThighPad or HoldPlace.ThighInside;

    /// <summary>A shield is held before the body, at a side or at the thigh; nobody holds it before the own face.</summary>
    private static bool OnShield(HoldPlace place, Level level) =>
        IsThigh(place)
        || (
            level != Level.Head
            && place is HoldPlace.Shield or HoldPlace.PadsSide or HoldPlace.PadsCrossed or HoldPlace.Mitt
        );

    /// <summary>The holder has a hand free to feed a punch: both are on a shield.</summary>
    public static bool CanFeed(RoundKit kit) => !kit.HasFlag(RoundKit.Shield);

    /// <summary>In the clinch knees come up between the two: pads are crossed low, or nothing is hit at all.</summary>
    public static bool CanClinch(RoundKit kit) => kit == RoundKit.None || kit.HasFlag(RoundKit.KickPads);

    /// <summary>What the holder shows for a call, in the holder's own left and right.</summary>
    public static string Words(Trace trace, RoundAsk ask, NamingSchool naming)
    {
        var lines = HolderCard.Of(trace, naming, ask.Crossed, KitOf(ask.Kit, trace));
        var words = lines.SelectMany(l => PartsOf(l, ask.Kit)).Distinct().ToList();
        return words.Count == 0 ? Say("stay with it") : string.Join("; ", words);
    }

    private static IEnumerable<string> PartsOf(HolderLine line, RoundKit kit)
    {
        if (line.Feed is { } feed)
            yield return feed;
        foreach (var hold in line.Hold)
            yield return kit == RoundKit.None ? Say("open hand as the mark, they stop short") : hold;
        if (line.Step is { } step)
            yield return step;
    }

    /// <summary>The one thing in hand for a call: mitts where everything of it goes there.</summary>
    private static HolderKit KitOf(RoundKit kit, Trace trace)
    {
        if (kit.HasFlag(RoundKit.Shield) && !kit.HasFlag(RoundKit.KickPads) && !kit.HasFlag(RoundKit.Mitts))
            return HolderKit.Shield;
        return kit.HasFlag(RoundKit.Mitts) && !kit.HasFlag(RoundKit.KickPads) ? HolderKit.Mitts : HolderKit.KickPads;
    }
}
