using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Evidence : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "fk_requirements_numbered_combinations_combination_id",
                table: "requirements");

            migrationBuilder.DropIndex(
                name: "ix_requirements_combination_id",
                table: "requirements");

            migrationBuilder.AddColumn<Guid>(
                name: "drill_id",
                table: "sheet_lines",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "link_id",
                table: "sheet_lines",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "amount",
                table: "requirements",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<bool>(
                name: "is_seconds",
                table: "requirements",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "kind",
                table: "requirements",
                type: "character varying(20)",
                maxLength: 20,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "learnable",
                table: "requirements",
                type: "character varying(60)",
                maxLength: 60,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "position",
                table: "requirements",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "signers",
                table: "requirements",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "words",
                table: "requirements",
                type: "character varying(120)",
                maxLength: 120,
                nullable: false,
                defaultValue: "");

            // requirements name what evidence names: a technique's id, or '#' and the number
            migrationBuilder.Sql("""
                UPDATE requirements r SET learnable = coalesce(r.technique_id, '#' || c.number), signers = 1,
                    kind = CASE WHEN r.technique_id IS NOT NULL THEN 'Technique' WHEN c.kind = 'SelfDefence' THEN 'SelfDefence' ELSE 'Combination' END
                FROM requirements own LEFT JOIN numbered_combinations c ON c.id = own.combination_id WHERE own.id = r.id;
                """);

            migrationBuilder.DropColumn(
                name: "combination_id",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "technique_id",
                table: "requirements");

            migrationBuilder.CreateTable(
                name: "check_overrides",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    code = table.Column<string>(type: "character varying(40)", maxLength: 40, nullable: false),
                    line_id = table.Column<Guid>(type: "uuid", nullable: true),
                    reason = table.Column<string>(type: "character varying(400)", maxLength: 400, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_check_overrides", x => x.id);
                    table.ForeignKey(
                        name: "fk_check_overrides_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_check_overrides_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "drills",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    kind = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    least_band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    text = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    notes = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_drills", x => x.id);
                    table.ForeignKey(
                        name: "fk_drills_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "evidence",
                columns: table => new
                {
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    learnable = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    exposures = table.Column<double>(type: "double precision", nullable: false),
                    first_on = table.Column<DateOnly>(type: "date", nullable: false),
                    last_on = table.Column<DateOnly>(type: "date", nullable: false),
                    stage = table.Column<int>(type: "integer", nullable: false),
                    by_stage = table.Column<double[]>(type: "double precision[]", nullable: false),
                    left_reps = table.Column<int>(type: "integer", nullable: false),
                    right_reps = table.Column<int>(type: "integer", nullable: false),
                    recent_days = table.Column<DateOnly[]>(type: "date[]", nullable: false),
                    recent_shares = table.Column<double[]>(type: "double precision[]", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_evidence", x => new { x.student_id, x.learnable });
                    table.ForeignKey(
                        name: "fk_evidence_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_evidence_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "limits_of_bands",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    limits = table.Column<string>(type: "jsonb", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_limits_of_bands", x => x.id);
                    table.ForeignKey(
                        name: "fk_limits_of_bands_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "requirement_changes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    rank_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(400)", maxLength: 400, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_requirement_changes", x => x.id);
                    table.ForeignKey(
                        name: "fk_requirement_changes_ranks_rank_id",
                        column: x => x.rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_requirement_changes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sheet_templates",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    title = table.Column<string>(type: "character varying(300)", maxLength: 300, nullable: false),
                    band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    week = table.Column<int>(type: "integer", nullable: true),
                    text = table.Column<string>(type: "character varying(40000)", maxLength: 40000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sheet_templates", x => x.id);
                    table.ForeignKey(
                        name: "fk_sheet_templates_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "taught_items",
                columns: table => new
                {
                    log_id = table.Column<Guid>(type: "uuid", nullable: false),
                    learnable = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    stage = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    date = table.Column<DateOnly>(type: "date", nullable: false),
                    share = table.Column<double>(type: "double precision", nullable: false),
                    lesson_share = table.Column<double>(type: "double precision", nullable: false),
                    left_reps = table.Column<int>(type: "integer", nullable: false),
                    right_reps = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_taught_items", x => new { x.log_id, x.learnable, x.stage });
                    table.ForeignKey(
                        name: "fk_taught_items_logs_log_id",
                        column: x => x.log_id,
                        principalTable: "logs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_taught_items_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_sheet_lines_drill_id",
                table: "sheet_lines",
                column: "drill_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirements_school_id_learnable",
                table: "requirements",
                columns: new[] { "school_id", "learnable" });

            migrationBuilder.CreateIndex(
                name: "ix_check_overrides_lesson_id",
                table: "check_overrides",
                column: "lesson_id");

            migrationBuilder.CreateIndex(
                name: "ix_check_overrides_school_id",
                table: "check_overrides",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_drills_school_id",
                table: "drills",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_drills_school_id_name",
                table: "drills",
                columns: new[] { "school_id", "name" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_evidence_school_id_learnable",
                table: "evidence",
                columns: new[] { "school_id", "learnable" });

            migrationBuilder.CreateIndex(
                name: "ix_limits_of_bands_school_id",
                table: "limits_of_bands",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_limits_of_bands_school_id_band",
                table: "limits_of_bands",
                columns: new[] { "school_id", "band" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_requirement_changes_rank_id",
                table: "requirement_changes",
                column: "rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirement_changes_school_id",
                table: "requirement_changes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_sheet_templates_school_id",
                table: "sheet_templates",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_taught_items_school_id_learnable_date",
                table: "taught_items",
                columns: new[] { "school_id", "learnable", "date" });

            migrationBuilder.AddForeignKey(
                name: "fk_sheet_lines_drills_drill_id",
                table: "sheet_lines",
                column: "drill_id",
                principalTable: "drills",
                principalColumn: "id",
                onDelete: ReferentialAction.SetNull);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "fk_sheet_lines_drills_drill_id",
                table: "sheet_lines");

            migrationBuilder.DropTable(
                name: "check_overrides");

            migrationBuilder.DropTable(
                name: "drills");

            migrationBuilder.DropTable(
                name: "evidence");

            migrationBuilder.DropTable(
                name: "limits_of_bands");

            migrationBuilder.DropTable(
                name: "requirement_changes");

            migrationBuilder.DropTable(
                name: "sheet_templates");

            migrationBuilder.DropTable(
                name: "taught_items");

            migrationBuilder.DropIndex(
                name: "ix_sheet_lines_drill_id",
                table: "sheet_lines");

            migrationBuilder.DropIndex(
                name: "ix_requirements_school_id_learnable",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "drill_id",
                table: "sheet_lines");

            migrationBuilder.DropColumn(
                name: "link_id",
                table: "sheet_lines");

            migrationBuilder.DropColumn(
                name: "amount",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "is_seconds",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "kind",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "learnable",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "position",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "signers",
                table: "requirements");

            migrationBuilder.DropColumn(
                name: "words",
                table: "requirements");

            migrationBuilder.AddColumn<Guid>(
                name: "combination_id",
                table: "requirements",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "technique_id",
                table: "requirements",
                type: "character varying(60)",
                maxLength: 60,
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "ix_requirements_combination_id",
                table: "requirements",
                column: "combination_id");

            migrationBuilder.AddForeignKey(
                name: "fk_requirements_numbered_combinations_combination_id",
                table: "requirements",
                column: "combination_id",
                principalTable: "numbered_combinations",
                principalColumn: "id");
        }
    }
}
