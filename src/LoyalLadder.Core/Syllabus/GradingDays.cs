namespace LoyalLadder.Core.Syllabus;

/// <summary>On which days a grading may be held or written down.</summary>
public static class GradingDays
{
    /// <summary>What is said where a day is further off.</summary>
    public const string Refusal = "Choose a day from two months ago to two years ahead.";

    /// <summary>Whether the day has come: before it no rank moves and no certificate is printed.</summary>
    public static bool IsHeld(DateOnly day, DateOnly today) => day <= today;

    public static bool MayBeHeld(DateOnly day, DateOnly today) => day >= today.AddDays(-60) && day <= today.AddYears(2);
}
