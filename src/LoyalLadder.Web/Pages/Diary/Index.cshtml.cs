using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Diary;

/// <summary>The logs, newest first.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time) : RoomPage(db, time)
{
    public const int PerPage = 25;

    public sealed record Entry(
        Guid Lesson,
        DateOnly Date,
        string Class,
        string TaughtBy,
        int Present,
        int Lines,
        int Done,
        int Open,
        int Planned,
        int? Actual,
        string Notes
    );

    public List<ClassGroup> Classes { get; private set; } = [];
    public Guid? ClassId { get; private set; }
    public int Offset { get; private set; }

    /// <summary>Where the page of newer lessons begins.</summary>
    public int NewerOffset => Math.Max(0, Offset - PerPage);
    public bool HasMore { get; private set; }
    public List<Entry> Entries { get; private set; } = [];

    /// <summary>A week of lessons that were run by the clock.</summary>
    /// <param name="From">Its first day.</param>
    /// <param name="Lessons">How many.</param>
    /// <param name="Planned">Seconds planned.</param>
    /// <param name="Actual">Seconds taken.</param>
    /// <param name="There">People there, a lesson.</param>
    public sealed record Week(DateOnly From, int Lessons, int Planned, int Actual, double There);

    private const int WeeksShown = 12;

    /// <summary>The last twelve weeks, the oldest first.</summary>
    public List<Week> Weeks { get; private set; } = [];

    public async Task OnGetAsync(Guid? classId, int offset)
    {
        (ClassId, Offset) = (classId, Math.Clamp(offset, 0, 100_000));
        Classes = await Db.Classes.AsNoTracking().OrderBy(c => c.Name).ToListAsync(Cancel);
        var logs = Db.Logs.AsNoTracking();
        if (classId is { } only)
            logs = logs.Where(l => l.Lesson!.ClassId == only);
        var first = (await Today()).AddDays(1 - (7 * WeeksShown));
        var recent = await logs.Where(l => l.Lesson!.Date >= first && l.ActualSeconds > 0)
            .Select(l => new
            {
                l.Lesson!.Date,
                l.PlannedSeconds,
                Actual = l.ActualSeconds!.Value,
                There = l.Attendances.Count,
            })
            .ToListAsync(Cancel);
        var byWeek = recent.ToLookup(l => (l.Date.DayNumber - first.DayNumber) / 7);
        Weeks =
        [
            .. Enumerable
                .Range(0, WeeksShown)
                .Select(w => new Week(
                    first.AddDays(7 * w),
                    byWeek[w].Count(),
                    byWeek[w].Sum(l => l.PlannedSeconds),
                    byWeek[w].Sum(l => l.Actual),
                    byWeek[w].Select(l => (double)l.There).DefaultIfEmpty(0).Average()
                )),
        ];
        Entries = await logs.OrderByDescending(l => l.Lesson!.Date)
            .ThenByDescending(l => l.Lesson!.Start)
            .Skip(Offset)
            .Take(PerPage + 1)
            .Select(l => new Entry(
                l.LessonId,
                l.Lesson!.Date,
                l.Lesson.Class!.Name,
                l.TaughtBy,
                l.Attendances.Count,
                l.Lines.Count,
                l.Lines.Count(x => x.Outcome == LineOutcome.Done),
                l.Lines.Count(x => x.Outcome != LineOutcome.Done && x.SettledAt == null && x.Carries),
                l.PlannedSeconds,
                l.ActualSeconds,
                l.Notes
            ))
            .ToListAsync(Cancel);
        HasMore = Entries.Count > PerPage;
        if (HasMore)
            Entries.RemoveAt(PerPage);
    }
}
