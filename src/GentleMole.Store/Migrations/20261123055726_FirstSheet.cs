using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class FirstSheet : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Firms",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    PlaceName = table.Column<string>(type: "TEXT", nullable: false),
                    TimeZone = table.Column<string>(type: "TEXT", nullable: false),
                    HomeLatitude = table.Column<double>(type: "REAL", nullable: false),
                    HomeLongitude = table.Column<double>(type: "REAL", nullable: false),
                    ToleranceMetres = table.Column<double>(type: "REAL", nullable: false),
                    School = table.Column<int>(type: "INTEGER", nullable: false),
                    WorkingDaysNotice = table.Column<int>(type: "INTEGER", nullable: false),
                    CutOff = table.Column<TimeOnly>(type: "TEXT", nullable: false),
                    MarksValidDays = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Firms", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Holidays",
                columns: table => new
                {
                    Date = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Holidays", x => x.Date);
                });

            migrationBuilder.CreateTable(
                name: "Jobs",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", maxLength: 200, nullable: false),
                    Where = table.Column<string>(type: "TEXT", nullable: false),
                    Digger = table.Column<string>(type: "TEXT", nullable: false),
                    Contact = table.Column<string>(type: "TEXT", nullable: false),
                    Purpose = table.Column<string>(type: "TEXT", nullable: false),
                    Means = table.Column<string>(type: "TEXT", nullable: false),
                    DigDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    ReceivedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    DigPlanned = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    DigCorners = table.Column<string>(type: "TEXT", nullable: false),
                    Tape = table.Column<string>(type: "TEXT", nullable: false),
                    OriginLatitude = table.Column<double>(type: "REAL", nullable: false),
                    OriginLongitude = table.Column<double>(type: "REAL", nullable: false),
                    OriginProvisional = table.Column<bool>(type: "INTEGER", nullable: false),
                    CreatedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    HandedOverAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Jobs", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Features",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Shape = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Points = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Features", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Features_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Lines",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Owner = table.Column<string>(type: "TEXT", nullable: false),
                    Material = table.Column<string>(type: "TEXT", nullable: false),
                    OutsideDiameterMetres = table.Column<double>(type: "REAL", nullable: true),
                    ExpectedRun = table.Column<string>(type: "TEXT", nullable: false),
                    Answer = table.Column<int>(type: "INTEGER", nullable: false),
                    AnswerNote = table.Column<string>(type: "TEXT", nullable: false),
                    AnsweredAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Lines", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Lines_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Hookups",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: false),
                    Method = table.Column<int>(type: "INTEGER", nullable: false),
                    ConnectedTo = table.Column<string>(type: "TEXT", nullable: false),
                    ConnectionEast = table.Column<double>(type: "REAL", nullable: false),
                    ConnectionNorth = table.Column<double>(type: "REAL", nullable: false),
                    StakeEast = table.Column<double>(type: "REAL", nullable: true),
                    StakeNorth = table.Column<double>(type: "REAL", nullable: true),
                    FrequencyHertz = table.Column<double>(type: "REAL", nullable: true),
                    SentMilliamps = table.Column<double>(type: "REAL", nullable: true),
                    Volts = table.Column<double>(type: "REAL", nullable: true),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Hookups", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Hookups_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Hookups_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Readings",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: true),
                    HookupId = table.Column<int>(type: "INTEGER", nullable: true),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    TakenAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Utility = table.Column<string>(type: "TEXT", maxLength: 200, nullable: false),
                    EastMetres = table.Column<double>(type: "REAL", nullable: false),
                    NorthMetres = table.Column<double>(type: "REAL", nullable: false),
                    Peak = table.Column<double>(type: "REAL", nullable: true),
                    Null = table.Column<double>(type: "REAL", nullable: true),
                    DepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    CurrentMilliamps = table.Column<double>(type: "REAL", nullable: true),
                    DirectionDegrees = table.Column<double>(type: "REAL", nullable: true),
                    FrequencyHertz = table.Column<double>(type: "REAL", nullable: true),
                    NullOffsetMetres = table.Column<double>(type: "REAL", nullable: true),
                    LiftMetres = table.Column<double>(type: "REAL", nullable: true),
                    LiftedDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    SidewaysPercent = table.Column<double>(type: "REAL", nullable: true),
                    TurnedDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    CurrentRunsAway = table.Column<bool>(type: "INTEGER", nullable: true),
                    Feature = table.Column<int>(type: "INTEGER", nullable: false),
                    Across = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    StateNote = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Readings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Readings_Hookups_HookupId",
                        column: x => x.HookupId,
                        principalTable: "Hookups",
                        principalColumn: "Id");
                    table.ForeignKey(
                        name: "FK_Readings_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Readings_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id");
                });

            migrationBuilder.CreateIndex(
                name: "IX_Features_JobId",
                table: "Features",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Hookups_JobId",
                table: "Hookups",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Hookups_LineId",
                table: "Hookups",
                column: "LineId");

            migrationBuilder.CreateIndex(
                name: "IX_Lines_JobId",
                table: "Lines",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Readings_HookupId",
                table: "Readings",
                column: "HookupId");

            migrationBuilder.CreateIndex(
                name: "IX_Readings_JobId_TakenAt",
                table: "Readings",
                columns: new[] { "JobId", "TakenAt" });

            migrationBuilder.CreateIndex(
                name: "IX_Readings_LineId",
                table: "Readings",
                column: "LineId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Features");

            migrationBuilder.DropTable(
                name: "Firms");

            migrationBuilder.DropTable(
                name: "Holidays");

            migrationBuilder.DropTable(
                name: "Readings");

            migrationBuilder.DropTable(
                name: "Hookups");

            migrationBuilder.DropTable(
                name: "Lines");

            migrationBuilder.DropTable(
                name: "Jobs");
        }
    }
}
