using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class AimsOfWork : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "aims_of_work",
                table: "schools",
                type: "character varying(140)",
                maxLength: 140,
                nullable: false,
                defaultValue: "");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "aims_of_work",
                table: "schools");
        }
    }
}
