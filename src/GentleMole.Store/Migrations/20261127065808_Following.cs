using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class Following : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "BranchMilliamps",
                table: "Readings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<double>(
                name: "PlaceDoubtMetres",
                table: "Readings",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<double>(
                name: "DepthMetres",
                table: "Features",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "LineId",
                table: "Features",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Wires",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Heard = table.Column<string>(type: "TEXT", nullable: false),
                    DepthsMetres = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Wires", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Wires_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Wires_JobId",
                table: "Wires",
                column: "JobId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Wires");

            migrationBuilder.DropColumn(
                name: "BranchMilliamps",
                table: "Readings");

            migrationBuilder.DropColumn(
                name: "PlaceDoubtMetres",
                table: "Readings");

            migrationBuilder.DropColumn(
                name: "DepthMetres",
                table: "Features");

            migrationBuilder.DropColumn(
                name: "LineId",
                table: "Features");
        }
    }
}
