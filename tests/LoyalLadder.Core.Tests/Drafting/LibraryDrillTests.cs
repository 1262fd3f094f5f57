using LoyalLadder.Core.Drafting;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Drafting;

public sealed class LibraryDrillTests
{
    private static LibraryDrill Drill(string name, AgeBand from, string text) =>
        new(name, from, text, [.. new SheetReader(Given.Words).ReadEntries(text).OfType<LessonLine>()]);

    private static readonly LibraryDrill[] Library =
    [
        Drill("Tide", AgeBand.Teens, "jab, cross, low kick pairs 8/side [kick pads]"),
        Drill("Gate", AgeBand.Teens, "low kick pairs 8/side [kick pads]"),
        Drill("Ebb", AgeBand.Kids, "front kick pairs 6/side [kick pads]"),
        Drill("Long", AgeBand.Kids, "jab 8/side\ncross 8/side\nhook 8/side"),
    ];

    [Theory]
    [InlineData("low-kick", 4, AgeBand.Teens, "Gate")]
    [InlineData("low-kick", 4, AgeBand.Adults, "Gate")]
    [InlineData("low-kick", 4, AgeBand.Kids, null)]
    [InlineData("low-kick", 2, AgeBand.Teens, null)]
    [InlineData("jab", 4, AgeBand.Teens, "Tide")]
    [InlineData("front-kick", 4, AgeBand.Kids, "Ebb")]
    [InlineData("hook", 2, AgeBand.Kids, null)]
    public void The_drill_that_holds_least_beside_it_teaches_a_thing(
        string learnable,
        int stage,
        AgeBand band,
        string? drill
    ) => Assert.Equal(drill, LibraryDrill.For(learnable, stage, band, Library)?.Name);
}
