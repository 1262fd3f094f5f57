using System.Diagnostics;
using System.Globalization;
using LoyalLadder.Data;
using LoyalLadder.Data.Demo;
using LoyalLadder.Web.Tests.Http;
using Microsoft.EntityFrameworkCore;
using Npgsql;

namespace LoyalLadder.Web.Tests.Faults;

/// <summary>
/// Web processes and database are killed at random while people write: what was confirmed is there, once. A short form of
/// <c>bench/faults</c>, which sets <c>LOYALLADDER_KILLS</c> and names the server that may be killed by <c>LOYALLADDER_CRASH</c>.
/// </summary>
public sealed class KillTests
{
    private const int BetweenKills = 20;

    /// <summary>One that is run and logged, the others to be written in.</summary>
    private const int Sheets = 8;

    private static int Kills => int.Parse(Setting("LOYALLADDER_KILLS") ?? "4", CultureInfo.InvariantCulture);

    private static string? Setting(string name) => Environment.GetEnvironmentVariable(name);

    [Fact]
    public async Task What_was_confirmed_is_there_once_however_often_anything_is_killed()
    {
        var database = await TestDatabase.Fresh(withDemo: true);
        var random = new Random(Kills);
        var processes = new[] { await WebProcess.Start(database), await WebProcess.Start(database) };
        try
        {
            var writers = await Writers(database, processes[0].Address, processes[1].Address);
            using var confirmed = new SemaphoreSlim(0);
            var isOver = false;
            var writing = writers
                .Select(w => Task.Run(() => w.Write(() => isOver, () => confirmed.Release())))
                .ToList();
            for (var kill = 0; kill < Kills; kill++)
            {
                await Some(confirmed, writing);
                var victim = random.Next(3);
                if (victim == 2)
                    await CrashDatabase(database);
                else
                {
                    await processes[victim].Kill();
                    processes[victim] = await WebProcess.Start(database, processes[victim].Address);
                }
            }
            await Some(confirmed, writing);
            isOver = true;
            await Task.WhenAll(writing);
            await Nothing_is_lost_or_doubled(database, writers);
        }
        finally
        {
            foreach (var process in processes)
                await process.DisposeAsync();
        }
    }

    private static async Task Nothing_is_lost_or_doubled(TestDatabase database, List<Writer> writers)
    {
        await using var owner = LadderDatabase.AsOwner(database.Owner);
        var counted = new List<string>();
        foreach (var writer in writers)
        {
            var (lost, doubled) = await writer.Count(owner);
            counted.Add($"{writer.Name}: {lost} lost, {doubled} doubled");
            TestContext.Current.SendDiagnosticMessage(
                $"{Kills} kills, {writer.Confirmed} {writer.Name} confirmed: {lost} lost, {doubled} doubled"
            );
        }
        Assert.All(counted, c => Assert.EndsWith(": 0 lost, 0 doubled", c, StringComparison.Ordinal));
        Assert.All(writers, w => Assert.True(w.Confirmed > 0, w.Name));
    }

    private static async Task<List<Writer>> Writers(TestDatabase database, Uri a, Uri b)
    {
        var head = await Visitor.SignedIn(a);
        var group = (await head.Page("/sheets/new"))
            .QuerySelector("#ClassId option[value]:not([value=''])")!
            .GetAttribute("value")!;
        var lessons = new List<Guid>();
        for (var day = 0; day < Sheets; day++)
            lessons.Add(await Sheet(head, group, TimeProvider.System.GetUtcNow().AddDays(day)));
        var lesson = lessons[0];
        await head.Page($"/mat/{lesson}");
        var log = (await head.Page($"/diary/{lesson}")).QuerySelector("[name^='at-']")!.GetAttribute("name")!;
        var (grading, candidate, requirement) = await Candidate(database, head);
        return
        [
            new MatWriter(await Visitor.SignedIn(a), lesson),
            new LineWriter(await Visitor.SignedIn(b, DemoSchool.Instructor), lessons[1..]),
            new LogWriter(await Visitor.SignedIn(b), lesson, Guid.Parse(log["at-".Length..])),
            new MarkWriter(head, grading, candidate, requirement),
        ];
    }

    private static async Task<Guid> Sheet(Visitor head, string group, DateTimeOffset on)
    {
        var made = await head.Post(
            "/sheets/new",
            "/sheets/new",
            ("ClassId", group),
            ("Date", on.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)),
            ("empty", "true")
        );
        return Guid.Parse(made.Headers.Location!.ToString().Split('/')[^1].Split('?')[0]);
    }

    /// <summary>Somebody who is graded, and something that is asked of them.</summary>
    private static async Task<(Guid Grading, Guid Candidate, Guid Requirement)> Candidate(
        TestDatabase database,
        Visitor head
    )
    {
        await using var owner = LadderDatabase.AsOwner(database.Owner);
        var grading = await owner
            .Gradings.IgnoreQueryFilters()
            .Where(g => g.ClosedAt == null)
            .Select(g => g.Id)
            .FirstAsync();
        var student = (await head.Page($"/gradings/{grading}"))
            .QuerySelector("input[name=student]")!
            .GetAttribute("value")!;
        await head.Post($"/gradings/{grading}", $"/gradings/{grading}?handler=Join", ("student", student));
        var card = (await head.Page($"/gradings/{grading}")).QuerySelector(".candidate")!;
        return (
            grading,
            Guid.Parse(card.Id!["c-".Length..]),
            Guid.Parse(card.QuerySelector("input[name=met]")!.GetAttribute("value")!)
        );
    }

    /// <summary>Hangs up on everybody, or, where the server is the test's own, kills it outright and starts it again.</summary>
    private static async Task CrashDatabase(TestDatabase database)
    {
        if (Setting("LOYALLADDER_CRASH") is { } cluster)
        {
            using var crash = Process.Start(
                Path.Combine(WebProcess.SourceTree(), "tools", "crash"),
                cluster.Split(' ')
            );
            await crash.WaitForExitAsync();
            Assert.Equal(0, crash.ExitCode);
            return;
        }
        await using var connection = new NpgsqlConnection($"{database.Web};Pooling=false");
        await connection.OpenAsync();
        await using var hangUp = new NpgsqlCommand(
            """
            SELECT pg_terminate_backend(pid) FROM pg_stat_activity
            WHERE datname = current_database() AND usename = current_user AND pid <> pg_backend_pid()
            """,
            connection
        );
        await hangUp.ExecuteNonQueryAsync();
    }

    /// <summary>Waits until some more was confirmed, unless somebody gave up.</summary>
    private static async Task Some(SemaphoreSlim confirmed, List<Task> writing)
    {
        for (var i = 0; i < BetweenKills; i++)
            while (!await confirmed.WaitAsync(TimeSpan.FromSeconds(5)))
                await Task.WhenAll(writing.Where(w => w.IsCompleted));
    }
}
