using System.Globalization;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Core.Techniques;
using LoyalLadder.Data.Lessons;
using LoyalLadder.Data.Schools;
using LoyalLadder.Web.Pages.Material;
using Microsoft.AspNetCore.Mvc.Rendering;

namespace LoyalLadder.Web.Pages;

/// <summary>Dates, hours and states in the words that the interface says more than once.</summary>
public static class Shown
{
    /// <summary>Names of days and months as whoever reads calls them; independent of the machine.</summary>
    private static DateTimeFormatInfo Names => AllLanguages.Now.Dates;

    /// <summary>'1.6 s'.</summary>
    public static string Seconds(decimal seconds) => Say($"{seconds.ToString("0.0", CultureInfo.InvariantCulture)} s");

    /// <summary>'Thursday 3 December'.</summary>
    public static string Day(DateOnly date) => date.ToString("dddd d MMMM", Names);

    /// <summary>'Thu 3 Dec'.</summary>
    public static string ShortDay(DateOnly date) => date.ToString("ddd d MMM", Names);

    /// <summary>'Thu 3'.</summary>
    public static string WeekdayAndDay(DateOnly date) => date.ToString("ddd d", Names);

    /// <summary>'Tue 4 Jan', with its year where that is not this year: 'Tue 4 Jan 2028'.</summary>
    public static string NearDay(DateOnly date, DateOnly today) =>
        date.Year == today.Year ? ShortDay(date) : date.ToString("ddd d MMM yyyy", Names);

    /// <summary>'3 Dec 2041'.</summary>
    public static string LongDay(DateOnly date) => date.ToString("d MMM yyyy", Names);

    public static string Weekday(DayOfWeek day) => Names.GetDayName(day);

    /// <summary>To choose from.</summary>
    public static IEnumerable<SelectListItem> Weekdays() =>
        Enum.GetValues<DayOfWeek>().Select(d => new SelectListItem(Weekday(d), d.ToString()));

    /// <summary>To choose from.</summary>
    public static IEnumerable<SelectListItem> Bands() =>
        Enum.GetValues<AgeBand>().Select(b => new SelectListItem(Spoken.Capital(AgeBands.Said(b)), b.ToString()));

    /// <summary>To choose from.</summary>
    public static IEnumerable<SelectListItem> Namings() =>
        Enum.GetValues<NamingSchool>().Select(n => new SelectListItem(MaterialWords.Of(n), n.ToString()));

    /// <summary>To choose from: the language that the mat counts in.</summary>
    public static IEnumerable<SelectListItem> Countings() =>
        Enum.GetValues<CountingLanguage>()
            .Select(c => new SelectListItem(
                c switch
                {
                    CountingLanguage.English => Say("English"),
                    CountingLanguage.Japanese => Say("Japanese"),
                    CountingLanguage.Korean => Say("Korean"),
                    CountingLanguage.Thai => Say("Thai"),
                    _ => Say("Mandarin"),
                },
                c.ToString()
            ));

    public static string Hour(TimeOnly time) => time.ToString("HH:mm", CultureInfo.InvariantCulture);

    /// <summary>For date fields of forms.</summary>
    public static string Field(DateOnly date) => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    public static string N(decimal number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>Words around a name, when there are many.</summary>
    public static string Around(string words, string name)
    {
        const int Before = 60,
            Most = 160;
        var at = Math.Max(0, words.IndexOf(name, StringComparison.OrdinalIgnoreCase) - Before);
        var end = Math.Min(words.Length, at + Most);
        return $"{(at > 0 ? "… " : "")}{words[at..end]}{(end < words.Length ? " …" : "")}";
    }

    /// <summary>'Thu 3 Dec, 18:05', where the school is.</summary>
    public static string Moment(DateTimeOffset at, SchoolCard school) =>
        TimeZoneInfo.ConvertTime(at, school.Zone).ToString("ddd d MMM, HH:mm", Names);

    public static string Stage(LessonStage stage) =>
        stage switch
        {
            LessonStage.Unplanned => Say("not planned"),
            LessonStage.Off => Say("does not take place"),
            LessonStage.Planned => Say("planned"),
            LessonStage.Running => Say("running"),
            LessonStage.ToLog => Say("not logged"),
            _ => Say("logged"),
        };
}
