using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Lessons.Clock;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

public class CheckTests
{
    /// <summary>A lesson with nothing to say about: each case below spoils one thing of it.</summary>
    private const string Calm =
        "## Warm-up\njog 3:00\nleg swing 10/side\nhip circles x20\nlunge 10/side\n{0}\n## Cool-down\nstretch 5:00";

    private static LessonSetting Setting(AgeBand band = AgeBand.Adults, int heads = 16, int minutes = 45) =>
        new()
        {
            Band = band,
            Heads = heads,
            Minutes = minutes,
            Bags = 4,
            Kit = [new("shields", 6, 40), .. KitTime.Usual],
        };

    private static string With(string middle) => Calm.Replace("{0}", middle, StringComparison.Ordinal);

    private static List<Check> Of(LessonPlan plan, LessonSetting setting) =>
        [.. LessonChecks.Of(LessonClock.Time(plan, setting))];

    public static TheoryData<string, string, AgeBand, int, int> Cases =>
        new()
        {
            { "overrun", "jab 30:00\nwater 1:00\ncross 20:00", AgeBand.Adults, 16, 45 },
            { "cold", "## Basics\nround kick 10/side brisk", AgeBand.Adults, 16, 45 },
            {
                "early-hold",
                "hip opener 40s\n## Fitness\nlunge 20/side\nlunge 20/side\nlunge 20/side\nburpee x5",
                AgeBand.Adults,
                16,
                45
            },
            { "sides", "## Basics\nhook x10", AgeBand.Adults, 16, 45 },
            { "one-thing", "## Basics\nparry 8:00", AgeBand.Kids, 16, 45 },
            {
                "no-rest",
                "## Basics\njab 2:00\n## Sparring\nsparring 4:00\nsparring 4:00 no teach",
                AgeBand.Adults,
                16,
                45
            },
            { "water", "## Basics\njab 7:00\ncross 7:00", AgeBand.Adults, 16, 45 },
            { "age", "## Basics\nclinch knee x5", AgeBand.Kids, 16, 45 },
            { "kit-short", "## Pads\njab, cross pairs 5/side [shields]", AgeBand.Adults, 16, 45 },
            {
                "floor-short",
                "## Basics\n\"(step through, step through, step through, step through) x5\" floor x1",
                AgeBand.Adults,
                16,
                45
            },
            { "waiting", "## Bags\nlines 2 jobs x 1:00 change 20s: jab | lunge", AgeBand.Adults, 16, 45 },
            { "talk", "## Basics\njab x5 teach 12:00", AgeBand.Adults, 16, 45 },
            { "landings", "## Fitness\njumping jack x45", AgeBand.Kids, 16, 45 },
            { "push-ups", "## Fitness\npush-up x30", AgeBand.Kids, 16, 45 },
            { "bridges", "## Fitness\nbridge x12", AgeBand.Kids, 16, 45 },
            { "impacts", "## Pads\njab, cross 70/side brisk [mitts]", AgeBand.Kids, 16, 45 },
            { "group-idle", "## Basics\njab 3:00\n   yellow: cross 20s", AgeBand.Adults, 16, 45 },
            { "control", "## Self-defence\nwrist release pairs 3/side", AgeBand.Adults, 16, 45 },
            {
                "new-items",
                "## Basics\njab x5 teach new\ncross x5 teach new\nparry x5 teach new\nslip x5 teach new",
                AgeBand.Adults,
                16,
                45
            },
            { "odd-pairs", "## Pads\njab pairs x5", AgeBand.Adults, 15, 45 },
            { "odd-threes", "## Pads\njab threes x5", AgeBand.Adults, 16, 45 },
            { "no-dose", "## Basics\njab", AgeBand.Adults, 16, 45 },
            { "unknown", "## Basics\nwibble x5", AgeBand.Adults, 16, 45 },
            { "dose", "## Basics\njab x99999999", AgeBand.Adults, 16, 45 },
        };

    [Fact]
    public void A_calm_lesson_has_nothing_to_say_about() =>
        Assert.Empty(Of(Given.Reader.Read(With("## Basics\njab, cross 8/side")).Plan, Setting()));

    /// <summary>Everything wrong at once, each thing once.</summary>
    private const string Terrible = """
        ## Warm-up
        hip opener 40s
        ## Basics
        round kick (head) x10
        parry 8:00
        wibble x5
        jab
        jab x99999999
        clinch knee 3/side
        "(step through, step through, step through, step through) x5" floor x1
        jab 3:00
           yellow: cross 20s
        slip 3/side teach 28:00
        uppercut 3/side
        back kick 3/side
        ## Pads
        jab pairs x5/side [shields]
        jab (body) threes 5/side
        jab, cross 70/side brisk [mitts]
        ## Bags
        lines 2 jobs x 1:00 change 20s: jab | lunge
        ## Self-defence
        wrist release pairs with instructor 3/side
        ## Fitness
        burpee 4:00
        jumping jack x45
        push-up x30
        bridge x12
        """;

    [Fact]
    public void Every_check_at_once_shows_each_once_and_each_mend_takes_its_own_away()
    {
        var reader = Given.Reader;
        var plan = reader.Read(Terrible).Plan;
        var known = new[]
        {
            "jab",
            "cross",
            "parry",
            "lunge",
            "push-up",
            "bridge",
            "burpee",
            "jumping-jack",
            "hip-opener",
            "step-through",
            "wrist-release",
        }.ToDictionary(t => t, _ => Novelty.Known);
        var setting = Setting(AgeBand.Kids, 13, 20) with
        {
            Bags = 2,
            Floor = new FloorSize(6, 6),
            Kit = [new("shields", 3, 40), .. KitTime.Usual],
            Group = new GroupKnowledge(
                Given.Catalogue,
                known,
                new HashSet<string>(Given.Catalogue.Find("burpee")!.Regions)
            ),
        };
        var checks = Of(plan, setting);
        string[] all = [.. Cases.Select(c => c.Data.Item1), "unmobilised", "cool-down", "built-on", "hard-again"];
        Assert.Equal(all.Order(), checks.Select(c => c.Code).Order());
        foreach (var check in checks.Where(c => c.Mend is not null))
        {
            var after = Of(check.Mend!.Apply(plan, reader), setting);
            Assert.DoesNotContain(after, c => c.Code == check.Code && c.Message == check.Message);
            Assert.Subset(
                checks.Where(c => c.Level == CheckLevel.Stop).Select(c => c.Code).ToHashSet(),
                after.Where(c => c.Level == CheckLevel.Stop).Select(c => c.Code).ToHashSet()
            );
        }
    }

    [Theory]
    [MemberData(nameof(Cases))]
    public void What_is_spoilt_shows_once_and_its_mend_takes_it_away(
        string code,
        string middle,
        AgeBand band,
        int heads,
        int minutes
    )
    {
        var setting = Setting(band, heads, minutes);
        var plan = Given.Reader.Read(With(middle)).Plan;
        var checks = Of(plan, setting);
        var check = Assert.Single(checks, c => c.Code == code);
        Assert.True(check.Message.Length > 10);
        if (check.Mend is not { } mend)
            return;
        Assert.InRange(mend.Words.Length, 5, 40);
        var after = Of(mend.Apply(plan, Given.Reader), setting);
        Assert.DoesNotContain(after, c => c.Code == code && c.Message == check.Message);
        Assert.True(
            after.Count(c => c.Code == code) < checks.Count(c => c.Code == code),
            $"{code}: {string.Join(" | ", after.Select(c => c.Message))}"
        );
        Assert.True(after.Count(c => c.Level == CheckLevel.Stop) <= checks.Count(c => c.Level == CheckLevel.Stop));
    }

    [Theory]
    [InlineData("unmobilised", "jog 8:00\nround kick (head) 5/side\n## Cool-down\nstretch 5:00")]
    [InlineData("cool-down", "jog 3:00\nleg swing 10/side\njab, cross 8/side")]
    [InlineData("cool-down", "jog 3:00\njab, cross 8/side\n## Cool-down\nstretch 30s")]
    [InlineData("cold", "round kick (head) 5/side\n## Cool-down\nstretch 5:00")]
    public void A_lesson_without_warm_up_or_cool_down_is_told_so(string code, string sheet)
    {
        var plan = Given.Reader.Read("# T\n" + sheet).Plan;
        var check = Assert.Single(Of(plan, Setting()), c => c.Code == code);
        Assert.DoesNotContain(Of(check.Mend!.Apply(plan, Given.Reader), Setting()), c => c.Code == code);
    }

    [Fact]
    public void Age_and_heads_change_what_is_said()
    {
        var plan = Given
            .Reader.Read(
                With(
                    "## Pads\njab, cross pairs 8/side [shields]\nwater 1:00\n## Bags\nlines 3 jobs x 1:00 change 20s: jab | lunge | plank"
                )
            )
            .Plan;
        string Codes(LessonSetting setting) => string.Join(' ', Of(plan, setting).Select(c => c.Code));
        Assert.Equal("kit-short waiting", Codes(Setting(heads: 18)));
        Assert.Equal("odd-pairs kit-short", Codes(Setting(heads: 15)));
        Assert.Equal("", Codes(Setting(heads: 12)));
        Assert.Contains(
            "kit-short waiting",
            Codes(Setting(heads: 12) with { Bags = 2, Kit = [new("shields", 2, 40)] }),
            StringComparison.Ordinal
        );
    }
}
