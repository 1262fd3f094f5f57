using System.Globalization;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using Microsoft.EntityFrameworkCore;
using static LoyalLadder.Data.Lists.ListedRows;

namespace LoyalLadder.Data.Lists;

/// <summary>Numbered combinations, given out only.</summary>
public sealed class CombinationList(LadderContext db) : ISchoolList
{
    public string Key => "combinations";

    public async Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel) =>
        (
            await db
                .NumberedCombinations.AsNoTracking()
                .Include(c => c.Rank!.Track)
                .OrderBy(c => c.Number)
                .ToListAsync(cancel)
        ).ConvertAll(c =>
            (IReadOnlyList<string>)
                [
                    c.Number,
                    c.Name,
                    c.Kind.ToString(),
                    AgeBands.Word(c.LeastBand),
                    c.Notation,
                    RankWords(c.Rank),
                    c.ControlRule,
                    c.Cautions,
                ]
        );
}

/// <summary>Classes, given out only.</summary>
public sealed class ClassList(SchoolBook school, TimetableBook timetable) : ISchoolList
{
    public string Key => "classes";

    public async Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel)
    {
        var meetings = await timetable.MeetingsByClass(cancel);
        return
        [
            .. (await school.ClassesWhole(cancel))
                .Where(c => c.ArchivedAt is null)
                .Select(c =>
                    (IReadOnlyList<string>)
                        [
                            c.Name,
                            AgeBands.Word(c.Band),
                            string.Join("; ", meetings[c.Id].Select(m => m.Weekday.ToString())),
                            string.Join("; ", meetings[c.Id].Select(m => Hour(m.Start))),
                            N(c.Minutes),
                            c.Hall?.Name ?? "",
                            c.Teacher?.DisplayName ?? "",
                            N(c.Enrolments.Count),
                        ]
                ),
        ];
    }

    private static string Hour(TimeOnly hour) => hour.ToString("HH:mm", CultureInfo.InvariantCulture);
}

/// <summary>Tracks and ranks, given out only.</summary>
public sealed class RankList(LadderContext db) : ISchoolList
{
    public string Key => "ranks";

    public async Task<IReadOnlyList<IReadOnlyList<string>>> Rows(CancellationToken cancel) =>
        (
            await db
                .Ranks.AsNoTracking()
                .Include(r => r.Track)
                .Where(r => r.ArchivedAt == null)
                .OrderBy(r => r.Track!.Position)
                .ThenBy(r => r.Position)
                .ToListAsync(cancel)
        ).ConvertAll(r => (IReadOnlyList<string>)[r.Track!.Name, r.Name, r.Colour, N(r.Stripes)]);
}
