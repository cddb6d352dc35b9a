using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace GentleMole.Store.Migrations
{
    /// <inheritdoc />
    public partial class DiggerLinks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "HandoverCode",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Contact",
                table: "Firms",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "DiggerLinks",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JobId = table.Column<int>(type: "INTEGER", nullable: false),
                    ForWhom = table.Column<string>(type: "TEXT", nullable: false),
                    SecretHash = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    MadeBy = table.Column<string>(type: "TEXT", nullable: false),
                    RevokedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    RevokedBy = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DiggerLinks", x => x.Id);
                    table.ForeignKey(
                        name: "FK_DiggerLinks_Jobs_JobId",
                        column: x => x.JobId,
                        principalTable: "Jobs",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_DiggerLinks_JobId",
                table: "DiggerLinks",
                column: "JobId");

            migrationBuilder.CreateIndex(
                name: "IX_DiggerLinks_SecretHash",
                table: "DiggerLinks",
                column: "SecretHash",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "DiggerLinks");

            migrationBuilder.DropColumn(
                name: "HandoverCode",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Contact",
                table: "Firms");
        }
    }
}
