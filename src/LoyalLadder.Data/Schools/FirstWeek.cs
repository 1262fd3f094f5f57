using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>What a new school does first, in this order.</summary>
public enum FirstStepKind
{
    MeasureHall,
    NameRanks,
    AddClass,
    EnterStudents,
    WriteSheet,
    RunOnMat,
}

/// <summary>A step of a school's first week.</summary>
/// <param name="Kind">What to do.</param>
/// <param name="IsDone">It is done: nobody ticks it by hand.</param>
public sealed record FirstStep(FirstStepKind Kind, bool IsDone);

/// <summary>What a new school does first, ticked by what is there.</summary>
public sealed class FirstWeek(LadderContext db)
{
    /// <summary>Schools that have done it all are not asked again.</summary>
    private static readonly ConcurrentDictionary<Guid, bool> Over = new();

    /// <summary>The steps in order; empty once all are done.</summary>
    public async Task<IReadOnlyList<FirstStep>> Steps(CancellationToken cancel)
    {
        if (Over.ContainsKey(db.SchoolId))
            return [];
        var has = await db
            .Schools.Where(s => s.Id == db.SchoolId)
            .Select(_ => new
            {
                Hall = db.Halls.Any(),
                Rank = db.Ranks.Any(),
                Class = db.Classes.Any(),
                Student = db.Students.Any(),
                Sheet = db.SheetLines.Any(),
                Run = db.RunEvents.Any(),
            })
            .FirstAsync(cancel);
        IReadOnlyList<FirstStep> steps =
        [
            new(FirstStepKind.MeasureHall, has.Hall),
            new(FirstStepKind.NameRanks, has.Rank),
            new(FirstStepKind.AddClass, has.Class),
            new(FirstStepKind.EnterStudents, has.Student),
            new(FirstStepKind.WriteSheet, has.Sheet),
            new(FirstStepKind.RunOnMat, has.Run),
        ];
        if (!steps.All(s => s.IsDone))
            return steps;
        Over[db.SchoolId] = true;
        return [];
    }
}
