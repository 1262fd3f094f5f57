using LoyalLadder.Data.Classes;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;

namespace LoyalLadder.Data.Demo;

/// <summary>What is other than usual in the weeks to come: a class that meets twice, closed days, a stand-in sought, moved dates.</summary>
internal static class DemoDates
{
    public static void Add(LadderContext db, List<ClassGroup> classes, List<AppUser> staff, DateOnly today)
    {
        ClassGroup Class(string name) => classes.Single(c => c.Name == name);
        DemoClass Told(string name) => DemoPeople.Groups.Single(g => g.Name == name);
        DateChangeRow On(string name, int week) =>
            new()
            {
                ClassId = Class(name).Id,
                Date = today.AddDays(Told(name).Day + (7 * week)),
                At = Told(name).Start,
            };

        MeetingRow Again(string name, int day, TimeOnly start, Guid? teacher) =>
            new()
            {
                ClassId = Class(name).Id,
                Weekday = today.AddDays(day).DayOfWeek,
                Start = start,
                TeacherId = teacher,
                From = today,
            };
        db.Meetings.AddRange(
            Again("Cormorants", 3, new TimeOnly(19, 30), staff[0].Id),
            Again("Sandpipers", 4, new TimeOnly(10, 0), null)
        );
        db.Closures.Add(
            new ClosureRow
            {
                Name = "Harbour days",
                From = today.AddDays(11),
                Until = today.AddDays(14),
            }
        );
        var (away, later, elsewhere) = (On("Sandpipers", 1), On("Limpets", 0), On("Early Tide", 1));
        away.IsAway = true;
        away.Reason = "Sunniva is at a course";
        later.ToStart = new TimeOnly(16, 0);
        (elsewhere.ToDate, elsewhere.Reason) = (elsewhere.Date.AddDays(1), "the harbour run");
        db.DateChanges.AddRange(away, later, elsewhere);
    }
}
