using System.Net;
using System.Text.RegularExpressions;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Doors;
using LoyalLadder.Web.Tests.Http;
using Microsoft.EntityFrameworkCore;
using MimeKit;

namespace LoyalLadder.Web.Tests.Doors;

/// <summary>Accounts as people and devices have them: forgotten passwords, codes, hall tablets, tokens.</summary>
public sealed partial class AccountTests
{
    private const string Fresh = "nets over the water";

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>The link in the only letter of the outbox.</summary>
    private static async Task<string> LinkInLetter(LadderServer server)
    {
        var began = TimeProvider.System.GetTimestamp();
        string[] letters;
        while ((letters = Directory.GetFiles(server.Outbox, "*.eml", SearchOption.AllDirectories)).Length == 0)
            Assert.True(TimeProvider.System.GetElapsedTime(began) < TimeSpan.FromSeconds(10), "no letter");
        // whoever writes it may not be done
        MimeMessage? letter = null;
        while (letter?.TextBody is not { } text || !Link().IsMatch(text))
            letter = await Read(letters.Single());
        Assert.Equal(DemoSchool.Instructor, letter.To.Mailboxes.Single().Address);
        return Link().Match(letter.TextBody).Value;
    }

    private static async Task<MimeMessage?> Read(string file)
    {
        try
        {
            return await MimeMessage.LoadAsync(file, Cancel);
        }
        catch (Exception e) when (e is FormatException or IOException)
        {
            return null;
        }
    }

    [GeneratedRegex(@"http://\S+/new-password/\S+")]
    private static partial Regex Link();

    [Fact]
    public async Task A_forgotten_password_is_chosen_anew_by_a_link_that_opens_once()
    {
        await using var server = await LadderServer.Start();
        using var old = await Visitor.SignedIn(server, DemoSchool.Instructor);
        using var visitor = new Visitor(server.Address);
        var known = await visitor.Post("/forgotten", "/forgotten", ("Email", DemoSchool.Instructor));
        var unknown = await visitor.Post("/forgotten", "/forgotten", ("Email", "nobody@netloft.example"));
        Assert.Equal(
            Visitor.Read((await Visitor.Parse(known)).Body),
            Visitor.Read((await Visitor.Parse(unknown)).Body)
        );
        var link = new Uri(await LinkInLetter(server));
        // whatever a request says of itself, the link leads to the application's own address
        Assert.Equal(server.Address.Authority, link.Authority);
        var common = await visitor.Post(link.AbsolutePath, link.AbsolutePath, ("fresh", "password1234"));
        Assert.Contains(
            "strangers try first",
            await common.Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
        await old.Page("/");
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await visitor.Post(link.AbsolutePath, link.AbsolutePath, ("fresh", Fresh))).StatusCode
        );
        Assert.Equal(HttpStatusCode.Redirect, (await old.Get("/")).StatusCode);
        using var later = new Visitor(server.Address);
        Assert.Contains(
            "no longer holds",
            Visitor.Read((await later.Page(link.AbsolutePath)).Body),
            StringComparison.Ordinal
        );
        Assert.Equal(HttpStatusCode.Redirect, (await later.TryToSignIn(DemoSchool.Instructor, Fresh)).StatusCode);
    }

    [Fact]
    public async Task Letters_for_one_account_are_few()
    {
        await using var server = await LadderServer.Start();
        using var visitor = new Visitor(server.Address);
        for (var i = 0; i < 8; i++)
            await visitor.Post("/forgotten", "/forgotten", ("Email", DemoSchool.Instructor));
        await using var owner = server.Owner();
        Assert.Equal(
            3,
            await owner.DoorNotes.IgnoreQueryFilters().CountAsync(n => n.Deed == DoorDeed.AskedForNewPassword, Cancel)
        );
    }

    [Fact]
    public async Task After_the_password_comes_a_code_that_opens_once_or_a_recovery_code()
    {
        await using var server = await LadderServer.Start();
        using var desk = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var page = await desk.Page("/me");
        var secret = Visitor.Read(page.QuerySelector(".code-set-up .token-shown"));
        var on = await desk.Post(
            "/me",
            "/me?handler=Codes",
            ("code", OneTimeCode.Of(secret, TimeProvider.System.GetUtcNow()))
        );
        var recovery = Visitor
            .Read((await Visitor.Parse(on)).QuerySelector(".said .token-shown"))
            .Split(' ', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(8, recovery.Length);

        var next = OneTimeCode.Of(secret, TimeProvider.System.GetUtcNow().AddSeconds(30));
        foreach (var (code, opens) in new[] { ("000000", false), (next, true), (next, false), (recovery[0], true) })
        {
            using var visitor = new Visitor(server.Address);
            Assert.Equal((code, opens), (code, await Enter(visitor, code)));
        }
        using (var used = new Visitor(server.Address))
            Assert.False(await Enter(used, recovery[0]));
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await desk.Post("/me", "/me?handler=NoCodes", ("old", TestDatabase.Password))).StatusCode
        );
        using var plain = await Visitor.SignedIn(server, DemoSchool.Instructor);
        await plain.Page("/");
    }

    /// <summary>Signs in by password and code.</summary>
    private static async Task<bool> Enter(Visitor visitor, string code)
    {
        var asked = await visitor.TryToSignIn(DemoSchool.Instructor);
        var ticket = (await Visitor.Parse(asked)).QuerySelector("input[name=ticket]")!.GetAttribute("value")!;
        // the password alone opens nothing
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.Get("/")).StatusCode);
        var answer = await visitor.Post("/sign-in", "/sign-in?handler=Code", ("ticket", ticket), ("code", code));
        return answer.StatusCode == HttpStatusCode.Redirect;
    }

    [Fact]
    public async Task Where_a_school_asks_heads_for_a_second_step_nothing_else_opens_before_it()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        await ines.Submit("/school", "Form.HeadsNeedSecondStep", ("Form.HeadsNeedSecondStep", "true"));
        using var again = await Visitor.SignedIn(server);
        Assert.Equal("/me#second-step", (await again.Get("/school/users")).Headers.Location!.ToString());
        Assert.Contains("second step", Visitor.Read((await again.Page("/me")).Body), StringComparison.Ordinal);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        await marlow.Page("/");
        var secret = Visitor.Read((await again.Page("/me")).QuerySelector(".code-set-up .token-shown"));
        await again.Post("/me", "/me?handler=Codes", ("code", OneTimeCode.Of(secret, TimeProvider.System.GetUtcNow())));
        await again.Page("/school/users");
    }

    [Fact]
    public async Task A_halls_tablet_runs_and_logs_the_lessons_there_and_opens_nothing_else()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var own = (await ines.Link("/", "a[href^='/sheets/']", "Kites")).Split('/')[^1];
        await using var owner = server.Owner();
        var hall = await owner
            .Lessons.IgnoreQueryFilters()
            .Where(l => l.Id == Guid.Parse(own))
            .Select(l => l.HallId)
            .SingleAsync(Cancel);
        var elsewhere = await owner
            .Lessons.IgnoreQueryFilters()
            .Where(l => l.HallId != hall)
            .Select(l => l.Id)
            .FirstAsync(Cancel);
        var link = await HallTablet.Link(ines, hall);
        using var tablet = new Visitor(server.Address);
        Assert.Equal(HttpStatusCode.Redirect, (await tablet.Post(link, $"{link}?handler=Tablet")).StatusCode);
        // the link made one tablet, not two
        using var second = new Visitor(server.Address);
        Assert.Contains("no longer holds", Visitor.Read((await second.Page(link)).Body), StringComparison.Ordinal);

        await tablet.Page("/hall");
        await tablet.Page($"/mat/{own}");
        await tablet.Page($"/diary/{own}");
        foreach (
            var closed in new[]
            {
                $"/mat/{elsewhere}",
                $"/diary/{elsewhere}",
                $"/sheets/{own}",
                "/",
                "/people",
                "/school",
                "/school/students",
                "/diary",
                "/me",
                "/ladder",
            }
        )
            Assert.Contains(
                (await tablet.Get(closed)).StatusCode,
                (HttpStatusCode[])[HttpStatusCode.Forbidden, HttpStatusCode.Redirect, HttpStatusCode.NotFound]
            );
        var end = (await ines.Page("/school/halls"))
            .QuerySelector("form[action*='EndTablet']")!
            .GetAttribute("action")!;
        await ines.Post("/school/halls", end);
        Assert.Contains("/sign-in", (await tablet.Get("/hall")).Headers.Location!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_token_goes_as_far_and_holds_as_long_as_it_was_made_for()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var made = await ines.Submit("/school/tokens", "Scope", ("Name", "wall"), ("Scope", "Read"), ("Days", "2"));
        if (made.StatusCode == HttpStatusCode.Redirect)
            made = await ines.Get(made.Headers.Location!.ToString());
        var token = Visitor.Read((await Visitor.Parse(made)).QuerySelector(".token-shown"));
        using var http = new HttpClient { BaseAddress = server.Address };
        http.DefaultRequestHeaders.Authorization = new("Bearer", token);
        async Task<HttpStatusCode> Ask(string path) =>
            (await http.PostAsync(path, new StringContent("{}", null, "application/json"), Cancel)).StatusCode;
        Assert.NotEqual(HttpStatusCode.Unauthorized, await Ask("/api/v1/lessons/clock"));
        Assert.Equal(HttpStatusCode.Forbidden, await Ask("/api/v1/lessons/fit"));
        Assert.DoesNotContain(
            "never",
            Visitor.Read(
                (await ines.Page("/school/tokens"))
                    .QuerySelectorAll("tbody tr")
                    .First(r => r.TextContent.Contains("wall"))
            ),
            StringComparison.Ordinal
        );
        server.Clock.Pass(TimeSpan.FromDays(3));
        Assert.Equal(HttpStatusCode.Unauthorized, await Ask("/api/v1/lessons/clock"));
    }
}
