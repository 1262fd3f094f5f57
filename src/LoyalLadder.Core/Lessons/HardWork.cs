namespace LoyalLadder.Core.Lessons;

/// <summary>Where hard work begins.</summary>
public static class HardWork
{
    /// <summary>Effort, 1 to 5, from which work counts as hard.</summary>
    public const int Effort = 4;
}
