using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Progress;

/// <summary>What a class is taken to know, from what its logs tell.</summary>
public static class GroupLearning
{
    /// <summary>A log of fewer lessons says too little: until then the planner's word alone counts.</summary>
    public const int LessonsNeeded = 6;

    /// <summary>Days back to which a sheet is timed by what the group knew; older sheets keep to what was written.</summary>
    public const int DaysBack = 14;

    /// <summary>True when a lesson of that day is timed by what the group knows.</summary>
    public static bool Counts(DateOnly lesson, DateOnly today) => lesson >= today.AddDays(-DaysBack);

    /// <summary>True when a lesson with so many of a class's people there tells how worn the class is.</summary>
    public static bool IsOfTheClass(int there, int people) => there * 2 >= people;

    /// <summary>Regions that lines have worked hard.</summary>
    public static IReadOnlySet<string> HardOn(IEnumerable<TaughtLine> lines) =>
        lines.Where(l => l.Effort >= HardWork.Effort).SelectMany(l => l.Regions).ToHashSet();

    /// <summary>What the group knows on a day; null where the logs say too little.</summary>
    /// <param name="lessons">Lessons logged before that day; those beyond <see cref="LessonsNeeded"/> need not be counted.</param>
    /// <param name="people">How many are enrolled.</param>
    /// <param name="evidence">Of all of them.</param>
    /// <param name="hardYesterday">Regions that were worked hard the day before.</param>
    /// <param name="catalogue">For what is built on what.</param>
    /// <param name="day">The day of the lesson.</param>
    public static GroupKnowledge? Of(
        int lessons,
        int people,
        IEnumerable<Evidence> evidence,
        IReadOnlySet<string> hardYesterday,
        Catalogue catalogue,
        DateOnly day
    )
    {
        if (lessons < LessonsNeeded || people == 0)
            return null;
        var novelty = evidence
            .GroupBy(e => e.Learnable)
            .ToDictionary(g => g.Key, g => GroupNovelty.Of([.. g], people, day));
        return new GroupKnowledge(catalogue, novelty, hardYesterday);
    }
}
