using System.Diagnostics;
using LoyalLadder.Data;
using LoyalLadder.Web.Tests.Http;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Tests.Upkeep;

/// <summary>A backup that is restored elsewhere is the same database.</summary>
public sealed class BackupTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<(int Code, string Said)> Run(string script, string owner, params string[] arguments)
    {
        var start = new ProcessStartInfo("bash")
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = WebProcess.SourceTree(),
        };
        foreach (var argument in (string[])[script, .. arguments])
            start.ArgumentList.Add(argument);
        start.Environment["LOYALLADDER_OWNER_DB"] = owner;
        using var process = Process.Start(start)!;
        var (said, wrong) = (
            process.StandardOutput.ReadToEndAsync(Cancel),
            process.StandardError.ReadToEndAsync(Cancel)
        );
        await process.WaitForExitAsync(Cancel);
        return (process.ExitCode, await said + await wrong);
    }

    /// <summary>All rows of all tables, as one line a table: how many, and a sum over their words.</summary>
    private static async Task<List<string>> Sums(TestDatabase database)
    {
        await using var owner = LadderDatabase.AsOwner(database.Owner);
        var tables = await owner
            .Database.SqlQuery<string>(
                $"SELECT relname AS \"Value\" FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace ORDER BY 1"
            )
            .ToListAsync(Cancel);
        var sums = new List<string>();
#pragma warning disable EF1002 // names of tables come from the catalogue
        foreach (var table in tables)
            sums.Add(
                await owner
                    .Database.SqlQueryRaw<string>(
                        $"""
                        SELECT '{table} ' || count(*) || ' ' || coalesce(sum(hashtextextended(t::text, 0)), 0) AS "Value"
                        FROM "{table}" t
                        """
                    )
                    .SingleAsync(Cancel)
            );
#pragma warning restore EF1002
        return sums;
    }

    [Fact]
    public async Task What_was_backed_up_is_restored_row_for_row_and_over_nothing()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("ladder-backup-").FullName, "school.dump");
        var (here, there) = (await TestDatabase.Fresh(withDemo: true), await TestDatabase.Bare());
        var backup = await Run("backup", here.Owner, file);
        Assert.True(backup.Code == 0, backup.Said);
        Assert.NotEqual(0, (await Run("backup", here.Owner, file)).Code);
        var restore = await Run("restore", there.Owner, file);
        Assert.True(restore.Code == 0, restore.Said);
        Assert.Equal(await Sums(here), await Sums(there));

        // the wall came along
        await using (var server = new LadderServer(there))
        {
            server.StartServer();
            using var ines = await Visitor.SignedIn(server);
            await ines.Page("/people");
        }
        var again = await Run("restore", there.Owner, file);
        Assert.NotEqual(0, again.Code);
        Assert.Contains("There is a school already", again.Said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_last_fourteen_nights_are_kept()
    {
        var folder = Directory.CreateTempSubdirectory("ladder-nights-").FullName;
        for (var night = 1; night <= 15; night++)
            await File.WriteAllTextAsync(
                Path.Combine(folder, $"loyal-ladder-203001{night:00}-030000.dump"),
                "x",
                Cancel
            );
        var database = await TestDatabase.Fresh(withDemo: false);
        var backup = await Run("backup", database.Owner, "--nightly", folder);
        Assert.True(backup.Code == 0, backup.Said);
        var kept = Directory.GetFiles(folder).Select(Path.GetFileName).Order(StringComparer.Ordinal).ToList();
        Assert.Equal(14, kept.Count);
    }
}
