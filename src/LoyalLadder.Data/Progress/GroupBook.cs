using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Progress;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Progress;

/// <summary>What the people of a class have been taught, as its sheets need it.</summary>
public sealed class GroupBook(LadderContext db, EvidenceBook evidence, ProgressMemory memory, TimeProvider time)
{
    /// <summary>A log of fewer lessons says too little: until then the planner's word alone counts.</summary>
    public const int LessonsNeeded = 6;

    /// <summary>Days back to which a sheet is timed by what the group knew; older sheets keep to what was written.</summary>
    private const int DaysBack = 14;

    /// <summary>What the group knows on the day of a lesson; null where no log can tell.</summary>
    public async Task<GroupKnowledge?> Of(Lesson lesson, SchoolFacts facts, CancellationToken cancel)
    {
        if (lesson.Date < SchoolTime.Today(facts.School, time).AddDays(-DaysBack))
            return null;
        return await memory.Of(
            (db.SchoolId, lesson.ClassId, lesson.Date),
            db.SchoolId,
            () => Read(lesson, facts, cancel)
        );
    }

    private async Task<GroupKnowledge?> Read(Lesson lesson, SchoolFacts facts, CancellationToken cancel)
    {
        if (
            await db
                .Logs.Where(l => l.Lesson!.ClassId == lesson.ClassId && l.Lesson.Date < lesson.Date)
                .OrderBy(l => l.Id)
                .Take(LessonsNeeded)
                .CountAsync(cancel) < LessonsNeeded
        )
            return null;
        var people = await db.Enrolments.CountAsync(e => e.ClassId == lesson.ClassId, cancel);
        if (people == 0)
            return null;
        var novelty = (await evidence.OfClass(lesson.ClassId, cancel))
            .GroupBy(e => e.Learnable)
            .ToDictionary(g => g.Key, g => GroupNovelty.Of([.. g], people, lesson.Date));
        return new GroupKnowledge(
            facts.Material.Catalogue,
            novelty,
            await HardOn(lesson.ClassId, people, lesson.Date.AddDays(-1), facts, cancel)
        );
    }

    /// <summary>Regions worked hard on a day in lessons that at least half of the class was in.</summary>
    private async Task<HashSet<string>> HardOn(
        Guid classId,
        int people,
        DateOnly day,
        SchoolFacts facts,
        CancellationToken cancel
    )
    {
        // in two steps, from the few logs of that day: in one the planner may walk through all attendances for every line
        var logs = await db.Logs.Where(l => l.Lesson!.Date == day).Select(l => l.Id).ToListAsync(cancel);
        if (logs.Count == 0)
            return [];
        var there = await db
            .Attendances.Where(a =>
                logs.Contains(a.LogId) && db.Enrolments.Any(e => e.ClassId == classId && e.StudentId == a.StudentId)
            )
            .GroupBy(a => a.LogId)
            .Select(g => new { g.Key, People = g.Count() })
            .ToListAsync(cancel);
        var most = there.Where(t => t.People * 2 >= people).Select(t => t.Key).ToList();
        if (most.Count == 0)
            return [];
        var lines = await db
            .LogLines.Where(l => most.Contains(l.LogId) && l.Outcome != LineOutcome.NotDone)
            .Select(l => l.Text)
            .Distinct()
            .ToListAsync(cancel);
        return
        [
            .. lines
                .SelectMany(l => facts.Material.Row(l, facts.School.Naming))
                .OfType<LessonLine>()
                .Where(l => LineEffort.Of(l) >= HardWork.Effort)
                .SelectMany(l => l.Moves.Elements)
                .SelectMany(e => e.Technique?.Regions ?? []),
        ];
    }
}
