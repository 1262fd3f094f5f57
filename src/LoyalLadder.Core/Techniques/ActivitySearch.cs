namespace LoyalLadder.Core.Techniques;

/// <summary>What somebody looks for: 'eight minutes, no kit, twelve children, ages 5 to 7'. Null and empty ask for nothing.</summary>
public sealed record ActivitySearch
{
    public string? Words { get; init; }
    public ActivityPurpose? Purpose { get; init; }

    /// <summary>Age of the youngest, in years.</summary>
    public int? Age { get; init; }

    /// <summary>How many take part.</summary>
    public int? People { get; init; }

    /// <summary>Minutes that there are.</summary>
    public int? Minutes { get; init; }

    /// <summary>Nothing has to be fetched.</summary>
    public bool NoKit { get; init; }

    /// <summary>What fits, in the order of the file.</summary>
    public IEnumerable<Activity> In(IEnumerable<Activity> all) => all.Where(Fits);

    public bool Fits(Activity activity) =>
        (Purpose is null || activity.Purpose == Purpose)
        && (Age is not { } age || activity.Youngest <= age)
        && (People is not { } people || activity.People <= people)
        && (Minutes is not { } minutes || activity.Minutes <= minutes)
        && (!NoKit || activity.Kit.Length == 0)
        && (
            string.IsNullOrWhiteSpace(Words)
            || Words.Split(' ', StringSplitOptions.RemoveEmptyEntries).All(w => Says(activity, w))
        );

    private static bool Says(Activity activity, string word) =>
        activity
            .Trains.Prepend(activity.How)
            .Prepend(activity.Name)
            .Any(t => t.Contains(word, StringComparison.OrdinalIgnoreCase));
}
