using System.Globalization;
using System.Text.Json;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Mat;

/// <summary>A clock without a sheet: rounds of work and rest, or counted repetitions; it can be logged.</summary>
public sealed class QuickModel(OwnSchool own, TimeProvider time, QuickClock quick) : RoomPage(own, time)
{
    public List<ClassGroup> Classes { get; private set; } = [];

    public string QuickJson { get; private set; } = "";

    public async Task OnGetAsync() => await Load();

    private async Task Load()
    {
        Classes = await quick.Classes(Cancel);
        var school = await School();
        QuickJson = JsonSerializer.Serialize(
            new
            {
                words = Enumerable.Range(1, Counting.Highest).Select(n => Counting.Word(n, school.Counting)),
                language = Counting.Language(school.Counting),
                zone = school.Zone.Id,
                now = Time.GetUtcNow().ToUnixTimeMilliseconds(),
            },
            MatJson.Options
        );
    }

    /// <summary>Begins the lesson that it was, and goes on to its log.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostAsync(Guid classId, string? what, int rounds, int work, int rest, int reps)
    {
        var begun = await quick.Begin(Key, classId, what ?? "", DoseOf(rounds, work, rest, reps), Cancel);
        if (begun.Lesson is { } lesson)
            return Redirect($"/diary/{lesson.Id}");
        ShowErrors(begun.Errors);
        await Load();
        return Page();
    }

    private static string DoseOf(int rounds, int work, int rest, int reps)
    {
        var many = Math.Clamp(rounds, 1, MostRounds);
        var pause = rest > 0 && many > 1 ? $" rest {Math.Min(rest, MostSeconds)}s" : "";
        return reps > 0
            ? string.Create(CultureInfo.InvariantCulture, $"{many} x {Math.Min(reps, Counting.Highest)}{pause}")
            : $"{many} x {Spoken.Clock(Math.Clamp(work, 5, MostSeconds))}{pause}";
    }

    private const int MostRounds = 30;
    private const int MostSeconds = 3600;
}
