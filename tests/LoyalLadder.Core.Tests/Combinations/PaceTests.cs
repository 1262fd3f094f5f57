using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Tests.Combinations;

/// <summary>Which pace words mean.</summary>
public class PaceTests
{
    /// <summary>Counted through, unless the school says that it waits for a call.</summary>
    [Theory]
    [InlineData(Pace.Counted, "x10 counted")]
    [InlineData(Pace.Called, "x10 called")]
    public void On_my_count_means_what_the_school_says(Pace means, string dose)
    {
        var reader = new SheetReader(Given.Words with { MyCount = means });
        var line = Assert.IsType<LessonLine>(Assert.Single(reader.ReadEntries("front kick x10 on my count")));
        Assert.Equal(dose, SheetWriter.Write(line.Dose!));
    }

    /// <summary>What is slow keeps going; what is walked through stops for a word at each count.</summary>
    [Theory]
    [InlineData("front kick 5/side slow", "5/side slow")]
    [InlineData("front kick 5/side slowly", "5/side slow")]
    [InlineData("front kick 5/side, slow and controlled", "5/side slow")]
    [InlineData("front kick 5/side easy", "5/side slow")]
    [InlineData("front kick 5/side technical", "5/side slow")]
    [InlineData("front kick 5/side walk", "5/side walk")]
    [InlineData("front kick 5/side walk it through", "5/side walk")]
    [InlineData("front kick 5/side part by part", "5/side walk")]
    public void Slow_is_no_walk(string typed, string dose) =>
        Assert.Equal(dose, SheetWriter.Write(Given.Line(typed).Dose!));

    [Fact]
    public void Each_pace_reads_back_as_it_is_written() =>
        Assert.All(Enum.GetValues<Pace>(), p => Assert.Equal(p, PaceWords.Read(PaceWords.Write(p))));
}
