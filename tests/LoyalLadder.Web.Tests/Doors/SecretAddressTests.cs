using System.Net;
using LoyalLadder.Web.Access;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Doors;

/// <summary>Addresses that are secrets: never written down, told to no other site, and not to be guessed at.</summary>
public sealed class SecretAddressTests
{
    private const string Guess = "g4uGe5sOf7Nobody";

    private static async Task<(LadderServer Server, List<string> Paths)> Started()
    {
        var server = await LadderServer.Start();
        var paths = server
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.GetParameter(SecretAddresses.Part) is not null)
            .Select(e =>
                "/" + e.RoutePattern.RawText!.TrimStart('/').Replace("{secret}", Guess, StringComparison.Ordinal)
            )
            .Distinct()
            .ToList();
        Assert.True(paths.Count >= 5, string.Join(' ', paths));
        return (server, paths);
    }

    [Fact]
    public async Task No_secret_of_any_route_is_written_down()
    {
        var (server, paths) = await Started();
        await using var _ = server;
        foreach (var path in paths.SelectMany(p => new[] { p, p.ToUpperInvariant(), "/" + p, p + "/more" }))
        {
            var written = SecretAddresses.Written(path);
            Assert.DoesNotContain(Guess, written, StringComparison.OrdinalIgnoreCase);
            Assert.EndsWith("/…", written, StringComparison.Ordinal);
        }
        Assert.Equal("/school/halls", SecretAddresses.Written("/school/halls"));
    }

    [Fact]
    public async Task No_secret_address_is_told_to_another_site_whether_it_opens_or_not()
    {
        var (server, paths) = await Started();
        await using var _ = server;
        using var ines = await Visitor.SignedIn(server);
        var made = await Visitor.Parse(await ines.Post("/school/halls", await ines.WallAction()));
        var wall = new Uri(made.QuerySelector(".token-shown")!.TextContent).AbsolutePath;
        using var nobody = new Visitor(server.Address);
        Assert.Equal(HttpStatusCode.OK, (await nobody.Get(wall)).StatusCode);
        foreach (var path in paths.Append(wall))
        {
            using var answer = await nobody.Get(path);
            Assert.Equal((path, "no-referrer"), (path, answer.Headers.GetValues("Referrer-Policy").Single()));
            Assert.True(answer.Headers.CacheControl?.NoStore, path);
        }
        using var other = await nobody.Get("/sign-in");
        Assert.Equal("same-origin", other.Headers.GetValues("Referrer-Policy").Single());
    }

    [Fact]
    public async Task Guessing_is_slowed_and_what_is_right_still_opens_for_others()
    {
        var (server, _) = await Started();
        await using var __ = server;
        using var nobody = new Visitor(server.Address);
        var answers = new List<HttpStatusCode>();
        for (var i = 0; i < 60; i++)
            answers.Add((await nobody.Get($"/wall/{Guess}{i}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, answers[0]);
        Assert.Equal(HttpStatusCode.TooManyRequests, answers[^1]);
        // the same guesser gets nowhere at another kind either; other pages are open
        Assert.Equal(HttpStatusCode.TooManyRequests, (await nobody.Get($"/practice/{Guess}")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await nobody.Get("/sign-in")).StatusCode);
    }
}
