using System.Diagnostics;
using System.Net;
using LoyalLadder.Data.Demo;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Http;

/// <summary>Calendars by secret address, read by a client library as phones and desks read them.</summary>
public sealed class CalendarTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> Address(Visitor visitor, bool isOwn)
    {
        var page = await Visitor.Parse(
            await visitor.Post("/school/calendar", "/school/calendar", ("isOwn", isOwn ? "true" : "false"))
        );
        return new Uri(page.QuerySelector(".said input")!.GetAttribute("value")!).AbsolutePath;
    }

    [Fact]
    public async Task An_address_opens_the_timetable_to_programs_until_it_is_renewed_or_its_person_leaves()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var marlow = await Visitor.SignedIn(server, DemoSchool.Instructor);
        using var program = new Visitor(server.Address);
        var (all, own) = (await Address(ines, false), await Address(marlow, true));
        var answer = await program.Get(all);
        Assert.Equal("text/calendar", answer.Content.Headers.ContentType!.MediaType);
        Assert.True(answer.Headers.CacheControl!.NoStore);
        var everything = await answer.Content.ReadAsStringAsync(Cancel);
        Assert.Contains("SUMMARY:Cormorants", everything, StringComparison.Ordinal);
        var mine = await (await program.Get(own)).Content.ReadAsStringAsync(Cancel);
        Assert.Contains("SUMMARY:Little Gulls", mine, StringComparison.Ordinal);
        Assert.DoesNotContain("SUMMARY:Cormorants", mine, StringComparison.Ordinal);

        var renewed = await Address(ines, false);
        Assert.Equal(HttpStatusCode.NotFound, (await program.Get(all)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await program.Get(renewed)).StatusCode);
        await ines.Post("/school/calendar", "/school/calendar?handler=Close", ("isOwn", "false"));
        Assert.Equal(HttpStatusCode.NotFound, (await program.Get(renewed)).StatusCode);
        await using var db = server.Owner();
        await db
            .Users.Where(u => u.Email == DemoSchool.Instructor)
            .ExecuteUpdateAsync(u => u.SetProperty(x => x.ClosedAt, server.Clock.GetUtcNow()), Cancel);
        Assert.Equal(HttpStatusCode.NotFound, (await program.Get(own)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await program.Get("/calendar/nothing.ics")).StatusCode);
    }

    [Fact]
    public async Task A_client_library_sees_local_hours_in_summer_and_winter_closed_moved_and_extra_dates()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        using var program = new Visitor(server.Address);
        var file = Path.GetTempFileName();
        await File.WriteAllTextAsync(
            file,
            await (await program.Get(await Address(ines, false))).Content.ReadAsStringAsync(Cancel),
            Cancel
        );
        var may = await Read(file, "2041-05-07", "2041-05-29");
        // 18:00 at the school is 17:00 UTC in summer; closed on the 21st
        Assert.Equal(
            [
                "2041-05-07T18:00 2041-05-07T17:00Z",
                "2041-05-14T18:00 2041-05-14T17:00Z",
                "2041-05-28T18:00 2041-05-28T17:00Z",
            ],
            may.Where(l => l.EndsWith(" Kites", StringComparison.Ordinal)).Select(l => l[..^6])
        );
        Assert.DoesNotContain(may, l => l.StartsWith("2041-05-18", StringComparison.Ordinal));
        Assert.Contains("2041-05-09T16:00 2041-05-09T15:00Z Limpets", may);
        Assert.Contains("2041-05-20T07:00 2041-05-20T06:00Z Early Tide", may);
        Assert.DoesNotContain("2041-05-19T07:00 2041-05-19T06:00Z Early Tide", may);
        var january = await Read(file, "2042-01-07", "2042-01-09");
        Assert.Contains("2042-01-07T18:00 2042-01-07T18:00Z Kites", january);
        File.Delete(file);
    }

    private static async Task<List<string>> Read(string file, string from, string to)
    {
        var script = Path.Combine(HouseTests.Folder, "tests", "calendar", "read.mjs");
        using var node = Process.Start(
            new ProcessStartInfo("node", [script, file, from, to]) { RedirectStandardOutput = true }
        )!;
        var lines = await node.StandardOutput.ReadToEndAsync(Cancel);
        await node.WaitForExitAsync(Cancel);
        Assert.Equal(0, node.ExitCode);
        return [.. lines.Split('\n', StringSplitOptions.RemoveEmptyEntries)];
    }
}
