using Microsoft.EntityFrameworkCore.Migrations;

namespace LoyalLadder.Data.Migrations;

/// <summary>
/// Triggers that tell every process what was saved, as 'school topic lesson' with '-' for what is empty, and count the editions
/// of what is remembered, as 'school topic facts.material.progress'.
/// </summary>
internal static class FoundingNews
{
    public static void Tell(MigrationBuilder migration)
    {
        Functions(migration);
        Sheets(migration);
        Editions(migration);
    }

    private static void Functions(MigrationBuilder migration) =>
        migration.Sql(
            """
            CREATE FUNCTION ladder_tell_row() RETURNS trigger LANGUAGE plpgsql AS $f$
            DECLARE r jsonb := to_jsonb(CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END);
            BEGIN
              PERFORM pg_notify('ladder', concat_ws(' ', r ->> 'school_id', TG_ARGV[0], coalesce(r ->> TG_ARGV[1], '-')));
              RETURN NULL;
            END $f$;
            CREATE FUNCTION ladder_tell_run() RETURNS trigger LANGUAGE plpgsql AS $f$
            BEGIN
              PERFORM pg_notify('ladder', concat_ws(' ', NEW.school_id, 'run', (SELECT lesson_id FROM runs WHERE id = NEW.run_id)));
              RETURN NULL;
            END $f$;
            CREATE FUNCTION ladder_count(topic text, of_school uuid) RETURNS void LANGUAGE plpgsql AS $f$
            DECLARE e record;
            BEGIN
              FOR e IN
                UPDATE school_editions SET
                  facts = facts + CASE WHEN topic IN ('facts', 'material') THEN 1 ELSE 0 END,
                  material = material + CASE WHEN topic = 'material' THEN 1 ELSE 0 END,
                  progress = progress + CASE WHEN topic = 'progress' THEN 1 ELSE 0 END
                WHERE of_school IS NULL OR school_id = of_school
                RETURNING *
              LOOP
                PERFORM pg_notify('ladder', format('%s %s %s.%s.%s', e.school_id, topic, e.facts, e.material, e.progress));
              END LOOP;
            END $f$;
            CREATE FUNCTION ladder_tell() RETURNS trigger LANGUAGE plpgsql AS $f$
            BEGIN
              PERFORM ladder_count(TG_ARGV[0], ladder_school());
              RETURN NULL;
            END $f$;
            CREATE FUNCTION ladder_tell_person() RETURNS trigger LANGUAGE plpgsql AS $f$
            BEGIN
              PERFORM ladder_count('facts', CASE WHEN TG_OP = 'DELETE' THEN OLD.school_id ELSE NEW.school_id END);
              RETURN NULL;
            END $f$;
            CREATE FUNCTION ladder_new_school() RETURNS trigger LANGUAGE plpgsql AS $f$
            BEGIN
              INSERT INTO school_editions (school_id, facts, material, progress) VALUES (NEW.id, 1, 1, 1);
              RETURN NULL;
            END $f$;
            """
        );

    private static void Sheets(MigrationBuilder migration)
    {
        (string Table, string Topic, string Lesson, string On)[] rows =
        [
            ("sheet_lines", "sheet", "lesson_id", "INSERT OR UPDATE OR DELETE"),
            ("lessons", "sheet", "id", "INSERT OR UPDATE OR DELETE"),
            ("line_comments", "sheet", "lesson_id", "INSERT OR UPDATE OR DELETE"),
            ("check_overrides", "sheet", "lesson_id", "INSERT OR UPDATE OR DELETE"),
            ("sheet_visits", "here", "lesson_id", "INSERT OR DELETE"),
        ];
        foreach (var (table, topic, lesson, on) in rows)
            migration.Sql(
                $"CREATE TRIGGER tell AFTER {on} ON {table} FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('{topic}', '{lesson}');"
            );
        migration.Sql(
            "CREATE TRIGGER tell AFTER INSERT ON run_events FOR EACH ROW EXECUTE FUNCTION ladder_tell_run();"
        );
    }

    private static void Editions(MigrationBuilder migration)
    {
        (string Topic, string[] Tables)[] topics =
        [
            ("facts", ["halls", "kit_items", "limits_of_bands"]),
            ("material", ["numbered_combinations", "school_techniques"]),
            (
                "progress",
                [
                    "logs",
                    "log_lines",
                    "attendances",
                    "students",
                    "enrolments",
                    "requirements",
                    "sign_offs",
                    "tracks",
                    "ranks",
                ]
            ),
        ];
        foreach (var (topic, tables) in topics)
        foreach (var table in tables)
            migration.Sql(
                $"CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON {table} FOR EACH STATEMENT EXECUTE "
                    + $"FUNCTION ladder_tell('{topic}');"
            );
        // what a sign-in writes about itself is nobody's news
        migration.Sql(
            """
            CREATE TRIGGER tell AFTER INSERT OR DELETE ON "AspNetUsers" FOR EACH ROW EXECUTE FUNCTION ladder_tell_person();
            CREATE TRIGGER tell_change AFTER UPDATE ON "AspNetUsers" FOR EACH ROW
              WHEN ((OLD.display_name, OLD.role, OLD.naming, OLD.sides, OLD.own_lead)
                IS DISTINCT FROM (NEW.display_name, NEW.role, NEW.naming, NEW.sides, NEW.own_lead))
              EXECUTE FUNCTION ladder_tell_person();
            CREATE TRIGGER tell AFTER UPDATE ON schools FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('material');
            CREATE TRIGGER found AFTER INSERT ON schools FOR EACH ROW EXECUTE FUNCTION ladder_new_school();
            """
        );
    }

    public static void Silence(MigrationBuilder migration) =>
        migration.Sql(
            "DROP FUNCTION ladder_tell_row, ladder_tell_run, ladder_tell, ladder_tell_person, ladder_new_school, ladder_count CASCADE;"
        );
}
