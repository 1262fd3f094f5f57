using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Material : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "build_up",
                table: "schools",
                type: "character varying(20)",
                maxLength: 20,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "crossed_mitts",
                table: "schools",
                type: "boolean",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "numbers",
                table: "schools",
                type: "character varying(400)",
                maxLength: 400,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "sides",
                table: "schools",
                type: "character varying(20)",
                maxLength: 20,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "naming",
                table: "AspNetUsers",
                type: "character varying(20)",
                maxLength: 20,
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "own_lead",
                table: "AspNetUsers",
                type: "character varying(10)",
                maxLength: 10,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "sides",
                table: "AspNetUsers",
                type: "character varying(20)",
                maxLength: 20,
                nullable: true);

            migrationBuilder.CreateTable(
                name: "numbered_combinations",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<string>(type: "character varying(12)", maxLength: 12, nullable: false),
                    kind = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    notation = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    other_reading = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: true),
                    versions = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    rank_id = table.Column<Guid>(type: "uuid", nullable: true),
                    least_band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    control_rule = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    cautions = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    notes = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_numbered_combinations", x => x.id);
                    table.ForeignKey(
                        name: "fk_numbered_combinations_ranks_rank_id",
                        column: x => x.rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_numbered_combinations_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "school_techniques",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    technique_id = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    row = table.Column<string>(type: "jsonb", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_school_techniques", x => x.id);
                    table.ForeignKey(
                        name: "fk_school_techniques_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "combination_changes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    combination_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    notation = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    other_reading = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: true),
                    versions = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_combination_changes", x => x.id);
                    table.ForeignKey(
                        name: "fk_combination_changes_numbered_combinations_combination_id",
                        column: x => x.combination_id,
                        principalTable: "numbered_combinations",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_combination_changes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "requirements",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    rank_id = table.Column<Guid>(type: "uuid", nullable: false),
                    technique_id = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: true),
                    combination_id = table.Column<Guid>(type: "uuid", nullable: true),
                    stage = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_requirements", x => x.id);
                    table.ForeignKey(
                        name: "fk_requirements_numbered_combinations_combination_id",
                        column: x => x.combination_id,
                        principalTable: "numbered_combinations",
                        principalColumn: "id");
                    table.ForeignKey(
                        name: "fk_requirements_ranks_rank_id",
                        column: x => x.rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_requirements_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_combination_changes_combination_id",
                table: "combination_changes",
                column: "combination_id");

            migrationBuilder.CreateIndex(
                name: "ix_combination_changes_school_id",
                table: "combination_changes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_numbered_combinations_rank_id",
                table: "numbered_combinations",
                column: "rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_numbered_combinations_school_id",
                table: "numbered_combinations",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_numbered_combinations_school_id_number",
                table: "numbered_combinations",
                columns: new[] { "school_id", "number" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_requirements_combination_id",
                table: "requirements",
                column: "combination_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirements_rank_id",
                table: "requirements",
                column: "rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirements_school_id",
                table: "requirements",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_school_techniques_school_id",
                table: "school_techniques",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_school_techniques_school_id_technique_id",
                table: "school_techniques",
                columns: new[] { "school_id", "technique_id" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "combination_changes");

            migrationBuilder.DropTable(
                name: "requirements");

            migrationBuilder.DropTable(
                name: "school_techniques");

            migrationBuilder.DropTable(
                name: "numbered_combinations");

            migrationBuilder.DropColumn(
                name: "build_up",
                table: "schools");

            migrationBuilder.DropColumn(
                name: "crossed_mitts",
                table: "schools");

            migrationBuilder.DropColumn(
                name: "numbers",
                table: "schools");

            migrationBuilder.DropColumn(
                name: "sides",
                table: "schools");

            migrationBuilder.DropColumn(
                name: "naming",
                table: "AspNetUsers");

            migrationBuilder.DropColumn(
                name: "own_lead",
                table: "AspNetUsers");

            migrationBuilder.DropColumn(
                name: "sides",
                table: "AspNetUsers");
        }
    }
}
