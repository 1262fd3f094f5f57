namespace LoyalLadder.Core.Lessons;

/// <summary>On which days lessons are, and may be.</summary>
public static class LessonDays
{
    /// <summary>Years from today within which a lesson may be planned or moved.</summary>
    public const int Years = 2;

    /// <summary>What is said where a day is further off.</summary>
    public const string Refusal = "Choose a day within two years of today.";

    /// <summary>True for days near enough to be meant.</summary>
    public static bool MayBePlanned(DateOnly day, DateOnly today) =>
        day >= today.AddYears(-Years) && day <= today.AddYears(Years);
}
