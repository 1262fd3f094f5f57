using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore.Migrations;

namespace LoyalLadder.Data.Migrations;

/// <summary>Puts the rows of each school behind a wall that the database itself keeps.</summary>
internal static class FoundingWalls
{
    private const string Role = RowSecurityInterceptor.Role;

    public static void Raise(MigrationBuilder migration)
    {
        MakeRole(migration);
        migration.Sql(
            $"""
            CREATE FUNCTION ladder_school() RETURNS uuid LANGUAGE sql STABLE PARALLEL SAFE AS $f$
              SELECT nullif(current_setting('ladder.school', true), '')::uuid $f$;
            GRANT USAGE ON SCHEMA public TO {Role};
            GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO {Role};
            GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO {Role};
            REVOKE INSERT, UPDATE, DELETE ON "__EFMigrationsHistory" FROM {Role};
            DO $do$ DECLARE t text; BEGIN
              FOR t IN SELECT table_name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'school_id' LOOP
                EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
                EXECUTE format('CREATE POLICY own_school ON %I TO {Role} USING (school_id = (SELECT ladder_school()))', t);
              END LOOP;
            END $do$;
            ALTER TABLE schools ENABLE ROW LEVEL SECURITY;
            CREATE POLICY own_school ON schools TO {Role} USING (id = (SELECT ladder_school()));
            """
        );
        // what a sign-in, a token or an invitation needs before it is known whose it is
        foreach (var table in new[] { "schools", "api_tokens", "invitations" })
            migration.Sql(
                $"CREATE POLICY before_sign_in ON {table} FOR SELECT TO {Role} USING ((SELECT ladder_school()) IS NULL);"
            );
        migration.Sql(
            $"CREATE POLICY before_sign_in ON \"AspNetUsers\" TO {Role} USING ((SELECT ladder_school()) IS NULL);"
        );
    }

    /// <summary>Roles belong to the whole server: another database may have made this one, or be making it now.</summary>
    private static void MakeRole(MigrationBuilder migration) =>
        migration.Sql(
            $"""
            DO $do$ BEGIN
              IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '{Role}') THEN
                BEGIN
                  CREATE ROLE {Role} NOLOGIN;
                EXCEPTION
                  WHEN duplicate_object OR unique_violation THEN NULL;
                  WHEN insufficient_privilege THEN
                    RAISE EXCEPTION 'An administrator of this server runs deploy/roles.sql first.';
                END;
              END IF;
            END $do$;
            """
        );

    public static void TakeDown(MigrationBuilder migration) =>
        migration.Sql(
            $"""
            DO $do$ DECLARE t text; BEGIN
              FOR t IN SELECT relname FROM pg_class WHERE relrowsecurity AND relnamespace = 'public'::regnamespace LOOP
                EXECUTE format('DROP POLICY IF EXISTS own_school ON %I', t);
                EXECUTE format('DROP POLICY IF EXISTS before_sign_in ON %I', t);
                EXECUTE format('ALTER TABLE %I DISABLE ROW LEVEL SECURITY', t);
              END LOOP;
            END $do$;
            DROP FUNCTION ladder_school();
            REVOKE ALL ON ALL TABLES IN SCHEMA public FROM {Role};
            REVOKE ALL ON ALL SEQUENCES IN SCHEMA public FROM {Role};
            REVOKE ALL ON SCHEMA public FROM {Role};
            """
        );
}
