using System;
using LoyalLadder.Data.Schools;
using Microsoft.EntityFrameworkCore.Migrations;
using Npgsql.EntityFrameworkCore.PostgreSQL.Metadata;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Sharing : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "audits",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<long>(type: "bigint", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityAlwaysColumn),
                    kind = table.Column<string>(type: "character varying(40)", maxLength: 40, nullable: false),
                    row_id = table.Column<Guid>(type: "uuid", nullable: false),
                    deed = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    fields = table.Column<string>(type: "character varying(600)", maxLength: 600, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_audits", x => x.id);
                    table.ForeignKey(
                        name: "fk_audits_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "line_comments",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    line_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(600)", maxLength: 600, nullable: false),
                    said_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    said_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    settled_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_line_comments", x => x.id);
                    table.ForeignKey(
                        name: "fk_line_comments_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_line_comments_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_line_comments_sheet_lines_line_id",
                        column: x => x.line_id,
                        principalTable: "sheet_lines",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sheet_visits",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sheet_visits", x => x.id);
                    table.ForeignKey(
                        name: "fk_sheet_visits_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_sheet_visits_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_audits_school_id",
                table: "audits",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_audits_school_id_number",
                table: "audits",
                columns: new[] { "school_id", "number" });

            migrationBuilder.CreateIndex(
                name: "ix_line_comments_lesson_id",
                table: "line_comments",
                column: "lesson_id");

            migrationBuilder.CreateIndex(
                name: "ix_line_comments_line_id",
                table: "line_comments",
                column: "line_id");

            migrationBuilder.CreateIndex(
                name: "ix_line_comments_school_id",
                table: "line_comments",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_sheet_visits_lesson_id",
                table: "sheet_visits",
                column: "lesson_id");

            migrationBuilder.CreateIndex(
                name: "ix_sheet_visits_school_id",
                table: "sheet_visits",
                column: "school_id");

            foreach (var table in new[] { "audits", "line_comments", "sheet_visits" }) migrationBuilder.WallOff(table);
            Tell(migrationBuilder);
        }

        /// <summary>Triggers that tell every process what was saved: 'school topic lesson', with '-' for what is empty.</summary>
        private static void Tell(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("""
                CREATE FUNCTION ladder_tell_row() RETURNS trigger LANGUAGE plpgsql AS $f$
                DECLARE r jsonb := to_jsonb(CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END);
                BEGIN
                  PERFORM pg_notify('ladder', concat_ws(' ', r ->> TG_ARGV[1], TG_ARGV[0], coalesce(r ->> TG_ARGV[2], '-')));
                  RETURN NULL;
                END $f$;
                CREATE FUNCTION ladder_tell_run() RETURNS trigger LANGUAGE plpgsql AS $f$
                BEGIN
                  PERFORM pg_notify('ladder', concat_ws(' ', NEW.school_id, 'run', (SELECT lesson_id FROM runs WHERE id = NEW.run_id)));
                  RETURN NULL;
                END $f$;
                CREATE FUNCTION ladder_tell() RETURNS trigger LANGUAGE plpgsql AS $f$
                BEGIN
                  PERFORM pg_notify('ladder', concat_ws(' ', coalesce(ladder_school()::text, '-'), TG_ARGV[0], '-'));
                  RETURN NULL;
                END $f$;
                CREATE TRIGGER tell AFTER INSERT ON run_events FOR EACH ROW EXECUTE FUNCTION ladder_tell_run();
                """);
            (string Table, string Topic, string School, string Lesson, string On)[] rows =
            [
                ("sheet_lines", "sheet", "school_id", "lesson_id", "INSERT OR UPDATE OR DELETE"),
                ("lessons", "sheet", "school_id", "id", "INSERT OR UPDATE OR DELETE"),
                ("line_comments", "sheet", "school_id", "lesson_id", "INSERT OR UPDATE OR DELETE"),
                ("check_overrides", "sheet", "school_id", "lesson_id", "INSERT OR UPDATE OR DELETE"),
                ("sheet_visits", "here", "school_id", "lesson_id", "INSERT OR DELETE"),
                ("\"AspNetUsers\"", "facts", "school_id", "", "INSERT OR UPDATE OR DELETE"),
                ("schools", "facts", "id", "", "UPDATE"),
            ];
            foreach (var (table, topic, school, lesson, on) in rows)
                migrationBuilder.Sql($"CREATE TRIGGER tell AFTER {on} ON {table} FOR EACH ROW EXECUTE FUNCTION ladder_tell_row('{topic}', '{school}', '{lesson}');");
            (string Topic, string[] Tables)[] whole =
            [
                ("facts", ["halls", "kit_items", "numbered_combinations", "school_techniques", "limits_of_bands"]),
                ("progress", ["logs", "log_lines", "attendances", "students", "enrolments", "requirements", "sign_offs", "tracks", "ranks"]),
            ];
            foreach (var (topic, tables) in whole)
                foreach (var table in tables)
                    migrationBuilder.Sql($"CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON {table} FOR EACH STATEMENT EXECUTE FUNCTION ladder_tell('{topic}');");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP FUNCTION ladder_tell_row CASCADE; DROP FUNCTION ladder_tell_run CASCADE; DROP FUNCTION ladder_tell CASCADE;");
            migrationBuilder.DropTable(
                name: "audits");

            migrationBuilder.DropTable(
                name: "line_comments");

            migrationBuilder.DropTable(
                name: "sheet_visits");
        }
    }
}
