using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class Bodies : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Sought",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "Bodies",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Outline = table.Column<string>(type: "TEXT", nullable: false),
                    Guess = table.Column<int>(type: "INTEGER", nullable: false),
                    Probability = table.Column<double>(type: "REAL", nullable: false),
                    Becomes = table.Column<int>(type: "INTEGER", nullable: false),
                    IsNothing = table.Column<bool>(type: "INTEGER", nullable: false),
                    LengthMetres = table.Column<double>(type: "REAL", nullable: false),
                    LengthHalfMetres = table.Column<double>(type: "REAL", nullable: false),
                    WidthMetres = table.Column<double>(type: "REAL", nullable: false),
                    WidthHalfMetres = table.Column<double>(type: "REAL", nullable: false),
                    BearingDegrees = table.Column<double>(type: "REAL", nullable: false),
                    CoverMetres = table.Column<double>(type: "REAL", nullable: false),
                    CoverHalfMetres = table.Column<double>(type: "REAL", nullable: false),
                    IsTopSeen = table.Column<bool>(type: "INTEGER", nullable: false),
                    HeightMetres = table.Column<double>(type: "REAL", nullable: true),
                    HeightHalfMetres = table.Column<double>(type: "REAL", nullable: true),
                    VolumeCubicMetres = table.Column<double>(type: "REAL", nullable: true),
                    VolumeHalfCubicMetres = table.Column<double>(type: "REAL", nullable: true),
                    IsOpen = table.Column<bool>(type: "INTEGER", nullable: false),
                    NextStep = table.Column<int>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SettledAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Outcome = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Bodies", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Bodies_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Bodies_JobId",
                table: "Bodies",
                column: "JobId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Bodies");

            migrationBuilder.DropColumn(
                name: "Sought",
                table: "Jobs");
        }
    }
}
