using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>The head of a lesson, as its form sends it.</summary>
public sealed record HeadDraft(
    string Title,
    string Focus,
    int Heads,
    int Minutes,
    TimeOnly Start,
    DateOnly Date,
    Guid? ClassId,
    Guid? HallId,
    Guid? TeacherId
);

/// <summary>Day, hour, hall, heads and title of a lesson.</summary>
public sealed class LessonHeads(
    LadderContext db,
    OwnSchool own,
    LessonSheets sheets,
    LessonSessions sessions,
    TimeProvider time
)
{
    /// <summary>Saves a head as seen at a version.</summary>
    /// <returns>What came of it, and what it changes about the lesson's time, in words.</returns>
    public Task<(RowSaved<Lesson> Saved, IReadOnlyList<string> Changes)> Save(
        Guid lessonId,
        uint? version,
        HeadDraft draft,
        CancellationToken cancel
    ) =>
        db.RunExclusive(
            SheetEdits.Turn(lessonId),
            async () =>
            {
                var facts = await own.Facts(cancel);
                if (!LessonDays.MayBePlanned(draft.Date, SchoolTime.Today(facts.School, time)))
                    return (RowSaved<Lesson>.Refused("Date", Say(LessonDays.Refusal)), []);
                if (await sheets.Open(lessonId, cancel) is not { } before)
                    return (RowSaved<Lesson>.Gone(), []);
                var lesson = await db.Lessons.FirstAsync(l => l.Id == lessonId, cancel);
                if (version is { } seen && lesson.Version != seen && Differs(lesson, draft))
                    return (RowSaved<Lesson>.Conflict(lesson), []);
                await Fill(lesson, draft, facts, cancel);
                await db.SaveChangesAsync(cancel);
                var after = await sheets.Open(lessonId, cancel);
                var changes = ClockChange.Of(before.Clock, before.Limits, after!.Clock, after.Limits);
                return (RowSaved<Lesson>.Kept(lesson), (IReadOnlyList<string>)[.. changes]);
            },
            cancel
        );

    private static bool Differs(Lesson lesson, HeadDraft draft) =>
        draft
        != new HeadDraft(
            lesson.Title,
            lesson.Focus,
            lesson.Heads,
            lesson.Minutes,
            lesson.Start,
            lesson.Date,
            lesson.ClassId,
            lesson.HallId,
            lesson.TeacherId
        );

    private async Task Fill(Lesson lesson, HeadDraft draft, SchoolFacts facts, CancellationToken cancel)
    {
        (lesson.Title, lesson.Focus) = (draft.Title, draft.Focus);
        (lesson.Heads, lesson.Minutes) = (draft.Heads, draft.Minutes);
        var before = (lesson.Date, lesson.Start, lesson.ClassId);
        (lesson.Start, lesson.Date) = (draft.Start, draft.Date);
        lesson.HallId = facts.Hall(draft.HallId)?.Id;
        lesson.TeacherId = facts.Person(draft.TeacherId)?.Id;
        if (await db.Classes.AnyAsync(c => c.Id == draft.ClassId, cancel))
            lesson.ClassId = draft.ClassId!.Value;
        if (before != (lesson.Date, lesson.Start, lesson.ClassId))
            lesson.Take((await sessions.For(lesson.Id, lesson.ClassId, lesson.Date, lesson.Start, cancel)).Taken);
    }
}
