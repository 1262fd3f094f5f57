using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.People;

/// <summary>Care notes, and what the school holds of one student: given out whole, or erased, when that is asked for.</summary>
public sealed class StudentRecords(LadderContext db, OwnSchool own, TimeProvider time)
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Converters = { new JsonStringEnumConverter() },
    };

    /// <summary>Care notes that hold today.</summary>
    public async Task<List<CareNote>> Care(Guid studentId, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return await db
            .CareNotes.AsNoTracking()
            .Where(n => n.StudentId == studentId && n.Until >= today)
            .OrderBy(n => n.Until)
            .ToListAsync(cancel);
    }

    /// <summary>Care notes that hold today of everybody in a class.</summary>
    public async Task<List<CareNote>> CareOfClass(Guid classId, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return await db
            .CareNotes.AsNoTracking()
            .Include(n => n.Student)
            .Where(n => n.Until >= today && n.Student!.Enrolments.Any(e => e.ClassId == classId))
            .OrderBy(n => n.Student!.FirstName)
            .ToListAsync(cancel);
    }

    /// <summary>Keeps a care note until a day.</summary>
    /// <returns>What is wrong, by field; empty when it is kept.</returns>
    public async Task<List<(string Field, string Message)>> Note(
        Guid studentId,
        string? words,
        DateOnly? until,
        CancellationToken cancel
    )
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        var errors = new List<(string, string)>();
        if (string.IsNullOrWhiteSpace(words) || words.Trim().Length > CareNote.Longest)
            errors.Add(("words", $"Say what matters on the mat, in at most {CareNote.Longest} characters."));
        if (until is null || until < today || until > today.AddDays(CareNote.MostDays))
            errors.Add(("until", $"A note ends by itself: choose a day within {CareNote.MostDays} days."));
        if (!await db.Students.AnyAsync(s => s.Id == studentId && !s.IsErased, cancel))
            errors.Add(("words", "This student is no longer there."));
        if (errors.Count > 0)
            return errors;
        db.CareNotes.Add(
            new CareNote
            {
                StudentId = studentId,
                Words = words!.Trim(),
                Until = until!.Value,
            }
        );
        await db.SaveChangesAsync(cancel);
        return errors;
    }

    /// <summary>All that the school holds of a student, as JSON; null when there is no such student.</summary>
    public async Task<string?> Export(Guid studentId, CancellationToken cancel)
    {
        var student = await db
            .Students.AsNoTracking()
            .Include(s => s.Rank)
            .Include(s => s.Enrolments)
                .ThenInclude(e => e.Class)
            .FirstOrDefaultAsync(s => s.Id == studentId && !s.IsErased, cancel);
        if (student is null)
            return null;
        return JsonSerializer.Serialize(
            new
            {
                student.FirstName,
                student.Initial,
                Rank = student.Rank?.Name,
                student.RankSince,
                Classes = student.Enrolments.Select(e => e.Class!.Name),
                Attendance = await db
                    .Attendances.Where(a => a.StudentId == studentId)
                    .OrderBy(a => a.Log!.Lesson!.Date)
                    .Select(a => new
                    {
                        a.Log!.Lesson!.Date,
                        Class = a.Log.Lesson.Class!.Name,
                        a.Presence,
                    })
                    .ToListAsync(cancel),
                Taught = await db
                    .Evidence.Where(e => e.StudentId == studentId)
                    .OrderBy(e => e.Learnable)
                    .Select(e => new
                    {
                        e.Learnable,
                        e.Exposures,
                        e.Stage,
                        e.FirstOn,
                        e.LastOn,
                        e.LeftReps,
                        e.RightReps,
                    })
                    .ToListAsync(cancel),
                SignedOff = await db
                    .SignOffs.Where(s => s.StudentId == studentId)
                    .OrderBy(s => s.On)
                    .Select(s => new
                    {
                        s.Requirement!.Learnable,
                        s.Requirement.Words,
                        s.Requirement.Stage,
                        s.Signer,
                        s.On,
                    })
                    .ToListAsync(cancel),
                Gradings = await db
                    .Candidates.Where(c => c.StudentId == studentId)
                    .Select(c => new
                    {
                        c.Grading!.On,
                        From = c.FromRank!.Name,
                        To = c.ToRank!.Name,
                        c.Result,
                    })
                    .ToListAsync(cancel),
                Given = await db
                    .Awards.Where(a => a.StudentId == studentId)
                    .OrderBy(a => a.On)
                    .Select(a => new { a.Words, a.On })
                    .ToListAsync(cancel),
                CareNotes = await db
                    .CareNotes.Where(n => n.StudentId == studentId)
                    .OrderBy(n => n.Until)
                    .Select(n => new { n.Words, n.Until })
                    .ToListAsync(cancel),
            },
            Options
        );
    }

    /// <summary>
    /// Erases who somebody is: name, rank, notes, signatures, evidence and enrolments go. That somebody was there stays, without
    /// a name, so that the counts of past lessons stay true.
    /// </summary>
    public Task<bool> Erase(Guid studentId, CancellationToken cancel) =>
        db
            .Database.CreateExecutionStrategy()
            .ExecuteAsync(async () =>
            {
                db.ChangeTracker.Clear();
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                if (
                    await db.Students.FirstOrDefaultAsync(s => s.Id == studentId && !s.IsErased, cancel)
                    is not { } student
                )
                    return false;
                (student.FirstName, student.Initial, student.RankId, student.RankSince, student.IsErased) = (
                    "(erased)",
                    "",
                    null,
                    null,
                    true
                );
                await db.CareNotes.Where(n => n.StudentId == studentId).ExecuteDeleteAsync(cancel);
                await db.SignOffs.Where(s => s.StudentId == studentId).ExecuteDeleteAsync(cancel);
                await db.Awards.Where(a => a.StudentId == studentId).ExecuteDeleteAsync(cancel);
                await db
                    .GradingMarks.Where(m => db.Candidates.Any(c => c.Id == m.CandidateId && c.StudentId == studentId))
                    .ExecuteDeleteAsync(cancel);
                await db.Candidates.Where(c => c.StudentId == studentId).ExecuteDeleteAsync(cancel);
                await db.Evidence.Where(e => e.StudentId == studentId).ExecuteDeleteAsync(cancel);
                await db.Enrolments.Where(e => e.StudentId == studentId).ExecuteDeleteAsync(cancel);
                await db.SaveChangesAsync(cancel);
                await transaction.CommitAsync(cancel);
                return true;
            });
}
