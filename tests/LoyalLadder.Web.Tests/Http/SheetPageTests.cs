using System.Net;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Paste, edit, two people at once, and everything that goes wrong.</summary>
public sealed class SheetPageTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private async Task<(Visitor Visitor, string Sheet)> Pasted(string text, string email = Data.Demo.DemoSchool.Head)
    {
        var visitor = await Visitor.SignedIn(demo.Server, email);
        var page = await visitor.Page("/sheets/new");
        var kites = page.QuerySelectorAll("#ClassId option")
            .First(o => o.TextContent.StartsWith("Kites", StringComparison.Ordinal))
            .GetAttribute("value")!;
        var answer = await visitor.Post(
            "/sheets/new",
            "/sheets/new",
            ("ClassId", kites),
            ("Date", "2041-05-21"),
            ("Text", text)
        );
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        return (visitor, answer.Headers.Location!.ToString());
    }

    private static List<string> Rows(IDocument page) =>
        [.. page.QuerySelectorAll("[data-line]").Select(r => r.GetAttribute("data-line")!)];

    private static List<string> Words(IDocument page) =>
        [.. page.QuerySelectorAll("[data-line] .what").Select(w => w.TextContent)];

    [Theory]
    [InlineData("karate-adults.txt")]
    [InlineData("kids-tuesday.txt")]
    [InlineData("mixed-selfdefence.txt")]
    [InlineData("ring-rounds.txt")]
    public async Task A_sheet_pastes_into_a_lesson_in_one_step(string file)
    {
        var text = await File.ReadAllTextAsync(
            Path.Combine(AppContext.BaseDirectory, "Sheets", file),
            TestContext.Current.CancellationToken
        );
        var (visitor, sheet) = await Pasted(text);
        var page = await visitor.Page(sheet);
        Assert.True(page.QuerySelectorAll(".line .at").Length >= 8);
        Assert.NotNull(page.QuerySelector("svg.lesson-ladder .peg"));
        Assert.Equal(
            text,
            await (await visitor.Get($"{sheet}/files?handler=Pasted")).Content.ReadAsStringAsync(
                TestContext.Current.CancellationToken
            )
        );
    }

    [Fact]
    public async Task Every_edit_answers_with_the_new_fit()
    {
        var (visitor, sheet) = await Pasted("front kick 5/side\nplank 30s");
        var token = await visitor.Token(sheet);
        var before = await visitor.Page(sheet);
        var rows = Rows(before);
        var answer = await Visitor.Parse(
            await visitor.Send($"{sheet}/doses?handler=Step&line={rows[0]}&by=1", token, true)
        );
        Assert.Equal("6/side", answer.QuerySelector($"#line-{rows[0]} .dose")!.TextContent);
        Assert.NotEqual(
            before.QuerySelector("#headline")!.GetAttribute("title"),
            answer.QuerySelector("#headline")!.GetAttribute("title")
        );
        answer = await Visitor.Parse(
            await visitor.Send($"{sheet}/doses?handler=Move&line={rows[1]}&by=-1", token, true)
        );
        Assert.Equal(["plank", "front kick"], Words(answer));
        answer = await Visitor.Parse(await visitor.Send($"{sheet}/lines?handler=Remove&line={rows[1]}", token, true));
        Assert.Equal(["front kick"], Words(answer));
        answer = await Visitor.Parse(await visitor.Send($"{sheet}/settle?handler=Back", token, true));
        Assert.Equal(["plank", "front kick"], Words(answer));
        answer = await Visitor.Parse(
            await visitor.Send($"{sheet}/doses?handler=Prioritise&line={rows[1]}&priority=Could", token, true)
        );
        Assert.Contains("could", answer.QuerySelector($"#line-{rows[1]}")!.TextContent, StringComparison.Ordinal);
        answer = await Visitor.Parse(
            await visitor.Send(
                $"{sheet}/lines?handler=Add",
                token,
                true,
                ("text", "## Pads\njab, cross pairs 8/side [mitts]\nbe kind")
            )
        );
        Assert.Equal(["plank", "front kick", "Pads", "jab, cross", "be kind"], Words(answer));
        answer = await Visitor.Parse(
            await visitor.Send(
                $"{sheet}/lines?handler=Edit&line={rows[0]}&version={Visitor.VersionOf(answer, rows[0])}",
                token,
                true,
                ("text", "round kick 3 slow + 3 fast each side")
            )
        );
        Assert.Equal("3 slow + 3 brisk /side", answer.QuerySelector($"#line-{rows[0]} .dose")!.TextContent);
    }

    [Fact]
    public async Task A_page_holds_the_tools_of_a_line_once_and_only_for_who_may_change_it()
    {
        var (visitor, sheet) = await Pasted("front kick 5/side\nplank 30s\nsquat x10");
        Assert.Equal(3, Rows(await visitor.Page(sheet)).Count);
        static IHtmlTemplateElement? Tools(IDocument page) => page.QuerySelector<IHtmlTemplateElement>("#line-tools");
        var page = await visitor.Page(sheet);
        Assert.Single(Tools(page)!.Content.QuerySelectorAll("[data-key='x']"));
        Assert.Empty(page.QuerySelectorAll("#lines button"));
        using var odile = await Visitor.SignedIn(demo.Server, Data.Demo.DemoSchool.Assistant);
        Assert.Null(Tools(await odile.Page(sheet)));
    }

    [Fact]
    public async Task Edits_work_without_scripts_as_well()
    {
        var (visitor, sheet) = await Pasted("front kick 5/side");
        var row = Rows(await visitor.Page(sheet))[0];
        var more = (await visitor.Page($"{sheet}?edit={row}")).QuerySelector($"#line-{row} noscript [data-key=']']")!;
        var answer = await visitor.Post(sheet, more.GetAttribute("formaction")!);
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        Assert.Equal(
            "6/side",
            (await visitor.Page(answer.Headers.Location!.ToString())).QuerySelector(".dose")!.TextContent
        );
        Assert.Contains(
            "front kick 6/side",
            (await visitor.Page($"{sheet}?edit={row}")).QuerySelector("#edit-text")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Two_people_keep_both_edits_of_different_lines_and_are_shown_both_of_the_same_line()
    {
        var (ines, sheet) = await Pasted("front kick 5/side\nplank 30s");
        using var marlow = await Visitor.SignedIn(demo.Server, Data.Demo.DemoSchool.Instructor);
        var shownAtFirst = await ines.Page(sheet);
        var rows = Rows(shownAtFirst);
        var (inesToken, marlowToken) = (await ines.Token(sheet), await marlow.Token(sheet));
        Task<HttpResponseMessage> Edit(Visitor who, string token, int line, string text) =>
            who.Send(
                $"{sheet}/lines?handler=Edit&line={rows[line]}&version={Visitor.VersionOf(shownAtFirst, rows[line])}",
                token,
                true,
                ("text", text)
            );

        Assert.Equal(HttpStatusCode.OK, (await Edit(ines, inesToken, 0, "front kick 9/side")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Edit(marlow, marlowToken, 1, "plank 50s")).StatusCode);
        Assert.Equal(["9/side", "50s"], (await ines.Page(sheet)).QuerySelectorAll(".dose").Select(d => d.TextContent));

        var clash = await Edit(marlow, marlowToken, 0, "front kick 2/side");
        Assert.Equal(HttpStatusCode.Conflict, clash.StatusCode);
        var shown = (await Visitor.Parse(clash)).QuerySelector(".clash")!.TextContent;
        Assert.Contains("front kick 9/side", shown, StringComparison.Ordinal);
        Assert.Contains("front kick 2/side", shown, StringComparison.Ordinal);
        Assert.Contains(
            "9/side",
            (await ines.Page(sheet)).QuerySelector(".dose")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("front kick x99999999", "99999999 repetitions cannot be")]
    [InlineData("front kick 0/side", "0 repetitions cannot be")]
    [InlineData("front kick -5/side", "-5 repetitions cannot be")]
    [InlineData("plank 0s", "0 seconds cannot be")]
    [InlineData("plank 9999999999999999 min", "cannot be")]
    [InlineData("", "Type what the class does")]
    public async Task An_absurd_line_gets_its_error_beside_what_was_typed(string typed, string message)
    {
        var (visitor, sheet) = await Pasted("plank 30s");
        var token = await visitor.Token(sheet);
        var answer = await visitor.Send($"{sheet}/lines?handler=Add", token, true, ("text", typed));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        var said = (await Visitor.Parse(answer)).QuerySelector(".said.stop")!.TextContent;
        Assert.Contains(message, said, StringComparison.Ordinal);
        Assert.Contains(typed, said, StringComparison.Ordinal);

        var shown = await visitor.Page(sheet);
        var row = Rows(shown)[0];
        var edit = await Visitor.Parse(
            await visitor.Send(
                $"{sheet}/lines?handler=Edit&line={row}&version={Visitor.VersionOf(shown, row)}",
                token,
                true,
                ("text", typed)
            )
        );
        Assert.Contains(message, edit.QuerySelector(".field-error")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(typed, edit.QuerySelector("#edit-text")!.TextContent);
    }

    [Theory]
    [InlineData("a megabyte")]
    [InlineData("binary")]
    [InlineData("five hundred lines")]
    [InlineData("blank")]
    public async Task What_is_no_sheet_is_refused_and_still_there(string what)
    {
        var text = what switch
        {
            "a megabyte" => new string('k', 1_000_000),
            "binary" => string.Concat(Enumerable.Range(0, 4000).Select(i => (char)(1 + (i * 7 % 26)))),
            "five hundred lines" => string.Concat(Enumerable.Repeat("jab x5\n", 500)),
            _ => "   ",
        };
        using var visitor = await Visitor.SignedIn(demo.Server);
        var page = await visitor.Page("/sheets/new");
        var anyClass = page.QuerySelector("#ClassId option")!.GetAttribute("value")!;
        var answer = await visitor.Post(
            "/sheets/new",
            "/sheets/new",
            ("ClassId", anyClass),
            ("Date", "2041-05-21"),
            ("Text", text)
        );
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var again = await Visitor.Parse(answer);
        Assert.NotEmpty(again.QuerySelector("[data-valmsg-for=Text]")!.TextContent);
        if (what != "binary")
            Assert.Equal(text.Trim().Length, again.QuerySelector("textarea")!.TextContent.Trim().Length);
    }

    [Fact]
    public async Task A_file_of_bytes_is_refused()
    {
        using var visitor = await Visitor.SignedIn(demo.Server);
        var page = await visitor.Page("/sheets/new");
        var bytes = new byte[3000];
        new Random(3).NextBytes(bytes);
        using var request = new HttpRequestMessage(HttpMethod.Post, "/sheets/new");
        request.Content = new MultipartFormDataContent
        {
            { new StringContent(page.QuerySelector("#ClassId option")!.GetAttribute("value")!), "ClassId" },
            { new StringContent("2041-05-21"), "Date" },
            { new StringContent(""), "Text" },
            { new StringContent(await visitor.Token("/sheets/new")), "__RequestVerificationToken" },
            { new ByteArrayContent(bytes), "file", "photo.png" },
        };
        Assert.Contains(
            "This is not text",
            await (await visitor.Send(request)).Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("0001-01-01")]
    [InlineData("9999-12-31")]
    [InlineData("2041-02-31")]
    [InlineData("soon")]
    [InlineData("")]
    public async Task A_day_that_makes_no_sense_is_refused(string date)
    {
        using var visitor = await Visitor.SignedIn(demo.Server);
        var anyClass = (await visitor.Page("/sheets/new")).QuerySelector("#ClassId option")!.GetAttribute("value")!;
        var answer = await visitor.Post(
            "/sheets/new",
            "/sheets/new",
            ("ClassId", anyClass),
            ("Date", date),
            ("Text", "jab x5")
        );
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotEmpty((await Visitor.Parse(answer)).QuerySelector("[data-valmsg-for=Date]")!.TextContent);
    }

    [Fact]
    public async Task Markup_and_quotes_come_out_as_they_were_typed_and_run_nowhere()
    {
        const string nasty = "<script>alert(1)</script> \"x\" 'y' </script><img src=x onerror=alert(2)> 30s";
        var (visitor, sheet) = await Pasted($"jab x5\n{nasty}");
        var page = await visitor.Page(sheet);
        Assert.Contains(
            page.QuerySelectorAll(".what").Select(w => w.TextContent),
            w => w.Contains("<script>alert(1)", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(
            page.QuerySelectorAll("script"),
            s => s.TextContent.Contains("alert", StringComparison.Ordinal)
        );
        var mat = await visitor.Page(sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal));
        Assert.Single(mat.QuerySelectorAll("script[type='application/json']"));
        Assert.Empty(mat.QuerySelectorAll("img"));
    }

    [Fact]
    public async Task A_sheet_page_asks_the_database_as_often_for_forty_lines_as_for_two()
    {
        var (visitor, first) = await Pasted("jog 2:00");
        var (_, small) = await Pasted("jab x5\nplank 30s");
        var (_, large) = await Pasted(string.Concat(Enumerable.Range(1, 40).Select(i => $"jab, cross x{i}\n")));
        async Task<int> Cost(string sheet)
        {
            demo.Server.Queries.Taken();
            await visitor.Page(sheet);
            return demo.Server.Queries.Taken();
        }
        await Cost(first);
        var (two, forty) = (await Cost(small), await Cost(large));
        // a sheet with a stop asks once more, who set it aside
        Assert.InRange(forty - two, -1, 1);
        Assert.InRange(two, 1, 10);
        // who looks again, or after somebody else, does not have it read and timed again
        Assert.InRange(await Cost(large), 1, 2);
    }

    [Fact]
    public async Task The_quick_line_says_how_it_reads_and_offers_names()
    {
        var (visitor, sheet) = await Pasted("jab x5");
        var matches = await visitor.Page($"{sheet}/matches?text=mawashi 5/side");
        Assert.Contains("with setting up", matches.QuerySelector(".reads")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(
            matches.QuerySelectorAll("[data-fill]"),
            o => o.GetAttribute("data-fill") == "mawashi-geri 5/side"
        );
        Assert.Empty(
            (await visitor.Page($"{sheet}/matches?text={new string('x', 900)}")).QuerySelectorAll("[data-fill]")
        );
    }
}
