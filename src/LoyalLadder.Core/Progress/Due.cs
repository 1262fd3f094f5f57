using LoyalLadder.Core.Syllabus;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Progress;

/// <summary>One thing that a group might be taught next, with why.</summary>
/// <param name="Learnable">See <see cref="Lessons.Learnables"/>.</param>
/// <param name="Score">Importance times the share who need it times how overdue it is; the most pressing first.</param>
/// <param name="Need">How many of those expected need it.</param>
/// <param name="People">How many are expected.</param>
/// <param name="DaysSince">Days since it was last taught to any who need it; null for never.</param>
/// <param name="Stage">The stage that most of those who need it have reached; 0 for none.</param>
/// <param name="IsAsked">Somebody's next rank asks for it; else it only supports what is asked for.</param>
/// <param name="IsOwed">A line with it is owed to the class.</param>
public sealed record DueItem(
    string Learnable,
    double Score,
    int Need,
    int People,
    int? DaysSince,
    int Stage,
    bool IsAsked,
    bool IsOwed
)
{
    /// <summary>The highest stage that a next rank asks of those who need it; null where none does.</summary>
    public int? StageAsked { get; init; }

    /// <summary>Those whose next rank lacks nothing else, by name and rank.</summary>
    public Sequence<Blocked> Blocks { get; init; } = [];

    /// <summary>'keeps Bo and Ren from Orange', '9 of 14 need it for their next rank'.</summary>
    public string Whom
    {
        get
        {
            var named = Blocks.Where(b => b.Name.Length > 0).ToList();
            var whatFor = IsAsked ? Say("for their next rank") : Say("for what comes after");
            return named.Count > 0 ? Blocked.Words(named) : Say($"{Need} of {People} need it {whatFor}");
        }
    }

    /// <summary>'keeps Bo and Ren from Orange; never taught', '9 of 14 need it for their next rank; last at stage 3'.</summary>
    public string Reason
    {
        get
        {
            var reached = Stage > 0 ? Say($"last at stage {Stage}") : Say("new to most");
            var since = DaysSince is { } days ? $"{Lessons.Spoken.Many(days, "day")}; {reached}" : Say("never taught");
            var owed = IsOwed ? Say("; owed") : "";
            return $"{Whom}; {since}{owed}";
        }
    }

    /// <summary>The stage to teach it at next: one on from where most are, never past what is asked.</summary>
    public int NextStage => Math.Min(Stage + 1, StageAsked ?? Lessons.Stages.Highest);
}

/// <summary>Somebody whose next rank lacks one thing only.</summary>
public readonly record struct Blocked(string Name, string Rank)
{
    private const int MostNamed = 4;

    /// <summary>'keeps Bo and Ren from Orange': of many only how many.</summary>
    public static string Words(IReadOnlyCollection<Blocked> people)
    {
        var ranks = people.Select(b => b.Rank).Distinct().ToList();
        var who =
            people.Count > MostNamed
                ? Lessons.Spoken.Many(people.Count, "student")
                : Names([.. people.Select(b => b.Name)]);
        return ranks.Count == 1 ? Say($"keeps {who} from {ranks[0]}") : Say($"keeps {who} from their next rank");
    }

    /// <summary>'Bo', 'Bo and Ren', 'Bo, Ren and Wren'.</summary>
    public static string Names(IReadOnlyList<string> names) =>
        names.Count > 1 ? $"{string.Join(", ", names.SkipLast(1))}{Say(" and ")}{names[^1]}" : string.Concat(names);
}

/// <summary>What a person who is expected brings: what the next rank asks of them, and what they have been exposed to.</summary>
/// <param name="Wanted">Learnables of the next rank with the stage asked for.</param>
/// <param name="Evidence">By learnable.</param>
public sealed record Learner(IReadOnlyDictionary<string, int> Wanted, IReadOnlyDictionary<string, Evidence> Evidence)
{
    /// <summary>As lists show it; empty where nobody needs to know.</summary>
    public string Name { get; init; } = "";

    /// <summary>The next rank.</summary>
    public string Rank { get; init; } = "";

    /// <summary>Whether something is still to be taught: it is wanted, and not there at the stage that is asked for.</summary>
    public bool Lacks(string learnable) =>
        Wanted.TryGetValue(learnable, out var asked) && (Evidence.GetValueOrDefault(learnable)?.Stage ?? 0) < asked;

    /// <summary>The one thing that still keeps them from the next rank; null where there are several, or none.</summary>
    public string? OnlyLacks => Wanted.Keys.Where(Lacks).Take(2).ToList() is [var only] ? only : null;

    /// <summary>Somebody before a rank; what is shown by signature alone is nothing that lessons have to teach.</summary>
    public static Learner Of(Rank? next, IEnumerable<Evidence> evidence) =>
        new(
            (next?.Requirements ?? [])
                .Where(r => new Learnable(r.Learnable).IsStaged)
                .GroupBy(r => r.Learnable)
                .ToDictionary(g => g.Key, g => g.Max(r => r.Stage)),
            evidence.ToDictionary(e => e.Learnable)
        )
        {
            Rank = next?.Name ?? "",
        };
}

/// <summary>What is due for a group: spaced repetition over what their next ranks ask for.</summary>
public static class Due
{
    /// <summary>Days over which exposures count.</summary>
    public const int Window = 180;

    /// <summary>How overdue something is that was never taught.</summary>
    public const double Never = 1.5;

    /// <summary>More overdue than this makes no difference.</summary>
    public const double MostOverdue = 3;

    /// <summary>Stage, and share of the people at it, that make something a footing for what is built on it.</summary>
    public const int FootingStage = 3;

    public const double Most = 0.7;

    public const double Asked = 1,
        Supporting = 0.5,
        Carried = 0.5;

    private static readonly int[] Intervals = [4, 7, 12, 21, 35, 60];

    /// <summary>What some ranks ask for, what that is built on, and what that in turn needs as a footing.</summary>
    public static IReadOnlySet<string> Concerned(IEnumerable<Rank> ranks, Catalogue catalogue)
    {
        var wanted = ranks.SelectMany(r => r.Requirements).Select(r => r.Learnable).ToHashSet();
        for (var deeper = 0; deeper < 2; deeper++)
            wanted.UnionWith(wanted.SelectMany(w => catalogue.Find(w)?.BuildsOn ?? []).ToList());
        return wanted;
    }

    /// <summary>Days after the n-th exposure at which the next is due.</summary>
    public static int Interval(int exposures) => Intervals[Math.Clamp(exposures, 1, Intervals.Length) - 1];

    /// <summary>How overdue the next exposure is: 1 is on its day, 3 is the most.</summary>
    /// <param name="exposures">In the last <see cref="Window"/> days; those in part count a half.</param>
    /// <param name="daysSince">Days since the last one.</param>
    public static double Ratio(double exposures, int daysSince) =>
        Math.Min(MostOverdue, daysSince / (double)Interval((int)Math.Floor(exposures)));

    /// <summary>How overdue something is for one person on a day; <see cref="Never"/> where there is no exposure.</summary>
    public static double Ratio(Evidence? evidence, DateOnly day) =>
        evidence?.LastBefore(day) is { } last
            ? Ratio(evidence.Between(day.AddDays(-Window), day), day.DayNumber - last.DayNumber)
            : Never;

    /// <summary>What is due, the most pressing first; what is not due yet is left out.</summary>
    /// <param name="learners">The people who are expected.</param>
    /// <param name="catalogue">For what techniques are built on.</param>
    /// <param name="owed">Learnables in lines that are owed to the class.</param>
    /// <param name="day">The day of the lesson.</param>
    public static IEnumerable<DueItem> For(
        IReadOnlyList<Learner> learners,
        Catalogue catalogue,
        IReadOnlySet<string> owed,
        DateOnly day
    )
    {
        if (learners.Count == 0)
            return [];
        var asked = learners.SelectMany(l => l.Wanted.Keys).ToHashSet();
        var supporting = asked
            .SelectMany(a => catalogue.Find(a)?.BuildsOn ?? [])
            .Where(s => !asked.Contains(s))
            .ToHashSet();
        return asked
            .Select(a => Item(learners, catalogue, owed, day, a, isAsked: true))
            .Concat(supporting.Select(s => Item(learners, catalogue, owed, day, s, isAsked: false)))
            .OfType<DueItem>()
            .OrderByDescending(i => !i.Blocks.IsEmpty)
            .ThenByDescending(i => i.Score)
            .ThenBy(i => i.Learnable, StringComparer.Ordinal);
    }

    private static DueItem? Item(
        IReadOnlyList<Learner> learners,
        Catalogue catalogue,
        IReadOnlySet<string> owed,
        DateOnly day,
        string learnable,
        bool isAsked
    )
    {
        var needing = learners.Where(l => Needs(l, catalogue, learnable, isAsked)).ToList();
        if (needing.Count == 0)
            return null;
        var known = needing.Select(l => l.Evidence.GetValueOrDefault(learnable)).ToList();
        var blocked = isAsked ? needing.FindAll(l => l.OnlyLacks == learnable) : [];
        var lasts = known.Select(e => e?.LastBefore(day)).Where(d => d is not null).ToList();
        // what keeps somebody from the next rank waits only for what they themselves need below it
        if (lasts.Count == 0 && !HasFooting(blocked.Count > 0 ? blocked : learners, catalogue, learnable))
            return null;
        var ratio = known.Average(e => Ratio(e, day));
        // what keeps somebody from the next rank does not wait for its day
        if (ratio < 1 && blocked.Count == 0)
            return null;
        var stages = known.Select(e => e?.Stage ?? 0).Order().ToList();
        var isOwed = owed.Contains(learnable);
        var importance = (isAsked ? Asked : Supporting) + (isOwed ? Carried : 0);
        return new DueItem(
            learnable,
            importance * needing.Count / learners.Count * ratio,
            needing.Count,
            learners.Count,
            lasts.Count == 0 ? null : day.DayNumber - lasts.Max()!.Value.DayNumber,
            stages[stages.Count / 2],
            isAsked,
            isOwed
        )
        {
            StageAsked = isAsked ? needing.Max(l => l.Wanted[learnable]) : null,
            Blocks = [.. blocked.Select(l => new Blocked(l.Name, l.Rank))],
        };
    }

    /// <summary>Somebody's next rank asks for it, or for what is built on it, and it is not there yet.</summary>
    private static bool Needs(Learner learner, Catalogue catalogue, string learnable, bool isAsked) =>
        isAsked
            ? learner.Lacks(learnable)
            : learner.Wanted.Keys.Any(w => learner.Lacks(w) && catalogue.Find(w)?.BuildsOn.Contains(learnable) == true);

    /// <summary>Most people have what it is built on.</summary>
    private static bool HasFooting(IReadOnlyList<Learner> learners, Catalogue catalogue, string learnable) =>
        (catalogue.Find(learnable)?.BuildsOn ?? []).All(below =>
            learners.Count(l => l.Evidence.GetValueOrDefault(below)?.Stage >= FootingStage) >= Most * learners.Count
        );

    /// <summary>
    /// A line that teaches something at a stage, as sheet text. The name stands in quotes, so that none of it is
    /// taken for a dose; a sheet that keeps the line drops them where it can.
    /// </summary>
    /// <param name="name">The name as a sheet reads it.</param>
    /// <param name="technique">The technique; null for a stored combination.</param>
    /// <param name="stage">1 to 6.</param>
    /// <param name="isForm">Done as a whole, once or twice, and not so often a side.</param>
    public static string Line(string name, Technique? technique, int stage, bool isForm = false) =>
        $"\"{name}\" "
        + (stage, technique) switch
        {
            (1, _) when isForm => "x1 walk teach new",
            (2, _) when isForm => "x2 slow",
            _ when isForm => $"x2 steady stage {stage}",
            (1, _) => "5/side walk teach new",
            (2, _) => "8/side steady",
            (3, { IsKick: true }) => "floor x2 steady",
            (3, _) => "8/side brisk stage 3",
            (4, { IsKick: false }) => "pairs 8/side steady [mitts]",
            (4, _) => "pairs 8/side steady [kick pads]",
            (5, _) => "pairs 6/side walk stage 5 -- light, tap means stop",
            _ => "pairs 6/side called stage 6 -- light, tap means stop",
        };

    /// <summary>
    /// A line of a numbered combination with its versions for other levels below it, each in the same amount. Versions stand as
    /// they are kept, 'beginners: jab, cross', a line each.
    /// </summary>
    public static string WithVersions(string line, string versions)
    {
        var dose = line[(line.LastIndexOf('"') + 1)..].Split(" -- ")[0].Split(" teach ")[0].Split(" stage ")[0];
        return string.Join(
            '\n',
            versions
                .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select(v => $"   {v}{dose}")
                .Prepend(line)
        );
    }
}
