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
            NamingSchool.Generic => "English",
            NamingSchool.Ring => "ring English",
            NamingSchool.Japanese => "from Japanese",
            NamingSchool.Korean => "from Korean",
            NamingSchool.Thai => "from Thai",
            _ => "from Chinese",
        };

    /// <summary>One of a kind, as headings say it.</summary>
    public static string Of(CombinationKind kind) =>
        kind switch
        {
            CombinationKind.SelfDefence => "Self-defence",
            CombinationKind.Form => "Form",
            _ => "Combination",
        };

    /// <summary>All of a kind.</summary>
    public static string Kinds(CombinationKind kind) =>
        kind switch
        {
            CombinationKind.SelfDefence => "Self-defence",
            CombinationKind.Form => "Forms",
            _ => "Combinations",
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
            Manner.No => "not at all",
            Manner.Air => "in the air only",
            Manner.Pad => "to a pad",
            _ => "with a partner under control",
        };

    public static string Of(SegmentKind kind) =>
        kind switch
        {
            SegmentKind.WarmUp => "Warm-up",
            SegmentKind.CoolDown => "Cool-down",
            SegmentKind.SelfDefence => "Self-defence",
            SegmentKind.Pads => "Pads",
            SegmentKind.Bags => "Bags",
            SegmentKind.Partner => "With a partner",
            SegmentKind.Basics => "Basics",
            SegmentKind.Combinations => "Combinations",
            SegmentKind.Sparring => "Sparring",
            SegmentKind.Forms => "Forms",
            SegmentKind.Fitness => "Fitness",
            SegmentKind.Games => "Games",
            _ => "Anything else",
        };

    public static string Of(SideRule rule) =>
        rule switch
        {
            SideRule.Lead => "lead side",
            SideRule.Rear => "rear side",
            SideRule.Either => "either side",
            SideRule.Both => "both sides at once",
            _ => "no side",
        };

    public static string Of(AttackLine line) =>
        line switch
        {
            AttackLine.Straight => "straight",
            AttackLine.Hook => "from the side",
            AttackLine.Rising => "from below",
            AttackLine.Overhead => "from above",
            AttackLine.Front => "thrusting kick",
            AttackLine.Round => "round kick",
            AttackLine.Low => "low kick",
            AttackLine.Advance => "an advance",
            AttackLine.Tackle => "a tackle",
            AttackLine.Grab => "a grab",
            _ => "none",
        };

    public static string Of(Landing landing) =>
        landing switch
        {
            Landing.Forward => "set down in front",
            Landing.Back => "set down behind",
            Landing.CrossOver => "crossed over",
            _ => "put back",
        };

    /// <summary>'long, middle'; null where it works anywhere.</summary>
    public static string? Of(Ranges ranges) =>
        ranges == Ranges.Anywhere
            ? null
            : string.Join(
                ", ",
                Enum.GetValues<FightRange>().Reverse().Where(r => ranges.Has(r)).Select(FightRanges.Word)
            );
}
