using LoyalLadder.Core.Drafting;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Progress;

namespace LoyalLadder.Core.Tests.Drafting;

/// <summary>What a class's lesson is made of: read as typed, taken from a sheet, and kept to by the draft.</summary>
public class LessonPartsTests
{
    [Theory]
    [InlineData("Warm-up 20\nBasics 30\nPads 40\nCool-down 10", null)]
    [InlineData("## Warm-up 18 %\n\n  Basics: 72%\r\nCool-down 10", null)]
    [InlineData("", "A lesson has 2 to 12 parts.")]
    [InlineData("Warm-up 20", "A lesson has 2 to 12 parts.")]
    [InlineData("Warm-up 20\nBasics\nCool-down 10", "“Basics”: write a name and its share")]
    [InlineData("Warm-up 20\n30\nCool-down 10", "“30”: write a name and its share")]
    [InlineData("Warm-up 20\nBasics 0\nCool-down 10", "“Basics 0”: write a name and its share")]
    [InlineData("Warm-up 20\nBasics 101\nCool-down 10", "“Basics 101”: write a name and its share")]
    [InlineData("Warm-up 20\nPads 10\npads 20\nCool-down 10", "Each part has a name of its own.")]
    [InlineData("Basics 50\nCool-down 10", "A lesson begins with a warm-up")]
    [InlineData("Warm-up 20\nBasics 50", "A lesson ends with a cool-down")]
    public void Parts_are_read_a_line_each(string typed, string? problem)
    {
        var (parts, why) = LessonParts.Read(typed);
        if (problem is not null)
        {
            Assert.StartsWith(problem, why, StringComparison.Ordinal);
            Assert.Empty(parts);
            return;
        }
        Assert.Null(why);
        Assert.Equal("Warm-up", parts[0].Name);
        Assert.Equal(parts, LessonParts.Read(LessonParts.Write(parts)).Parts);
    }

    [Fact]
    public void A_sheet_tells_what_it_is_made_of()
    {
        var plan = new LessonPlan(
            LessonHead.Empty,
            Given
                .Reader.ReadEntries(
                    "## Warm-up\njog 4:00\n## Pads\njab, cross 3 x 2:00 rest 30s\n## Cool-down\nstretching 2:00"
                )
                .ToSequence()
        );
        var parts = LessonParts.Of(plan, GivenSchool.Adults.Ask(1, new DateOnly(2041, 5, 7)).Setting);
        Assert.Equal(["Warm-up", "Pads", "Cool-down"], parts.Select(p => p.Name));
        Assert.InRange(parts.Sum(p => p.Share), 98, 102);
        Assert.True(parts[1].Share > parts[0].Share && parts[0].Share > parts[2].Share);
    }

    /// <summary>Sixty drafts whose parts were chosen: they are the headings, in order, and the large one gets the most time.</summary>
    [Fact]
    public void A_draft_keeps_to_the_parts_that_were_chosen()
    {
        var drafter = new LessonDrafter(Given.Reader);
        LessonPart[] chosen = [new("Warm-up", 18), new("Pads", 55), new("Basics", 17), new("Cool-down", 10)];
        var most = 0;
        for (var seed = 0; seed < 60; seed++)
        {
            var ask = GivenSchool.Adults.Ask(seed, new DateOnly(2041, 5, 7)) with { Parts = chosen };
            var draft = drafter.Write(ask);
            Assert.Equal(
                chosen.Select(c => c.Name),
                draft.Entries.Select(e => e.Entry).OfType<Segment>().Select(s => s.Name)
            );
            Assert.Equal(chosen, draft.Parts);
            var seconds = LessonClock
                .Time(draft.Plan, ask.Setting)
                .Lines.GroupBy(l => l.Segment)
                .ToDictionary(g => g.Key, g => g.Sum(l => l.Seconds));
            most += seconds.MaxBy(s => s.Value).Key == SegmentKind.Pads ? 1 : 0;
        }
        Assert.True(most >= 48, $"pads had the most time in {most} of 60");
    }

    [Fact]
    public void A_combination_brings_its_versions_in_the_same_amount()
    {
        var line = Due.Line("#3", null, 2);
        Assert.Equal("\"#3\" 8/side steady", line);
        Assert.Equal(
            "\"#3\" 8/side steady\n   beginners: jab, cross 8/side steady\n   advanced: jab, cross, lead hook 8/side steady",
            Due.WithVersions(line, "beginners: jab, cross\nadvanced: jab, cross, lead hook\n")
        );
        Assert.Equal(line, Due.WithVersions(line, ""));
        // what is said about the whole line is said once
        Assert.EndsWith(
            "beginners: jab, cross pairs 6/side walk",
            Due.WithVersions(Due.Line("#3", null, 5), "beginners: jab, cross"),
            StringComparison.Ordinal
        );
        var read = Given
            .Reader.ReadEntries(
                Due.WithVersions("jab, cross 8/side steady", "beginners: jab\nadvanced: jab, cross, lead hook")
            )
            .OfType<LessonLine>()
            .Single();
        Assert.Equal(["beginners", "advanced"], read.Versions.Select(v => v.Group));
    }
}
