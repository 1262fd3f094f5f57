using System.Text.Json;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Runs;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Mat;

/// <summary>The lesson on the mat. The device counts by itself; here its events are kept and handed to other devices.</summary>
public sealed class MatModel(LadderContext db, TimeProvider time, LessonRuns runs, LessonSheets sheets, MatFit fits)
    : RoomPage(db, time)
{
    /// <summary>Events taken in one call.</summary>
    private const int MostEvents = 500;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Lesson Lesson { get; private set; } = null!;

    /// <summary>The run as the script of the page reads it.</summary>
    public string RunJson { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync()
    {
        if (
            await Db.Lessons.AsNoTracking().Include(l => l.Class).FirstOrDefaultAsync(l => l.Id == Id, Cancel)
            is not { } lesson
        )
            return NotFound();
        if (await runs.Open(Id, Cancel) is not { } run)
            return NotFound();
        // once begun it goes on: a class is standing there
        if (
            CanPlan
            && run.Events.Count == 0
            && await sheets.Open(Id, Cancel) is { } sheet
            && await sheets.OpenStops(sheet, Cancel) is { Count: > 0 } stops
        )
        {
            Say(
                string.Join(
                    '\n',
                    stops
                        .Select(s => s.Message)
                        .Prepend("Before this runs: mend it, or set it aside under Checks, in your name.")
                )
            );
            return Redirect($"/sheets/{Id}#checks");
        }
        Lesson = lesson;
        var school = await School();
        // the default encoder writes < and & as escapes, so that no text can end the script element
        RunJson = JsonSerializer.Serialize(
            new
            {
                run = run.Id,
                program = run.ReadProgram(),
                events = run.Events,
                bookedEnd = run.BookedEnd.ToUnixTimeMilliseconds(),
                minutes = lesson.Minutes,
                now = Time.GetUtcNow().ToUnixTimeMilliseconds(),
                words = Enumerable.Range(1, Counting.Highest).Select(n => Counting.Word(n, school.Counting)),
                language = school.Counting switch
                {
                    CountingLanguage.Japanese => "ja",
                    CountingLanguage.Korean => "ko",
                    CountingLanguage.Thai => "th",
                    CountingLanguage.Mandarin => "zh",
                    _ => "en",
                },
                zone = school.TimeZone,
                drives = CanPlan,
            },
            MatJson.Options
        );
        return Page();
    }

    /// <summary>All events so far, for other devices that follow.</summary>
    public async Task<IActionResult> OnGetEventsAsync()
    {
        var run = await Db
            .Runs.AsNoTracking()
            .Include(r => r.Events)
            .FirstOrDefaultAsync(r => r.LessonId == Id, Cancel);
        return run is null
            ? NotFound()
            : new JsonResult(
                new { now = Time.GetUtcNow().ToUnixTimeMilliseconds(), events = run.Events.OrderBy(e => e.At) },
                MatJson.Options
            );
    }

    /// <summary>The program as it stands, for devices that hear of a fit.</summary>
    public async Task<IActionResult> OnGetProgramAsync() =>
        await Db.Runs.AsNoTracking().FirstOrDefaultAsync(r => r.LessonId == Id, Cancel) is { } run
            ? Content(run.Program, "application/json")
            : NotFound();

    /// <summary>What fitting the rest into the time that is left would change.</summary>
    public async Task<IActionResult> OnGetFitAsync() =>
        await fits.Offer(Id, Cancel) is { } offer ? new JsonResult(offer, MatJson.Options) : NotFound();

    /// <summary>Fits the rest, for all devices.</summary>
    public async Task<IActionResult> OnPostFitAsync()
    {
        if (!CanPlan)
            return Forbid();
        return await fits.Take(Id, Cancel) is { } program ? new JsonResult(program, MatJson.Options) : NotFound();
    }

    /// <summary>Keeps events from a device.</summary>
    public async Task<IActionResult> OnPostEventsAsync()
    {
        List<RunEvent>? events;
        try
        {
            events = await JsonSerializer.DeserializeAsync<List<RunEvent>>(Request.Body, MatJson.Options, Cancel);
        }
        catch (JsonException e)
        {
            return new JsonResult(new { errors = new[] { new { message = $"These are no events: {e.Message}" } } })
            {
                StatusCode = StatusCodes.Status422UnprocessableEntity,
            };
        }
        if (events is null || events.Count > MostEvents || events.Exists(e => e is null || !IsSound(e)))
            return new JsonResult(
                new
                {
                    errors = new[]
                    {
                        new
                        {
                            message = $"At most {MostEvents} events, each with a key, a time within a day of now, and a note of at most 2,000 characters.",
                        },
                    },
                }
            )
            {
                StatusCode = StatusCodes.Status422UnprocessableEntity,
            };
        // an assistant counts and notes; the clock belongs to whoever teaches
        if (!CanPlan && events.Exists(e => e.Kind is not (RunEventKind.Count or RunEventKind.Note)))
            return Forbid();
        if (
            await Db.Runs.Where(r => r.LessonId == Id).Select(r => (Guid?)r.Id).FirstOrDefaultAsync(Cancel)
            is not { } run
        )
            return NotFound();
        return await runs.Keep(run, [.. events.Select(Plain)], Cancel)
            ? StatusCode(StatusCodes.Status204NoContent)
            : NotFound();
    }

    private bool IsSound(RunEvent e) =>
        e.Id != Guid.Empty
        && Enum.IsDefined(e.Kind)
        && e.Kind != RunEventKind.Fit
        && (e.Text?.Length ?? 0) <= 2000
        && e.Value is >= -86_400 and <= 86_400
        && (e.At - Time.GetUtcNow()).Duration() < TimeSpan.FromDays(1);

    private static RunEvent Plain(RunEvent e) => e with { Text = e.Text?.Replace("\0", "", StringComparison.Ordinal) };
}
