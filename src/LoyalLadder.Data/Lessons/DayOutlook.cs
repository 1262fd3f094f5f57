using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>How a planned lesson stands before it begins.</summary>
/// <param name="OverSeconds">What its sheet is over the time booked; below zero what is left.</param>
/// <param name="LikelyEnd">The hour by which half of such lessons have ended; null while too little was run.</param>
/// <param name="Odds">How likely it is to end in time, 0 to 1; null likewise.</param>
/// <param name="Stops">Stops that nobody has settled or set aside.</param>
public sealed record LessonOutlook(int OverSeconds, TimeOnly? LikelyEnd, double? Odds, int Stops);

/// <summary>The outlook of a day's lessons. Today is looked at by everybody, so it is worked out anew only when a sheet has changed.</summary>
public sealed class DayOutlook(LadderContext db, ComingSheets coming, PaceBook paces, SchoolMemory memory)
{
    /// <summary>By lesson; those that have begun are left out. Not to be changed by who reads it.</summary>
    public async Task<Dictionary<Guid, LessonOutlook>> Of(DateOnly date, CancellationToken cancel)
    {
        var stamps = await db
            .Lessons.Where(l => l.Date == date && l.Lines.Any(x => x.RemovedAt == null))
            .OrderBy(l => l.Id)
            .Select(l => new
            {
                l.Id,
                l.Version,
                Last = db.SheetChanges.Where(c => c.LessonId == l.Id).Max(c => (long?)c.Number),
                Began = (l.Log != null && l.Log.OutcomesAt != null) || (l.Run != null && l.Run.Events.Count > 0),
                Aside = db.CheckOverrides.Count(o => o.LessonId == l.Id),
            })
            .ToListAsync(cancel);
        if (stamps.TrueForAll(s => s.Began))
            return [];
        return await memory.Of(
            $"outlook {date.DayNumber} {string.Join(' ', stamps)}",
            Remembered.Progress,
            () => Read(date, cancel),
            cancel
        );
    }

    private async Task<Dictionary<Guid, LessonOutlook>> Read(DateOnly date, CancellationToken cancel)
    {
        var sheets = await coming.OfDay(date, cancel);
        var lessons = sheets.ConvertAll(s => s.Lesson.Id);
        var aside = (
            await db.CheckOverrides.AsNoTracking().Where(o => lessons.Contains(o.LessonId)).ToListAsync(cancel)
        ).ToLookup(o => o.LessonId);
        var outlooks = new Dictionary<Guid, LessonOutlook>();
        foreach (var sheet in sheets)
        {
            var (clock, likely) = (sheet.Clock, await paces.Of(sheet, cancel));
            var stops = sheet.OpenStops([.. aside[sheet.Lesson.Id]]).Count();
            outlooks[sheet.Lesson.Id] = new LessonOutlook(
                clock.OverSeconds,
                likely is { } end ? clock.TimeAt((int)end.Within(0.5)) : null,
                likely?.Odds(clock.BookedSeconds),
                stops
            );
        }
        return outlooks;
    }
}
