using System.Globalization;
using System.Text;
using AngleSharp.Dom;
using LoyalLadder.Data.Demo;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace LoyalLadder.Web.Tests.Faults;

/// <summary>
/// Requests made up from the list of endpoints and the fields of the pages' forms, filled with what nobody expects: none is answered
/// with a 500. A short form of <c>bench/fuzz</c>, which sets <c>LOYALLADDER_FUZZ</c>, the number of requests, and
/// <c>LOYALLADDER_SEED</c>.
/// </summary>
public sealed class FuzzTests
{
    private static readonly string[] Oddities =
    [
        "",
        " ",
        "0",
        "-1",
        "1e400",
        "NaN",
        "99999999999999999999",
        "1,5",
        "00000000-0000-0000-0000-000000000000",
        "not-a-key",
        "2041-02-30",
        "9999-12-31",
        "0001-01-01",
        "24:00",
        "'; DROP TABLE students; --",
        "<script>alert(1)</script>",
        "{{7*7}}",
        "\0\u0001\u001f",
        "\ud83e\udd4b é ø ß \u202e \u200b",
        "jab, cross x10 each side",
        "circuit 3 x 40 s / 20 s",
        "../../etc/passwd",
        "%00%ff",
        "true",
        "[]",
        "{}",
        "x5/side, 3 rounds of 2:00, must",
        "Head",
        "\n\n\n",
    ];

    private static readonly string[] Bodies =
    [
        "",
        "{",
        "null",
        "[]",
        "{}",
        "{\"sheet\":null}",
        "{\"sheet\":\"jab x5\",\"headcount\":-1,\"minutes\":1e9}",
        "{\"sheet\":\"jab, cross 10\",\"ageBand\":\"nobody\"}",
        "{\"sheet\":[1,2]}",
        "{\"notation\":\"((((jab\"}",
        "{\"notation\":\"jab, cross, front kick\",\"fighters\":99}",
        "[{\"id\":\"00000000-0000-0000-0000-000000000000\",\"kind\":\"Go\"}]",
        "[{\"id\":7,\"at\":\"never\",\"kind\":\"Note\"}]",
        "[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[",
    ];

    private static int Number(string name, int usual) =>
        int.Parse(
            Environment.GetEnvironmentVariable(name) ?? usual.ToString(CultureInfo.InvariantCulture),
            CultureInfo.InvariantCulture
        );

    private sealed record Door(string Route, HashSet<string> Methods, List<string> Fields);

    [Fact]
    public async Task No_made_up_request_is_answered_with_a_500()
    {
        var (count, seed) = (Number("LOYALLADDER_FUZZ", 600), Number("LOYALLADDER_SEED", 20410507));
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var odile = await Visitor.SignedIn(server, DemoSchool.Assistant);
        using var nobody = new Visitor(server.Address);
        var doors = await Doors(server, ines);
        var random = new Random(seed);
        var (broken, times) = (new List<string>(), new List<(TimeSpan Took, string What)>());
        var tokens = new Dictionary<Visitor, string>
        {
            [ines] = await ines.Token("/"),
            [odile] = await odile.Token("/"),
            [nobody] = await nobody.Token("/sign-in"),
        };
        for (var i = 0; i < count; i++)
        {
            var visitor = random.Next(10) switch
            {
                0 => nobody,
                1 => odile,
                _ => ines,
            };
            var (door, own) = (doors[random.Next(doors.Count)], random.Next());
            HttpRequestMessage Made() => MadeUp(new Random(own), door, tokens[visitor]);
            var began = TimeProvider.System.GetTimestamp();
            using var answer = await visitor.Send(Made);
            var what = $"{i}: {answer.RequestMessage!.Method} {answer.RequestMessage.RequestUri!.PathAndQuery}";
            times.Add((TimeProvider.System.GetElapsedTime(began), what));
            if ((int)answer.StatusCode >= 500)
            {
                broken.Add($"{what}: {answer.StatusCode}");
                TestContext.Current.SendDiagnosticMessage($"{broken[^1]}, sent: {await Sent(Made())}");
            }
        }
        times.Sort((a, b) => b.Took.CompareTo(a.Took));
        TestContext.Current.SendDiagnosticMessage(
            $"{count} requests with seed {seed} to {doors.Count} addresses: {broken.Count} broken, "
                + $"slowest {times[0].Took.TotalMilliseconds:0} ms ({times[0].What}), "
                + $"{times.Count(t => t.Took > TimeSpan.FromSeconds(1))} over a second"
        );
        Assert.Equal("", string.Join('\n', broken));
    }

    private static async Task<string> Sent(HttpRequestMessage request)
    {
        var body = request.Content is { } content ? await content.ReadAsStringAsync() : "";
        return $"{request.Content?.Headers.ContentType} {(body.Length > 600 ? body[..600] : body)}";
    }

    /// <summary>Where something can be sent, with the names of the fields that forms there have.</summary>
    private static async Task<List<Door>> Doors(LadderServer server, Visitor ines)
    {
        var lesson = (await ines.Link("/", "a[href^='/sheets/']", "Kites")).Split('/')[^1];
        var routes = Routes(server);
        var rooms = await Rooms(
            ines,
            [.. routes.Select(r => r.Route).Where(r => !r.Contains('{', StringComparison.Ordinal))]
        );
        var known = rooms
            .SelectMany(r => r.Page.QuerySelectorAll("a[href]"))
            .Select(a => a.GetAttribute("href")!)
            .ToList();
        // a grading for a grading's page, a student for a student's; a lesson where none is linked to
        string OneOf(string route)
        {
            var before = route.Split("{id:guid}")[0];
            var link = known.Find(k =>
                k.StartsWith(before, StringComparison.Ordinal) && Guid.TryParse(Next(k, before), out _)
            );
            return route.Replace("{id:guid}", link is null ? lesson : Next(link, before), StringComparison.Ordinal);
        }
        var inside = routes.Select(r => OneOf(r.Route)).Where(r => !r.Contains('{', StringComparison.Ordinal));
        foreach (var room in await Rooms(ines, [.. inside.Except(rooms.Select(r => r.Path))]))
            rooms.Add(room);
        IEnumerable<Door> all =
        [
            .. routes.Select(r => new Door(
                OneOf(r.Route),
                r.Methods,
                ["text", "line", "version", "after", "handler", "seconds", "Key"]
            )),
            .. rooms.SelectMany(Forms).DistinctBy(d => d.Route),
        ];
        // what signs out whoever asks would leave the rest of the requests to nobody
        return
        [
            .. all.Where(d =>
                !d.Methods.Contains("POST")
                || !((string[])["/sign-out", "/me", "/school/users"]).Any(s =>
                    d.Route.StartsWith(s, StringComparison.Ordinal)
                )
            ),
        ];
    }

    private static string Next(string link, string before) => link[before.Length..].Split('/', '?', '#')[0];

    private static List<(string Route, HashSet<string> Methods)> Routes(LadderServer server) =>
        [
            .. server
                .Services.GetRequiredService<EndpointDataSource>()
                .Endpoints.OfType<RouteEndpoint>()
                .Where(e => e.Metadata.GetMetadata<Microsoft.AspNetCore.StaticAssets.StaticAssetDescriptor>() is null)
                .Where(e => e.RoutePattern.RawText is not ("live" or "/live" or "sign-out" or "/sign-out"))
                .Select(e =>
                    (
                        "/" + e.RoutePattern.RawText!.TrimStart('/'),
                        e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods.ToHashSet()
                            ?? (e.Metadata.GetMetadata<PageActionDescriptor>() is null ? ["GET"] : ["GET", "POST"])
                    )
                ),
        ];

    /// <summary>The pages that show something.</summary>
    private static async Task<List<(string Path, IDocument Page)>> Rooms(Visitor ines, IEnumerable<string> paths)
    {
        var rooms = new List<(string, IDocument)>();
        foreach (var path in paths.Distinct())
        {
            var answer = await ines.Get(path);
            if (answer.IsSuccessStatusCode && answer.Content.Headers.ContentType?.MediaType == "text/html")
                rooms.Add((path, await Visitor.Parse(answer)));
        }
        return rooms;
    }

    private static IEnumerable<Door> Forms((string Path, IDocument Page) room) =>
        room
            .Page.QuerySelectorAll("form[method=post]")
            .Select(form => new Door(
                form.GetAttribute("action") is { Length: > 0 } to ? to : room.Path,
                ["POST"],
                [.. form.QuerySelectorAll("[name]").Select(f => f.GetAttribute("name")!).Distinct()]
            ));

    private static HttpRequestMessage MadeUp(Random random, Door door, string token)
    {
        string Odd() =>
            random.Next(12) == 0 ? new string('x', random.Next(1, 30_000)) : Oddities[random.Next(Oddities.Length)];
        var path = door.Route;
        while (path.IndexOf('{', StringComparison.Ordinal) is >= 0 and var open)
            path = $"{path[..open]}{Uri.EscapeDataString(Odd())}{path[(path.IndexOf('}', open) + 1)..]}";
        if (random.Next(4) == 0)
            path = path.Replace(
                path.Split('/')[^1].Split('?')[0] is { Length: 36 } id ? id : "\n",
                Guid.NewGuid().ToString(),
                StringComparison.Ordinal
            );
        if (random.Next(3) == 0 && door.Fields.Count > 0)
        {
            var mark = path.Contains('?', StringComparison.Ordinal) ? '&' : '?';
            path += $"{mark}{door.Fields[random.Next(door.Fields.Count)]}={Uri.EscapeDataString(Odd())}";
        }
        if (path.Length > 4_000)
            path = path[..4_000]
                .TrimEnd('%', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9', 'A', 'B', 'C', 'D', 'E', 'F');
        var method = door.Methods.ElementAt(random.Next(door.Methods.Count));
        var request = new HttpRequestMessage(new HttpMethod(method), path);
        if (random.Next(5) == 0)
            request.Headers.Add("HX-Request", "true");
        if (method == "GET")
            return request;
        if (random.Next(6) == 0 || path.StartsWith("/api/", StringComparison.Ordinal))
            request.Content = new StringContent(
                Bodies[random.Next(Bodies.Length)],
                Encoding.UTF8,
                random.Next(8) == 0 ? "text/plain" : "application/json"
            );
        else
            request.Content = new FormUrlEncodedContent(
                door.Fields.Where(_ => random.Next(4) > 0)
                    .Select(f => KeyValuePair.Create(f, Odd()))
                    .Append(KeyValuePair.Create("__RequestVerificationToken", token))
                    .DistinctBy(f => f.Key)
            );
        request.Headers.Add("X-Form-Token", token);
        return request;
    }
}
