using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Mvc;

namespace LoyalLadder.Web.Pages.Diary;

/// <summary>Logging a lesson in a minute. An assistant takes attendance; the rest is the instructor's.</summary>
[Takes(RequestSizes.Record)]
[ForHallToo]
public sealed class LogModel(OwnSchool own, TimeProvider time, LessonLogs logs, StudentBook students)
    : RoomPage(own, time)
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public LogDraft Draft { get; private set; } = null!;
    public List<Student> Students { get; private set; } = [];

    /// <summary>What the form shows: as kept or proposed, or as it was typed when it could not be taken whole.</summary>
    public IReadOnlyDictionary<Guid, Presence?> Presences { get; private set; } = new Dictionary<Guid, Presence?>();

    public IReadOnlyDictionary<Guid, LineOutcome> Outcomes { get; private set; } = new Dictionary<Guid, LineOutcome>();
    public string Notes { get; private set; } = "";
    public string? NotesProblem { get; private set; }

    /// <summary>What clashed with somebody else's log, and whose it is; null where nothing did.</summary>
    public LogSaved? Saved { get; private set; }

    public string SavedBy { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    [For(Role.Assistant)]
    public async Task<IActionResult> OnPostAsync(string? notes, string? notesSeen)
    {
        if (!Request.HasFormContentType)
            return BadRequest();
        if (!await Load())
            return NotFound();
        var form = new LogForm
        {
            Presences = ReadPresences("at"),
            PresencesSeen = ReadPresences("was"),
            Outcomes = MayTeach ? ReadOutcomes("outcome") : null,
            OutcomesSeen = ReadOutcomes("seen"),
            Notes = MayTeach ? notes ?? "" : null,
            NotesSeen = notesSeen ?? "",
        };
        if (form.Notes?.Length > LessonLog.LongestNotes)
        {
            ShowTyped(form);
            NotesProblem = Say(
                $"Notes have at most {LessonLog.LongestNotes:N0} characters; this has {form.Notes.Length:N0}."
            );
            return Page();
        }
        if (await logs.Save(Id, form, Cancel) is not { } saved)
            return NotFound();
        return saved.HasClashes ? await ShowClashes(form, saved) : await Tell(saved);
    }

    private async Task<IActionResult> Tell(LogSaved saved)
    {
        var name = Draft.Lesson.Class!.Name;
        var said = (saved.Outcomes, saved.CarriedOver) switch
        {
            (null, _) => Say($"Attendance of {name} is kept. What was done is still to be logged."),
            (_, 0) => Say($"{name} is logged."),
            (_, var left) => Say($"{name} is logged; {Spoken.Many(left, "line")} carried over."),
        };
        if (saved.By != Guid.Empty && saved.By != Me)
        {
            var other = await NameOf(saved.By);
            said += "\n" + Say($"{other} had logged something of it meanwhile; both are kept.");
        }
        Tell(said);
        return Redirect(User.Hall() is null ? "/" : "/hall");
    }

    private async Task<IActionResult> ShowClashes(LogForm form, LogSaved saved)
    {
        if (!await Load())
            return NotFound();
        var typed = new Dictionary<Guid, Presence?>(Presences);
        foreach (var (student, _, mine) in saved.Presences.Clashes)
            typed[student] = mine;
        var outcomes = new Dictionary<Guid, LineOutcome>(Outcomes);
        foreach (var (line, _, mine) in saved.Outcomes?.Clashes ?? [])
            outcomes[line] = mine;
        (Presences, Outcomes) = (typed, outcomes);
        if (saved.Notes is not null)
            Notes = form.Notes ?? "";
        (Saved, SavedBy) = (saved, await NameOf(saved.By));
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    private void ShowTyped(LogForm form)
    {
        Presences = form.Presences;
        Notes = form.Notes ?? "";
        Outcomes = Draft.Lines.ToDictionary(
            l => l.SheetLine,
            l => form.Outcomes?.GetValueOrDefault(l.SheetLine, l.Outcome) ?? l.Outcome
        );
    }

    private Dictionary<Guid, Presence?> ReadPresences(string prefix)
    {
        var read = new Dictionary<Guid, Presence?>();
        foreach (var student in Students)
            if (Request.Form.TryGetValue($"{prefix}-{student.Id}", out var said))
                read[student.Id] = Enum.TryParse<Presence>(said, out var how) && Enum.IsDefined(how) ? how : null;
        return read;
    }

    private Dictionary<Guid, LineOutcome> ReadOutcomes(string prefix)
    {
        var read = new Dictionary<Guid, LineOutcome>();
        foreach (var line in Draft.Lines)
            if (
                Enum.TryParse<LineOutcome>(Request.Form[$"{prefix}-{line.SheetLine}"], out var outcome)
                && Enum.IsDefined(outcome)
            )
                read[line.SheetLine] = outcome;
        return read;
    }

    private static Presence? Proposed(LogDraft draft, Guid student)
    {
        if (draft.Presences.TryGetValue(student, out var kept))
            return kept;
        return draft.Rolled.TryGetValue(student, out var rolled) ? rolled : null;
    }

    private async Task<bool> Load()
    {
        if (await logs.Draft(Id, Cancel) is not { } draft)
            return false;
        (Draft, Notes) = (draft, draft.Notes);
        Students = await students.ForLog(
            draft.Lesson.ClassId,
            [.. draft.Presences.Keys.Concat(draft.Rolled.Keys)],
            Cancel
        );
        Presences = Students.ToDictionary(s => s.Id, s => Proposed(draft, s.Id));
        Outcomes = draft.Lines.ToDictionary(l => l.SheetLine, l => l.Outcome);
        return true;
    }
}
