using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>The catalogue's terms in the words of the interface.</summary>
public static class MaterialWords
{
    public static string Of(NamingSchool school) =>
        school switch
        {
            NamingSchool.Generic => Say("English"),
            NamingSchool.Ring => Say("boxing terms"),
            NamingSchool.Japanese => Say("from Japanese"),
            NamingSchool.Korean => Say("from Korean"),
            NamingSchool.Thai => Say("from Thai"),
            _ => Say("from Chinese"),
        };

    /// <summary>One of a kind, as headings say it.</summary>
    public static string Of(CombinationKind kind) =>
        kind switch
        {
            CombinationKind.SelfDefence => Say("Self-defence"),
            CombinationKind.Form => Say("Form"),
            _ => Say("Combination"),
        };

    /// <summary>All of a kind.</summary>
    public static string Kinds(CombinationKind kind) =>
        kind switch
        {
            CombinationKind.SelfDefence => Say("Self-defence"),
            CombinationKind.Form => Say("Forms"),
            _ => Say("Combinations"),
        };

    /// <summary>A kind as the address of its list names it.</summary>
    public static string Shelf(CombinationKind kind) =>
        kind switch
        {
            CombinationKind.SelfDefence => "self-defence",
            CombinationKind.Form => "forms",
            _ => "combinations",
        };

    public static string Of(Manner manner) =>
        manner switch
        {
            Manner.No => Say("not at all"),
            Manner.Air => Say("in the air only"),
            Manner.Pad => Say("to a pad"),
            _ => Say("with a partner under control"),
        };

    public static string Of(SegmentKind kind) =>
        kind switch
        {
            SegmentKind.WarmUp => Say("Warm-up"),
            SegmentKind.CoolDown => Say("Cool-down"),
            SegmentKind.SelfDefence => Say("Self-defence"),
            SegmentKind.Pads => Say("Pads"),
            SegmentKind.Bags => Say("Bags"),
            SegmentKind.Partner => Say("With a partner"),
            SegmentKind.Basics => Say("Basics"),
            SegmentKind.Combinations => Say("Combinations"),
            SegmentKind.Sparring => Say("Sparring"),
            SegmentKind.Forms => Say("Forms"),
            SegmentKind.Fitness => Say("Fitness"),
            SegmentKind.Games => Say("Games"),
            _ => Say("Anything else"),
        };

    public static string Of(SideRule rule) =>
        rule switch
        {
            SideRule.Lead => Say("lead side"),
            SideRule.Rear => Say("rear side"),
            SideRule.Either => Say("either side"),
            SideRule.Both => Say("both sides at once"),
            _ => Say("no side"),
        };

    public static string Of(AttackLine line) =>
        line switch
        {
            AttackLine.Straight => Say("straight"),
            AttackLine.Hook => Say("from the side"),
            AttackLine.Rising => Say("from below"),
            AttackLine.Overhead => Say("from above"),
            AttackLine.Front => Say("thrusting kick"),
            AttackLine.Round => Say("round kick"),
            AttackLine.Low => Say("low kick"),
            AttackLine.Advance => Say("an advance"),
            AttackLine.Tackle => Say("a tackle"),
            AttackLine.Grab => Say("a grab"),
            _ => Say("none"),
        };

    public static string Of(Landing landing) =>
        landing switch
        {
            Landing.Forward => Say("set down in front"),
            Landing.Back => Say("set down behind"),
            Landing.CrossOver => Say("crossed over"),
            _ => Say("put back"),
        };

    /// <summary>'long, middle'; null where it works anywhere.</summary>
    public static string? Of(Ranges ranges) =>
        ranges == Ranges.Anywhere
            ? null
            : string.Join(
                ", ",
                Enum.GetValues<FightRange>().Reverse().Where(r => ranges.Has(r)).Select(FightRanges.Said)
            );
}
