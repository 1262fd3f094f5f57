using System.Net;
using LoyalLadder.Core;
using LoyalLadder.Core.Rounds;
using LoyalLadder.Data.Demo;
using LoyalLadder.Web.Pages.Rounds;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>The room of called rounds: its address is the rounds, what was kept is printed as it was kept.</summary>
public sealed class RoundsPageTests(DemoServer demo) : IClassFixture<DemoServer>
{
    [Theory]
    [InlineData("2:00", 120)]
    [InlineData("120", 120)]
    [InlineData("45s", 45)]
    [InlineData(" 0:30 ", 30)]
    [InlineData("", -1)]
    [InlineData("two", -1)]
    [InlineData("1:2:3", -1)]
    [InlineData("-5", -1)]
    [InlineData("99999999999", -1)]
    public void A_length_is_read_as_it_is_written(string work, int seconds) =>
        Assert.Equal(
            seconds,
            new RoundsForm { Work = work }
                .Request()
                .WorkSeconds
        );

    [Theory]
    [InlineData("knees 30, low kick 20", "knees/0.3 low kick/0.2")]
    [InlineData("knees 30 %", "knees/0.3")]
    [InlineData("hook", "hook/0.25")]
    [InlineData(" , ,", "")]
    public void A_focus_is_read_in_hundredths(string focus, string items) =>
        Assert.Equal(
            items,
            string.Join(
                ' ',
                new RoundsForm { Focus = focus }
                    .Request()
                    .Focus.Select(f => FormattableString.Invariant($"{f.Item}/{f.Share}"))
            )
        );

    [Fact]
    public void Settings_come_back_from_what_was_kept_as_they_were_typed()
    {
        var form = new RoundsForm
        {
            Rank = "Teens / Green",
            Band = "teens",
            Kit = "mitts",
            Rounds = 5,
            Work = "1:30",
            Rest = "0:20",
            Density = 15,
            Focus = "hook 30, jab 12.5",
            Clinch = true,
            Lead = "switching",
            Build = "rising",
            Active = true,
            Seed = 77,
        };
        Assert.Equal(form, RoundsForm.Of(form.Request()));
        Assert.Contains("seed=78", form.Query(78), StringComparison.Ordinal);
        Assert.Contains("rank=Teens%20%2F%20Green", form.Query(), StringComparison.Ordinal);
        Assert.DoesNotContain("focus=", new RoundsForm().Query(), StringComparison.Ordinal);
    }

    private static CalledRound Round(int calls, decimal apart) =>
        new(
            Enumerable
                .Range(0, calls)
                .Select(i => new CalledMove(i * apart, 1, "jab", "jab", "left mitt", false))
                .ToSequence(),
            1
        );

    [Theory]
    [InlineData(12, 5, 120, 1)]
    [InlineData(40, 3, 120, 2)]
    [InlineData(40, 3, 150, 3)]
    public void A_round_stands_in_one_row_while_its_words_have_room_else_minute_by_minute(
        int calls,
        int apart,
        int seconds,
        int rows
    )
    {
        var strip = RoundStrip.Of(Round(calls, apart), seconds).ToList();
        Assert.Equal(rows, strip.Count);
        Assert.Equal(Enumerable.Range(0, calls), strip.SelectMany(r => r.Rungs).Select(r => r.Number));
        Assert.All(
            strip.SelectMany(r => r.Rungs),
            r => Assert.InRange(r.X, StripRow.Left, StripRow.Left + StripRow.Width)
        );
        Assert.Equal((0, seconds), (strip[0].FromSeconds, strip[^1].ToSeconds));
    }

    [Fact]
    public async Task Kept_rounds_are_shown_and_printed_with_the_calls_they_were_kept_with()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        const string settings = "band=adults&rounds=2&work=1:00&seed=9";
        var kept = await ines.Post($"/rounds?{settings}", $"/rounds?{settings}", ("name", "Friday pads"));
        var address = kept.Headers.Location!.ToString();
        var page = await ines.Page(address);
        var words = page.QuerySelectorAll(".strip-call text").Select(t => t.TextContent).ToList();
        var paper = page.QuerySelector("a[href^='/rounds/paper']")!.GetAttribute("href")!;
        Assert.Contains("kept=", paper, StringComparison.Ordinal);
        var printed = (await ines.Page(paper)).QuerySelectorAll(".calls b").Select(b => b.TextContent).ToList();
        Assert.Equal(words, printed);
        await ines.Page($"/rounds/paper?kept={Guid.NewGuid()}", HttpStatusCode.NotFound);
        await ines.Page($"/rounds?kept={Guid.NewGuid()}", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_cannot_be_made_says_why_beside_its_field_and_keeps_what_was_typed()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var page = await marlow.Page("/rounds?band=adults&density=99&work=soon&focus=knees 30");
        var errors = page.QuerySelectorAll(".field-error").Select(e => e.TextContent.Trim()).Where(e => e.Length > 0);
        Assert.Equal(["20 to 300 seconds.", "6 to 30 calls a minute."], errors);
        Assert.Equal("soon", page.QuerySelector("[name=work]")!.GetAttribute("value"));
        Assert.Equal("knees 30", page.QuerySelector("[name=focus]")!.GetAttribute("value"));
        Assert.Null(page.QuerySelector("#call"));
        var paper = await marlow.Get("/rounds/paper?band=adults&density=99");
        Assert.StartsWith("/rounds?", paper.Headers.Location!.ToString(), StringComparison.Ordinal);
    }
}
