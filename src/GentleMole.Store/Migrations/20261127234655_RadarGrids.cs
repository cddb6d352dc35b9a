using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class RadarGrids : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "CoverHalfMetres",
                table: "Found",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "CoversMetres",
                table: "Found",
                type: "TEXT",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.AddColumn<bool>(
                name: "IsNormal",
                table: "Found",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Source",
                table: "Found",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "Grids",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Area = table.Column<string>(type: "TEXT", nullable: false),
                    ExpectedDegrees = table.Column<double>(type: "REAL", nullable: true),
                    SpacingMetres = table.Column<double>(type: "REAL", nullable: false),
                    IsBothWays = table.Column<bool>(type: "INTEGER", nullable: false),
                    DeepestMetres = table.Column<double>(type: "REAL", nullable: false),
                    BodyMetres = table.Column<double>(type: "REAL", nullable: true),
                    Lines = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Grids", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Grids_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Grids_JobId",
                table: "Grids",
                column: "JobId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Grids");

            migrationBuilder.DropColumn(
                name: "CoverHalfMetres",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "CoversMetres",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "IsNormal",
                table: "Found");

            migrationBuilder.DropColumn(
                name: "Source",
                table: "Found");
        }
    }
}
