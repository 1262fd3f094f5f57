using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using LoyalLadder.Web.Access;
using LoyalLadder.Web.Tests.Http;

namespace LoyalLadder.Web.Tests.Faults;

/// <summary>
/// Whatever text is sent to whatever takes text, up to all that it may have: twice as much takes twice as long and no more, and
/// nothing is answered with a 500. A short form of <c>bench/texts</c>, which sets <c>LOYALLADDER_TEXTS</c>, how many of the texts
/// are sent to each field, and is told of the slowest.
/// </summary>
public sealed class EveryTextTests
{
    /// <summary>Twice the work, and what a busy machine adds.</summary>
    private const double Most = 2.6;

    /// <summary>What is quicker is no trouble, however it grows: the largest that may be sent was sent.</summary>
    private static readonly TimeSpan Quick = TimeSpan.FromMilliseconds(400);

    /// <summary>Words that some reader has to look at twice: repeated until it is all that may be sent.</summary>
    private static readonly string[] Texts =
    [
        "3 rounds of 2 min ",
        "jab, ",
        "wibble ",
        "x",
        "(",
        "10 wobble, \n",
        "- > a. ",
        "5/side ",
        "kids 7-9 ",
        "18:00-",
        "1.\n",
        "Kicks:\n",
        "a;\"b\",\t",
        "<g>",
    ];

    private sealed record Input(string What, string Url, string Field, int MostBytes, Func<string, HttpContent?> Body);

    private static int PerField =>
        int.Parse(Environment.GetEnvironmentVariable("LOYALLADDER_TEXTS") ?? "0", CultureInfo.InvariantCulture);

    [Fact]
    public async Task Twice_as_much_text_takes_any_endpoint_twice_as_long()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        var token = await ines.Token("/");
        var program = new AuthenticationHeaderValue("Bearer", await ines.ApiToken());
        var inputs = await Inputs(server, ines);
        Assert.True(inputs.Count > 150, $"{inputs.Count} fields take text");
        var (bad, slow) = (new List<string>(), new List<(TimeSpan Took, string What)>());
        var (sent, tooLarge) = (0, 0);
        foreach (var (n, input) in inputs.Index())
        foreach (var again in Chosen(n))
        foreach (var size in Sizes(input.MostBytes))
        {
            var most = Repeated(again, size);
            var (took, status) = await Sent(most);
            slow.Add((took, $"{input.What} '{again}' {size}"));
            sent++;
            tooLarge += status == HttpStatusCode.RequestEntityTooLarge ? 1 : 0;
            if (status >= HttpStatusCode.InternalServerError)
                bad.Add($"{input.What} '{again}' {size}: {status}");
            var ratio = Most + 1;
            for (var attempt = 0; attempt < 4 && took > Quick && ratio > Most; attempt++)
            {
                var half = (await Sent(Repeated(again, size / 2))).Took;
                ratio = took / (half > Quick / 2 ? half : Quick / 2);
                if (ratio > Most)
                    took = (await Sent(most)).Took;
            }
            if (took > Quick && ratio > Most)
                bad.Add(
                    $"{input.What} '{again}' {size}: {took.TotalMilliseconds:0} ms, {ratio:0.0} times as long as half"
                );

            async Task<(TimeSpan Took, HttpStatusCode Status)> Sent(string text)
            {
                var began = Stopwatch.GetTimestamp();
                using var answer = await ines.Send(() => Request(input, text, token, program));
                return (Stopwatch.GetElapsedTime(began), answer.StatusCode);
            }
        }
        Assert.True(tooLarge * 20 < sent, $"{tooLarge} of {sent} were more than may be sent");
        slow.Sort((a, b) => b.Took.CompareTo(a.Took));
        TestContext.Current.SendDiagnosticMessage(
            $"{sent} requests with text for {inputs.Count} fields, {tooLarge} refused for their size; the slowest: "
                + string.Join("; ", slow.Take(12).Select(s => $"{s.Took.TotalMilliseconds:0} ms {s.What}"))
        );
        Assert.Equal("", string.Join('\n', bad));
    }

    private static HttpRequestMessage Request(Input input, string text, string token, AuthenticationHeaderValue program)
    {
        var body = input.Body(text);
        var request = new HttpRequestMessage(
            body is null ? HttpMethod.Get : HttpMethod.Post,
            body is null ? $"{input.Url}{Mark(input.Url)}{input.Field}={Uri.EscapeDataString(text)}" : input.Url
        )
        {
            Content = body,
        };
        // asks first: a refusal is heard before all of it is sent
        request.Headers.ExpectContinue = body is not null;
        if (input.Url.StartsWith("/api/", StringComparison.Ordinal))
            request.Headers.Authorization = program;
        else
            request.Headers.Add("X-Form-Token", token);
        return request;
    }

    private static char Mark(string url) => url.Contains('?', StringComparison.Ordinal) ? '&' : '?';

    /// <summary>In the short form one text for every fourth field, another for each.</summary>
    private static IEnumerable<string> Chosen(int input) =>
        PerField > 0 ? Enumerable.Range(0, PerField).Select(i => Texts[(input + i) % Texts.Length])
        : input % 4 == 0 ? [Texts[input / 4 % Texts.Length]]
        : [];

    /// <summary>All that may be sent as a form packs it, and what a sheet may have where that is less.</summary>
    private static IEnumerable<int> Sizes(int most) =>
        most > 600_000 ? [190_000, Math.Min(most / 3, 2_600_000)] : [most / 3];

    private static string Repeated(string words, int characters) =>
        string.Concat(Enumerable.Repeat(words, Math.Max(1, characters / words.Length)));

    private static async Task<List<Input>> Inputs(LadderServer server, Visitor ines)
    {
        var (pages, forms) = await SchoolForms.PagesAndForms(server, ines);
        var inputs = new List<Input>();
        foreach (var door in await SchoolDoors.Of(server, pages))
        {
            // these would sign the visitor out, or end the school that everything is sent to
            if (door.Route is "/sign-out" or "/me" || door.Route.StartsWith("/school/users", StringComparison.Ordinal))
                continue;
            var shown = forms.Find(f => f.To.Split('#')[0] == door.Url);
            foreach (var field in door.Texts)
                inputs.Add(
                    new Input(
                        $"{door.Kind} {field}",
                        door.Url,
                        field,
                        door.Method == "GET" ? 6_000 : door.MostBytes,
                        door.Method == "GET" ? _ => null : text => Form(shown, field, text)
                    )
                );
        }
        foreach (var (url, field, others) in Calls)
            inputs.Add(
                new Input(
                    $"POST {url} {field}",
                    url,
                    field,
                    RequestSizes.Sheet,
                    text => new StringContent(
                        $"{{\"{field}\":{JsonSerializer.Serialize(text)}{others}}}",
                        Encoding.UTF8,
                        "application/json"
                    )
                )
            );
        return inputs;
    }

    private static readonly (string Url, string Field, string Others)[] Calls =
    [
        ("/api/v1/lessons/clock", "sheet", ",\"ageBand\":\"kids\",\"headcount\":12,\"minutes\":60"),
        ("/api/v1/lessons/fit", "sheet", ",\"ageBand\":\"kids\",\"headcount\":12,\"minutes\":60"),
        ("/api/v1/lessons/read", "sheet", ",\"ageBand\":\"kids\""),
        ("/api/v1/combinations/trace", "notation", ""),
        ("/api/v1/combinations/figure", "notation", ""),
        ("/api/v1/combinations/figure", "pace", ",\"notation\":\"jab\""),
        ("/api/v1/rounds", "ageBand", ""),
        ("/api/v1/rounds", "naming", ",\"ageBand\":\"kids\""),
    ];

    /// <summary>The form as the page has it, where it has one, with the text in one field.</summary>
    private static FormUrlEncodedContent Form(ShownForm? shown, string field, string text) =>
        new(
            (shown?.Values ?? [])
                .Where(f => !f.Name.Equals(field, StringComparison.OrdinalIgnoreCase))
                .Select(f => KeyValuePair.Create(f.Name, f.Value))
                .Append(KeyValuePair.Create(field, text))
        );
}
