using System.Collections.Concurrent;
using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.EntityFrameworkCore.Migrations.Operations;
using Microsoft.EntityFrameworkCore.Migrations.Operations.Builders;
using Npgsql;

namespace LoyalLadder.Data.Schools;

/// <summary>
/// The wall between schools below the pages: the login that pages work as is subject to row-level security and cannot become
/// anybody else, and every connection says for which school it works before its first statement. A query that forgets the school
/// filter still sees the rows of that school only; a connection that has not said sees none. What has to be known before a sign-in
/// is asked at the <see cref="Doors.SchoolLookup"/>.
/// </summary>
public sealed class RowSecurityInterceptor : DbConnectionInterceptor, IAsyncDisposable
{
    /// <summary>The role whose rights the login of all requests has. It owns nothing and can become nobody.</summary>
    public const string Role = "ladder_school";

    /// <summary>For so long a connection is waited for.</summary>
    private const int SecondsToOpen = 2;

    private const string Setting = "SELECT set_config('ladder.school', $1, false)";

    /// <summary>
    /// For which school each server process works now, by its number: connections are lent again and again, mostly to the same
    /// school, and asking each time would make a page a third slower. Nothing else sets it, and a new connection begins unsaid.
    /// </summary>
    private readonly ConcurrentDictionary<int, Guid> _said = new();

    /// <param name="connection">How the server is reached, as a login that is a member of <see cref="Role"/>.</param>
    public RowSecurityInterceptor(string connection)
    {
        ForListening = new NpgsqlConnectionStringBuilder(connection)
        {
            Pooling = false,
            KeepAlive = 15,
        }.ConnectionString;
        var source = new NpgsqlDataSourceBuilder(
            new NpgsqlConnectionStringBuilder(connection)
            {
                // a reset between two borrowers would undo what was said
                NoResetOnClose = true,
                // a server that has frozen is asked twice to stop what it does not answer: each may take as long as opening a connection
                Timeout = SecondsToOpen,
                // the same few queries come again and again: PostgreSQL plans each once a connection
                MaxAutoPrepare = 100,
                AutoPrepareMinUsages = 2,
            }.ConnectionString
        );
        source.UsePhysicalConnectionInitializer(
            c => _said.TryRemove(c.ProcessID, out _),
            c =>
            {
                _said.TryRemove(c.ProcessID, out _);
                return Task.CompletedTask;
            }
        );
        Connections = source.Build();
    }

    /// <summary>Connections behind the wall from their first moment.</summary>
    public NpgsqlDataSource Connections { get; }

    /// <summary>For the one connection of a process that only listens: no pool lends it, and it notices when the server is gone.</summary>
    public string ForListening { get; }

    public ValueTask DisposeAsync() => Connections.DisposeAsync();

    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        if (Unsaid(connection, eventData) is not { } say)
            return;
        using (say.Command)
            say.Command.ExecuteNonQuery();
        _said[say.Process] = say.School;
    }

    public override async Task ConnectionOpenedAsync(
        DbConnection connection,
        ConnectionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        if (Unsaid(connection, eventData) is not { } say)
            return;
        await using (say.Command)
            await say.Command.ExecuteNonQueryAsync(cancellationToken);
        _said[say.Process] = say.School;
    }

    /// <summary>What has to be said on a connection that was just opened, if it worked for somebody else before.</summary>
    private (NpgsqlCommand Command, int Process, Guid School)? Unsaid(
        DbConnection connection,
        ConnectionEndEventData eventData
    )
    {
        var (server, school) = ((NpgsqlConnection)connection, ((LadderContext)eventData.Context!).SchoolId);
        if (_said.TryGetValue(server.ProcessID, out var said) && said == school)
            return null;
        _said.TryRemove(server.ProcessID, out _);
        return (
            new NpgsqlCommand(Setting, server)
            {
                Parameters =
                {
                    new NpgsqlParameter<string> { TypedValue = school == Guid.Empty ? "" : school.ToString() },
                },
            },
            server.ProcessID,
            school
        );
    }
}

/// <summary>What a migration says for each new table with a school.</summary>
public static class SchoolWallMigrations
{
    /// <summary>Puts a table behind the wall.</summary>
    /// <param name="migration">The migration that made the table.</param>
    /// <param name="table">Its name; it has a column <c>school_id</c>.</param>
    public static OperationBuilder<SqlOperation> WallOff(this MigrationBuilder migration, string table) =>
        migration.Sql(
            $"""
            GRANT SELECT, INSERT, UPDATE, DELETE ON {table} TO {RowSecurityInterceptor.Role};
            ALTER TABLE {table} ENABLE ROW LEVEL SECURITY;
            CREATE POLICY own_school ON {table} TO {RowSecurityInterceptor.Role} USING (school_id = (SELECT ladder_school()));
            """
        );
}
