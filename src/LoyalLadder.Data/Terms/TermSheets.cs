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
            })
            .ToListAsync(cancel);
        return lessons
            .Select(l => (l.Id, At: TermMap.SessionOf(map.Plain, l.Date, l.Start)))
            .Where(l => l.At >= 0)
            .DistinctBy(l => l.At)
            .ToDictionary(l => ClassTerm.KeyOf(map.Plain.Sessions[l.At]), l => l.Id);
    }
}
