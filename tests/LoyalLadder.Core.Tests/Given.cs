using LoyalLadder.Core.Combinations;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Movement;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests;

/// <summary>What most tests begin with.</summary>
internal static class Given
{
    public static Catalogue Catalogue { get; } = CatalogueFile.Shipped();

    public static Vocabulary Words { get; } = new(Catalogue, NamingSchool.Generic);

    public static SheetReader Reader { get; } = new(Words);

    public static Tracer Tracer { get; } = new(Catalogue);

    public static Combination Combination(string notation)
    {
        var reading = new NotationReader(Words).Read(notation);
        return reading.Combination
            ?? throw new InvalidOperationException($"{notation}: {string.Join(' ', reading.Errors)}");
    }

    public static Trace Trace(string notation, Lead lead = Lead.Left, AgeBand band = AgeBand.Adults) =>
        Tracer.Trace(Combination(notation), lead, band);

    public static SheetWriter Writer { get; } = new(Reader);

    public static LessonSetting Adults(int heads = 16, int bags = 4) =>
        new()
        {
            Band = AgeBand.Adults,
            Heads = heads,
            Minutes = 60,
            Bags = bags,
        };

    public static LessonLine Line(string text) => Assert.IsType<LessonLine>(Assert.Single(Reader.ReadEntries(text)));

    public static ClockedLesson Clock(string sheet, LessonSetting setting) =>
        LessonClock.Time(Reader.Read(sheet).Plan, setting);

    public static IReadOnlyList<Check> Checks(string sheet, AgeBand band) =>
        [.. LessonChecks.Of(Clock(sheet, Adults() with { Band = band }))];

    public static int Work(string line, LessonSetting setting) =>
        WorkClock.Seconds(Line(line).Dose!, Line(line).Moves, setting);
}
