using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Material;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages.Material;

/// <summary>Keeps a combination under a number, or changes one.</summary>
[Authorize(Policies.Instructor)]
public sealed class NumberedFormModel(OwnSchool own, TimeProvider time, CombinationBook book, SyllabusBook syllabus)
    : RoomPage(own, time)
{
    public sealed class NumberedFields
    {
        public string? Number { get; set; }
        public CombinationKind Kind { get; set; }
        public string? Name { get; set; }
        public string? Notation { get; set; }
        public string? OtherReading { get; set; }
        public string? Versions { get; set; }
        public string? Tradition { get; set; }
        public string? Readings { get; set; }
        public int? FormSeconds { get; set; }
        public Guid? RankId { get; set; }
        public AgeBand LeastBand { get; set; }
        public string? ControlRule { get; set; }
        public string? Cautions { get; set; }
        public string? Notes { get; set; }

        public CombinationDraft Draft() =>
            new()
            {
                Number = Number ?? "",
                Kind = Kind,
                Name = Name ?? "",
                Notation = Notation ?? "",
                OtherReading = OtherReading,
                Versions = Versions,
                Tradition = Tradition,
                Readings = Readings,
                FormSeconds = FormSeconds,
                RankId = RankId,
                LeastBand = LeastBand,
                ControlRule = ControlRule,
                Cautions = Cautions,
                Notes = Notes,
            };
    }

    [BindProperty(SupportsGet = true)]
    public Guid? Id { get; set; }

    [BindProperty]
    public NumberedFields Form { get; set; } = new();

    public List<SelectListItem> Ranks { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(string? c, CombinationKind kind)
    {
        var taught = await Material();
        var naming = (await Words()).Naming;
        await LoadRanks();
        if (Id is null)
        {
            Form = new NumberedFields
            {
                Notation = c,
                Kind = kind,
                Number = kind == CombinationKind.Form ? "F-" + NextNumber(taught, "F-") : NextNumber(taught),
            };
            return Page();
        }
        if (await book.Find(Id, Cancel) is not { } row)
            return NotFound();
        (Form, Version) = (FieldsOf(row, taught, naming), row.Version);
        return Page();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync()
    {
        await LoadRanks();
        if (!ModelState.IsValid)
            return Page();
        var (taught, naming) = (await Material(), (await Words()).Naming);
        var saved = await book.Save(Id, Key, Version, Form.Draft(), naming, Cancel);
        return await Answer(
            saved,
            Form,
            row => FieldsOf(row, taught, naming),
            "Form.",
            row =>
            {
                Tell(Say($"Kept as #{row.Number}. Sheets know it by that number and by its name."));
                return Redirect($"/material/numbered/{row.Id}");
            }
        );
    }

    /// <summary>The row as a form, its moves in the reader's names.</summary>
    private static NumberedFields FieldsOf(NumberedCombination row, SchoolMaterial taught, NamingSchool naming) =>
        new()
        {
            Number = row.Number,
            Kind = row.Kind,
            Name = row.Name,
            Notation =
                row.Kind == CombinationKind.Form
                    ? Forms.Lines(Written(row.Notation, taught, naming))
                    : Written(row.Notation, taught, naming),
            Tradition = row.Tradition,
            Readings = row.Readings,
            FormSeconds = row.FormSeconds,
            OtherReading = row.OtherReading is { } other ? Written(other, taught, naming) : null,
            Versions = row.Versions,
            RankId = row.RankId,
            LeastBand = row.LeastBand,
            ControlRule = row.ControlRule,
            Cautions = row.Cautions,
            Notes = row.Notes,
        };

    private static string Written(string kept, SchoolMaterial taught, NamingSchool naming) =>
        taught.Notation(NamingSchool.Generic).Read(kept).Combination is { } moves
            ? NotationWriter.Write(moves, naming)
            : kept;

    private static string NextNumber(SchoolMaterial taught, string before = "")
    {
        var taken = taught.Combinations.Select(c => c.Row.Number).ToHashSet();
        return Enumerable
            .Range(1, taken.Count + 1)
            .Select(n => n.ToString(System.Globalization.CultureInfo.InvariantCulture))
            .First(n => !taken.Contains(before + n));
    }

    private async Task LoadRanks() =>
        Ranks = [
            .. (await syllabus.Read(Cancel)).Tracks.SelectMany(t =>
                t.Ranks.Select(r => new SelectListItem($"{t.Name}: {r.Name}", r.Id.ToString()))
            ),
        ];
}
