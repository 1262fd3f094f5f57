using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class OneLessonASession : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<TimeOnly>(
                name: "session_at",
                table: "lessons",
                type: "time without time zone",
                nullable: true);

            migrationBuilder.AddColumn<DateOnly>(
                name: "session_date",
                table: "lessons",
                type: "date",
                nullable: true);

            // the first lesson at the hour of a session is its own; what else was begun for it stands beside it
            migrationBuilder.Sql(
                """
                UPDATE lessons SET session_date = t.session_date, session_at = t.session_at
                FROM (
                  SELECT DISTINCT ON (class_id, session_date, session_at) lesson, session_date, session_at
                  FROM (
                    SELECT DISTINCT ON (lesson) * FROM (
                      SELECT l.id AS lesson, l.class_id, c.date AS session_date, c.at AS session_at, 1 AS sure
                      FROM lessons l JOIN date_changes c ON c.class_id = l.class_id
                        AND coalesce(c.to_date, c.date) = l.date AND coalesce(c.to_start, c.at) = l.start
                      UNION ALL
                      SELECT l.id, l.class_id, l.date, l.start, 2
                      FROM lessons l JOIN meetings m ON m.class_id = l.class_id AND m.start = l.start
                        AND m.weekday = to_char(l.date, 'FMDay') AND coalesce(m."from" <= l.date, true) AND coalesce(m.until >= l.date, true)
                    ) found ORDER BY lesson, sure
                  ) one ORDER BY class_id, session_date, session_at, lesson
                ) t
                WHERE lessons.id = t.lesson;
                """);

            migrationBuilder.CreateIndex(
                name: "ix_lessons_class_id_session_date_session_at",
                table: "lessons",
                columns: new[] { "class_id", "session_date", "session_at" },
                unique: true,
                filter: "session_at IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_lessons_class_id_session_date_session_at",
                table: "lessons");

            migrationBuilder.DropColumn(
                name: "session_at",
                table: "lessons");

            migrationBuilder.DropColumn(
                name: "session_date",
                table: "lessons");
        }
    }
}
