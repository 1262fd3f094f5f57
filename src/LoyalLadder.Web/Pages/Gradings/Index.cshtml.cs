using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Syllabus;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;

namespace LoyalLadder.Web.Pages.Gradings;

/// <summary>Gradings past and to come.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time, GradingBook gradings, RequirementBook requirements)
    : RoomPage(db, time)
{
    public List<Grading> Gradings { get; private set; } = [];
    public List<Track> Tracks { get; private set; } = [];
    public DateOnly On { get; private set; }
    public string? Problem { get; private set; }

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (HttpMethods.IsPost(Request.Method) && !IsHead)
            context.Result = Forbid();
    }

    public async Task OnGetAsync() => await Load();

    public async Task<IActionResult> OnPostAsync(Guid track, DateOnly? on)
    {
        ModelState.Clear();
        await Load();
        On = on ?? On;
        var (grading, problem) = on is { } day ? await gradings.Open(track, day, Cancel) : (null, "Choose a day.");
        if (grading is not null)
            return Redirect($"/gradings/{grading.Id}");
        Problem = problem;
        return Page();
    }

    private async Task Load()
    {
        (Gradings, Tracks) = (await gradings.All(Cancel), await requirements.Tracks(Cancel));
        On = (await Today()).AddDays(21);
    }
}
