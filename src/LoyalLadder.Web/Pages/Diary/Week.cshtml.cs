using LoyalLadder.Core.Progress;
using LoyalLadder.Core.Timetables;
using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Logs;
using LoyalLadder.Data.People;
using LoyalLadder.Data.Progress;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Authorization;

namespace LoyalLadder.Web.Pages.Diary;

/// <summary>
/// The head instructor's week on one page: who is ready and who drifts, what is owed and overdue, what nobody has logged, notes that
/// end, sessions that nobody teaches; and one's own sessions, to say 'I am away'.
/// </summary>
[Authorize(Policies.Instructor)]
public sealed class WeekModel(
    OwnSchool own,
    TimeProvider time,
    RankProgressBook stands,
    SchoolBook school,
    ProgressBook progress,
    OwedLines owed,
    DayPlan days,
    StudentRecords records,
    TimetableBook timetable
) : RoomPage(own, time)
{
    private const int MostNamed = 12,
        MostDue = 3,
        DaysAhead = 14,
        NotesEndWithin = 10;

    public SchoolFacts Own { get; private set; } = null!;
    public List<ClassGroup> Classes { get; private set; } = [];
    public IReadOnlyList<StandInShort> Ready { get; private set; } = [];
    public IReadOnlyList<StandInShort> Drifting { get; private set; } = [];

    /// <summary>What each class is owed, and what it has waited for longest.</summary>
    public IReadOnlyList<(ClassGroup Class, int Owed, IReadOnlyList<DueItem> Overdue)> Work { get; private set; } = [];

    public List<DayEntry> ToLog { get; private set; } = [];
    public IReadOnlyList<CareNote> Ending { get; private set; } = [];

    /// <summary>Sessions of the next two weeks that nobody teaches.</summary>
    public IReadOnlyList<Session> OpenPlaces { get; private set; } = [];

    /// <summary>Sessions of the next two weeks that the signed-in person teaches.</summary>
    public IReadOnlyList<Session> Mine { get; private set; } = [];

    public async Task OnGetAsync()
    {
        Own = await Facts();
        Classes = await school.Classes(Cancel);
        var everybody = await stands.Everybody(Cancel);
        Ready = [.. everybody.Where(s => s.IsReady).Take(MostNamed)];
        Drifting = [.. everybody.Where(s => s.IsDrifting).OrderBy(s => s.LastSeen).Take(MostNamed)];
        ToLog = (await days.OfToday(Day, Cancel)).ToLog;
        Ending = await records.Ending(Day.AddDays(NotesEndWithin), Cancel);
        var sessions = (await timetable.Sessions(Day, Day.AddDays(DaysAhead), Cancel))
            .Where(s => s.TakesPlace)
            .ToList();
        OpenPlaces = sessions.FindAll(s => s.Teacher is null);
        Mine = sessions.FindAll(s => s.Teacher == Me);
        Work = await WorkOf();
    }

    private async Task<IReadOnlyList<(ClassGroup, int, IReadOnlyList<DueItem>)>> WorkOf()
    {
        var debts = (await owed.Of([.. Classes.Select(c => c.Id)], Cancel)).ToLookup(o => o.ClassId);
        var work = new List<(ClassGroup, int, IReadOnlyList<DueItem>)>();
        foreach (var group in Classes)
        {
            var due = await progress.DueFor(group.Id, Day, [], Cancel);
            work.Add((group, debts[group.Id].Count(), [.. due.Where(d => !d.IsOwed).Take(MostDue)]));
        }
        return work;
    }

    public string ClassName(Guid id) => Classes.Find(c => c.Id == id)?.Name ?? "";
}
