using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data;
using LoyalLadder.Data.Material;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Settings that hold everywhere.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time) : SchoolPage(db, time)
{
    public sealed class SettingsForm
    {
        [
            Required(ErrorMessage = "Give the school a name."),
            StringLength(120, ErrorMessage = "At most 120 characters.")
        ]
        public string Name { get; set; } = "";

        [Required(ErrorMessage = "Choose a time zone."), StringLength(60, ErrorMessage = "At most 60 characters.")]
        public string TimeZone { get; set; } = "";

        [EnumDataType(typeof(NamingSchool))]
        public NamingSchool Naming { get; set; }

        [EnumDataType(typeof(CountingLanguage))]
        public CountingLanguage Counting { get; set; }

        [Range(0, 900, ErrorMessage = "0 to 900 seconds.")]
        public int OpeningSeconds { get; set; }

        [Range(0, 900, ErrorMessage = "0 to 900 seconds.")]
        public int ClosingSeconds { get; set; }

        [StringLength(400, ErrorMessage = "At most 400 characters.")]
        public string? Numbers { get; set; }

        [EnumDataType(typeof(SideWords))]
        public SideWords Sides { get; set; }

        [EnumDataType(typeof(BuildUpStyle))]
        public BuildUpStyle BuildUp { get; set; }

        public bool CrossedMitts { get; set; }

        [StringLength(4000, ErrorMessage = "At most 4,000 characters.")]
        public string? Policy { get; set; }
    }

    [BindProperty]
    public SettingsForm Form { get; set; } = new();

    public async Task OnGetAsync()
    {
        var school = await School();
        Form = new SettingsForm
        {
            Name = school.Name,
            TimeZone = school.TimeZone,
            Naming = school.Naming,
            Counting = school.Counting,
            OpeningSeconds = school.OpeningSeconds,
            ClosingSeconds = school.ClosingSeconds,
            Policy = school.Policy,
            Numbers = school.Numbers,
            Sides = school.Sides,
            BuildUp = school.BuildUp,
            CrossedMitts = school.CrossedMitts,
        };
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(Form.TimeZone, out _))
            ModelState.AddModelError("Form.TimeZone", "There is no such time zone; choose one from the list.");
        if (SchoolMaterial.NumbersOf(Form.Numbers ?? "", (await Taught()).Catalogue) is null)
            ModelState.AddModelError(
                "Form.Numbers",
                "Write one to nine moves with commas between, for example: jab, cross, lead hook"
            );
        if (!ModelState.IsValid)
            return Page();
        var school = await Db.Schools.SingleAsync(s => s.Id == Db.SchoolId, Cancel);
        (school.Name, school.TimeZone, school.Naming, school.Counting) = (
            Form.Name.Trim(),
            Form.TimeZone,
            Form.Naming,
            Form.Counting
        );
        (school.OpeningSeconds, school.ClosingSeconds, school.Policy) = (
            Form.OpeningSeconds,
            Form.ClosingSeconds,
            Form.Policy?.Trim() ?? ""
        );
        (school.Numbers, school.Sides, school.BuildUp, school.CrossedMitts) = (
            Form.Numbers?.Trim() ?? "",
            Form.Sides,
            Form.BuildUp,
            Form.CrossedMitts
        );
        return await Save("Saved.", "/school");
    }
}
