using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using LoyalLadder.Data.Demo;

namespace LoyalLadder.Web.Tests;

/// <summary>Somebody who uses the pages over HTTP, with cookies and form tokens as a browser has them.</summary>
internal sealed class Visitor : IDisposable
{
    private readonly CookieContainer _cookies = new();
    private readonly HttpClient _http;

    /// <param name="address">The site.</param>
    /// <param name="anyCertificate">Takes a certificate that a test made.</param>
    public Visitor(Uri address, bool anyCertificate = false)
    {
        var handler = new SocketsHttpHandler { AllowAutoRedirect = false, CookieContainer = _cookies };
        if (anyCertificate)
#pragma warning disable CA5359 // it is the test's own
            handler.SslOptions.RemoteCertificateValidationCallback = (_, _, _, _) => true;
#pragma warning restore CA5359
        _http = new HttpClient(handler) { BaseAddress = address };
    }

    /// <summary>What the browser asks for: 'nl', or 'fr, nl;q=0.8'.</summary>
    public Visitor Reading(string languages)
    {
        _http.DefaultRequestHeaders.TryAddWithoutValidation("Accept-Language", languages);
        return this;
    }

    /// <summary>A cookie as the browser keeps it.</summary>
    public string Cookie(string name) => _cookies.GetCookies(_http.BaseAddress!)[name]!.Value;

    /// <summary>Puts in a cookie that came from somewhere else.</summary>
    public void Take(string name, string value) => _cookies.Add(_http.BaseAddress!, new Cookie(name, value));

    public static Task<Visitor> SignedIn(LadderServer server, string email = DemoSchool.Head) =>
        SignedIn(server.Address, email);

    public static async Task<Visitor> SignedIn(Uri address, string email = DemoSchool.Head)
    {
        var visitor = new Visitor(address);
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.TryToSignIn(email)).StatusCode);
        return visitor;
    }

    public Task<HttpResponseMessage> TryToSignIn(string email, string password = TestDatabase.Password) =>
        Post("/sign-in", "/sign-in", ("Email", email), ("Password", password));

    /// <summary>An answer that is read while it comes.</summary>
    public Task<HttpResponseMessage> Stream(HttpRequestMessage request) =>
        _http.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);

    /// <summary>An answer as it comes over the wire, packed if the server packs it.</summary>
    public async Task<HttpResponseMessage> Packed(string path)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        request.Headers.TryAddWithoutValidation("Accept-Encoding", "gzip, br");
        return await _http.SendAsync(request);
    }

    public Task<HttpResponseMessage> Get(string path) => _http.GetAsync(path);

    public async Task<IDocument> Page(string path, HttpStatusCode expected = HttpStatusCode.OK)
    {
        var answer = await Get(path);
        Assert.Equal((path, expected), (path, answer.StatusCode));
        return await Parse(answer);
    }

    public static async Task<IDocument> Parse(HttpResponseMessage answer) =>
        await new HtmlParser().ParseDocumentAsync(await answer.Content.ReadAsStringAsync());

    /// <summary>Posts a form with the token of a page.</summary>
    public async Task<HttpResponseMessage> Post(
        string tokenFrom,
        string path,
        params (string Name, string Value)[] fields
    ) => await Send(path, await Token(tokenFrom), isPart: false, fields);

    /// <summary>Sends a form as it stands, with a file in it.</summary>
    public async Task<HttpResponseMessage> Send(string path, HttpContent form)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = form };
        // asks first: a refusal is heard before the file is sent
        request.Headers.ExpectContinue = true;
        return await _http.SendAsync(request);
    }

    public async Task<HttpResponseMessage> Send(
        string path,
        string token,
        bool isPart,
        params (string Name, string Value)[] fields
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path);
        request.Content = new FormUrlEncodedContent(
            fields
                .Select(f => KeyValuePair.Create(f.Name, f.Value))
                .Append(KeyValuePair.Create("__RequestVerificationToken", token))
        );
        if (isPart)
            request.Headers.Add("HX-Request", "true");
        return await _http.SendAsync(request);
    }

    /// <summary>Fills a form as a person does, leaving what is not named as the page has it, and sends it.</summary>
    /// <param name="page">The page with the form.</param>
    /// <param name="field">A field that the form has; the form is found by it.</param>
    /// <param name="fields">What is typed and chosen.</param>
    public async Task<HttpResponseMessage> Submit(
        string page,
        string field,
        params (string Name, string Value)[] fields
    )
    {
        var form = (await Page(page)).QuerySelector($"[name='{field}']")!.Closest("form")!;
        var typed = fields.Select(f => f.Name).ToHashSet();
        var kept = form.QuerySelectorAll("input[name], textarea[name], select[name]")
            .Select(e =>
                (
                    Name: e.GetAttribute("name")!,
                    Value: e switch
                    {
                        AngleSharp.Html.Dom.IHtmlSelectElement s => s.Value,
                        AngleSharp.Html.Dom.IHtmlTextAreaElement t => t.Value,
                        AngleSharp.Html.Dom.IHtmlInputElement { Type: "checkbox" or "radio", IsChecked: false } => null,
                        _ => e.GetAttribute("value") ?? "",
                    }
                )
            )
            .Where(f => f.Value is not null && !typed.Contains(f.Name) && f.Name != "__RequestVerificationToken")
            .Select(f => (f.Name, f.Value!));
        var to = form.GetAttribute("action") is { Length: > 0 } action ? action : page;
        return await Post(page, to, [.. kept, .. fields]);
    }

    public async Task<HttpResponseMessage> PostJson(string path, object body, string? token = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path)
        {
            Content = body is string text ? new StringContent(text) : JsonContent.Create(body),
        };
        if (token is not null)
            request.Headers.Add("X-Form-Token", token);
        return await _http.SendAsync(request);
    }

    /// <summary>A token for a program, made on the page for it.</summary>
    public async Task<string> ApiToken(string scope = "Read")
    {
        var made = await Post("/school/tokens", "/school/tokens", ("Name", "program"), ("Scope", scope));
        return (await Parse(made)).QuerySelector(".token-shown")!.TextContent;
    }

    /// <summary>Posts JSON as a program does, with a token that is made for it.</summary>
    /// <param name="path">Where to.</param>
    /// <param name="body">The JSON as it stands, or what is written as JSON.</param>
    /// <param name="scope">What the token may do.</param>
    public async Task<(HttpStatusCode Status, JsonElement Body)> PostWithToken(
        string path,
        object body,
        string scope = "Read"
    )
    {
        var token = await ApiToken(scope);
        var json = body as string ?? JsonSerializer.Serialize(body);
        using var request = new HttpRequestMessage(HttpMethod.Post, path)
        {
            Content = new StringContent(json, Encoding.UTF8, "application/json"),
        };
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        using var answer = await Send(request);
        return (answer.StatusCode, JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement);
    }

    public async Task<HttpResponseMessage> Send(HttpRequestMessage request) => await _http.SendAsync(request);

    /// <summary>
    /// The answer to a request. A connection that was kept may be closed by the server just when it is used again; on a fresh one
    /// the same request has to be answered.
    /// </summary>
    public async Task<HttpResponseMessage> Send(Func<HttpRequestMessage> make)
    {
        using var request = make();
        try
        {
            return await Stream(request);
        }
        catch (HttpRequestException e)
            when (e.InnerException is HttpIOException { HttpRequestError: HttpRequestError.ResponseEnded })
        {
            using var second = make();
            second.Headers.ConnectionClose = true;
            return await Stream(second);
        }
    }

    /// <summary>Where a press makes the address of the first hall's wall.</summary>
    public async Task<string> WallAction() =>
        (await Page("/school/halls")).QuerySelector("button[formaction*='handler=Wall']")!.GetAttribute("formaction")!;

    public async Task<string> Token(string path) =>
        (await Page(path)).QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;

    /// <summary>The address in a link of the row that tells of something: a class's sheet on Today, say.</summary>
    public async Task<string> Link(string page, string selector, string rowWords)
    {
        var document = await Page(page);
        var link = document
            .QuerySelectorAll(selector)
            .First(a => a.Closest("li, tr")!.TextContent.Contains(rowWords, StringComparison.Ordinal));
        return link.GetAttribute("href")!.Split('#')[0];
    }

    /// <summary>Words as they are read: whatever stands between two of them is one blank.</summary>
    public static string Read(IElement? element) =>
        string.Join(' ', element!.TextContent.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    /// <summary>The version of a line as its page shows it to whoever may change it.</summary>
    public static string VersionOf(IDocument page, string line) =>
        page.QuerySelector($"#line-{line}")!.GetAttribute("data-version")!;

    public void Dispose() => _http.Dispose();
}
