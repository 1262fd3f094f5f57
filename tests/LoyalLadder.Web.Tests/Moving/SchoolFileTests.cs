using System.IO.Compression;
using System.Net;
using LoyalLadder.Data.Demo;
using LoyalLadder.Data.Moving;
using LoyalLadder.Web.Tests.Http;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Moving;

/// <summary>A school that goes elsewhere as a file is the same school there.</summary>
public sealed class SchoolFileTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<byte[]> Out(Visitor head)
    {
        var answer = await head.Post("/school/move", "/school/move?handler=Out");
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return await answer.Content.ReadAsByteArrayAsync(Cancel);
    }

    private static async Task<HttpResponseMessage> In(Visitor head, byte[] file)
    {
        using var body = new MultipartFormDataContent
        {
            { new ByteArrayContent(file), "file", "school.zip" },
            { new StringContent(await head.Token("/school/move")), "__RequestVerificationToken" },
        };
        using var request = new HttpRequestMessage(HttpMethod.Post, "/school/move") { Content = body };
        return await head.Send(request);
    }

    private static Dictionary<string, string> Entries(byte[] file)
    {
        using var zip = new ZipArchive(new MemoryStream(file));
        return zip.Entries.ToDictionary(
            e => e.FullName,
            e =>
            {
                using var reader = new StreamReader(e.Open());
                return reader.ReadToEnd();
            }
        );
    }

    private static async Task<Visitor> Found(LadderServer server, string email)
    {
        var head = new Visitor(server.Address);
        await head.Post(
            "/first-run",
            "/first-run",
            ("SchoolName", "The Old Net Loft"),
            ("TimeZone", "Europe/London"),
            ("DisplayName", "Ines"),
            ("Email", email),
            ("Password", TestDatabase.Password)
        );
        return head;
    }

    /// <summary>Addresses of walls, calendars and pages for home open doors: not even their hashes go along.</summary>
    [Fact]
    public async Task The_file_holds_nothing_that_opens_a_door()
    {
        await using var here = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(here);
        await ines.Post("/school/halls", await ines.WallAction());
        var inside = Entries(await Out(ines));
        await using var db = here.Owner();
        var hash = await db
            .Halls.IgnoreQueryFilters()
            .Where(h => h.WallHash != null)
            .Select(h => h.WallHash)
            .FirstAsync(Cancel);
        Assert.DoesNotContain(hash!, string.Concat(inside.Values), StringComparison.Ordinal);
        Assert.DoesNotContain("hash", string.Concat(inside.Values), StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public async Task Whoever_is_to_be_erased_is_not_in_the_file_from_that_moment_on()
    {
        await using var here = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(here);
        await using var db = here.Owner();
        var student = await db.Students.IgnoreQueryFilters().OrderBy(s => s.Id).FirstAsync(Cancel);
        student.FirstName = "Quillon";
        await db.SaveChangesAsync(Cancel);
        Assert.Contains("Quillon", string.Concat(Entries(await Out(ines)).Values), StringComparison.Ordinal);
        var page = $"/people/{student.Id}/erase";
        await ines.Submit(page, "name", ("name", $"Quillon {student.Initial}".Trim()));
        var waiting = await db
            .Students.IgnoreQueryFilters()
            .AsNoTracking()
            .SingleAsync(s => s.Id == student.Id, Cancel);
        Assert.NotNull(waiting.EraseAt);
        Assert.DoesNotContain("Quillon", string.Concat(Entries(await Out(ines)).Values), StringComparison.Ordinal);
        // it was only left out: until tomorrow it can be taken back
        Assert.Equal(
            "Quillon",
            (
                await db.Students.IgnoreQueryFilters().AsNoTracking().SingleAsync(s => s.Id == student.Id, Cancel)
            ).FirstName
        );
    }

    [Fact]
    public async Task A_school_that_is_taken_elsewhere_is_the_same_there()
    {
        await using var here = await LadderServer.Start();
        await using var there = await LadderServer.Start(withDemo: false);
        using var ines = await Visitor.SignedIn(here);
        using var head = await Found(there, DemoSchool.Head);
        var file = await Out(ines);
        var taken = await In(head, file);
        Assert.Equal((HttpStatusCode.Redirect, ""), (taken.StatusCode, await taken.Content.ReadAsStringAsync(Cancel)));

        var (before, after) = (Entries(file), Entries(await Out(head)));
        Assert.Equal(before.Keys.Order(), after.Keys.Order());
        await using var first = here.Owner();
        await using var second = there.Owner();
        var keys = (await first.Schools.SingleAsync(Cancel), await second.Schools.SingleAsync(Cancel));
        var heads = (await IdOfHead(first), await IdOfHead(second));
        string AsThere(string text) =>
            text.Replace($"{keys.Item1.Id}", $"{keys.Item2.Id}", StringComparison.Ordinal)
                .Replace($"{heads.Item1}", $"{heads.Item2}", StringComparison.Ordinal);
        foreach (var name in before.Keys.Where(k => k is not (SchoolArchive.HeadName or SchoolArchive.SchoolName)))
            Assert.Equal(
                (name, string.Join('\n', AsThere(before[name]).Split('\n').Order(StringComparer.Ordinal))),
                (name, string.Join('\n', after[name].Split('\n').Order(StringComparer.Ordinal)))
            );
        Assert.InRange(
            before.Count(e => e.Key.StartsWith("rows/", StringComparison.Ordinal) && e.Value.Length > 0),
            20,
            99
        );
        Assert.True(before.Count(e => e.Key.StartsWith("sheets/", StringComparison.Ordinal)) > 10);
        // what is summed up from the logs is summed up to the same
        Assert.Equal(await Evidence(first), await Evidence(second));
        Assert.DoesNotContain(before.Values, t => t.Contains("password_hash", StringComparison.Ordinal));

        // people come along, without what they come in by
        using var marlow = new Visitor(there.Address);
        Assert.Equal(HttpStatusCode.OK, (await marlow.TryToSignIn(DemoSchool.Instructor)).StatusCode);
        Assert.Contains("Marlow", (await head.Page("/school/users")).Body!.TextContent, StringComparison.Ordinal);
        await head.Page("/people");
        // and a second time there is a school already
        Assert.Contains(
            "not empty",
            await (await In(head, file)).Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
    }

    private static Task<Guid> IdOfHead(Data.LadderContext db) =>
        db.Users.IgnoreQueryFilters().Where(u => u.Email == DemoSchool.Head).Select(u => u.Id).SingleAsync(Cancel);

    private static async Task<string> Evidence(Data.LadderContext db)
    {
        var rows = await db
            .Evidence.IgnoreQueryFilters()
            .OrderBy(e => e.StudentId)
            .ThenBy(e => e.Learnable)
            .ToListAsync(Cancel);
        Assert.NotEmpty(rows);
        return string.Join('\n', rows);
    }

    public static TheoryData<string, byte[]> Damaged =>
        new()
        {
            { "no zip", [1, 2, 3] },
            { "school.json is missing", Zip(("a.txt", "b")) },
            { "school.json is missing", Zip((SchoolArchive.HeadName, "{")) },
            {
                "another version",
                Zip(
                    (
                        SchoolArchive.HeadName,
                        $$"""{"Format":"{{SchoolArchive.Format}}","School":"{{Guid.NewGuid()}}","Name":"x","Schema":"1"}"""
                    )
                )
            },
        };

    private static byte[] Zip(params (string Name, string Text)[] entries)
    {
        var to = new MemoryStream();
        using (var zip = new ZipArchive(to, ZipArchiveMode.Create))
            foreach (var (name, text) in entries)
            {
                using var writer = new StreamWriter(zip.CreateEntry(name).Open());
                writer.Write(text);
            }
        return to.ToArray();
    }

    [Theory]
    [MemberData(nameof(Damaged))]
    public async Task A_file_that_is_no_school_is_refused_in_words(string words, byte[] file)
    {
        await using var server = await LadderServer.Start(withDemo: false);
        using var head = await Found(server, DemoSchool.Head);
        Assert.Contains(
            words,
            await (await In(head, file)).Content.ReadAsStringAsync(Cancel),
            StringComparison.Ordinal
        );
    }

    public static TheoryData<string, Func<string, string>, string> Unfitting =>
        new()
        {
            // a student twice
            { SchoolArchive.NameOf("students"), rows => rows + rows.Split('\n')[0] + "\n", "nothing of it was taken" },
            // rows of a school that is not this one
            {
                SchoolArchive.NameOf("halls"),
                rows =>
                    System.Text.RegularExpressions.Regex.Replace(
                        rows,
                        "\"school_id\": \"[^\"]*\"",
                        $"\"school_id\": \"{Guid.NewGuid()}\""
                    ),
                "nothing of it was taken"
            },
            { SchoolArchive.NameOf("classes"), _ => "no JSON\n", "nothing of it was taken" },
            { SchoolArchive.PeopleName, _ => "{\"id\": 7}\n", "nothing of it was taken" },
            { SchoolArchive.PeopleName, _ => "[1, 2]\n", "nothing of it was taken" },
            {
                SchoolArchive.PeopleName,
                rows => rows.Replace(DemoSchool.Instructor, Taken, StringComparison.Ordinal),
                "signs in as"
            },
        };

    /// <summary>Somebody of another school of the installation.</summary>
    private const string Taken = "taken@water.example";

    [Theory]
    [MemberData(nameof(Unfitting))]
    public async Task A_file_with_rows_that_do_not_fit_is_taken_not_at_all(
        string entry,
        Func<string, string> change,
        string words
    )
    {
        await using var here = await LadderServer.Start();
        await using var there = await LadderServer.Start(withDemo: false);
        using var ines = await Visitor.SignedIn(here);
        using var head = await Found(there, "other@netloft.example");
        await using var owner = there.Owner();
        await OtherSchool.In(there);
        await owner
            .Users.Where(u => u.Email!.EndsWith("@water.example"))
            .ExecuteUpdateAsync(u => u.SetProperty(x => x.NormalizedUserName, Taken.ToUpperInvariant()), Cancel);
        var entries = Entries(await Out(ines));
        entries[entry] = change(entries[entry]);
        var answer = await In(head, Zip([.. entries.Select(e => (e.Key, e.Value))]));
        Assert.Contains(words, await answer.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
        Assert.False(await owner.Students.IgnoreQueryFilters().AnyAsync(Cancel));
        Assert.Equal(2, await owner.Users.IgnoreQueryFilters().CountAsync(Cancel));
    }
}
