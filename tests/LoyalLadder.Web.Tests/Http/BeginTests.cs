using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Beginning sheets: from what is there, from files, and a pile of old ones.</summary>
public sealed class BeginTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    /// <summary>Eight begin the same session's sheet at once: all have a sheet, one has the session.</summary>
    [Fact]
    public async Task Of_eight_sheets_begun_at_once_one_has_the_session()
    {
        const string Day = "2041-06-25";
        var ines = await Visitor.SignedIn(demo.Server);
        var kites = await Sheets.ClassId(ines, "Kites");
        var answers = await Task.WhenAll(
            Enumerable
                .Range(1, 8)
                .Select(n =>
                    ines.Post(
                        "/sheets/new",
                        "/sheets/new",
                        ("Key", Guid.CreateVersion7().ToString()),
                        ("ClassId", kites),
                        ("Date", Day),
                        ("Text", $"jog {n}:00")
                    )
                )
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.Redirect, a.StatusCode));
        await using var db = demo.Server.Owner();
        var begun = await db
            .Lessons.IgnoreQueryFilters()
            .Where(l => l.ClassId == Guid.Parse(kites) && l.Date == new DateOnly(2041, 6, 25))
            .ToListAsync(Cancel);
        Assert.Equal((8, 1), (begun.Count, begun.Count(l => l.SessionAt is not null)));
    }

    private static byte[] Document(string words)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        using (var writer = new StreamWriter(zip.CreateEntry("word/document.xml").Open()))
            writer.Write(
                "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body>"
                    + string.Concat(words.Split('\n').Select(l => $"<w:p><w:r><w:t>{l}</w:t></w:r></w:p>"))
                    + "</w:body></w:document>"
            );
        return file.ToArray();
    }

    private static async Task<HttpResponseMessage> Upload(
        Visitor visitor,
        string to,
        byte[] file,
        string name,
        params (string Name, string Value)[] fields
    )
    {
        using var form = new MultipartFormDataContent();
        foreach (var (field, value) in fields)
            form.Add(new StringContent(value), field);
        var bytes = new ByteArrayContent(file);
        bytes.Headers.ContentType = MediaTypeHeaderValue.Parse("application/octet-stream");
        form.Add(bytes, "file", name);
        using var request = new HttpRequestMessage(HttpMethod.Post, to) { Content = form };
        request.Headers.Add("X-Form-Token", await visitor.Token("/sheets/new"));
        return await visitor.Send(request);
    }

    [Fact]
    public async Task A_sheet_begins_with_the_last_one_a_kept_one_or_another_classs()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var kites = await Sheets.ClassId(ines, "Kites");
        var page = await ines.Page($"/sheets/new?classId={kites}&date=2041-05-21");
        var sources = page.QuerySelectorAll("button.source");
        Assert.StartsWith("Last time", sources[0].TextContent.Trim(), StringComparison.Ordinal);
        Assert.Contains(sources, s => s.TextContent.Contains("week ", StringComparison.Ordinal));
        Assert.Contains(sources, s => s.TextContent.Contains("Cormorants", StringComparison.Ordinal));
        foreach (var source in new[] { sources[0], sources[1], sources[^1] })
        {
            var begun = await ines.Post(
                "/sheets/new",
                source.GetAttribute("formaction")!,
                ("ClassId", kites),
                ("Date", "2041-05-21")
            );
            var sheet = await ines.Page(begun.Headers.Location!.ToString());
            Assert.True(sheet.QuerySelectorAll(".line .dose").Length > 5);
            Assert.Contains("Kites", sheet.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
        }
        Assert.Equal(
            HttpStatusCode.NotFound,
            (
                await ines.Post(
                    "/sheets/new",
                    $"/sheets/new?handler=From&source={Guid.NewGuid()}",
                    ("ClassId", kites),
                    ("Date", "2041-05-21")
                )
            ).StatusCode
        );
    }

    [Fact]
    public async Task A_document_is_looked_at_and_what_is_no_sheet_is_refused_beside_it()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var kites = await Sheets.ClassId(ines, "Kites");
        (string, string)[] place = [("ClassId", kites), ("Date", "2041-05-21"), ("look", "true")];
        var looked = await Visitor.Parse(
            await Upload(ines, "/sheets/new", Document("plank 45s\nfront kick 5 each leg"), "old.docx", place)
        );
        Assert.Contains("front kick 5 each leg", looked.QuerySelector("#Text")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(2, looked.QuerySelectorAll(".paste-look .dose").Length);
        var refused = await Visitor.Parse(
            await Upload(ines, "/sheets/new", [0, 1, 2, 3, 4, 5, 6, 7], "old.bin", place)
        );
        Assert.Contains(
            "not text",
            refused.QuerySelector(".field-error[data-valmsg-for=Text]")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_pile_of_old_sheets_is_read_one_by_one_and_kept_by_week()
    {
        using var ines = await Visitor.SignedIn(demo.Server);
        var read = await Upload(
            ines,
            "/sheets/folder?handler=Read",
            Encoding.UTF8.GetBytes("Warm up\njacks x20\nBasics\nfront kick 5/side\nwibble wobble 3 min"),
            "Kids_week 7.txt"
        );
        var look = await Visitor.Parse(read);
        string Value(string css) => look.QuerySelector(css)!.GetAttribute("value") ?? "";
        Assert.Equal(("Kids week 7", "7"), (Value("#title"), Value("#week")));
        Assert.Contains("1 not understood", look.Body!.TextContent, StringComparison.Ordinal);
        var (key, text) = (Value("[name=Key]"), look.QuerySelector("textarea")!.TextContent);

        Task<HttpResponseMessage> Keep(string week) =>
            ines.Post(
                "/sheets/folder",
                "/sheets/folder?handler=Keep",
                ("Key", key),
                ("title", "Pile, seventh"),
                ("week", week),
                ("band", "Kids"),
                ("text", text)
            );
        var wrong = await Keep("soon");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, wrong.StatusCode);
        Assert.Contains("A week is a number", await wrong.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
        // kept once, however often it is sent
        var kept = await Keep("7");
        await Keep("7");
        Assert.NotEqual(
            Guid.Empty,
            JsonDocument.Parse(await kept.Content.ReadAsStringAsync(Cancel)).RootElement.GetProperty("kept").GetGuid()
        );
        var library = await ines.Page("/sheets/library");
        Assert.Single(
            library.QuerySelectorAll("tr"),
            r => r.TextContent.Contains("Pile, seventh", StringComparison.Ordinal)
        );
        var damaged = await Visitor.Parse(
            await Upload(ines, "/sheets/folder?handler=Read", [.. "PK\u0003\u0004"u8, 9], "broken.odt")
        );
        Assert.Contains("damaged", damaged.QuerySelector(".said.stop")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await ines.Post("/sheets/folder", "/sheets/folder?handler=Read")).StatusCode
        );
    }
}
