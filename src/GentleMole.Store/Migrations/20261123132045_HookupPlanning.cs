using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class HookupPlanning : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "SoilOhmMetres",
                table: "Jobs",
                type: "REAL",
                nullable: false,
                defaultValue: 80.0);

            migrationBuilder.AddColumn<string>(
                name: "ArcBearings",
                table: "Hookups",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<double>(
                name: "ArcRadiusMetres",
                table: "Hookups",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "ReceiverId",
                table: "Hookups",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "TransmitterId",
                table: "Hookups",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Wires",
                table: "Hookups",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<int>(
                name: "FirstFrequency",
                table: "Firms",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Surface",
                table: "Features",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.CreateTable(
                name: "Guide",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Clip = table.Column<string>(type: "TEXT", nullable: false),
                    Never = table.Column<string>(type: "TEXT", nullable: false),
                    Insulates = table.Column<string>(type: "TEXT", nullable: false),
                    Bonded = table.Column<string>(type: "TEXT", nullable: false),
                    TestDead = table.Column<string>(type: "TEXT", nullable: false),
                    Caution = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Guide", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "GuideNotes",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Feature = table.Column<int>(type: "INTEGER", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_GuideNotes", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Instruments",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Serial = table.Column<string>(type: "TEXT", nullable: false),
                    FrequenciesHertz = table.Column<string>(type: "TEXT", nullable: false),
                    StepsMilliamps = table.Column<string>(type: "TEXT", nullable: false),
                    MaxVolts = table.Column<double>(type: "REAL", nullable: false),
                    MaxWatts = table.Column<double>(type: "REAL", nullable: false),
                    LeadMetres = table.Column<double>(type: "REAL", nullable: false),
                    ClampVolts = table.Column<double>(type: "REAL", nullable: false),
                    MomentAmpereSquareMetres = table.Column<double>(type: "REAL", nullable: false),
                    BatteryWattHours = table.Column<double>(type: "REAL", nullable: false),
                    SeparationMetres = table.Column<double>(type: "REAL", nullable: false),
                    FloorNanotesla = table.Column<double>(type: "REAL", nullable: false),
                    RelativeNoise = table.Column<double>(type: "REAL", nullable: false),
                    FullScaleMicrotesla = table.Column<double>(type: "REAL", nullable: false),
                    Units = table.Column<string>(type: "TEXT", nullable: false),
                    CalibrationEnds = table.Column<DateOnly>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Instruments", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "LineModels",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Of = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Points = table.Column<string>(type: "TEXT", nullable: false),
                    NoMetal = table.Column<bool>(type: "INTEGER", nullable: false),
                    Metal = table.Column<int>(type: "INTEGER", nullable: true),
                    OutsideMetres = table.Column<double>(type: "REAL", nullable: true),
                    WallMetres = table.Column<double>(type: "REAL", nullable: true),
                    Coating = table.Column<int>(type: "INTEGER", nullable: true),
                    DepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    StartKind = table.Column<int>(type: "INTEGER", nullable: true),
                    StartOhms = table.Column<double>(type: "REAL", nullable: true),
                    EndKind = table.Column<int>(type: "INTEGER", nullable: true),
                    EndOhms = table.Column<double>(type: "REAL", nullable: true),
                    NetMilliamps = table.Column<double>(type: "REAL", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LineModels", x => x.Id);
                    table.ForeignKey(
                        name: "FK_LineModels_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Ties",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    From = table.Column<string>(type: "TEXT", nullable: false),
                    FromMetres = table.Column<double>(type: "REAL", nullable: false),
                    To = table.Column<string>(type: "TEXT", nullable: false),
                    ToMetres = table.Column<double>(type: "REAL", nullable: false),
                    Ohms = table.Column<double>(type: "REAL", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Ties", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Ties_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Checks",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    InstrumentId = table.Column<int>(type: "INTEGER", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    BatteryPercent = table.Column<double>(type: "REAL", nullable: true),
                    KnownDepthMetres = table.Column<double>(type: "REAL", nullable: true),
                    ReadMetres = table.Column<string>(type: "TEXT", nullable: false),
                    Passed = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Checks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Checks_Instruments_InstrumentId",
                        column: x => x.InstrumentId,
                        principalTable: "Instruments",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Checks_InstrumentId",
                table: "Checks",
                column: "InstrumentId");

            migrationBuilder.CreateIndex(
                name: "IX_Guide_Kind",
                table: "Guide",
                column: "Kind",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_GuideNotes_Kind_Feature",
                table: "GuideNotes",
                columns: new[] { "Kind", "Feature" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_LineModels_JobId",
                table: "LineModels",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Ties_JobId",
                table: "Ties",
                column: "JobId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Checks");

            migrationBuilder.DropTable(
                name: "Guide");

            migrationBuilder.DropTable(
                name: "GuideNotes");

            migrationBuilder.DropTable(
                name: "LineModels");

            migrationBuilder.DropTable(
                name: "Ties");

            migrationBuilder.DropTable(
                name: "Instruments");

            migrationBuilder.DropColumn(
                name: "SoilOhmMetres",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ArcBearings",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "ArcRadiusMetres",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "ReceiverId",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "TransmitterId",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "Wires",
                table: "Hookups");

            migrationBuilder.DropColumn(
                name: "FirstFrequency",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "Surface",
                table: "Features");
        }
    }
}
