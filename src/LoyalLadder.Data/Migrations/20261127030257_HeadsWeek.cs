using System;
using System.Collections.Generic;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class HeadsWeek : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_grading_marks_candidate_id_requirement_id",
                table: "grading_marks");

            migrationBuilder.AddColumn<string>(
                name: "aims_of_work",
                table: "schools",
                type: "character varying(140)",
                maxLength: 140,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<List<Guid>>(
                name: "assistant_ids",
                table: "meetings",
                type: "uuid[]",
                nullable: false,
                defaultValueSql: "'{}'::uuid[]");

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

            migrationBuilder.CreateTable(
                name: "paper_styles",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    heading = table.Column<string>(type: "character varying(140)", maxLength: 140, nullable: false),
                    body = table.Column<string>(type: "character varying(140)", maxLength: 140, nullable: false),
                    closing = table.Column<string>(type: "character varying(140)", maxLength: 140, nullable: false),
                    picture = table.Column<byte[]>(type: "bytea", nullable: true),
                    picture_type = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_paper_styles", x => x.id);
                    table.ForeignKey(
                        name: "fk_paper_styles_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "practice_pages",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    combination_id = table.Column<Guid>(type: "uuid", nullable: false),
                    hash = table.Column<string>(type: "character varying(64)", maxLength: 64, nullable: false),
                    until = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_practice_pages", x => x.id);
                    table.ForeignKey(
                        name: "fk_practice_pages_numbered_combinations_combination_id",
                        column: x => x.combination_id,
                        principalTable: "numbered_combinations",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_practice_pages_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_candidate_id_requirement_id_examiner_id",
                table: "grading_marks",
                columns: new[] { "candidate_id", "requirement_id", "examiner_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_paper_styles_school_id",
                table: "paper_styles",
                column: "school_id",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_practice_pages_combination_id",
                table: "practice_pages",
                column: "combination_id");

            migrationBuilder.CreateIndex(
                name: "ix_practice_pages_hash",
                table: "practice_pages",
                column: "hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_practice_pages_school_id",
                table: "practice_pages",
                column: "school_id");

            SchoolTables.GuardQuietly(migrationBuilder, "paper_styles");
            SchoolTables.GuardQuietly(migrationBuilder, "practice_pages");
            DoorFunctions.Practice(migrationBuilder);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP FUNCTION ladder_practice(text);");

            migrationBuilder.DropTable(
                name: "paper_styles");

            migrationBuilder.DropTable(
                name: "practice_pages");

            migrationBuilder.DropIndex(
                name: "ix_grading_marks_candidate_id_requirement_id_examiner_id",
                table: "grading_marks");

            migrationBuilder.DropColumn(
                name: "aims_of_work",
                table: "schools");

            migrationBuilder.DropColumn(
                name: "assistant_ids",
                table: "meetings");

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
