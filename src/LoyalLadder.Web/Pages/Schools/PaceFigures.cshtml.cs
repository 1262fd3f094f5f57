using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Schools;

/// <summary>How long work takes here: what was tapped and logged, beside the values that every school starts with.</summary>
public sealed class PaceFiguresModel(OwnSchool own, TimeProvider time, PaceBook paces, TapBook taps)
    : SchoolPage(own, time)
{
    public sealed class TapForm
    {
        /// <summary>What is counted: moves or a line, as typed.</summary>
        public string Of { get; set; } = "front kick";

        public Pace Pace { get; set; } = Pace.Counted;

        /// <summary>When each tap was, in milliseconds, with commas between.</summary>
        public string? Taps { get; set; }

        /// <summary>The school counts so, and not one instructor alone.</summary>
        public bool ForSchool { get; set; }
    }

    [BindProperty]
    public TapForm Form { get; set; } = new();

    /// <summary>Null while too little was run on the mat.</summary>
    public PaceModel? Known { get; private set; }

    /// <summary>What the school and whoever looks have tapped.</summary>
    public IReadOnlyList<(TappedPace Pace, bool IsSchool)> Tapped { get; private set; } = [];

    /// <summary>Lines that have to be run before anything is said.</summary>
    public int Least => PaceModel.Least;

    /// <summary>Days back that are learned from.</summary>
    public int Days => PaceModel.Days;

    public bool MayTap => User.IsAtLeast(Role.Instructor);

    public string Word(PaceKind kind) =>
        kind switch
        {
            PaceKind.Alone => Say("techniques and combinations, each alone"),
            PaceKind.Exercise => Say("exercises and stretches"),
            PaceKind.Partner => Say("with a partner"),
            PaceKind.Turns => Say("stations and bags"),
            PaceKind.Floor => Say("down the floor, runs and laps"),
            _ => Say("water and rest"),
        };

    public string Word(MoveFamily family) =>
        family switch
        {
            MoveFamily.Hand => Say("a punch, a strike or a block"),
            MoveFamily.Kick => Say("a kick or a knee"),
            MoveFamily.Combination => Say("a combination"),
            _ => Say("an exercise"),
        };

    public string Word(Pace pace) =>
        pace switch
        {
            Pace.Walk => Say("walked through"),
            Pace.Slow => Say("slow"),
            Pace.Steady => Say("steady"),
            Pace.Brisk => Say("brisk"),
            Pace.Called => Say("called"),
            _ => Say("counted"),
        };

    public async Task OnGetAsync(Guid? line)
    {
        if (line is { } key && await taps.LineOf(key, Cancel) is var (text, pace))
            (Form.Of, Form.Pace) = (text, pace);
        await Load();
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostTapAsync()
    {
        if (Form.ForSchool && !IsHead)
            return Forbid();
        var answer = await taps.Keep(Form.Of, Form.Pace, Form.Taps ?? "", Form.ForSchool ? null : Me, Cancel);
        if (answer.Kept is { } kept)
            return Tell(Kept(kept), "/school/pace");
        ModelState.AddModelError(
            answer.Why == TapRefusal.NoRhythm ? "Form.Taps" : "Form.Of",
            Refused(answer.Why!.Value)
        );
        await Load();
        return Page();
    }

    /// <summary>Ten taps on the mat: answered in words, since the class goes on.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostLineAsync(Guid line, string? beats)
    {
        if (await taps.LineOf(line, Cancel) is not var (text, pace))
            return NotFound();
        var answer = await taps.Keep(text, pace, beats ?? "", Me, Cancel);
        if (answer.Kept is { } kept)
            return Content(Kept(kept));
        return new ObjectResult(Refused(answer.Why!.Value)) { StatusCode = StatusCodes.Status422UnprocessableEntity };
    }

    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostForgetAsync(MoveFamily family, Pace pace, bool school)
    {
        if (school && !IsHead)
            return Forbid();
        await taps.Forget(family, pace, school ? null : Me, Cancel);
        return Tell(Say("Forgotten: the starting value holds again."), "/school/pace");
    }

    public string Kept(TappedPace pace) =>
        Say($"Your count: {Shown.Seconds(pace.Seconds)} (usual {Shown.Seconds(pace.Usual)})");

    private static string Refused(TapRefusal why) =>
        why switch
        {
            TapRefusal.NoRhythm => Say($"Tap {TapCount.Taps} counts, one after the other, as you would call them."),
            TapRefusal.NotUnderstood => Say(
                "No move is known in that. Write it as on a sheet: front kick, or jab, cross."
            ),
            _ => Say("Nobody counts that: take one move, a combination or an exercise."),
        };

    private async Task Load()
    {
        Known = await paces.Known(Cancel);
        var facts = await Facts();
        Tapped =
        [
            .. (facts.Person(Me)?.Paces ?? TappedPaces.None).All.Select(p => (p, false)),
            .. facts.School.Paces.All.Select(p => (p, true)),
        ];
    }
}
