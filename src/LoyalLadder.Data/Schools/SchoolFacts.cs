using System.ComponentModel;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;

namespace LoyalLadder.Data.Schools;

/// <summary>A school's settings, as they were read.</summary>
public sealed record SchoolCard
{
    public required Guid Id { get; init; }
    public required string Name { get; init; }
    public required TimeZoneInfo Zone { get; init; }
    public NamingSchool Naming { get; init; }
    public CountingLanguage Counting { get; init; }
    public int OpeningSeconds { get; init; }
    public int ClosingSeconds { get; init; }
    public string Numbers { get; init; } = "";
    public SideWords Sides { get; init; }
    public BuildUpStyle BuildUp { get; init; }
    public bool CrossedMitts { get; init; }
    public NameCustoms Customs { get; init; }
    public string Policy { get; init; } = "";
    public bool FitsPlainSum { get; init; }
    public TappedPaces Paces { get; init; } = TappedPaces.None;
    public uint Version { get; init; }

    public static SchoolCard Of(School school) =>
        new()
        {
            Id = school.Id,
            Name = school.Name,
            Zone = SchoolTime.ZoneOf(school.TimeZone),
            Naming = school.Naming,
            Counting = school.Counting,
            OpeningSeconds = school.OpeningSeconds,
            ClosingSeconds = school.ClosingSeconds,
            Numbers = school.Numbers,
            Sides = school.Sides,
            BuildUp = school.BuildUp,
            CrossedMitts = school.CrossedMitts,
            Customs = school.Customs,
            Policy = school.Policy,
            FitsPlainSum = school.FitsPlainSum,
            Paces = TappedPaces.Read(school.Paces),
            Version = school.Version,
        };
}

/// <summary>A hall, as it was read.</summary>
public sealed record HallCard(Guid Id, string Name, decimal LengthMetres, decimal WidthMetres, int Bags)
{
    public FloorSize Size => new(LengthMetres, WidthMetres);
}

/// <summary>One kind of kit, as it was read.</summary>
public sealed record KitCard(string Name, int Count, int FetchSeconds);

/// <summary>Somebody who signs in, without what signs them in.</summary>
public sealed record StaffCard(
    Guid Id,
    string DisplayName,
    Role Role,
    bool IsClosed,
    NamingSchool? Naming,
    SideWords? Sides,
    Lead OwnLead,
    TappedPaces Paces
);

/// <summary>What nearly every page of a school needs and hardly anybody changes.</summary>
[ImmutableObject(true)]
public sealed record SchoolFacts(
    SchoolCard School,
    IReadOnlyList<HallCard> Halls,
    IReadOnlyList<KitCard> Kit,
    IReadOnlyList<StaffCard> Staff,
    SchoolMaterial Material,
    IReadOnlyDictionary<AgeBand, CheckLimits> Limits
)
{
    /// <summary>The limits of the checks: the school's own, else the usual ones.</summary>
    public CheckLimits LimitsOf(AgeBand band) => Limits.TryGetValue(band, out var own) ? own : CheckLimits.Of(band);

    /// <summary>The hall of that key; null for none.</summary>
    public HallCard? Hall(Guid? id) => Halls.FirstOrDefault(h => h.Id == id);

    /// <summary>Who can be asked to teach: everybody whose account is open.</summary>
    public IEnumerable<StaffCard> Teachers => Staff.Where(s => !s.IsClosed);

    /// <summary>The person of that key; null for none.</summary>
    public StaffCard? Person(Guid? id) => Staff.FirstOrDefault(s => s.Id == id);

    /// <summary>How fast somebody counts: as they tapped it, else as the school did.</summary>
    public TappedPaces PacesOf(Guid? id) => Person(id) is { } person ? person.Paces.Before(School.Paces) : School.Paces;

    /// <summary>What somebody is called today: people are known by their key, whatever they were called when they did something.</summary>
    public string NameOf(Guid? id)
    {
        if (id is null || id == Guid.Empty)
            return Say("the installation");
        if (Person(id) is { } person)
            return person.DisplayName;
        return Hall(id) is { } hall ? Say($"the tablet of {hall.Name}") : Say("somebody who has left");
    }
}
