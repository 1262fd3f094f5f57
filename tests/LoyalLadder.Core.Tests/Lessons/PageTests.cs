using System.Text.Json;
using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Layout;
using LoyalLadder.Core.Lessons.Sheets;

namespace LoyalLadder.Core.Tests.Lessons;

/// <summary>Whole pages as they stand in files and mails: what each line is for, and what stands under which heading.</summary>
public class PageTests
{
    [Theory]
    [InlineData("1) Warm up", LineMark.Number, "Warm up")]
    [InlineData("IV. Form", LineMark.Roman, "Form")]
    [InlineData("B. Bow stance left and right", LineMark.Capital, "Bow stance left and right")]
    [InlineData("17:40 HANDS", LineMark.Clock, "HANDS")]
    [InlineData("6.05 pm Pads", LineMark.Clock, "Pads")]
    [InlineData("17h30 Stretch", LineMark.Clock, "Stretch")]
    [InlineData("10 min warm-up", LineMark.Minutes, "warm-up")]
    [InlineData("8-20  Skill", LineMark.Span, "Skill")]
    [InlineData("[ ] squats 10", LineMark.Tick, "squats 10")]
    [InlineData("r3 L teep", LineMark.Round, "L teep")]
    [InlineData("▶ FINISHER", LineMark.Bullet, "FINISHER")]
    [InlineData("**Pads**", LineMark.None, "Pads")]
    [InlineData("== Pads ==", LineMark.None, "Pads")]
    [InlineData("~ Clinch ~", LineMark.None, "Clinch")]
    [InlineData("- **Front kick** x 10", LineMark.Bullet, "Front kick x 10")]
    [InlineData("1-2-3 x10", LineMark.None, "1-2-3 x10")]
    [InlineData("10 front kicks", LineMark.None, "10 front kicks")]
    [InlineData("9.-7. kyu Heian shodan", LineMark.None, "9.-7. kyu Heian shodan")]
    public void What_stands_before_the_words_of_a_line_is_told_from_them(string typed, LineMark mark, string text)
    {
        var line = Assert.Single(PageLines.Of([typed]));
        Assert.Equal((mark, text), (line.Mark, line.Text));
    }

    [Fact]
    public void Lines_that_count_on_from_one_are_numbered() =>
        Assert.Equal(
            ["1-2-low kick", "1-2-3", "free"],
            PageLines.Of(["1 1-2-low kick", "2 1-2-3", "3 free"]).Select(l => l.Text)
        );

    [Theory]
    [InlineData("Warming-up 15 min", "Warming-up", 15)]
    [InlineData("WARM UP - 7 MIN", "WARM UP", 7)]
    [InlineData("A - Warming (15')", "Warming", 15)]
    [InlineData("3. KATA (20)", "KATA", 20)]
    [InlineData("Breakfalls (about 15 minutes)", "Breakfalls", 15)]
    [InlineData("10 min warm-up", "warm-up", 10)]
    [InlineData("20-38 Pad ramp", "Pad ramp", null)]
    [InlineData("Pads", "Pads", null)]
    public void A_heading_is_its_name_and_what_is_booked_for_it(string typed, string name, int? minutes)
    {
        var heading = HeadingName.Of(Assert.Single(PageLines.Of([typed])));
        Assert.Equal((name, minutes), (heading.Name.TrimStart('0', '1', '2', '3', '8', '-', ' '), heading.Minutes));
    }

    [Theory]
    [InlineData("Warm up: 5 min running", "Warm up", "5 min running")]
    [InlineData("18:10 Drink", "Drink", "Drink")]
    [InlineData("SEIRI UNDO - stretch, bow", "SEIRI UNDO", "stretch, bow")]
    [InlineData("Then voice: two rows face each other", "voice", "two rows face each other")]
    public void A_heading_may_say_its_work_in_the_same_line(string typed, string name, string work)
    {
        var heading = HeadingName.WithWork(Assert.Single(PageLines.Of([typed])));
        Assert.Equal((name, work), (heading.Name, heading.Work));
    }

    [Theory]
    [InlineData(
        "| Part | Min | What | How |\n|---|---|---|---|\n| Pads | 7 | Jab, cross | 4 x 1 min |\n| | 5 | Low kick | 10 each |"
    )]
    [InlineData("Part\tMin\tWhat\tHow\nPads\t7\tJab, cross\t4 x 1 min\n\t5\tLow kick\t10 each")]
    [InlineData("Part,Min,What,How\nPads,7,\"Jab, cross\",4 x 1 min\n,5,Low kick,10 each\nTotal,12,,")]
    [InlineData(
        "PART     MINS  WHAT           HOW MUCH\nPads        7  Jab, cross     4 x 1 min\n            5  Low kick       10 each"
    )]
    public void A_table_is_read_by_its_columns_however_they_are_divided(string table)
    {
        var plan = Given.Reader.Read($"Thursday class\n\n{table}").Plan;
        Assert.Equal(
            ["## Pads", "Jab, cross 4 x 1:00", "Low kick 10/side"],
            plan.Entries.Where(e => e is not Note).Select(Given.Writer.Write)
        );
    }

    [Fact]
    public void Minutes_of_a_heading_are_the_time_of_lines_that_say_none()
    {
        var plan = Given
            .Reader.Read(
                "Monday teens 60 min\n\nWarm-up (10 min)\n- jogging\n- star jumps\n\nPads (5 min)\n- jab, cross 10 each"
            )
            .Plan;
        Assert.Equal([10, 5], plan.Entries.OfType<Segment>().Select(s => s.Minutes!.Value));
        Assert.Equal(["jogging 5:00", "star jumps 5:00"], plan.Lines.Take(2).Select(Given.Writer.Write));
        Assert.Equal("jab, cross 10/side", Given.Writer.Write(plan.Lines.Last()));
    }

    [Fact]
    public void A_part_lasts_from_its_time_of_the_day_to_the_next()
    {
        var plan = Given
            .Reader.Read("Adults\n\n18:00 Warm-up\n- jogging\n18:10 Pads\n- jab, cross 10 each\n18:25 Stretch")
            .Plan;
        Assert.Equal([10, 15, null], plan.Entries.OfType<Segment>().Select(s => s.Minutes));
    }

    [Fact]
    public void Rounds_of_a_heading_are_one_for_each_of_as_many_lines()
    {
        var plan = Given
            .Reader.Read(
                "Bag class\n\nWarm-up\nskipping 3 min\n\nBags, 3 rounds x 2 min:\nr1 jab, cross\nr2 low kick\nr3 knee"
            )
            .Plan;
        Assert.All(plan.Lines.Skip(1), l => Assert.Equal(new TimedDose(120), l.Dose));
        Assert.Equal(4, plan.Lines.Count());
    }

    [Theory]
    [InlineData("ditto", "front kick 10/side")]
    [InlineData("same again", "front kick 10/side")]
    [InlineData("round kick, likewise", "round kick 10/side")]
    [InlineData("same with a step", "front kick 10/side -- a step")]
    public void A_line_may_refer_to_the_one_above(string typed, string read)
    {
        var plan = Given
            .Reader.Read($"Monday adults\n\nKicks\n- front kick 10 each leg\n- {typed}\n- knee 5 each leg")
            .Plan;
        Assert.Equal(read, Given.Writer.Write(plan.Lines.ElementAt(1)));
    }

    [Theory]
    [InlineData("green and up: side kick 5 each", "green and up")]
    [InlineData("beginners no kick, jab 10", "beginners")]
    [InlineData("Confirmed ones: hook 10", "Confirmed ones")]
    [InlineData("6.-4. kyu front kick 5 each", "6.-4. kyu")]
    [InlineData("yellow/orange - front kick 5 each", "yellow/orange")]
    public void Whoever_does_something_else_is_told_from_what_they_do(string typed, string group) =>
        Assert.Equal(group, PageWords.GroupAt(typed)?.Group);

    [Theory]
    [InlineData("green & up: side kick 5 each", "green and up")]
    [InlineData("white/yellow: side kick 5 each", "white-yellow")]
    [InlineData("Those who were here last autumn: side kick 5 each", "Those who were here last")]
    [InlineData("6.-4. kyu side kick 5 each", "kyu 6.-4.")]
    public void A_group_is_kept_in_words_that_read_back(string typed, string group)
    {
        var plan = Given
            .Reader.Read($"Monday adults\n\nKicks\n- front kick 10 each leg\n  {typed}\n- knee 5 each leg")
            .Plan;
        var version = Assert.Single(plan.Lines.First().Versions);
        Assert.Equal((group, "5/side"), (version.Group, SheetWriter.Write(version.Line.Dose!)));
        Assert.Equal(plan.Lines.First(), Given.Reader.Read(Given.Writer.Write(plan)).Plan.Lines.First());
    }

    [Theory]
    [InlineData("jab, cross 10 each")]
    [InlineData("front kick: knee up, out, back")]
    [InlineData("back stance 10 each")]
    public void A_move_is_no_group(string typed) => Assert.Null(PageWords.GroupAt(typed));

    [Theory]
    [InlineData("Thursday seniors, small hall, 7.30-8.45pm", "19:30", 75)]
    [InlineData("Wednesday 17h30 to 18h35", "17:30", 65)]
    [InlineData("YOUTH BOXING   TUES 5-6PM", "17:00", 60)]
    [InlineData("tonite 7-8", "07:00", 60)]
    [InlineData("Sunday 11-12.30pm", "11:00", 90)]
    [InlineData("Lesson 12, adults, 1 h 15", null, 75)]
    [InlineData("Class: 4:15-5:00 pm", "16:15", 45)]
    [InlineData("KIDS 5-7", null, null)]
    public void Hours_are_read_in_any_spelling(string title, string? start, int? minutes)
    {
        var head = HeadReader.Facts(title, LessonHead.Empty);
        Assert.Equal(
            (start, minutes),
            (head.Start?.ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture), head.Minutes)
        );
    }

    /// <summary>Thirty sheets as instructors keep them. 'bench/read' scores them by a reader that has not learned from them.</summary>
    [Fact]
    public void Lines_of_whole_sheets_are_told_apart()
    {
        var (right, all, headed, work) = (0, 0, 0, 0);
        foreach (var json in File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Speech", "sheets.jsonl")))
        {
            using var sheet = JsonDocument.Parse(json);
            var labels = sheet.RootElement.GetProperty("labels").EnumerateArray().Select(l => l.GetString()!).ToList();
            var text = sheet.RootElement.GetProperty("text").GetString()!;
            var laid = SheetLayout.Of([.. Typed.Plain(text, "\t").Split('\n')], Given.Reader.Look, LayoutModel.Shipped);
            all += laid.Count;
            right += laid.Count(l => IsSo(l.Label, labels[l.Line.Number - 1]));
            var reading = Given.Reader.Read(text);
            var entries = reading.Plan.Entries.Zip(reading.Lines).ToList();
            var heading = 0;
            for (var number = 1; number <= labels.Count; number++)
            {
                if (labels[number - 1] is "H" or "HW")
                    heading = number;
                if (!labels[number - 1].Contains('W', StringComparison.Ordinal))
                    continue;
                work++;
                var own = entries.FindIndex(e => e.Second == number && e.First is LessonLine);
                if (own >= 0 && entries.Take(own).LastOrDefault(e => e.First is Segment).Second == heading)
                    headed++;
            }
        }
        Assert.True(right >= 0.95 * all, $"{right} of {all} lines");
        Assert.True(headed >= 0.93 * work, $"{headed} of {work} lines of work under their heading");
    }

    private static bool IsSo(LineLabel label, string expected) =>
        (label, expected) switch
        {

            (LineLabel.Heading, "H")
            or
            (LineLabel.Work, "W")
            or
            (LineLabel.HeadingWork, "HW")
            or (LineLabel.Note, "N") => true,
            (LineLabel.Continuation, "+") => true,
            (LineLabel.WorkVersion, ['W', 'V', ..]) => true,
            (LineLabel.Version, ['V', ..]) => true,
            _ => false,
        };
}
