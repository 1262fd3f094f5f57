using System.Net;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>The School room, and bad input everywhere: a clear word beside the field, never a failure.</summary>
public sealed class SchoolRoomTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static readonly string[] Nasty =
    [
        "<script>alert(1)</script>",
        "'; drop table students; --",
        new string('n', 500),
        "\0\u0001",
        "=1+1",
        "🥋",
        "-1",
        "99999999999999999999",
        "0001-01-01",
        "\ud83d",
        "{{7*7}}",
        "../../etc",
    ];

    public static TheoryData<string, string> Forms =>
        new()
        {
            {
                "/school",
                "Form.Name,Form.TimeZone,Form.Naming,Form.Counting,Form.OpeningSeconds,Form.ClosingSeconds,Form.Policy"
            },
            { "/school/halls", "Form.Name,Form.Length,Form.Width,Form.Bags,Edit" },
            { "/school/kit", "Form.Name,Form.Count,Form.Seconds,Edit" },
            { "/school/ranks", "Form.TrackId,Form.Name,Form.Colour,Form.Stripes" },
            { "/school/ranks?handler=Track", "trackName,band" },
            {
                "/school/classes",
                "Form.Name,Form.Band,Form.Weekday,Form.Start,Form.Minutes,Form.HallId,Form.TeacherId"
            },
            {
                "/school/timetable",
                "Meeting.ClassId,Meeting.Weekday,Meeting.Start,Meeting.Minutes,Meeting.HallId,Meeting.From,Meeting.Until"
            },
            { "/school/timetable?handler=Close", "Closed.Name,Closed.From,Closed.Until,Closed.HallId" },
            {
                "/school/timetable?handler=Extra",
                "Extra.ClassId,Extra.Date,Extra.ToStart,Extra.Minutes,Extra.HallId,Extra.StandInId,Extra.Reason"
            },
            { "/term", "Form.Name,Form.From,Form.Until,Form.Gradings[0].TrackId,Form.Gradings[0].On,Edit" },
            { "/school/students", "Form.Names,Form.RankId,Form.ClassIds" },
            { "/school/users", "Form.DisplayName,Form.Email,Form.Role,Form.Password" },
            { "/school/tokens", "Name" },
            { "/sheets/new", "ClassId,Date,Text" },
        };

    [Theory]
    [MemberData(nameof(Forms))]
    public async Task Anything_at_all_in_any_field_gets_a_page(string path, string fields)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var token = await ines.Token(path);
        foreach (var value in Nasty)
        {
            var answer = await ines.Send(path, token, false, [.. fields.Split(',').Select(f => (f, value))]);
            Assert.True((int)answer.StatusCode < 500, $"{path} answered {(int)answer.StatusCode} to '{value}'");
        }
    }

    [Theory]
    [InlineData("/?date=9999-99-99")]
    [InlineData("/?date=0001-01-01")]
    [InlineData("/material?q=%00%00")]
    [InlineData("/material?q=%ff%fe")]
    [InlineData("/material/nothing-here")]
    [InlineData("/sheets/00000000-0000-0000-0000-000000000000")]
    [InlineData("/sheets/not-a-key")]
    [InlineData("/diary?classId=x&offset=-5")]
    [InlineData("/diary?offset=99999999999")]
    [InlineData("/nowhere")]
    public async Task Any_address_gets_a_page(string path)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        Assert.True((int)(await ines.Get(path)).StatusCode < 500);
    }

    [Fact]
    public async Task A_name_of_five_hundred_characters_is_refused_beside_what_was_typed()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var page = await Visitor.Parse(
            await ines.Post(
                "/school/halls",
                "/school/halls",
                ("Form.Name", new string('h', 500)),
                ("Form.Length", "12"),
                ("Form.Width", "-3"),
                ("Form.Bags", "many")
            )
        );
        Assert.Contains(
            "80 characters",
            page.QuerySelector("[data-valmsg-for='Form.Name']")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "2 to 100",
            page.QuerySelector("[data-valmsg-for='Form.Width']")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.NotEmpty(page.QuerySelector("[data-valmsg-for='Form.Bags']")!.TextContent);
        Assert.Equal(500, page.QuerySelector("#Form_Name")!.GetAttribute("value")!.Length);
        Assert.Equal("many", page.QuerySelector("#Form_Bags")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_formula_in_a_name_does_not_run_in_a_spreadsheet()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        await ines.Post(
            "/school/students",
            "/school/students",
            ("Form.Names", "=cmd|calc!A1\n@SUM(A1)\n+1\n-1\nQuill \"Q\", Z")
        );
        var csv = await (await ines.Get("/school/lists?list=students&handler=Csv")).Content.ReadAsStringAsync(
            TestContext.Current.CancellationToken
        );
        Assert.Contains("cmd|calc", csv, StringComparison.Ordinal);
        Assert.DoesNotContain(
            csv.Split('\n'),
            line =>
                line.Length > 0
                && (line[0] is '=' or '@' or '+' or '-' || line.StartsWith("\"=", StringComparison.Ordinal))
        );
    }

    [Fact]
    public async Task The_last_head_instructor_stays_one()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var own = (await ines.Page("/school/users"))
            .QuerySelectorAll("tbody tr")
            .First(r => r.TextContent.Contains("Ines", StringComparison.Ordinal))
            .QuerySelector("a")!
            .GetAttribute("href")!;
        var page = await Visitor.Parse(
            await ines.Post(
                own,
                own,
                ("Edit", own.Split('=')[1]),
                ("Form.DisplayName", "Ines"),
                ("Form.Email", Data.Demo.DemoSchool.Head),
                ("Form.Role", "Assistant")
            )
        );
        Assert.Contains(
            "at least one head",
            page.QuerySelector("[data-valmsg-for='Form.Role']")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_class_with_lessons_is_not_thrown_away()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var kites = (await ines.Page("/school/classes"))
            .QuerySelectorAll("tbody tr")
            .First(r => r.TextContent.Contains("Kites", StringComparison.Ordinal))
            .QuerySelector("form")!
            .GetAttribute("action")!;
        Assert.Equal(HttpStatusCode.Redirect, (await ines.Post("/school/classes", kites)).StatusCode);
        Assert.Contains(
            "Archived",
            (await ines.Page("/school/classes")).QuerySelector(".said")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("mawashi", "round kick")]
    [InlineData("dollyo chagi", "round kick")]
    [InlineData("teep", "push kick")]
    public async Task Material_is_found_under_any_name(string typed, string found)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        Assert.Contains(
            (await ines.Page($"/material?q={typed}")).QuerySelectorAll(".found a"),
            a => a.TextContent == found
        );
    }
}
