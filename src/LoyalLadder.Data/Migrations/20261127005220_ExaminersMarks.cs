using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class ExaminersMarks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_grading_marks_candidate_id_requirement_id",
                table: "grading_marks");

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "at",
                table: "grading_marks",
                type: "timestamp with time zone",
                nullable: false,
                defaultValue: new DateTimeOffset(new DateTime(1, 1, 1, 0, 0, 0, 0, DateTimeKind.Unspecified), new TimeSpan(0, 0, 0, 0, 0)));

            migrationBuilder.AddColumn<Guid>(
                name: "examiner_id",
                table: "grading_marks",
                type: "uuid",
                nullable: false,
                defaultValue: new Guid("00000000-0000-0000-0000-000000000000"));

            migrationBuilder.AddColumn<string>(
                name: "faults",
                table: "grading_marks",
                type: "character varying(140)",
                maxLength: 140,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "seen",
                table: "grading_marks",
                type: "character varying(10)",
                maxLength: 10,
                nullable: false,
                defaultValue: "");

            // until now whoever marked last had marked all of it
            migrationBuilder.Sql(
                """
                UPDATE grading_marks SET examiner_id = changed_by_id, at = changed_at,
                       seen = CASE WHEN is_met THEN 'Met' ELSE 'None' END;
                """
            );

            migrationBuilder.DropColumn(
                name: "is_met",
                table: "grading_marks");

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_candidate_id_requirement_id_examiner_id",
                table: "grading_marks",
                columns: new[] { "candidate_id", "requirement_id", "examiner_id" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_grading_marks_candidate_id_requirement_id_examiner_id",
                table: "grading_marks");

            migrationBuilder.AddColumn<bool>(
                name: "is_met",
                table: "grading_marks",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            // one mark each again: met where anybody saw it
            migrationBuilder.Sql(
                """
                UPDATE grading_marks m SET is_met = EXISTS (SELECT FROM grading_marks o WHERE o.candidate_id = m.candidate_id
                       AND o.requirement_id = m.requirement_id AND o.seen = 'Met');
                DELETE FROM grading_marks m USING grading_marks o WHERE o.candidate_id = m.candidate_id
                       AND o.requirement_id = m.requirement_id AND o.id < m.id;
                """
            );

            migrationBuilder.DropColumn(
                name: "at",
                table: "grading_marks");

            migrationBuilder.DropColumn(
                name: "examiner_id",
                table: "grading_marks");

            migrationBuilder.DropColumn(
                name: "faults",
                table: "grading_marks");

            migrationBuilder.DropColumn(
                name: "seen",
                table: "grading_marks");

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_candidate_id_requirement_id",
                table: "grading_marks",
                columns: new[] { "candidate_id", "requirement_id" },
                unique: true);
        }
    }
}
