using System.Text.Json;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Mat;

/// <summary>The lesson on the mat. The device counts by itself; here its events are kept and handed to other devices.</summary>
[Takes(RequestSizes.Record)]
[ForHallToo]
public sealed class MatModel(
    OwnSchool own,
    TimeProvider time,
    LessonRuns runs,
    LessonSheets sheets,
    MatFit fits,
    StudentBook students,
    StudentRecords records
) : RoomPage(own, time)
{
    /// <summary>Events taken in one call.</summary>
    private const int MostEvents = 500;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    /// <summary>'holder' or 'group' for a screen that only follows; null for the instructor's.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Show { get; set; }

    /// <summary>Whether this screen has the clock's buttons.</summary>
    public bool Drives => MayTeach && Show is null;

    /// <summary>Care notes are for instructors; a hall's tablet is seen by everybody.</summary>
    public bool MayCare => CanPlan && Show is null;

    public Lesson Lesson { get; private set; } = null!;

    /// <summary>Those enrolled, for the roll call.</summary>
    public List<Student> Students { get; private set; } = [];

    /// <summary>What the lines of the sheet need, each once.</summary>
    public IReadOnlyList<string> Kit { get; private set; } = [];

    /// <summary>The run as the script of the page reads it.</summary>
    public string RunJson { get; private set; } = "";

    /// <summary>Where the mat is left to.</summary>
    public string Back => User.Hall() is null ? $"/sheets/{Id}" : "/hall";

    public async Task<IActionResult> OnGetAsync()
    {
        if (Show is not (null or "holder" or "group"))
            return NotFound();
        if (await sheets.Find(Id, Cancel) is not { } lesson || await runs.Open(Id, Cancel) is not { } run)
            return NotFound();
        // once begun it goes on: a class is standing there
        if (MayTeach && run.Events.Count == 0 && await HasStops())
            return Redirect($"/mat/{Id}/ready");
        Lesson = lesson;
        Students = await students.ForLog(lesson.ClassId, [], Cancel);
        Kit = await sheets.Open(Id, Cancel) is { } sheet ? sheet.KitToBring : [];
        // the default encoder writes < and & as escapes, so that no text can end the script element
        RunJson = JsonSerializer.Serialize(Told(run, lesson, await School()), MatJson.Options);
        return Page();
    }

    private async Task<bool> HasStops() =>
        await sheets.Open(Id, Cancel) is { } sheet && (await sheets.OpenStops(sheet, Cancel)).Count > 0;

    private object Told(LessonRun run, Lesson lesson, SchoolCard school) =>
        new
        {
            run = run.Id,
            lesson = lesson.Id,
            students = Students.ConvertAll(s => new { id = s.Id, name = s.ShownName }),
            date = Shown.Field(lesson.Date),
            today = Shown.Field(SchoolTime.Today(school, Time)),
            day = Shown.ShortDay(lesson.Date),
            program = run.ReadProgram(),
            events = RunEvent.ForScreens(run.Events),
            bookedEnd = run.BookedEnd.ToUnixTimeMilliseconds(),
            minutes = lesson.Minutes,
            now = Time.GetUtcNow().ToUnixTimeMilliseconds(),
            words = Enumerable.Range(1, Counting.Highest).Select(n => Counting.Word(n, school.Counting)),
            language = Counting.Language(school.Counting),
            zone = school.Zone.Id,
            drives = Drives,
            show = Show,
            person = Me,
        };

    /// <summary>All events so far, for other devices that follow.</summary>
    public async Task<IActionResult> OnGetEventsAsync()
    {
        if (await runs.Find(Id, Cancel) is not { } run)
            return NotFound();
        return new JsonResult(
            new
            {
                run = run.Id,
                now = Time.GetUtcNow().ToUnixTimeMilliseconds(),
                events = RunEvent.ForScreens(run.Events),
            },
            MatJson.Options
        );
    }

    /// <summary>Throws away a run that was started by mistake; nothing of it is left to log.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnPostDiscardAsync()
    {
        if (await runs.Discard(Id, Cancel) is { } problem)
        {
            Refuse(problem);
            return Redirect($"/mat/{Id}");
        }
        Tell(Say("The run is thrown away, as if it had never been started."));
        return Redirect(Back);
    }

    /// <summary>The program as it stands, for devices that hear of a fit.</summary>
    public async Task<IActionResult> OnGetProgramAsync() =>
        await runs.Program(Id, Cancel) is { } program ? Content(program, "application/json") : NotFound();

    /// <summary>What whoever teaches has to know of somebody; asked for by a touch, since others see the screen.</summary>
    [For(Role.Instructor)]
    public async Task<IActionResult> OnGetCareAsync()
    {
        // everybody in the hall sees its tablet
        if (!CanPlan)
            return Forbid();
        if (await sheets.Open(Id, Cancel) is not { } sheet)
            return NotFound();
        var people = PersonUnderCare.Of(await records.CareOfClass(sheet.Lesson.ClassId, Cancel), sheet.Plan);
        return new JsonResult(
            people.Select(p => new
            {
                name = p.Name,
                words = p.Words,
                lines = p.Marks.Select(m => $"{LineNames.Of((LessonLine)sheet.Plan.Entries[m.Entry])}: {m.Instead}"),
            })
        );
    }

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
    public async Task<IActionResult> OnPostEventsAsync(Guid? run)
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
                    return Refused(Say($"Send a list of at most {MostEvents} events."));
                sent.Add(one);
            }
        }
        catch (JsonException e)
        {
            return Refused($"These are no events: {e.Message}");
        }
        // an assistant counts and notes; the clock belongs to whoever teaches
        if (!MayTeach && sent.Exists(e => e.Kind is not (RunEventKind.Count or RunEventKind.Note or RunEventKind.Roll)))
            return Forbid();
        // a device that still has the presses of a run that was thrown away
        if (run is { } of && await runs.IdOf(Id, Cancel) is { } stands && stands != of)
            return StatusCode(StatusCodes.Status410Gone);
        return await runs.Keep(Id, sent, Cancel) is { } kept ? new JsonResult(kept, MatJson.Options) : NotFound();
    }

    private static JsonResult Refused(string message) =>
        new(new { errors = new[] { new { message } } }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
}
