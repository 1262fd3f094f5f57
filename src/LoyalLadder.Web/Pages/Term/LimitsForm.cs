using LoyalLadder.Data.Terms;

namespace LoyalLadder.Web.Pages.Term;

/// <summary>What a class's term has to keep, as it is typed.</summary>
public sealed class LimitsForm
{
    public int Share { get; set; }
    public int Wanted { get; set; }
    public int NewItems { get; set; }
    public int LeastDays { get; set; }
    public int MostDays { get; set; }
    public int FreeDays { get; set; }
    public bool RestRegions { get; set; }

    /// <summary>The state that the form was filled from.</summary>
    public uint Version { get; set; }

    public static LimitsForm Of(ClassTermRow row) =>
        new()
        {
            Share = row.Share,
            Wanted = row.Wanted,
            NewItems = row.NewItems,
            LeastDays = row.LeastDays,
            MostDays = row.MostDays,
            FreeDays = row.FreeDays,
            RestRegions = row.RestRegions,
            Version = row.Version,
        };

    public ClassTermRow Row() =>
        new()
        {
            Share = Share,
            Wanted = Wanted,
            NewItems = NewItems,
            LeastDays = LeastDays,
            MostDays = MostDays,
            FreeDays = FreeDays,
            RestRegions = RestRegions,
            Version = Version,
        };
}

/// <summary>One thing of the list of what goes in.</summary>
public sealed class ThingField
{
    public string? Learnable { get; set; }
    public bool IsIn { get; set; }

    /// <summary>Lessons that are to hold it; null for as often as the others.</summary>
    public int? Wanted { get; set; }

    /// <summary>The same two as they stood when the form was filled.</summary>
    public bool SeenIn { get; set; }

    public int? SeenWanted { get; set; }

    public AskedThing Asked => new(Learnable ?? "", IsIn, Wanted, SeenIn, SeenWanted);
}
