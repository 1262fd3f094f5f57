using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class NameCustoms : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "customs",
                table: "schools",
                type: "integer",
                nullable: false,
                defaultValue: 0);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "customs",
                table: "schools");
        }
    }
}
