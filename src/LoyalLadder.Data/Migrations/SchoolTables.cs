using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore.Migrations;

namespace LoyalLadder.Data.Migrations;

/// <summary>What every table of schools' rows needs that came after the first schema: the wall, and the news.</summary>
internal static class SchoolTables
{
    /// <param name="migration">Adds to it, behind the table itself.</param>
    /// <param name="table">The table, with a column school_id.</param>
    /// <param name="topic">What is remembered of it: facts, material or progress.</param>
    public static void Guard(MigrationBuilder migration, string table, string topic)
    {
        GuardQuietly(migration, table);
        migration.Sql(
            $"""
            CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON {table} FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('{topic}');
            """
        );
    }

    /// <summary>The same for a table of which nothing is remembered.</summary>
    public static void GuardQuietly(MigrationBuilder migration, string table) =>
        migration.Sql(
            $"""
            GRANT SELECT, INSERT, UPDATE, DELETE ON {table} TO {RowSecurityInterceptor.Role};
            ALTER TABLE {table} ENABLE ROW LEVEL SECURITY;
            CREATE POLICY own_school ON {table} TO {RowSecurityInterceptor.Role} USING (school_id = (SELECT ladder_school()));
            """
        );
}
