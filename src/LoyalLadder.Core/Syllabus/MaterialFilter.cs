using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Syllabus;

/// <summary>How long a technique has not been taught.</summary>
public enum LastTaught
{
    Any,
    FourWeeks,
    ThreeMonths,
    Never,
}

/// <summary>How far up the climb a technique stands.</summary>
public enum DifficultyBand
{
    Any,

    /// <summary>It stands on nothing else.</summary>
    First,

    /// <summary>One or two steps up.</summary>
    Next,

    /// <summary>Three or more.</summary>
    High,
}

/// <summary>What of the techniques is shown.</summary>
public sealed record MaterialFilter(TechniqueFamily? Family, Guid? Rank, LastTaught Taught, DifficultyBand Hard)
{
    public bool IsOn =>
        Family is not null || Rank is not null || Taught != LastTaught.Any || Hard != DifficultyBand.Any;

    /// <summary>Whether a technique is shown.</summary>
    /// <param name="technique">Which.</param>
    /// <param name="catalogue">What it stands on.</param>
    /// <param name="rank">The chosen rank; null for any.</param>
    /// <param name="last">When it was last taught; null for never.</param>
    /// <param name="today">Today, at the school.</param>
    public bool Shows(Technique technique, Catalogue catalogue, Rank? rank, DateOnly? last, DateOnly today) =>
        !technique.IsActivity
        && (Family is null || technique.Family == Family)
        && (rank is null || rank.Requirements.Any(r => r.Learnable == technique.Id))
        && Taught switch
        {
            LastTaught.Never => last is null,
            LastTaught.FourWeeks => last is null || last < today.AddDays(-28),
            LastTaught.ThreeMonths => last is null || last < today.AddMonths(-3),
            _ => true,
        }
        && Hard switch
        {
            DifficultyBand.First => Steps(technique, catalogue) == 0,
            DifficultyBand.Next => Steps(technique, catalogue) is 1 or 2,
            DifficultyBand.High => Steps(technique, catalogue) > 2,
            _ => true,
        };

    /// <summary>The longest way down to the ground; the catalogue has no circles.</summary>
    private static int Steps(Technique technique, Catalogue catalogue) =>
        technique
            .BuildsOn.Select(catalogue.Find)
            .OfType<Technique>()
            .Select(t => 1 + Steps(t, catalogue))
            .DefaultIfEmpty(0)
            .Max();
}
