using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class PutAwaySheets : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "put_away_at",
                table: "lessons",
                type: "timestamp with time zone",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "put_away_at",
                table: "lessons");
        }
    }
}
