using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class RadarOnSite : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "IsOpen",
                table: "Profiles",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateTable(
                name: "Calibrations",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Where = table.Column<string>(type: "TEXT", nullable: false),
                    Ground = table.Column<int>(type: "INTEGER", nullable: false),
                    SiemensPerMetre = table.Column<double>(type: "REAL", nullable: true),
                    AntennaHertz = table.Column<double>(type: "REAL", nullable: false),
                    SeparationMetres = table.Column<double>(type: "REAL", nullable: false),
                    DepthMetres = table.Column<double>(type: "REAL", nullable: false),
                    BodyMetres = table.Column<double>(type: "REAL", nullable: true),
                    BaseMetres = table.Column<double>(type: "REAL", nullable: true),
                    CountedMetres = table.Column<string>(type: "TEXT", nullable: false),
                    KnownCoverMetres = table.Column<double>(type: "REAL", nullable: true),
                    KnownNanoseconds = table.Column<double>(type: "REAL", nullable: true),
                    KnownRadiusMetres = table.Column<double>(type: "REAL", nullable: true),
                    Minutes = table.Column<double>(type: "REAL", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Calibrations", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Calibrations_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "RadarParts",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    ProfileId = table.Column<Guid>(type: "TEXT", nullable: false),
                    First = table.Column<int>(type: "INTEGER", nullable: false),
                    Numbers = table.Column<string>(type: "TEXT", nullable: false),
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RadarParts", x => x.Id);
                    table.ForeignKey(
                        name: "FK_RadarParts_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_RadarParts_Profiles_ProfileId",
                        column: x => x.ProfileId,
                        principalTable: "Profiles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "WalkedProfiles",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    ProfileId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    StartEastMetres = table.Column<double>(type: "REAL", nullable: true),
                    StartNorthMetres = table.Column<double>(type: "REAL", nullable: true),
                    BearingDegrees = table.Column<double>(type: "REAL", nullable: true),
                    WheelFactor = table.Column<double>(type: "REAL", nullable: false),
                    Marks = table.Column<string>(type: "TEXT", nullable: false),
                    Steps = table.Column<string>(type: "TEXT", nullable: false),
                    StepsBefore = table.Column<string>(type: "TEXT", nullable: false),
                    ReadAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_WalkedProfiles", x => x.Id);
                    table.ForeignKey(
                        name: "FK_WalkedProfiles_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_WalkedProfiles_Profiles_ProfileId",
                        column: x => x.ProfileId,
                        principalTable: "Profiles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "RadarPicks",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    WalkedProfileId = table.Column<int>(type: "INTEGER", nullable: false),
                    State = table.Column<int>(type: "INTEGER", nullable: false),
                    FoundAlongMetres = table.Column<double>(type: "REAL", nullable: true),
                    FoundNanoseconds = table.Column<double>(type: "REAL", nullable: true),
                    AlongMetres = table.Column<double>(type: "REAL", nullable: false),
                    TimeNanoseconds = table.Column<double>(type: "REAL", nullable: false),
                    CoverMetres = table.Column<double>(type: "REAL", nullable: false),
                    CoverHalfMetres = table.Column<double>(type: "REAL", nullable: false),
                    VelocityMetresPerNanosecond = table.Column<double>(type: "REAL", nullable: false),
                    VelocityHalfMetresPerNanosecond = table.Column<double>(type: "REAL", nullable: true),
                    RadiusMetres = table.Column<double>(type: "REAL", nullable: false),
                    CrossingDegrees = table.Column<double>(type: "REAL", nullable: false),
                    IsNormal = table.Column<bool>(type: "INTEGER", nullable: true),
                    Confidence = table.Column<double>(type: "REAL", nullable: true),
                    TellsVelocity = table.Column<bool>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RadarPicks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_RadarPicks_WalkedProfiles_WalkedProfileId",
                        column: x => x.WalkedProfileId,
                        principalTable: "WalkedProfiles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Calibrations_JobId",
                table: "Calibrations",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_RadarParts_JobId",
                table: "RadarParts",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_RadarParts_ProfileId_First",
                table: "RadarParts",
                columns: new[] { "ProfileId", "First" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_RadarPicks_JobId",
                table: "RadarPicks",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_WalkedProfiles_JobId",
                table: "WalkedProfiles",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_WalkedProfiles_ProfileId",
                table: "WalkedProfiles",
                column: "ProfileId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Calibrations");

            migrationBuilder.DropTable(
                name: "RadarParts");

            migrationBuilder.DropTable(
                name: "RadarPicks");

            migrationBuilder.DropTable(
                name: "WalkedProfiles");

            migrationBuilder.DropColumn(
                name: "IsOpen",
                table: "Profiles");
        }
    }
}
