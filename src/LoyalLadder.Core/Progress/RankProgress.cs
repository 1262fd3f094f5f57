using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Progress;

/// <summary>What is known of somebody before it is asked how they stand.</summary>
/// <param name="RankId">The rank held; null for none.</param>
/// <param name="Band">The age of their class; null for who is in none.</param>
/// <param name="RankSince">Since when the rank is held; null where nobody knows.</param>
/// <param name="FirstDay">The first day on which they took part; null for never.</param>
/// <param name="LessonsInRank">Lessons that they took part in since the rank is held, or ever.</param>
/// <param name="LastDays">Days on which they took part, the newest first; older ones than the last forty may be missing.</param>
/// <param name="Stages">The highest stage reached, by learnable.</param>
/// <param name="Signers">How many instructors have signed each requirement.</param>
public sealed record ReadinessInput(
    Guid? RankId,
    AgeBand? Band,
    DateOnly? RankSince,
    DateOnly? FirstDay,
    int LessonsInRank,
    IReadOnlyList<DateOnly> LastDays,
    IReadOnlyDictionary<string, int> Stages,
    IReadOnlyDictionary<Guid, int> Signers
)
{
    /// <summary>Lessons a week that people of their class come to on average; null for who is in none.</summary>
    public double? ClassPerWeek { get; init; }
}

/// <summary>How somebody stands before the next rank.</summary>
/// <param name="Next">The rank to work for; null at the top.</param>
/// <param name="Readiness">What is missing.</param>
/// <param name="IsDrifting">Away for much longer than usual.</param>
public sealed record RankProgress(Rank? Next, Readiness Readiness, bool IsDrifting)
{
    /// <summary>
    /// How people stand. Each one's pace is reckoned with that of their class, so that it is the same on whichever list they are read.
    /// </summary>
    public static IReadOnlyList<RankProgress> Of(
        Core.Syllabus.Syllabus syllabus,
        IReadOnlyList<ReadinessInput> people,
        DateOnly today
    )
    {
        return [.. people.Select(p => Of(syllabus, p, PaceOf(p, today), today))];
    }

    private static Attending PaceOf(ReadinessInput person, DateOnly today)
    {
        var recent = Recent(person, today);
        return new Attending(recent, person.ClassPerWeek ?? (double)recent / Attending.Weeks);
    }

    private static int Recent(ReadinessInput person, DateOnly today) =>
        person.LastDays.Count(d => d > today.AddDays(-7 * Attending.Weeks));

    private static RankProgress Of(
        Core.Syllabus.Syllabus syllabus,
        ReadinessInput person,
        Attending attending,
        DateOnly today
    )
    {
        var next = syllabus.Next(person.RankId, person.Band);
        var asked = next?.Requirements ?? [];
        var readiness = Readinesses.Of(
            person.RankSince ?? person.FirstDay ?? today,
            person.LessonsInRank,
            next?.LeastDays ?? 0,
            next?.LeastLessons ?? 0,
            [
                .. asked.Select(r => new RequirementProgress(
                    r.Id,
                    r.StageToReach,
                    person.Stages.GetValueOrDefault(r.Learnable),
                    r.Signers,
                    person.Signers.GetValueOrDefault(r.Id)
                )),
            ],
            attending,
            today
        );
        return new RankProgress(next, readiness, Readinesses.IsDrifting(person.LastDays, today));
    }
}

/// <summary>How far a group is with something.</summary>
/// <param name="ByStage">For stages 1 to 6, how many of the people have reached at least that one.</param>
/// <param name="Lessons">Lessons of the last half year in which it was taught to any of them.</param>
/// <param name="Last">When it was taught to any of them last.</param>
public sealed record Coverage(IReadOnlyList<int> ByStage, int Lessons, DateOnly Last)
{
    /// <summary>The highest stage that at least half of the people have reached; 0 for none.</summary>
    public int StageOfHalf(int people) =>
        Enumerable.Range(1, 6).LastOrDefault(s => ByStage[s - 1] * 2 >= people && people > 0);

    /// <summary>Of one person.</summary>
    public static Coverage Of(Evidence evidence) =>
        new(
            [.. Enumerable.Range(1, 6).Select(s => evidence.Stage >= s ? 1 : 0)],
            (int)Math.Ceiling(evidence.Exposures),
            evidence.LastOn
        );
}
