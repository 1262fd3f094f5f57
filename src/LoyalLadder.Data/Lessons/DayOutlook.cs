using System.Globalization;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>How a planned lesson stands before it begins.</summary>
/// <param name="Headline">When it ends, as its sheet says it.</param>
/// <param name="EndsAt">The hour that the headline speaks of.</param>
/// <param name="Stops">Stops that nobody has settled or set aside.</param>
public sealed record LessonOutlook(Headline Headline, TimeOnly EndsAt, int Stops);

/// <summary>
/// The outlook of a day's lessons. Today is looked at by everybody, so it is worked out anew only when a sheet has
/// changed.
/// </summary>
public sealed class DayOutlook(LadderContext db, ComingSheets coming, PaceBook paces, SchoolCache memory)
{
    private sealed record Stamp(Guid Id, uint Version, long? Last, bool Began, int Aside);

    private static readonly Func<LadderContext, DateOnly, IAsyncEnumerable<Stamp>> StampsOf = EF.CompileAsyncQuery(
        (LadderContext db, DateOnly date) =>
            db
                .Lessons.Where(l => l.Date == date && l.Lines.Any(x => x.RemovedAt == null))
                .OrderBy(l => l.Id)
                .Select(l => new Stamp(
                    l.Id,
                    l.Version,
                    db.SheetChanges.Where(c => c.LessonId == l.Id).Max(c => (long?)c.Number),
                    (l.Log != null && l.Log.OutcomesAt != null) || (l.Run != null && l.Run.Events.Count > 0),
                    db.CheckOverrides.Count(o => o.LessonId == l.Id)
                ))
    );

    /// <summary>By lesson; those that have begun are left out. Not to be changed by who reads it.</summary>
    public async Task<Dictionary<Guid, LessonOutlook>> Of(DateOnly date, CancellationToken cancel)
    {
        var stamps = await StampsOf(db, date).ToListAsync(cancel);
        if (stamps.TrueForAll(s => s.Began))
            return [];
        return await memory.GetLatest(
            string.Create(CultureInfo.InvariantCulture, $"outlook {date.DayNumber}"),
            string.Join(' ', stamps),
            CachedKind.Progress,
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
            var clock = sheet.Clock;
            var headline = Headline.Of(sheet.Plan, clock, await paces.Of(sheet, cancel));
            var stops = sheet.OpenStops([.. aside[sheet.Lesson.Id]]).Count();
            outlooks[sheet.Lesson.Id] = new LessonOutlook(headline, clock.TimeAt(headline.EndsAt), stops);
        }
        return outlooks;
    }
}
