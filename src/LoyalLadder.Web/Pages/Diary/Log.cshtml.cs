using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Logs;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Diary;

/// <summary>Logging a lesson in a minute. An assistant takes attendance; the rest is the instructor's.</summary>
public sealed class LogModel(LadderContext db, TimeProvider time, LessonLogs logs) : RoomPage(db, time)
{
    public const int LongestNotes = 4000;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public LogDraft Draft { get; private set; } = null!;
    public List<Student> Students { get; private set; } = [];
    public string Notes { get; private set; } = "";
    public string? NotesProblem { get; private set; }

    public async Task<IActionResult> OnGetAsync() => await Load() ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(List<Guid> present, string? notes)
    {
        if (!await Load())
            return NotFound();
        var outcomes = CanPlan ? ReadOutcomes() : [];
        var presences = present
            .Distinct()
            .ToDictionary(s => s, s => Draft.Presences.GetValueOrDefault(s, Presence.Present));
        Notes = CanPlan ? notes ?? "" : Draft.Notes;
        if (Notes.Length > LongestNotes)
        {
            NotesProblem = $"Notes have at most {LongestNotes:N0} characters; this has {Notes.Length:N0}.";
            Draft = Draft with
            {
                Presences = presences,
                Lines =
                [
                    .. Draft.Lines.Select(l => l with { Outcome = outcomes.GetValueOrDefault(l.SheetLine, l.Outcome) }),
                ],
            };
            return Page();
        }
        await logs.Save(Id, outcomes, presences, Notes, Cancel);
        var left = Draft.Lines.Count(l =>
            l.Carries && outcomes.GetValueOrDefault(l.SheetLine, l.Outcome) != LineOutcome.Done
        );
        Say(
            left == 0
                ? $"{Draft.Lesson.Class!.Name} is logged."
                : $"{Draft.Lesson.Class!.Name} is logged; {Shown.Many(left, "line")} carried over."
        );
        return Redirect("/");
    }

    private Dictionary<Guid, LineOutcome> ReadOutcomes()
    {
        var outcomes = new Dictionary<Guid, LineOutcome>();
        foreach (var line in Draft.Lines)
            if (
                Enum.TryParse<LineOutcome>(Request.Form[$"outcome-{line.SheetLine}"], out var outcome)
                && Enum.IsDefined(outcome)
            )
                outcomes[line.SheetLine] = outcome;
        return outcomes;
    }

    private async Task<bool> Load()
    {
        if (await logs.Draft(Id, Cancel) is not { } draft)
            return false;
        (Draft, Notes) = (draft, draft.Notes);
        var there = draft.Presences.Keys.ToList();
        Students = await Db
            .Students.AsNoTracking()
            .Where(s => s.Enrolments.Any(e => e.ClassId == draft.Lesson.ClassId) || there.Contains(s.Id))
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .ToListAsync(Cancel);
        return true;
    }
}
