using LoyalLadder.Core.Lessons;
using LoyalLadder.Core.Lessons.Sheets;
using LoyalLadder.Core.Techniques;

namespace LoyalLadder.Core.Tests.Lessons;

public class RepairTests
{
    private static IReadOnlyList<Repair> Repairs(string line) => LineRepairs.Of(Given.Line(line), Given.Reader);

    [Theory]
    [InlineData("jab, uppecurtt 5/side", "uppercut")]
    public void A_word_is_offered_the_names_that_are_nearly_spelt_so(string line, string name)
    {
        var means = Repairs(line).Where(r => r.Kind == RepairKind.Means).ToList();
        Assert.Contains(means, r => r.Says.StartsWith(name, StringComparison.Ordinal));
        Assert.All(
            means,
            r =>
            {
                var taught = Given.Reader.With(r.Word, r.Says)!;
                Assert.All(taught.ReadEntries(line), e => Assert.True(((LessonLine)e).IsUnderstood));
            }
        );
    }

    [Theory]
    [InlineData("tag 2:00")]
    [InlineData("wibble the frobnicator 45s")]
    [InlineData("butterfly kick 10/side")]
    public void Nothing_is_offered_that_only_looks_alike(string line) => Assert.Empty(Repairs(line));

    [Fact]
    public void A_line_without_a_dose_may_be_a_heading_or_a_note() =>
        Assert.Equal(
            [RepairKind.Heading, RepairKind.Note],
            Repairs("the frobnicator room").Select(r => r.Kind).Where(k => k != RepairKind.Means)
        );

    [Fact]
    public void Where_the_dose_is_unclear_the_line_is_offered_with_doses_that_can_be()
    {
        var repairs = Repairs("front kick x10 30s");
        Assert.Contains(repairs, r => r is { Kind: RepairKind.Reads, Says: "front kick 10/side" });
        Assert.InRange(repairs.Count, 1, LineRepairs.Most);
    }

    [Fact]
    public void Nothing_is_offered_for_what_is_understood() => Assert.Empty(Repairs("front kick 5/side"));

    [Fact]
    public void A_word_of_the_school_is_read_in_lines_and_combinations_and_never_before_the_catalogue()
    {
        var reader = Given
            .Reader.With("helicopters", "arm circles")!
            .With("jab", "cross")!
            .With("snappy two", "jab, cross")!;
        Assert.Equal("arm-circles", One("helicopters 30s"));
        Assert.Equal("jab", One("jab x10"));
        Assert.Equal(["jab", "cross", "hook"], Ids("snappy two, hook 5/side"));

        string One(string line) => Assert.Single(Ids(line));
        IEnumerable<string> Ids(string line) =>
            Assert
                .IsType<LessonLine>(Assert.Single(reader.ReadEntries(line)))
                .Moves.Elements.Select(e => e.Technique!.Id);
    }

    [Theory]
    [InlineData("helicopters", true)]
    [InlineData("x", false)]
    [InlineData("front kick", false)]
    [InlineData("30s", false)]
    [InlineData("each side", false)]
    [InlineData("12 34", false)]
    public void A_word_may_be_kept_where_it_says_nothing_yet(string word, bool may) =>
        Assert.Equal(may, LineRepairs.MayBeWord(word, Given.Reader));

    [Fact]
    public void Beside_a_pasted_sheet_every_unread_word_is_marked_and_nothing_of_the_text_is_lost()
    {
        const string text =
            "# Monday\nclass: teens, 45 min\n\n## Pads\njab, wibble, cross 5/side\nfront kick x10 30s\n  seniors: frobble x5\nplank 30s\n";
        var rows = PasteLook.Of(text, Given.Reader.Read(text));
        Assert.Equal(text, string.Join('\n', rows.Select(r => string.Concat(r.Typed.Select(t => t.Text)))));
        Assert.Equal(
            ["wibble", "x10", "30s"],
            rows.SelectMany(r => r.Typed).Where(r => r.IsUnread).Select(r => r.Text).Take(3)
        );
        Assert.Equal([4, 5, 6], rows.Where(r => !r.Entries.IsEmpty).Select(r => r.Number).Take(3));
    }

    [Theory]
    [InlineData("as in \"Week 3 sheet 1\", Floor drills", "Week 3 sheet 1", "Floor drills")]
    [InlineData("same as in “Week 3”", "Week 3", null)]
    [InlineData("- as in \"Week 3\": Pads", "Week 3", "Pads")]
    public void Another_sheet_is_called_by_its_title(string line, string title, string? segment) =>
        Assert.Equal(new SheetCall(title, segment), SheetCall.Read(line));

    [Theory]
    [InlineData("jab as in boxing x10")]
    [InlineData("as in week 3")]
    public void Other_lines_call_nothing(string line) => Assert.Null(SheetCall.Read(line));

    [Fact]
    public void A_call_means_the_lines_below_the_heading_up_to_the_next()
    {
        string[] texts = ["## Warm-up", "jog 2:00", "## Floor drills", "jab x10", "note: left", "## End", "bow"];
        Assert.Equal(["jab x10", "note: left"], new SheetCall("any", "floor drill").Of(texts));
        Assert.Equal(texts, new SheetCall("any", null).Of(texts));
        Assert.Empty(new SheetCall("any", "Games").Of(texts));
    }

    [Fact]
    public void Where_sheet_and_class_differ_is_said()
    {
        var head = Given.Reader.Read("# A\nclass: Kites · 18 people · 45 min · teens · 18:30\njab x5").Plan.Head;
        Assert.Equal(3, HeadDifferences.Of(head, 60, AgeBand.Adults, new TimeOnly(19, 0)).Count());
        Assert.Empty(HeadDifferences.Of(head, 45, AgeBand.Teens, new TimeOnly(18, 30)));
    }
}
