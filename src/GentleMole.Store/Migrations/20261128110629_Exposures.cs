using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class Exposures : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Uncovered",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    LineId = table.Column<int>(type: "INTEGER", nullable: true),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    EastMetres = table.Column<double>(type: "REAL", nullable: false),
                    NorthMetres = table.Column<double>(type: "REAL", nullable: false),
                    CoverMetres = table.Column<double>(type: "REAL", nullable: false),
                    OutsideDiameterMetres = table.Column<double>(type: "REAL", nullable: true),
                    IsDamaged = table.Column<bool>(type: "INTEGER", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    TakenAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    AcrossMetres = table.Column<double>(type: "REAL", nullable: true),
                    AcrossHalfMetres = table.Column<double>(type: "REAL", nullable: true),
                    DeeperMetres = table.Column<double>(type: "REAL", nullable: true),
                    DeeperHalfMetres = table.Column<double>(type: "REAL", nullable: true),
                    MarkedBy = table.Column<int>(type: "INTEGER", nullable: true),
                    DotNumber = table.Column<int>(type: "INTEGER", nullable: true),
                    Verdict = table.Column<int>(type: "INTEGER", nullable: true),
                    Method = table.Column<int>(type: "INTEGER", nullable: true),
                    FrequencyHertz = table.Column<double>(type: "REAL", nullable: true),
                    ReceiverId = table.Column<int>(type: "INTEGER", nullable: true),
                    SoilOhmMetres = table.Column<double>(type: "REAL", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Uncovered", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Uncovered_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Uncovered_Lines_LineId",
                        column: x => x.LineId,
                        principalTable: "Lines",
                        principalColumn: "Id");
                });

            migrationBuilder.CreateIndex(
                name: "IX_Uncovered_JobId",
                table: "Uncovered",
                column: "JobId");

            // A column with its reference can be added in place; the table need not be built anew, which no transaction would hold.
            migrationBuilder.Sql("""ALTER TABLE "Photos" ADD COLUMN "UncoveredLineId" TEXT NULL REFERENCES "Uncovered" ("Id") ON DELETE CASCADE;""");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Photos_Uncovered_UncoveredLineId",
                table: "Photos");

            migrationBuilder.DropTable(
                name: "Uncovered");

            migrationBuilder.DropColumn(
                name: "UncoveredLineId",
                table: "Photos");
        }
    }
}
