using LoyalLadder.Core.Syllabus;
using LoyalLadder.Data.Gradings;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Gradings;

/// <summary>Gradings past and to come.</summary>
public sealed class IndexModel(OwnSchool own, TimeProvider time, GradingBook gradings, SyllabusBook syllabus)
    : RoomPage(own, time)
{
    /// <summary>Days ahead that a grading is proposed for.</summary>
    private const int DaysAhead = 21;

    public List<Grading> Gradings { get; private set; } = [];
    public IReadOnlyList<Track> Tracks { get; private set; } = [];
    public DateOnly On { get; private set; }
    public string? Problem { get; private set; }

    public Task OnGetAsync() => Load();

    [For(Role.Head)]
    public async Task<IActionResult> OnPostAsync(Guid track, DateOnly? on)
    {
        ModelState.Clear();
        await Load();
        On = on ?? On;
        var saved = await gradings.Open(Key, track, on, Cancel);
        if (saved.Row is { } grading)
            return Redirect($"/gradings/{grading.Id}");
        Problem = saved.Errors.First;
        return Page();
    }

    private async Task Load()
    {
        (Gradings, Tracks) = (await gradings.All(Cancel), (await syllabus.Read(Cancel)).Tracks);
        On = (await Today()).AddDays(DaysAhead);
    }
}
