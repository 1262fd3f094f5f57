using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>More sheets in the manner in which instructors write them, each line with what it has to come to.</summary>
public class MoreSheetsTests
{
    /// <summary>
    /// Reads a sheet given as 'typed => written' lines and compares line by line; typed lines that come to nothing of
    /// their own say '=> '.
    /// </summary>
    private static void ComesOutAs(string sheet)
    {
        var pairs = sheet.ReplaceLineEndings("\n").Split('\n').Select(l => l.Split("=>")).ToList();
        var reading = Given.Reader.Read(string.Join('\n', pairs.Select(p => p[0].TrimEnd())));
        var written = reading
            .Plan.Entries.Zip(reading.Lines)
            .ToLookup(e => e.Second, e => Given.Writer.Write(e.First).Split('\n')[0]);
        for (var i = 0; i < pairs.Count; i++)
        {
            if (pairs[i].Length < 2)
                continue;
            Assert.Equal($"{i + 1}: {pairs[i][1].Trim()}", $"{i + 1}: {string.Join(" ; ", written[i + 1])}");
        }
    }

    [Fact]
    public void A_mail_with_greeting_quotes_and_checkboxes() =>
        ComesOutAs(
            """
            Subject: Monday teens, can you take it? => 
            Hi both, 12 of them, 50 minutes => note: Hi both, 12 of them, 50 minutes
            > WARM UP: => ## WARM UP
            > [ ] skipping 2 x 1 min, 20 sec rest => skipping 2 x 1:00 rest 20s
            > [x] leg swings 10 each leg => leg swings 10/side
            > KICKS: => ## KICKS
            > 1) front kick x 8 each side (slow) => front kick 8/side slow
            > 2) Round kicks: 3 sets of 6 each leg, 20s rest => Round kicks 6/side x3 rest 20s
            > COOL DOWN => ## COOL DOWN
            > stretch for about 4 mins => stretch 4:00
            """
        );

    [Fact]
    public void A_card_in_another_tongue() =>
        ComesOutAs(
            """
            # Thursday, 18:00-19:00, adults => 
            ## Junbi undo => ## Junbi undo
            keage 10/side => keage 10/side
            ## Kihon => ## Kihon
            Kizami-zuki, gyaku-zuki 10/side => Kizami-zuki, gyaku-zuki 10/side
            Gedan-barai 8 each side => Gedan-barai 8/side
            dollyo chagi 5 slow + 5 fast each leg => dollyo chagi 5 slow + 5 brisk /side
            teep x 10 each leg => teep 10/side
            ## Kumite => ## Kumite
            jiyu kumite 4 x 2 min, 1 min rest => jiyu kumite 4 x 2:00 rest 1:00
            mokuso 1 min => mokuso 1:00
            """
        );

    [Fact]
    public void A_circuit_and_a_round_card() =>
        ComesOutAs(
            """
            SAT CIRCUIT / 45 / all => 
            skip 3 mins => skip 3:00
            Circuit: 6 stations, 40s each, 20s change, twice round: jab, cross / burpee / plank => stations 6 x 40s change 20s laps 2: jab | cross | burpee | plank
            Bag lines 3 bags: low kick / knee / rest - 45s each, 10s change => lines 3 jobs x 45s change 10s: low kick | knee | rest [3 bags]
            pads 4 rounds of 2 mins, 30s rest => pads 4 x 2:00 rest 30s
            crunches 3x20, push ups 3x10, plank 1 min => crunches 3x20 ; push ups 3x10 ; plank 1:00
            """
        );

    [Fact]
    public void Groups_side_by_side() =>
        ComesOutAs(
            """
            # Mixed => 
            front kick 5 each leg => front kick 5/side
              advanced: jab, cross, front kick 5 each leg
            jab cross 10x => jab cross x10
            """
        );

    [Theory]
    [InlineData("# 6-8s, 40 min", AgeBand.Kids, 40, null)]
    [InlineData("# Teens 18:00-18:45", AgeBand.Teens, 45, "18:00")]
    [InlineData("# Adults / 90 / hall 2", AgeBand.Adults, 90, null)]
    [InlineData("# Juniors (ages 9-11) 19.15 to 20.00", AgeBand.Kids, 45, "19:15")]
    [InlineData("# Something else", null, null, null)]
    public void A_title_tells_ages_minutes_and_start(string title, AgeBand? band, int? minutes, string? start)
    {
        var head = Given.Reader.Read(title).Plan.Head;
        Assert.Equal(
            (band, minutes, start),
            (head.Band, head.Minutes, head.Start?.ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture))
        );
    }

    [Theory]
    [InlineData("class: Kites · 18 people · 45 min · teens · 18:00", "Kites", 18, 45, AgeBand.Teens)]
    [InlineData("class: Little Gulls | 9 kids | 40 mins", "Little Gulls", 9, 40, AgeBand.Kids)]
    [InlineData("class: -", null, null, null, null)]
    public void A_class_line_tells_its_facts(string line, string? name, int? people, int? minutes, AgeBand? band)
    {
        var head = Given.Reader.Read(line + "\njab x5").Plan.Head;
        Assert.Equal((name, people, minutes, band), (head.Class, head.People, head.Minutes, head.Band));
    }

    [Theory]
    [InlineData("[kick pads, 6 mitts]", "kick pads:|mitts:6")]
    [InlineData("[4 x shields]", "shields:4")]
    [InlineData("[]", "")]
    public void Kit_is_read_with_its_numbers(string kit, string expected) =>
        Assert.Equal(expected, string.Join('|', Given.Line($"jab x5 {kit}").Kit.Select(k => $"{k.Name}:{k.Count}")));

    [Theory]
    [InlineData("[jab] parry, cross 5/side", 0)]
    [InlineData("parry, cross 5/side [mitts]", 1)]
    public void An_attack_in_brackets_is_no_kit(string line, int kit) => Assert.Equal(kit, Given.Line(line).Kit.Count);

    [Fact]
    public void Quotes_keep_words_exactly_as_they_stand()
    {
        var line = Given.Line("\"10 green \"\"bottles\"\", 5 each\" 45s must");
        Assert.Equal(("10 green \"bottles\", 5 each", Priority.Must), (line.Content, line.Priority!.Value));
        Assert.Equal(new TimedDose(45), line.Dose);
        Assert.Equal(line, Given.Line(Given.Writer.Write(line)));
    }

    [Theory]
    [InlineData("\"odd words\" 0s")]
    [InlineData("\"odd words\" x5000 [mitts] -- gently")]
    public void A_quoted_line_with_an_absurd_dose_loses_nothing(string typed) =>
        Assert.Equal(typed, Given.Writer.Write(Given.Line(typed)));

    [Fact]
    public void Entries_know_the_line_that_they_came_from()
    {
        var reading = Given.Reader.Read("# T\n\n## Pads\n\njab x5; cross x5\nnote: n");
        Assert.Equal([3, 5, 5, 6], reading.Lines);
    }
}
