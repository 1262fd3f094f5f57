using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Papers : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
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
        }
    }
}
