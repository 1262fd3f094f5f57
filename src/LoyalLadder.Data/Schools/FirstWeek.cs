using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Schools;

/// <summary>A step of a school's first week.</summary>
/// <param name="Words">What to do.</param>
/// <param name="Address">Where.</param>
/// <param name="IsDone">It is done: nobody ticks it by hand.</param>
public sealed record FirstStep(string Words, string Address, bool IsDone);

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
            new(Say("Measure a hall: its floor decides how many lanes and waves there are"), "/school/halls", has.Hall),
            new(Say("Name the ranks, or take the usual ones"), "/school/ranks", has.Rank),
            new(Say("Add a class with its day and hour"), "/school/classes", has.Class),
            new(Say("Enter the students: a first name and an initial are enough"), "/school/students", has.Student),
            new(Say("Write the first sheet, or paste one that you have"), "/sheets/new", has.Sheet),
            new(Say("Run it on the mat"), "/sheets", has.Run),
        ];
        if (!steps.All(s => s.IsDone))
            return steps;
        Over[db.SchoolId] = true;
        return [];
    }
}
