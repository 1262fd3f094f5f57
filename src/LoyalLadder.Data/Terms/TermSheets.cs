using LoyalLadder.Core.Terms;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Data.Terms;

/// <summary>The sheets behind the sessions of a map.</summary>
public sealed class TermSheets(LadderContext db)
{
    /// <summary>Sheets that were begun, by the key of their session.</summary>
    public async Task<IReadOnlyDictionary<string, Guid>> Of(ClassMap map, CancellationToken cancel)
    {
        var lessons = await db
            .Lessons.Where(l => l.ClassId == map.Class.Id && l.Date >= map.Term.From && l.Date <= map.Term.Until)
            .OrderBy(l => l.Start)
            .Select(l => new
            {
                l.Id,
                l.Date,
                l.Start,
                l.SessionDate,
                l.SessionAt,
            })
            .ToListAsync(cancel);
        return lessons
            .OrderBy(l => l.SessionAt is null)
            .Select(l =>
                (
                    l.Id,
                    Key: l.SessionDate is { } date && l.SessionAt is { } at
                        ? ClassTerm.KeyOf(date, at)
                        : KeyAt(map, l.Date, l.Start)
                )
            )
            .Where(l => l.Key is not null)
            .DistinctBy(l => l.Key)
            .ToDictionary(l => l.Key!, l => l.Id);
    }

    private static string? KeyAt(ClassMap map, DateOnly date, TimeOnly start) =>
        TermMap.SessionOf(map.Plain, date, start) is >= 0 and var n ? ClassTerm.KeyOf(map.Plain.Sessions[n]) : null;
}
