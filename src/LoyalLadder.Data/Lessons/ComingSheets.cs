using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>The sheets of the two weeks to come, to tell how they stand and what a change of hall, kit or limits does to them.</summary>
public sealed class ComingSheets(LadderContext db, OwnSchool own, GroupBook groups, TimeProvider time)
{
    private const int Days = 14;

    /// <summary>Sentences that are told singly; of more only the number is said.</summary>
    private const int MostTold = 8;

    /// <summary>All planned lessons of the days to come that nobody has begun, read and timed as things stand now.</summary>
    public async Task<List<OpenSheet>> All(CancellationToken cancel)
    {
        var today = SchoolTime.Today((await own.Facts(cancel)).School, time);
        return await Read(l => l.Date >= today && l.Date <= today.AddDays(Days), cancel);
    }

    /// <summary>The same of one day.</summary>
    public Task<List<OpenSheet>> OfDay(DateOnly date, CancellationToken cancel) => Read(l => l.Date == date, cancel);

    private async Task<List<OpenSheet>> Read(
        System.Linq.Expressions.Expression<Func<Lesson, bool>> which,
        CancellationToken cancel
    )
    {
        var facts = await own.Facts(cancel);
        var lessons = await db
            .Lessons.AsNoTracking()
            .Include(l => l.Class)
            .Where(which)
            .Where(l => (l.Log == null || l.Log.OutcomesAt == null) && (l.Run == null || l.Run.Events.Count == 0))
            .OrderBy(l => l.Date)
            .ThenBy(l => l.Start)
            .ToListAsync(cancel);
        var ids = lessons.ConvertAll(l => l.Id);
        var rows = (
            await db
                .SheetLines.AsNoTracking()
                .Where(l => ids.Contains(l.LessonId) && l.RemovedAt == null)
                .OrderBy(l => l.Place)
                .ToListAsync(cancel)
        ).ToLookup(l => l.LessonId);
        var sheets = new List<OpenSheet>();
        foreach (var lesson in lessons.Where(l => rows.Contains(l.Id)))
            sheets.Add(OpenSheet.Of(lesson, facts, [.. rows[lesson.Id]], await groups.Of(lesson, facts, cancel)));
        return sheets;
    }

    /// <summary>What has become different, lesson by lesson.</summary>
    public static List<string> Changes(IEnumerable<OpenSheet> before, IEnumerable<OpenSheet> after)
    {
        var now = after.ToDictionary(s => s.Lesson.Id);
        var told = before
            .Where(b => now.ContainsKey(b.Lesson.Id))
            .SelectMany(b =>
                ClockChange
                    .Of(b.Clock, b.Limits, now[b.Lesson.Id].Clock, now[b.Lesson.Id].Limits)
                    .Select(c =>
                        $"{b.Lesson.Class!.Name}, "
                        + $"{b.Lesson.Date.ToString("ddd d MMM", AllLanguages.Now.Dates)}: "
                        + $"{c}"
                    )
            )
            .ToList();
        return told.Count <= MostTold
            ? told
            : [.. told.Take(MostTold), Say($"{told.Count - MostTold} more changes on coming sheets.")];
    }
}
