using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Mat : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "wall_hash",
                table: "halls",
                type: "character varying(64)",
                maxLength: 64,
                nullable: true);

            migrationBuilder.CreateTable(
                name: "kept_rounds",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    ask = table.Column<string>(type: "jsonb", nullable: false),
                    calls = table.Column<string>(type: "jsonb", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_kept_rounds", x => x.id);
                    table.ForeignKey(
                        name: "fk_kept_rounds_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_halls_wall_hash",
                table: "halls",
                column: "wall_hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_kept_rounds_school_id",
                table: "kept_rounds",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_kept_rounds_school_id_name",
                table: "kept_rounds",
                columns: new[] { "school_id", "name" },
                unique: true);

            SchoolTables.Guard(migrationBuilder, "kept_rounds", "material");
            DoorFunctions.Wall(migrationBuilder);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP FUNCTION ladder_wall(text);");

            migrationBuilder.DropTable(
                name: "kept_rounds");

            migrationBuilder.DropIndex(
                name: "ix_halls_wall_hash",
                table: "halls");

            migrationBuilder.DropColumn(
                name: "wall_hash",
                table: "halls");
        }
    }
}
