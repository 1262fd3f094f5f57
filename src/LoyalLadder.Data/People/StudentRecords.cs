using System.Text.Json;
using System.Text.Json.Serialization;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.People;

/// <summary>Care notes, and what the school holds of one student: given out whole, or erased, when that is asked for.</summary>
public sealed class StudentRecords(LadderContext db, OwnSchool own, StudentMentions mentions, TimeProvider time)
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

    /// <summary>Care notes of anybody that hold today and end by a day, the next to end first.</summary>
    public async Task<List<CareNote>> Ending(DateOnly by, CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return await db
            .CareNotes.AsNoTracking()
            .Include(n => n.Student)
            .Where(n => n.Until >= today && n.Until <= by)
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
    public Task<FieldErrors> Note(Guid studentId, Guid key, string? words, DateOnly? until, CancellationToken cancel) =>
        db.RunExclusive($"row {key}", () => NoteInTurn(studentId, key, words, until, cancel), cancel);

    private async Task<FieldErrors> NoteInTurn(
        Guid studentId,
        Guid key,
        string? words,
        DateOnly? until,
        CancellationToken cancel
    )
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        var errors = new FieldErrors();
        if (await db.CareNotes.AnyAsync(n => n.Id == key, cancel))
            return errors;
        if (string.IsNullOrWhiteSpace(words) || words.Trim().Length > CareNote.Longest)
            errors.Add("words", Say($"Say what matters on the mat, in at most {CareNote.Longest} characters."));
        if (until is null || until < today || until > today.AddDays(CareNote.MostDays))
            errors.Add("until", Say($"A note ends by itself: choose a day within {CareNote.MostDays} days."));
        if (!await db.Students.AnyAsync(s => s.Id == studentId && !s.IsErased, cancel))
            errors.Add("words", Say("This student is no longer there."));
        if (errors.Any)
            return errors;
        db.CareNotes.Add(
            new CareNote
            {
                Id = key,
                StudentId = studentId,
                Words = words!.Trim(),
                Until = until!.Value,
            }
        );
        return errors;
    }

    /// <summary>Ends a care note.</summary>
    public Task EndNote(Guid studentId, Guid note, CancellationToken cancel) =>
        db.RemoveOne(db.CareNotes.Where(n => n.Id == note && n.StudentId == studentId), cancel);

    /// <summary>Lets go of care notes whose day is over.</summary>
    public async Task ForgetEnded(CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        await db.CareNotes.Where(n => n.Until < today).ExecuteDeleteAsync(cancel);
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
        var facts = await own.Facts(cancel);
        return JsonSerializer.Serialize(
            new
            {
                student.FirstName,
                student.Initial,
                Rank = student.Rank?.Name,
                student.RankSince,
                Classes = student.Enrolments.Select(e => e.Class!.Name),
                Attendance = await Attended(studentId, cancel),
                Taught = await Taught(studentId, cancel),
                SignedOff = await SignedOff(studentId, facts, cancel),
                Gradings = await Graded(studentId, cancel),
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
                // a first name may mean somebody else: whoever gives this out looks it through
                Mentions = (await mentions.Of(student.FirstName, cancel)).Select(m => new { m.Place, m.Words }),
            },
            Options
        );
    }

    private async Task<object> Attended(Guid studentId, CancellationToken cancel) =>
        await db
            .Attendances.Where(a => a.StudentId == studentId)
            .OrderBy(a => a.Log!.On)
            .Select(a => new
            {
                Date = a.Log!.On,
                Class = a.Log.Lesson!.Class!.Name,
                a.Presence,
            })
            .ToListAsync(cancel);

    private async Task<object> Taught(Guid studentId, CancellationToken cancel) =>
        await db
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
            .ToListAsync(cancel);

    private async Task<object> SignedOff(Guid studentId, SchoolFacts facts, CancellationToken cancel) =>
        (
            await db
                .SignOffs.AsNoTracking()
                .Include(s => s.Requirement)
                .Where(s => s.StudentId == studentId)
                .OrderBy(s => s.On)
                .ToListAsync(cancel)
        ).Select(s => new
        {
            s.Requirement!.Learnable,
            s.Requirement.Words,
            s.Requirement.Stage,
            Signer = facts.NameOf(s.SignerId),
            s.On,
        });

    private async Task<object> Graded(Guid studentId, CancellationToken cancel) =>
        await db
            .Candidates.Where(c => c.StudentId == studentId)
            .Select(c => new
            {
                c.Grading!.On,
                From = c.FromRank!.Name,
                To = c.ToRank!.Name,
                c.Result,
                Marks = c.Marks.Select(m => new
                {
                    m.Requirement!.Learnable,
                    m.Requirement.Words,
                    m.Seen,
                    m.Faults,
                }),
            })
            .ToListAsync(cancel);
}
