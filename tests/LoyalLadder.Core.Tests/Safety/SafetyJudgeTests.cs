using LoyalLadder.Core.Lessons.Checks;
using LoyalLadder.Core.Safety;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Safety;

/// <summary>What, where to, near whom, by whom, how much and on what: each of them decides.</summary>
public class SafetyJudgeTests
{
    private static List<Danger> Dangers(string sheet, int youngest) =>
        [.. SafetyJudge.Shipped.Of(Given.Reader.Read($"# A\n{sheet}").Plan, AgeGroups.OfAge(youngest))];

    private static string? Kind(string sheet, int youngest) =>
        Dangers(sheet, youngest).Select(d => d.Kind.ToString()).FirstOrDefault();

    [Theory]
    // the same words at other ages
    [InlineData("## Ground\nneck crank pairs x3 -- tap", 7, "NotAllowed")]
    [InlineData("## Ground\nneck crank pairs x3 -- tap", 18, "ThinkTwice")]
    [InlineData("## Fitness\nheadstand 20s", 12, "NotAllowed")]
    [InlineData("## Fitness\nheadstand 20s [mats] -- instructor beside", 13, null)]
    [InlineData("## Fitness\nplank 60s", 7, "TooMuch")]
    [InlineData("## Fitness\nplank 60s", 13, null)]
    // the same strike at other places
    [InlineData("## Partner drills\nside kick to the belly pairs 5/side", 18, null)]
    [InlineData("## Partner drills\nside kick to the knee pairs 5/side", 18, "NotAllowed")]
    [InlineData("## Partner drills\nhammer fist to the neck pairs 5/side", 18, "NotAllowed")]
    [InlineData("## Basics\nhammer fist to the neck 5/side", 18, null)]
    [InlineData("## Fitness\nelbow to the knee crunch x20", 7, null)]
    [InlineData("## Basics\nfront kick, chin down, hips low 5/side", 7, null)]
    // words that only look alike: who spins strikes no spine
    [InlineData("## Kicks\nspin kicks 5/side", 7, null)]
    [InlineData("## Partner drills\nkick to the spine pairs 5/side", 18, "NotAllowed")]
    [InlineData("## Ground\nchoking from behind pairs x3", 7, "NotAllowed")]
    // the same strike nearer to a body
    [InlineData("## Pads\ncross to the head pairs 5/side", 7, null)]
    [InlineData("## Partner drills\ncross to the head pairs 5/side", 7, "NotAllowed")]
    [InlineData("## Partner drills\ncross to the head pairs 5/side -- on the mitts", 7, null)]
    [InlineData("## Partner drills\nelbow pairs 5/side", 18, "Missing")]
    [InlineData("## Partner drills\nelbow pairs 5/side -- a hand short", 18, null)]
    [InlineData("## Partner drills\nelbow pairs 5/side -- a hand short", 13, "NotAllowed")]
    [InlineData("## Partner drills\nfront kick to the body pairs 5/side", 5, "NotAllowed")]
    [InlineData("## Partner drills\nfront kick to the body pairs 5/side", 7, null)]
    // what must be there
    [InlineData("## Throws\nhip throw pairs 5/side", 18, "Missing")]
    [InlineData("## Throws on the mats\nback fall x5\nhip throw pairs 5/side", 18, null)]
    [InlineData("## Falls\nback fall x10", 18, "Missing")]
    [InlineData("## Falls\nback fall x10 [mats]", 18, null)]
    [InlineData("## Falls\nnote: no mats today\nback fall x10", 18, "ThinkTwice")]
    // getting out of it is another thing than doing it
    [InlineData("## Ground\nrear naked choke pairs x5 -- tap", 13, "NotAllowed")]
    [InlineData("## Ground\nrear naked choke escape pairs x5 -- tap", 13, null)]
    // what is said not to be done
    [InlineData("## Sparring\nsparring 2 x 1:00 rest 0:30 -- no full contact, never to the back of the head", 13, null)]
    [InlineData("## Sparring\nfull contact sparring 2 x 1:00", 13, "NotAllowed")]
    // words of danger within names of something else
    [InlineData("## Basics\nknife hand block 10/side", 7, null)]
    [InlineData("## Self-defence\nknife defence pairs x5 -- tap", 7, "NotAllowed")]
    [InlineData("## Self-defence\nknife defence pairs x5 -- rubber knife", 18, null)]
    [InlineData("## Self-defence\nwobble wobble pairs x5", 18, "NotKnown")]
    public void Each_of_the_six_decides(string sheet, int youngest, string? expected) =>
        Assert.Equal(expected, Kind(sheet, youngest));

    [Fact]
    public void Getting_out_of_a_knife_attack_is_for_thirteen_and_older() =>
        Assert.Equal("NotAllowed", Kind("## Self-defence\nescape from a knife attack pairs x5 -- rubber knife", 12));

    [Fact]
    public void The_same_matter_is_said_once_a_segment_and_again_in_the_next()
    {
        const string Sheet = "## Ground\nkimura pairs x5\narm bar pairs x5\n## Again\narm bar pairs x5";
        Assert.Equal(
            [1, 4],
            Dangers(Sheet, 14)
                .Where(d => d.Matter.StartsWith("arm-lock", StringComparison.Ordinal))
                .Select(d => d.Entry)
        );
    }

    /// <summary>The catalogue and a hazard say the same of these: it is said once, with why and what instead.</summary>
    [Theory]
    [InlineData("## Ground\narm bar pairs x5 -- tap")]
    [InlineData("## Partner drills\nround kick to the head pairs 5/side")]
    [InlineData("## Fitness\nknuckle push-ups x5")]
    public void One_cause_is_said_once(string sheet) =>
        Assert.Contains("Instead: ", Assert.Single(Dangers(sheet, 7)).Message, StringComparison.Ordinal);

    [Fact]
    public void One_press_adds_what_must_be_there_and_settles_it()
    {
        var plan = Given.Reader.Read("# A\n## Throws\nhip throw pairs 5/side").Plan;
        var clock = Core.Lessons.Clock.LessonClock.Time(plan, Given.Adults());
        var mend = Assert.Single(LessonChecks.Of(clock), c => c.Code == "needs").Mend!;
        var mended = mend.Apply(plan, Given.Reader);
        Assert.Equal("hip throw pairs 5/side [mats] -- falls first", Given.Writer.Write(mended.Entries[^1]));
        Assert.DoesNotContain(
            LessonChecks.Of(Core.Lessons.Clock.LessonClock.Time(mended, Given.Adults())),
            c => c.Code == "needs"
        );
    }

    [Fact]
    public void Years_on_the_sheet_are_read_written_and_judged()
    {
        var reading = Given.Reader.Read("# A\nclass: Limpets · ages 4-6\n## Pads\nround kick 5/side");
        Assert.Equal(new AgeRange(4, 6), reading.Plan.Head.Ages);
        Assert.Equal(AgeBand.Kids, reading.Plan.Head.Band);
        Assert.Contains("ages 4-6", Given.Writer.Write(reading.Plan), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(3, AgeGroup.From4)]
    [InlineData(6, AgeGroup.From4)]
    [InlineData(7, AgeGroup.From7)]
    [InlineData(12, AgeGroup.From10)]
    [InlineData(15, AgeGroup.From13)]
    [InlineData(17, AgeGroup.From16)]
    [InlineData(40, AgeGroup.Adults)]
    public void Ages_fall_into_groups(int years, AgeGroup group) => Assert.Equal(group, AgeGroups.OfAge(years));

    /// <summary>What is allowed never shrinks with age, and every rule names things that are there.</summary>
    [Fact]
    public void The_data_is_whole()
    {
        var needs = HazardFile.Needs().Select(n => n.Id).ToHashSet();
        var groups = Enum.GetValues<AgeGroup>();
        Assert.All(
            HazardFile.Hazards(),
            h =>
            {
                Assert.All(h.Needs, n => Assert.Contains(n, needs));
                Assert.All(h.Techniques, t => Assert.NotNull(Given.Catalogue.Find(t)));
                Assert.Equal(groups.Select(h.MostFor).Order(), groups.Select(h.MostFor));
            }
        );
    }
}
