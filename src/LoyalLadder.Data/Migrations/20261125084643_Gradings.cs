using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Gradings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "is_erased",
                table: "students",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<DateOnly>(
                name: "rank_since",
                table: "students",
                type: "date",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "least_days",
                table: "ranks",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "least_lessons",
                table: "ranks",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "awards",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(120)", maxLength: 120, nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_awards", x => x.id);
                    table.ForeignKey(
                        name: "fk_awards_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_awards_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "care_notes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(300)", maxLength: 300, nullable: false),
                    until = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_care_notes", x => x.id);
                    table.ForeignKey(
                        name: "fk_care_notes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_care_notes_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "gradings",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    track_id = table.Column<Guid>(type: "uuid", nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    closed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_gradings", x => x.id);
                    table.ForeignKey(
                        name: "fk_gradings_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_gradings_tracks_track_id",
                        column: x => x.track_id,
                        principalTable: "tracks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sign_offs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    requirement_id = table.Column<Guid>(type: "uuid", nullable: false),
                    signer_id = table.Column<Guid>(type: "uuid", nullable: false),
                    signer = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sign_offs", x => x.id);
                    table.ForeignKey(
                        name: "fk_sign_offs_requirements_requirement_id",
                        column: x => x.requirement_id,
                        principalTable: "requirements",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_sign_offs_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_sign_offs_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "candidates",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    grading_id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    from_rank_id = table.Column<Guid>(type: "uuid", nullable: true),
                    from_since = table.Column<DateOnly>(type: "date", nullable: true),
                    to_rank_id = table.Column<Guid>(type: "uuid", nullable: false),
                    result = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_candidates", x => x.id);
                    table.ForeignKey(
                        name: "fk_candidates_gradings_grading_id",
                        column: x => x.grading_id,
                        principalTable: "gradings",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_candidates_ranks_from_rank_id",
                        column: x => x.from_rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_candidates_ranks_to_rank_id",
                        column: x => x.to_rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_candidates_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_candidates_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "grading_marks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    candidate_id = table.Column<Guid>(type: "uuid", nullable: false),
                    requirement_id = table.Column<Guid>(type: "uuid", nullable: false),
                    is_met = table.Column<bool>(type: "boolean", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_grading_marks", x => x.id);
                    table.ForeignKey(
                        name: "fk_grading_marks_candidates_candidate_id",
                        column: x => x.candidate_id,
                        principalTable: "candidates",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_grading_marks_requirements_requirement_id",
                        column: x => x.requirement_id,
                        principalTable: "requirements",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_grading_marks_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_awards_school_id",
                table: "awards",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_awards_student_id",
                table: "awards",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_from_rank_id",
                table: "candidates",
                column: "from_rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_grading_id_student_id",
                table: "candidates",
                columns: new[] { "grading_id", "student_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_candidates_school_id",
                table: "candidates",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_student_id",
                table: "candidates",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_to_rank_id",
                table: "candidates",
                column: "to_rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_care_notes_school_id",
                table: "care_notes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_care_notes_student_id",
                table: "care_notes",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_candidate_id_requirement_id",
                table: "grading_marks",
                columns: new[] { "candidate_id", "requirement_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_requirement_id",
                table: "grading_marks",
                column: "requirement_id");

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_school_id",
                table: "grading_marks",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_gradings_school_id",
                table: "gradings",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_gradings_track_id",
                table: "gradings",
                column: "track_id");

            migrationBuilder.CreateIndex(
                name: "ix_sign_offs_requirement_id",
                table: "sign_offs",
                column: "requirement_id");

            migrationBuilder.CreateIndex(
                name: "ix_sign_offs_school_id",
                table: "sign_offs",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_sign_offs_student_id_requirement_id_signer_id",
                table: "sign_offs",
                columns: new[] { "student_id", "requirement_id", "signer_id" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "awards");

            migrationBuilder.DropTable(
                name: "care_notes");

            migrationBuilder.DropTable(
                name: "grading_marks");

            migrationBuilder.DropTable(
                name: "sign_offs");

            migrationBuilder.DropTable(
                name: "candidates");

            migrationBuilder.DropTable(
                name: "gradings");

            migrationBuilder.DropColumn(
                name: "is_erased",
                table: "students");

            migrationBuilder.DropColumn(
                name: "rank_since",
                table: "students");

            migrationBuilder.DropColumn(
                name: "least_days",
                table: "ranks");

            migrationBuilder.DropColumn(
                name: "least_lessons",
                table: "ranks");
        }
    }
}
