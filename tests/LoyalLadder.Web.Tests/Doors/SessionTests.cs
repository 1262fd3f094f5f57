using System.Net;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Doors;

/// <summary>What a sign-in opens, and how soon it opens nothing any more; two servers on one database, as two processes are.</summary>
public sealed class SessionTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Asks again and again until the answer is the one that is waited for.</summary>
    private static async Task Becomes(HttpStatusCode expected, Visitor visitor, string path)
    {
        var last = HttpStatusCode.Unused;
        for (var began = TimeProvider.System.GetTimestamp(); Within(began); )
            if ((last = (await visitor.Get(path)).StatusCode) == expected)
                return;
        Assert.Fail($"{path} still answers {last}");
    }

    /// <summary>News of the wire come within a blink; pages look anew after 40 s in any case.</summary>
    private static bool Within(long began) => TimeProvider.System.GetElapsedTime(began) < TimeSpan.FromSeconds(10);

    private static async Task<(LadderServer Here, LadderServer There)> Two()
    {
        var database = await TestDatabase.Fresh(withDemo: true);
        var (here, there) = (new LadderServer(database), new LadderServer(database));
        here.StartServer();
        there.StartServer();
        return (here, there);
    }

    private static async Task<Guid> IdOf(LadderServer server, string email)
    {
        await using var owner = server.Owner();
        return await owner.Users.Where(u => u.Email == email).Select(u => u.Id).SingleAsync(Cancel);
    }

    [Fact]
    public async Task A_copied_cookie_opens_nothing_after_the_sign_out()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var cookie = ines.Cookie("loyal-ladder");
        using var thief = new Visitor(server.Address);
        thief.Take("loyal-ladder", cookie);
        await thief.Page("/school/users");
        var out_ = await ines.Post("/", "/sign-out");
        Assert.Equal(HttpStatusCode.Redirect, out_.StatusCode);
        Assert.Contains("\"storage\"", out_.Headers.GetValues("Clear-Site-Data").Single(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await thief.Get("/school/users")).StatusCode);
    }

    [Fact]
    public async Task A_head_who_is_made_an_instructor_is_one_at_once_in_every_process()
    {
        var (here, there) = await Two();
        await using var a = here;
        await using var b = there;
        using var marlow = await Visitor.SignedIn(here, DemoSchool.Instructor);
        using var ines = await Visitor.SignedIn(there);
        var id = await IdOf(here, DemoSchool.Instructor);
        var page = $"/school/users?edit={id}";
        await ines.Submit(page, "Form.DisplayName", ("Form.Role", nameof(Role.Head)));
        await Becomes(HttpStatusCode.Redirect, marlow, "/");
        using var head = await Visitor.SignedIn(here, DemoSchool.Instructor);
        await head.Page("/school/tokens");
        var token = await head.Token("/school/users");
        await ines.Submit(page, "Form.DisplayName", ("Form.Role", nameof(Role.Instructor)));
        await Becomes(HttpStatusCode.Redirect, head, "/school/tokens");
        var refused = await head.Send("/school/users?handler=Invite", token, false, ("role", nameof(Role.Head)));
        Assert.Contains("/sign-in", refused.Headers.Location!.ToString(), StringComparison.Ordinal);
        using var again = await Visitor.SignedIn(here, DemoSchool.Instructor);
        Assert.Contains(
            "/trouble",
            (await again.Get("/school/tokens")).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_closed_account_is_shut_at_once_and_keeps_its_work()
    {
        var (here, there) = await Two();
        await using var a = here;
        await using var b = there;
        using var marlow = await Visitor.SignedIn(here, DemoSchool.Instructor);
        using var ines = await Visitor.SignedIn(there);
        var id = await IdOf(here, DemoSchool.Instructor);
        await ines.Post("/school/users", $"/school/users?handler=Close&id={id}");
        await Becomes(HttpStatusCode.Redirect, marlow, "/");
        using var again = new Visitor(here.Address);
        Assert.Equal(HttpStatusCode.OK, (await again.TryToSignIn(DemoSchool.Instructor)).StatusCode);
        Assert.Contains("Marlow", Visitor.Read((await ines.Page("/diary")).Body), StringComparison.Ordinal);
        await ines.Post("/school/users", $"/school/users?handler=Open&id={id}");
        using var back = await Visitor.SignedIn(here, DemoSchool.Instructor);
        await back.Page("/");
    }

    [Fact]
    public async Task Sessions_are_listed_and_ended_one_by_one()
    {
        await using var server = await LadderServer.Start();
        using var phone = await Visitor.SignedIn(server);
        using var desk = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        var others = (await desk.Page("/me")).QuerySelectorAll("form[action*='End&session'], form[action*='session=']");
        var end = Assert.Single(others).GetAttribute("action")!;
        // somebody else's session is none of one's own
        await marlow.Post("/me", end);
        await phone.Page("/");
        await desk.Post("/me", end);
        Assert.Equal(HttpStatusCode.Redirect, (await phone.Get("/")).StatusCode);
        await desk.Page("/");
    }

    [Fact]
    public async Task A_session_that_nobody_used_for_two_weeks_has_run_out()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        server.Clock.Pass(TimeSpan.FromDays(13));
        await ines.Page("/");
        server.Clock.Pass(TimeSpan.FromDays(13));
        await ines.Page("/");
        server.Clock.Pass(TimeSpan.FromDays(15));
        Assert.Equal(HttpStatusCode.Redirect, (await ines.Get("/")).StatusCode);
    }

    [Fact]
    public async Task A_new_password_signs_everybody_else_out()
    {
        await using var server = await LadderServer.Start();
        using var here = await Visitor.SignedIn(server);
        using var elsewhere = await Visitor.SignedIn(server);
        var refused = await here.Post(
            "/me",
            "/me?handler=Password",
            ("old", "not the old one"),
            ("fresh", "nets over the water")
        );
        Assert.Contains(
            "not the password that you have now",
            await refused.Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
        refused = await here.Post(
            "/me",
            "/me?handler=Password",
            ("old", TestDatabase.Password),
            ("fresh", "password1234")
        );
        Assert.Contains(
            "strangers try first",
            await refused.Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
        await elsewhere.Page("/");
        await here.Post(
            "/me",
            "/me?handler=Password",
            ("old", TestDatabase.Password),
            ("fresh", "nets over the water")
        );
        await here.Page("/");
        Assert.Equal(HttpStatusCode.Redirect, (await elsewhere.Get("/")).StatusCode);
    }
}
