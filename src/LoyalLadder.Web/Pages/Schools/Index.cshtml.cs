using System.ComponentModel.DataAnnotations;
using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>Settings that hold everywhere.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, SchoolBook school) : SchoolPage(own, time)
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
        public bool UchiInward { get; set; }
        public bool BaroOverFrontFoot { get; set; }
        public bool MyCountIsACall { get; set; }

        public bool HeadsNeedSecondStep { get; set; }
        public bool FitsPlainSum { get; set; }

        [Range(
            Data.Schools.School.LeastMonthsOfChanges,
            Data.Schools.School.MostMonthsOfChanges,
            ErrorMessage = "3 to 120 months."
        )]
        public int MonthsOfChanges { get; set; } = Data.Schools.School.UsualMonthsOfChanges;

        [StringLength(4000, ErrorMessage = "At most 4,000 characters.")]
        public string? Policy { get; set; }

        public static SettingsForm Of(School school) =>
            new()
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
                HeadsNeedSecondStep = school.HeadsNeedSecondStep,
                FitsPlainSum = school.FitsPlainSum,
                MonthsOfChanges = school.MonthsOfChanges,
                UchiInward = school.Customs.HasFlag(NameCustoms.UchiInward),
                BaroOverFrontFoot = school.Customs.HasFlag(NameCustoms.BaroOverFrontFoot),
                MyCountIsACall = school.Customs.HasFlag(NameCustoms.MyCountIsACall),
            };

        public void Into(School school)
        {
            (school.Name, school.TimeZone) = (Name.Trim(), TimeZone);
            (school.Naming, school.Counting) = (Naming, Counting);
            (school.OpeningSeconds, school.ClosingSeconds) = (OpeningSeconds, ClosingSeconds);
            (school.Numbers, school.Policy) = (Numbers?.Trim() ?? "", Policy?.Trim() ?? "");
            (school.Sides, school.BuildUp, school.CrossedMitts) = (Sides, BuildUp, CrossedMitts);
            school.HeadsNeedSecondStep = HeadsNeedSecondStep;
            (school.FitsPlainSum, school.MonthsOfChanges) = (FitsPlainSum, MonthsOfChanges);
            school.Customs =
                (UchiInward ? NameCustoms.UchiInward : NameCustoms.None)
                | (BaroOverFrontFoot ? NameCustoms.BaroOverFrontFoot : NameCustoms.None)
                | MyCount(school.Customs);
        }

        /// <summary>Whoever takes the tick away has said that it is counted through; who never set it has said nothing.</summary>
        private NameCustoms MyCount(NameCustoms before) =>
            MyCountIsACall ? NameCustoms.MyCountIsACall
            : before.HasFlag(NameCustoms.MyCountIsACall) ? NameCustoms.MyCountIsCounted
            : before & NameCustoms.MyCountIsCounted;
    }

    [BindProperty]
    public SettingsForm Form { get; set; } = new();

    /// <summary>The version that runs here; CHANGELOG.md says what each brought.</summary>
    public string Edition { get; } = typeof(IndexModel).Assembly.GetName().Version?.ToString(3) ?? "";

    public async Task OnGetAsync()
    {
        var settings = await school.Settings(Cancel);
        (Form, Version) = (SettingsForm.Of(settings), settings.Version);
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(Form.TimeZone, out _))
            ModelState.AddModelError("Form.TimeZone", Say("There is no such time zone; choose one from the list."));
        if (!await school.MayBeNumbers(Form.Numbers ?? "", Cancel))
            ModelState.AddModelError(
                "Form.Numbers",
                Say("Write one to nine moves with commas between, for example: jab, cross, lead hook")
            );
        if (!ModelState.IsValid)
            return Page();
        if (await school.SaveSettings(Version, Form.Into, Cancel) is var (theirs, by))
            return await Clash(by, theirs.Version, SettingsForm.Of(theirs), Form);
        return Tell(Say("Saved."), "/school");
    }
}
