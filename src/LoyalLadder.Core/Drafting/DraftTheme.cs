using LoyalLadder.Core.Progress;

namespace LoyalLadder.Core.Drafting;

/// <summary>What a lesson may be about: one thing that a class has to learn, with whom it helps.</summary>
/// <param name="Learnable">See <see cref="Lessons.Learnables"/>.</param>
/// <param name="Name">As people call it: 'back kick', '#17 Turned back'.</param>
/// <param name="SheetName">As a sheet reads it: 'back kick', '#17'.</param>
/// <param name="Stage">How far most of those are who need it: 0 for new, else 1 to 6.</param>
/// <param name="NextStage">The stage to reach tonight, 1 to 6.</param>
public sealed record DraftTheme(string Learnable, string Name, string SheetName, int Stage, int NextStage)
{
    /// <summary>A class does the same thing for so many lessons at most, then something else.</summary>
    public const int MostRunning = 3;

    /// <summary>Lines about one thing that make a lesson's theme of it.</summary>
    private const int LeastLines = 2;

    /// <summary>Those whose next rank lacks nothing else.</summary>
    public Sequence<Blocked> Helps { get; init; } = [];

    /// <summary>Whom it helps: 'keeps Bo and Ren from Orange', '9 of 14 need it for their next rank'.</summary>
    public string Helped { get; init; } = "";

    /// <summary>A line of it was left over from another lesson.</summary>
    public bool IsOwed { get; init; }

    /// <summary>The term's map has it on that day.</summary>
    public bool IsPlanned { get; init; }

    /// <summary>See <see cref="DueItem.Score"/>.</summary>
    public double Due { get; init; }

    /// <summary>
    /// What moves most people on comes first: the last thing that somebody lacks, what is owed, what the term has, what is due. What
    /// the class did three lessons running rests for one.
    /// </summary>
    public static IEnumerable<DraftTheme> Ranked(IEnumerable<DraftTheme> themes, IReadOnlyList<PastSheet> past) =>
        themes
            .DistinctBy(t => t.Learnable)
            .OrderBy(t => RunsFor(t, past) >= MostRunning)
            .ThenByDescending(t => t.Helps.Count)
            .ThenByDescending(t => t.IsOwed)
            .ThenByDescending(t => t.IsPlanned)
            .ThenByDescending(t => t.Due)
            .ThenBy(t => t.Learnable, StringComparer.Ordinal);

    /// <summary>For how many lessons before the next one it has been the theme without a break.</summary>
    private static int RunsFor(DraftTheme theme, IReadOnlyList<PastSheet> past) =>
        past.TakeWhile(p =>
                p.Plan.Lines.Count(l => Lessons.Learnables.Of(l.Moves).Contains(theme.Learnable)) >= LeastLines
            )
            .Count();
}
