using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Runs;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Logs;

/// <summary>A log as it is proposed or corrected: one entry per line that was to be done.</summary>
public sealed record LogDraft(
    Lesson Lesson,
    IReadOnlyList<DraftLine> Lines,
    IReadOnlyDictionary<Guid, Presence> Presences,
    string Notes,
    int PlannedSeconds,
    int? ActualSeconds,
    bool IsLogged
);

public sealed record DraftLine(
    Guid SheetLine,
    string Text,
    LineOutcome Outcome,
    int Planned,
    int? Actual,
    Guid? Owed,
    bool Carries
);

/// <summary>Logging a lesson: most of it comes from the run, the rest takes a minute.</summary>
public sealed class LessonLogs(
    LadderContext db,
    SchoolScope scope,
    LessonSheets sheets,
    LessonRuns runs,
    EvidenceBook evidence,
    TimeProvider time
)
{
    /// <summary>The log as kept, else as the run tells it, else everything done; null when there is no such lesson.</summary>
    public async Task<LogDraft?> Draft(Guid lessonId, CancellationToken cancel)
    {
        if (await sheets.Open(lessonId, cancel) is not { } sheet)
            return null;
        var log = await db
            .Logs.AsNoTracking()
            .Include(l => l.Lines)
            .Include(l => l.Attendances)
            .FirstOrDefaultAsync(l => l.LessonId == lessonId, cancel);
        var run = await db
            .Runs.AsNoTracking()
            .Include(r => r.Events)
            .FirstOrDefaultAsync(r => r.LessonId == lessonId, cancel);
        var state = runs.StateOf(run);
        var ran = state?.Lines.ToDictionary(l => l.Step) ?? [];
        var kept = log?.Lines.ToDictionary(l => l.SheetLineId) ?? [];
        // what a fit on the mat made of a line is what was done
        var fitted =
            run?.ReadProgram().Steps.Where(s => s.Fitted is not null).ToDictionary(s => s.Id, s => s.Fitted!) ?? [];
        var lines = sheet
            .Clock.Lines.Where(l => l.Line.Dose is not null)
            .Select(l => Line(sheet.RowOf[l.Entry], l))
            .DistinctBy(l => l.SheetLine)
            .ToList();
        return new LogDraft(
            sheet.Lesson,
            lines,
            log?.Attendances.ToDictionary(a => a.StudentId, a => a.Presence) ?? [],
            log?.Notes ?? string.Join('\n', state?.Notes ?? []),
            sheet.Clock.TotalSeconds,
            log?.ActualSeconds ?? Actual(state),
            log is not null
        );

        DraftLine Line(SheetLine row, ClockedLine clocked)
        {
            var was = ran.GetValueOrDefault(row.Id);
            var outcome =
                kept.GetValueOrDefault(row.Id)?.Outcome
                ?? (state is null ? LineOutcome.Done : was?.Outcome ?? LineOutcome.NotDone);
            return new DraftLine(
                row.Id,
                fitted.GetValueOrDefault(row.Id, row.Text),
                outcome,
                clocked.Seconds,
                was?.Actual,
                row.OwedLogLineId,
                row.OwedLogLineId is null && Owed.Carries(clocked.Line)
            );
        }
    }

    /// <summary>Saves or corrects a log. What is left undone is owed; what makes good an older debt settles it.</summary>
    /// <param name="lessonId">The lesson.</param>
    /// <param name="outcomes">Per sheet line; a line that is not named counts as the draft has it.</param>
    /// <param name="presences">Who was there, and how.</param>
    /// <param name="notes">Words for whoever teaches next.</param>
    /// <param name="cancel">Ends the wait.</param>
    public Task<bool> Save(
        Guid lessonId,
        IReadOnlyDictionary<Guid, LineOutcome> outcomes,
        IReadOnlyDictionary<Guid, Presence> presences,
        string notes,
        CancellationToken cancel
    ) =>
        db.Database.CurrentTransaction is not null
            ? SaveTogether(lessonId, outcomes, presences, notes, cancel)
            : db
                .Database.CreateExecutionStrategy()
                .ExecuteAsync(async () =>
                {
                    // the log and the evidence that follows from it stand or fall together
                    db.ChangeTracker.Clear();
                    await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                    var saved = await SaveTogether(lessonId, outcomes, presences, notes, cancel);
                    await transaction.CommitAsync(cancel);
                    return saved;
                });

    private async Task<bool> SaveTogether(
        Guid lessonId,
        IReadOnlyDictionary<Guid, LineOutcome> outcomes,
        IReadOnlyDictionary<Guid, Presence> presences,
        string notes,
        CancellationToken cancel
    )
    {
        if (await Draft(lessonId, cancel) is not { } draft)
            return false;
        var log = await db
            .Logs.Include(l => l.Lines)
            .Include(l => l.Attendances)
            .FirstOrDefaultAsync(l => l.LessonId == lessonId, cancel);
        if (log is null)
        {
            log = new LessonLog
            {
                LessonId = lessonId,
                TaughtBy = draft.Lesson.Teacher?.DisplayName ?? scope.UserName,
                LoggedAt = time.GetUtcNow(),
            };
            db.Logs.Add(log);
        }
        (log.Notes, log.PlannedSeconds, log.ActualSeconds) = (notes, draft.PlannedSeconds, draft.ActualSeconds);
        KeepLines(log, draft, outcomes);
        var before = log.Attendances.ConvertAll(a => a.StudentId);
        await KeepAttendance(log, presences, cancel);
        await Settle(lessonId, draft, outcomes, cancel);
        await db.SaveChangesAsync(cancel);
        await evidence.Follow(log.Id, before, cancel);
        return true;
    }

    private void KeepLines(LessonLog log, LogDraft draft, IReadOnlyDictionary<Guid, LineOutcome> outcomes)
    {
        var kept = log.Lines.ToDictionary(l => l.SheetLineId);
        for (var i = 0; i < draft.Lines.Count; i++)
        {
            var line = draft.Lines[i];
            if (!kept.TryGetValue(line.SheetLine, out var row))
            {
                row = new LogLine
                {
                    LogId = log.Id,
                    SheetLineId = line.SheetLine,
                    Text = line.Text,
                };
                db.LogLines.Add(row);
            }
            row.Position = i;
            row.Text = line.Text;
            row.Outcome = outcomes.GetValueOrDefault(line.SheetLine, line.Outcome);
            (row.PlannedSeconds, row.ActualSeconds) = (line.Planned, line.Actual);
            row.Carries = line.Carries;
        }
        db.LogLines.RemoveRange(log.Lines.Where(l => draft.Lines.All(d => d.SheetLine != l.SheetLineId)));
    }

    private async Task KeepAttendance(
        LessonLog log,
        IReadOnlyDictionary<Guid, Presence> presences,
        CancellationToken cancel
    )
    {
        var students = presences.Keys.ToList();
        var known = await db.Students.Where(s => students.Contains(s.Id)).Select(s => s.Id).ToListAsync(cancel);
        foreach (var student in known)
        {
            var row = log.Attendances.Find(a => a.StudentId == student);
            if (row is null)
            {
                row = new Attendance { LogId = log.Id, StudentId = student };
                db.Attendances.Add(row);
            }
            row.Presence = presences[student];
        }
        db.Attendances.RemoveRange(log.Attendances.Where(a => !presences.ContainsKey(a.StudentId)));
    }

    private async Task Settle(
        Guid lessonId,
        LogDraft draft,
        IReadOnlyDictionary<Guid, LineOutcome> outcomes,
        CancellationToken cancel
    )
    {
        var owed = draft
            .Lines.Where(l => l.Owed is not null)
            .ToDictionary(l => l.Owed!.Value, l => outcomes.GetValueOrDefault(l.SheetLine, l.Outcome));
        if (owed.Count == 0)
            return;
        foreach (var debt in await db.LogLines.Where(l => owed.Keys.Contains(l.Id)).ToListAsync(cancel))
        {
            var good = owed[debt.Id] == LineOutcome.Done;
            if (good && debt.SettledAt is null)
                (debt.SettledAt, debt.SettledBy, debt.SettledInLessonId) = (time.GetUtcNow(), scope.UserName, lessonId);
            else if (!good && debt.SettledInLessonId == lessonId)
                (debt.SettledAt, debt.SettledBy, debt.SettledInLessonId) = (null, null, null);
        }
    }

    private static int? Actual(RunState? state) =>
        state is { StartedAt: { } from, EndedAt: { } to } ? (int)(to - from).TotalSeconds : null;
}
