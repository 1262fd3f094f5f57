using AngleSharp.Dom;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Finding anything by any of its names; what a new school does first; papers for the class.</summary>
public sealed class FindTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static List<string> Found(IDocument page) =>
        [
            .. page.QuerySelectorAll(".find-list a")
                .Select(a => $"{a.QuerySelector(".tag-word")!.TextContent} {a.QuerySelector("b")!.TextContent}"),
        ];

    [Theory]
    [InlineData("Kites", "class Kites")]
    [InlineData("mawashi geri", "technique mawashi-geri")]
    [InlineData("14", "combination Low water")]
    [InlineData("low kick off", "sheet Low kick off the hands")]
    [InlineData("Turned back", "combination Turned back")]
    [InlineData("Net and Rope", "form Net and Rope")]
    [InlineData("green", "rank Green")]
    public async Task Anything_is_found_under_its_name(string typed, string expected)
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var page = await marlow.Page($"/find?q={Uri.EscapeDataString(typed)}");
        Assert.Contains(expected, Found(page));
        foreach (var link in page.QuerySelectorAll(".find-list a").Take(3))
            Assert.Equal(System.Net.HttpStatusCode.OK, (await marlow.Get(link.GetAttribute("href")!)).StatusCode);
    }

    [Theory]
    [InlineData("certificates", "page Certificates", "Certificates")]
    [InlineData("time zone", "page Settings", "Settings")]
    [InlineData("backup", "page The school as a file", "")]
    [InlineData("stopwatch", "page Timer", "Timer")]
    public async Task Pages_and_settings_are_found_by_whoever_may_open_them(
        string typed,
        string page,
        string forAssistant
    )
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        var address = $"/find?q={Uri.EscapeDataString(typed)}";
        var found = await ines.Page(address);
        Assert.Contains(page, Found(found));
        Assert.Equal(
            System.Net.HttpStatusCode.OK,
            (await ines.Get(found.QuerySelector(".find-list a")!.GetAttribute("href")!)).StatusCode
        );
        Assert.Equal(forAssistant.Length > 0, Found(await odile.Page(address)).Contains(page));
    }

    [Fact]
    public async Task Every_room_of_the_ladder_has_its_help_and_every_place_of_school_opens()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var school = await ines.Page("/school");
        var help = await ines.Page("/help/rooms");
        foreach (var rung in school.QuerySelectorAll("a.rung"))
            Assert.Contains(help.QuerySelectorAll(".room-help h2"), h => h.TextContent == rung.TextContent);
        Assert.Equal(
            ["School", "People", "Syllabus", "Data"],
            school.QuerySelectorAll(".school-grid nav h2").Select(h => h.TextContent)
        );
        foreach (var link in school.QuerySelectorAll(".school-grid nav a"))
            Assert.Equal(System.Net.HttpStatusCode.OK, (await ines.Get(link.GetAttribute("href")!)).StatusCode);
    }

    [Theory]
    [InlineData("%")]
    [InlineData("_")]
    [InlineData("\\")]
    [InlineData("'; drop table students; --")]
    [InlineData("zzzz")]
    [InlineData("")]
    public async Task Signs_mean_themselves_and_find_nothing(string typed)
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var list = await marlow.Page($"/find?handler=List&q={Uri.EscapeDataString(typed)}");
        Assert.Empty(Found(list));
    }

    [Fact]
    public async Task A_student_is_found_by_name_and_opens()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        // The whole name: a given name alone may have more bearers than the list shows.
        var name = (await ines.Page("/people")).QuerySelector("a[href^='/people/0']")!.TextContent.Trim();
        Assert.Contains($"student {name}", Found(await ines.Page($"/find?q={Uri.EscapeDataString(name)}")));
    }

    [Fact]
    public async Task A_register_has_the_days_of_its_month_and_a_rank_its_page()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var kites = await Sheets.ClassId(ines, "Kites");
        var register = await ines.Page($"/people/register?group={kites}&month=2041-04-01");
        var days = register.QuerySelectorAll("thead th").Skip(1).Select(d => d.TextContent).ToList();
        Assert.Equal(["2", "9", "16", "23", "30"], days);
        Assert.True(register.QuerySelectorAll("tbody th").Length >= 10);
        Assert.Contains(register.QuerySelectorAll("tbody td"), d => d.TextContent == "✓");
        Assert.Equal(
            System.Net.HttpStatusCode.NotFound,
            (await ines.Get($"/people/register?group={Guid.NewGuid()}")).StatusCode
        );
        var rank = (await ines.Page("/ladder")).QuerySelector("a[href^='/ladder/0']")!.GetAttribute("href")!;
        var paper = await ines.Page($"{rank}/paper");
        Assert.StartsWith("What is asked for", paper.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(paper.QuerySelectorAll(".asked .tick"));
    }

    [Fact]
    public async Task A_settled_school_has_no_first_week()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        Assert.Null((await ines.Page("/")).QuerySelector(".first-week"));
    }

    [Fact]
    public async Task Everything_that_can_be_typed_is_read_in_place()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var help = await ines.Page("/help");
        var rows = help.QuerySelectorAll(".help tbody tr")
            .Where(r => r.QuerySelector("[data-try]") is not null)
            .ToList();
        Assert.True(rows.Count > 25);
        foreach (var row in rows)
        {
            var typed = row.QuerySelector("[data-try]")!.GetAttribute("data-try")!;
            var tried = await ines.Page($"/help?handler=Try&text={Uri.EscapeDataString(typed)}");
            Assert.True(tried.QuerySelector(".field-error") is null, $"{typed}: {tried.Body!.TextContent}");
            // what is done has a time; headings and notes have none
            if (
                !typed.StartsWith("##", StringComparison.Ordinal)
                && !typed.StartsWith("note:", StringComparison.Ordinal)
            )
                Assert.NotEmpty(row.QuerySelectorAll("td")[2].TextContent);
        }
    }

    [Fact]
    public async Task Two_versions_of_a_sheet_stand_side_by_side()
    {
        using var marlow = await Visitor.SignedIn(demo.Server, DemoSchool.Instructor);
        var sheet = await Sheets.Begin(marlow, "jab x1\ncross x2", "Kites", "2041-06-18");
        await marlow.Post(sheet, $"{sheet}/lines?handler=Add", ("text", "hook x3"));
        var history = await marlow.Page($"{sheet}/history");
        var saves = history.QuerySelectorAll("#from option").Select(o => o.GetAttribute("value")).ToList();
        Assert.Equal(2, saves.Count);
        var compared = await marlow.Page($"{sheet}/history?from={saves[1]}&to={saves[0]}");
        Assert.Equal(
            ["jab x1 | jab x1", "cross x2 | cross x2", " | hook x3"],
            compared
                .QuerySelectorAll(".compared tbody tr")
                .Select(r => string.Join(" | ", r.QuerySelectorAll("td").Select(d => d.TextContent.Trim())))
        );
        Assert.Equal(
            System.Net.HttpStatusCode.NotFound,
            (await marlow.Get($"{sheet}/history?from={Guid.NewGuid()}&to={saves[0]}")).StatusCode
        );
    }
}
