using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>A lesson whose lines another may begin with.</summary>
/// <param name="Lesson">Its key.</param>
/// <param name="Class">Its class.</param>
/// <param name="Date">Its day.</param>
/// <param name="Title">Its title; empty for none.</param>
/// <param name="Lines">How many lines it has.</param>
public sealed record SheetSource(Guid Lesson, string Class, DateOnly Date, string Title, int Lines);

/// <summary>What a new sheet may begin with.</summary>
/// <param name="Last">The last sheet of the same class; null where there is none.</param>
/// <param name="Others">Sheets of other classes, the nearest days first.</param>
/// <param name="Kept">Kept sheets, those for the class's age first, by week.</param>
public sealed record SheetSources(SheetSource? Last, IReadOnlyList<SheetSource> Others, IReadOnlyList<KeptSheet> Kept)
{
    /// <summary>The session that the sheet is for; null where no day is meant that could have one.</summary>
    public (Guid Class, DateOnly Date)? Session { get; init; }
}

/// <summary>Finds what a new sheet may begin with.</summary>
public sealed class SheetSourceBook(LadderContext db, KeptSheetBook kept)
{
    private const int MostOthers = 6,
        DaysAround = 21;

    public async Task<SheetSources> For(Guid classId, DateOnly date, CancellationToken cancel)
    {
        // a day that makes no sense has no neighbours; what is wrong with it is said where it stands
        if (date.Year is < 2000 or > 2200)
            return new SheetSources(null, [], []);
        var band = await db.Classes.Where(c => c.Id == classId).Select(c => c.Band).FirstOrDefaultAsync(cancel);
        var last = await Rows(db.Lessons.Where(l => l.ClassId == classId && l.Date < date)).FirstOrDefaultAsync(cancel);
        var (from, to) = (date.AddDays(-DaysAround), date.AddDays(DaysAround));
        var others = await Rows(db.Lessons.Where(l => l.ClassId != classId && l.Date >= from && l.Date <= to))
            .Take(40)
            .ToListAsync(cancel);
        return new SheetSources(
            last,
            [.. others.OrderBy(o => Math.Abs(o.Date.DayNumber - date.DayNumber)).Take(MostOthers)],
            [.. (await kept.All(cancel)).OrderBy(k => k.Band == band ? 0 : 1).ThenBy(k => k.Week ?? int.MaxValue)]
        )
        {
            Session = (classId, date),
        };
    }

    private static IQueryable<SheetSource> Rows(IQueryable<Lesson> lessons) =>
        lessons
            .Where(l => l.Lines.Any(x => x.RemovedAt == null))
            .OrderByDescending(l => l.Date)
            .ThenByDescending(l => l.Start)
            .Select(l => new SheetSource(
                l.Id,
                l.Class!.Name,
                l.Date,
                l.Title,
                l.Lines.Count(x => x.RemovedAt == null)
            ));
}
