using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Weeks in the names of old sheets.</summary>
public class WeekWordsTests
{
    [Theory]
    [InlineData("Kids_week 03.docx", 3)]
    [InlineData("Thursday Kites, week 12", 12)]
    [InlineData("wk7 teens", 7)]
    [InlineData("WEEK-1", 1)]
    [InlineData("week 54", null)]
    [InlineData("week 0", null)]
    [InlineData("week 123", null)]
    [InlineData("midweek 3", null)]
    [InlineData("Teens 4", null)]
    [InlineData("", null)]
    public void The_week_of_a_name(string name, int? week) => Assert.Equal(week, WeekWords.Of(name));
}
