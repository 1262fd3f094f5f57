using System.Net;
using System.Text;
using LoyalLadder.Core.Lessons.Running;
using LoyalLadder.Data.Runs;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>How much is taken in, in which encoding, and what every answer carries.</summary>
public sealed class BodyTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Theory]
    [InlineData("/school/halls", 80_000, HttpStatusCode.RequestEntityTooLarge)]
    [InlineData("/school/halls", 40_000, HttpStatusCode.OK)]
    [InlineData("/material/words", 80_000, HttpStatusCode.RequestEntityTooLarge)]
    [InlineData("/sheets/new", 400_000, HttpStatusCode.OK)]
    [InlineData("/school/lists?list=kit", 1_500_000, HttpStatusCode.OK)]
    public async Task A_page_takes_as_much_as_it_expects(string path, int bytes, HttpStatusCode status)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var answer = await ines.Post(path, path, ("Text", new string('x', bytes)));
        Assert.Equal((path, status), (path, answer.StatusCode));
    }

    [Theory]
    [InlineData("utf-7")]
    [InlineData("utf-16")]
    [InlineData("nonsense")]
    public async Task Only_utf_8_is_read(string charset)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var request = new HttpRequestMessage(HttpMethod.Post, "/school/halls");
        request.Content = new ByteArrayContent(Encoding.ASCII.GetBytes("Form.Name=x"));
        request.Content.Headers.TryAddWithoutValidation(
            "Content-Type",
            $"application/x-www-form-urlencoded; charset={charset}"
        );
        using var answer = await ines.Send(request);
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, answer.StatusCode);
    }

    [Theory]
    [InlineData("/school/timetable")]
    [InlineData("/school/halls")]
    [InlineData("/people/add")]
    public async Task A_form_that_is_no_text_is_refused_as_a_whole(string path)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var request = new HttpRequestMessage(HttpMethod.Post, path);
        request.Headers.Add("X-Form-Token", await ines.Token("/"));
        request.Content = new FormUrlEncodedContent([KeyValuePair.Create("Text", "\0")]);
        using var answer = await ines.Send(request);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains("could not be read", await answer.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Events_are_read_up_to_the_first_too_many()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var sheet = await ines.Link("/", "a[href^='/sheets/']", "Kites");
        var token = await ines.Token(sheet);
        var note = System.Text.Json.JsonSerializer.Serialize(
            new RunEvent(Guid.CreateVersion7(), demo.Server.Clock.GetUtcNow(), RunEventKind.Note, Text: "x"),
            MatJson.Options
        );
        var body = $"[{string.Join(',', Enumerable.Repeat(note, 501))}]";
        var path = $"{sheet.Replace("/sheets/", "/mat/", StringComparison.Ordinal)}?handler=Events";
        using var answer = await ines.PostJson(path, body, token);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("at most 500", await answer.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
        using var empty = await ines.PostJson(path, $"[{string.Join(',', Enumerable.Repeat("{}", 100_000))}]", token);
        Assert.True((int)empty.StatusCode < 500);
    }

    [Theory]
    [InlineData("/people", "no-store")]
    [InlineData("/school/lists?handler=Csv&list=students", "no-store")]
    [InlineData("/timetable.ics", "no-store")]
    [InlineData("/nothing/here", "no-store")]
    public async Task What_somebody_sees_who_is_signed_in_is_kept_by_nobody(string path, string says)
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        using var answer = await ines.Get(path);
        Assert.Contains(says, answer.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
    }

    [Fact]
    public async Task Names_of_children_are_not_given_to_assistants_as_a_list()
    {
        using var odile = await Visitor.SignedIn(demo.Server, Data.Demo.DemoSchool.Assistant);
        using var students = await odile.Get("/school/lists?handler=Csv&list=students");
        Assert.Contains("/trouble", students.Headers.Location!.ToString(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await odile.Get("/school/lists?handler=Csv&list=kit")).StatusCode);
    }

    [Fact]
    public async Task A_field_named_code_changes_no_status()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var answer = await ines.Post("/", "/trouble", ("code", "503"));
        Assert.Equal(HttpStatusCode.Forbidden, answer.StatusCode);
    }
}
