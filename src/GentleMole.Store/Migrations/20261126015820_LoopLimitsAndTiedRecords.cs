using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class LoopLimitsAndTiedRecords : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // The mapper would make the whole table anew for this, outside of any transaction: a kill in between would leave half of it.
            migrationBuilder.Sql("ALTER TABLE Records ADD COLUMN LineId INTEGER NULL CONSTRAINT FK_Records_Lines_LineId REFERENCES Lines (Id) ON DELETE SET NULL");

            migrationBuilder.AddColumn<double>(
                name: "GoodLoopOhms",
                table: "Firms",
                type: "REAL",
                nullable: false,
                defaultValue: 1000.0);

            migrationBuilder.AddColumn<double>(
                name: "StopLoopOhms",
                table: "Firms",
                type: "REAL",
                nullable: false,
                defaultValue: 7000.0);

            migrationBuilder.AddColumn<double>(
                name: "WeakLoopOhms",
                table: "Firms",
                type: "REAL",
                nullable: false,
                defaultValue: 5000.0);

            migrationBuilder.Sql("UPDATE Records SET LineId = (SELECT l.Id FROM Lines l WHERE l.JobId = Records.JobId AND l.Kind = Records.Kind AND lower(l.Owner) = lower(Records.Owner) LIMIT 1)");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Records_Lines_LineId",
                table: "Records");

            migrationBuilder.DropColumn(
                name: "LineId",
                table: "Records");

            migrationBuilder.DropColumn(
                name: "GoodLoopOhms",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "StopLoopOhms",
                table: "Firms");

            migrationBuilder.DropColumn(
                name: "WeakLoopOhms",
                table: "Firms");
        }
    }
}
