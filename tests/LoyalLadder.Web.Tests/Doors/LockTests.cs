using System.Diagnostics;
using LoyalLadder.Data;
using LoyalLadder.Web.Tests.Http;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Npgsql;

namespace LoyalLadder.Web.Tests.Doors;

/// <summary>The database as whoever holds one of its logins, and nothing else, finds it.</summary>
public sealed class LockTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> Say(string login, string statement)
    {
        await using var connection = new NpgsqlConnection(login);
        await connection.OpenAsync(Cancel);
#pragma warning disable CA2100 // written below, nothing of it is typed by anybody
        await using var command = new NpgsqlCommand(statement, connection);
#pragma warning restore CA2100
        try
        {
            return (await command.ExecuteScalarAsync(Cancel))?.ToString() ?? "";
        }
        catch (PostgresException e)
        {
            return e.SqlState;
        }
    }

    [Theory]
    // who has not said for whom they work sees and changes nobody
    [InlineData("SELECT count(*) FROM \"AspNetUsers\"", "0")]
    [InlineData("SELECT count(*) FROM schools", "0")]
    [InlineData("SELECT count(*) FROM api_tokens", "0")]
    [InlineData("WITH d AS (DELETE FROM \"AspNetUsers\" RETURNING 1) SELECT count(*) FROM d", "0")]
    [InlineData("WITH u AS (UPDATE \"AspNetUsers\" SET role = 'Head' RETURNING 1) SELECT count(*) FROM u", "0")]
    // nor becomes anybody, nor leaves the wall
    [InlineData("SET ROLE ladder_owner", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("SET ROLE ladder_key_ring", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("SET ROLE ladder", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("SET ROLE NONE; SELECT count(*) FROM students", "0")]
    [InlineData("ALTER TABLE students DISABLE ROW LEVEL SECURITY", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("COPY (SELECT 1) TO PROGRAM 'true'", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("SELECT pg_read_file('/etc/passwd')", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("CREATE TABLE planted (id int)", PostgresErrorCodes.InsufficientPrivilege)]
    // nor reaches what signs cookies, or other people's tries
    [InlineData("SELECT count(*) FROM data_protection_keys", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("SELECT count(*) FROM door_tries", PostgresErrorCodes.InsufficientPrivilege)]
    public async Task The_pages_login_reaches(string statement, string answer)
    {
        var database = await TestDatabase.Fresh(withDemo: false);
        Assert.Equal(answer, await Say(database.Web, statement));
    }

    [Theory]
    [InlineData("SELECT count(*) >= 0 FROM data_protection_keys", "True")]
    [InlineData("SELECT count(*) FROM \"AspNetUsers\"", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("SELECT count(*) FROM students", PostgresErrorCodes.InsufficientPrivilege)]
    [InlineData("SELECT * FROM ladder_person_of_email('A@B')", PostgresErrorCodes.InsufficientPrivilege)]
    public async Task The_keys_login_reaches(string statement, string answer)
    {
        var database = await TestDatabase.Fresh(withDemo: false);
        Assert.Equal(answer, await Say(database.Keys, statement));
    }

    [Fact]
    public async Task Nobody_comes_in_without_a_password()
    {
        var database = await TestDatabase.Fresh(withDemo: false);
        var open = new NpgsqlConnectionStringBuilder(database.Web) { Password = "guessed", Pooling = false };
        foreach (var name in (string[])["ladder", "ladder_owner", "ladder_web", "postgres"])
        {
            open.Username = name;
            await using var connection = new NpgsqlConnection(open.ConnectionString);
            var refused = await Assert.ThrowsAsync<PostgresException>(() => connection.OpenAsync(Cancel));
            Assert.Equal(PostgresErrorCodes.InvalidPassword, refused.SqlState);
        }
    }

    [Fact]
    public async Task Keys_of_sign_ins_stand_in_the_database_encrypted()
    {
        await using var server = await LadderServer.Start();
        using var ines = await Visitor.SignedIn(server);
        await using var owner = server.Owner();
        var keys = await owner
            .Database.SqlQuery<string>($"SELECT xml AS \"Value\" FROM data_protection_keys")
            .ToListAsync(Cancel);
        Assert.NotEmpty(keys);
        Assert.All(keys, k => Assert.Contains("EncryptedData", k, StringComparison.Ordinal));
        Assert.All(keys, k => Assert.DoesNotContain("<masterKey", k, StringComparison.OrdinalIgnoreCase));
    }

    [Fact]
    public async Task Two_who_bring_the_database_up_to_date_at_once_both_find_it_so()
    {
        var database = await TestDatabase.Bare();
        await Task.WhenAll(
            LadderDatabase.Migrate(database.Owner, Cancel),
            LadderDatabase.Migrate(database.Owner, Cancel)
        );
        await using var db = LadderDatabase.AsOwner(database.Owner);
        Assert.Empty(await db.Database.GetPendingMigrationsAsync(Cancel));
    }

    [Fact]
    public async Task A_program_does_not_serve_a_schema_that_is_not_its_own_nor_as_the_owner()
    {
        var older = await TestDatabase.Bare();
        await using (var db = LadderDatabase.AsOwner(older.Owner))
            await db.GetService<IMigrator>()
                .MigrateAsync(db.Database.GetMigrations().First(), cancellationToken: Cancel);
        Assert.Contains("older than this program", await Refusal(older, older.Web), StringComparison.Ordinal);

        var newer = await TestDatabase.Fresh(withDemo: false);
        await using (var db = LadderDatabase.AsOwner(newer.Owner))
            await db.Database.ExecuteSqlAsync(
                $"INSERT INTO \"__EFMigrationsHistory\" VALUES ('99990101000000_Tomorrow', '99')",
                Cancel
            );
        Assert.Contains("newer program", await Refusal(newer, newer.Web), StringComparison.Ordinal);

        var open = await TestDatabase.Fresh(withDemo: false);
        Assert.Contains("would not hold", await Refusal(open, open.Owner), StringComparison.Ordinal);
    }

    /// <summary>What a program says that ends instead of serving.</summary>
    private static async Task<string> Refusal(TestDatabase database, string login)
    {
        var start = WebProcess.Program(database);
        start.Environment["LOYALLADDER_DB"] = login;
        start.Environment["ASPNETCORE_URLS"] = "http://127.0.0.1:0";
        start.RedirectStandardError = true;
        using var process = Process.Start(start)!;
        var said = process.StandardError.ReadToEndAsync(Cancel);
        await process.StandardOutput.ReadToEndAsync(Cancel);
        await process.WaitForExitAsync(Cancel);
        Assert.Equal(3, process.ExitCode);
        return await said;
    }

    [Fact]
    public async Task Two_who_found_a_school_at_once_found_one()
    {
        await using var server = await LadderServer.Start(withDemo: false);
        var visitors = Enumerable.Range(0, 4).Select(_ => new Visitor(server.Address)).ToList();
        var tokens = await Task.WhenAll(visitors.Select(v => v.Token("/first-run")));
        await Task.WhenAll(
            visitors.Select(
                (v, i) =>
                    v.Send(
                        "/first-run",
                        tokens[i],
                        false,
                        ("SchoolName", $"School {i}"),
                        ("TimeZone", "Europe/London"),
                        ("DisplayName", "Ines"),
                        ("Email", $"ines{i}@netloft.example"),
                        ("Password", TestDatabase.Password)
                    )
            )
        );
        visitors.ForEach(v => v.Dispose());
        await using var owner = server.Owner();
        Assert.Equal(
            (1, 1),
            (await owner.Schools.CountAsync(Cancel), await owner.Users.IgnoreQueryFilters().CountAsync(Cancel))
        );
    }
}
