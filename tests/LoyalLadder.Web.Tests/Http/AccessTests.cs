using System.Net;
using LoyalLadder.Data.Demo;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Who gets in where, and what keeps everybody else out.</summary>
public sealed class AccessTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static readonly string[] OpenToAll =
    [
        "SignIn/Index",
        "SignIn/FirstRun",
        "SignIn/Join",
        "SignIn/Forgotten",
        "SignIn/NewPassword",
        "Trouble",
        "Wall/Index",
        "Practice/Index",
        "Offline",
    ];

    /// <summary>A new page or endpoint without a sign-in fails here.</summary>
    [Fact]
    public async Task Nobody_gets_anywhere_without_a_sign_in()
    {
        using var nobody = new Visitor(demo.Server.Address);
        var endpoints = demo
            .Server.Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .ToList();
        var pages = endpoints.Where(e => e.Metadata.GetMetadata<PageActionDescriptor>() is not null).ToList();
        Assert.True(pages.Count > 15);
        foreach (var page in pages)
        {
            var open = OpenToAll.Any(o => page.Metadata.GetMetadata<PageActionDescriptor>()!.ViewEnginePath == $"/{o}");
            Assert.Equal(
                (page.RoutePattern.RawText, open),
                (page.RoutePattern.RawText, page.Metadata.GetMetadata<IAllowAnonymous>() is not null)
            );
            if (open)
                continue;
            var path =
                "/"
                + page.RoutePattern.RawText!.Replace("{id:guid}", Guid.NewGuid().ToString(), StringComparison.Ordinal)
                    .Replace("{id}", "jab", StringComparison.Ordinal);
            var answer = await nobody.Get(path);
            Assert.Equal((path, HttpStatusCode.Redirect), (path, answer.StatusCode));
            Assert.Contains("/sign-in", answer.Headers.Location!.ToString(), StringComparison.Ordinal);
        }
        Assert.Equal(HttpStatusCode.Unauthorized, (await nobody.PostJson("/api/v1/lessons/clock", "{}")).StatusCode);
    }

    public static TheoryData<string, string, bool> Posts =>
        new()
        {
            { DemoSchool.Assistant, "/sheets/new", false },
            { DemoSchool.Assistant, "{sheet}/lines?handler=Add", false },
            { DemoSchool.Assistant, "{sheet}/doses?handler=Step", false },
            { DemoSchool.Assistant, "{sheet}?handler=Head", false },
            { DemoSchool.Assistant, "{sheet}/lines?handler=Drop", false },
            { DemoSchool.Assistant, "/school/students", false },
            { DemoSchool.Assistant, "/school", false },
            { DemoSchool.Assistant, "/school/users", false },
            { DemoSchool.Assistant, "{log}", true },
            { DemoSchool.Instructor, "{sheet}/lines?handler=Add", true },
            { DemoSchool.Instructor, "/school/students", true },
            { DemoSchool.Instructor, "/school", false },
            { DemoSchool.Instructor, "/school/halls", false },
            { DemoSchool.Instructor, "/school/kit", false },
            { DemoSchool.Instructor, "/school/ranks?handler=Track", false },
            { DemoSchool.Instructor, "/school/classes", false },
            { DemoSchool.Instructor, "/school/users", false },
            { DemoSchool.Instructor, "/school/tokens", false },
            { DemoSchool.Head, "/school/halls", true },
            { DemoSchool.Head, "/school/users", true },
        };

    [Theory]
    [MemberData(nameof(Posts))]
    public async Task A_role_may_send(string email, string path, bool allowed)
    {
        using var visitor = await Visitor.SignedIn(demo.Server, email);
        var sheet = await visitor.Link("/", "a[href^='/sheets/']", "Kites");
        path = path.Replace("{sheet}", sheet, StringComparison.Ordinal)
            .Replace("{log}", sheet.Replace("/sheets/", "/diary/", StringComparison.Ordinal), StringComparison.Ordinal);
        var answer = await visitor.Post("/", path);
        var refused =
            answer.StatusCode == HttpStatusCode.Redirect
            && answer.Headers.Location!.ToString().Contains("/trouble", StringComparison.Ordinal);
        Assert.Equal((path, !allowed), (path, refused));
        // what is allowed is carried out or said to be wrong where it was typed; it is not lost on the way
        Assert.Contains(
            answer.StatusCode,
            new[] { HttpStatusCode.OK, HttpStatusCode.Redirect, HttpStatusCode.UnprocessableEntity }
        );
    }

    [Fact]
    public async Task An_invitation_lets_one_person_in_once_for_a_week_in_its_role()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        async Task<string> Invite(string role) =>
            new Uri(
                (await Visitor.Parse(await ines.Post("/school/users", "/school/users?handler=Invite", ("role", role))))
                    .QuerySelector(".token-shown")!
                    .TextContent
            ).AbsolutePath;
        var link = await Invite("Assistant");
        using var one = new Visitor(server.Address);
        Assert.Contains(
            "The Old Net Loft",
            (await one.Page(link)).QuerySelector("h1")!.TextContent,
            StringComparison.Ordinal
        );
        var taken = await Visitor.Parse(
            await one.Post(
                link,
                link,
                ("DisplayName", "Runa"),
                ("Email", DemoSchool.Head),
                ("Password", "ten characters")
            )
        );
        Assert.Contains(
            "already",
            taken.QuerySelector(".field-error[data-valmsg-for=Email]")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (await one.Post(link, link, ("DisplayName", ""), ("Email", "x"), ("Password", "short"))).StatusCode
        );
        Assert.Equal(
            "/",
            (
                await one.Post(
                    link,
                    link,
                    ("DisplayName", "Runa"),
                    ("Email", "runa@netloft.example"),
                    ("Password", "ten characters")
                )
            ).Headers.Location!.ToString()
        );
        Assert.Contains(
            "/trouble",
            (await one.Post("/", "/sheets/new")).Headers.Location!.ToString(),
            StringComparison.Ordinal
        );
        using var two = new Visitor(server.Address);
        Assert.Contains(
            "no longer holds",
            (await two.Page(link)).QuerySelector("h1")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await two.Post(
                    "/sign-in",
                    link,
                    ("DisplayName", "Bo"),
                    ("Email", "bo@netloft.example"),
                    ("Password", "ten characters")
                )
            ).StatusCode
        );
        var late = await Invite("Head");
        server.Clock.Pass(TimeSpan.FromDays(8));
        Assert.Contains(
            "no longer holds",
            (await two.Page(late)).QuerySelector("h1")!.TextContent,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "no longer holds",
            (await two.Page("/join/nonsense")).QuerySelector("h1")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("/school/users")]
    [InlineData("/school/tokens")]
    [InlineData("/sheets/new")]
    public async Task Some_rooms_are_closed_to_assistants(string path)
    {
        using var odile = await Visitor.SignedIn(demo.Server, DemoSchool.Assistant);
        var answer = await odile.Get(path);
        Assert.Contains("/trouble", answer.Headers.Location!.ToString(), StringComparison.Ordinal);
        await odile.Page("/trouble", HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task A_post_without_its_token_is_refused()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var answer = await ines.PostJson("/school/halls", "Form.Name=x");
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
    }

    [Fact]
    public async Task Headers_forbid_inline_scripts_and_cookies_are_closed_to_scripts()
    {
        using var visitor = new Visitor(demo.Server.Address);
        var answer = await visitor.Post(
            "/sign-in",
            "/sign-in",
            ("Email", DemoSchool.Head),
            ("Password", TestDatabase.Password)
        );
        var cookie = answer
            .Headers.GetValues("Set-Cookie")
            .Single(c => c.StartsWith("loyal-ladder=", StringComparison.Ordinal));
        Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("samesite=lax", cookie, StringComparison.OrdinalIgnoreCase);
        var page = await visitor.Get("/");
        var policy = page.Headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("script-src 'self'", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
        Assert.Equal("nosniff", page.Headers.GetValues("X-Content-Type-Options").Single());
        var document = await Visitor.Parse(page);
        Assert.All(
            document.QuerySelectorAll("script:not([type='application/json'])"),
            s => Assert.NotNull(s.GetAttribute("src"))
        );
        Assert.Empty(document.QuerySelectorAll("[style], [onclick]"));
    }

    [Fact]
    public async Task Another_schools_rows_are_not_there()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var other = await OtherSchool.In(demo.Server);
        using var stranger = new Visitor(demo.Server.Address);
        await stranger.Post("/sign-in", "/sign-in", ("Email", other), ("Password", TestDatabase.Password));
        await stranger.Page(sheet, HttpStatusCode.NotFound);
        await stranger.Page(sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal), HttpStatusCode.NotFound);
        await stranger.Page(sheet.Replace("/sheets/", "/diary/", StringComparison.Ordinal), HttpStatusCode.NotFound);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await stranger.Post("/", $"{sheet}/lines?handler=Add", ("text", "jab x5"))).StatusCode
        );
        Assert.Empty((await stranger.Page("/school/students")).QuerySelectorAll("tbody tr"));
        Assert.Single((await stranger.Page("/school/users")).QuerySelectorAll("tbody tr"));
    }

    [Fact]
    public async Task The_first_run_is_closed_once_there_is_anybody()
    {
        using var visitor = new Visitor(demo.Server.Address);
        Assert.Equal("/sign-in", (await visitor.Get("/first-run")).Headers.Location!.ToString());
    }
}
