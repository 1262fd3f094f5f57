using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;

namespace LoyalLadder.Data.Runs;

/// <summary>A clock that ran without a sheet becomes a lesson of its own, to be logged like any other.</summary>
public sealed class QuickClock(LessonSheets sheets, DayPlan days, OwnSchool own, TimeProvider time)
{
    /// <summary>The classes of today, for which it may have run.</summary>
    public async Task<List<ClassGroup>> Classes(CancellationToken cancel)
    {
        var school = (await own.Facts(cancel)).School;
        var entries = await days.Of(SchoolTime.Today(school, time), cancel);
        return [.. entries.Select(e => e.Class).DistinctBy(c => c.Id)];
    }

    /// <summary>Begins a lesson of today with what ran as its one line.</summary>
    /// <param name="key">The key of the post, which becomes that of the lesson.</param>
    /// <param name="classId">Whose lesson it was.</param>
    /// <param name="what">What was done; empty for rounds of something.</param>
    /// <param name="dose">As a sheet writes it: '3 x 2:00 rest 30s'.</param>
    /// <param name="cancel">Ends the wait.</param>
    public async Task<LessonBegun> Begin(Guid key, Guid classId, string what, string dose, CancellationToken cancel)
    {
        var school = (await own.Facts(cancel)).School;
        var words = what.ReplaceLineEndings(" ").Trim();
        var line = $"{(words.Length == 0 ? "pad rounds" : words)} {dose}";
        return await sheets.Begin(key, classId, SchoolTime.Today(school, time), $"## Main part\n{line}", cancel);
    }
}
