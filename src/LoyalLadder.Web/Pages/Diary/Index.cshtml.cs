using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data;
using LoyalLadder.Data.Classes;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Pages.Diary;

/// <summary>The logs, newest first.</summary>
public sealed class IndexModel(LadderContext db, TimeProvider time) : RoomPage(db, time)
{
    public const int PerPage = 25;

    public sealed record Entry(Guid Lesson, DateOnly Date, string Class, string TaughtBy, int Present, int Lines, int Done, int Open, int Planned, int? Actual, string Notes);

    public List<ClassGroup> Classes { get; private set; } = [];
    public Guid? ClassId { get; private set; }
    public int Offset { get; private set; }
    public bool HasMore { get; private set; }
    public List<Entry> Entries { get; private set; } = [];

    public async Task OnGetAsync(Guid? classId, int offset)
    {
        (ClassId, Offset) = (classId, Math.Clamp(offset, 0, 100_000));
        Classes = await Db.Classes.AsNoTracking().OrderBy(c => c.Name).ToListAsync(Cancel);
        var logs = Db.Logs.AsNoTracking();
        if (classId is { } only) logs = logs.Where(l => l.Lesson!.ClassId == only);
        Entries = await logs.OrderByDescending(l => l.Lesson!.Date).ThenByDescending(l => l.Lesson!.Start).Skip(Offset).Take(PerPage + 1)
            .Select(l => new Entry(l.LessonId, l.Lesson!.Date, l.Lesson.Class!.Name, l.TaughtBy, l.Attendances.Count, l.Lines.Count,
                l.Lines.Count(x => x.Outcome == LineOutcome.Done), l.Lines.Count(x => x.Outcome != LineOutcome.Done && x.SettledAt == null && x.Carries),
                l.PlannedSeconds, l.ActualSeconds, l.Notes))
            .ToListAsync(Cancel);
        HasMore = Entries.Count > PerPage;
        if (HasMore) Entries.RemoveAt(PerPage);
    }
}
