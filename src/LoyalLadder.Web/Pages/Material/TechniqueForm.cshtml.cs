using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>A technique of the school's own, or its changes to a shipped one. Only what differs from the shipped one is kept.</summary>
[Authorize(Policies.Head)]
public sealed class TechniqueFormModel(
    LadderContext db,
    TimeProvider time,
    TechniqueBook book,
    SchoolMaterials materials
) : RoomPage(db, time)
{
    private const string TooLong = "At most 2,000 characters.";

    public sealed class TechniqueFields
    {
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
    }

    /// <summary>The technique that is changed; null for a new one.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Id { get; set; }

    [BindProperty]
    public TechniqueFields Form { get; set; } = new();

    /// <summary>What stands in a field of the form, by its name.</summary>
    public string? FieldValue(string field) => (string?)typeof(TechniqueFields).GetProperty(field)?.GetValue(Form);

    public async Task<IActionResult> OnGetAsync()
    {
        if (Id is null)
            return Page();
        if ((await Taught()).Catalogue.Find(Id) is not { } t)
            return NotFound();
        string Names(NamingSchool school) => t.Names.TryGetValue(school, out var names) ? string.Join(", ", names) : "";
        Form = new TechniqueFields
        {
            Generic = Names(NamingSchool.Generic),
            Ring = Names(NamingSchool.Ring),
            Japanese = Names(NamingSchool.Japanese),
            Korean = Names(NamingSchool.Korean),
            Thai = Names(NamingSchool.Thai),
            Chinese = Names(NamingSchool.Chinese),
            Family = t.Family,
            Side = t.Sides,
            Seconds = t.BaseSeconds,
            Effort = t.Effort,
            Landing = t.Landing,
            Parts = Lines(t.Parts),
            Cues = Lines(t.Cues),
            Faults = Lines(t.Faults),
            Cautions = Lines(t.Cautions),
            BuildsOn = string.Join(
                ", ",
                t.BuildsOn.Select(b => materials.Shipped.Find(b)?.NameIn(NamingSchool.Generic) ?? b)
            ),
            Kids = t.MannerFor(AgeBand.Kids),
            Teens = t.MannerFor(AgeBand.Teens),
            Adults = t.MannerFor(AgeBand.Adults),
        };
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var catalogue = (await Taught()).Catalogue;
        var shipped = Id is null ? null : materials.Shipped.Find(Id);
        if (Id is not null && shipped is null && catalogue.Find(Id) is null)
            return NotFound();
        var buildsOn = BuildsOn(catalogue);
        if (!ModelState.IsValid)
            return Page();
        var row = Row(shipped, buildsOn);
        if (Id is null && catalogue.Find(row.Id) is not null)
            ModelState.AddModelError("Form.Generic", "The catalogue has this already: change it there.");
        else
            foreach (var error in await book.Save(row, Cancel))
                ModelState.AddModelError("Form.Generic", error);
        if (!ModelState.IsValid)
            return Page();
        Say("Kept for this school.");
        return Redirect($"/material/{row.Id}");
    }

    private ImmutableArray<string> BuildsOn(Catalogue catalogue)
    {
        var names = new MoveReader(new Vocabulary(catalogue, NamingSchool.Generic));
        var found = new List<string>();
        foreach (var name in Split(Form.BuildsOn, ','))
        {
            if (names.Named(name) is { } technique)
                found.Add(technique.Id);
            else
                ModelState.AddModelError(
                    "Form.BuildsOn",
                    $"Nothing is called '{name}'. {(catalogue.Closest(name, 1).FirstOrDefault() is { } near ? $"Near it: {near}." : "")}"
                );
        }
        return [.. found.Distinct()];
    }

    /// <summary>Only what differs from the shipped technique, so that a newer one shows through everywhere else.</summary>
    private TechniqueRow Row(Technique? shipped, ImmutableArray<string> buildsOn)
    {
        var names = new Dictionary<NamingSchool, ImmutableArray<string>>();
        foreach (
            var (school, text) in new[]
            {
                (NamingSchool.Generic, Form.Generic),
                (NamingSchool.Ring, Form.Ring),
                (NamingSchool.Japanese, Form.Japanese),
                (NamingSchool.Korean, Form.Korean),
                (NamingSchool.Thai, Form.Thai),
                (NamingSchool.Chinese, Form.Chinese),
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
        var manner = new Dictionary<AgeBand, Manner>();
        foreach (
            var (band, allowed) in new[]
            {
                (AgeBand.Kids, Form.Kids),
                (AgeBand.Teens, Form.Teens),
                (AgeBand.Adults, Form.Adults),
            }
        )
            if (shipped?.MannerFor(band) != allowed)
                manner[band] = allowed;
        return new TechniqueRow
        {
            Id = Id ?? string.Join('-', NameKey.Words(Split(Form.Generic, ',')[0])),
            Family = Changed(shipped?.Family, Form.Family),
            Side = Changed(shipped?.Sides, Form.Side),
            Landing = Changed(shipped?.Landing, Form.Landing),
            Seconds = Form.Seconds is { } s && s != shipped?.BaseSeconds ? s : null,
            Effort = Form.Effort is { } e && e != shipped?.Effort ? e : null,
            Names = names.Count > 0 || shipped is null ? names : null,
            Manner = manner.Count > 0 ? manner : null,
            Parts = Changed(shipped?.Parts, Split(Form.Parts, '\n')),
            Cues = Changed(shipped?.Cues, Split(Form.Cues, '\n')),
            Faults = Changed(shipped?.Faults, Split(Form.Faults, '\n')),
            Cautions = Changed(shipped?.Cautions, Split(Form.Cautions, '\n')),
            BuildsOn = Changed(shipped?.BuildsOn, buildsOn),
        };
    }

    private static T? Changed<T>(T? shipped, T typed)
        where T : struct, Enum => EqualityComparer<T?>.Default.Equals(shipped, typed) ? null : typed;

    private static ImmutableArray<string>? Changed(ImmutableArray<string>? shipped, ImmutableArray<string> typed) =>
        shipped is { } s && s.SequenceEqual(typed) ? null : typed;

    private static string Lines(ImmutableArray<string> words) => string.Join('\n', words);

    private static ImmutableArray<string> Split(string? text, char at) =>
        [.. (text ?? "").Split(at, StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];
}
