using System.Net;
using AngleSharp.Dom;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Saying what a line means, words of the school's own, other sheets' lines, and forms.</summary>
public sealed class WordsAndFormsTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static List<IElement> Marked(IDocument sheet) => [.. sheet.QuerySelectorAll("li.line.is-free")];

    /// <summary>Presses a button by its words; the answer.</summary>
    private static Task<HttpResponseMessage> Press(Visitor visitor, string page, IElement within, string words) =>
        visitor.Post(
            page,
            within
                .QuerySelectorAll("button[formaction]")
                .First(b => b.TextContent.Contains(words, StringComparison.Ordinal))
                .GetAttribute("formaction")!
        );

    [Fact]
    public async Task One_press_says_what_a_word_means_on_every_sheet_until_it_is_forgotten()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var sheet = await Sheets.Begin(marlow, "fromtkeek 5/side\njab x5\nfromtkeek x8");
        var other = await Sheets.Begin(marlow, "jab, fromtkeek 5/side");
        var marked = Marked(await marlow.Page(sheet));
        Assert.Equal(2, marked.Count);
        Assert.InRange(marked[0].QuerySelectorAll(".closest button").Length, 1, 3);
        await Press(marlow, sheet, marked[0], "means front kick");
        Assert.Empty(Marked(await marlow.Page(sheet)));
        Assert.Empty(Marked(await marlow.Page(other)));
        // the line still says what was typed
        Assert.Contains("fromtkeek 5/side", await Sheets.Text(marlow, sheet), StringComparison.Ordinal);

        var words = await marlow.Page("/material/words");
        var row = words
            .QuerySelectorAll("tr")
            .First(r => r.TextContent.Contains("fromtkeek", StringComparison.Ordinal));
        await marlow.Post("/material/words", row.QuerySelector("form")!.GetAttribute("action")!);
        Assert.Equal(2, Marked(await marlow.Page(sheet)).Count);
    }

    [Fact]
    public async Task A_line_that_is_a_heading_makes_all_lines_like_it_headings()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var sheet = await Sheets.Begin(marlow, "jab x5");
        foreach (var line in new[] { "zorble corner", "cross x5", "zorble corner" })
            await marlow.Post(
                sheet,
                $"{sheet}/lines?handler=Add",
                ("text", $"\"{line}\"".Replace("\"cross x5\"", "cross x5", StringComparison.Ordinal))
            );
        var marked = Marked(await marlow.Page(sheet));
        Assert.Equal(2, marked.Count);
        await Press(marlow, sheet, marked[1], "it is a heading");
        var page = await marlow.Page(sheet);
        Assert.Empty(Marked(page));
        Assert.Equal(
            2,
            page.QuerySelectorAll("li.is-segment")
                .Count(s => s.TextContent.Contains("zorble corner", StringComparison.Ordinal))
        );
    }

    [Theory]
    [InlineData("front kick", "jab", "Write a word")]
    [InlineData("x", "jab", "Write a word")]
    [InlineData("helicopters", "wibble", "Write a name")]
    public async Task A_word_that_cannot_be_kept_is_refused_beside_its_field(string word, string means, string said)
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var page = await Visitor.Parse(
            await marlow.Post("/material/words", "/material/words", ("Word", word), ("Means", means))
        );
        Assert.Contains(
            page.QuerySelectorAll(".field-error"),
            e => e.TextContent.Contains(said, StringComparison.Ordinal)
        );
        Assert.Equal(word, page.QuerySelector("#Word")!.GetAttribute("value"));
    }

    [Fact]
    public async Task Beside_a_pasted_sheet_stands_what_it_became_and_a_press_mends_it()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var form = new[]
        {
            ("ClassId", await Sheets.ClassId(marlow, "Kites")),
            ("Date", "2041-07-01"),
            ("Text", "# Monday\nclass: Kites, 50 min, adults\n\n## Pads\nsnorkle upercut 5/side\nplank 30s"),
            ("look", "true"),
        };
        var look = await Visitor.Parse(await marlow.Post("/sheets/new", "/sheets/new", form));
        var said = Visitor.Read(look.QuerySelector(".said"));
        Assert.Contains("the class is usually 45: this lesson is booked for 50", said, StringComparison.Ordinal);
        Assert.Contains("The sheet is for adults, the class is teens", said, StringComparison.Ordinal);
        Assert.Equal(["snorkle"], look.QuerySelectorAll(".paste-look u").Select(u => u.TextContent));
        Assert.Equal(6, look.QuerySelectorAll(".paste-look tbody tr").Length);
        var mended = await Visitor.Parse(
            await marlow.Post("/sheets/new", "/sheets/new?handler=Mend&line=5&kind=Note&says=snorkle", form)
        );
        Assert.Empty(mended.QuerySelectorAll(".paste-look u"));
        var meant = await Visitor.Parse(
            await marlow.Post("/sheets/new", "/sheets/new?handler=Mend&line=5&kind=Means&word=snorkle&says=slip", form)
        );
        Assert.Empty(meant.QuerySelectorAll(".paste-look u"));
        Assert.Contains("note: snorkle", mended.QuerySelector("textarea")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Lines_of_another_sheet_are_brought_in_by_its_title_and_heading()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        await Sheets.Begin(
            marlow,
            "# Week 31 sheet 1\nclass: -\n## Warm-up\njog 2:00\n## Floor drills\njab, cross 7/side\n## End\nbow"
        );
        var sheet = await Sheets.Begin(
            marlow,
            "# Week 32\nclass: -\n## Floor drills\nas in \"week 31 sheet 1\", Floor drills\n## End\nbow"
        );
        Assert.Equal(
            "## Floor drills|jab, cross 7/side|## End|bow",
            string.Join('|', (await Sheets.Text(marlow, sheet)).Trim().Split('\n')[2..])
        );
        await marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "as in \"no such sheet\", Pads"));
        Assert.Single(Marked(await marlow.Page(sheet)));
    }

    [Fact]
    public async Task A_form_is_kept_in_lines_with_readings_and_seconds_and_walked_on_the_floor()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        Task<HttpResponseMessage> Keep(string readings) =>
            marlow.Post(
                "/material/numbered-form",
                "/material/numbered-form",
                ("Form.Number", "F-90"),
                ("Form.Name", "Ebb"),
                ("Form.Kind", "Form"),
                (
                    "Form.Notation",
                    "low block (front stance), stepping punch\nhalf turn, low block (front stance), cross"
                ),
                ("Form.Tradition", "of our own"),
                ("Form.FormSeconds", "48"),
                ("Form.Readings", readings),
                ("Form.LeastBand", "Kids")
            );
        var wrong = await Visitor.Parse(await Keep("9: [jab] parry"));
        Assert.Contains(
            "The form has 5 moves",
            Visitor.Read(wrong.QuerySelector("[data-for-kind]")),
            StringComparison.Ordinal
        );
        var kept = await Keep("1-2: [cross] low block, stepping punch");
        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        var page = await marlow.Page(kept.Headers.Location!.ToString());
        Assert.Equal(2, page.QuerySelectorAll(".form-lines tbody tr").Length);
        Assert.Contains("48 s once through", Visitor.Read(page.QuerySelector("main")), StringComparison.Ordinal);
        Assert.Contains("[cross] low block", page.QuerySelector(".form-lines")!.TextContent, StringComparison.Ordinal);
        // on a sheet it takes its own seconds: twice 48 and the pause between
        var sheet = await Sheets.Begin(marlow, "#F-90 x2 no teach");
        Assert.Contains(
            "1:45",
            Visitor.Read((await marlow.Page(sheet)).QuerySelector("li.line .long")),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "alone",
            Visitor.Read((await marlow.Page("/bench?number=F-90")).QuerySelector("svg.floor")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_schools_own_pace_stands_beside_the_starting_values()
    {
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        var page = await odile.Page("/school/pace");
        var rows = page.QuerySelectorAll("table")[0].QuerySelectorAll("tbody tr");
        Assert.InRange(rows.Length, 4, 6);
        Assert.All(rows, r => Assert.Matches(@"^\d:\d\d$", r.QuerySelector("strong")!.TextContent));
    }
}
