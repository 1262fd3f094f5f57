using System.Net;
using LoyalLadder.Web.Tests.Browser;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace LoyalLadder.Web.Tests.Faults;

/// <summary>The database is away, frozen or full: pages say so in words and come back by themselves.</summary>
public sealed class DatabaseAwayTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static readonly string[] Rooms =
    [
        "/",
        "/sheets",
        "/people",
        "/ladder",
        "/material",
        "/school",
        "/diary",
        "/rounds",
        "/term",
    ];

    private static (LadderServer Server, CuttableLine Line) Behind(TestDatabase database)
    {
        var direct = new NpgsqlConnectionStringBuilder(database.Web);
        var line = new CuttableLine(direct.Host!, direct.Port);
        (direct.Host, direct.Port) = ("127.0.0.1", line.Port);
        var server = new LadderServer(database) { Through = _ => direct.ConnectionString };
        server.StartServer();
        return (server, line);
    }

    [Fact]
    public async Task Away_for_longer_than_sign_ins_are_remembered_every_page_says_so_and_comes_back()
    {
        var (server, line) = Behind(await TestDatabase.Fresh(withDemo: true));
        await using var _ = server;
        await using var __ = line;
        using var ines = await Visitor.SignedIn(server);
        foreach (var room in Rooms)
            await ines.Page(room);
        await line.Cut();
        server.Clock.Pass(TimeSpan.FromMinutes(5));
        foreach (var room in Rooms)
        {
            var page = await ines.Page(room, HttpStatusCode.ServiceUnavailable);
            Assert.Equal((room, "The database is away"), (room, page.QuerySelector("h1")?.TextContent));
        }
        using var nobody = new Visitor(server.Address);
        foreach (var visitor in new[] { ines, nobody })
        {
            Assert.Equal(HttpStatusCode.ServiceUnavailable, (await visitor.Get("/health")).StatusCode);
            Assert.Equal(HttpStatusCode.ServiceUnavailable, (await visitor.Get("/health/ready")).StatusCode);
            // up is up: it never asks the database
            Assert.Equal("up", await (await visitor.Get("/health/live")).Content.ReadAsStringAsync(Cancel));
        }
        line.Mend();
        foreach (var room in Rooms)
            await ines.Page(room);
    }

    [Fact]
    public async Task A_database_that_has_frozen_is_told_within_ten_seconds()
    {
        var (server, line) = Behind(await TestDatabase.Fresh(withDemo: true));
        await using var _ = server;
        await using var __ = line;
        using var ines = await Visitor.SignedIn(server);
        await ines.Page("/school/halls");
        line.Freeze();
        server.Clock.Pass(TimeSpan.FromMinutes(5));
        var began = TimeProvider.System.GetTimestamp();
        using var answer = await ines.Get("/school/halls");
        Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.StatusCode);
        Assert.InRange(TimeProvider.System.GetElapsedTime(began).TotalSeconds, 0, 10);
    }

    [Fact]
    public async Task A_disc_without_room_is_told_in_words()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        await using var owner = server.Owner();
        await owner.Database.ExecuteSqlRawAsync(
            """
            CREATE FUNCTION full_disc() RETURNS trigger LANGUAGE plpgsql AS
              $f$ BEGIN RAISE EXCEPTION 'could not extend file' USING ERRCODE = 'disk_full'; END $f$;
            CREATE TRIGGER full_disc BEFORE INSERT ON kit_items FOR EACH ROW EXECUTE FUNCTION full_disc();
            """,
            Cancel
        );
        var answer = await ines.Submit(
            "/school/kit",
            "Form.Name",
            ("Form.Name", "hoops"),
            ("Form.Count", "4"),
            ("Form.Seconds", "10")
        );
        Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.StatusCode);
        Assert.Equal("The server is full", (await Visitor.Parse(answer)).QuerySelector("h1")?.TextContent);
        await ines.Page("/school/kit");
    }
}
