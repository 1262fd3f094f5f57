using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Reflection;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>The limits of the checks, age by age: minutes and per cent, as people say them.</summary>
public sealed class LimitsModel(OwnSchool own, TimeProvider time, SchoolBook school, ComingSheets coming)
    : SchoolPage(own, time)
{
    public sealed class LimitsForm
    {
        [
            Range(0, 60, ErrorMessage = "0 to 60 minutes."),
            Display(Name = "Warm-up before hard work or high kicks, minutes")
        ]
        public int WarmUpMinutes { get; set; }

        [Range(0, 50, ErrorMessage = "0 to 50 %."), Display(Name = "… or this share of the lesson if that is less, %")]
        public int WarmUpPercent { get; set; }

        [Range(0, 60, ErrorMessage = "0 to 60 minutes."), Display(Name = "Cool-down at the end, minutes")]
        public int CoolDownMinutes { get; set; }

        [Range(0, 50, ErrorMessage = "0 to 50 %."), Display(Name = "… or this share of the lesson if that is less, %")]
        public int CoolDownPercent { get; set; }

        [Range(0, 100, ErrorMessage = "0 to 100 %."), Display(Name = "Left and right may lie apart, %")]
        public int SidesApartPercent { get; set; }

        [Range(1, 120, ErrorMessage = "1 to 120 minutes."), Display(Name = "On one thing, minutes")]
        public int OneThingMinutes { get; set; }

        [Range(30, 1800, ErrorMessage = "30 to 1,800 seconds."), Display(Name = "Hard work without a rest, seconds")]
        public int HardSeconds { get; set; }

        [Range(1, 120, ErrorMessage = "1 to 120 minutes."), Display(Name = "Without water, minutes")]
        public int DryMinutes { get; set; }

        [Range(0, 100, ErrorMessage = "0 to 100 %."), Display(Name = "Of the class may stand waiting, %")]
        public int WaitingPercent { get; set; }

        [Range(0, 100, ErrorMessage = "0 to 100 %."), Display(Name = "Of the lesson may be talk, %")]
        public int TalkPercent { get; set; }

        [Range(0, 2000, ErrorMessage = "0 to 2,000."), Display(Name = "Landings of one person")]
        public int Landings { get; set; }

        [Range(0, 2000, ErrorMessage = "0 to 2,000."), Display(Name = "Push-ups of one person")]
        public int PushUps { get; set; }

        [Range(0, 2000, ErrorMessage = "0 to 2,000."), Display(Name = "Bridges of one person")]
        public int Bridges { get; set; }

        [Range(0, 5000, ErrorMessage = "0 to 5,000."), Display(Name = "Strikes to bag or pad with one hand or leg")]
        public int Impacts { get; set; }

        [Range(0, 1800, ErrorMessage = "0 to 1,800 seconds."), Display(Name = "One group idle, seconds")]
        public int IdleSeconds { get; set; }

        [Range(0, 50, ErrorMessage = "0 to 50."), Display(Name = "New things in one lesson")]
        public int NewItems { get; set; }

        public static LimitsForm Of(CheckLimits l) =>
            new()
            {
                WarmUpMinutes = l.WarmUpSeconds / 60,
                WarmUpPercent = (int)(l.WarmUpShare * 100),
                CoolDownMinutes = l.CoolDownSeconds / 60,
                CoolDownPercent = (int)(l.CoolDownShare * 100),
                SidesApartPercent = (int)(l.SidesApart * 100),
                OneThingMinutes = l.OneThingSeconds / 60,
                HardSeconds = l.HardSeconds,
                DryMinutes = l.DrySeconds / 60,
                WaitingPercent = (int)(l.Waiting * 100),
                TalkPercent = (int)(l.Talk * 100),
                Landings = l.Landings,
                PushUps = l.PushUps,
                Bridges = l.Bridges,
                Impacts = l.Impacts,
                IdleSeconds = l.IdleSeconds,
                NewItems = l.NewItems,
            };

        public CheckLimits Limits() =>
            new()
            {
                WarmUpSeconds = WarmUpMinutes * 60,
                WarmUpShare = WarmUpPercent / 100m,
                CoolDownSeconds = CoolDownMinutes * 60,
                CoolDownShare = CoolDownPercent / 100m,
                SidesApart = SidesApartPercent / 100m,
                OneThingSeconds = OneThingMinutes * 60,
                HardSeconds = HardSeconds,
                DrySeconds = DryMinutes * 60,
                Waiting = WaitingPercent / 100m,
                Talk = TalkPercent / 100m,
                Landings = Landings,
                PushUps = PushUps,
                Bridges = Bridges,
                Impacts = Impacts,
                IdleSeconds = IdleSeconds,
                NewItems = NewItems,
            };
    }

    /// <summary>The fields of the form, in the order in which they are asked.</summary>
    public IEnumerable<(string Field, string Label, string? Value)> Fields() =>
        typeof(LimitsForm)
            .GetProperties()
            .Select(p =>
                (
                    p.Name,
                    Say(p.GetCustomAttribute<DisplayAttribute>()!.Name!),
                    Convert.ToString(p.GetValue(Form), CultureInfo.InvariantCulture)
                )
            );

    [BindProperty(SupportsGet = true)]
    public AgeBand Band { get; set; } = AgeBand.Kids;

    [BindProperty]
    public LimitsForm Form { get; set; } = new();

    /// <summary>The school's own limits for this age; null while the usual ones hold.</summary>
    public BandLimits? Saved { get; private set; }

    private string Address => $"/school/limits?band={Band}";

    public async Task OnGetAsync()
    {
        ModelState.Clear();
        if (!Enum.IsDefined(Band))
            Band = AgeBand.Kids;
        await Load();
        Form = LimitsForm.Of((await Facts()).LimitsOf(Band));
    }

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync()
    {
        var seen = Version;
        await Load();
        if (!Enum.IsDefined(Band) || !ModelState.IsValid)
            return Page();
        return await Save(seen, Form.Limits(), Say($"The limits for {AgeBands.Said(Band)} are saved."));
    }

    /// <summary>Back to the usual limits.</summary>
    [For(Role.Head)]
    public async Task<IActionResult> OnPostUsualAsync()
    {
        ModelState.Clear();
        return await Save(Version, null, Say($"The usual limits for {AgeBands.Said(Band)} again."));
    }

    private async Task<IActionResult> Save(uint? seen, CheckLimits? limits, string said)
    {
        var theirs = await Telling(
            coming,
            () => school.SaveLimits(Band, seen, limits, Cancel),
            clash => clash is null ? said : null
        );
        if (theirs is null)
            return Redirect(Address);
        await Load();
        var form = LimitsForm.Of(CheckLimits.Parse(theirs.Limits));
        return await Clash(theirs.ChangedById, theirs.Version, form, Form);
    }

    private async Task Load()
    {
        Saved = await school.LimitsOf(Band, Cancel);
        Version = Saved?.Version ?? 0;
    }
}
