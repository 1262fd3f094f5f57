using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>The school's pace, learned from what was run on the mat in the last half year.</summary>
public sealed class PaceBook(LadderContext db, OwnSchool own, ProgressMemory memory, TimeProvider time)
{
    private const int Days = 180;

    private sealed record Ran(Guid LessonId, Guid ClassId, string TaughtBy, string Text, int Planned, int Actual);

    /// <summary>When a planned lesson is likely to end; null while too little was run.</summary>
    public async Task<LikelyEnd?> Of(OpenSheet sheet, CancellationToken cancel) =>
        sheet.Clock.Lines.IsEmpty
        || await memory.Of(("pace", db.SchoolId), db.SchoolId, () => Learn(cancel)) is not { } pace
            ? null
            : pace.Of(sheet.Clock, sheet.Lesson.ClassId, sheet.Lesson.Teacher?.DisplayName ?? "");

    private async Task<Pace?> Learn(CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var since = SchoolTime.Today(facts.School, time).AddDays(-Days);
        // what was broken off says nothing of pace
        var lines = await db
            .LogLines.AsNoTracking()
            .Where(l => l.Outcome == LineOutcome.Done && l.ActualSeconds > 0 && l.Log!.Lesson!.Date >= since)
            .Select(l => new Ran(
                l.Log!.LessonId,
                l.Log.Lesson!.ClassId,
                l.Log.TaughtBy,
                l.Text,
                l.PlannedSeconds,
                l.ActualSeconds!.Value
            ))
            .ToListAsync(cancel);
        return Pace.Learn(
            lines
                .Select(l =>
                    (
                        Row: l,
                        Line: facts.Material.Row(l.Text, facts.School.Naming).OfType<LessonLine>().FirstOrDefault()
                    )
                )
                .Where(l => l.Line is not null)
                .Select(l => new PacedLine(
                    l.Row.LessonId,
                    l.Row.ClassId,
                    l.Row.TaughtBy,
                    PaceKinds.Of(l.Line!),
                    l.Row.Planned,
                    l.Row.Actual
                ))
        );
    }
}
