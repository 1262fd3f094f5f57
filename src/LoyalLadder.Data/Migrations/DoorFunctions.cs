using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore.Migrations;

namespace LoyalLadder.Data.Migrations;

/// <summary>
/// What may be asked before a sign-in, each by a function that tells no more than is asked, instead of tables that lie open to
/// whoever has not said for which school they work.
/// </summary>
internal static class DoorFunctions
{
    public static void Put(MigrationBuilder migration)
    {
        Close(migration);
        Questions(migration);
        Tries(migration);
        Keys(migration);
        Walls(migration);
        News(migration);
    }

    /// <summary>A hall's wall is found by its secret address.</summary>
    public static void Wall(MigrationBuilder migration) =>
        Define(
            migration,
            "ladder_wall(wanted text)",
            "TABLE (id uuid, school_id uuid)",
            "SELECT h.id, h.school_id FROM halls h WHERE h.wall_hash = wanted AND h.put_away_at IS NULL"
        );

    /// <summary>A calendar address is found by its secret, as long as its person's account is open.</summary>
    public static void Calendar(MigrationBuilder migration) =>
        Define(
            migration,
            "ladder_calendar(wanted text)",
            "TABLE (id uuid, school_id uuid)",
            "SELECT c.id, c.school_id FROM calendar_addresses c JOIN \"AspNetUsers\" u ON u.id = c.person_id "
                + "WHERE c.hash = wanted AND u.closed_at IS NULL"
        );

    /// <summary>A page for practising at home is found by its secret.</summary>
    public static void Practice(MigrationBuilder migration) =>
        Define(
            migration,
            "ladder_practice(wanted text)",
            "TABLE (id uuid, school_id uuid)",
            "SELECT p.id, p.school_id FROM practice_pages p WHERE p.hash = wanted"
        );

    private static void Close(MigrationBuilder migration)
    {
        foreach (var table in new[] { "schools", "api_tokens", "invitations", "\"AspNetUsers\"" })
            migration.Sql($"DROP POLICY before_sign_in ON {table};");
    }

    private static void Questions(MigrationBuilder migration)
    {
        Define(migration, "ladder_is_founded()", "boolean", "SELECT EXISTS (SELECT FROM \"AspNetUsers\")");
        Define(migration, "ladder_schools()", "SETOF uuid", "SELECT id FROM schools ORDER BY id");
        Define(
            migration,
            "ladder_person_of_email(wanted text)",
            "TABLE (id uuid, school_id uuid)",
            "SELECT u.id, u.school_id FROM \"AspNetUsers\" u WHERE u.normalized_user_name = wanted"
        );
        Define(
            migration,
            "ladder_person_of_passkey(wanted bytea)",
            "TABLE (id uuid, school_id uuid)",
            "SELECT u.id, u.school_id FROM \"AspNetUserPasskeys\" p JOIN \"AspNetUsers\" u ON u.id = p.user_id "
                + "WHERE p.credential_id = wanted"
        );
        Define(
            migration,
            "ladder_invitation(wanted text)",
            "TABLE (id uuid, school_id uuid)",
            "SELECT i.id, i.school_id FROM invitations i WHERE i.hash = wanted"
        );
        Define(
            migration,
            "ladder_token(wanted text)",
            "TABLE (id uuid, school_id uuid)",
            "SELECT t.id, t.school_id FROM api_tokens t WHERE t.hash = wanted"
        );
    }

    /// <summary>A try is counted in the same breath as it is judged.</summary>
    private static void Tries(MigrationBuilder migration)
    {
        migration.Sql(
            """
            CREATE UNLOGGED TABLE door_tries (
              key bytea PRIMARY KEY, tries integer NOT NULL, last_at timestamptz NOT NULL, free_at timestamptz NOT NULL);
            CREATE FUNCTION ladder_try(of bytea, free integer, first float8, longest float8, at timestamptz) RETURNS float8
              LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $f$
            DECLARE t door_tries; wait float8 := 0;
            BEGIN
              INSERT INTO door_tries VALUES (of, 0, at, '-infinity') ON CONFLICT DO NOTHING;
              SELECT * INTO t FROM door_tries WHERE key = of FOR UPDATE;
              IF at < t.free_at THEN RETURN extract(epoch FROM t.free_at - at); END IF;
              IF t.last_at < at - make_interval(secs => longest) THEN t.tries := 0; END IF;
              t.tries := t.tries + 1;
              IF t.tries >= free THEN wait := least(first * 2 ^ least(t.tries - free, 20), longest); END IF;
              -- tries at once come in any order: one that needs no wait makes nobody wait
              UPDATE door_tries SET tries = t.tries, last_at = greatest(at, t.last_at),
                free_at = CASE WHEN wait > 0 THEN at + make_interval(secs => wait) ELSE '-infinity' END WHERE key = of;
              RETURN 0;
            END $f$;
            """
        );
        Define(migration, "ladder_try_over(of bytea)", "void", "DELETE FROM door_tries WHERE key = of");
        Define(
            migration,
            "ladder_tries_forget(before timestamptz)",
            "void",
            "DELETE FROM door_tries WHERE last_at < before"
        );
        Allow(migration, "ladder_try(bytea, integer, float8, float8, timestamptz)");
        // only its owner may have a table counted anew
        migration.Sql(
            """
            CREATE FUNCTION ladder_count_rows() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
              AS $f$ BEGIN ANALYZE taught_items; ANALYZE attendances; END $f$;
            """
        );
        Allow(migration, "ladder_count_rows()");
    }

    /// <summary>
    /// The keys of sign-ins leave every school's reach. Those that lay open are thrown away: everybody signs in once
    /// more.
    /// </summary>
    private static void Keys(MigrationBuilder migration) =>
        migration.Sql(
            $"""
            DO $do$ BEGIN
              IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '{KeyRing.Role}') THEN
                RAISE EXCEPTION 'An administrator of this server runs deploy/roles.sql first.';
              END IF;
            END $do$;
            DELETE FROM data_protection_keys;
            REVOKE ALL ON data_protection_keys FROM {RowSecurityInterceptor.Role};
            GRANT USAGE ON SCHEMA public TO {KeyRing.Role};
            GRANT SELECT, INSERT ON data_protection_keys TO {KeyRing.Role};
            """
        );

    private static void Walls(MigrationBuilder migration)
    {
        migration.WallOff("sessions");
        migration.WallOff("door_notes");
        migration.Sql($"REVOKE UPDATE ON door_notes FROM {RowSecurityInterceptor.Role};");
        // what belongs to a person is seen by whoever sees the person
        foreach (var part in new[] { "Claims", "Logins", "Tokens", "Passkeys" })
            migration.Sql(
                $"""
                GRANT SELECT, INSERT, UPDATE, DELETE ON "AspNetUser{part}" TO {RowSecurityInterceptor.Role};
                ALTER TABLE "AspNetUser{part}" ENABLE ROW LEVEL SECURITY;
                CREATE POLICY own_people ON "AspNetUser{part}" TO {RowSecurityInterceptor.Role}
                  USING (EXISTS (SELECT FROM "AspNetUsers" u WHERE u.id = user_id AND u.school_id = (SELECT ladder_school())));
                """
            );
    }

    private static void News(MigrationBuilder migration) =>
        migration.Sql(
            """
            CREATE TRIGGER tell AFTER UPDATE OF ended_at, second_step OR DELETE ON sessions FOR EACH ROW
              EXECUTE FUNCTION ladder_tell_row('session', 'id');
            DROP TRIGGER tell_change ON "AspNetUsers";
            CREATE TRIGGER tell_change AFTER UPDATE ON "AspNetUsers" FOR EACH ROW
              WHEN ((OLD.display_name, OLD.role, OLD.naming, OLD.sides, OLD.own_lead, OLD.closed_at)
                IS DISTINCT FROM (NEW.display_name, NEW.role, NEW.naming, NEW.sides, NEW.own_lead, NEW.closed_at))
              EXECUTE FUNCTION ladder_tell_person();
            """
        );

    /// <summary>A function that looks over the wall, for nobody but those who work behind it.</summary>
    private static void Define(MigrationBuilder migration, string signature, string returns, string body)
    {
        migration.Sql(
            $"""
            CREATE FUNCTION {signature} RETURNS {returns} LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
              AS $f$ {body} $f$;
            """
        );
        Allow(migration, signature);
    }

    private static void Allow(MigrationBuilder migration, string signature) =>
        migration.Sql(
            $"REVOKE ALL ON FUNCTION {signature} FROM PUBLIC; GRANT EXECUTE ON FUNCTION {signature} TO {RowSecurityInterceptor.Role};"
        );
}
