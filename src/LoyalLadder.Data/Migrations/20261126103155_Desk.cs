using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Desk : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<Guid>(
                name: "undoes",
                table: "sheet_changes",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "fits_plain_sum",
                table: "schools",
                type: "boolean",
                nullable: false,
                defaultValue: false);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "undoes",
                table: "sheet_changes");

            migrationBuilder.DropColumn(
                name: "fits_plain_sum",
                table: "schools");
        }
    }
}
