using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Data.Schools;

/// <summary>A school and the settings that hold everywhere in it.</summary>
public sealed class School
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public required string Name { get; set; }

    /// <summary>IANA name of the school's time zone.</summary>
    public string TimeZone { get; set; } = "Europe/London";

    public NamingSchool Naming { get; set; }
    public CountingLanguage Counting { get; set; }

    /// <summary>Lining up and bowing in, in seconds.</summary>
    public int OpeningSeconds { get; set; } = 60;

    /// <summary>Lining up and bowing out, in seconds.</summary>
    public int ClosingSeconds { get; set; } = 60;

    /// <summary>The punches that figures stand for, with commas between; empty for the usual six.</summary>
    public string Numbers { get; set; } = "";

    /// <summary>How sides are spoken of, for readers who have not chosen for themselves.</summary>
    public SideWords Sides { get; set; }

    /// <summary>How combinations are taught.</summary>
    public BuildUpStyle BuildUp { get; set; }

    /// <summary>Holders show the left mitt to the left hand instead of facing it.</summary>
    public bool CrossedMitts { get; set; }

    /// <summary>Names that this school uses the other way round.</summary>
    public NameCustoms Customs { get; set; }

    /// <summary>The school's own words on safety, shown on the School page.</summary>
    public string Policy { get; set; } = "";

    /// <summary>Lessons are fitted to the plain sum of their lines instead of what they are likely to take.</summary>
    public bool FitsPlainSum { get; set; }

    /// <summary>Head instructors need a second step to sign in.</summary>
    public bool HeadsNeedSecondStep { get; set; }

    /// <summary>What share of the time each kind of work should have; see <see cref="Core.Progress.WorkShares.WriteAims"/>.</summary>
    public string AimsOfWork { get; set; } = "";

    /// <summary>How fast is counted here, as somebody tapped it; see <see cref="TappedPaces.Write"/>.</summary>
    public string Paces { get; set; } = "";

    /// <summary>Months for which the list of changes is kept, 3 to 120.</summary>
    public int MonthsOfChanges { get; set; } = UsualMonthsOfChanges;

    public const int UsualMonthsOfChanges = 24,
        LeastMonthsOfChanges = 3,
        MostMonthsOfChanges = 120;

    /// <summary>Counted by the database.</summary>
    public uint Version { get; set; }
}

public sealed class Hall : SchoolRow, IArchivable
{
    public DateTimeOffset? ArchivedAt { get; set; }
    public required string Name { get; set; }

    /// <summary>Clear floor in metres, the way that lines travel.</summary>
    public decimal LengthMetres { get; set; } = 12;

    public decimal WidthMetres { get; set; } = 9;
    public int Bags { get; set; }

    /// <summary>Of the secret address of its wall; null while it has none.</summary>
    public string? WallHash { get; set; }
}

public sealed class KitItem : SchoolRow
{
    public required string Name { get; set; }
    public int Count { get; set; }

    /// <summary>Seconds to hand out or put away with a class.</summary>
    public int FetchSeconds { get; set; } = 25;
}
