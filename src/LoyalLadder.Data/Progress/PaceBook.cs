using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Fitting;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>The school's pace, learned from what was run on the mat in the last half year.</summary>
public sealed class PaceBook(LadderContext db, OwnSchool own, SchoolCache memory, TimeProvider time)
{
    private sealed record Ran(Guid LessonId, Guid ClassId, Guid TaughtById, string Taught, int Planned, int Actual);

    private sealed record Learned(PaceModel? Pace);

    /// <summary>When a planned lesson is likely to end; null while too little was run.</summary>
    public async Task<LikelyEnd?> Of(OpenSheet sheet, CancellationToken cancel)
    {
        if (sheet.Clock.Lines.IsEmpty)
            return null;
        return (await Known(cancel))?.Of(sheet.Clock, sheet.Lesson.ClassId, sheet.Lesson.TeacherId ?? Guid.Empty);
    }

    /// <summary>How long lines are taken to last when a lesson is fitted: what four such lessons in five keep to, or the plain sum
    /// where the school prefers that or too little was run.</summary>
    public async Task<TakenFor> TakenFor(OpenSheet sheet, CancellationToken cancel)
    {
        if (sheet.School.FitsPlainSum || await Known(cancel) is not { } pace)
            return WaysToFit.PlainSum;
        return pace.QuantileEstimate(sheet.Lesson.ClassId, sheet.Lesson.TeacherId ?? Guid.Empty);
    }

    /// <summary>What the school's own log says of its pace; null while too little was run.</summary>
    public async Task<PaceModel?> Known(CancellationToken cancel)
    {
        var since = SchoolTime.Today((await own.Facts(cancel)).School, time).AddDays(-PaceModel.Days);
        var learned = await memory.GetOrCreate(
            $"pace {since.DayNumber}",
            CachedKind.Progress,
            async () => new Learned(await Learn(since, cancel)),
            cancel
        );
        return learned.Pace;
    }

    private async Task<PaceModel?> Learn(DateOnly since, CancellationToken cancel)
    {
        // what was broken off says nothing of pace
        var lines = await db
            .LogLines.AsNoTracking()
            .Where(l => l.Outcome == LineOutcome.Done && l.ActualSeconds > 0 && l.Log!.On >= since)
            .Select(l => new Ran(
                l.Log!.LessonId,
                l.Log.ClassId,
                l.Log.TaughtById,
                l.Taught,
                l.PlannedSeconds,
                l.ActualSeconds!.Value
            ))
            .ToListAsync(cancel);
        return PaceModel.Learn(
            lines.Select(l => new PacedLine(
                l.LessonId,
                l.ClassId,
                l.TaughtById,
                TaughtLine.Read(l.Taught).Pace,
                l.Planned,
                l.Actual
            ))
        );
    }
}
