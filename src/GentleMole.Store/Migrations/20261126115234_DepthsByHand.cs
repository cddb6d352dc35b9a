using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class DepthsByHand : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "TiltLeftMetres",
                table: "Readings",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "TiltRightMetres",
                table: "Readings",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "WidthLeftMetres",
                table: "Readings",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "WidthRightMetres",
                table: "Readings",
                type: "REAL",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "TiltLeftMetres",
                table: "Readings");

            migrationBuilder.DropColumn(
                name: "TiltRightMetres",
                table: "Readings");

            migrationBuilder.DropColumn(
                name: "WidthLeftMetres",
                table: "Readings");

            migrationBuilder.DropColumn(
                name: "WidthRightMetres",
                table: "Readings");
        }
    }
}
