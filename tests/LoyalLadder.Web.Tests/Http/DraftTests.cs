using System.Net;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Tonight's sheet in one press: drafted, drawn again, begun, as JSON.</summary>
public sealed class DraftTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static async Task<string> Unplanned(Visitor visitor) =>
        (await visitor.Page("/sheets")).QuerySelectorAll("a[href^='/draft']")[^1].GetAttribute("href")!;

    private static List<string> Lines(AngleSharp.Dom.IDocument page) =>
        [.. page.QuerySelectorAll(".drafted tbody tr td:first-child").Select(td => td.TextContent.Trim())];

    [Fact]
    public async Task A_session_without_a_sheet_gets_one_that_has_nothing_to_settle()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var address = await Unplanned(marlow);
        var page = await marlow.Page(address);
        Assert.True(Lines(page).Count >= 8, string.Join(" | ", Lines(page)));
        Assert.Equal(Lines(page), Lines(await marlow.Page(address)));
        // what the next ranks ask for, or whom it keeps from them
        var reasons = page.QuerySelectorAll(".drafted td.quiet").Select(td => td.TextContent).ToList();
        Assert.True(
            reasons.Exists(w =>
                w.Contains("need it", StringComparison.Ordinal) || w.Contains("keeps ", StringComparison.Ordinal)
            ),
            string.Join(" | ", Lines(page).Zip(reasons))
        );
        var another = page.QuerySelector(".room-head a.act")!.GetAttribute("href")!;
        Assert.NotEqual(Lines(page), Lines(await marlow.Page(another)));

        var begun = await marlow.Post(address, $"{address}&seed=1", ("Key", Guid.CreateVersion7().ToString()));
        Assert.Equal(HttpStatusCode.Redirect, begun.StatusCode);
        var sheet = await marlow.Page(begun.Headers.Location!.ToString());
        Assert.DoesNotContain("stop", sheet.QuerySelectorAll(".check").Select(c => c.ClassName ?? ""));
        Assert.Matches("[0-9]+ min spare|on time", sheet.QuerySelector("#headline")!.TextContent);
    }

    /// <summary>Another theme is one press; a line that is exchanged stays exchanged while the rest is worked out again.</summary>
    [Fact]
    public async Task Themes_are_chosen_and_lines_are_kept_removed_and_exchanged()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var page = await marlow.Page(await Unplanned(marlow));
        var cards = page.QuerySelectorAll(".theme");
        Assert.NotEmpty(page.QuerySelectorAll(".theme.is-chosen"));
        if (cards.FirstOrDefault(c => !c.ClassList.Contains("is-chosen")) is { } other)
        {
            var about = await marlow.Page(other.QuerySelector("a")!.GetAttribute("href")!);
            Assert.Equal(
                other.QuerySelector("strong")!.TextContent,
                about.QuerySelector(".theme.is-chosen strong")!.TextContent
            );
        }
        var row = page.QuerySelectorAll(".drafted tr").First(r => r.QuerySelector(".instead a") is not null);
        var instead = row.QuerySelector(".instead a")!;
        var exchanged = await marlow.Page(instead.GetAttribute("href")!);
        Assert.Contains(instead.TextContent.Trim(), Lines(exchanged));
        Assert.DoesNotContain(row.QuerySelector("td")!.TextContent.Trim(), Lines(exchanged));
        var held = Assert.Single(exchanged.QuerySelectorAll(".is-held"));
        var freed = await marlow.Page(held.QuerySelector("a.change")!.GetAttribute("href")!);
        Assert.Empty(freed.QuerySelectorAll(".is-held"));
        var removed = await marlow.Page(
            page.QuerySelectorAll(".drafted tr")[2].QuerySelectorAll("a.change")[1].GetAttribute("href")!
        );
        Assert.DoesNotContain(Lines(page)[1], Lines(removed));
        var fresh = removed.QuerySelector("#draft > p a.act")!.GetAttribute("href")!;
        Assert.Equal(Lines(page), Lines(await marlow.Page(fresh)));
        // what makes no sense is passed over
        await marlow.Page($"{await Unplanned(marlow)}&hold=x&hold=9|Nowhere|jab x5&out=&theme=no-such-thing");
    }

    /// <summary>In a school of its own: what a class's lessons are made of holds for everybody.</summary>
    [Fact]
    public async Task What_a_lesson_is_made_of_is_chosen_taken_from_a_kept_sheet_and_left_again()
    {
        await using var server = await LadderServer.Start();
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var address = await Unplanned(marlow);
        var learned = Parts(await marlow.Page(address));

        var wrong = await marlow.Post(address, $"{address}&handler=Parts", ("text", "Basics 50\nCool-down 10"));
        var told = await Visitor.Parse(wrong);
        Assert.StartsWith(
            "A lesson begins with a warm-up",
            told.QuerySelector("#parts .field-error")!.TextContent,
            Ordinal
        );
        Assert.Equal("Basics 50\nCool-down 10", Parts(told));
        Assert.Equal(learned, Parts(await marlow.Page(address)));

        const string Chosen = "Warm-up 20\nPads 60\nCool-down 20";
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await marlow.Post(address, $"{address}&handler=Parts", ("text", Chosen))).StatusCode
        );
        var drafted = await marlow.Page(address);
        Assert.Equal(Chosen, Parts(drafted));
        Assert.Equal(
            ["Warm-up", "Pads", "Cool-down"],
            drafted.QuerySelectorAll(".drafted h2").Select(h => h.TextContent)
        );

        var kept = drafted.QuerySelector("#parts-from option")!.GetAttribute("value")!;
        await marlow.Post(address, $"{address}&handler=PartsFrom", ("kept", kept));
        Assert.NotEqual(Chosen, Parts(await marlow.Page(address)));
        var gone = await Visitor.Parse(
            await marlow.Post(address, $"{address}&handler=PartsFrom", ("kept", Guid.NewGuid().ToString()))
        );
        Assert.StartsWith("It is no longer there", gone.QuerySelector("#parts .field-error")!.TextContent, Ordinal);

        await marlow.Post(address, $"{address}&handler=Parts", ("text", ""));
        Assert.Equal(learned, Parts(await marlow.Page(address)));
    }

    private const StringComparison Ordinal = StringComparison.Ordinal;

    private static string Parts(AngleSharp.Dom.IDocument page) =>
        page.QuerySelector("#parts-text")!.TextContent.Trim().Replace("\r", "", Ordinal);

    [Fact]
    public async Task Days_and_classes_that_make_no_sense_have_none()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        await ines.Page($"/draft?classId={Guid.NewGuid()}&date=2041-05-08", HttpStatusCode.NotFound);
        var address = await Unplanned(ines);
        await ines.Page(address.Replace("2041", "2099", StringComparison.Ordinal), HttpStatusCode.NotFound);
        await ines.Page("/draft?classId=x&date=y", HttpStatusCode.NotFound);
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        Assert.NotEqual(HttpStatusCode.OK, (await odile.Get(address)).StatusCode);
    }

    [Fact]
    public async Task As_json_it_is_the_same_sheet_with_its_reasons()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var address = await Unplanned(ines);
        var group = System.Web.HttpUtility.ParseQueryString(address[7..])["classId"];
        Assert.StartsWith("2041-05-", address[^10..], StringComparison.Ordinal);
        var (status, body) = await ines.PostWithToken(
            "/api/v1/lessons/draft",
            new
            {
                classId = group,
                date = address[^10..],
                seed = 1,
            }
        );
        Assert.Equal(HttpStatusCode.OK, status);
        var lines = body.GetProperty("lines").EnumerateArray().ToList();
        Assert.Contains(lines, l => l.GetProperty("why").GetString()!.Length > 0);
        var sheet = body.GetProperty("sheet").GetString()!.Split('\n');
        Assert.StartsWith("# ", sheet[0], Ordinal);
        Assert.Contains(sheet, l => l.StartsWith("class: ", Ordinal));
        Assert.Equal(
            lines.Select(l => l.GetProperty("text").GetString()),
            sheet
                .SkipWhile(l => !l.StartsWith("## ", Ordinal))
                .Where(l => l.Length > 0 && !l.StartsWith("## ", Ordinal))
        );
        // what it is about stands in its head, and another theme gives another lesson
        var theme = body.GetProperty("theme");
        Assert.Contains($"focus: {theme.GetProperty("name").GetString()}", sheet);
        Assert.InRange(body.GetProperty("score").GetProperty("themeShare").GetDouble(), 0.1, 1);
        var other = body.GetProperty("others")[0].GetProperty("theme").GetProperty("item").GetString();
        var (_, second) = await ines.PostWithToken(
            "/api/v1/lessons/draft",
            new
            {
                classId = group,
                date = address[^10..],
                seed = 1,
                theme = other,
            }
        );
        Assert.Equal(other, second.GetProperty("theme").GetProperty("item").GetString());
        Assert.NotEqual(body.GetProperty("sheet").GetString(), second.GetProperty("sheet").GetString());
        (status, body) = await ines.PostWithToken(
            "/api/v1/lessons/draft",
            new { classId = Guid.NewGuid(), date = "2041-05-07" }
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Equal("classId", body.GetProperty("errors")[0].GetProperty("path").GetString());
    }
}
