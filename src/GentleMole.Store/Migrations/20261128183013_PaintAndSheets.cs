using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class PaintAndSheets : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // A reference that is added without building the table anew: one step with all others, or none.
            migrationBuilder.Sql("ALTER TABLE Photos ADD COLUMN SoughtLineId INTEGER NULL REFERENCES Lines (Id) ON DELETE CASCADE;");

            migrationBuilder.AddColumn<int>(
                name: "PaintGround",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<bool>(
                name: "WorksDrive",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<int>(
                name: "PlaceCustomId",
                table: "Firms",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "ShippedPlace",
                table: "Firms",
                type: "TEXT",
                nullable: false,
                defaultValue: "Pellow Bay");

            migrationBuilder.AddColumn<int>(
                name: "PaintGround",
                table: "Features",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "Handed",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Account = table.Column<string>(type: "TEXT", nullable: false),
                    GivenBy = table.Column<string>(type: "TEXT", nullable: false),
                    GivenSign = table.Column<string>(type: "TEXT", maxLength: 20000, nullable: false),
                    TakenBy = table.Column<string>(type: "TEXT", nullable: false),
                    TakenSign = table.Column<string>(type: "TEXT", maxLength: 20000, nullable: false),
                    TakenAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Head = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Facts = table.Column<string>(type: "TEXT", maxLength: 2147483647, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Handed", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Handed_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Places",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Units = table.Column<int>(type: "INTEGER", nullable: false),
                    ToleranceMetres = table.Column<double>(type: "REAL", nullable: false),
                    School = table.Column<int>(type: "INTEGER", nullable: false),
                    DashMetres = table.Column<double>(type: "REAL", nullable: false),
                    GapMetres = table.Column<double>(type: "REAL", nullable: false),
                    LabelEveryMetres = table.Column<double>(type: "REAL", nullable: false),
                    Signs = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Places", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Handed_JobId_Number",
                table: "Handed",
                columns: new[] { "JobId", "Number" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Places_Name",
                table: "Places",
                column: "Name",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Handed");

            migrationBuilder.DropTable(
                name: "Places");

            migrationBuilder.DropColumn(
                name: "SoughtLineId",
                table: "Photos");

            migrationBuilder.DropColumn(
                name: "PaintGround",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "WorksDrive",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "PlaceCustomId",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "ShippedPlace",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "PaintGround",
                table: "Features");
        }
    }
}
