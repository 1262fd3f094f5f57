using LoyalLadder.Data.Classes;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Logs;

/// <summary>A class's people with the days of a month on which each was there.</summary>
public sealed record Register(ClassGroup Class, IReadOnlyList<(string Student, IReadOnlySet<DateOnly> There)> Rows);

/// <summary>Who was in a class on the days of a month.</summary>
public sealed class RegisterBook(LadderContext db)
{
    /// <summary>Those enrolled now, by name; null when there is no such class.</summary>
    public async Task<Register?> Of(Guid classId, DateOnly month, CancellationToken cancel)
    {
        if (await db.Classes.AsNoTracking().FirstOrDefaultAsync(c => c.Id == classId, cancel) is not { } group)
            return null;
        var students = await db
            .Students.AsNoTracking()
            .Where(s => !s.IsErased && s.ArchivedAt == null && s.Enrolments.Any(e => e.ClassId == classId))
            .OrderBy(s => s.FirstName)
            .ThenBy(s => s.Initial)
            .ToListAsync(cancel);
        var next = month.AddMonths(1);
        var there = (
            await db
                .Logs.Where(l => l.ClassId == classId && l.On >= month && l.On < next)
                .SelectMany(l => l.Attendances, (l, a) => new { l.On, a.StudentId })
                .ToListAsync(cancel)
        ).ToLookup(a => a.StudentId, a => a.On);
        return new Register(
            group,
            [.. students.Select(s => (s.ShownName, (IReadOnlySet<DateOnly>)there[s.Id].ToHashSet()))]
        );
    }
}
