using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class SecondLoop : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "HeardMilliamps",
                table: "Hookups",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "OtherHertz",
                table: "Hookups",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "OtherMilliamps",
                table: "Hookups",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "OtherVolts",
                table: "Hookups",
                type: "REAL",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "HeardMilliamps",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "OtherHertz",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "OtherMilliamps",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "OtherVolts",
                table: "Hookups");
        }
    }
}
