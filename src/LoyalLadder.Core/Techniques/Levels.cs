namespace LoyalLadder.Core.Techniques;

/// <summary>Words for how high a move goes.</summary>
public static class Levels
{
    /// <summary>As people read it.</summary>
    public static string Said(Level level) =>
        level switch
        {
            Level.Head => Say("head"),
            Level.Body => Say("body"),
            _ => Say("leg"),
        };
}
