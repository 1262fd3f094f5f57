using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.EntityFrameworkCore.Migrations.Operations.Builders;
using Microsoft.EntityFrameworkCore.Migrations.Operations;
using Npgsql;

namespace LoyalLadder.Data.Schools;

/// <summary>
/// The wall between schools below the pages: every connection works as a role that is subject to row-level security, and says
/// for which school it works before its first statement. A query that forgets the school filter still sees the rows of that
/// school only; a connection that has not said sees none. Before a sign-in nobody's school is known: then, and only then,
/// sign-ins, tokens, invitations and names of schools can be looked up.
/// </summary>
public sealed class SchoolWall : DbConnectionInterceptor
{
    /// <summary>The role that all requests work as. It owns nothing and cannot sign in.</summary>
    public const string Role = "ladder_school";

    private const string Setting = "SELECT set_config('ladder.school', $1, false)";

    /// <summary>A connection string whose connections stand behind the wall from their first moment.</summary>
    public static NpgsqlConnectionStringBuilder Behind(string connection)
    {
        var given = new NpgsqlConnectionStringBuilder(connection);
        // the school is said anew at each opening; a reset in between would undo the role as well
        return new NpgsqlConnectionStringBuilder(connection) { Options = $"{given.Options} -c role={Role}".Trim(), NoResetOnClose = true };
    }

    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        using var command = Say(connection, eventData);
        command.ExecuteNonQuery();
    }

    public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
    {
        await using var command = Say(connection, eventData);
        await command.ExecuteNonQueryAsync(cancellationToken);
    }

    private static NpgsqlCommand Say(DbConnection connection, ConnectionEndEventData eventData)
    {
        var school = ((LadderContext)eventData.Context!).SchoolId;
        return new NpgsqlCommand(Setting, (NpgsqlConnection)connection) { Parameters = { new NpgsqlParameter<string> { TypedValue = school == Guid.Empty ? "" : school.ToString() } } };
    }
}

/// <summary>What a migration says for each new table with a school.</summary>
public static class SchoolWallMigrations
{
    /// <summary>Puts a table behind the wall.</summary>
    /// <param name="migration">The migration that made the table.</param>
    /// <param name="table">Its name; it has a column <c>school_id</c>.</param>
    public static OperationBuilder<SqlOperation> WallOff(this MigrationBuilder migration, string table) => migration.Sql($"""
        GRANT SELECT, INSERT, UPDATE, DELETE ON {table} TO {SchoolWall.Role};
        ALTER TABLE {table} ENABLE ROW LEVEL SECURITY;
        CREATE POLICY own_school ON {table} TO {SchoolWall.Role} USING (school_id = (SELECT ladder_school()));
        """);
}
