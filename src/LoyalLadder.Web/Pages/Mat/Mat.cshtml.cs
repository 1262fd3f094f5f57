using System.Text.Json;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Mat;

/// <summary>The lesson on the mat. The device counts by itself; here its events are kept and handed to other devices.</summary>
[Takes(Bodies.Record)]
[ForHallToo]
public sealed class MatModel(OwnSchool own, TimeProvider time, LessonRuns runs, LessonSheets sheets, MatFit fits)
    : RoomPage(own, time)
{
    /// <summary>Events taken in one call.</summary>
    private const int MostEvents = 500;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Lesson Lesson { get; private set; } = null!;

    /// <summary>The run as the script of the page reads it.</summary>
    public string RunJson { get; private set; } = "";

    /// <summary>Where the mat is left to.</summary>
    public string Back => User.Hall() is null ? $"/sheets/{Id}" : "/hall";

    public async Task<IActionResult> OnGetAsync()
    {
        if (await sheets.Find(Id, Cancel) is not { } lesson || await runs.Open(Id, Cancel) is not { } run)
            return NotFound();
        // once begun it goes on: a class is standing there
        if (MayTeach && run.Events.Count == 0 && await OpenStops() is { Count: > 0 } stops)
        {
            Say(
                string.Join(
                    '\n',
                    stops.Prepend("Before this runs: mend it, or set it aside under Checks, in your name.")
                )
            );
            return Redirect(User.Hall() is null ? $"/sheets/{Id}#checks" : "/hall");
        }
        Lesson = lesson;
        // the default encoder writes < and & as escapes, so that no text can end the script element
        RunJson = JsonSerializer.Serialize(Told(run, lesson, await School()), MatJson.Options);
        return Page();
    }

    private async Task<List<string>> OpenStops() =>
        await sheets.Open(Id, Cancel) is { } sheet
            ? (await sheets.OpenStops(sheet, Cancel)).ConvertAll(s => s.Message)
            : [];

    private object Told(LessonRun run, Lesson lesson, SchoolCard school) =>
        new
        {
            run = run.Id,
            program = run.ReadProgram(),
            events = run.Events,
            bookedEnd = run.BookedEnd.ToUnixTimeMilliseconds(),
            minutes = lesson.Minutes,
            now = Time.GetUtcNow().ToUnixTimeMilliseconds(),
            words = Enumerable.Range(1, Counting.Highest).Select(n => Counting.Word(n, school.Counting)),
            language = Counting.Language(school.Counting),
            zone = school.Zone.Id,
            drives = MayTeach,
            person = Me,
        };

    /// <summary>All events so far, for other devices that follow.</summary>
    public async Task<IActionResult> OnGetEventsAsync()
    {
        if (await runs.Find(Id, Cancel) is not { } run)
            return NotFound();
        return new JsonResult(
            new { now = Time.GetUtcNow().ToUnixTimeMilliseconds(), events = run.Events.OrderBy(e => e.At) },
            MatJson.Options
        );
    }

    /// <summary>The program as it stands, for devices that hear of a fit.</summary>
    public async Task<IActionResult> OnGetProgramAsync() =>
        await runs.Program(Id, Cancel) is { } program ? Content(program, "application/json") : NotFound();

    /// <summary>The ways to fit the rest into the time that is left.</summary>
    public async Task<IActionResult> OnGetFitAsync() =>
        await fits.Offer(Id, Cancel) is { } offer ? new JsonResult(offer, MatJson.Options) : NotFound();

    /// <summary>Fits the rest in one of the ways, for all devices.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostFitAsync(FitWay? way) =>
        way is { } chosen && await fits.Take(Id, chosen, Cancel) is { } program
            ? new JsonResult(program, MatJson.Options)
            : NotFound();

    /// <summary>Keeps events from a device; says of each whether it is kept, and why not.</summary>
    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostEventsAsync()
    {
        var sent = new List<RunEvent>();
        try
        {
            // one by one: what comes after the first too many is not read
            await foreach (
                var one in JsonSerializer.DeserializeAsyncEnumerable<RunEvent?>(Request.Body, MatJson.Options, Cancel)
            )
            {
                if (one is null || sent.Count == MostEvents)
                    return Refused($"Send a list of at most {MostEvents} events.");
                sent.Add(one);
            }
        }
        catch (JsonException e)
        {
            return Refused($"These are no events: {e.Message}");
        }
        // an assistant counts and notes; the clock belongs to whoever teaches
        if (!MayTeach && sent.Exists(e => e.Kind is not (RunEventKind.Count or RunEventKind.Note)))
            return Forbid();
        return await runs.Keep(Id, sent, Cancel) is { } kept ? new JsonResult(kept, MatJson.Options) : NotFound();
    }

    private static JsonResult Refused(string message) =>
        new(new { errors = new[] { new { message } } }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
}
