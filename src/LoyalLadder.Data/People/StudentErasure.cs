using LoyalLadder.Core.Lessons.Running;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.People;

/// <summary>
/// Erasing who somebody is, when that is asked for: at once out of sight, a day later for good. Until then the head instructor
/// can take it back.
/// </summary>
public sealed class StudentErasure(LadderContext db, StudentBook students, StudentMentions mentions, TimeProvider time)
{
    /// <summary>For so long an erasure can be taken back.</summary>
    public static readonly TimeSpan UndoFor = TimeSpan.FromDays(1);

    /// <summary>Takes somebody out of sight and sets the hour of erasing.</summary>
    /// <param name="studentId">Who.</param>
    /// <param name="rows">The rows of <see cref="StudentMentions"/> whose words mean this person: the name goes there too.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <returns>False when there is no such student.</returns>
    public Task<bool> Begin(Guid studentId, IReadOnlyCollection<Guid> rows, CancellationToken cancel) =>
        db.RunExclusive(
            $"erase {studentId}",
            async () =>
            {
                await students.Remove(studentId, cancel);
                var student = await db.Students.FirstOrDefaultAsync(s => s.Id == studentId && !s.IsErased, cancel);
                if (student is not null)
                {
                    student.EraseAt ??= time.GetUtcNow() + UndoFor;
                    student.EraseMentions = [.. rows.Distinct()];
                }
                return true;
            },
            cancel
        );

    /// <summary>Those who will be erased, the next one first.</summary>
    public Task<List<Classes.Student>> Waiting(CancellationToken cancel) =>
        db
            .Students.AsNoTracking()
            .Where(s => s.EraseAt != null && !s.IsErased)
            .OrderBy(s => s.EraseAt)
            .ToListAsync(cancel);

    /// <summary>Takes an erasure back, as long as it has not been carried out.</summary>
    public Task<bool> TakeBack(Guid studentId, CancellationToken cancel) =>
        db.RunExclusive(
            $"erase {studentId}",
            async () =>
            {
                var student = await db.Students.FirstOrDefaultAsync(
                    s => s.Id == studentId && s.EraseAt != null && !s.IsErased,
                    cancel
                );
                if (student is null)
                    return false;
                (student.EraseAt, student.EraseMentions) = (null, []);
                await db.SaveChangesAsync(cancel);
                return await students.BringBack(studentId, cancel);
            },
            cancel
        );

    /// <summary>Erases everybody of the school whose hour has come.</summary>
    /// <returns>How many.</returns>
    public async Task<int> CarryOut(CancellationToken cancel)
    {
        var now = time.GetUtcNow();
        var due = await db.Students.Where(s => s.EraseAt <= now && !s.IsErased).Select(s => s.Id).ToListAsync(cancel);
        foreach (var student in due)
            await Erase(student, cancel);
        return due.Count;
    }

    /// <summary>
    /// Erases everybody who waits for it, before their hour: for a look at what will be left, in a transaction that is undone.
    /// </summary>
    public async Task EraseWaiting(CancellationToken cancel)
    {
        foreach (var student in await Waiting(cancel))
            await Erase(student.Id, cancel);
    }

    /// <summary>
    /// Name, rank, notes, signatures, evidence and enrolments go. That somebody was there stays, without a name, so that the
    /// counts of past lessons stay true.
    /// </summary>
    private Task<bool> Erase(Guid studentId, CancellationToken cancel) =>
        db.RunExclusive(
            $"erase {studentId}",
            async () =>
            {
                var student = await db.Students.FirstOrDefaultAsync(
                    s => s.Id == studentId && s.EraseAt != null,
                    cancel
                );
                if (student is null)
                    return false;
                await mentions.Replace(student.FirstName, student.EraseMentions, cancel);
                (student.FirstName, student.Initial, student.EraseMentions) = (StudentMentions.Instead, "", []);
                (student.RankId, student.RankSince, student.LeftClassIds) = (null, null, []);
                (student.IsErased, student.EraseAt) = (true, null);
                await EraseRows(studentId, cancel);
                return true;
            },
            cancel
        );

    private async Task EraseRows(Guid studentId, CancellationToken cancel)
    {
        await db.CareNotes.Where(n => n.StudentId == studentId).ExecuteDeleteAsync(cancel);
        await db.SignOffs.Where(s => s.StudentId == studentId).ExecuteDeleteAsync(cancel);
        await db.Awards.Where(a => a.StudentId == studentId).ExecuteDeleteAsync(cancel);
        await db
            .GradingMarks.Where(m => db.Candidates.Any(c => c.Id == m.CandidateId && c.StudentId == studentId))
            .ExecuteDeleteAsync(cancel);
        await db.Candidates.Where(c => c.StudentId == studentId).ExecuteDeleteAsync(cancel);
        await db.Evidence.Where(e => e.StudentId == studentId).ExecuteDeleteAsync(cancel);
        await db.Enrolments.Where(e => e.StudentId == studentId).ExecuteDeleteAsync(cancel);
        await db.RunEvents.Where(e => e.Kind == RunEventKind.Roll && e.Step == studentId).ExecuteDeleteAsync(cancel);
    }
}
