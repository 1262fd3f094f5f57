using System.Globalization;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Terms;
using LoyalLadder.Data.Lists;
using LoyalLadder.Data.Schools;
using LoyalLadder.Data.Timetables;

namespace LoyalLadder.Data.Terms;

/// <summary>A map as a table and as a calendar.</summary>
public static class TermFiles
{
    /// <summary>One row a thing, one column a session: 'planned 2', 'taught 4', 'missed 2', 'not logged 2'.</summary>
    public static string Csv(TermMap map) =>
        CsvTable.Write(
            ["thing", "rank", "wanted", .. map.Columns.Select(c => c.Key.Replace('T', ' '))],
            map.Rails.Select(r =>
                (IReadOnlyList<string>)
                    [
                        r.Thing.Name,
                        r.Thing.Rank?.Name ?? "",
                        r.Thing.Wanted.ToString(CultureInfo.InvariantCulture),
                        .. r.Cells.Select(c =>
                            c.Mark is { } m
                                ? string.Create(CultureInfo.InvariantCulture, $"{Word(m.State)} {m.Stage}")
                                : ""
                        ),
                    ]
            )
        );

    /// <summary>What became of something, in a word.</summary>
    public static string Word(TermMarkState state) =>
        state switch
        {
            TermMarkState.Taught => "taught",
            TermMarkState.Missed => "missed",
            TermMarkState.NotLogged => "not logged",
            _ => "planned",
        };

    /// <summary>One event a session that takes place, with what is to be taught in it.</summary>
    public static string Calendar(ClassMap read, TermMap map, SchoolCard school)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Loyal Ladder//Term//EN" };
        calendar.AddTimeZone(VTimeZone.FromSystemTimeZone(school.Zone, SchoolCalendar.ZonesFrom, false));
        for (var n = 0; n < map.Columns.Count; n++)
        {
            var column = map.Columns[n];
            if (!column.Session.TakesPlace)
                continue;
            var start = column.Session.Date.ToDateTime(column.Session.Start);
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"{read.Class.Id}-{column.Key}-term@loyal-ladder".ToLowerInvariant(),
                    DtStamp = new CalDateTime(read.Row.ChangedAt.UtcDateTime, "UTC"),
                    Start = new CalDateTime(start, school.Zone.Id),
                    End = new CalDateTime(start.AddMinutes(column.Session.Minutes), school.Zone.Id),
                    Summary = read.Class.Name,
                    Description = string.Join('\n', Held(map, n)),
                }
            );
        }
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    private static IEnumerable<string> Held(TermMap map, int column) =>
        map
            .Rails.Where(r => r.Cells[column].Mark is not null)
            .Select(r =>
                $"{r.Thing.Name}, {Stages.Word(r.Cells[column].Mark!.Value.Stage)} ({Word(r.Cells[column].Mark!.Value.State)})"
            );
}
