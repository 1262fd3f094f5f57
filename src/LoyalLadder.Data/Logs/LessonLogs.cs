using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Syllabus;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Logs;

/// <summary>Logging a lesson: most of it comes from the run, the rest takes a minute. What is kept is never read anew.</summary>
public sealed class LessonLogs(
    LadderContext db,
    SchoolScope scope,
    OwnSchool own,
    LessonSheets sheets,
    LessonRuns runs,
    EvidenceBook evidence,
    SyllabusBook syllabus,
    TimeProvider time
)
{
    /// <summary>The log as kept; else as the run tells it, else everything done; null when there is no such lesson.</summary>
    public async Task<LogDraft?> Draft(Guid lessonId, CancellationToken cancel)
    {
        var log = await db
            .Logs.AsNoTracking()
            .Include(l => l.Lines)
            .Include(l => l.Attendances)
            .FirstOrDefaultAsync(l => l.LessonId == lessonId, cancel);
        return log?.OutcomesAt is null ? await FromSheet(lessonId, log, cancel) : await FromLog(log, cancel);
    }

    private async Task<LogDraft?> FromLog(LessonLog log, CancellationToken cancel)
    {
        var lesson = await db
            .Lessons.AsNoTracking()
            .Include(l => l.Class)
            .FirstAsync(l => l.Id == log.LessonId, cancel);
        return new LogDraft(
            lesson,
            [
                .. log
                    .Lines.OrderBy(l => l.Position)
                    .Select(l => new DraftLine(
                        l.SheetLineId,
                        l.Text,
                        l.Outcome,
                        l.PlannedSeconds,
                        l.ActualSeconds,
                        l.OwedLogLineId,
                        l.Carries
                    )),
            ],
            log.Attendances.ToDictionary(a => a.StudentId, a => a.Presence),
            log.Notes,
            log.PlannedSeconds,
            log.ActualSeconds,
            true
        );
    }

    private async Task<LogDraft?> FromSheet(Guid lessonId, LessonLog? log, CancellationToken cancel)
    {
        if (await sheets.Open(lessonId, cancel) is not { } sheet)
            return null;
        var run = await runs.Find(lessonId, cancel);
        var state = runs.StateOf(run);
        var asked = (await syllabus.Read(cancel)).Asked;
        return new LogDraft(
            sheet.Lesson,
            LinesOf(sheet, run, state, asked),
            log?.Attendances.ToDictionary(a => a.StudentId, a => a.Presence) ?? [],
            log is { Notes.Length: > 0 } ? log.Notes : LogOutcomes.Noted(state),
            sheet.Clock.TotalSeconds,
            state?.ActualSeconds,
            false
        )
        {
            Rolled = log is null ? LogOutcomes.Rolled(state) : new Dictionary<Guid, Presence>(),
        };
    }

    /// <summary>The lines that were to be done, each as far as the run tells.</summary>
    private static List<DraftLine> LinesOf(OpenSheet sheet, LessonRun? run, RunState? state, IReadOnlySet<string> asked)
    {
        var ran = state?.Lines.ToDictionary(l => l.Step) ?? [];
        var fitted = FittedOn(run);
        return
        [
            .. sheet
                .Clock.Lines.Where(l => l.Line.Dose is not null)
                .Select(l => Line(sheet.RowOf[l.Entry], l))
                .DistinctBy(l => l.SheetLine),
        ];

        DraftLine Line(SheetLine row, ClockedLine clocked)
        {
            var was = ran.GetValueOrDefault(row.Id);
            return new DraftLine(
                row.Id,
                fitted.GetValueOrDefault(row.Id, row.Text),
                LogOutcomes.Proposed(state is not null, was),
                clocked.Seconds,
                was?.Actual,
                row.OwedLogLineId,
                row.OwedLogLineId is null && Owed.Carries(clocked.Line, asked)
            );
        }
    }

    /// <summary>What a fit on the mat made of a line is what was done.</summary>
    private static Dictionary<Guid, string> FittedOn(LessonRun? run) =>
        run?.ReadProgram().Steps.Where(s => s.Fitted is not null).ToDictionary(s => s.Id, s => s.Fitted!) ?? [];

    /// <summary>
    /// Keeps what somebody filled in, laid over what others have kept since the form was opened. What is left undone is owed;
    /// what makes good an older debt settles it. Null when there is no such lesson.
    /// </summary>
    public Task<LogSaved?> Save(Guid lessonId, LogForm form, CancellationToken cancel) =>
        db.RunExclusive($"log {lessonId}", () => SaveInTurn(lessonId, form, cancel), cancel);

    private async Task<LogSaved?> SaveInTurn(Guid lessonId, LogForm form, CancellationToken cancel)
    {
        if (await Draft(lessonId, cancel) is not { } draft)
            return null;
        var log = await db
            .Logs.Include(l => l.Lines)
            .Include(l => l.Attendances)
            .FirstOrDefaultAsync(l => l.LessonId == lessonId, cancel);
        var by = await LastBy(log, cancel);
        log ??= await Begin(draft, lessonId, cancel);
        var presences = await KeepAttendance(log, form, cancel);
        var outcomes = form.Outcomes is null ? null : await KeepOutcomes(log, draft, form, cancel);
        var notes = KeepNotes(log, form);
        var left = log.Attendances.ConvertAll(a => a.StudentId);
        await db.SaveChangesAsync(cancel);
        await evidence.Follow(log.Id, left, cancel);
        return new LogSaved(
            presences,
            outcomes,
            notes,
            presences.Theirs.Count > 0 || outcomes?.Theirs.Count > 0 || notes is not null ? by : Guid.Empty,
            log.Lines.Count(l => l.Carries && l.Outcome != LineOutcome.Done)
        );
    }

    /// <summary>Who touched the log last, attendance included.</summary>
    private async Task<Guid> LastBy(LessonLog? log, CancellationToken cancel)
    {
        if (log is null)
            return Guid.Empty;
        var attendance = await db
            .Attendances.Where(a => a.LogId == log.Id)
            .OrderByDescending(a => a.ChangedAt)
            .Select(a => new { a.ChangedAt, a.ChangedById })
            .FirstOrDefaultAsync(cancel);
        return attendance is not null && attendance.ChangedAt > log.ChangedAt
            ? attendance.ChangedById
            : log.ChangedById;
    }

    private async Task<LessonLog> Begin(LogDraft draft, Guid lessonId, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var lesson = draft.Lesson;
        var floor = facts.Halls.FirstOrDefault(h => h.Id == lesson.HallId)?.Size ?? LessonSetting.UsualFloor;
        var log = new LessonLog
        {
            LessonId = lessonId,
            On = lesson.Date,
            Start = lesson.Start,
            ClassId = lesson.ClassId,
            Band = lesson.Class!.Band,
            Heads = Math.Max(1, lesson.Heads),
            FloorLength = floor.Length,
            FloorWidth = floor.Width,
            TaughtById = lesson.TeacherId ?? scope.UserId,
            LoggedAt = time.GetUtcNow(),
            PlannedSeconds = draft.PlannedSeconds,
            ActualSeconds = draft.ActualSeconds,
        };
        db.Logs.Add(log);
        return log;
    }

    private async Task<FormMerge<Guid, Presence?>> KeepAttendance(LessonLog log, LogForm form, CancellationToken cancel)
    {
        var merge = FormMerge<Guid, Presence?>.Of(
            WhoWasThere(form.PresencesSeen),
            WhoWasThere(form.Presences),
            log.Attendances.ToDictionary(a => a.StudentId, a => (Presence?)a.Presence)
        );
        foreach (var row in log.Attendances.Where(a => !merge.Merged.ContainsKey(a.StudentId)).ToList())
            db.Attendances.Remove(row);
        var ids = merge.Merged.Keys.ToList();
        var known = await db.Students.Where(s => ids.Contains(s.Id)).Select(s => s.Id).ToHashSetAsync(cancel);
        foreach (var (student, presence) in merge.Merged.Where(m => known.Contains(m.Key)))
        {
            if (log.Attendances.Find(a => a.StudentId == student) is not { } row)
            {
                row = new Attendance { LogId = log.Id, StudentId = student };
                db.Attendances.Add(row);
            }
            row.Presence = presence!.Value;
        }
        return merge;
    }

    private static Dictionary<Guid, Presence?> WhoWasThere(IReadOnlyDictionary<Guid, Presence?> said) =>
        said.Where(s => s.Value is not null).ToDictionary(s => s.Key, s => s.Value);

    private async Task<FormMerge<Guid, LineOutcome>> KeepOutcomes(
        LessonLog log,
        LogDraft draft,
        LogForm form,
        CancellationToken cancel
    )
    {
        var mine = draft.Lines.ToDictionary(
            l => l.SheetLine,
            l => form.Outcomes!.GetValueOrDefault(l.SheetLine, l.Outcome)
        );
        var isFirst = log.OutcomesAt is null;
        var stands = isFirst ? mine : draft.Lines.ToDictionary(l => l.SheetLine, l => l.Outcome);
        var seen = isFirst
            ? mine
            : stands.ToDictionary(s => s.Key, s => form.OutcomesSeen.GetValueOrDefault(s.Key, s.Value));
        var merge = FormMerge<Guid, LineOutcome>.Of(seen, mine, stands);
        if (isFirst)
            await Freeze(log, draft, cancel);
        foreach (var line in log.Lines)
            line.Outcome = merge.Merged.GetValueOrDefault(line.SheetLineId, line.Outcome);
        await Settle(log, cancel);
        return merge;
    }

    /// <summary>Writes down what was taught: from now on the log is the only one to ask.</summary>
    private async Task Freeze(LessonLog log, LogDraft draft, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var setting = new LessonSetting
        {
            Band = log.Band,
            Heads = log.Heads,
            Minutes = draft.Lesson.Minutes,
            Floor = log.Floor,
        };
        log.OutcomesAt = time.GetUtcNow();
        (log.PlannedSeconds, log.ActualSeconds) = (draft.PlannedSeconds, draft.ActualSeconds);
        foreach (var (line, position) in draft.Lines.Select((l, i) => (l, i)))
        {
            var read = facts.Material.Row(line.Text, facts.School.Naming);
            var taught = read is [LessonLine only] ? TaughtLine.Of(only, setting) : TaughtLine.Nothing;
            var row = new LogLine
            {
                LogId = log.Id,
                SheetLineId = line.SheetLine,
                Position = position,
                Text = line.Text,
                Taught = taught.Write(),
                Outcome = line.Outcome,
                PlannedSeconds = line.Planned,
                ActualSeconds = line.Actual,
                Carries = line.Carries,
                OwedLogLineId = line.Owed,
            };
            db.LogLines.Add(row);
        }
    }

    private static (string Theirs, string Mine)? KeepNotes(LessonLog log, LogForm form)
    {
        if (form.Notes is not { } notes || notes == log.Notes)
            return null;
        // the first who writes finds what the mat noted in the form; that is in no log yet
        if (log.Notes.Length > 0 && log.Notes != form.NotesSeen)
            return notes == form.NotesSeen ? null : (log.Notes, notes);
        log.Notes = notes;
        return null;
    }

    /// <summary>A debt is good when the line that was to make it good was done, and stands again when that is corrected.</summary>
    private async Task Settle(LessonLog log, CancellationToken cancel)
    {
        var owed = log
            .Lines.Where(l => l.OwedLogLineId is not null)
            .GroupBy(l => l.OwedLogLineId!.Value)
            .ToDictionary(g => g.Key, g => g.Any(l => l.Outcome == LineOutcome.Done));
        if (owed.Count == 0)
            return;
        foreach (var debt in await db.LogLines.Where(l => owed.Keys.Contains(l.Id)).ToListAsync(cancel))
        {
            var isGood = owed[debt.Id];
            if (isGood && debt.SettledAt is null)
                (debt.SettledAt, debt.SettledById, debt.SettledInLessonId) = (
                    time.GetUtcNow(),
                    scope.UserId,
                    log.LessonId
                );
            else if (!isGood && debt.SettledInLessonId == log.LessonId)
                (debt.SettledAt, debt.SettledById, debt.SettledInLessonId) = (null, null, null);
        }
    }
}
