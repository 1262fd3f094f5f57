using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace LoyalLadder.Core.Techniques;

/// <summary>
/// One line of the catalogue file as it stands there, and one of a school's own techniques or changes. What is left out
/// comes from the family, or from the technique that it changes. Fields and units stand in docs/formats.md.
/// </summary>
public sealed record TechniqueRow
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false) },
    };

    public required string Id { get; init; }
    public TechniqueFamily? Family { get; init; }
    public Dictionary<NamingSchool, ImmutableArray<string>>? Names { get; init; }
    public SideRule? Side { get; init; }
    public Side? Default { get; init; }
    public decimal? Seconds { get; init; }
    public Power? Power { get; init; }
    public ImmutableArray<Level>? Levels { get; init; }
    public AttackLine? Line { get; init; }
    public bool? Behind { get; init; }
    public bool? Away { get; init; }
    public bool? ToTheRear { get; init; }
    public bool? Mainstay { get; init; }
    public ImmutableArray<AttackLine>? Answers { get; init; }
    public ImmutableArray<FightRange>? Ranges { get; init; }
    public Landing? Landing { get; init; }
    public int? Turn { get; init; }
    public bool? Loaded { get; init; }
    public FootMove? Foot { get; init; }
    public StanceShape? Shape { get; init; }
    public PartnerEffect? Partner { get; init; }
    public HoldPlace? Hold { get; init; }
    public Limb? Limb { get; init; }
    public ImmutableArray<string>? Parts { get; init; }
    public ImmutableArray<string>? Cues { get; init; }
    public ImmutableArray<string>? Faults { get; init; }
    public string? Surface { get; init; }
    public ImmutableArray<string>? Targets { get; init; }
    public string? OtherHand { get; init; }
    public string? Easier { get; init; }
    public string? Harder { get; init; }
    public ImmutableArray<string>? Stages { get; init; }
    public ImmutableArray<string>? BuildsOn { get; init; }
    public ImmutableArray<string>? Upgrades { get; init; }
    public int? Effort { get; init; }
    public ImmutableArray<string>? Regions { get; init; }
    public int? Landings { get; init; }
    public Load? Load { get; init; }
    public ImmutableArray<string>? Cautions { get; init; }
    public Dictionary<AgeBand, Manner>? Manner { get; init; }
    public bool? Pause { get; init; }
    public bool? Drink { get; init; }
    public Posture? Posture { get; init; }
    public bool? Light { get; init; }
    public string? InClinch { get; init; }
    public RoundWork? Round { get; init; }

    /// <exception cref="JsonException">It is not such a row.</exception>
    public static TechniqueRow Parse(string json) =>
        JsonSerializer.Deserialize<TechniqueRow>(json, Options) ?? throw new JsonException("A technique is expected.");

    public string Write() => JsonSerializer.Serialize(this, Options);

    /// <summary>The technique that this row describes by itself.</summary>
    /// <exception cref="JsonException">Family or names are missing.</exception>
    public Technique ToTechnique()
    {
        if (Family is not { } family)
            throw new JsonException("The family is missing.");
        if (Names is null)
            throw new JsonException("The names are missing.");
        var usual = FamilyDefaults.Of(family);
        return Over(
            new Technique
            {
                Id = Id,
                Family = family,
                Names = ImmutableSortedDictionary<NamingSchool, ImmutableArray<string>>.Empty,
                BaseSeconds = usual.BaseSeconds,
                Effort = usual.Effort,
                Limb = usual.Limb,
            }
        );
    }

    /// <summary>A technique with what this row fills in.</summary>
    public Technique Over(Technique below) =>
        Taught(below) with
        {
            Family = Family ?? below.Family,
            Names = Names is null ? below.Names : below.Names.SetItems(Names),
            Sides = Side ?? below.Sides,
            DefaultSide = Default ?? (Side is { } rule ? DefaultOf(rule) : below.DefaultSide),
            BaseSeconds = Seconds ?? below.BaseSeconds,
            Power = Power ?? below.Power,
            Levels = Levels ?? below.Levels,
            Line = Line ?? below.Line,
            StrikesAway = Away ?? below.StrikesAway,
            StrikesToTheRear = ToTheRear ?? below.StrikesToTheRear,
            IsMainstay = Mainstay ?? below.IsMainstay,
            IsFromBehind = Behind ?? below.IsFromBehind,
            Answers = Answers ?? below.Answers,
            Ranges = Ranges is { } ranges
                ? ranges.Aggregate(Techniques.Ranges.None, (set, r) => set | r.AsSet())
                : below.Ranges,
            Landing = Landing ?? below.Landing,
            TurnDegrees = Turn ?? below.TurnDegrees,
            IsLoaded = Loaded ?? below.IsLoaded,
            Foot = Foot ?? below.Foot,
            Shape = Shape ?? below.Shape,
            Partner = Partner ?? below.Partner,
            Hold = Hold ?? below.Hold,
            Limb = Limb ?? below.Limb,
            Effort = Effort ?? below.Effort,
            Regions = Regions ?? below.Regions,
            Landings = Landings ?? below.Landings,
            Load = Load ?? below.Load,
            Cautions = Cautions ?? below.Cautions,
            Manners = Manner is null ? below.Manners : below.Manners.SetItems(Manner),
            IsPause = Pause ?? below.IsPause,
            IsDrink = Drink ?? below.IsDrink,
            Posture = Posture ?? below.Posture,
            IsAlwaysLight = Light ?? below.IsAlwaysLight,
            InClinch = InClinch ?? below.InClinch,
            Round = Round ?? below.Round,
        };

    /// <summary>How it is taught and what it is taught with.</summary>
    private Technique Taught(Technique below) =>
        below with
        {
            Parts = Parts ?? below.Parts,
            Cues = Cues ?? below.Cues,
            Faults = Faults ?? below.Faults,
            Surface = Surface ?? below.Surface,
            Targets = Targets ?? below.Targets,
            OtherHand = OtherHand ?? below.OtherHand,
            Easier = Easier ?? below.Easier,
            Harder = Harder ?? below.Harder,
            Stages = Stages ?? below.Stages,
            BuildsOn = BuildsOn ?? below.BuildsOn,
            Upgrades = Upgrades ?? below.Upgrades,
        };

    private static Side DefaultOf(SideRule rule) =>
        rule switch
        {
            SideRule.Lead => Techniques.Side.Lead,
            SideRule.Rear or SideRule.Either => Techniques.Side.Rear,
            SideRule.Both => Techniques.Side.Both,
            _ => Techniques.Side.None,
        };
}
