using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class Sweeps : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Found",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: true),
                    Points = table.Column<string>(type: "TEXT", nullable: false),
                    Modes = table.Column<string>(type: "TEXT", nullable: false),
                    DepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    Probability = table.Column<double>(type: "REAL", nullable: false),
                    Lateral95Metres = table.Column<double>(type: "REAL", nullable: false),
                    Becomes = table.Column<int>(type: "INTEGER", nullable: false),
                    NextStep = table.Column<int>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SettledAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Outcome = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Found", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Found_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Found_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "Sweeps",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Mode = table.Column<int>(type: "INTEGER", nullable: false),
                    Area = table.Column<string>(type: "TEXT", nullable: false),
                    CentreEast = table.Column<double>(type: "REAL", nullable: false),
                    CentreNorth = table.Column<double>(type: "REAL", nullable: false),
                    RadiusMetres = table.Column<double>(type: "REAL", nullable: false),
                    AlongDegrees = table.Column<double>(type: "REAL", nullable: false),
                    Degrees = table.Column<double>(type: "REAL", nullable: false),
                    SpacingMetres = table.Column<double>(type: "REAL", nullable: false),
                    IsBothWays = table.Column<bool>(type: "INTEGER", nullable: false),
                    ShallowestMetres = table.Column<double>(type: "REAL", nullable: false),
                    DeepestMetres = table.Column<double>(type: "REAL", nullable: false),
                    SoughtMilliamps = table.Column<double>(type: "REAL", nullable: false),
                    ThresholdNanotesla = table.Column<double>(type: "REAL", nullable: false),
                    SoughtLengthMetres = table.Column<double>(type: "REAL", nullable: false),
                    PositionSigmaMetres = table.Column<double>(type: "REAL", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    LaidBy = table.Column<string>(type: "TEXT", nullable: false),
                    LaidAt = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sweeps", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Sweeps_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Passes",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    SweepId = table.Column<int>(type: "INTEGER", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    FromEast = table.Column<double>(type: "REAL", nullable: false),
                    FromNorth = table.Column<double>(type: "REAL", nullable: false),
                    ToEast = table.Column<double>(type: "REAL", nullable: false),
                    ToNorth = table.Column<double>(type: "REAL", nullable: false),
                    Mode = table.Column<int>(type: "INTEGER", nullable: false),
                    WalkedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    WalkedBy = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Passes", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Passes_Sweeps_SweepId",
                        column: x => x.SweepId,
                        principalTable: "Sweeps",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Responses",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    SweptPassId = table.Column<int>(type: "INTEGER", nullable: false),
                    AlongMetres = table.Column<double>(type: "REAL", nullable: false),
                    DepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    CurrentMilliamps = table.Column<double>(type: "REAL", nullable: true),
                    DirectionDegrees = table.Column<double>(type: "REAL", nullable: true),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Responses", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Responses_Passes_SweptPassId",
                        column: x => x.SweptPassId,
                        principalTable: "Passes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Found_JobId",
                table: "Found",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Passes_JobId",
                table: "Passes",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Passes_SweepId",
                table: "Passes",
                column: "SweepId");

            migrationBuilder.CreateIndex(
                name: "IX_Responses_JobId",
                table: "Responses",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Responses_SweptPassId",
                table: "Responses",
                column: "SweptPassId");

            migrationBuilder.CreateIndex(
                name: "IX_Sweeps_JobId",
                table: "Sweeps",
                column: "JobId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Found");

            migrationBuilder.DropTable(
                name: "Responses");

            migrationBuilder.DropTable(
                name: "Passes");

            migrationBuilder.DropTable(
                name: "Sweeps");
        }
    }
}
