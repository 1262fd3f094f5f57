using System.Collections.Frozen;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Combinations;

/// <summary>How sides are spoken of: lead and rear move with the stance, left and right do not.</summary>
public enum SideWords
{
    LeadRear,
    LeftRight,
}

/// <summary>The words in round brackets behind an element, both ways.</summary>
internal static class QualifierWords
{
    public static readonly FrozenDictionary<string, Landing> Landings = new Dictionary<string, Landing>
    {
        ["return"] = Landing.Return,
        ["put back"] = Landing.Return,
        ["land forward"] = Landing.Forward,
        ["forward"] = Landing.Forward,
        ["land back"] = Landing.Back,
        ["cross over"] = Landing.CrossOver,
        ["crossover"] = Landing.CrossOver,
    }.ToFrozenDictionary();

    public static readonly FrozenSet<string> Light = new[] { "light", "lightly", "touch" }.ToFrozenSet();

    public static readonly FrozenSet<string> Held = new[] { "hold", "held" }.ToFrozenSet();

    /// <summary>What is offered when nobody knows a qualifier.</summary>
    public static readonly string[] Offered =
    [
        "head",
        "body",
        "leg",
        "return",
        "land forward",
        "land back",
        "cross over",
        "step in",
        "step back",
        "step left",
        "step right",
        "slide in",
        "angle left",
        "angle right",
        "pivot",
        "light",
        "hold",
        "to 6 o'clock",
    ];

    public static string Word(Level level) =>
        level switch
        {
            Level.Head => "head",
            Level.Body => "body",
            _ => "leg",
        };

    public static string Word(Landing landing) =>
        landing switch
        {
            Landing.Return => "return",
            Landing.Forward => "land forward",
            Landing.Back => "land back",
            _ => "cross over",
        };

    public static string Word(Side side) =>
        side switch
        {
            Side.Lead => "lead",
            Side.Rear => "rear",
            Side.Left => "left",
            Side.Right => "right",
            Side.Both => "both",
            _ => "",
        };
}
