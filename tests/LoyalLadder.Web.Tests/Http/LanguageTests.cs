using System.Net;
using System.Text.RegularExpressions;
using LoyalLadder.Web.Access;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>In which language somebody is answered, and that all of an answer is in it.</summary>
public sealed partial class LanguageTests
{
    private static readonly Language Dutch = AllLanguages.Find("nl")!;

    [Theory]
    [InlineData("nl", "Aanmelden", "nl")]
    [InlineData("fr, nl-BE;q=0.8, en;q=0.3", "Aanmelden", "nl")]
    [InlineData("fr, en;q=0.4, nl;q=0.2", "Sign in", "en-GB")]
    [InlineData("*", "Sign in", "en-GB")]
    [InlineData("nl;q=banana, ,,;", "Sign in", "en-GB")]
    public async Task The_browser_is_answered_in_the_first_language_that_there_is(
        string asks,
        string title,
        string page
    )
    {
        await using var server = await LadderServer.Start();
        using var visitor = new Visitor(server.Address).Reading(asks);
        var signIn = await visitor.Page("/sign-in");
        Assert.Equal(page, signIn.DocumentElement.GetAttribute("lang"));
        Assert.Equal($"{title} · Loyal Ladder", signIn.Title);
    }

    [Fact]
    public async Task A_choice_is_kept_on_the_device_whatever_the_browser_asks_for()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var chosen = await ines.Post("/me", "/me?handler=Language", ("code", "nl"));
        Assert.Equal(HttpStatusCode.Redirect, chosen.StatusCode);
        Assert.Equal("nl", ines.Cookie(ReadersLanguage.Cookie));
        var today = await ines.Reading("en-GB").Page("/");
        Assert.Equal("nl", today.DocumentElement.GetAttribute("lang"));
        Assert.Equal("Vandaag · Loyal Ladder", today.Title);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await ines.Post("/me", "/me?handler=Language", ("code", "klingon"))).StatusCode
        );
        ines.Take(ReadersLanguage.Cookie, "../../etc/passwd");
        Assert.Equal("Today · Loyal Ladder", (await ines.Page("/")).Title);
    }

    [Fact]
    public async Task Errors_and_what_a_form_gets_wrong_are_told_in_the_language()
    {
        await using var server = await LadderServer.Start();
        using var ines = (await Visitor.SignedIn(server)).Reading("nl");
        var nothing = await ines.Page("/material/no-such-kick", HttpStatusCode.NotFound);
        Assert.Equal("Hier is niets", nothing.QuerySelector("h1")!.TextContent);
        var wrong = await Visitor.Parse(
            await ines.Post("/school/kit", "/school/kit", ("Form.Name", ""), ("Form.Count", "many"))
        );
        var said = wrong.QuerySelectorAll(".field-error").Select(e => e.TextContent).ToList();
        Assert.Contains("Wat is het?", said);
        Assert.Contains("“many” is hier niet te lezen.", said);
    }

    [Fact]
    public async Task What_programs_read_stays_English()
    {
        await using var server = await LadderServer.Start();
        using var ines = (await Visitor.SignedIn(server)).Reading("nl");
        var list = await (await ines.Get("/school/lists?handler=Csv&list=kit")).Content.ReadAsStringAsync();
        Assert.StartsWith("name,how many,seconds to fetch", list, StringComparison.Ordinal);
        var asked = await ines.Get("/api/v1/lessons");
        Assert.DoesNotContain("Hier is niets", await asked.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var calendar = await (await ines.Get("/timetable.ics")).Content.ReadAsStringAsync();
        Assert.Contains("kids", calendar, StringComparison.Ordinal);
        Assert.DoesNotContain("kinderen", calendar, StringComparison.Ordinal);
    }

    /// <summary>A history is read by others than who wrote it.</summary>
    [Fact]
    public async Task What_somebody_changes_in_Dutch_is_remembered_in_English()
    {
        await using var server = await LadderServer.Start();
        using var ines = (await Visitor.SignedIn(server)).Reading("nl");
        var rank = (await ines.Page("/ladder")).QuerySelector("a[href^='/ladder/0']")!.GetAttribute("href")!;
        await ines.Post(rank, $"{rank}?handler=Times", ("LeastDays", "90"), ("LeastLessons", "1"));
        using var marlow = await Visitor.SignedIn(server);
        var history = (await marlow.Page(rank)).Body!.TextContent;
        Assert.Contains("90 days in rank and 1 lesson at least", history, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/words/nl.js", HttpStatusCode.OK, "\"Resume\": \"Verder\"")]
    [InlineData("/words/en.js", HttpStatusCode.OK, "export default {")]
    [InlineData("/words/xx.js", HttpStatusCode.NotFound, "")]
    [InlineData("/words/nl%2f..%2f.js", HttpStatusCode.NotFound, "")]
    public async Task Scripts_get_their_words_as_a_module(string path, HttpStatusCode expected, string holds)
    {
        await using var server = await LadderServer.Start();
        using var visitor = new Visitor(server.Address);
        var answer = await visitor.Get(path);
        Assert.Equal(expected, answer.StatusCode);
        if (expected != HttpStatusCode.OK)
            return;
        Assert.Equal("text/javascript", answer.Content.Headers.ContentType!.MediaType);
        Assert.Contains(holds, await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    private static readonly string[] Rooms =
    [
        "/",
        "/sheets",
        "/sheets/new",
        "/sheets/library",
        "/sheets/folder",
        "/help",
        "/find?q=zzz",
        "/bench?c=jab, cross, lead hook, rear low kick",
        "/bench?c=jab, crosss",
        "/material",
        "/material/round-kick",
        "/material/drills",
        "/material/words",
        "/ladder",
        "/ladder/grid",
        "/diary",
        "/week",
        "/rounds?seed=3&clinch=true",
        "/clock",
        "/people",
        "/people?everybody=true",
        "/people/add",
        "/people/charts",
        "/gradings",
        "/term",
        "/me",
        "/school",
        "/school/classes",
        "/school/timetable",
        "/school/calendar",
        "/school/halls",
        "/school/kit",
        "/school/ranks",
        "/school/students",
        "/school/limits",
        "/school/pace",
        "/school/lists",
        "/school/papers",
        "/school/users",
        "/school/tokens",
        "/school/door",
        "/school/move",
    ];

    /// <summary>
    /// No page for somebody who reads Dutch holds an English phrase that the file has Dutch for: what is remembered, put
    /// together elsewhere or kept is found by this.
    /// </summary>
    [Fact]
    public async Task A_page_in_Dutch_holds_no_phrase_in_English()
    {
        await using var server = await LadderServer.Start();
        using var inEnglish = await Visitor.SignedIn(server);
        using var inDutch = (await Visitor.SignedIn(server)).Reading("nl");
        var phrases = Dutch
            .Words.Where(w => w.Key != w.Value && !w.Key.Contains('{', StringComparison.Ordinal))
            .Select(w => w.Key.Trim())
            .Where(w => w.Count(c => c == ' ') >= 2)
            .ToHashSet();
        Assert.True(phrases.Count > 800);
        var (found, left) = (0, new List<string>());
        foreach (var room in Rooms)
        {
            // read in English first: nothing of it may be remembered for the other
            found += phrases.Count((await Words(inEnglish, room)).Contains);
            left.AddRange(
                (await Words(inDutch, room))
                    .Where(w => phrases.Contains(w) || EnglishDay().IsMatch(w))
                    .Select(w => $"{room}: {w}")
            );
        }
        Assert.True(found > 150, $"only {found} phrases were met in English");
        Assert.Equal([], left);
    }

    /// <summary>Texts and labels of a page, each as a whole.</summary>
    private static async Task<HashSet<string>> Words(Visitor visitor, string path)
    {
        var page = await visitor.Page(path);
        foreach (var code in page.QuerySelectorAll("script, style, code, textarea"))
            code.Remove();
        return
        [
            .. page.QuerySelectorAll("*")
                .SelectMany(e =>
                    e.ChildNodes.OfType<AngleSharp.Dom.IText>()
                        .Select(t => t.Data)
                        .Concat(
                            new[] { "aria-label", "title", "placeholder", "alt" }.Select(a => e.GetAttribute(a) ?? "")
                        )
                )
                .Select(w => Spaces().Replace(w, " ").Trim()),
        ];
    }

    [GeneratedRegex(
        @"\b(Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day \d|\d (January|February|March|May|June|July|August|October)\b"
    )]
    private static partial Regex EnglishDay();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
