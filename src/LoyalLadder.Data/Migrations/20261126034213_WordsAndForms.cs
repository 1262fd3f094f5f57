using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class WordsAndForms : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "form_seconds",
                table: "numbered_combinations",
                type: "integer",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "readings",
                table: "numbered_combinations",
                type: "character varying(4000)",
                maxLength: 4000,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "tradition",
                table: "numbered_combinations",
                type: "character varying(60)",
                maxLength: 60,
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "school_words",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    word = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    key = table.Column<string>(type: "character varying(120)", maxLength: 120, nullable: false),
                    means = table.Column<string>(type: "character varying(200)", maxLength: 200, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_school_words", x => x.id);
                    table.ForeignKey(
                        name: "fk_school_words_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_school_words_school_id",
                table: "school_words",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_school_words_school_id_key",
                table: "school_words",
                columns: new[] { "school_id", "key" },
                unique: true);

            SchoolTables.Guard(migrationBuilder, "school_words", "material");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "school_words");

            migrationBuilder.DropColumn(
                name: "form_seconds",
                table: "numbered_combinations");

            migrationBuilder.DropColumn(
                name: "readings",
                table: "numbered_combinations");

            migrationBuilder.DropColumn(
                name: "tradition",
                table: "numbered_combinations");
        }
    }
}
