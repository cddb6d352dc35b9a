using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class Silent : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "FaultSearches",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: false),
                    IsFromFarEnd = table.Column<bool>(type: "INTEGER", nullable: false),
                    FrameWidthMetres = table.Column<double>(type: "REAL", nullable: false),
                    IsNearLifted = table.Column<bool>(type: "INTEGER", nullable: false),
                    IsFarLifted = table.Column<bool>(type: "INTEGER", nullable: false),
                    ForeignVolts = table.Column<double>(type: "REAL", nullable: true),
                    SheathOhms = table.Column<double>(type: "REAL", nullable: true),
                    StakeMetres = table.Column<double>(type: "REAL", nullable: true),
                    ReferenceLevel = table.Column<double>(type: "REAL", nullable: true),
                    PinnedMetres = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FaultSearches", x => x.Id);
                    table.ForeignKey(
                        name: "FK_FaultSearches_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_FaultSearches_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "MeasuredWires",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    LengthMetres = table.Column<double>(type: "REAL", nullable: false),
                    OhmsPerKilometre = table.Column<double>(type: "REAL", nullable: false),
                    LoadOhms = table.Column<double>(type: "REAL", nullable: false),
                    LoopOhms = table.Column<double>(type: "REAL", nullable: true),
                    EarthOhmsNear = table.Column<double>(type: "REAL", nullable: true),
                    EarthOhmsFar = table.Column<double>(type: "REAL", nullable: true),
                    FarLoopOhms = table.Column<double>(type: "REAL", nullable: true),
                    NanofaradsNear = table.Column<double>(type: "REAL", nullable: true),
                    NanofaradsFar = table.Column<double>(type: "REAL", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MeasuredWires", x => x.Id);
                    table.ForeignKey(
                        name: "FK_MeasuredWires_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_MeasuredWires_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Pushes",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: false),
                    Access = table.Column<string>(type: "TEXT", nullable: false),
                    FrequencyHertz = table.Column<double>(type: "REAL", nullable: true),
                    IsQuiet = table.Column<bool>(type: "INTEGER", nullable: false),
                    IsSteady = table.Column<bool>(type: "INTEGER", nullable: false),
                    CheckMetres = table.Column<double>(type: "REAL", nullable: true),
                    InsideMetres = table.Column<double>(type: "REAL", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    TakenAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Pushes", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Pushes_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Pushes_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "FrameLevels",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    SearchId = table.Column<int>(type: "INTEGER", nullable: false),
                    AlongMetres = table.Column<double>(type: "REAL", nullable: false),
                    Level = table.Column<double>(type: "REAL", nullable: false),
                    Surface = table.Column<int>(type: "INTEGER", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FrameLevels", x => x.Id);
                    table.ForeignKey(
                        name: "FK_FrameLevels_FaultSearches_SearchId",
                        column: x => x.SearchId,
                        principalTable: "FaultSearches",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "CameraFinds",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    PushId = table.Column<int>(type: "INTEGER", nullable: false),
                    PaidOutMetres = table.Column<double>(type: "REAL", nullable: false),
                    Seen = table.Column<int>(type: "INTEGER", nullable: false),
                    Clock = table.Column<int>(type: "INTEGER", nullable: true),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CameraFinds", x => x.Id);
                    table.ForeignKey(
                        name: "FK_CameraFinds_Pushes_PushId",
                        column: x => x.PushId,
                        principalTable: "Pushes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "Fixes",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    PushId = table.Column<int>(type: "INTEGER", nullable: false),
                    PaidOutMetres = table.Column<double>(type: "REAL", nullable: false),
                    EastMetres = table.Column<double>(type: "REAL", nullable: false),
                    NorthMetres = table.Column<double>(type: "REAL", nullable: false),
                    AheadMetres = table.Column<double>(type: "REAL", nullable: true),
                    BehindMetres = table.Column<double>(type: "REAL", nullable: true),
                    OffLineMetres = table.Column<double>(type: "REAL", nullable: true),
                    HeightMetres = table.Column<double>(type: "REAL", nullable: false),
                    ShownMetres = table.Column<double>(type: "REAL", nullable: true),
                    TurnedMetres = table.Column<double>(type: "REAL", nullable: true),
                    Level = table.Column<double>(type: "REAL", nullable: true),
                    LiftedLevel = table.Column<double>(type: "REAL", nullable: true),
                    LiftedHeightMetres = table.Column<double>(type: "REAL", nullable: true),
                    AheadDegrees = table.Column<double>(type: "REAL", nullable: true),
                    GroundMetres = table.Column<double>(type: "REAL", nullable: false),
                    Row = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Fixes", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Fixes_Pushes_PushId",
                        column: x => x.PushId,
                        principalTable: "Pushes",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_CameraFinds_JobId",
                table: "CameraFinds",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_FaultSearches_JobId",
                table: "FaultSearches",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Fixes_JobId",
                table: "Fixes",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_FrameLevels_JobId",
                table: "FrameLevels",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_MeasuredWires_JobId",
                table: "MeasuredWires",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_Pushes_JobId",
                table: "Pushes",
                column: "JobId");

            // A column that may be empty now needs the table made anew. Nothing refers to photos, so that this can be done within the transaction of the rest:
            // the framework's own way switches foreign keys off, outside of any.
            migrationBuilder.Sql(
                """
                CREATE TABLE "PhotosNew" (
                    "Id" TEXT NOT NULL CONSTRAINT "PK_Photos" PRIMARY KEY,
                    "JobId" INTEGER NOT NULL,
                    "FeatureId" INTEGER NULL,
                    "CameraFindId" INTEGER NULL,
                    "Format" TEXT NOT NULL,
                    "Bytes" INTEGER NOT NULL,
                    "Sha256" TEXT NOT NULL,
                    "TakenAt" TEXT NULL,
                    "Latitude" REAL NULL,
                    "Longitude" REAL NULL,
                    CONSTRAINT "FK_Photos_Features_FeatureId" FOREIGN KEY ("FeatureId") REFERENCES "Features" ("Id") ON DELETE CASCADE,
                    CONSTRAINT "FK_Photos_CameraFinds_CameraFindId" FOREIGN KEY ("CameraFindId") REFERENCES "CameraFinds" ("Id") ON DELETE CASCADE
                );
                INSERT INTO "PhotosNew" ("Id", "JobId", "FeatureId", "Format", "Bytes", "Sha256", "TakenAt", "Latitude", "Longitude")
                    SELECT "Id", "JobId", "FeatureId", "Format", "Bytes", "Sha256", "TakenAt", "Latitude", "Longitude" FROM "Photos";
                DROP TABLE "Photos";
                ALTER TABLE "PhotosNew" RENAME TO "Photos";
                CREATE INDEX "IX_Photos_FeatureId" ON "Photos" ("FeatureId");
                CREATE INDEX "IX_Photos_JobId" ON "Photos" ("JobId");
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Photos_CameraFinds_CameraFindId",
                table: "Photos");

            migrationBuilder.DropTable(
                name: "CameraFinds");

            migrationBuilder.DropTable(
                name: "Fixes");

            migrationBuilder.DropTable(
                name: "FrameLevels");

            migrationBuilder.DropTable(
                name: "MeasuredWires");

            migrationBuilder.DropTable(
                name: "Pushes");

            migrationBuilder.DropTable(
                name: "FaultSearches");

            migrationBuilder.DropColumn(
                name: "CameraFindId",
                table: "Photos");

            migrationBuilder.AlterColumn<int>(
                name: "FeatureId",
                table: "Photos",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0,
                oldClrType: typeof(int),
                oldType: "INTEGER",
                oldNullable: true);
        }
    }
}
