using LoyalLadder.Core;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Lessons;

/// <summary>What became of a week that was copied.</summary>
/// <param name="Begun">Sheets that were begun.</param>
/// <param name="Left">Sheets that were not, with why: 'Kites on Tuesday 14 May: has a sheet already'.</param>
public sealed record CopiedWeek(int Begun, IReadOnlyList<string> Left);

/// <summary>Begins the sheets of a week with those of another: class by class, on the same day of the week.</summary>
public sealed class WeekCopy(
    LadderContext db,
    OwnSchool own,
    LessonSheets sheets,
    LessonSessions taken,
    TimetableBook timetable
)
{
    private const int Days = 7;

    /// <param name="key">The key of the post: sent twice it begins each sheet once.</param>
    /// <param name="from">The first day of the week that is copied.</param>
    /// <param name="to">The first day of the week that gets the sheets.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<CopiedWeek> Copy(Guid key, DateOnly from, DateOnly to, CancellationToken cancel)
    {
        var facts = await own.Facts(cancel);
        var sources = await db
            .Lessons.AsNoTracking()
            .Include(l => l.Class)
            .Include(l => l.Lines.Where(x => x.RemovedAt == null))
            .Where(l => l.Date >= from && l.Date < from.AddDays(Days) && l.Class!.ArchivedAt == null)
            .Where(l => l.Lines.Any(x => x.RemovedAt == null))
            .OrderBy(l => l.Date)
            .ThenBy(l => l.Start)
            .ThenBy(l => l.Id)
            .ToListAsync(cancel);
        var sessions = await timetable.Sessions(to, to.AddDays(Days - 1), cancel);
        var (begun, left) = (0, new List<string>());
        for (var n = 0; n < sources.Count; n++)
        {
            var (source, day) = (sources[n], sources[n].Date.AddDays(to.DayNumber - from.DayNumber));
            var why = await WhyNot(DerivedKey.Of(key, n), source, day, sessions, facts, cancel);
            if (why is null)
                begun++;
            else
                left.Add(Say($"{source.Class!.Name} on {Timetable.DayAndHour(day, source.Start)}: {why}"));
        }
        return new CopiedWeek(begun, left);
    }

    /// <summary>Begins one sheet; says why where it did not.</summary>
    private async Task<string?> WhyNot(
        Guid key,
        Lesson source,
        DateOnly day,
        IReadOnlyList<Session> sessions,
        SchoolFacts facts,
        CancellationToken cancel
    )
    {
        var there = sessions.Where(s => s.Class == source.ClassId && s.Date == day).ToList();
        if (!there.Exists(s => s.TakesPlace))
            return there.Count > 0 ? there[0].Off : Say("the class does not meet then");
        if (!(await taken.For(key, source.ClassId, day, source.Start, cancel)).IsFree)
            return Say("has a sheet already");
        var lines = source.Lines.OrderBy(l => l.Place, StringComparer.Ordinal);
        var plan = new LessonPlan(
            new LessonHead { Title = source.Title, Focus = source.Focus },
            lines.SelectMany(l => facts.Material.Row(l.Text, facts.School.Naming)).ToSequence()
        );
        var begun = await sheets.BeginFrom(key, source.ClassId, day, plan, cancel);
        return begun.Lesson is null ? begun.Errors.First : null;
    }
}
