using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Timetable : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "closures",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    from = table.Column<DateOnly>(type: "date", nullable: false),
                    until = table.Column<DateOnly>(type: "date", nullable: false),
                    hall_id = table.Column<Guid>(type: "uuid", nullable: true),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_closures", x => x.id);
                    table.ForeignKey(
                        name: "fk_closures_halls_hall_id",
                        column: x => x.hall_id,
                        principalTable: "halls",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_closures_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "date_changes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_id = table.Column<Guid>(type: "uuid", nullable: false),
                    date = table.Column<DateOnly>(type: "date", nullable: false),
                    at = table.Column<TimeOnly>(type: "time without time zone", nullable: false),
                    is_extra = table.Column<bool>(type: "boolean", nullable: false),
                    is_cancelled = table.Column<bool>(type: "boolean", nullable: false),
                    reason = table.Column<string>(type: "character varying(120)", maxLength: 120, nullable: false),
                    to_date = table.Column<DateOnly>(type: "date", nullable: true),
                    to_start = table.Column<TimeOnly>(type: "time without time zone", nullable: true),
                    minutes = table.Column<int>(type: "integer", nullable: true),
                    hall_id = table.Column<Guid>(type: "uuid", nullable: true),
                    is_away = table.Column<bool>(type: "boolean", nullable: false),
                    stand_in_id = table.Column<Guid>(type: "uuid", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_date_changes", x => x.id);
                    table.ForeignKey(
                        name: "fk_date_changes_classes_class_id",
                        column: x => x.class_id,
                        principalTable: "classes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_date_changes_halls_hall_id",
                        column: x => x.hall_id,
                        principalTable: "halls",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_date_changes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_date_changes_users_stand_in_id",
                        column: x => x.stand_in_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "meetings",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_id = table.Column<Guid>(type: "uuid", nullable: false),
                    weekday = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    start = table.Column<TimeOnly>(type: "time without time zone", nullable: false),
                    minutes = table.Column<int>(type: "integer", nullable: true),
                    hall_id = table.Column<Guid>(type: "uuid", nullable: true),
                    teacher_id = table.Column<Guid>(type: "uuid", nullable: true),
                    from = table.Column<DateOnly>(type: "date", nullable: true),
                    until = table.Column<DateOnly>(type: "date", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_meetings", x => x.id);
                    table.ForeignKey(
                        name: "fk_meetings_classes_class_id",
                        column: x => x.class_id,
                        principalTable: "classes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_meetings_halls_hall_id",
                        column: x => x.hall_id,
                        principalTable: "halls",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_meetings_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_meetings_users_teacher_id",
                        column: x => x.teacher_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_closures_hall_id",
                table: "closures",
                column: "hall_id");

            migrationBuilder.CreateIndex(
                name: "ix_closures_school_id",
                table: "closures",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_date_changes_class_id_date_at",
                table: "date_changes",
                columns: new[] { "class_id", "date", "at" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_date_changes_hall_id",
                table: "date_changes",
                column: "hall_id");

            migrationBuilder.CreateIndex(
                name: "ix_date_changes_school_id",
                table: "date_changes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_date_changes_stand_in_id",
                table: "date_changes",
                column: "stand_in_id");

            migrationBuilder.CreateIndex(
                name: "ix_meetings_class_id",
                table: "meetings",
                column: "class_id");

            migrationBuilder.CreateIndex(
                name: "ix_meetings_hall_id",
                table: "meetings",
                column: "hall_id");

            migrationBuilder.CreateIndex(
                name: "ix_meetings_school_id",
                table: "meetings",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_meetings_teacher_id",
                table: "meetings",
                column: "teacher_id");

            // every class becomes one meeting of its own; what it has beside day and hour stays the class's
            migrationBuilder.Sql(
                """
                INSERT INTO meetings (id, class_id, weekday, start, school_id, changed_at, changed_by_id)
                SELECT gen_random_uuid(), id, weekday, start, school_id, changed_at, changed_by_id FROM classes;
                """);

            migrationBuilder.DropColumn(
                name: "start",
                table: "classes");

            migrationBuilder.DropColumn(
                name: "weekday",
                table: "classes");

            foreach (var table in new[] { "meetings", "date_changes", "closures" })
                SchoolTables.Guard(migrationBuilder, table, "progress");
            migrationBuilder.Sql(
                """
                CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON classes FOR EACH STATEMENT
                  EXECUTE FUNCTION ladder_tell('progress');
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP TRIGGER tell ON classes;");

            migrationBuilder.AddColumn<TimeOnly>(
                name: "start",
                table: "classes",
                type: "time without time zone",
                nullable: false,
                defaultValue: new TimeOnly(0, 0, 0));

            migrationBuilder.AddColumn<string>(
                name: "weekday",
                table: "classes",
                type: "character varying(10)",
                maxLength: 10,
                nullable: false,
                defaultValue: "");

            migrationBuilder.Sql(
                """
                UPDATE classes c SET weekday = m.weekday, start = m.start
                FROM (SELECT DISTINCT ON (class_id) class_id, weekday, start FROM meetings ORDER BY class_id, start) m
                WHERE m.class_id = c.id;
                UPDATE classes SET weekday = 'Monday' WHERE weekday = '';
                """);

            migrationBuilder.DropTable(
                name: "closures");

            migrationBuilder.DropTable(
                name: "date_changes");

            migrationBuilder.DropTable(
                name: "meetings");
        }
    }
}
