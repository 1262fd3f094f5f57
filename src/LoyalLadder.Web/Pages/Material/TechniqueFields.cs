using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>A technique as the form for it shows and takes it.</summary>
public sealed class TechniqueFields
{
    private const string TooLong = "At most 2,000 characters.";

    [Required(ErrorMessage = "What is it called?"), StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? Generic { get; set; }

    [StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? Ring { get; set; }

    [StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? Japanese { get; set; }

    [StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? Korean { get; set; }

    [StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? Thai { get; set; }

    [StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? Chinese { get; set; }

    [EnumDataType(typeof(TechniqueFamily))]
    public TechniqueFamily Family { get; set; }

    [EnumDataType(typeof(SideRule))]
    public SideRule Side { get; set; } = SideRule.Either;

    [Range(0.05, 600, ErrorMessage = "0.05 to 600 seconds.")]
    public decimal? Seconds { get; set; }

    [Range(1, 5, ErrorMessage = "1 to 5.")]
    public int? Effort { get; set; }

    [StringLength(2000, ErrorMessage = TooLong)]
    public string? Parts { get; set; }

    [StringLength(2000, ErrorMessage = TooLong)]
    public string? Cues { get; set; }

    [StringLength(2000, ErrorMessage = TooLong)]
    public string? Faults { get; set; }

    [StringLength(2000, ErrorMessage = TooLong)]
    public string? Cautions { get; set; }

    [StringLength(120, ErrorMessage = "At most 120 characters.")]
    public string? Surface { get; set; }

    [StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? Targets { get; set; }

    [StringLength(120, ErrorMessage = "At most 120 characters.")]
    public string? OtherHand { get; set; }

    /// <summary>What good looks like, a line for each stage.</summary>
    [StringLength(2000, ErrorMessage = TooLong)]
    public string? Marks { get; set; }

    [StringLength(400, ErrorMessage = "At most 400 characters.")]
    public string? BuildsOn { get; set; }

    [EnumDataType(typeof(Landing))]
    public Landing Landing { get; set; }

    [EnumDataType(typeof(Manner))]
    public Manner Kids { get; set; } = Manner.Pad;

    [EnumDataType(typeof(Manner))]
    public Manner Teens { get; set; } = Manner.Partner;

    [EnumDataType(typeof(Manner))]
    public Manner Adults { get; set; } = Manner.Partner;

    /// <summary>A technique as the form shows it.</summary>
    public static TechniqueFields Of(Technique technique, Catalogue catalogue)
    {
        string Names(NamingSchool school) =>
            technique.Names.TryGetValue(school, out var names) ? string.Join(", ", names) : "";
        return new TechniqueFields
        {
            Generic = Names(NamingSchool.Generic),
            Ring = Names(NamingSchool.Ring),
            Japanese = Names(NamingSchool.Japanese),
            Korean = Names(NamingSchool.Korean),
            Thai = Names(NamingSchool.Thai),
            Chinese = Names(NamingSchool.Chinese),
            Family = technique.Family,
            Side = technique.Sides,
            Seconds = technique.BaseSeconds,
            Effort = technique.Effort,
            Landing = technique.Landing,
            Parts = Lines(technique.Parts),
            Cues = Lines(technique.Cues),
            Faults = Lines(technique.Faults),
            Cautions = Lines(technique.Cautions),
            Surface = technique.Surface,
            Targets = string.Join("; ", technique.Targets),
            OtherHand = technique.OtherHand,
            Marks = Lines(technique.Stages),
            BuildsOn = string.Join(
                ", ",
                technique.BuildsOn.Select(b => catalogue.Find(b)?.NameIn(NamingSchool.Generic) ?? b)
            ),
            Kids = technique.MannerFor(AgeBand.Kids),
            Teens = technique.MannerFor(AgeBand.Teens),
            Adults = technique.MannerFor(AgeBand.Adults),
        };
    }

    /// <summary>Only what differs from the shipped technique, so that a newer one shows through everywhere else.</summary>
    public TechniqueRow Row(string? id, Technique? shipped, ImmutableArray<string> buildsOn)
    {
        var names = NamesOtherThan(shipped);
        var manner = MannersOtherThan(shipped);
        return new TechniqueRow
        {
            Id = id ?? string.Join('-', NameKey.Words(Split(Generic, ',')[0])),
            Family = Changed(shipped?.Family, Family),
            Side = Changed(shipped?.Sides, Side),
            Landing = Changed(shipped?.Landing, Landing),
            Seconds = Seconds is { } s && s != shipped?.BaseSeconds ? s : null,
            Effort = Effort is { } e && e != shipped?.Effort ? e : null,
            Names = names.Count > 0 || shipped is null ? names : null,
            Manner = manner.Count > 0 ? manner : null,
            Parts = Changed(shipped?.Parts, Split(Parts, '\n')),
            Cues = Changed(shipped?.Cues, Split(Cues, '\n')),
            Faults = Changed(shipped?.Faults, Split(Faults, '\n')),
            Cautions = Changed(shipped?.Cautions, Split(Cautions, '\n')),
            Surface = Changed(shipped?.Surface, Surface),
            Targets = Changed(shipped?.Targets, Split(Targets, ';')),
            OtherHand = Changed(shipped?.OtherHand, OtherHand),
            Stages = Changed(shipped?.Stages, Split(Marks, '\n')),
            BuildsOn = Changed(shipped?.BuildsOn, buildsOn),
        };
    }

    private Dictionary<NamingSchool, ImmutableArray<string>> NamesOtherThan(Technique? shipped)
    {
        var names = new Dictionary<NamingSchool, ImmutableArray<string>>();
        foreach (
            var (school, text) in new[]
            {
                (NamingSchool.Generic, Generic),
                (NamingSchool.Ring, Ring),
                (NamingSchool.Japanese, Japanese),
                (NamingSchool.Korean, Korean),
                (NamingSchool.Thai, Thai),
                (NamingSchool.Chinese, Chinese),
            }
        )
        {
            var said = Split(text, ',');
            if (
                said.Length > 0
                && !(shipped?.Names.TryGetValue(school, out var own) == true && own.SequenceEqual(said))
            )
                names[school] = said;
        }
        return names;
    }

    private Dictionary<AgeBand, Manner> MannersOtherThan(Technique? shipped)
    {
        var manner = new Dictionary<AgeBand, Manner>();
        foreach (
            var (band, allowed) in new[] { (AgeBand.Kids, Kids), (AgeBand.Teens, Teens), (AgeBand.Adults, Adults) }
        )
            if (shipped?.MannerFor(band) != allowed)
                manner[band] = allowed;
        return manner;
    }

    private static T? Changed<T>(T? shipped, T typed)
        where T : struct, Enum => EqualityComparer<T?>.Default.Equals(shipped, typed) ? null : typed;

    private static ImmutableArray<string>? Changed(ImmutableArray<string>? shipped, ImmutableArray<string> typed) =>
        shipped is { } s && s.SequenceEqual(typed) ? null : typed;

    private static string? Changed(string? shipped, string? typed) =>
        (shipped ?? "") == (typed?.Trim() ?? "") ? null : typed?.Trim() ?? "";

    private static string Lines(ImmutableArray<string> words) => string.Join('\n', words);

    public static ImmutableArray<string> Split(string? text, char at) =>
        [.. (text ?? "").Split(at, StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];
}
