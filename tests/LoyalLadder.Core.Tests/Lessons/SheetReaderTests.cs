using System.Text;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

public class SheetReaderTests
{
    /// <summary>What people type, and the dose that it means in the words of the writer.</summary>
    [Theory]
    [InlineData("front kick 10x", "x10")]
    [InlineData("front kick x10", "x10")]
    [InlineData("front kick x 10", "x10")]
    [InlineData("front kick 10 reps", "x10")]
    [InlineData("front kick 10", "x10")]
    [InlineData("10 front kicks", "x10")]
    [InlineData("10x front kick", "x10")]
    [InlineData("front kick 10 each side", "10/side")]
    [InlineData("front kick x10 each side", "10/side")]
    [InlineData("FRONT KICK 10X EACH SIDE", "10/side")]
    [InlineData("front kick 5 per leg", "5/side")]
    [InlineData("front kick 5/leg", "5/side")]
    [InlineData("front kick 5 e/s", "5/side")]
    [InlineData("front kick 5 each", "5/side")]
    [InlineData("push-ups 5 each", "x5")]
    [InlineData("10 front kicks each leg", "10/side")]
    [InlineData("front kick 10 left, 10 right", "10/side")]
    [InlineData("ten front kicks each leg", "10/side")]
    [InlineData("front kick 8-10 each side", "10/side")]
    [InlineData("plank 30 sec", "30s")]
    [InlineData("plank 30 seconds", "30s")]
    [InlineData("plank for 30s", "30s")]
    [InlineData("plank 1 min", "1:00")]
    [InlineData("plank 1:30", "1:30")]
    [InlineData("plank 1 min 30", "1:30")]
    [InlineData("plank 90s", "1:30")]
    [InlineData("plank half a minute", "30s")]
    [InlineData("about 2 minutes jogging", "2:00")]
    [InlineData("stretch 30s each side", "30s/side")]
    [InlineData("squats 3 sets of 10", "3x10")]
    [InlineData("squats 3x10", "3x10")]
    [InlineData("squats 3 x 10", "3x10")]
    [InlineData("squats 10 x 3 sets", "3x10")]
    [InlineData("squats 3x10, rest 30s", "3x10 rest 30s")]
    [InlineData("shadow boxing 2 mins on 30 off x 3", "3 x 2:00 rest 30s")]
    [InlineData("shadow boxing 4 x 90s with 30s rest", "4 x 1:30 rest 30s")]
    [InlineData("shadow boxing 3 rounds of 2 mins", "3 x 2:00")]
    [InlineData("3 rounds shadow boxing 2 mins 30s rest", "3 x 2:00 rest 30s")]
    [InlineData("shadow boxing 5 rounds, 2 min, 30s rest", "5 x 2:00 rest 30s")]
    [InlineData("shadow box 3 x 2:00 rest 0:30", "3 x 2:00 rest 30s")]
    [InlineData("clinch + knees 3 x 90 secs (30 off)", "3 x 1:30 rest 30s")]
    [InlineData("front kick 5 per leg slow, then 5 per leg fast", "5 slow + 5 brisk /side")]
    [InlineData("front kick 3 slow + 5 fast each side", "3 slow + 5 brisk /side")]
    [InlineData("front kick 5/side (slow)", "5/side slow")]
    [InlineData("front kick slow 5/side", "5/side slow")]
    [InlineData("front kick 5/side x2 rest 30s", "5/side x2 rest 30s")]
    [InlineData("jab cross pairs 10 each side", "pairs 10/side")]
    [InlineData("in pairs: jab, cross 10 each side", "pairs 10/side")]
    [InlineData("front kick to shield, 8 each leg, swap", "pairs 8/side")]
    [InlineData("100 knees partner count", "pairs x100")]
    [InlineData(
        "stations, 5 of them, 45s each, 15s change, twice round: jab, cross, plank, squat, rope",
        "stations 5 x 45s change 15s laps 2"
    )]
    [InlineData(
        "bag line 4 bags: low kick / burpee / plank / rest - 1 min each, 15 to change",
        "lines 4 jobs x 1:00 change 15s"
    )]
    [InlineData("oi-zuki, floor x2", "floor x2")]
    [InlineData("“front kick” 5 each side", "5/side")]
    [InlineData("front kick – 10 × each side", "10/side")]
    [InlineData("front\tkick\t5/side", "5/side")]
    public void A_dose_is_read_as_people_write_it(string typed, string dose)
    {
        var line = Given.Line(typed);
        Assert.NotNull(line.Dose);
        Assert.Equal(dose, SheetWriter.Write(line.Dose));
        Assert.True(line.Moves.IsKnown, $"'{line.Content}' is not known");
    }

    [Theory]
    [InlineData(
        "Technique 6 (tackle defence) walk it through, about 8 minutes incl. talk",
        "Technique 6 (tackle defence)",
        "8:00 walk"
    )]
    [InlineData("week 3 surprise 2 min", "week 3 surprise", "2:00")]
    [InlineData("5th kyu combination 10/side", "5th kyu combination", "10/side")]
    [InlineData("1-2-3 10/side", "1-2-3", "10/side")]
    public void A_number_that_names_something_is_no_dose(string typed, string content, string dose)
    {
        var line = Given.Line(typed);
        Assert.Equal((content, dose), (line.Content, SheetWriter.Write(line.Dose!)));
    }

    [Theory]
    [InlineData("front kick x99999999")]
    [InlineData("front kick 0/side")]
    [InlineData("front kick -5/side")]
    [InlineData("plank 0s")]
    [InlineData("plank -30s")]
    [InlineData("plank 999999999999999999999 min")]
    [InlineData("plank 500:00")]
    [InlineData("jab x5 stage 9")]
    [InlineData("jab x5 effort 0")]
    [InlineData("jab x5 teach 999 min")]
    public void An_absurd_dose_is_kept_as_typed_with_what_to_write_instead(string typed)
    {
        var line = Given.Line(typed);
        Assert.Null(line.Dose);
        Assert.NotNull(line.Problem);
        Assert.Equal(typed, line.Content);
        Assert.Equal(typed, Given.Writer.Write(line));
    }

    [Fact]
    public void A_line_that_a_mail_program_broke_goes_on_with_one_blank()
    {
        var broken = "front kick and then a long turn round to the other side\t=\n jab x10";
        var written = string.Join('\n', Given.Reader.ReadEntries(broken).Select(Given.Writer.Write));
        Assert.Contains("jab", written, StringComparison.Ordinal);
        Assert.DoesNotContain("  ", written, StringComparison.Ordinal);
    }

    [Fact]
    public void The_whole_form_is_read()
    {
        var plan = Given
            .Reader.Read(
                """
                # Thursday Kites, week 3, sheet 1
                class: Kites · 18 people · 45 min · teens · 18:00
                focus: low kick off the hands
                ## Warm-up
                arm circles 20s
                ## Floor drills
                2. rear front kick 5/side walk + 5/side brisk
                   advanced: jab, cross, rear front kick 5/side steady
                ## Pads
                jab, cross, lead hook, rear low kick  pairs 10/side steady  [kick pads, 4 shields] must
                #SD-4 wrist grab release  pairs 6/side walk  teach 120s stage 5 effort 2 could -- tap means stop
                note: ask for the home challenge
                """
            )
            .Plan;
        Assert.Equal(
            new LessonHead
            {
                Title = "Thursday Kites, week 3, sheet 1",
                Class = "Kites",
                People = 18,
                Minutes = 45,
                Band = AgeBand.Teens,
                Start = new TimeOnly(18, 0),
                Focus = "low kick off the hands",
            },
            plan.Head
        );
        var lines = plan.Lines.ToList();
        Assert.Equal("advanced", Assert.Single(lines[1].Versions).Group);
        Assert.Equal([new KitNeed("kick pads", null), new KitNeed("shields", 4)], lines[2].Kit);
        Assert.Equal(Priority.Must, lines[2].Priority);
        Assert.Equal(
            (new Teaching(TeachingKind.Seconds, 120), 5, 2, Priority.Could, "tap means stop"),
            (
                lines[3].Teach!.Value,
                lines[3].Stage!.Value,
                lines[3].Effort!.Value,
                lines[3].Priority!.Value,
                lines[3].Remark
            )
        );
        Assert.Equal("ask for the home challenge", Assert.IsType<Note>(plan.Entries[^1]).Text);
        Assert.All(lines, l => Assert.True(l.IsUnderstood, l.Content));
    }

    [Theory]
    [InlineData(
        "crunches 3 sets of 25, leg raises 3 sets of 15, plank 2x1:00",
        "crunches 3x25|leg raises 3x15|plank 2 x 1:00"
    )]
    [InlineData(
        "neck side to side 10; shoulders 10 each way; hips 10 each way",
        "neck side to side x10|shoulders 10/side|hips 10/side"
    )]
    [InlineData("20 burpees then 30s plank", "burpees x20|plank 30s")]
    [InlineData("leg swings 10 each leg front, 10 each leg side", "leg swings 10 + 10 /side -- front, side")]
    public void Several_doses_on_one_line_become_several_lines(string typed, string lines) =>
        Assert.Equal(lines, string.Join('|', Given.Reader.ReadEntries(typed).Select(Given.Writer.Write)));

    [Fact]
    public void Headings_say_things_of_all_their_lines()
    {
        var plan = Given
            .Reader.Read(
                "# T\nPADS (pairs, small shields)\n- front kick 8 each leg\nEscapes, in pairs, slow then "
                    + "normal:\n  a. wrist release 5 each side + 5 each side\nCOOL DOWN\nstretch 2 min"
            )
            .Plan;
        Assert.Equal(
            [
                "## PADS",
                "note: pairs, small shields",
                "front kick pairs 8/side [small shields]",
                "## Escapes",
                "note: in pairs, slow then normal",
                "wrist release pairs 5 slow + 5 steady /side",
                "## COOL DOWN",
                "stretch 2:00",
            ],
            plan.Entries.Select(Given.Writer.Write)
        );
    }

    [Theory]
    [InlineData("Front kick and round kick off the lead leg, with the hands up,\nfrom the long stance 10 each side", 1)]
    [InlineData("> - front kick 5 each side\n> - jab 10x", 2)]
    [InlineData("jab, cross,\nhook 10 each side", 1)]
    public void Wrapped_and_quoted_mail_lines_come_together(string mail, int lines) =>
        Assert.Equal(lines, Given.Reader.Read(mail).Plan.Lines.Count(l => l.Dose is not null));

    /// <summary>Typed by somebody who has never read the format: each line, its dose, and whether it is known.</summary>
    [Fact]
    public void Twenty_lines_from_somebody_who_has_not_read_the_format()
    {
        (string Typed, string? Dose, bool Known)[] lines =
        [
            ("• 20 jumping jacks", "x20", true),
            ("• Arm circles 30 sec", "30s", true),
            ("• Lunges 10x each side", "10/side", true),
            ("• LEG SWINGS 10 EACH LEG", "10/side", true),
            ("1 Jab cross 10x", "x10", true),
            ("2 JAB, CROSS, HOOK x 10 each side", "10/side", true),
            ("3 front kick 5 per leg slow then 5 per leg fast", "5 slow + 5 brisk /side", true),
            ("4 round kick x10 /side", "10/side", true),
            ("• wibble wobble 10 reps", "x10", false),
            ("• Flying banana stance 45 secs", "45s", false),
            ("- Low kick 8 each leg - thigh only!", "8/side", true),
            ("- jab cross low kick 3 sets of 10, 30 sec rest", "3x10 rest 30s", true),
            ("* knees 3 x 1 min 30s off", "3 x 1:00 rest 30s", true),
            ("Shadow boxing 3 rounds of 2 mins", "3 x 2:00", true),
            ("Plank 45 sec", "45s", true),
            ("Push Ups 2x15", "2x15", true),
            ("water 1 min", "1:00", true),
            ("in pairs front choke release 5 each", "pairs x5", true),
            ("ask Tansy about the keys", null, true),
            ("cool down stretch 5 minutes", "5:00", true),
        ];
        var reading = Given.Reader.Read(string.Join('\n', lines.Select(l => l.Typed)));
        var read = reading.Plan.Entries.Zip(reading.Lines).ToList();
        for (var i = 0; i < lines.Length; i++)
        {
            var entry = Assert.Single(read, r => r.Second == i + 1).First;
            if (lines[i].Dose is null)
            {
                // nobody does it for any time, so it is no work
                Assert.Equal(lines[i].Typed, Assert.IsType<Note>(entry).Text);
                continue;
            }
            var line = Assert.IsType<LessonLine>(entry);
            Assert.Equal(
                (lines[i].Typed, lines[i].Dose, lines[i].Known),
                (lines[i].Typed, line.Dose is null ? null : SheetWriter.Write(line.Dose), line.IsUnderstood)
            );
        }
    }

    /// <summary>Sheets in many hands: phone, bullets, a table, a letter, capitals, four traditions.</summary>
    [Fact]
    public void Of_sheets_by_other_hands_nearly_all_is_understood()
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "Sheets");
        var lines = Directory
            .GetFiles(folder, "*.txt", SearchOption.AllDirectories)
            .SelectMany(file => Given.Reader.Read(File.ReadAllText(file)).Plan.Lines)
            .ToList();
        var strange = lines.Where(l => !l.IsUnderstood).Select(l => l.Content).ToList();
        Assert.True(lines.Count > 200, $"{lines.Count} lines");
        Assert.True(strange.Count <= 0.05 * lines.Count, $"{strange.Count}: {string.Join(" | ", strange)}");
    }

    public static TheoryData<string, int, int> Samples =>
        new()
        {
            { "karate-adults.txt", 17, 17 },
            { "kids-tuesday.txt", 15, 14 },
            { "mixed-selfdefence.txt", 9, 9 },
            { "ring-rounds.txt", 11, 10 },
        };

    /// <summary>Per sheet: lines that carry a dose, and how many of those have only known words.</summary>
    [Theory]
    [MemberData(nameof(Samples))]
    public void A_sheet_as_instructors_write_it_comes_out_timed(string file, int dosed, int understood)
    {
        var text = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Sheets", file));
        var reading = Given.Reader.Read(text);
        Assert.Null(reading.Refusal);
        var timed = reading
            .Plan.Entries.Zip(reading.Lines)
            .Where(e => e.First is LessonLine { Dose: not null })
            .ToList();
        Assert.True(
            timed.Select(t => t.Second).Distinct().Count() >= dosed * 0.9,
            "90 % of the lines that carry a dose are timed by it"
        );
        Assert.Equal(
            (dosed, understood),
            (
                timed.Select(t => t.Second).Distinct().Count(),
                timed.GroupBy(t => t.Second).Count(g => g.All(t => ((LessonLine)t.First).IsUnderstood))
            )
        );
        EveryWordIsKept(text, Given.Writer.Write(reading.Plan));
    }

    /// <summary>Every word that is no figure, unit, side or pace stands somewhere in what was written.</summary>
    private static void EveryWordIsKept(string typed, string written)
    {
        string[] absorbed =
        [
            "each",
            "side",
            "leg",
            "way",
            "per",
            "slow",
            "normal",
            "fast",
            "sec",
            "secs",
            "min",
            "mins",
            "minutes",
            "reps",
            "sets",
            "rounds",
            "stance",
            "stances",
            "walk",
            "holder",
            "through",
            "swap",
            "count",
            "new",
            "teach",
            "it",
            "then",
            "twice",
            "round",
            "change",
            "with",
            "them",
            "off",
            "station",
            "bag",
            "bags",
            "stations",
            "incl",
            "talk",
            "about",
            "subject",
            "for",
            "and",
            "partner",
            "line",
            "lines",
            "in",
            "of",
            "to",
        ];
        var kept = NameKey.Words(written).ToHashSet();
        var lost = NameKey
            .Words(typed)
            .Where(w =>
                w.Length > 1
                && !w.Any(char.IsDigit)
                && !absorbed.SelectMany(NameKey.Words).Contains(w)
                && !kept.Contains(w)
            )
            .Distinct();
        Assert.Empty(lost);
    }

    [Theory]
    [InlineData("a\nb", null)]
    [InlineData("", null)]
    public void Ordinary_text_is_not_refused(string text, string? refusal) =>
        Assert.Equal(refusal, SheetReader.Refusal(text));

    [Fact]
    public void Too_much_text_and_what_is_no_text_are_refused_with_a_reason()
    {
        Assert.Contains("200 kB", Given.Reader.Read(new string('x', 10_000_000)).Refusal, StringComparison.Ordinal);
        Assert.Contains(
            "400",
            Given.Reader.Read(string.Concat(Enumerable.Repeat("jab x5\n", 500))).Refusal,
            StringComparison.Ordinal
        );
        var binary = new byte[5000];
        new Random(7).NextBytes(binary);
        Assert.Contains(
            "not text",
            Given.Reader.Read(Encoding.Latin1.GetString(binary)).Refusal,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not text",
            Given.Reader.Read(Encoding.UTF8.GetString(binary)).Refusal,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("pads", true)]
    [InlineData("Warm up", true)]
    [InlineData("cool down:", true)]
    [InlineData("self-defence", true)]
    [InlineData("pads 5 min", false)]
    [InlineData("plank", false)]
    [InlineData("- pads", false)]
    public void A_line_by_itself_is_a_heading_where_it_says_only_that(string typed, bool isHeading) =>
        Assert.Equal(isHeading, Assert.Single(Given.Reader.ReadEntries(typed)) is Segment);
}
