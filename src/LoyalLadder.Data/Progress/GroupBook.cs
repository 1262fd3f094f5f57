using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>What the people of a class have been taught, as its sheets need it.</summary>
public sealed class GroupBook(LadderContext db, EvidenceBook evidence, SchoolCache memory, TimeProvider time)
{
    private sealed record Known(GroupKnowledge? Group);

    /// <summary>What the group knows on the day of a lesson; null where no log can tell.</summary>
    public async Task<GroupKnowledge?> Of(Lesson lesson, SchoolFacts facts, CancellationToken cancel)
    {
        if (!GroupLearning.Counts(lesson.Date, SchoolTime.Today(facts.School, time)))
            return null;
        var known = await memory.GetOrCreate(
            $"group {lesson.ClassId} {lesson.Date.DayNumber}",
            CachedKind.Progress,
            async () => new Known(await Read(lesson, facts, cancel)),
            cancel
        );
        return known.Group;
    }

    private async Task<GroupKnowledge?> Read(Lesson lesson, SchoolFacts facts, CancellationToken cancel)
    {
        var lessons = await db
            .Logs.Where(l => l.ClassId == lesson.ClassId && l.On < lesson.Date && l.OutcomesAt != null)
            .OrderBy(l => l.Id)
            .Take(GroupLearning.LessonsNeeded)
            .CountAsync(cancel);
        var people = await db.Enrolments.CountAsync(e => e.ClassId == lesson.ClassId, cancel);
        if (lessons < GroupLearning.LessonsNeeded || people == 0)
            return null;
        return GroupLearning.Of(
            lessons,
            people,
            await evidence.OfClass(lesson.ClassId, cancel),
            await HardOn(lesson.ClassId, people, lesson.Date.AddDays(-1), cancel),
            facts.Material.Catalogue,
            lesson.Date
        );
    }

    private async Task<IReadOnlySet<string>> HardOn(Guid classId, int people, DateOnly day, CancellationToken cancel)
    {
        // in two steps, from the few logs of that day: in one the planner may walk through all attendances for every line
        var logs = await db.Logs.Where(l => l.On == day && l.OutcomesAt != null).Select(l => l.Id).ToListAsync(cancel);
        if (logs.Count == 0)
            return new HashSet<string>();
        var there = await db
            .Attendances.Where(a =>
                logs.Contains(a.LogId) && db.Enrolments.Any(e => e.ClassId == classId && e.StudentId == a.StudentId)
            )
            .GroupBy(a => a.LogId)
            .Select(g => new { g.Key, People = g.Count() })
            .ToListAsync(cancel);
        var most = there.Where(t => GroupLearning.IsOfTheClass(t.People, people)).Select(t => t.Key).ToList();
        var lines = await db
            .LogLines.Where(l => most.Contains(l.LogId) && l.Outcome != LineOutcome.NotDone)
            .Select(l => l.Taught)
            .Distinct()
            .ToListAsync(cancel);
        return GroupLearning.HardOn(lines.Select(TaughtLine.Read));
    }
}
